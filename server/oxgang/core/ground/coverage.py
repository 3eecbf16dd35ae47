"""How well the ground is covered: counted, by probability, with the fewest shots.

References
----------
Set cover by mixed-integer programming: scipy.optimize.milp (HiGHS). Exact for these sizes.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import Bounds, LinearConstraint, milp
from scipy.special import ndtr

from oxgang.core.carry.cells import Basis, Cell
from oxgang.core.ground.gaps import Stretch, can_plough, covers, fallow
from oxgang.core.words.intervals import Z

Array = NDArray[np.float64]

# In a smallest set a shot costs 1; of equal sets the one with the surer, tighter, shorter-swung
# shots is taken, by costs that together stay below one shot.
ESTIMATE_COST: Final = 0.004
SCATTER_COST: Final = 0.001


@dataclass(frozen=True, slots=True)
class Chance:
    """A cell for a yardage, and the probability that one solid ball lands within the tolerance."""

    cell: int
    probability: float


@dataclass(frozen=True, slots=True)
class Coverage:
    """Shares of the whole yardages between the student's ends.

    `measured` and `all` count yardages within the tolerance of a carry (all: of measured and well
    estimated cells); `chance` is the mean over yardages of the best shot's probability.
    """

    measured: float
    all: float
    chance: float
    gaps: list[Stretch]


def probability(cell: Cell, yardage: float, tolerance_yd: float) -> float:
    """That one solid ball of a cell lands within the tolerance of a yardage.

    The scatter of single balls and what is not known of the mean count together.
    """
    spread = math.hypot(cell.shot_sd_yd, cell.half_yd / Z)
    lo, hi = (yardage - tolerance_yd - cell.carry_yd), (yardage + tolerance_yd - cell.carry_yd)
    return float(ndtr(hi / spread) - ndtr(lo / spread))


def chances(cells: Sequence[Cell], yardage: float, tolerance_yd: float) -> list[Chance]:
    """The cells whose carry is within the tolerance of a yardage, most probable first."""
    found = [
        Chance(i, probability(cell, yardage, tolerance_yd))
        for i, cell in enumerate(cells)
        if covers(cell.carry_yd, round(yardage), tolerance_yd)
    ]
    return sorted(found, key=lambda c: -c.probability)


def ploughing(cells: Sequence[Cell], tolerance_yd: float) -> list[Cell]:
    """The cells that count as ground."""
    return [c for c in cells if can_plough(c.half_yd, c.basis is Basis.MEASURED, tolerance_yd)]


def coverage(cells: Sequence[Cell], *, from_yd: int, to_yd: int, tolerance_yd: float) -> Coverage:
    """Coverage counted three ways, and the gaps."""
    ground = np.arange(from_yd, to_yd + 1)
    measured = [c for c in cells if c.basis is Basis.MEASURED]
    good = ploughing(cells, tolerance_yd)

    def share(some: Sequence[Cell]) -> float:
        return float(_covering(some, ground, tolerance_yd).any(axis=0).mean()) if some else 0.0

    best = np.zeros(len(ground))
    for cell in cells:
        best = np.maximum(best, [probability(cell, float(y), tolerance_yd) for y in ground])
    gaps = fallow(good, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd)
    return Coverage(share(measured), share(good), float(best.mean()), gaps)


def smallest_set(
    cells: Sequence[Cell], *, from_yd: int, to_yd: int, tolerance_yd: float
) -> list[int]:
    """The fewest cells that cover all ground that any of them covers, by their position.

    Only cells that count as ground are taken. Exact; of sets of one size the surer and tighter.
    """
    ground = np.arange(from_yd, to_yd + 1)
    places = [
        i
        for i, c in enumerate(cells)
        if can_plough(c.half_yd, c.basis is Basis.MEASURED, tolerance_yd)
    ]
    some = [cells[i] for i in places]
    if not some:
        return []
    covering = _covering(some, ground, tolerance_yd)
    covered = covering.any(axis=0)
    if not covered.any():
        return []
    widest = max(c.shot_sd_yd for c in some)
    cost = np.array(
        [
            1 + ESTIMATE_COST * (c.basis is Basis.ESTIMATED) + SCATTER_COST * c.shot_sd_yd / widest
            for c in some
        ]
    )
    found = milp(
        cost,
        constraints=LinearConstraint(covering[:, covered].T.astype(float), lb=1),
        integrality=np.ones(len(some), dtype=np.int64),
        bounds=Bounds(0, 1),
    )
    if found.x is None:
        raise RuntimeError("a set cover of covered ground always exists")
    return [places[i] for i in np.flatnonzero(np.round(found.x))]


def spare(cells: Sequence[Cell], *, from_yd: int, to_yd: int, tolerance_yd: float) -> list[int]:
    """Cells that can be dropped without losing ground: all but those of a smallest set."""
    kept = set(smallest_set(cells, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd))
    return [
        i
        for i, c in enumerate(cells)
        if i not in kept
        and can_plough(c.half_yd, c.basis is Basis.MEASURED, tolerance_yd)
        and from_yd - tolerance_yd <= c.carry_yd <= to_yd + tolerance_yd
    ]


def _covering(
    cells: Sequence[Cell], ground: NDArray[np.int64], tolerance_yd: float
) -> NDArray[np.bool_]:
    """Which cell covers which yardage, shape (cells, yardages)."""
    return np.array(
        [[covers(cell.carry_yd, int(y), tolerance_yd) for y in ground] for cell in cells]
    )
