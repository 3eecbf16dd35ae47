"""Looking back at the ground: on which days, and how it stood."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Final

from oxgang.core.carry.matrix import Basis, Cell
from oxgang.core.ground.ground import Strip, ground_of, small_ground
from oxgang.core.keeping.due import matters

# A period is looked back at on so many days.
LOOKS: Final = 13
# Half a year is shown, a whole one of who has not hit in the last half.
HALF_YEAR_DAYS: Final = 182
YEAR_DAYS: Final = 365


@dataclass(frozen=True, slots=True)
class GroundOnDay:
    """How the ground stood on a day: shares of yards covered, by all and by measured cells.

    `doubtful` is the share of the cells the student played by that was wider than the tolerance;
    None where there was none. `strips` are `measured_strips`.
    """

    day: date
    covered: float
    measured: float
    doubtful: float | None
    numbers: int
    strips: list[Strip]


def ground_on_day(
    day: date, cells: Sequence[Cell], *, from_yd: int, to_yd: int, tolerance_yd: float
) -> GroundOnDay:
    """How the ground stood under the cells of a day."""
    played = matters(cells, from_yd=from_yd, to_yd=to_yd)
    wide = sum(cell.half_yd > tolerance_yd for cell in played)
    ends = {"from_yd": from_yd, "to_yd": to_yd}
    ground = ground_of(cells, **ends, tolerance_yd=tolerance_yd)
    return GroundOnDay(
        day,
        ground.covered / ground.yards,
        ground.covered_measured / ground.yards,
        wide / len(played) if played else None,
        len(played),
        measured_strips(cells, **ends, tolerance_yd=tolerance_yd),
    )


def measured_strips(cells: Sequence[Cell], *, from_yd: int, to_yd: int, tolerance_yd: float) -> list[Strip]:
    """The ground under the measured cells, those that are wider than the tolerance apart."""
    measured = [cell for cell in cells if cell.basis is Basis.MEASURED]
    loose = {cell.key for cell in measured if cell.half_yd > tolerance_yd}
    return small_ground(measured, loose, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd)


def days_to_show(hit: Sequence[date], from_day: date, to_day: date) -> list[date]:
    """The days after which the ground changed, thinned out evenly, and the ends of the period."""
    ends = sorted({from_day, *hit, to_day})
    if len(ends) <= LOOKS:
        return ends
    step = (len(ends) - 1) / (LOOKS - 1)
    return [ends[round(i * step)] for i in range(LOOKS)]


def default_period(hit: tuple[date, date] | None, today: date) -> tuple[date, date]:
    """The last half year, a whole one for who hit nothing in it; since the first ball when less.

    Parameters
    ----------
    hit
        The days of the student's first and last ball.
    """
    start = today - timedelta(days=HALF_YEAR_DAYS)
    if hit is None:
        return start, today
    if hit[1] < start:
        start = today - timedelta(days=YEAR_DAYS)
    return max(hit[0], start), today
