"""Keeping a student's plans: one for the next session, one to take home."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction

from oxgang.academy.errors import ChangedMeanwhile
from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import changed, created, fields_of, record_entry
from oxgang.core.errors import InputError
from oxgang.range_sessions.models import StoredPlan

MOST_ITEMS = 80
FIELDS = ("title", "items", "made_by_id", "made_at", "dropped_at")


@dataclass(frozen=True, slots=True, kw_only=True)
class PlanFields:
    """What a coach keeps as a plan. `homework` is one to take home."""

    title: str
    homework: bool
    items: Sequence[dict[str, Any]]


@retry_on_conflict
def keep_plan(
    student: Student,
    fields: PlanFields,
    *,
    by: Coach,
    now: datetime,
    seen: datetime | None = None,
    looked: bool = False,
) -> StoredPlan:
    """The plan takes the place of the student's earlier one of its kind, which can be brought back.

    Parameters
    ----------
    seen, looked
        When the plan that the coach was looking at was made (None: there was none), and whether the
        coach was looking at all.

    Raises
    ------
    ChangedMeanwhile
        When another plan has been made since the coach looked.
    InputError
        For an empty plan or one of too many items.
    """
    if not fields.items:
        raise InputError("A plan needs at least one shot.", field="items")
    if len(fields.items) > MOST_ITEMS:
        raise InputError(f"A plan can have up to {MOST_ITEMS} shots.", field="items")
    plan = StoredPlan.objects.filter(student=student, homework=fields.homework).first()
    stands = None if plan is None or plan.dropped_at else plan.made_at
    # A page gets moments to the thousandth of a second.
    same = seen is not None and stands is not None and abs(stands - seen) < timedelta(seconds=0.001)
    if looked and stands is not None and not same:
        assert plan is not None
        raise ChangedMeanwhile(
            f"{plan.made_by or 'somebody'} has planned {plan.title}. Yours is still here. Save again to "
            "keep yours, or reload to see theirs."
        )
    values = {
        "title": fields.title.strip()[:60] or "plan",
        "items": list(fields.items),
        "made_by_id": by.pk,
        "made_at": now,
        "dropped_at": None,
    }
    balls = sum(item["balls"] for item in fields.items)
    did = AuditAction.HOMEWORK_KEPT if fields.homework else AuditAction.PLAN_KEPT
    noted = {"title": values["title"], "balls": balls}
    if plan is None:
        plan = StoredPlan.objects.create(student=student, homework=fields.homework, **values)
        record_entry(student, did, noted, by=by, now=now, changes=[created(plan, "dropped_at")])
        return plan
    before = fields_of(plan, FIELDS)
    for name, value in values.items():
        setattr(plan, name, value)
    plan.save()
    record_entry(student, did, noted, by=by, now=now, changes=changed(plan, before))
    return plan


@transaction.atomic
def drop_plan(student: Student, *, homework: bool, by: Coach, now: datetime) -> None:
    """The student has no plan of this kind any more. Twice changes nothing."""
    plan = StoredPlan.objects.filter(student=student, homework=homework, dropped_at=None).first()
    if plan is None:
        return
    before = fields_of(plan, ["dropped_at"])
    plan.dropped_at = now
    plan.save(update_fields=["dropped_at"])
    did = AuditAction.HOMEWORK_DROPPED if homework else AuditAction.PLAN_DROPPED
    record_entry(student, did, {"title": plan.title}, by=by, now=now, changes=changed(plan, before))
