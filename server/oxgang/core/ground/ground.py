"""The ground as it is drawn: under the plough, unsure, fallow, and the best shots of each yard."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

import numpy as np

from oxgang.core.carry.matrix import Basis, Cell
from oxgang.core.ground.choice import answer_at
from oxgang.core.ground.gaps import (
    Carrying,
    Stretch,
    can_plough,
    covered_yardages,
    fallow,
    spread_yd,
    stretches,
)
from oxgang.core.ground.played import Candidate

# The axis stretches to the tens beyond the student's shots.
AXIS_STEP_YD: Final = 10


@dataclass(frozen=True, slots=True)
class Ground:
    """What lies under the plough from `from_yd` to `to_yd`, whole yards.

    `fallow` is what no measured and no well estimated cell covers, `unsure` what only estimates
    cover. `best` holds for each whole yardage of the axis (from `axis_from_yd`) the indices of the
    best cells, best first.
    """

    from_yd: int
    to_yd: int
    tolerance_yd: float
    axis_from_yd: int
    axis_to_yd: int
    covered: int
    covered_measured: int
    fallow: list[Stretch]
    unsure: list[Stretch]
    best: list[list[int]]

    @property
    def yards(self) -> int:
        """How many whole yardages the student works on."""
        return self.to_yd - self.from_yd + 1


class Hold(StrEnum):
    """How a stretch of the small ground is held by the numbers that a student plays by."""

    SURE = "sure"
    DOUBTFUL = "doubtful"
    FALLOW = "fallow"


@dataclass(frozen=True, slots=True)
class Strip:
    """A stretch of the small ground, first and last yard included."""

    from_yd: int
    to_yd: int
    kind: Hold


def ground_of(cells: Sequence[Cell], *, from_yd: int, to_yd: int, tolerance_yd: float) -> Ground:
    """A student's ground under these cells."""
    measured = [cell for cell in cells if cell.basis is Basis.MEASURED]
    known = [cell for cell in cells if cell.basis is not Basis.ESTIMATED]
    ploughs = [
        cell for cell in cells if can_plough(cell.half_yd, cell.basis is not Basis.ESTIMATED, tolerance_yd)
    ]
    low = min([from_yd, *(cell.carry_yd - cell.shot_sd_yd for cell in known)])
    high = max([to_yd, *(cell.carry_yd + cell.shot_sd_yd for cell in known)])
    axis_from = max(0, int(low // AXIS_STEP_YD) * AXIS_STEP_YD)
    axis_to = -int(-high // AXIS_STEP_YD) * AXIS_STEP_YD

    def covered(some: Sequence[Cell]) -> int:
        return len(covered_yardages(some, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd))

    def uncovered(some: Sequence[Cell]) -> list[Stretch]:
        return fallow(some, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd)

    return Ground(
        from_yd=from_yd,
        to_yd=to_yd,
        tolerance_yd=tolerance_yd,
        axis_from_yd=axis_from,
        axis_to_yd=axis_to,
        covered=covered(ploughs),
        covered_measured=covered(measured),
        fallow=uncovered(ploughs),
        unsure=uncovered(known),
        best=best_at(cells, range(axis_from, axis_to + 1)),
    )


@dataclass(frozen=True, slots=True)
class PlayedGround:
    """What the shots played make of the ground: whole yardages that they cover, the stretches that
    they leave, and for each whole yardage of the axis the place of the shot for it, or of the one
    that is `near` enough to add to or take off from."""

    covered: int
    fallow: list[Stretch]
    plays: list[int | None]
    near: list[int | None]


def played_ground(shots: Sequence[Candidate], answering: Sequence[int], ground: Ground) -> PlayedGround:
    """The ground under the shots that answer a yardage, by their places."""
    some = [shots[i] for i in answering]
    ends = {"from_yd": ground.from_yd, "to_yd": ground.to_yd}
    left = fallow(some, **ends, tolerance_yd=ground.tolerance_yd)
    plays: list[int | None] = []
    near: list[int | None] = []
    for yardage in range(ground.axis_from_yd, ground.axis_to_yd + 1):
        answer = answer_at(some, yardage, ground.tolerance_yd)
        plays.append(None if answer.shot is None else answering[answer.shot])
        near.append(answering[answer.nearest] if answer.adds and answer.nearest is not None else None)
    return PlayedGround(ground.yards - sum(s.width for s in left), left, plays, near)


def small_ground(answering: Sequence[Cell], *, from_yd: int, to_yd: int, tolerance_yd: float) -> list[Strip]:
    """The ground under the shots that answer a yardage, in strips, by how well each yard is held.

    What only cells wider than the tolerance hold is doubtful.
    """

    def held_by(cells: Sequence[Cell]) -> set[int]:
        found = covered_yardages(cells, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd)
        return set(found)

    sure = held_by([cell for cell in answering if cell.half_yd <= tolerance_yd])
    some = held_by(answering)
    every = range(from_yd, to_yd + 1)
    kinds = {
        Hold.SURE: [y for y in every if y in sure],
        Hold.DOUBTFUL: [y for y in every if y in some and y not in sure],
        Hold.FALLOW: [y for y in every if y not in some],
    }
    return [Strip(s.from_yd, s.to_yd, kind) for kind, yards in kinds.items() for s in stretches(yards)]


def covered_share(strips: Sequence[Strip]) -> float:
    """The share of the ground that is covered: the one figure of it, on every surface."""
    yards = {kind: sum(s.to_yd - s.from_yd + 1 for s in strips if s.kind is kind) for kind in Hold}
    every = sum(yards.values())
    return 1 - yards[Hold.FALLOW] / every if every else 0.0


def best_at(cells: Sequence[Carrying], yardages: Sequence[float], *, most: int = 3) -> list[list[int]]:
    """For each yardage the indices of the cells that leave one ball nearest to it, best first.

    Ranked by the root mean square distance of a ball (`expected_miss_yd`), so that a tight shot a
    yard off beats a loose one on the number.
    """
    carries = np.array([cell.carry_yd for cell in cells], dtype=float)
    spreads = np.array([spread_yd(cell) for cell in cells], dtype=float)
    miss = np.hypot(carries - np.array(yardages, dtype=float)[:, None], spreads)
    best: list[list[int]] = np.argsort(miss, axis=1, kind="stable")[:, :most].tolist()
    return best
