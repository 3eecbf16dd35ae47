"""Two published versions of a matrix: what moved between them, and whether beyond chance."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

from scipy.special import ndtr

from oxgang.core.ground.card import Card, CardCell
from oxgang.core.ground.played import Name, Play
from oxgang.core.keeping.review import CHANCE
from oxgang.core.words.intervals import log_sd_of
from oxgang.core.words.shots import CellKey

# Published carries are rounded: no difference is surer than this variance of log carry allows.
ROUNDING: Final = 1e-9


@dataclass(frozen=True, slots=True)
class Difference:
    """A shot in two versions [yd], whether it was and is played, and how often as large a
    difference comes by chance. An adjustment in inches."""

    key: CellKey
    back_in: float
    down_in: float
    before_yd: float | None
    after_yd: float | None
    before: Play
    after: Play
    chance: float

    @property
    def real(self) -> bool:
        """Whether the difference is more than chance."""
        return self.chance < CHANCE


def differences(before: Card, after: Card) -> list[Difference]:
    """Every shot that either version measured, or the later one is the first to play, in the order
    of the later one."""
    old, new = _named(before), _named(after)
    found = []
    for name in [*new, *(n for n in old if n not in new)]:
        a, b = old.get(name), new.get(name)
        came = b is not None and b.play is Play.PLAYED and (a is None or a.play is not b.play)
        if not came and not any(c and c.measured for c in (a, b)):
            continue
        chance = 1.0
        if a and b:
            change = math.log(b.carry_yd / a.carry_yd)
            variance = _variance(a, before.level) + _variance(b, after.level)
            chance = 2 * float(ndtr(-abs(change) / math.sqrt(variance)))
        carries = [cell.carry_yd if cell else None for cell in (a, b)]
        plays = [cell.play if cell else Play.NEITHER for cell in (a, b)]
        found.append(Difference(*name, carries[0], carries[1], plays[0], plays[1], chance))
    return found


def _named(card: Card) -> dict[Name, CardCell]:
    return {(cell.key, cell.back_in, cell.down_in): cell for cell in card.cells}


def _variance(cell: CardCell, level: float) -> float:
    return log_sd_of(cell.carry_yd, cell.carry_hi_yd, level) ** 2 + ROUNDING
