"""Sending homework, looking at what came back, being done with it; an academy's routines."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from random import SystemRandom
from typing import Any, Final

from django.db import transaction

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, AuditAction, Coach, Student
from oxgang.academy.selectors.people import local_day
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.edit_conflicts import refuse_if_replaced
from oxgang.academy.services.log import changed, created, fields_of, record_academy_entry, record_entry
from oxgang.academy.services.standards import refuse_house
from oxgang.core.errors import InputError
from oxgang.core.practice.forms import SEED_RANGE, calls_of
from oxgang.core.practice.par import as_data
from oxgang.core.practice.scoring import Scoring
from oxgang.practice.as_data import call_data, row_data, row_of
from oxgang.practice.models import Homework, Round, Routine
from oxgang.practice.models.homework import MAX_CUES, MAX_TITLE
from oxgang.practice.selectors.player import field_of, matrix_now, par_for

MOST_ROWS: Final = 8
MAX_CUE: Final = 120
LATEST: Final = timedelta(days=180)
MOST_ROUTINES: Final = 60
# At so many a student's own place is a heap.
MOST_OPEN: Final = 5


@dataclass(frozen=True, slots=True, kw_only=True)
class HomeworkFields:
    """What a coach sends: each row as `practice.as_data` has it, with `cue` and `wanted`."""

    title: str
    cues: str
    rows: Sequence[dict[str, Any]]
    due_on: date


@retry_on_conflict
def send_homework(student: Student, fields: HomeworkFields, *, by: Coach, now: datetime) -> Homework:
    """Homework with its calls made, so that a phone without a network can call them.

    Raises
    ------
    InputError
        Without a row, past its day, with a row that cannot be, or more balls than the student's
        limit in one row.
    """
    title, cues = " ".join(fields.title.split()), fields.cues.strip()
    if not title or len(title) > MAX_TITLE:
        raise InputError(f"Give it a title of 1 to {MAX_TITLE} characters.", field="title")
    if len(cues) > MAX_CUES:
        raise InputError(f"Keep the cues to {MAX_CUES} characters.", field="cues")
    today = local_day(student, now)
    if not today <= fields.due_on <= today + LATEST:
        raise InputError("Homework is due today or within half a year.", field="due_on")
    waiting = Homework.objects.filter(student=student, closed_at=None, withdrawn_at=None).count()
    if waiting >= MOST_OPEN:
        raise InputError(f"{student.name} already has {MOST_OPEN} open. Mark one as done first.")
    homework = Homework.objects.create(
        student=student,
        title=title,
        cues=cues,
        rows=called_rows(student, fields.rows, now),
        due_on=fields.due_on,
        made_at=now,
        by=by,
    )
    balls = sum(row["balls"] for row in fields.rows)
    values = {"title": title, "balls": balls, "due": fields.due_on.isoformat()}
    changes = [created(homework, "withdrawn_at")]
    record_entry(student, AuditAction.HOMEWORK_SENT, values, by=by, now=now, changes=changes)
    return homework


def called_rows(student: Student, rows: Sequence[dict[str, Any]], now: datetime) -> list[dict[str, Any]]:
    """Rows with seed, calls and par of today.

    Raises
    ------
    InputError
        For none, too many, or one that cannot be.
    """
    checked_rows(rows)
    cached = matrix_now(student, now)
    field = field_of(student, cached)
    found = []
    for given in rows:
        row, seed = row_of(given), SystemRandom().randint(*SEED_RANGE)
        if row.balls > student.ball_limit:
            raise InputError(
                f"{row.balls} balls in a row are over the limit of {student.ball_limit}.",
                field="rows",
            )
        calls = calls_of(row, field, seed)
        wanted = given.get("wanted")
        if wanted is not None and not 0 <= wanted <= len(calls):
            raise InputError(f"The score goal is 0 to {len(calls)} here.", field="wanted")
        par = par_for(student, cached, calls, Scoring.WITHIN, field.tolerance_yd)
        found.append(
            {
                **row_data(row),
                "cue": str(given.get("cue") or "")[:MAX_CUE],
                "wanted": wanted,
                "seed": seed,
                "calls": [call_data(call, field) for call in calls],
                "par": as_data(par),
            }
        )
    return found


def checked_rows(rows: Sequence[object]) -> None:
    """Whether there are rows, and not too many.

    Raises
    ------
    InputError
        When not.
    """
    if not rows:
        raise InputError("Add at least one row.", field="rows")
    if len(rows) > MOST_ROWS:
        raise InputError(f"{MOST_ROWS} rows are enough for one practice.", field="rows")


@transaction.atomic
def take_homework_back(homework: Homework, *, by: Coach, now: datetime) -> None:
    """It is no longer on the phone; what came back stays. Twice changes nothing."""
    _end(homework, "withdrawn_at", AuditAction.HOMEWORK_TAKEN_BACK, by, now)


@transaction.atomic
def close_homework(homework: Homework, *, by: Coach, now: datetime) -> None:
    """The coach has looked at it. Twice changes nothing."""
    Round.objects.filter(homework=homework, seen_at=None).update(seen_at=now)
    _end(homework, "closed_at", AuditAction.HOMEWORK_CLOSED, by, now)


@transaction.atomic
def mark_rounds_seen(student: Student, *, now: datetime) -> None:
    """The coach has seen what the student reported so far."""
    Round.objects.filter(student=student, reported=True, seen_at=None).update(seen_at=now)


def _end(homework: Homework, name: str, did: AuditAction, by: Coach, now: datetime) -> None:
    if getattr(homework, name) is not None:
        return
    before = fields_of(homework, [name])
    setattr(homework, name, now)
    homework.save(update_fields=[name])
    done = changed(homework, before)
    record_entry(homework.student, did, {"title": homework.title}, by=by, now=now, changes=done)


@retry_on_conflict
def keep_routine(
    name: str,
    rows: Sequence[dict[str, Any]],
    *,
    house: bool,
    by: Coach,
    now: datetime,
    was: Sequence[dict[str, Any]] | None = None,
) -> Routine:
    """A protocol of the coach's own, or the house's; one of the same name takes the new rows.

    Parameters
    ----------
    was
        The rows of that name when the page was read; None for a new name.

    Raises
    ------
    ChangedMeanwhile
        When it has other rows by now.
    InputError
        Without a name or a row, or beyond 60 of them.
    """
    refuse_house(house, by)
    name = " ".join(name.split())
    if not name or len(name) > MAX_TITLE:
        raise InputError(f"Give it a name of 1 to {MAX_TITLE} characters.", field="name")
    checked_rows(rows)
    mine = Routine.objects.filter(academy=by.academy, archived_at=None)
    plain = _plain(rows)
    routine = mine.filter(name__iexact=name).first()
    if routine is None:
        if mine.count() >= MOST_ROUTINES:
            raise InputError(f"{MOST_ROUTINES} is the limit. Remove one first.", field="name")
        owner = None if house else by
        routine = Routine.objects.create(academy=by.academy, owner=owner, name=name, rows=plain)
        done = [created(routine)]
    else:
        if routine.owner_id != (None if house else by.pk):
            keeper = "the academy" if routine.owner is None else routine.owner.name
            raise InputError(f'"{name}" already belongs to {keeper}. Choose another name.', field="name")
        refuse_if_replaced(name, routine.rows, None if was is None else _plain(was), plain)
        before = fields_of(routine, ["rows"])
        routine.rows = plain
        routine.save(update_fields=["rows"])
        done = changed(routine, before)
    record_academy_entry(by.academy, AuditAction.ROUTINE_KEPT, {"name": name}, by=by, now=now, changes=done)
    return routine


def _plain(rows: Sequence[dict[str, Any]]) -> list[dict[str, Any]]:
    return [
        {**row_data(row_of(row)), "cue": row.get("cue") or "", "wanted": row.get("wanted")} for row in rows
    ]


@transaction.atomic
def archive_routine(routine_id: int, *, by: Coach, now: datetime) -> None:
    """Take a protocol off the list.

    Raises
    ------
    NotFound
        When the academy has no such one.
    """
    routine = routine_of(by.academy, routine_id)
    if routine.owner_id not in (None, by.pk):
        raise NotFound("There is no such saved session here.")
    refuse_house(routine.owner_id is None, by)
    if routine.archived_at is None:
        before = fields_of(routine, ["archived_at"])
        routine.archived_at = now
        routine.save(update_fields=["archived_at"])
        done, values = changed(routine, before), {"name": routine.name}
        record_academy_entry(by.academy, AuditAction.ROUTINE_ARCHIVED, values, by=by, now=now, changes=done)


def routine_of(academy: Academy, routine_id: int) -> Routine:
    """One of the academy's protocols.

    Raises
    ------
    NotFound
        When there is none.
    """
    routine = Routine.objects.filter(academy=academy, pk=routine_id).first()
    if routine is None:
        raise NotFound("There is no such saved session here.")
    return routine
