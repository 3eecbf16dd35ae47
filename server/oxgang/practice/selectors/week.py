"""What a student should practise next, and on which days."""

from __future__ import annotations

from datetime import date, timedelta

from oxgang.academy.models import Student
from oxgang.academy.selectors.events import events_of
from oxgang.core.ground.coverage import probability
from oxgang.core.keeping.events import EventKind
from oxgang.core.practice.week import INJURY_DAYS, Day, Known, week_of
from oxgang.core.words.shots import CellKey
from oxgang.matrix.selectors.cached import CachedMatrix
from oxgang.matrix.selectors.due import due_in
from oxgang.matrix.selectors.standing import standing_of
from oxgang.practice.as_data import call_of, key_of
from oxgang.practice.selectors.player import learning_in
from oxgang.practice.selectors.rounds import LOOK_BACK, rounds_of


def week_for(student: Student, cached: CachedMatrix, first: date, days: int) -> list[Day]:
    """The student's week from a day on.

    Raises
    ------
    InputError
        Outside 1 to 4 days, or when there is no shot to practise.
    """
    found = cached.found
    stage, _ = standing_of(student, found.matrix)
    now = due_in(student, found, stage)
    asked = _last_asked(student, cached, first)
    shots = now.shots
    work = learning_in(shots)
    wide = set(now.wide)
    known = []
    for place in dict.fromkeys([*shots.answering, *_places(cached, work)]):
        cell = shots.cells[place]
        if cell.adjusted:
            continue
        known.append(
            Known(
                cell.key,
                due=cell.key in wide,
                work=cell.key in work,
                chance=probability(cell, cell.carry_yd, student.tolerance_yd),
                days_ago=asked.get(cell.key),
            )
        )
    spared = any(
        event.kind == EventKind.INJURY and event.on > first - timedelta(days=INJURY_DAYS)
        for event in events_of(student)
    )
    return week_of(
        known,
        first,
        days,
        limit=student.ball_limit,
        injured=spared,
        numbers=bool(shots.answering),
    )


def _places(cached: CachedMatrix, keys: list[CellKey]) -> list[int]:
    return [
        i for i, cell in enumerate(cached.found.matrix.every) if cell.key in set(keys) and not cell.adjusted
    ]


def _last_asked(student: Student, cached: CachedMatrix, today: date) -> dict[CellKey, int]:
    """How many days ago each shot was last hit or called."""
    last: dict[CellKey, date] = {}
    balls = cached.found.evidence.balls
    for i, cell in enumerate(balls.cells):
        day = balls.some(balls.own & (balls.columns.cell == i)).last_day()
        if day is not None:
            last[cell] = day
    for made in rounds_of(student)[:LOOK_BACK]:
        for result in made.results:
            shot = key_of(result.get("shot")) or call_of(made.calls[result["call"]]).shot
            if shot is not None:
                last[shot] = max(last.get(shot, made.day), made.day)
    return {shot: (today - day).days for shot, day in last.items()}
