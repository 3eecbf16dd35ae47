"""A session against the matrix before it: what changed, and whether it is more than chance."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from statistics import median
from typing import Final

from scipy.special import ndtr

from oxgang.core.carry.matrix import Cell, Matrix
from oxgang.core.carry.noise import DAY_SD
from oxgang.core.words.intervals import log_sd_of
from oxgang.core.words.shots import CellKey

# A change that chance alone makes more rarely than this is called one.
CHANCE: Final = 0.10
# Cells without new balls are listed when they moved by at least this share of the carry.
MOVED: Final = 0.03


@dataclass(frozen=True, slots=True)
class Moved:
    """A cell before and after. `chance` is how often as large a change comes by chance alone."""

    before: Cell
    after: Cell
    new_balls: int
    chance: float

    @property
    def real(self) -> bool:
        """Whether the change is more than chance."""
        return self.chance < CHANCE


def compare(before: Matrix, after: Matrix, new: Mapping[CellKey, Sequence[float]]) -> list[Moved]:
    """Every cell with new balls, and others that moved with them, in the order of the matrix.

    The chance of a cell with new balls is that of balls as far from what the matrix before foretold
    (its own uncertainty, the scatter of so many balls, the day); of another cell, that of its
    change under its own uncertainty.

    Parameters
    ----------
    new
        Home carries [yd] of the new balls of each cell.
    """
    old = {cell.key: cell for cell in before.cells}
    found = []
    for cell in after.cells:
        was = old.get(cell.key)
        if was is None:
            continue
        carries = new.get(cell.key, ())
        change = math.log(cell.carry_yd / was.carry_yd)
        variance = log_sd_of(was.carry_yd, was.carry_hi_yd) ** 2
        if carries:
            change = math.log(median(carries) / was.carry_yd)
            variance += (was.shot_sd_yd / was.carry_yd) ** 2 / len(carries) + DAY_SD**2
        elif abs(change) < MOVED:
            continue
        chance = 2 * float(ndtr(-abs(change) / math.sqrt(variance)))
        found.append(Moved(was, cell, len(carries), chance))
    return found
