"""The numbers of a student's chart: carries without their balls."""

from __future__ import annotations

from django.utils import timezone

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import day_at
from oxgang.core.words.shots import Spin, Tempo
from oxgang.range_sessions.models import ImportedCarry


def chart_of(student: Student) -> list[ImportedCarry]:
    """The numbers of the usual spin and tempo of clubs in the bag, with their clubs."""
    rows = ImportedCarry.objects.filter(
        student=student,
        withdrawn_at=None,
        club__archived_at=None,
        spin=Spin.CHECK,
        tempo=Tempo.NORMAL,
    )
    today = day_at(student.academy, timezone.now())
    return [row for row in rows.select_related("club").order_by("pk") if row.club.used_on(today)]
