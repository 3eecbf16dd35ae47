"""Keeping what the morning's list shows of each student."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from uuid import UUID

from django.db import transaction
from django.db.models import Case, Max, Q, When

from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.people import bag_of, day_at, rows_of, students_at
from oxgang.core.ground.ground import Strip, covered_share
from oxgang.core.ground.stages import Stage
from oxgang.core.keeping.due import Due, State, not_computed
from oxgang.core.practice.check_up import CHECK_UP_BALLS, due_on, settled
from oxgang.core.practice.protocols import Wish
from oxgang.matrix.models import Summary
from oxgang.matrix.selectors.due import DueNow, due_in
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.matrix.selectors.played import PlayedNow
from oxgang.matrix.selectors.standing import standing_of
from oxgang.range_sessions.models import Appointment
from oxgang.range_sessions.selectors.appointments import next_of
from oxgang.range_sessions.selectors.balls import balls_of


@dataclass(frozen=True, slots=True)
class Stale:
    """A student whose summary is old; `misplaced` when the list lacks it, or in the wrong half."""

    student_id: UUID
    misplaced: bool


def stale_in(academy: Academy, now: datetime, most: int) -> list[Stale]:
    """Students whose summary is older than their records, the misplaced first, then ones older
    than today; at most so many.

    Two queries whose cost grows with what they find, not with the academy.
    """
    missing = Q(summary=None)
    came_back = Q(archived_at=None, summary__archived=True)
    went = Q(archived_at__isnull=False, summary__archived=False)
    changed = (
        students_at(academy)
        .filter(stale=True)
        .annotate(misplaced=Case(When(missing | came_back | went, then=True), default=False))
        .order_by("-misplaced")
        .values_list("pk", "misplaced")
    )
    found = [Stale(pk, misplaced) for pk, misplaced in changed[:most]]
    if len(found) < most:
        seen = {one.student_id for one in found}
        old = Summary.objects.filter(
            academy=academy, day__lt=day_at(academy, now), archived=False
        ).values_list("student_id", flat=True)
        found += [Stale(pk, False) for pk in old[: most - len(found)] if pk not in seen]
    return found


@dataclass(frozen=True, slots=True)
class Row:
    """What the list shows of a student.

    `due_on` is when a check-up could first move a number if nothing is hit; None is beyond a year, or
    now. `ground` holds the strips of the small ground. `coming` are the next two sessions.
    """

    student: Student
    day: date
    due: Due
    stage: Stage
    clubs: int
    balls: int
    waiting: int
    last_hit: date | None
    published_on: date | None
    settles: int
    covered: float
    due_on: date | None
    ground: list[Strip]
    coming: list[Appointment]
    shots: PlayedNow | None


def row_of(student: Student, found: StudentMatrix) -> Row:
    """A student's row of the list, from the reviewed matrix of today."""
    stage, _ = standing_of(student, found.matrix)
    now = due_in(student, found, stage)
    version = now.version
    balls = balls_of(student)
    coming = next_of(student.academy, [student.pk], found.day)
    return Row(
        student=student,
        day=found.day,
        due=now.due,
        stage=stage,
        clubs=len(found.clubs),
        balls=balls.count(),
        waiting=now.waiting,
        last_hit=balls.order_by().aggregate(last=Max("hit_on"))["last"],
        published_on=day_at(student.academy, version.published_at) if version else None,
        settles=_settled(student, found, now, stage),
        covered=covered_share(now.strips),
        due_on=_due_on(student, found, now),
        ground=now.strips,
        coming=coming.get(student.pk, []),
        shots=now.shots,
    )


def broken_row(student: Student, day: date) -> Row:
    """The row of a student whose numbers cannot be computed: it says so, and what can be counted."""
    balls = balls_of(student)
    return Row(
        student=student,
        day=day,
        due=not_computed(),
        stage=Stage.CONTACT,
        clubs=len(bag_of(student)),
        balls=balls.count(),
        waiting=0,
        last_hit=balls.order_by().aggregate(last=Max("hit_on"))["last"],
        published_on=None,
        settles=0,
        covered=0.0,
        due_on=None,
        ground=[],
        coming=[],
        shots=None,
    )


@transaction.atomic
def keep_row(row: Row, content: str) -> None:
    """Keep a row and its `content` for the page.

    A write that came since the student was loaded leaves the student stale.
    """
    student = row.student
    Summary.objects.update_or_create(
        student=student,
        defaults={
            "academy_id": student.academy_id,
            "archived": student.archived_at is not None,
            "name": student.name,
            "revision": student.revision,
            "day": row.day,
            "state": row.due.state,
            "need": row.due.need,
            "waiting": row.waiting,
            "reasons": [reason.as_data() for reason in row.due.reasons],
            "content": content,
        },
    )
    rows_of([student.pk]).filter(revision=student.revision).update(stale=False)


def _settled(student: Student, found: StudentMatrix, now: DueNow, stage: Stage) -> int:
    """How many of the cells that are due a check-up of the usual size would settle."""
    wish = Wish(
        balls=CHECK_UP_BALLS,
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        stage=stage,
        due=now.wide,
        tolerance_yd=student.tolerance_yd,
        played=[cell.key for cell in now.played],
        learning=now.learning,
    )
    return settled(found.matrix, found.evidence, wish)


def _due_on(student: Student, found: StudentMatrix, now: DueNow) -> date | None:
    if now.due.state is not State.TRUE:
        return None
    return due_on(found.matrix, found.evidence, now.played, tolerance_yd=student.tolerance_yd)
