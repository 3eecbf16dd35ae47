"""Looking back at the ground: on which days, and how it stood."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Final

from oxgang.core.carry.matrix import Basis, Cell
from oxgang.core.ground.ground import Strip, covered_share, small_ground

# A period is looked back at on so many days.
LOOKS: Final = 13
# Half a year is shown, a whole one of who has not hit in the last half.
HALF_YEAR_DAYS: Final = 182
YEAR_DAYS: Final = 365


@dataclass(frozen=True, slots=True)
class GroundOnDay:
    """How the ground stood on a day under the shots that the student plays, as they were measured
    by then: the share of yards covered, and in strips.

    `doubtful` is the share of those shots that was wider than the tolerance; None where there was
    none. `numbers` counts them.
    """

    day: date
    covered: float
    doubtful: float | None
    numbers: int
    strips: list[Strip]


def ground_on_day(
    day: date, answering: Sequence[Cell], *, from_yd: int, to_yd: int, tolerance_yd: float
) -> GroundOnDay:
    """How the ground stood under the cells of a day that answer a yardage."""
    strips = small_ground(answering, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd)
    inside = [cell for cell in answering if from_yd <= cell.carry_yd <= to_yd]
    wide = sum(cell.half_yd > tolerance_yd for cell in inside)
    doubtful = wide / len(inside) if inside else None
    return GroundOnDay(day, covered_share(strips), doubtful, len(inside), strips)


def measured_strips(cells: Sequence[Cell], *, from_yd: int, to_yd: int, tolerance_yd: float) -> list[Strip]:
    """The ground under all measured cells, whether they are played or not."""
    measured = [cell for cell in cells if cell.basis is Basis.MEASURED]
    return small_ground(measured, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd)


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
