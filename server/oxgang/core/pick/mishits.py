"""The balls that are not struck well: how often, and where they finish.

A mishit finishes at a share of what the solid ball does, normal in both directions. How the kinds
differ is common practice, no published source: fat is short, thin is low, long and runs, off the
heel or the toe is weak and wide, hard is a few yards long. The student's own balls move them.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from statistics import fmean
from typing import Final

from oxgang.core.carry.balls import Balls, Hit
from oxgang.core.words.complete import complete
from oxgang.core.words.shots import CellKey, Lie, Strike, Trajectory


@dataclass(frozen=True, slots=True)
class Mishit:
    """One kind: its share of the mishits; its finish as a share of the solid ball's, and the
    deviation of that; how much wider it flies."""

    kind: Strike
    share: float
    finish: float
    finish_sd: float
    wide: float


KINDS: Final = (
    Mishit(Strike.FAT, 0.36, 0.55, 0.18, 1.0),
    Mishit(Strike.THIN, 0.34, 1.30, 0.20, 1.3),
    Mishit(Strike.HEEL, 0.12, 0.85, 0.08, 2.0),
    Mishit(Strike.TOE, 0.13, 0.88, 0.08, 2.0),
    Mishit(Strike.HARD, 0.05, 1.09, 0.04, 1.5),
)
# How often a student of a handicap mishits a stock pitch from fairway: so much, and so much more
# for each stroke. Judgement.
SCRATCH_MISHITS: Final = 0.04
MISHITS_PER_STROKE: Final = 0.008
MOST_MISHITS: Final = 0.6
# As so many balls of the student's that weighs, the kinds' shares and finishes too, and the
# student's own rate in a cell.
LEVEL_BALLS: Final = 20.0
KIND_BALLS: Final = 8.0
CELL_BALLS: Final = 10.0
# Contact in doubt asks for low: common practice, no published source; the size is judgement.
OF_HEIGHT: Final = complete(Trajectory, {Trajectory.LOW: 0.85, Trajectory.STOCK: 1.0, Trajectory.HIGH: 1.25})
# Sitting down, the grass takes the club first. Judgement.
OF_LIE: Final = complete(
    Lie, {Lie.TEE: 0.9, Lie.MAT: 0.9, Lie.FAIRWAY: 1.0, Lie.ROUGH_UP: 1.15, Lie.ROUGH_DOWN: 1.7}
)
# More bounce digs less there: for each degree beyond a usual sole. Judgement.
USUAL_BOUNCE_DEG: Final = 10.0
BOUNCE_SHARE: Final = 0.04
BOUNCE_RANGE: Final = (0.6, 1.4)


@dataclass(frozen=True, slots=True)
class Contact:
    """How a student misses: the share of mishits of a stock shot from fairway, their kinds, and
    from how many of the student's own balls that is known. `stated` is a share that somebody gave:
    heights then do not change it."""

    share: float
    kinds: tuple[Mishit, ...] = KINDS
    balls: int = 0
    stated: bool = False

    def share_of(
        self,
        trajectory: Trajectory,
        lie: Lie,
        *,
        balls: int = 0,
        mishits: int = 0,
        bounce_deg: float | None = None,
    ) -> float:
        """The share of mishits of a shot that has so many solid balls and mishits of its own, with
        a club of this bounce [degrees], from a lie."""
        of = self.share if self.stated else self.share * OF_HEIGHT[trajectory]
        if self.balls:
            of = (mishits + CELL_BALLS * of) / (balls + mishits + CELL_BALLS)
        of *= OF_LIE[lie]
        if lie is Lie.ROUGH_DOWN:
            bounce = USUAL_BOUNCE_DEG if bounce_deg is None else bounce_deg
            lo, hi = BOUNCE_RANGE
            of *= min(hi, max(lo, 1 - BOUNCE_SHARE * (bounce - USUAL_BOUNCE_DEG)))
        return min(MOST_MISHITS, of)


def usual_contact(handicap: float) -> Contact:
    """How a student of this handicap misses, before a ball is known."""
    return Contact(_of_level(handicap))


def own_contact(hits: Iterable[Hit], carries: Mapping[CellKey, float], handicap: float) -> Contact:
    """How a student misses, by the balls.

    Parameters
    ----------
    carries
        What the student's cells carry [yd], solid.
    """
    balls = Balls.of(hits)
    known = balls.not_excluded & balls.own & ~balls.columns.imagined
    missed = list(balls.some(known & ~balls.solid))
    number = int(known.sum())
    kinds = Counter(hit.strike for hit in missed)
    share = (len(missed) + LEVEL_BALLS * _of_level(handicap)) / (number + LEVEL_BALLS)
    return Contact(
        share,
        tuple(_own(kind, kinds[kind.kind], len(missed), missed, carries) for kind in KINDS),
        number,
    )


def _of_level(handicap: float) -> float:
    return SCRATCH_MISHITS + MISHITS_PER_STROKE * max(0.0, handicap)


def _own(
    kind: Mishit, count: int, of: int, missed: Sequence[Hit], carries: Mapping[CellKey, float]
) -> Mishit:
    finishes = [
        hit.carry_yd / carries[hit.cell]
        for hit in missed
        if hit.strike is kind.kind and hit.carry_yd and carries.get(hit.cell)
    ]
    n = len(finishes)
    middle = kind.finish
    if n:
        middle = (kind.finish * KIND_BALLS + fmean(finishes) * n) / (KIND_BALLS + n)
    return replace(kind, share=(count + KIND_BALLS * kind.share) / (of + KIND_BALLS), finish=middle)
