"""The matrix as the page gets it, kept until the student's records or the day move on."""

from __future__ import annotations

from datetime import datetime
from time import monotonic
from uuid import UUID

from django.db.models import F

from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.people import day_at, student_of
from oxgang.api.matrix.out import matrix_out
from oxgang.api.matrix.schemas import MatrixOut
from oxgang.matrix.models import StoredMatrix
from oxgang.matrix.selectors.matrix import StudentMatrix, matrix_of
from oxgang.matrix.services.summary import refresh, stale_ids

# A list may wait so long for students that are behind, and counts at most so many of them.
CATCH_UP_S = 0.15
MOST_COUNTED = 100


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
    refresh(student, now, found)
    keep_matrix(student, found)


def catch_up(academy: Academy, now: datetime) -> int:
    """Renew students that are behind, for a moment only. Returns how many are left (100 or more
    count as 100); `oxgang`'s keeper does them meanwhile."""
    until = monotonic() + CATCH_UP_S
    behind = stale_ids(academy, now, MOST_COUNTED)
    for done, student_id in enumerate(behind):
        if done and monotonic() > until:
            return len(behind) - done
        renew(student_of(academy, student_id), now)
    return 0
