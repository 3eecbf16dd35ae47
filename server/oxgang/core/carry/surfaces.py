"""What a lie or a ball does to this student's carries: the common factor, until the student's own
balls from there teach another."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from scipy.linalg import cho_factor, cho_solve

from oxgang.core.carry.fit import Fit
from oxgang.core.carry.noise import LIE_SD
from oxgang.core.flight.chain import surface_factor
from oxgang.core.flight.impact import Contact
from oxgang.core.words.shots import Lie

# A factor is the student's own once it is known so much better than the common one.
LEARNT: Final = 0.9


@dataclass(frozen=True, slots=True)
class OwnFactor:
    """Share of the carry from fairway, the deviation of its logarithm, and from how many balls of
    the student's; 0 is the common factor."""

    share: float
    sd: float
    balls: int


def common_factor(lie: Lie) -> OwnFactor:
    """What a lie does to the carries of a student of whom no ball from it is known."""
    return OwnFactor(surface_factor(Contact(lie=lie)).share, float(LIE_SD[[*Lie].index(lie)]), 0)


def lie_factors(fitted: Fit) -> dict[Lie, OwnFactor]:
    """Every lie's factor for the student.

    All balls of a lie share one unknown factor in the carry model; its posterior is read off the
    same equations (Rasmussen and Williams 2006, equations 2.25 and 2.26).
    """
    groups = fitted.hits.groups
    found = {}
    solver = None
    for i, lie in enumerate(Lie):
        common, prior_sd = surface_factor(Contact(lie=lie)), float(LIE_SD[i])
        from_here = (groups.lie == i).astype(float)
        balls = int(groups.balls[groups.lie == i].sum())
        if not balls or not prior_sd:
            found[lie] = OwnFactor(common.share, prior_sd, 0 if prior_sd else balls)
            continue
        if solver is None:
            solver = cho_factor(fitted.prior[np.ix_(fitted.at, fitted.at)] + fitted.noise, lower=True)
        solved = cho_solve(solver, from_here)
        off = groups.mean - fitted.prior_mean[fitted.at]
        middle = prior_sd**2 * float(solved @ off)
        variance = prior_sd**2 - prior_sd**4 * float(solved @ from_here)
        sd = float(np.sqrt(max(variance, 0.0)))
        # Where all balls are of one lie they tell nothing of it.
        taught = balls if sd < LEARNT * prior_sd else 0
        found[lie] = OwnFactor(common.share * float(np.exp(middle)), sd, taught)
    return found
