"""What a cell's own balls say by themselves, and how far the others may move its number.

A coach believes a number that stands among the balls he saw. With three or more balls of its own a
cell's number therefore stays within a standard error of their mean; what else would have moved it
is named, not done quietly.

References
----------
Efron and Morris (1971), Limiting the risk of Bayes and empirical Bayes estimators, JASA 66,
807-815, and (1972), JASA 67, 130-139: limited translation. From memory.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray
from scipy.linalg import cho_factor, cho_solve

from oxgang.core.carry.fit import Fit
from oxgang.core.carry.noise import UNSEEN_MISHITS
from oxgang.core.carry.weights import FEW

Array = NDArray[np.float64]

# How many standard errors a number may stand from the mean of its own balls.
STANDARD_ERRORS: Final = 1.0
# Days of a cell that disagree by more than their own deviations say the less about where it is; at
# most so many times less.
MOST_DISAGREEING: Final = 8.0
# From so many degrees of freedom on, balls that lie closer together than the student's scatter has
# it hold their number as close as they lie.
TIGHT_FREEDOM: Final = 3.5


@dataclass(frozen=True, slots=True)
class Own:
    """Of each row: how many balls, their mean [log yd; nan where there is none], its deviation with
    all that its balls share, and how far the number may stand from it (infinite where it may); mean
    and deviation as the model takes them, which widens balls that it does not believe."""

    balls: NDArray[np.intp]
    mean: Array
    sd: Array
    limit: Array
    believed_mean: Array
    believed_sd: Array

    def limited(self, values: Array) -> Array:
        """The values, no further from the cells' own means than they may be."""
        known = np.isfinite(self.limit)
        held = values.copy()
        near, far = self.mean - self.limit, self.mean + self.limit
        held[known] = np.clip(values[known], near[known], far[known])
        return held


def own_of(fitted: Fit, rows: NDArray[np.intp]) -> Own:
    """What the balls of each row's own shot type say, shape (n,)."""
    n, g = len(rows), len(fitted.at)
    points = len(fitted.points)
    if not g:
        nothing = np.full(n, np.nan)
        free = np.full(n, np.inf)
        return Own(np.zeros(n, dtype=np.intp), nothing, nothing, free, nothing, nothing)
    groups, at = fitted.hits.groups, fitted.at
    # All cells at once: only what belongs to one is left of the covariance.
    same = np.equal.outer(at, at)
    noise = fitted.noise * same
    taken = np.linalg.solve(noise, np.ones(g))
    # A group that the others disbelieve is widened for them; what the cell's own balls say they say
    # as they were hit.
    noise[np.diag_indices(g)] -= fitted.posterior.widened
    factor = cho_factor(noise, lower=True, check_finite=False)
    weight = cho_solve(factor, np.ones(g), check_finite=False)
    balls = np.bincount(at, groups.balls, points)
    number = np.bincount(at, minlength=points)
    with np.errstate(divide="ignore", invalid="ignore"):
        variance = 1 / np.bincount(at, weight, points)
        mean = np.bincount(at, weight * groups.mean, points) * variance
        believed = 1 / np.bincount(at, taken, points)
        believed_mean = np.bincount(at, taken * groups.mean, points) * believed
        off = groups.mean - mean[at]
        chi = np.bincount(at, off * cho_solve(factor, off, check_finite=False), points)
        disagree = np.where(number > 1, chi / np.maximum(number - 1, 1), 1.0)
    disagree = np.clip(disagree, 1.0, MOST_DISAGREEING)
    lasting = fitted.lasting * same
    lasting[np.diag_indices(g)] -= (1 - _tight(fitted)) * groups.variance
    share = weight * variance[at]
    kept = np.bincount(at, share * (lasting @ share), points)
    limit = np.where(balls >= FEW, STANDARD_ERRORS * np.sqrt(np.maximum(kept * disagree, 0)), np.inf)
    sd = np.where(number > 0, np.sqrt(variance * disagree), np.nan)
    own = Own(balls.astype(np.intp), mean, sd, limit, believed_mean, np.sqrt(believed))
    return Own(*(getattr(own, name)[rows] for name in Own.__slots__))


def _tight(fitted: Fit) -> Array:
    """Share of each group's variance that its cell's own balls have by themselves, shape (g,): 1
    where they scatter as believed, or more, or are few."""
    hits = fitted.hits
    cell = np.array([hits.cells[point.unadjusted] for point in hits.points], dtype=np.intp)
    if not len(cell):
        return np.zeros(0)
    weighed = hits.weighed
    share = weighed.square / (UNSEEN_MISHITS * weighed.scatter.cell_square)
    known = np.where(weighed.freedom >= TIGHT_FREEDOM, np.minimum(share, 1.0), 1.0)
    return np.asarray(known[cell][hits.groups.point])
