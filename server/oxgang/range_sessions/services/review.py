"""Reviewing balls: keeping them, setting them aside, opening a day again."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from datetime import date

from django.db import transaction

from oxgang.academy.models import Coach, Student
from oxgang.core.errors import InputError
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors.balls import balls_of, waiting_of

MAX_REASON = 200


@transaction.atomic
def review(
    student: Student, *, aside: Mapping[str, str], keep: Collection[str] | None, by: Coach
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
        raise InputError("Give a reason for each ball that is set aside.", field="aside")
    waiting = waiting_of(student)
    for ball in waiting.filter(uid__in=aside):
        ball.excluded = aside[ball.uid].strip()[:MAX_REASON]
        ball.save(update_fields=["excluded"])
    chosen = waiting if keep is None else waiting.filter(uid__in=[*keep, *aside])
    return Ball.objects.filter(pk__in=[ball.pk for ball in chosen]).update(kept=True)


@transaction.atomic
def reopen(student: Student, day: date, *, by: Coach) -> int:
    """Take a day's balls out of the matrix for another review. Returns how many."""
    return balls_of(student).filter(hit_on=day, kept=True).order_by().update(kept=False)
