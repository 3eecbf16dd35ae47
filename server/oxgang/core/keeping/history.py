"""A cell's balls day by day."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import date
from statistics import median

from oxgang.core.carry.balls import Balls, Hit
from oxgang.core.keeping.events import Happened
from oxgang.core.words.shots import CellKey


@dataclass(frozen=True, slots=True)
class DayOfCell:
    """One day's solid balls: their median in standard conditions [yd].

    `before` is the event since which the day says less; None where there is none.
    """

    day: date
    balls: int
    carry_yd: float
    before: Happened | None


def history_of(hits: Sequence[Hit], key: CellKey, events: Sequence[Happened] = ()) -> list[DayOfCell]:
    """The days on which a cell was hit, oldest first."""
    days: dict[date, list[float]] = defaultdict(list)
    balls = Balls.of(hits)
    mine = balls.in_cell(key)
    for hit in balls.some(mine & balls.set_carry):
        if hit.carry_yd and hit.day:
            days[hit.day].append(hit.carry_yd)
    arms = {balls.points[i].arm_deg for i in set(balls.columns.point[mine].tolist())}
    return [
        DayOfCell(day, len(c), median(c), _before(day, key, arms, events)) for day, c in sorted(days.items())
    ]


def _before(day: date, key: CellKey, arms: Collection[float], events: Sequence[Happened]) -> Happened | None:
    for event in reversed(events):
        change = event.change()
        if change is None or event.on <= day:
            continue
        if any(change.touches(key.club, arm, key.trajectory) for arm in arms):
            return event
    return None
