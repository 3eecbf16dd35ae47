"""Has the student changed? New balls held against the matrix of before.

A change of speed moves all carries together. The new balls' distances from what the earlier
matrix predicts are averaged by generalised least squares, so that balls of one cell, of one day and
of cells that hang together are not counted twice; the average over its standard deviation is a
z-score.

References
----------
Aitken (1935) for generalised least squares. The matrix's own uncertainty enters as in Rasmussen and
Williams (2006), equation 2.23.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from typing import Final

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr

from oxgang.core.carry.balls import Hit
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.hits import group_hits
from oxgang.core.carry.noise import noise_covariance
from oxgang.core.carry.prior import Point, Points
from oxgang.core.errors import InputError
from oxgang.core.words.intervals import log_ends
from oxgang.core.words.strikes import medians_by

Array = NDArray[np.float64]

# A change is called where chance alone would show as much this rarely.
FALSE_ALARM: Final = 0.05
# A group of new balls further than this from the common shift, in deviations, is widened.
FAR: Final = 2.5
ROUNDS: Final = 4
# One wild ball does not make a wild day: it counts as so many usual deviations.
WILD: Final = 2.5


@dataclass(frozen=True, slots=True)
class Shift:
    """A common change of log carry, its standard deviation and the chance of one as large.

    `share` is the change as a share of the carry: 0.05 is 5 % longer.
    """

    share: float
    sd: float
    chance: float

    @property
    def changed(self) -> bool:
        """Whether this is more than chance."""
        return self.chance < FALSE_ALARM

    def interval(self) -> tuple[float, float]:
        """Ends of the interval of the change, as shares."""
        lo, hi = log_ends(1 + self.share, self.sd)
        return lo - 1, hi - 1


@dataclass(frozen=True, slots=True)
class Off:
    """New balls against the matrix that stood before them, group by group, shape (g,).

    `off` is the distance of log carry, `covariance` what it scatters by when nothing has changed,
    shape (g, g); `expected` the log carry that the matrix of before has. `spread` is the scatter of
    the new balls, `spread_before` of the old ones, `scatter` the sum of squares of the new about
    their groups' means, wild ones cut, with its degrees of freedom.
    """

    points: list[Point]
    balls: NDArray[np.intp]
    off: Array
    covariance: Array
    expected: Array
    spread: float
    spread_before: float
    scatter: float
    freedom: float


def hold_against(stood: Evidence, new: Sequence[Hit], *, day: date) -> Off:
    """New balls held against the matrix of before.

    Parameters
    ----------
    stood
        What stood before them, on the day on which it was last true: that of its last balls. What
        is known to have changed since, up to `day`, leaves it more open.
    new
        The balls held against it.
    day
        The day of the new balls.

    Raises
    ------
    InputError
        When no new ball counts.
    """
    fresh = group_hits(new, day)
    if not len(fresh.ball_log):
        raise InputError("No solid ball to compare. Hit a few more.")
    # An event after the last balls, up to the new ones, widens without ageing: as if the day after.
    then = stood.day + timedelta(days=1)
    since = [c if c.on <= then else replace(c, on=then, at=None) for c in stood.changes if c.on <= day]
    late = any(c.on > stood.day for c in since)
    known = replace(stood, day=then if late else stood.day, changes=since)
    before = known.fitted(fresh.points)
    at = np.array([before.points.index(point) for point in fresh.points])[fresh.groups.point]
    arrays = Points.of(before.points)
    predicted = before.posterior.mean[at]
    covariance = before.posterior.covariance[np.ix_(at, at)]
    covariance = covariance + noise_covariance(fresh.groups, arrays.club[at], arrays.same[at])[0]
    groups, group = len(fresh.groups.mean), fresh.ball_group
    limit = WILD * before.hits.spread
    away = np.clip(fresh.ball_log - medians_by(fresh.ball_log, group, groups)[group], -limit, limit)
    away -= (np.bincount(group, away) / np.bincount(group))[group]
    return Off(
        points=[before.points[i] for i in at],
        balls=fresh.groups.balls,
        off=fresh.groups.mean - predicted,
        covariance=covariance,
        expected=predicted,
        spread=fresh.spread,
        spread_before=before.hits.spread,
        scatter=float((away**2).sum()),
        freedom=float(len(away) - groups),
    )


def shift(stood: Evidence, new: Sequence[Hit], *, day: date) -> Shift:
    """How far all new balls are from the matrix that stood before them (see `hold_against`)."""
    return common_shift(hold_against(stood, new, day=day))


def common_shift(held: Off) -> Shift:
    """The change that all groups share, by generalised least squares."""
    off, covariance = held.off, held.covariance
    moved, information = _common(off, covariance)
    for _ in range(ROUNDS):
        # One unmarked mishit must not pass for a change: what is far from the common shift widens.
        deviation = np.sqrt(np.diagonal(covariance))
        far = np.abs(off - moved) / deviation
        wider = np.where(far > FAR, (far / FAR) ** 2 - 1, 0.0) * deviation**2
        if not wider.any():
            break
        covariance = covariance + np.diag(wider)
        moved, information = _common(off, covariance)
    sd = float(information**-0.5)
    return Shift(float(np.expm1(moved)), sd, float(2 * ndtr(-abs(moved) / sd)))


def _common(off: Array, covariance: Array) -> tuple[float, float]:
    """The generalised least squares average of `off`, and its inverse variance."""
    ones = np.ones(len(off))
    solved = np.linalg.solve(covariance, np.stack([ones, off], 1))
    information = float(ones @ solved[:, 0])
    return float(ones @ solved[:, 1]) / information, information
