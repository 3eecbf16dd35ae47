"""The matrix as the page gets it: as it was kept, or computed."""

from __future__ import annotations

from datetime import date, datetime
from uuid import UUID

from django.db.models import F

from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.people import day_at, student_of
from oxgang.matrix.models import StoredMatrix
from oxgang.matrix.selectors.as_data import as_text, matrix_data
from oxgang.matrix.selectors.matrix import matrix_of


def computed_text(student: Student, day: date, *, live: bool = False) -> str:
    """The student's matrix as of a day as JSON, computed. `live` counts the balls that wait."""
    return as_text(matrix_data(student, matrix_of(student, day, live=live)))


def matrix_text(academy: Academy, student_id: UUID, now: datetime) -> str:
    """The reviewed matrix of today as JSON: one query where it is kept. Nothing is written.

    Raises
    ------
    NotFound
        When the academy has no such student.
    """
    day = day_at(academy, now)
    kept = StoredMatrix.objects.filter(
        student=student_id,
        student__academy=academy,
        student__revision=F("revision"),
        day=day,
    )
    text = kept.values_list("content", flat=True).first()
    if text is not None:
        return text
    return computed_text(student_of(academy, student_id), day)
