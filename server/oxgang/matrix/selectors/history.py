"""A cell's balls day by day."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from statistics import median

from oxgang.core.carry.hits import Hit
from oxgang.core.shots import CellKey


@dataclass(frozen=True, slots=True)
class DayOfCell:
    """One day's solid balls: their median at home conditions [yd]."""

    day: date
    balls: int
    carry_yd: float


def history_of(hits: Iterable[Hit], key: CellKey) -> list[DayOfCell]:
    """The days on which a cell was hit, oldest first."""
    days: dict[date, list[float]] = defaultdict(list)
    for hit in hits:
        if hit.cell == key and hit.counts and hit.carry_yd and hit.day and not hit.told:
            days[hit.day].append(hit.carry_yd)
    return [DayOfCell(day, len(c), median(c)) for day, c in sorted(days.items())]
