"""Writing down what happened to a student, and taking it back.

Here and not in the academy because an event is dated by the balls, and a new club takes those that
were hit with it.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from uuid import UUID

from django.db import transaction

from oxgang.academy.models import AuditAction, Club, Coach, Entry, Event, Student
from oxgang.academy.selectors.people import local_day
from oxgang.academy.services.labels import check_label_free
from oxgang.academy.services.log import Changed, changed, created, fields_of, record_entry, undo
from oxgang.core.errors import InputError
from oxgang.core.keeping.events import MAX_NOTE, EventKind, check_event
from oxgang.core.words import bag
from oxgang.core.words.shots import Trajectory
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors.balls import first_day


@dataclass(frozen=True, slots=True, kw_only=True)
class EventFields:
    """What a coach says of an event. Loft and bounce are those of a new or bent club, the label is that
    of a new one; empty is the old one's."""

    kind: EventKind
    on: date
    club_id: UUID | None = None
    swing: str = ""
    trajectory: Trajectory | None = None
    label: str = ""
    loft_deg: float | None = None
    bounce_deg: float | None = None
    remark: str = ""


@transaction.atomic
def add_event(
    student: Student,
    fields: EventFields,
    *,
    by: Coach,
    now: datetime,
    along: Callable[[Club, Club], Sequence[Changed]] | None = None,
) -> Event:
    """Write an event down.

    A new club takes the place of the old one from that day, with the balls hit since; the old club
    keeps the others. A bent club keeps its balls and gets its new loft. What else goes from an old
    club to the new one is done by `along`, and taken back with the event.

    Raises
    ------
    InputError
        When the event cannot be: in the future, before the first ball, of no club.
    """
    if len(fields.remark) > MAX_NOTE:
        raise InputError(f"Keep the note to {MAX_NOTE} characters.", field="remark")
    club = None
    if fields.club_id is not None:
        club = student.clubs.filter(pk=fields.club_id, archived_at=None).first()
        if club is None:
            raise InputError("There is no such club in this bag.", field="club_id")
    check_event(
        fields.kind,
        fields.on,
        club=club is not None,
        first_ball=first_day(student),
        today=local_day(student, now),
    )
    arm = _arm(student, fields.swing)
    done: list[Changed] = []
    replaced = None
    if fields.kind is EventKind.NEW_CLUB and club is not None:
        replaced = club
        club, done = _replace(club, fields)
        done += along(replaced, club) if along else ()
    elif fields.kind is EventKind.BENT and club is not None and fields.loft_deg is not None:
        before = fields_of(club, ["loft_deg"])
        club.loft_deg = bag.checked_club(bag.Club(club.label, fields.loft_deg)).loft_deg
        club.save(update_fields=["loft_deg"])
        done = changed(club, before)
    # What changes today changes now: the balls before it are balls of before. Of another day no
    # moment is known.
    splits = fields.kind.splits_the_day and fields.on == local_day(student, now)
    event = Event.objects.create(
        student=student,
        kind=fields.kind,
        on=fields.on,
        at=now if splits else None,
        club=club,
        replaced=replaced,
        swing=fields.swing,
        arm_deg=arm,
        trajectory=fields.trajectory or "",
        note=fields.remark.strip(),
    )
    did = AuditAction.EVENT_OF_CLUB_ADDED if club else AuditAction.EVENT_ADDED
    values = {
        "event": fields.kind,
        "club": club.label if club else "",
        "on": fields.on.isoformat(),
    }
    done.append(created(event, "withdrawn_at"))
    event.entry = record_entry(student, did, values, by=by, now=now, changes=done)
    event.save(update_fields=["entry"])
    return event


def _replace(old: Club, fields: EventFields) -> tuple[Club, list[Changed]]:
    """A new club in the old one's place from the event's day on, with the balls hit since."""
    if old.used_from is not None and fields.on <= old.used_from:
        raise InputError(
            f"This {old.label} itself came into the bag on {old.used_from:%-d %B %Y}.", field="on"
        )
    before = fields_of(old, ["used_until"])
    until = old.used_until
    old.used_until = fields.on - timedelta(days=1)
    old.save(update_fields=["used_until"])
    wanted = bag.checked_club(
        bag.Club(
            fields.label or old.label,
            old.loft_deg if fields.loft_deg is None else fields.loft_deg,
            old.bounce_deg if fields.bounce_deg is None else fields.bounce_deg,
        )
    )
    new = Club(
        student=old.student,
        label=wanted.label,
        loft_deg=wanted.loft_deg,
        bounce_deg=wanted.bounce_deg,
        used_from=fields.on,
        used_until=until,
    )
    check_label_free(new)
    new.save()
    Ball.objects.filter(club=old, hit_on__gte=fields.on).update(club=new)
    # Taken back in this order: the balls return, also those hit since; the new club goes; the old
    # one is in use again.
    return new, [
        *changed(old, before),
        created(new),
        Changed(Ball, None, {"club_id": old.pk}, {"club_id": new.pk}, whichever=True),
    ]


def _arm(student: Student, swing: str) -> float | None:
    if not swing:
        return None
    arms = {p.label: p.arm_deg for p in student.scale.as_core().positions}
    if swing not in arms:
        raise InputError(f'There is no swing "{swing}" in the scale.', field="swing")
    return arms[swing]


@transaction.atomic
def withdraw_event(event: Event, *, by: Coach, now: datetime) -> None:
    """Take an event back, with all it did. Twice changes nothing."""
    entry = event.entry
    if event.withdrawn_at is not None or entry is None:
        return
    # Taken back and done again, it is the last doing that is taken back.
    while (later := Entry.objects.filter(undoes=entry).first()) is not None:
        entry = later
    undo(entry, by=by, now=now)
