"""Centre and spread of the balls of one cell.

The centre is the median: half of the balls may be wrong before it is. The spread of single balls
is a robust standard deviation (`core.strikes.robust_sigma`) pulled towards a prior, because five
balls say little about a spread. The interval for the true mean carry follows from both.

References
----------
Gelman et al., Bayesian Data Analysis, section 2.6 (scaled inverse chi-square prior for a
variance, Student t interval for the mean); Kenney and Keeping (1951) for the efficiency of the
median. Quoted from memory.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike
from scipy.special import ndtri, stdtrit

from oxgang.core.errors import InputError
from oxgang.core.strikes import robust_sigma

# A typical student's solid pitches scatter by about 6 % of their carry. Common practice.
PRIOR_SPREAD_SHARE: Final = 0.06
# The prior is worth as much as this many balls.
PRIOR_BALLS: Final = 4.0
# Standard error of a median of normal values is sqrt(pi / 2) that of their mean (large n); for
# one or two values the two are the same estimator.
MEDIAN_INEFFICIENCY: Final = float(np.sqrt(np.pi / 2))
INTERVAL: Final = 0.90
# The furrow of the ground shows where this share of solid balls lands.
FURROW_SHARE: Final = 0.80


@dataclass(frozen=True, slots=True)
class Centre:
    """Where the balls of a cell land, in yards."""

    carry_yd: float
    lo_yd: float
    hi_yd: float
    shot_sd_yd: float


def cell_centre(carries_yd: ArrayLike) -> Centre:
    """Centre, 90 % interval for the mean and spread of single balls.

    Parameters
    ----------
    carries_yd
        Carries of the solid balls, shape (n,), n >= 1 [yd].

    Raises
    ------
    InputError
        For no carries at all.
    """
    x = np.asarray(carries_yd, dtype=float)
    n = x.size
    if n == 0:
        raise InputError("A cell without a solid ball has no centre.")
    centre = float(np.median(x))
    prior_variance = (PRIOR_SPREAD_SHARE * centre) ** 2
    freedom = PRIOR_BALLS + n - 1
    spread = float(
        np.sqrt((PRIOR_BALLS * prior_variance + (n - 1) * robust_sigma(x) ** 2) / freedom)
    )
    half = float(stdtrit(freedom, 0.5 + INTERVAL / 2)) * spread / np.sqrt(n)
    if n > 2:
        half *= MEDIAN_INEFFICIENCY
    return Centre(centre, max(0.0, centre - half), centre + half, spread)


def furrow(carry_yd: float, shot_sd_yd: float) -> tuple[float, float]:
    """Ends [yd] of the stretch in which the middle 80 % of solid balls land."""
    half = float(ndtri(0.5 + FURROW_SHARE / 2)) * shot_sd_yd
    return max(0.0, carry_yd - half), carry_yd + half
