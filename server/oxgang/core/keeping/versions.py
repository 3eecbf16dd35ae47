"""Two published versions of a matrix: what moved between them, and whether beyond chance."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

from scipy.special import ndtr

from oxgang.core.ground.card import Card, CardCell
from oxgang.core.keeping.review import CHANCE
from oxgang.core.words.intervals import log_sd_of
from oxgang.core.words.shots import CellKey

# Published carries are rounded: no difference is surer than this variance of log carry allows.
ROUNDING: Final = 1e-9


@dataclass(frozen=True, slots=True)
class Difference:
    """A cell in two versions [yd] and how often as large a difference comes by chance."""

    key: CellKey
    before_yd: float | None
    after_yd: float | None
    chance: float

    @property
    def real(self) -> bool:
        """Whether the difference is more than chance."""
        return self.chance < CHANCE


def differences(before: Card, after: Card) -> list[Difference]:
    """Every cell that either version measured, in the order of the later one."""
    old = {cell.key: cell for cell in before.cells}
    new = {cell.key: cell for cell in after.cells}
    found = []
    for key in [*new, *(k for k in old if k not in new)]:
        a, b = old.get(key), new.get(key)
        if not ((a and a.measured) or (b and b.measured)):
            continue
        chance = 1.0
        if a and b:
            change = math.log(b.carry_yd / a.carry_yd)
            variance = _variance(a, before.level) + _variance(b, after.level)
            chance = 2 * float(ndtr(-abs(change) / math.sqrt(variance)))
        carries = [cell.carry_yd if cell else None for cell in (a, b)]
        found.append(Difference(key, carries[0], carries[1], chance))
    return found


def _variance(cell: CardCell, level: float) -> float:
    return log_sd_of(cell.carry_yd, cell.carry_hi_yd, level) ** 2 + ROUNDING
