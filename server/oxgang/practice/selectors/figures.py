"""Figures for the head coach: by coach, by level, over months; one student beside others."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date
from enum import StrEnum
from uuid import UUID

from django.db.models import CharField, Count
from django.db.models.functions import Cast, TruncMonth

from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.people import students_at
from oxgang.core.keeping.figures import Figure, Tally, figure_of, months_back
from oxgang.core.practice.load import Level, level_of
from oxgang.matrix.models import Tally as StoredTally
from oxgang.practice.models import Round


class By(StrEnum):
    """What students are put together by."""

    COACH = "coach"
    LEVEL = "level"


@dataclass(frozen=True, slots=True)
class Line:
    """A group, or one student, over the months; `students` belong to it today."""

    key: str
    name: str
    students: int
    months: list[Figure]


@dataclass(frozen=True, slots=True)
class _Of:
    """What a student is put together by."""

    pk: UUID
    name: str
    coach: str
    level: Level


def lines_of(academy: Academy, by: By, last: date, count: int) -> list[Line]:
    """The academy's groups over so many months up to a day's, the whole academy first.

    Three queries; what each student did is kept by month (`matrix.services.tallies`).
    """
    students, tallies, months = _read(academy, last, count)
    groups: dict[tuple[str, str], list[UUID]] = defaultdict(list)
    for one in students.values():
        groups[_key_of(one, by)].append(one.pk)
    order = {level.value: i for i, level in enumerate(Level)}
    ranked = sorted(groups.items(), key=lambda g: (order.get(g[0][0], 0), g[0][1]))
    everybody = Line("", "", len(students), _series(students, tallies, months))
    return [everybody] + [
        Line(key, name, len(pks), _series(pks, tallies, months)) for (key, name), pks in ranked
    ]


def _key_of(one: _Of, by: By) -> tuple[str, str]:
    return (one.coach, one.coach) if by is By.COACH else (one.level.value, one.level.value)


def side_by_side(
    academy: Academy, student: Student, other: Student | None, last: date, count: int
) -> list[Line]:
    """A student beside another one, or beside those of the same level without the student."""
    students, tallies, months = _read(academy, last, count)
    of = _of(student)

    def alone(one: Student) -> Line:
        return Line(str(one.pk), one.name, 1, _series([one.pk], tallies, months, alone=True))

    if other is not None:
        return [alone(student), alone(other)]
    peers = [o.pk for o in students.values() if o.level is of.level and o.pk != student.pk]
    level = of.level.value
    return [alone(student), Line(level, level, len(peers), _series(peers, tallies, months))]


def _of(student: Student) -> _Of:
    coach = student.coach.name if student.coach else ""
    limit = student.academy.junior_limit
    level = level_of(student.handicap, student.ball_limit, limit)
    return _Of(student.pk, student.name, coach, level)


# By student (as the database has the id) and month (its ISO day): of 500 students and two years
# there are 12,000, and making UUIDs and dates of them took longer than all the rest.
Tallies = dict[tuple[str, str], Tally]
Read = tuple[dict[UUID, _Of], Tallies, list[date]]


def _read(academy: Academy, last: date, count: int) -> Read:
    months = months_back(last, count)
    rows = (
        students_at(academy)
        .filter(archived_at=None, example=False)
        .values_list("pk", "name", "coach__name", "handicap", "ball_limit")
    )
    students = {
        pk: _Of(pk, name, coach or "", level_of(handicap, limit, academy.junior_limit))
        for pk, name, coach, handicap, limit in rows
    }
    days = {month.isoformat(): month for month in months}
    tallies: Tallies = {}
    stored = (
        StoredTally.objects.filter(academy=academy, month__gte=months[0], month__lte=months[-1])
        .annotate(of=Cast("student_id", CharField()), on=Cast("month", CharField()))
        .values_list("of", "on", "balls", "solid", "scatter", "spare", "covered", "due")
    )
    for pk, on, balls, solid, scatter, spare, covered, due in stored:
        squares = (scatter or 0.0) ** 2 * spare
        tallies[pk, on] = Tally(days[on], balls, solid, squares, spare, covered, due)
    practised = (
        Round.objects.filter(student__academy=academy, day__gte=months[0], withdrawn_at=None)
        .order_by()
        .annotate(month=TruncMonth("day"))
        .values_list("student_id", "month")
        .annotate(n=Count("pk"))
    )
    for student_id, month, n in practised:
        key = (student_id.hex, month.isoformat())
        tallies[key] = replace(tallies.get(key, Tally(month)), rounds=n)
    return students, tallies, months


def _series(
    pks: Iterable[UUID],
    tallies: Tallies,
    months: Sequence[date],
    *,
    alone: bool = False,
) -> list[Figure]:
    known = [pk.hex for pk in pks]
    series = []
    for month in months:
        on = month.isoformat()
        here = [tallies[pk, on] for pk in known if (pk, on) in tallies]
        series.append(figure_of(month, here, alone=alone))
    return series
