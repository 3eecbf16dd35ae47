"""Reviewing balls: keeping them, setting them aside, opening a day again."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from datetime import date, datetime

from django.db import transaction
from django.db.models import QuerySet

from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.services.log import Changed, changed, fields_of, record_entry
from oxgang.core.errors import InputError
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors.balls import balls_of, waiting_of

MAX_REASON = 200
AT_ONCE = 1000
MOST_TAKEN_BACK = 5000


@transaction.atomic
def review(
    student: Student,
    *,
    aside: Mapping[str, str],
    keep: Collection[str] | None,
    by: Coach,
    now: datetime,
) -> int:
    """Let waiting balls into the matrix. Returns how many were kept.

    Parameters
    ----------
    aside
        Balls to set aside, by id, each with a reason; they are kept out of the matrix and shown.
    keep
        Ids of the balls to keep; None keeps all that wait. Others go on waiting.

    Raises
    ------
    InputError
        When a ball to set aside has no reason.
    """
    if any(not reason.strip() for reason in aside.values()):
        raise InputError("Give a reason for each excluded ball.", field="aside")
    waiting = waiting_of(student)
    done: list[Changed] = []
    for ball in waiting.filter(uid__in=aside):
        before = fields_of(ball, ["excluded"])
        ball.excluded = aside[ball.uid].strip()[:MAX_REASON]
        ball.save(update_fields=["excluded"])
        done += changed(ball, before)
    chosen = waiting if keep is None else waiting.filter(uid__in=[*keep, *aside])
    did = AuditAction.BALLS_KEPT_SOME_ASIDE if aside else AuditAction.BALLS_KEPT
    return _set_kept(student, chosen, True, did, {"aside": len(aside)}, done, by, now)


@transaction.atomic
def reopen(student: Student, day: date, *, by: Coach, now: datetime) -> int:
    """Take a day's balls out of the matrix for another review. Returns how many."""
    chosen = balls_of(student).filter(hit_on=day, accepted=True)
    when: dict[str, object] = {"day": day.isoformat()}
    return _set_kept(student, chosen, False, AuditAction.DAY_REOPENED, when, [], by, now)


def _set_kept(
    student: Student,
    chosen: QuerySet[Ball],
    accepted: bool,
    did: AuditAction,
    values: dict[str, object],
    done: list[Changed],
    by: Coach,
    now: datetime,
) -> int:
    rows = list(chosen.order_by().values_list("pk", flat=True))
    if not rows:
        return 0
    for start in range(0, len(rows), AT_ONCE):
        Ball.objects.filter(pk__in=rows[start : start + AT_ONCE]).update(accepted=accepted)
    # A whole file of balls is opened again day by day rather than taken back at once.
    if len(rows) <= MOST_TAKEN_BACK:
        done = [*done, Changed(Ball, rows, {"accepted": not accepted}, {"accepted": accepted})]
    else:
        done = []
    record_entry(student, did, {**values, "balls": len(rows)}, by=by, now=now, changes=done)
    return len(rows)
