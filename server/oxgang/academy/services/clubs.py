"""Putting clubs into a bag, changing them, taking them out."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict
from datetime import date, datetime

from django.db import transaction

from oxgang.academy.models import AuditAction, Club, Coach, Student
from oxgang.academy.selectors.people import day_at, file_names
from oxgang.academy.services.edit_conflicts import refuse_if_changed
from oxgang.academy.services.labels import check_label_free
from oxgang.academy.services.log import changed, created, field_changes, fields_of, record_entry
from oxgang.core.errors import InputError
from oxgang.core.words import bag

CHANGEABLE = ("label", "loft_deg", "bounce_deg", "note", "used_from", "used_until")


@transaction.atomic
def add_club(
    student: Student,
    club: bag.Club,
    *,
    by: Coach,
    now: datetime,
    used_from: date | None = None,
    used_until: date | None = None,
) -> Club:
    """A new club in the student's bag.

    Raises
    ------
    InputError
        When the club cannot be, or another of this label is in use at the same time.
    """
    stored = Club(student=student, used_from=used_from, used_until=used_until)
    _write(stored, club)
    which = {"club": stored.label}
    record_entry(student, AuditAction.CLUB_ADDED, which, by=by, now=now, changes=[created(stored)])
    return stored


@transaction.atomic
def change_club(
    club: Club,
    changes: Mapping[str, object],
    *,
    by: Coach,
    now: datetime,
    was: Mapping[str, object] | None = None,
) -> Club:
    """Change only the given fields of a club.

    Raises
    ------
    ChangedMeanwhile
        When one of them is not what the coach saw (`was`).
    """
    refuse_if_changed(club, was, changes, by=by, student=club.student)
    before, label = fields_of(club, CHANGEABLE), club.label
    for name, value in changes.items():
        setattr(club, name, value)
    _write(club, club.as_core())
    if done := changed(club, before):
        values = {"club": label, "fields": field_changes(done[0])}
        record_entry(club.student, AuditAction.CLUB_CHANGED, values, by=by, now=now, changes=done)
    return club


@transaction.atomic
def archive_club(club: Club, *, by: Coach, now: datetime) -> None:
    """Take a club out of the bag. Its balls stay and come back with it. Twice changes nothing."""
    if club.archived_at is not None:
        return
    before = fields_of(club, ["archived_at"])
    club.archived_at = now
    club.save(update_fields=["archived_at"])
    which = {"club": club.label}
    record_entry(
        club.student, AuditAction.CLUB_ARCHIVED, which, by=by, now=now, changes=changed(club, before)
    )


@transaction.atomic
def restore_club(club: Club, *, by: Coach, now: datetime) -> None:
    """Put an archived club back, unless its label has been given away meanwhile."""
    if club.archived_at is None:
        return
    before = fields_of(club, ["archived_at"])
    club.archived_at = None
    _write(club, club.as_core())
    which = {"club": club.label}
    record_entry(
        club.student, AuditAction.CLUB_RESTORED, which, by=by, now=now, changes=changed(club, before)
    )


@transaction.atomic
def import_bag(student: Student, clubs: Sequence[bag.Club], *, by: Coach, now: datetime) -> tuple[int, int]:
    """Add the clubs of a file and update those whose label the bag has. Returns (new, changed)."""
    mine = {
        club.label.casefold(): club for club in student.clubs.filter(archived_at=None).order_by("used_from")
    }
    # Clubs that others have replaced stand in a file under names of their own.
    gone = {name.casefold() for name in file_names(student, day_at(student.academy, now)).values()} - set(
        mine
    )
    new = renewed = 0
    for club in clubs:
        known = mine.get(club.label.casefold())
        if known is None and club.label.casefold() in gone:
            continue
        if known is None:
            add_club(student, club, by=by, now=now)
            new += 1
        elif known.as_core() != club:
            change_club(known, asdict(club), by=by, now=now)
            renewed += 1
    return new, renewed


def _write(stored: Club, club: bag.Club) -> None:
    club = bag.checked_club(club)
    stored.label, stored.loft_deg = club.label, club.loft_deg
    stored.bounce_deg, stored.note = club.bounce_deg, club.note[:200]
    if stored.used_from and stored.used_until and stored.used_until < stored.used_from:
        raise InputError("The last day in use is before the first day.", field="used_until")
    check_label_free(stored)
    stored.save()
