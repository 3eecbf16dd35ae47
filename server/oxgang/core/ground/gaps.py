"""Coverage of the ground: which yardages have a shot, which lie fallow, which shot is best."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations, groupby
from typing import TYPE_CHECKING, Final, Protocol

from oxgang.core.errors import InputError
from oxgang.core.units import quantity
from oxgang.core.words.intervals import sd_of
from oxgang.core.words.shots import CellKey

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray

FROM_YD: Final = 30
TO_YD: Final = 100
TOLERANCE_YD: Final = 2.5
TOLERANCE_RANGE_YD: Final = (0.5, 10.0)
GROUND_LIMITS_YD: Final = (5, 200)
# Two cells whose carries are this close do the same job.
OVERLAP_YD: Final = 1.0
# An estimate whose interval reaches further than so many tolerances covers no ground.
TRUSTED_TOLERANCES: Final = 2.0
# Distances are compared in decimals; binary fractions must not decide what is covered.
_EPSILON: Final = 1e-9


class Carrying(Protocol):
    """Anything with a carry and a spread [yd]: a matrix cell, a row of a matrix file."""

    @property
    def key(self) -> CellKey: ...
    @property
    def carry_yd(self) -> float: ...
    @property
    def shot_sd_yd(self) -> float: ...
    @property
    def carry_lo_yd(self) -> float | None: ...
    @property
    def carry_hi_yd(self) -> float | None: ...


@dataclass(frozen=True, slots=True)
class Stretch:
    """A run of whole yardages, first and last included."""

    from_yd: int
    to_yd: int

    @property
    def width(self) -> int:
        """Number of whole yardages in the stretch."""
        return self.to_yd - self.from_yd + 1


def checked_tolerance(tolerance_yd: float) -> float:
    """The tolerance [yd], once it is one that a student can be held to.

    Raises
    ------
    InputError
        Outside half a yard to ten yards.
    """
    lo, hi = TOLERANCE_RANGE_YD
    if not (math.isfinite(tolerance_yd) and lo <= tolerance_yd <= hi):
        raise InputError(
            f"A tolerance of {quantity(tolerance_yd)} is outside {quantity(lo)} to {quantity(hi)}.",
            field="tolerance_yd",
        )
    return tolerance_yd


def checked_range(from_yd: int, to_yd: int) -> None:
    """Check the ground a student works on.

    Raises
    ------
    InputError
        When the range is reversed, reaches under 5 yards or over 200.
    """
    lo, hi = GROUND_LIMITS_YD
    if from_yd >= to_yd:
        raise InputError(
            f"The distances run from {quantity(from_yd)} to {quantity(to_yd)}. Give the shorter one first.",
            field="from_yd",
        )
    if from_yd < lo or to_yd > hi:
        raise InputError(f"Keep the ground between {quantity(lo)} and {quantity(hi)}.", field="to_yd")


def can_plough(half_yd: float, known: bool, tolerance_yd: float) -> bool:
    """Whether a cell counts as ground: measured or reported, or estimated well enough to be played."""
    return known or half_yd <= TRUSTED_TOLERANCES * tolerance_yd


def covers(carry_yd: float, yardage: float, tolerance_yd: float) -> bool:
    """Whether a carry is within the tolerance of a yardage (inclusive)."""
    return abs(carry_yd - yardage) <= tolerance_yd + _EPSILON


def covering(
    cells: Sequence[Carrying], yardages: NDArray[np.int64], tolerance_yd: float
) -> NDArray[np.bool_]:
    """Which cells cover which yardages, shape (cells, yardages)."""
    # A command's help needs the limits above, and would wait for numpy.
    import numpy as np

    carries = np.array([cell.carry_yd for cell in cells], dtype=float)
    return np.asarray(np.abs(np.subtract.outer(carries, yardages)) <= tolerance_yd + _EPSILON)


def covered_yardages(
    cells: Sequence[Carrying], *, from_yd: int, to_yd: int, tolerance_yd: float
) -> list[int]:
    """The whole yardages in [from_yd, to_yd] that some cell covers, ascending."""
    import numpy as np

    yardages = np.arange(from_yd, to_yd + 1)
    held = covering(cells, yardages, tolerance_yd).any(axis=0)
    return [int(y) for y in yardages[held]]


def stretches(yardages: Sequence[int]) -> list[Stretch]:
    """Maximal runs of consecutive whole yardages. `yardages` ascends without repeats."""
    runs = []
    for _, group in groupby(enumerate(yardages), key=lambda pair: pair[1] - pair[0]):
        run = [y for _, y in group]
        runs.append(Stretch(run[0], run[-1]))
    return runs


def fallow(cells: Sequence[Carrying], *, from_yd: int, to_yd: int, tolerance_yd: float) -> list[Stretch]:
    """The gaps: maximal runs of whole yardages that no cell covers."""
    ploughed = set(covered_yardages(cells, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd))
    return stretches([y for y in range(from_yd, to_yd + 1) if y not in ploughed])


def leaves(gap: Stretch, carry_yd: float, tolerance_yd: float) -> list[Stretch]:
    """What one more carry leaves fallow of a gap."""
    return stretches([y for y in range(gap.from_yd, gap.to_yd + 1) if not covers(carry_yd, y, tolerance_yd)])


def overlaps(cells: Sequence[Carrying]) -> list[tuple[CellKey, CellKey]]:
    """Pairs of cells whose carries are within one yard of each other."""
    return [
        (a.key, b.key)
        for a, b in combinations(cells, 2)
        if abs(a.carry_yd - b.carry_yd) <= OVERLAP_YD + _EPSILON
    ]


def expected_miss_yd(cell: Carrying, yardage: float) -> float:
    """Root mean square distance [yd] of one solid ball from the yardage.

    It counts the distance of the mean, the scatter, and what is not known of the mean.
    """
    return math.hypot(cell.carry_yd - yardage, cell.shot_sd_yd, unknown_yd(cell))


def unknown_yd(cell: Carrying) -> float:
    """Deviation [yd] of what is not known of a carry; 0 where no interval is given."""
    if cell.carry_lo_yd is None or cell.carry_hi_yd is None:
        return 0.0
    return sd_of(cell.carry_lo_yd, cell.carry_hi_yd)


def spread_yd(shot: Carrying) -> float:
    """Deviation of one solid ball from a shot's number [yd]: its scatter and what is not known of
    the mean together."""
    return math.hypot(shot.shot_sd_yd, unknown_yd(shot))
