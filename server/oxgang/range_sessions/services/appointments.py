"""Sessions to come: making, moving and cancelling them."""

from __future__ import annotations

import secrets
from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, replace
from datetime import datetime, timedelta
from uuid import uuid4
from zoneinfo import ZoneInfo

from django.db import transaction

from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.services.edit_conflicts import refuse_if_changed
from oxgang.academy.services.log import changed, created, field_changes, fields_of, record_entry
from oxgang.academy.tokens import hash_of
from oxgang.core.errors import InputError
from oxgang.core.practice.plan import BALLS_RANGE
from oxgang.range_sessions.models import Appointment, CalendarLink

MINUTES_RANGE = (10, 480)
WEEKS_RANGE = (1, 26)
MAX_NOTE = 200
# Further ahead than this a date is a slip of the key.
FURTHEST = timedelta(days=730)


@dataclass(frozen=True, slots=True, kw_only=True)
class AppointmentFields:
    """What a coach enters. `check_up` balls are planned when the session is started; 0 is none."""

    starts_at: datetime
    minutes: int = 45
    check_up: int = 0
    note: str = ""


@transaction.atomic
def make_appointment(
    student: Student, fields: AppointmentFields, *, by: Coach, now: datetime, weeks: int = 1
) -> Appointment:
    """A session to come with this coach, the first of so many weekly ones.

    Raises
    ------
    InputError
        In the past or too far ahead, too short or long, or when the coach or the student is taken in
        any of the weeks; nothing is booked then.
    """
    return _made([student], fields, weeks, by=by, now=now)[0]


def _made(
    students: Sequence[Student], fields: AppointmentFields, weeks: int, *, by: Coach, now: datetime
) -> list[Appointment]:
    rows: dict[Student, list[Appointment]] = {student: [] for student in students}
    for starts_at in _weekly(fields.starts_at, weeks, students[0]):
        # Those of one time move together; the next week's is another session.
        together = uuid4() if len(students) > 1 else None
        for student in students:
            week = asdict(replace(fields, starts_at=starts_at))
            row = Appointment(student=student, coach=by, changed_at=now, together=together, **week)
            _check(row, now)
            row.save()
            rows[student].append(row)
    # Taking it back in one student's history takes it back for all.
    changes = [created(row, "withdrawn_at") for mine in rows.values() for row in mine]
    for student, mine in rows.items():
        did = AuditAction.SESSION_BOOKED if weeks == 1 else AuditAction.SESSIONS_BOOKED
        values = {**_at(mine[0]), "weeks": weeks}
        entry = record_entry(student, did, values, by=by, now=now, changes=changes)
        for row in mine:
            row.entry = entry
        Appointment.objects.bulk_update(mine, ["entry"])
    return [mine[0] for mine in rows.values()]


def _weekly(first: datetime, weeks: int, student: Student) -> list[datetime]:
    """The same hour of the academy's clock, week after week, over a change of summer time too."""
    lo, hi = WEEKS_RANGE
    if not lo <= weeks <= hi:
        raise InputError(f"Book {lo} to {hi} weeks.", field="weeks")
    if first.tzinfo is None:
        raise InputError("Give the time with its zone.", field="starts_at")
    local = first.astimezone(ZoneInfo(student.academy.time_zone))
    return [local + timedelta(weeks=week) for week in range(weeks)]


@transaction.atomic
def make_together(
    students: Sequence[Student], fields: AppointmentFields, *, by: Coach, now: datetime, weeks: int = 1
) -> list[Appointment]:
    """One session with several students, on neighbouring mats; the first of so many weekly ones.

    Raises
    ------
    InputError
        As `make_appointment`, or for a student named twice; nothing is booked then.
    """
    if len({student.pk for student in students}) < len(students):
        raise InputError("A student is listed twice.", field="students")
    return _made(students, fields, weeks, by=by, now=now)


@transaction.atomic
def change_appointment(
    appointment: Appointment,
    changes: Mapping[str, object],
    *,
    by: Coach,
    now: datetime,
    was: Mapping[str, object] | None = None,
) -> Appointment:
    """Move a session or change what it is for.

    Raises
    ------
    ChangedMeanwhile
        When a field is not what the coach saw (`was`).
    InputError
        As `make_appointment`.
    """
    refuse_if_changed(appointment, was, changes, by=by, student=appointment.student)
    rows = _together(appointment)
    befores = [fields_of(row, changes) for row in rows]
    for row in rows:
        for name, value in changes.items():
            setattr(row, name, value)
    for row in rows:
        _check(row, now)
    moved = [(row, done) for row, before in zip(rows, befores, strict=True) if (done := changed(row, before))]
    every = [change for _, done in moved for change in done]
    for row, done in moved:
        row.changed_at = now
        row.save()
        values = {**_at(row), "fields": field_changes(done[0])}
        record_entry(row.student, AuditAction.SESSION_CHANGED, values, by=by, now=now, changes=every)
    return appointment


def _together(appointment: Appointment) -> list[Appointment]:
    """The session itself, and those of the others who were booked together with it."""
    if appointment.together is None:
        return [appointment]
    others = Appointment.objects.filter(together=appointment.together, withdrawn_at=None)
    rows = others.exclude(pk=appointment.pk).select_related("student__academy", "coach")
    return [appointment, *rows]


@transaction.atomic
def cancel_appointment(appointment: Appointment, *, by: Coach, now: datetime) -> None:
    """Cancel a session; calendars that follow are told. Twice changes nothing. Of those booked
    together only this student's."""
    if appointment.withdrawn_at is not None:
        return
    before = fields_of(appointment, ["withdrawn_at"])
    appointment.withdrawn_at = appointment.changed_at = now
    appointment.save()
    record_entry(
        appointment.student,
        AuditAction.SESSION_CANCELLED,
        _at(appointment),
        by=by,
        now=now,
        changes=changed(appointment, before),
    )


def _check(appointment: Appointment, now: datetime) -> None:
    starts = appointment.starts_at
    lo, hi = MINUTES_RANGE
    if not lo <= appointment.minutes <= hi:
        raise InputError(f"A session lasts {lo} to {hi} minutes.", field="minutes")
    length = timedelta(minutes=appointment.minutes)
    if not now - length <= starts <= now + FURTHEST:
        raise InputError("Book a session from now on, at most two years ahead.", field="starts_at")
    if appointment.check_up and not BALLS_RANGE[0] <= appointment.check_up <= BALLS_RANGE[1]:
        raise InputError(f"Plan {BALLS_RANGE[0]} to {BALLS_RANGE[1]} balls.", field="check_up")
    if len(appointment.note) > MAX_NOTE:
        raise InputError(f"Keep the note to {MAX_NOTE} characters.", field="note")
    appointment.note = appointment.note.strip()
    if (clash := clash_of(appointment)) is not None:
        owner, other = clash
        raise InputError(
            f"{owner} already has a session then: {_when(other)}, {other.student.name}.",
            field="starts_at",
        )


def clash_of(appointment: Appointment) -> tuple[str, Appointment] | None:
    """Who of the two is booked already when a session would be, and for what; None is nobody."""
    starts = appointment.starts_at
    near = Appointment.objects.filter(
        withdrawn_at=None,
        starts_at__lt=starts + timedelta(minutes=appointment.minutes),
        starts_at__gt=starts - timedelta(minutes=MINUTES_RANGE[1]),
    ).exclude(pk=appointment.pk)
    for owner, taken in (
        (appointment.student.name, near.filter(student=appointment.student)),
        (appointment.coach.name, near.filter(coach=appointment.coach)),
    ):
        if appointment.together is not None:
            taken = taken.exclude(together=appointment.together)
        for other in taken.select_related("student__academy"):
            if other.starts_at + timedelta(minutes=other.minutes) > starts:
                return owner, other
    return None


def _when(appointment: Appointment) -> str:
    return f"{_local(appointment):%-d %b at %H:%M}"


def _at(appointment: Appointment) -> dict[str, object]:
    return {"at": _local(appointment).replace(tzinfo=None).isoformat(timespec="minutes")}


def _local(appointment: Appointment) -> datetime:
    return appointment.starts_at.astimezone(ZoneInfo(appointment.student.academy.time_zone))


@transaction.atomic
def make_calendar_link(*, by: Coach, now: datetime) -> str:
    """A new address of the coach's calendar; the earlier one ends. The token is shown once."""
    CalendarLink.objects.filter(coach=by, revoked_at=None).update(revoked_at=now)
    token = secrets.token_urlsafe(24)
    CalendarLink.objects.create(coach=by, token_hash=hash_of(token), made_at=now)
    return token


@transaction.atomic
def end_calendar_link(*, by: Coach, now: datetime) -> None:
    """The coach's calendar has no address any more."""
    CalendarLink.objects.filter(coach=by, revoked_at=None).update(revoked_at=now)
