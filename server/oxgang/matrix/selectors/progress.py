"""A student's progress over a period."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache

from oxgang.academy.models import Club, Student
from oxgang.academy.selectors.chain import windows_of
from oxgang.academy.selectors.people import bag_of
from oxgang.core.carry.balls import Hit
from oxgang.core.flight.launch import in_window
from oxgang.core.keeping.events import Happened
from oxgang.core.keeping.ground_over_time import GroundOnDay, days_to_show, ground_on_day
from oxgang.core.keeping.progress import (
    Launched,
    Stretch,
    Turn,
    days_between,
    stretch_of,
    stretches_of,
    turn_at,
)
from oxgang.core.words.shots import Strike, Trajectory
from oxgang.matrix.models import PublishedMatrix
from oxgang.matrix.selectors.cached import cells_on
from oxgang.matrix.selectors.matrix import StudentMatrix, clubs_on, matrix_of
from oxgang.matrix.selectors.played import PlayedNow, played_in
from oxgang.matrix.selectors.published import versions_of
from oxgang.range_sessions.selectors.balls import balls_of


@dataclass(frozen=True, slots=True)
class Progress:
    """A period: sessions or months, the ground over time, events with before and after."""

    from_day: date
    to_day: date
    whole: Stretch
    halves: Turn | None
    points: list[Stretch]
    looks: list[GroundOnDay]
    turns: list[tuple[Happened, Turn | None]]
    lessons: list[tuple[date, Turn | None]]
    versions: list[PublishedMatrix]
    now: StudentMatrix
    played: PlayedNow


def progress_of(
    student: Student,
    from_day: date,
    to_day: date,
    today: date,
    lessons: Sequence[date] = (),
) -> Progress:
    """A student's progress from one day to another, both included.

    The matrix of an earlier day is that of the balls known by then. The ground is that of the shots
    played today.

    Parameters
    ----------
    lessons
        Days of lessons, oldest first: each is held against what was hit since the one before, and
        till the next.
    """
    now = matrix_of(student, today)
    played = played_in(student, now)
    bag = bag_of(student, everything=True)
    launches = _launches(student, from_day, to_day)
    hits = now.hits
    days = days_between(hits, from_day, to_day)
    middle = days[len(days) // 2] if len(days) > 1 else None
    span = {"from_day": from_day, "to_day": to_day}
    events = [e for e in now.events if from_day <= e.on <= to_day]
    return Progress(
        from_day,
        to_day,
        stretch_of(hits, launches, from_day, to_day),
        turn_at(hits, launches, middle, **span) if middle else None,
        stretches_of(hits, launches, from_day, to_day),
        [_look(student, now, played, bag, day) for day in days_to_show(days, from_day, to_day)],
        [(e, turn_at(hits, launches, e.on, **span)) for e in events if e.kind.compares],
        _lessons(hits, launches, lessons, from_day, to_day),
        [v for v in versions_of(student).order_by("number") if from_day <= v.published_at.date() <= to_day],
        now,
        played,
    )


def _lessons(
    hits: Sequence[Hit],
    launches: Sequence[Launched],
    lessons: Sequence[date],
    from_day: date,
    to_day: date,
) -> list[tuple[date, Turn | None]]:
    inside = [day for day in lessons if from_day <= day <= to_day]
    befores = [from_day, *inside]
    ends = [*(day - timedelta(days=1) for day in inside[1:]), to_day]
    return [
        (day, turn_at(hits, launches, day, from_day=befores[i], to_day=ends[i]))
        for i, day in enumerate(inside)
    ]


def _launches(student: Student, from_day: date, to_day: date) -> list[Launched]:
    rows = balls_of(student).filter(accepted=True, strike=Strike.SOLID, excluded="", launch_deg__isnull=False)
    rows = rows.filter(hit_on__range=(from_day, to_day))
    chain = windows_of(student, {})
    window = lru_cache(maxsize=None)(lambda height, loft: chain.window(Trajectory(height), loft))
    seen = rows.values_list("hit_on", "trajectory", "launch_deg", "club__loft_deg")
    return [
        Launched(day, in_window(launch, window(height, loft)) == "in")
        for day, height, launch, loft in seen
        if launch is not None
    ]


def _look(
    student: Student, now: StudentMatrix, played: PlayedNow, bag: Sequence[Club], day: date
) -> GroundOnDay:
    """The ground of a day under the shots that are played today: which were played then nobody knows."""
    cells = cells_on(now.evidence.on(day, clubs_on(bag, day, now.names)))
    return ground_on_day(
        day,
        played.answering_in(cells),
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        tolerance_yd=student.tolerance_yd,
    )
