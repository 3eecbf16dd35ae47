"""Erasing a student for good: no row, no picture, no name is left in the database."""

from __future__ import annotations

import logging
import re
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Final
from uuid import UUID

from django.conf import settings
from django.db import OperationalError, connection, transaction
from django.db.models import Q

from oxgang.academy.erasures import remember_erasure
from oxgang.academy.models import Academy, AuditAction, Coach, Entry, Erased, Student
from oxgang.academy.selectors.people import rows_of, students_at
from oxgang.academy.services.log import record_academy_entry
from oxgang.core.errors import InputError
from oxgang.practice.models import Picture
from oxgang.practice.selectors.data_inventory import old_pictures
from oxgang.range_sessions.models import Device, FeedBall, Group, Turn

# What stands where an erased student's name stood in the academy's log.
NOBODY: Final = "an erased student"
log = logging.getLogger(__name__)


@dataclass(frozen=True, slots=True)
class Gone:
    """What was erased: how many balls, those that the monitors had sent too."""

    balls: int
    sent: int


def erase(student: Student, named: str, *, by: Coach | None, now: datetime) -> Gone:
    """Delete a student with everything, which nothing brings back.

    Everything that belongs to the student goes with the row; what the student's name stands in
    elsewhere (the academy's log, what the monitors sent, a group's turns) is cleaned, unless somebody
    else has the same name. Backups that were made before still hold it, until they are restored.

    Raises
    ------
    InputError
        When the name that was typed is not the student's.
    """
    if " ".join(named.split()).casefold() != student.name.casefold():
        raise InputError(
            f"Type the student's name, {student.name}, as it stands here. Nothing was erased.",
            field="name",
        )
    academy, pk, name = student.academy, student.pk, student.name
    with transaction.atomic():
        clubs = [str(club) for club in student.clubs.values_list("pk", flat=True)]
        balls = student.balls.count()
        sent = FeedBall.objects.filter(Q(balls__student=student)).distinct()
        raw = list(sent.values_list("pk", flat=True))
        _forget_in_groups(student, clubs)
        Device.objects.filter(plays_for=student).update(plays_for=None, plays={})
        student.delete()
        FeedBall.objects.filter(pk__in=raw, balls=None).delete()
        _forget_in_words(academy, pk, name)
        Erased.objects.update_or_create(student=pk, defaults={"academy": academy, "at": now})
        record_academy_entry(academy, AuditAction.STUDENT_ERASED, {"balls": balls}, by=by, now=now)
    remember_erasure(settings.ENV.data, str(pk), academy.pk, now)
    leave_no_trace()
    return Gone(balls, len(raw))


def _forget_in_groups(student: Student, clubs: list[str]) -> None:
    for turn in Turn.objects.filter(group__bays__student=student, plays__club_id__in=clubs):
        turn.delete()
    Group.objects.filter(bays__student=student, bays__day__isnull=False).update(device=None)


def _forget_in_words(academy: Academy, pk: UUID, name: str) -> None:
    """Take the name out of the academy's own log, and of questions about monitors' balls."""
    for entry in Entry.objects.filter(academy=academy, changes__icontains=str(pk)):
        entry.changes = []
        entry.save(update_fields=["changes"])
    if students_at(academy).filter(name__iexact=name).exists():
        return  # a namesake's history keeps the name
    for entry in Entry.objects.filter(academy=academy, student=None):
        value = _without(entry.values, name)
        if value != entry.values:
            entry.values = value
            entry.save(update_fields=["values"])
    for ball in FeedBall.objects.filter(device__academy=academy, question__icontains=name):
        ball.question = str(_without(ball.question, name))
        ball.save(update_fields=["question"])
    # Logs of other students that name this one: a ball that was moved from or to.
    for entry in Entry.objects.filter(academy=academy, values__icontains=name):
        entry.values = _without(entry.values, name)
        entry.save(update_fields=["values"])


def _without(value: Any, name: str) -> Any:
    if isinstance(value, str):
        return re.sub(rf"(?<!\w){re.escape(name)}(?!\w)", NOBODY, value, flags=re.IGNORECASE)
    if isinstance(value, list):
        return [_without(part, name) for part in value]
    if isinstance(value, dict):
        return {key: _without(part, name) for key, part in value.items()}
    return value


def erase_again(erased: Mapping[UUID, datetime], *, now: datetime) -> int:
    """In a database of before: erase who was erased since. Returns how many students."""
    there = {student.pk: student for student in rows_of(erased).select_related("academy")}
    for pk, student in there.items():
        erase(student, student.name, by=None, now=now)
        Erased.objects.filter(student=pk).update(at=erased[pk])
    return len(there)


def leave_no_trace() -> None:
    """Deleted rows are overwritten as they go (`secure_delete` of the settings); what the log of
    writes beside the database still holds of them goes now."""
    if connection.in_atomic_block:
        return
    try:
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    except OperationalError:
        log.warning("Somebody was reading: the write-ahead log is emptied later")


@transaction.atomic
def clear_old_pictures(academy: Academy, *, now: datetime) -> int:
    """Take away pictures that are older than the academy keeps them. Returns how many."""
    gone: int = old_pictures(academy, now).count()
    Picture.objects.filter(pk__in=old_pictures(academy, now).values("pk")).delete()
    return gone
