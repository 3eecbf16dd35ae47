"""Contact, then distance, then trajectory: where a student stands and what is missing.

A later step is wasted until the earlier one holds. The criteria are common practice, no published
source; a coach changes them and can set the stage by hand.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from oxgang.core.carry.matrix import Cell
from oxgang.core.errors import InputError
from oxgang.core.words.shots import Strike, Trajectory

# Fewer cells or launches than this do not settle a criterion.
FEWEST_CELLS: Final = 4
FEWEST_LAUNCHES: Final = 10


class Stage(StrEnum):
    CONTACT = "contact"
    DISTANCE = "distance"
    TRAJECTORY = "trajectory"


@dataclass(frozen=True, slots=True, kw_only=True)
class Criteria:
    """When a stage holds: shares of 1, and over how many of the last balls contact is counted."""

    solid: float = 0.80
    over_balls: int = 20
    cells: float = 0.70
    launches: float = 0.70


@dataclass(frozen=True, slots=True)
class Standing:
    """A stage, whether it holds, and by what: `good` of `of` are there, a share is needed.

    The share is needed of `least` (balls, stock cells or launches).
    """

    stage: Stage
    holds: bool
    good: int
    of: int
    share: float
    least: int


def checked_criteria(criteria: Criteria) -> Criteria:
    """The criteria, once they can be met and missed.

    Raises
    ------
    InputError
        For a share outside 10 % to 100 % or a count outside 5 to 100.
    """
    for name in ("solid", "cells", "launches"):
        if not 0.1 <= getattr(criteria, name) <= 1:
            raise InputError("A criterion is a share of 10 % to 100 %.", field=name)
    if not 5 <= criteria.over_balls <= 100:
        raise InputError("Count contact over 5 to 100 balls.", field="over_balls")
    return criteria


def standings(
    strikes: Sequence[Strike],
    cells: Sequence[Cell],
    launches: Sequence[bool],
    *,
    tolerance_yd: float,
    from_yd: float,
    to_yd: float,
    criteria: Criteria | None = None,
) -> list[Standing]:
    """Each stage in order, with whether it holds.

    Parameters
    ----------
    strikes
        Strikes of the student's balls, oldest first.
    launches
        Whether each measured launch was inside its window, oldest first.
    """
    c = criteria or Criteria()
    last = strikes[-c.over_balls :]
    solid = sum(strike is Strike.SOLID for strike in last)
    enough = len(last) == c.over_balls
    contact = enough and solid >= c.solid * len(last)
    stock = [
        cell
        for cell in cells
        if cell.balls and cell.key.trajectory is Trajectory.STOCK and from_yd <= cell.carry_yd <= to_yd
    ]
    sure = sum(cell.half_yd <= tolerance_yd for cell in stock)
    distance = len(stock) >= FEWEST_CELLS and sure >= c.cells * len(stock)
    recent = launches[-c.over_balls :]
    inside = sum(recent)
    trajectory = len(recent) >= FEWEST_LAUNCHES and inside >= c.launches * len(recent)
    return [
        Standing(Stage.CONTACT, contact, solid, len(last), c.solid, c.over_balls),
        Standing(Stage.DISTANCE, distance, sure, len(stock), c.cells, FEWEST_CELLS),
        Standing(Stage.TRAJECTORY, trajectory, inside, len(recent), c.launches, FEWEST_LAUNCHES),
    ]


def stage_of(found: Sequence[Standing]) -> Stage:
    """The first stage that does not hold; the last one when all do."""
    return next((s.stage for s in found if not s.holds), found[-1].stage)
