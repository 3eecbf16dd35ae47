"""Reads of plans."""

from __future__ import annotations

from oxgang.academy.models import Student
from oxgang.range_sessions.models import StoredPlan


def plan_of(student: Student, *, homework: bool = False) -> StoredPlan | None:
    """The student's plan for the next session, or the one to take home."""
    plans = StoredPlan.objects.filter(student=student, homework=homework, dropped_at=None)
    return plans.select_related("made_by").first()
