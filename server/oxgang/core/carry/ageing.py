"""How wide cells will be: when nothing is hit, and when a plan is."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from datetime import date, timedelta
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.cells import INTERVAL_Z
from oxgang.core.carry.fit import fit
from oxgang.core.carry.hits import Hit
from oxgang.core.carry.noise import Change
from oxgang.core.carry.prior import Point
from oxgang.core.words.shots import BallType, CellKey, Lie

Array = NDArray[np.float64]

AHEAD_DAYS: Final = 365
# The day is found to within so many.
WITHIN_DAYS: Final = 3


def too_wide_on(
    hits: Sequence[Hit],
    points: Sequence[Point],
    *,
    today: date,
    tolerance_yd: float,
    changes: Sequence[Change] = (),
) -> date | None:
    """The first day, to within three, on which one of the shot types is wider than the tolerance.

    None when that is more than a year off. Widths only grow with time, so that the day is found by
    halving.
    """

    def wide(days: int) -> bool:
        halves = _halves(hits, points, today + timedelta(days=days), changes)
        return bool((halves > tolerance_yd).any())

    if not points or not wide(AHEAD_DAYS):
        return None
    narrow, broad = 0, AHEAD_DAYS
    while broad - narrow > WITHIN_DAYS:
        middle = (narrow + broad) // 2
        if wide(middle):
            broad = middle
        else:
            narrow = middle
    return today + timedelta(days=broad)


def halves_after(
    hits: Sequence[Hit],
    points: Sequence[Point],
    planned: Sequence[tuple[CellKey, Point, float, int]],
    *,
    today: date,
    changes: Sequence[Change] = (),
) -> Array:
    """Half of the interval [yd] of each shot type once a plan is hit today, shape (n,).

    Parameters
    ----------
    planned
        Cell, shot type, expected carry [yd] and number of balls. Where the balls land does not
        matter for how much is known, so that they are taken to land where they are expected; on
        the ball and lie that the student mostly hits from.
    """
    usual = Counter((hit.ball, hit.lie) for hit in hits if hit.counts).most_common(1)
    ball, lie = usual[0][0] if usual else (BallType.PREMIUM, Lie.MAT)
    more = [
        Hit(key, point, carry, day=today, ball=ball, lie=lie)
        for key, point, carry, n in planned
        for _ in range(n)
    ]
    return _halves([*hits, *more], points, today, changes)


def _halves(
    hits: Sequence[Hit], points: Sequence[Point], day: date, changes: Sequence[Change]
) -> Array:
    found = fit(hits, points, day, changes)
    rows = [found.points.index(point) for point in points]
    sd = np.sqrt(np.diagonal(found.posterior.covariance)[rows])
    return np.asarray(INTERVAL_Z * sd * np.exp(found.posterior.mean[rows]))
