"""A student's progress over a period."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from oxgang.academy.models import Student
from oxgang.core.keeping.due import matters
from oxgang.core.keeping.events import EventKind, Happened
from oxgang.core.keeping.progress import Launched, Stretch, Turn, stretch_of, stretches_of, turn_at
from oxgang.core.words.shots import Strike, Trajectory
from oxgang.matrix.models import PublishedMatrix
from oxgang.matrix.selectors.matrix import StudentMatrix, clubs_on, ground_of, matrix_of
from oxgang.matrix.selectors.published import versions_of
from oxgang.range_sessions.selectors.balls import balls_of

# The matrix is looked back at on so many days of a period.
LOOKS = 13


@dataclass(frozen=True, slots=True)
class Look:
    """How the ground stood on a day: shares of yards covered, by all and by measured cells.

    `doubtful` is the share of the cells the student played by that was wider than the tolerance;
    None where there was none.
    """

    day: date
    covered: float
    measured: float
    doubtful: float | None
    numbers: int


@dataclass(frozen=True, slots=True)
class Progress:
    """A period: sessions or months, the ground over time, events with before and after."""

    from_day: date
    to_day: date
    whole: Stretch
    halves: Turn | None
    points: list[Stretch]
    looks: list[Look]
    turns: list[tuple[Happened, Turn | None]]
    versions: list[PublishedMatrix]
    now: StudentMatrix


def progress_of(student: Student, from_day: date, to_day: date, today: date) -> Progress:
    """A student's progress from one day to another, both included.

    The matrix of an earlier day is that of the balls known by then.
    """
    now = matrix_of(student, today)
    launches = _launches(student)
    hits = now.hits
    days = sorted({h.day for h in hits if h.day and from_day <= h.day <= to_day and not h.told})
    middle = days[len(days) // 2] if len(days) > 1 else None
    span = {"from_day": from_day, "to_day": to_day}
    events = [e for e in now.events if from_day <= e.on <= to_day]
    return Progress(
        from_day,
        to_day,
        stretch_of(hits, launches, from_day, to_day),
        turn_at(hits, launches, middle, **span) if middle else None,
        stretches_of(hits, launches, from_day, to_day),
        [_look(student, now, day) for day in _days_to_look(days, from_day, to_day)],
        [(e, turn_at(hits, launches, e.on, **span)) for e in events if _turns(e)],
        [
            v
            for v in versions_of(student).order_by("number")
            if from_day <= v.published_at.date() <= to_day
        ],
        now,
    )


def _turns(event: Happened) -> bool:
    """Whether strikes and spread are worth comparing across an event."""
    return event.kind is not EventKind.RESET


def _launches(student: Student) -> list[Launched]:
    rows = balls_of(student).filter(
        kept=True, strike=Strike.SOLID, excluded="", launch_deg__isnull=False
    )
    return [
        Launched(day, Trajectory(height), launch)
        for day, height, launch in rows.values_list("hit_on", "trajectory", "launch_deg")
        if launch is not None
    ]


def _days_to_look(days: list[date], from_day: date, to_day: date) -> list[date]:
    """The days after which the ground changed, thinned out evenly, and the ends of the period."""
    ends = [from_day, *days, to_day] if days else [from_day, to_day]
    ends = sorted(set(ends))
    if len(ends) <= LOOKS:
        return ends
    step = (len(ends) - 1) / (LOOKS - 1)
    return [ends[round(i * step)] for i in range(LOOKS)]


def _look(student: Student, now: StudentMatrix, day: date) -> Look:
    matrix = now.evidence.on(day, clubs_on(student, day, now.names)).matrix()
    played = matters(matrix.cells, from_yd=student.from_yd, to_yd=student.to_yd)
    wide = sum(c.half_yd > student.tolerance_yd for c in played)
    ground = ground_of(student, matrix.cells)
    yards = ground.to_yd - ground.from_yd + 1
    return Look(
        day,
        ground.covered / yards,
        ground.covered_measured / yards,
        wide / len(played) if played else None,
        len(played),
    )


def default_period(hit: tuple[date, date] | None, today: date) -> tuple[date, date]:
    """The last half year, a whole one for who hit nothing in it; since the first ball when less.

    Parameters
    ----------
    hit
        The days of the student's first and last ball.
    """
    start = today - timedelta(days=182)
    if hit is None:
        return start, today
    if hit[1] < start:
        start = today - timedelta(days=365)
    return max(hit[0], start), today
