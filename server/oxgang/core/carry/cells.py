"""A student's matrix from the student's balls."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from enum import StrEnum
from typing import Final

from oxgang.core.carry.centre import cell_centre
from oxgang.core.shots import CellKey, Shot

# "At least five balls a cell" is common practice, no published source.
ENOUGH_BALLS: Final = 5
# A number this old has seen another season. Common practice, no published source.
OLD_AFTER_DAYS: Final = 180


class Basis(StrEnum):
    """Whether a cell's number comes from its own balls or from elsewhere."""

    MEASURED = "measured"
    ESTIMATED = "estimated"


class Doubt(StrEnum):
    """Why a cell's number should not be trusted as it stands."""

    FEW_BALLS = "few balls"
    OLD = "old"


@dataclass(frozen=True, slots=True)
class Cell:
    """One cell of a matrix. Distances in yards; the interval is 90 % for the mean carry."""

    key: CellKey
    carry_yd: float
    carry_lo_yd: float
    carry_hi_yd: float
    shot_sd_yd: float
    balls: int
    mishits: int
    basis: Basis
    last_measured: date | None
    doubts: tuple[Doubt, ...] = ()


def build_matrix(shots: Iterable[Shot], *, as_of: date | None = None) -> list[Cell]:
    """Every cell that has at least one ball that counts, in the order first hit.

    Parameters
    ----------
    shots
        The student's balls in any order. Balls dated after `as_of` are left out.
    as_of
        The day for which the matrix is made. None takes all balls and calls none of them old.
    """
    balls: dict[CellKey, list[Shot]] = defaultdict(list)
    for shot in shots:
        if as_of is None or shot.hit_on is None or shot.hit_on <= as_of:
            balls[shot.cell].append(shot)
    return [
        _cell(key, own, as_of) for key, own in balls.items() if any(shot.counts for shot in own)
    ]


def _cell(key: CellKey, own: list[Shot], as_of: date | None) -> Cell:
    solid = [shot for shot in own if shot.counts]
    centre = cell_centre([shot.carry_yd for shot in solid if shot.carry_yd is not None])
    last = max((shot.hit_on for shot in solid if shot.hit_on), default=None)
    doubts = []
    if len(solid) < ENOUGH_BALLS:
        doubts.append(Doubt.FEW_BALLS)
    if as_of and last and (as_of - last).days > OLD_AFTER_DAYS:
        doubts.append(Doubt.OLD)
    return Cell(
        key=key,
        carry_yd=centre.carry_yd,
        carry_lo_yd=centre.lo_yd,
        carry_hi_yd=centre.hi_yd,
        shot_sd_yd=centre.shot_sd_yd,
        balls=len(solid),
        mishits=sum(1 for shot in own if not shot.excluded and shot.strike != "solid"),
        basis=Basis.MEASURED,
        last_measured=last,
        doubts=tuple(doubts),
    )
