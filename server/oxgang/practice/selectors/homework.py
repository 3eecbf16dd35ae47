"""Reads of homework: how far it is, what came back, what is late."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import date, datetime
from uuid import UUID

from django.db.models import Count, Q, QuerySet

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, Coach, Student
from oxgang.academy.selectors.people import day_at
from oxgang.academy.selectors.standards import offered_to
from oxgang.practice.models import Homework, Round, Routine


@dataclass(frozen=True, slots=True)
class Standing:
    """Of a student's homework: how many rounds came back unseen, and how many are late."""

    back: int
    late: int
    open: int


def homework_of(student: Student) -> QuerySet[Homework]:
    """The student's homework that was not taken back, newest first."""
    return Homework.objects.filter(student=student, withdrawn_at=None).select_related("by")


def one_homework(student: Student, homework_id: UUID) -> Homework:
    """One of a student's.

    Raises
    ------
    NotFound
        When there is none.
    """
    found = Homework.objects.filter(student=student, pk=homework_id).select_related("by").first()
    if found is None:
        raise NotFound("There is no such homework here.")
    return found


def done_rows(homework: Homework) -> dict[int, Round]:
    """The newest round of each row that came back."""
    rounds = homework.rounds.filter(withdrawn_at=None, row__isnull=False).order_by("ended_at")
    return {made.row: made for made in rounds if made.row is not None}


def is_late(homework: Homework, done: Collection[int], today: date) -> bool:
    """Whether its day has passed and a row of it is not done."""
    missing = len(done) < len(homework.rows)
    return homework.closed_at is None and homework.due_on < today and missing


def standings_of(
    academy: Academy, now: datetime, students: Collection[UUID] | None = None
) -> Mapping[UUID, Standing]:
    """How the homework of the academy's students stands; only those who have some. Two queries."""
    today = day_at(academy, now)
    unseen = Round.objects.filter(student__academy=academy, reported=True, seen_at=None, withdrawn_at=None)
    out = Homework.objects.filter(student__academy=academy, closed_at=None, withdrawn_at=None)
    if students is not None:
        unseen, out = unseen.filter(student__in=students), out.filter(student__in=students)
    back = dict(unseen.order_by().values_list("student").annotate(n=Count("pk")))
    rows = out.annotate(
        done=Count("rounds__row", filter=Q(rounds__withdrawn_at=None), distinct=True)
    ).values_list("student", "due_on", "rows", "done")
    late: dict[UUID, int] = {}
    waiting: dict[UUID, int] = {}
    for student, due_on, asked, done in rows:
        missing = done < len(asked)
        waiting[student] = waiting.get(student, 0) + missing
        late[student] = late.get(student, 0) + (missing and due_on < today)
    return {
        student: Standing(back.get(student, 0), late.get(student, 0), waiting.get(student, 0))
        for student in {*back, *waiting}
    }


def came_back(academy: Academy) -> QuerySet[Round]:
    """Students of whom something came back that no coach has looked at."""
    rounds = Round.objects.filter(student__academy=academy, reported=True, seen_at=None, withdrawn_at=None)
    return rounds.values("student")  # type: ignore[return-value]


def routines_for(coach: Coach) -> QuerySet[Routine]:
    """The protocols that a coach is offered, by name: the house's, and the coach's own."""
    return Routine.objects.filter(offered_to(coach), academy=coach.academy, archived_at=None)
