"""How well the ground is covered: counted, and by probability."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr

from oxgang.core.carry.matrix import Basis, Cell
from oxgang.core.ground.gaps import Carrying, Stretch, can_plough, covering, fallow, spread_yd

Array = NDArray[np.float64]

# A shot of which no scatter is given scatters by this [yd].
NARROWEST_YD: Final = 1e-6


@dataclass(frozen=True, slots=True)
class Coverage:
    """Shares of the whole yardages between the student's ends.

    `played`, `measured` and `all` count yardages within the tolerance of a carry (all: of measured
    and well estimated cells); `chance` is the mean over yardages of the best played shot's
    probability. `gaps` are what no played shot covers, `unploughed` what no well known one does.
    """

    played: float
    measured: float
    all: float
    chance: float
    gaps: list[Stretch]
    unploughed: list[Stretch]


def probability(cell: Carrying, yardage: float, tolerance_yd: float) -> float:
    """That one solid ball of a cell lands within the tolerance of a yardage.

    The scatter of single balls and what is not known of the mean count together.
    """
    spread = max(spread_yd(cell), NARROWEST_YD)
    lo, hi = (yardage - tolerance_yd - cell.carry_yd), (yardage + tolerance_yd - cell.carry_yd)
    return float(ndtr(hi / spread) - ndtr(lo / spread))


def ploughing(cells: Sequence[Cell], tolerance_yd: float) -> list[Cell]:
    """The cells that count as ground."""
    return [c for c in cells if can_plough(c.half_yd, c.basis is not Basis.ESTIMATED, tolerance_yd)]


def coverage(
    cells: Sequence[Cell],
    played: Sequence[Cell],
    *,
    from_yd: int,
    to_yd: int,
    tolerance_yd: float,
) -> Coverage:
    """Coverage of the shots that are played and of all cells, and the gaps."""
    ground = np.arange(from_yd, to_yd + 1)
    measured = [c for c in cells if c.basis is Basis.MEASURED]
    good = ploughing(cells, tolerance_yd)

    def share(some: Sequence[Cell]) -> float:
        return float(covering(some, ground, tolerance_yd).any(axis=0).mean()) if some else 0.0

    best = np.zeros(len(ground))
    for cell in played:
        best = np.maximum(best, [probability(cell, float(y), tolerance_yd) for y in ground])

    def bare(some: Sequence[Cell]) -> list[Stretch]:
        return fallow(some, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd)

    return Coverage(share(played), share(measured), share(good), float(best.mean()), bare(played), bare(good))
