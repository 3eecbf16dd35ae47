"""Keeping a student's plan."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from typing import Any

from django.db import transaction

from oxgang.academy.models import Coach, Student
from oxgang.academy.services.log import note
from oxgang.core.errors import InputError
from oxgang.range_sessions.models import StoredPlan

MOST_ITEMS = 80


@transaction.atomic
def keep_plan(
    student: Student,
    items: Sequence[dict[str, Any]],
    *,
    title: str,
    homework: bool,
    by: Coach,
    now: datetime,
) -> StoredPlan:
    """The plan takes the place of the student's earlier one.

    Raises
    ------
    InputError
        For an empty plan or one of too many items.
    """
    if not items:
        raise InputError("A plan needs at least one cell.", field="items")
    if len(items) > MOST_ITEMS:
        raise InputError(f"Keep a plan to {MOST_ITEMS} cells.", field="items")
    plan, _ = StoredPlan.objects.update_or_create(
        student=student,
        defaults={
            "title": title.strip()[:60] or "plan",
            "homework": homework,
            "items": list(items),
            "made_by": by,
            "made_at": now,
        },
    )
    balls = sum(item["balls"] for item in items)
    note(student, f"Planned {plan.title}, {balls} balls", by=by, now=now)
    return plan


@transaction.atomic
def drop_plan(student: Student, *, by: Coach, now: datetime) -> None:
    """The student has no plan any more."""
    if StoredPlan.objects.filter(student=student).delete()[0]:
        note(student, "Dropped the plan", by=by, now=now)
