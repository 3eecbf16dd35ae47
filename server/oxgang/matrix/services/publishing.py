"""Publishing a version of a matrix, and links to the card."""

from __future__ import annotations

import secrets
from dataclasses import asdict
from datetime import datetime, timedelta

from django.db import transaction
from django.db.models import Max

from oxgang.academy.models import Coach, Did, Student
from oxgang.academy.services.log import born, note
from oxgang.academy.services.races import raced
from oxgang.academy.tokens import hash_of
from oxgang.core.errors import InputError
from oxgang.core.ground.card import card_cell
from oxgang.core.words.intervals import LEVEL
from oxgang.matrix.models import CardLink, PublishedMatrix
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.range_sessions.services.balls import local_day

DAYS_RANGE = (1, 730)
MAX_NOTE = 300


@raced
def publish(student: Student, remark: str, *, by: Coach, now: datetime) -> PublishedMatrix:
    """The reviewed matrix as the student's next version.

    Raises
    ------
    InputError
        When nothing is measured yet, or the note is too long.
    """
    if len(remark) > MAX_NOTE:
        raise InputError(f"Keep the note to {MAX_NOTE} characters.", field="note")
    day = local_day(student, now)
    found = matrix_of(student, day)
    if not any(cell.balls for cell in found.cells):
        raise InputError("Nothing is measured yet. Hit one swing with every wedge, then publish.")
    content = {
        "student": student.name,
        "academy": student.academy.name,
        "day": day.isoformat(),
        "units": student.units,
        "tolerance_yd": student.tolerance_yd,
        "level": LEVEL,
        "from_yd": student.from_yd,
        "to_yd": student.to_yd,
        "clubs": [[club.label, club.loft_deg] for club in found.clubs],
        "positions": [[p.label, p.cue] for p in found.positions],
        "cells": [asdict(card_cell(cell)) for cell in found.cells],
    }
    earlier = PublishedMatrix.objects.filter(student=student)
    last = earlier.aggregate(last=Max("number"))["last"] or 0
    version = PublishedMatrix.objects.create(
        student=student,
        number=last + 1,
        note=remark.strip(),
        content=content,
        published_by=by,
        published_at=now,
    )
    which, made = {"version": version.number}, [born(version, "withdrawn_at")]
    note(student, Did.VERSION_PUBLISHED, which, by=by, now=now, changes=made)
    return version


@transaction.atomic
def make_link(student: Student, days: int, *, by: Coach, now: datetime) -> tuple[CardLink, str]:
    """A private link to the student's card for so many days. The token is shown once.

    Raises
    ------
    InputError
        When the student has no published version, or outside 1 to 730 days.
    """
    lo, hi = DAYS_RANGE
    if not lo <= days <= hi:
        raise InputError(f"A link lasts {lo} to {hi} days.", field="days")
    if not PublishedMatrix.objects.filter(student=student, withdrawn_at=None).exists():
        raise InputError("Publish a version first; the card shows that.")
    token = secrets.token_urlsafe(24)
    link = CardLink.objects.create(
        student=student,
        token_hash=hash_of(token),
        made_by=by,
        made_at=now,
        expires_at=now + timedelta(days=days),
    )
    note(student, Did.LINK_MADE, {"days": days}, by=by, now=now)
    return link, token


@transaction.atomic
def revoke_link(link: CardLink, *, by: Coach, now: datetime) -> None:
    """The link shows nothing any more."""
    if link.revoked_at is None:
        link.revoked_at = now
        link.save(update_fields=["revoked_at"])
        note(link.student, Did.LINK_ENDED, by=by, now=now)
