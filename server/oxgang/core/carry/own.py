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
    n = len(rows)
    balls = np.zeros(n, dtype=np.intp)
    mean, sd, limit = np.full(n, np.nan), np.full(n, np.nan), np.full(n, np.inf)
    believed_mean, believed_sd = np.full(n, np.nan), np.full(n, np.nan)
    groups = fitted.hits.groups
    members: dict[int, list[int]] = {}
    for group, point in enumerate(fitted.at.tolist()):
        members.setdefault(point, []).append(group)
    # A group that the others disbelieve is widened for them; what the cell's own balls say it says
    # as they were hit.
    tight = _tight(fitted)
    noise = fitted.noise.copy()
    noise[np.diag_indices_from(noise)] -= fitted.posterior.widened
    for i, row in enumerate(rows.tolist()):
        of = members.get(row)
        if of is None:
            continue
        at = np.array(of)
        covariance = noise[np.ix_(at, at)]
        weight = np.linalg.solve(covariance, np.ones(len(at)))
        variance = 1 / weight.sum()
        weight *= variance
        taken = np.linalg.solve(fitted.noise[np.ix_(at, at)], np.ones(len(at)))
        believed_mean[i] = taken @ groups.mean[at] / taken.sum()
        believed_sd[i] = 1 / np.sqrt(taken.sum())
        balls[i] = groups.balls[at].sum()
        mean[i] = weight @ groups.mean[at]
        disagree = 1.0
        if len(at) > 1:
            off = groups.mean[at] - mean[i]
            chi = float(off @ np.linalg.solve(covariance, off)) / (len(at) - 1)
            disagree = min(max(1.0, chi), MOST_DISAGREEING)
        sd[i] = np.sqrt(variance * disagree)
        if balls[i] >= FEW:
            own = fitted.lasting[np.ix_(at, at)]
            own[np.diag_indices_from(own)] -= (1 - tight[at]) * groups.variance[at]
            lasting = weight @ own @ weight
            limit[i] = STANDARD_ERRORS * np.sqrt(lasting * disagree)
    return Own(balls, mean, sd, limit, believed_mean, believed_sd)


def _tight(fitted: Fit) -> Array:
    """Share of each group's variance that its cell's own balls have by themselves, shape (g,): 1
    where they scatter as believed, or more, or are few."""
    hits = fitted.hits
    cell = np.array([hits.cells[point.untrimmed] for point in hits.points], dtype=np.intp)
    if not len(cell):
        return np.zeros(0)
    weighed = hits.weighed
    share = weighed.square / (UNSEEN_MISHITS * weighed.scatter.cell_square)
    known = np.where(weighed.freedom >= TIGHT_FREEDOM, np.minimum(share, 1.0), 1.0)
    return np.asarray(known[cell][hits.groups.point])
