"""Erasing a student for good: no row, no picture, no name is left in the database."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
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
from oxgang.academy.server_state import note, noted
from oxgang.academy.services.log import record_academy_entry
from oxgang.core.errors import InputError
from oxgang.practice.models import Picture
from oxgang.practice.selectors.data_inventory import old_pictures
from oxgang.range_sessions.models import Device, FeedBall, Group, Turn
from oxgang.range_sessions.selectors.columns import forget

# What stands where an erased student's name stood in the academy's log.
NOBODY: Final = "an erased student"


@dataclass(frozen=True, slots=True)
class Gone:
    """What was erased: how many balls, those that the monitors had sent too. `traces` is whether
    something of it stands in the write-ahead log until a reader is done (`finish_erasures`)."""

    balls: int
    sent: int
    traces: bool


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
            f"Type the student's name, {student.name}, exactly as shown. Nothing was deleted.",
            field="name",
        )
    academy, pk, names = student.academy, student.pk, _names_of(student)
    # Looked for before anything is locked: a season's log takes a while to read.
    mentioning = _mentioning(academy, pk, names)
    with transaction.atomic():
        clubs = [str(club) for club in student.clubs.values_list("pk", flat=True)]
        balls = student.balls.count()
        sent = FeedBall.objects.filter(Q(balls__student=student)).distinct()
        raw = list(sent.values_list("pk", flat=True))
        _forget_in_groups(student, clubs)
        Device.objects.filter(plays_for=student).update(plays_for=None, plays={})
        student.delete()
        FeedBall.objects.filter(pk__in=raw, balls=None).delete()
        _forget_in_words(academy, pk, names, mentioning)
        Erased.objects.update_or_create(student=pk, defaults={"academy": academy, "at": now})
        record_academy_entry(academy, AuditAction.STUDENT_ERASED, {"balls": balls}, by=by, now=now)
    forget(pk)
    remember_erasure(settings.ENV.data, str(pk), academy.pk, now)
    traces = not leave_no_trace()
    if traces:
        note(traces=academy.pk)
    return Gone(balls, len(raw), traces)


def _forget_in_groups(student: Student, clubs: list[str]) -> None:
    for turn in Turn.objects.filter(group__bays__student=student, plays__club_id__in=clubs):
        turn.delete()
    Group.objects.filter(bays__student=student, bays__day__isnull=False).update(device=None)


def _names_of(student: Student) -> list[str]:
    """The student's name, and those before it."""
    names = {student.name}
    for changes in Entry.objects.filter(student=student).values_list("changes", flat=True):
        for change in changes:
            if change["row"] == Student._meta.label:
                names |= {str(side["name"]) for side in (change["before"], change["after"]) if "name" in side}
    return sorted(names, key=len, reverse=True)


@dataclass(frozen=True, slots=True)
class _Mentioning:
    """Entries of the log that speak of a student, up to the newest one that was looked at."""

    entries: frozenset[int]
    newest: int


def _mentioning(academy: Academy, pk: UUID, names: Sequence[str]) -> _Mentioning:
    told, newest = set(), 0
    wanted = [name.casefold() for name in names]
    rows = Entry.objects.filter(academy=academy).values_list("pk", "values", "changes")
    for number, values, changes in rows.iterator():
        newest = max(newest, number)
        # As text, not as the database has it: there an umlaut or a quote is written another way.
        text = str(values).casefold()
        if str(pk) in str(changes) or any(name in text or name in _strings(values) for name in wanted):
            told.add(number)
    return _Mentioning(frozenset(told), newest)


def _strings(value: Any) -> str:
    """All texts of a value in a row; `str` of a dictionary escapes quotes and backslashes."""
    if isinstance(value, str):
        return value.casefold()
    parts = value.values() if isinstance(value, dict) else value if isinstance(value, list) else ()
    return "\n".join(_strings(part) for part in parts)


def _forget_in_words(academy: Academy, pk: UUID, names: Sequence[str], mentioning: _Mentioning) -> None:
    """Take the names out of the academy's own log, and of questions about monitors' balls. A name that
    somebody else has too stays."""
    theirs = {name.casefold() for name in students_at(academy).values_list("name", flat=True)}
    gone = [name for name in names if name.casefold() not in theirs]
    since = Entry.objects.filter(academy=academy, pk__gt=mentioning.newest)
    for entry in (*Entry.objects.filter(pk__in=mentioning.entries), *since):
        values = entry.values
        for name in gone:
            values = _without(values, name)
        changes = [] if str(pk) in str(entry.changes) else entry.changes
        if (values, changes) != (entry.values, entry.changes):
            entry.values, entry.changes = values, changes
            entry.save(update_fields=["values", "changes"])
    for ball in FeedBall.objects.filter(device__academy=academy).exclude(question=""):
        question = ball.question
        for name in gone:
            question = str(_without(question, name))
        if question != ball.question:
            ball.question = question
            ball.save(update_fields=["question"])


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


def leave_no_trace() -> bool:
    """Deleted rows are overwritten as they go (`secure_delete` of the settings); what the log of
    writes beside the database still holds of them goes now. False while somebody is reading.

    Nobody is kept waiting for it: a writer would be, as long as the longest reader reads.
    """
    if connection.in_atomic_block:
        return True
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA busy_timeout")
        (usual,) = cursor.fetchone()
        cursor.execute("PRAGMA busy_timeout=0")
        try:
            cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")
            (busy, *_) = cursor.fetchone()
        except OperationalError:
            return False
        finally:
            cursor.execute(f"PRAGMA busy_timeout={int(usual)}")
    return not busy


def finish_erasures(now: datetime) -> None:
    """Try again what `erase` could not finish, and say in the academy's log when it is done."""
    waiting = noted("traces")
    if waiting is None or not leave_no_trace():
        return
    note(traces=None)
    academy = Academy.objects.filter(pk=waiting).first()
    if academy is not None:
        record_academy_entry(academy, AuditAction.TRACES_GONE, by=None, now=now)


@transaction.atomic
def clear_old_pictures(academy: Academy, *, now: datetime) -> int:
    """Take away pictures that are older than the academy keeps them. Returns how many."""
    gone: int = old_pictures(academy, now).count()
    Picture.objects.filter(pk__in=old_pictures(academy, now).values("pk")).delete()
    return gone
