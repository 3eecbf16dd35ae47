"""Putting clubs into a bag, changing them, taking them out."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date, datetime

from django.db import transaction

from oxgang.academy.models import Club, Coach, Student
from oxgang.core import bag
from oxgang.core.errors import InputError

CHANGEABLE = ("label", "loft_deg", "bounce_deg", "note", "used_from", "used_until")


@transaction.atomic
def add_club(
    student: Student,
    club: bag.Club,
    *,
    by: Coach,
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
    return stored


@transaction.atomic
def change_club(club: Club, changes: Mapping[str, object], *, by: Coach) -> Club:
    """Change only the given fields of a club."""
    for name, value in changes.items():
        setattr(club, name, value)
    _write(club, club.as_core())
    return club


@transaction.atomic
def archive_club(club: Club, *, by: Coach, now: datetime) -> None:
    """Take a club out of the bag. Its balls stay and come back with it."""
    club.archived_at = now
    club.save(update_fields=["archived_at"])


@transaction.atomic
def restore_club(club: Club, *, by: Coach) -> None:
    """Put an archived club back, unless its label has been given away meanwhile."""
    club.archived_at = None
    _write(club, club.as_core())


@transaction.atomic
def import_bag(student: Student, clubs: Sequence[bag.Club], *, by: Coach) -> tuple[int, int]:
    """Add the clubs of a file and update those whose label the bag has. Returns (new, changed)."""
    mine = {
        club.label.casefold(): club
        for club in student.clubs.filter(archived_at=None).order_by("used_from")
    }
    new = changed = 0
    for club in clubs:
        known = mine.get(club.label.casefold())
        if known is None:
            add_club(student, club, by=by)
            new += 1
        elif known.as_core() != club:
            _write(known, club)
            changed += 1
    return new, changed


def _write(stored: Club, club: bag.Club) -> None:
    club = bag.checked_club(club)
    stored.label, stored.loft_deg = club.label, club.loft_deg
    stored.bounce_deg, stored.note = club.bounce_deg, club.note[:200]
    if stored.used_from and stored.used_until and stored.used_until < stored.used_from:
        raise InputError("The last day in use is before the first.", field="used_until")
    rivals = stored.student.clubs.filter(archived_at=None).exclude(pk=stored.pk)
    for rival in rivals:
        if rival.label.casefold() == club.label.casefold() and bag.periods_overlap(
            stored.used_from, stored.used_until, rival.used_from, rival.used_until
        ):
            raise InputError(
                f'This bag already has a club labelled "{rival.label}". Give one of them '
                "another label, or end the use of the old one.",
                field="label",
            )
    stored.save()
