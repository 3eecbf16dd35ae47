"""Keeping what the list and the matrix view show of students, until records or the day move on."""

from __future__ import annotations

import logging
from datetime import datetime
from time import monotonic
from typing import Any
from uuid import UUID

from django.db import OperationalError

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.people import day_at, student_of
from oxgang.matrix.models import StoredMatrix
from oxgang.matrix.selectors.as_data import as_text, matrix_data
from oxgang.matrix.selectors.matrix import StudentMatrix, matrix_of
from oxgang.matrix.selectors.played import PlayedNow
from oxgang.matrix.services.summary import Row, broken_row, keep_row, row_of, stale_in
from oxgang.matrix.services.tallies import keep_tallies

# What the list shows of a row as it stands.
AS_IT_IS = ("stage", "clubs", "balls", "waiting", "last_hit", "published_on", "settles", "covered", "due_on")
# Somebody who waits for the list waits so long for students that are behind, and at most so many
# of them are counted.
CATCH_UP_S = 0.15
# Longer for a student whom the list would lack: somebody has just added or archived him or her.
MISPLACED_S = 1.0
MOST_COUNTED = 100

log = logging.getLogger(__name__)


def renew(student: Student, now: datetime) -> None:
    """Compute what the list and the matrix view show of a student, once for both."""
    found = matrix_of(student, day_at(student.academy, now))
    row = row_of(student, found)
    keep_row(row, as_text(row_data(row)))
    keep_matrix(student, found, row.shots)
    keep_tallies(row, found)


def keep_matrix(student: Student, found: StudentMatrix, shots: PlayedNow | None = None) -> None:
    """Keep a matrix of today that was computed at the student's revision."""
    StoredMatrix.objects.update_or_create(
        student=student,
        defaults={
            "revision": student.revision,
            "day": found.day,
            "content": as_text(matrix_data(student, found, shots)),
        },
    )


def row_data(row: Row) -> dict[str, Any]:
    """A row of the list as plain data."""
    student, due = row.student, row.due
    return {
        **{name: getattr(row, name) for name in AS_IT_IS},
        **{name: getattr(student, name) for name in ("name", "hand", "units", "from_yd", "to_yd")},
        "id": student.pk,
        "scale": student.scale.name,
        "coach": student.coach.name if student.coach else "",
        "archived": student.archived_at is not None,
        "state": due.state,
        "reasons": [reason.as_data() for reason in due.reasons],
        "matters": due.matters,
        "wide": len(due.wide),
        "doubtful": due.doubtful,
        "ground": [{"from_yd": s.from_yd, "to_yd": s.to_yd, "kind": s.kind} for s in row.ground],
        "coming": [
            {
                "id": one.pk,
                "starts_at": one.starts_at,
                "coach": one.coach.name,
                "check_up": one.check_up,
            }
            for one in row.coming
        ],
    }


def renewed(student_id: UUID, academy: Academy, now: datetime) -> bool:
    """Renew a student; False when not even a row could be kept: one bad record hides no other student.

    One whose numbers cannot be computed gets a row that says so, and is tried again after the next
    write and the next day.
    """
    try:
        student = student_of(academy, student_id)
    except NotFound:
        return True  # erased meanwhile
    try:
        renew(student, now)
    except OperationalError:
        raise
    except Exception:
        log.exception("The row of student %s could not be renewed", student_id)
        return _store_broken_row(student, now)
    return True


def _store_broken_row(student: Student, now: datetime) -> bool:
    try:
        row = broken_row(student, day_at(student.academy, now))
        keep_row(row, as_text(row_data(row)))
    except OperationalError:
        raise
    except Exception:
        log.exception("The list has no row of student %s", student.pk)
        return False
    return True


def catch_up(academy: Academy, now: datetime) -> int:
    """Renew students that are behind, for a moment only. Returns how many are left (100 or more
    count as 100); `oxgang`'s keeper does them meanwhile."""
    behind = stale_in(academy, now, MOST_COUNTED)
    start, left = monotonic(), len(behind)
    for done, one in enumerate(behind):
        if done and monotonic() - start > (MISPLACED_S if one.misplaced else CATCH_UP_S):
            break
        left -= renewed(one.student_id, academy, now)
    return left
