"""Matrices and rows of the list as the page gets them, kept until records or the day move on."""

from __future__ import annotations

import logging
from datetime import datetime
from time import monotonic
from uuid import UUID

from django.db import OperationalError
from django.db.models import F

from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.people import day_at, student_of
from oxgang.api.matrix.out import matrix_out
from oxgang.api.matrix.schemas import MatrixOut
from oxgang.api.students.schemas import StudentRow
from oxgang.matrix.models import StoredMatrix
from oxgang.matrix.selectors.matrix import StudentMatrix, matrix_of
from oxgang.matrix.services.summary import Row, keep_row, row_of, stale_in

# What the list shows of a row as it stands.
AS_IT_IS = (
    "stage", "clubs", "balls", "waiting", "last_hit", "published_on", "settles", "covered",
    "due_on", "ground",
)  # fmt: skip
# A list may wait so long for students that are behind, and counts at most so many of them.
CATCH_UP_S = 0.15
# Longer for a student whom the list would lack: somebody has just added or archived him or her.
MISPLACED_S = 1.0
MOST_COUNTED = 100

log = logging.getLogger(__name__)


def matrix_text(academy: Academy, student_id: UUID, now: datetime) -> str:
    """The reviewed matrix of today as JSON: one query where it is kept.

    Raises
    ------
    NotFound
        When the academy has no such student.
    """
    kept = StoredMatrix.objects.filter(
        student=student_id,
        student__academy=academy,
        student__revision=F("revision"),
        day=day_at(academy, now),
    )
    text = kept.values_list("content", flat=True).first()
    if text is not None:
        return text
    student = student_of(academy, student_id)
    return keep_matrix(student, matrix_of(student, day_at(academy, now)))


def keep_matrix(student: Student, found: StudentMatrix) -> str:
    """Keep a matrix of today that was computed at the student's revision; the text."""
    text = MatrixOut.model_validate(matrix_out(student, found)).model_dump_json()
    StoredMatrix.objects.update_or_create(
        student=student,
        defaults={"revision": student.revision, "day": found.day, "content": text},
    )
    return text


def renew(student: Student, now: datetime) -> None:
    """Compute what the list and the matrix view show of a student, once for both."""
    found = matrix_of(student, day_at(student.academy, now))
    row = row_of(student, found)
    keep_row(row, StudentRow.model_validate(_shown(row)).model_dump_json())
    keep_matrix(student, found)


def _shown(row: Row) -> dict[str, object]:
    student, due = row.student, row.due
    return {
        **{name: getattr(row, name) for name in AS_IT_IS},
        **{name: getattr(student, name) for name in ("name", "hand", "units", "from_yd", "to_yd")},
        "id": student.pk,
        "scale": student.scale.name,
        "archived": student.archived_at is not None,
        "state": due.state,
        "reasons": due.reasons,
        "matters": due.matters,
        "wide": len(due.wide),
        "doubtful": due.doubtful,
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
    """Renew a student; False when that fails: one bad record hides no other student."""
    try:
        renew(student_of(academy, student_id), now)
    except OperationalError:
        raise
    except Exception:
        log.exception("The row of student %s could not be renewed", student_id)
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
