"""A yardage looked up: the shot that is played, in the air and wind and from the lie of today."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Final

from oxgang.academy.models import Student
from oxgang.core.carry.adjustments import adjustments_of
from oxgang.core.carry.matrix import Basis, Cell
from oxgang.core.carry.surfaces import lie_factors
from oxgang.core.carry.today import Today, today_of
from oxgang.core.ground.choice import answer_at
from oxgang.core.ground.coverage import probability
from oxgang.core.ground.played import Candidate
from oxgang.core.words.green import Firmness
from oxgang.core.words.shots import Lie
from oxgang.matrix.selectors.matrix import StudentMatrix, chain_in
from oxgang.matrix.selectors.played import PlayedNow

# Shots that are not played, and adjustments, are named when they start so near [yd] and come within the
# tolerance so much more often than the shot that is.
NEAR_YD: Final = 12.0
BETTER: Final = 0.05
MOST_OTHERS: Final = 3
MOST_UNPLAYED: Final = 2


class Role(StrEnum):
    """Why a shot is named: it is the one, it reaches too, none reaches and it is the nearest, with
    a few yards added or too far off, it is not played and would come closer."""

    ANSWER = "answer"
    OTHER = "other"
    NEAREST = "nearest"
    ADDED = "added"
    UNPLAYED = "unplayed"


@dataclass(frozen=True, slots=True, kw_only=True)
class Conditions:
    """Air [degrees Celsius], wind [m/s, + is into it], lie and turf of a look-up."""

    temperature_c: float
    headwind_mps: float
    lie: Lie = Lie.FAIRWAY
    firmness: Firmness = Firmness.MEDIUM


@dataclass(frozen=True, slots=True)
class Found:
    """A shot for a yardage today, and the chance that a solid ball comes within the tolerance.

    `taught` is how many balls stand behind the worth of its adjustment.
    """

    role: Role
    shot: Today
    chance: float
    taught: int


def look_up(
    student: Student,
    found: StudentMatrix,
    played: PlayedNow,
    yardage: float,
    conditions: Conditions,
) -> list[Found]:
    """The shot to play first, then those that reach it too, then better ones that are not played.

    Nothing when no shot is played and none is measured. Three queries.
    """
    factor = lie_factors(found.matrix.fit)[conditions.lie]
    mine = [(played.cells[i], played.shots[i]) for i in played.answering]
    others = _beside(found, played, yardage / factor.share)
    today = today_of(
        [cell for cell, _ in mine] + [cell for cell, _ in others],
        chain_in(student, found),
        altitude_m=student.academy.altitude_m,
        temperature_c=conditions.temperature_c,
        headwind_mps=conditions.headwind_mps,
        firmness=conditions.firmness,
        lie=conditions.lie,
        factor=factor,
    )
    by_standard = {id(shot.standard): shot for shot in today}
    shots = [(by_standard[id(c)], candidate) for c, candidate in mine if id(c) in by_standard]
    result = _answer(shots, yardage, student.tolerance_yd)
    likely = result[0].chance if result else 0.0

    def chance(shot: Today) -> float:
        return probability(shot.cell, yardage, student.tolerance_yd)

    better = [
        Found(Role.UNPLAYED, by_standard[id(c)], chance(by_standard[id(c)]), taught)
        for c, taught in others
        if id(c) in by_standard and chance(by_standard[id(c)]) > likely + BETTER
    ]
    return [*result, *sorted(better, key=lambda f: -f.chance)[:MOST_UNPLAYED]]


def _answer(shots: Sequence[tuple[Today, Candidate]], yardage: float, tolerance_yd: float) -> list[Found]:
    now = [
        replace(
            candidate,
            carry_yd=shot.cell.carry_yd,
            carry_lo_yd=shot.cell.carry_lo_yd,
            carry_hi_yd=shot.cell.carry_hi_yd,
            shot_sd_yd=shot.cell.shot_sd_yd,
        )
        for shot, candidate in shots
    ]
    answer = answer_at(now, yardage, tolerance_yd)

    def one(role: Role, at: int) -> Found:
        return Found(role, shots[at][0], probability(now[at], yardage, tolerance_yd), 0)

    if answer.shot is not None:
        others = [one(Role.OTHER, i) for i in answer.others[:MOST_OTHERS]]
        return [one(Role.ANSWER, answer.shot), *others]
    if answer.nearest is None:
        return []
    return [one(Role.ADDED if answer.adds else Role.NEAREST, answer.nearest)]


def _beside(found: StudentMatrix, played: PlayedNow, yardage: float) -> list[tuple[Cell, int]]:
    """Measured cells that are not played, and adjustments of measured ones, near a yardage."""
    answering = set(played.answering)
    near = [
        (i, cell)
        for i, cell in enumerate(played.cells)
        if cell.basis is Basis.MEASURED and abs(cell.carry_yd - yardage) <= NEAR_YD
    ]
    adjustments = adjustments_of(
        found.matrix, found.evidence, [cell for _, cell in near if not cell.adjusted]
    )
    names = {played.shots[i].name for i in answering}
    return [(cell, 0) for i, cell in near if i not in answering and not cell.adjusted] + [
        (t.cell, t.taught) for t in adjustments if t.cell.name not in names
    ]
