"""How wide shots will be: when nothing is hit, and when a plan is; and what a plan may move."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import date, timedelta
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.balls import Hit
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.prior import Point
from oxgang.core.carry.weights import UNMARKED_LEAST, UNMARKED_SHARE
from oxgang.core.words.intervals import Z
from oxgang.core.words.shots import BallType, CellKey, Lie

Array = NDArray[np.float64]

AHEAD_DAYS: Final = 365
# The day is found to within so many.
WITHIN_DAYS: Final = 3
# A student of whom nothing is known mishits this share of balls, and that weighs as so many balls.
# Common practice, no published source.
USUAL_MISHITS: Final = 0.1
USUAL_WEIGHT: Final = 20.0
# What normal balls lose to the limits of `weights`, by integration.
WILD_LOSE: Final = 0.012


def halves(evidence: Evidence, points: Sequence[Point]) -> Array:
    """Half of the interval [yd] of each shot type on the day of the evidence, shape (n,)."""
    carries, sd = evidence.carries(points)
    return np.asarray(Z * sd * carries)


# Cell, shot type, expected carry [yd] and number of balls.
Aim = tuple[CellKey, Point, float, int]


def may_move(evidence: Evidence, points: Sequence[Point], aims: Sequence[Aim]) -> Array:
    """How far the numbers of shot types may move [yd, at `intervals.LEVEL`] once these balls are hit
    that day: what is known then against what is known before, shape (n,)."""
    now, after = halves(evidence, points), halves_after(evidence, points, aims)
    return np.asarray(np.sqrt(np.maximum(now**2 - after**2, 0.0)))


def worth_hitting_on(
    evidence: Evidence, points: Sequence[Point], aims: Sequence[Aim], *, over_yd: float
) -> date | None:
    """The first day, to within three, on which these balls could move a number by more than so much
    if nothing is hit before.

    None when that is more than a year off. Widths only grow with time, so that the day is found by
    halving.
    """

    def worth(days: int) -> bool:
        then = replace(evidence, day=evidence.day + timedelta(days=days))
        return bool((may_move(then, points, aims) > over_yd).any())

    if not points or not worth(AHEAD_DAYS):
        return None
    narrow, broad = 0, AHEAD_DAYS
    while broad - narrow > WITHIN_DAYS:
        middle = (narrow + broad) // 2
        if worth(middle):
            broad = middle
        else:
            narrow = middle
    return evidence.day + timedelta(days=broad)


def halves_after(evidence: Evidence, points: Sequence[Point], planned: Sequence[Aim]) -> Array:
    """Half of the interval [yd] of each shot type once a plan is hit that day, shape (n,)."""
    return halves(once_hit(evidence, planned), points)


def once_hit(evidence: Evidence, planned: Sequence[Aim]) -> Evidence:
    """What will be known once a plan is hit that day.

    Where the balls land does not matter for how much is known, so that they are taken to land where
    they are expected; on the ball and lie that the student mostly hits from. As many of them are
    mishits, which say nothing, as the student usually has.
    """
    solid = solid_share(evidence)
    usual = evidence.balls.some(evidence.balls.counts).usual_surface()
    ball, lie = usual or (BallType.PREMIUM, Lie.MAT)
    more: list[Hit] = []
    due = 0.0
    for key, point, carry, n in planned:
        # What is left of a ball counts in the next cell.
        due += n * solid
        count = max(1, round(due))
        due -= count
        one = Hit(key, point, carry, day=evidence.day, ball=ball, lie=lie, imagined=True)
        more += [one] * count
    return evidence.with_hits(more)


def solid_share(evidence: Evidence) -> float:
    """How much a ball of a student's counts, on average: the share that is solid, less the mishits
    that go unmarked and the wild ones that count less. The fewer balls, the nearer to the usual."""
    balls = evidence.balls
    known = balls.own & balls.not_excluded
    mishits = int((known & ~balls.solid).sum())
    share = (mishits + USUAL_MISHITS * USUAL_WEIGHT) / (int(known.sum()) + USUAL_WEIGHT)
    return (1 - share) * (1 - UNMARKED_LEAST - UNMARKED_SHARE * share - WILD_LOSE)
