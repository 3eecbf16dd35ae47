"""Publishing a version of a matrix, and links to the card."""

from __future__ import annotations

import secrets
from datetime import datetime, timedelta

from django.db import transaction
from django.db.models import Max

from oxgang.academy.errors import ChangedMeanwhile
from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.selectors.consent import LINK, agreed
from oxgang.academy.selectors.people import local_day
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import created, record_entry
from oxgang.academy.services.settings import LINK_DAYS_RANGE
from oxgang.academy.tokens import hash_of
from oxgang.core.errors import InputError
from oxgang.core.ground.card import CardOptions
from oxgang.matrix.models import CardLink, PublishedMatrix
from oxgang.matrix.selectors.card import live_card
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.matrix.selectors.phone import freeze
from oxgang.matrix.selectors.pick_table import PickTable
from oxgang.matrix.selectors.played import played_in
from oxgang.matrix.selectors.published import content_of

MAX_NOTE = 300


@retry_on_conflict
def publish(
    student: Student,
    remark: str,
    *,
    by: Coach,
    now: datetime,
    look: CardOptions | None = None,
    picks: PickTable | None = None,
) -> PublishedMatrix:
    """The reviewed matrix with the shots played, as the student's next version; with the picks that
    the phone carries, where they are given.

    Raises
    ------
    InputError
        When nothing is measured yet, no shot is played, or the note is too long.
    ChangedMeanwhile
        When the picks are those of another revision.
    """
    if picks is not None:
        student.refresh_from_db(fields=["revision"])
        if student.revision != picks.revision:
            raise ChangedMeanwhile(
                "The carries changed while the card was being made. Nothing was published. Check the "
                "card and publish again."
            )
    if len(remark) > MAX_NOTE:
        raise InputError(f"Keep the note to {MAX_NOTE} characters.", field="note")
    found = matrix_of(student, local_day(student, now))
    if not found.matrix.known:
        raise InputError(
            "Nothing measured yet. Hit one swing with every wedge or enter a chart, then publish."
        )
    card = live_card(student, found, played_in(student, found), look, runs={})
    if not card.played:
        raise InputError(
            "No shots in use. Choose a measured shot under Shots or allow estimated shots, then publish."
        )
    earlier = PublishedMatrix.objects.filter(student=student)
    last = earlier.aggregate(last=Max("number"))["last"] or 0
    version = PublishedMatrix.objects.create(
        student=student,
        number=last + 1,
        note=remark.strip(),
        content=content_of(card) | ({} if picks is None else {"picks": dict(picks.rows)}),
        published_by=by,
        published_at=now,
    )
    freeze(version)
    which, made = {"version": version.number}, [created(version, "withdrawn_at")]
    record_entry(student, AuditAction.VERSION_PUBLISHED, which, by=by, now=now, changes=made)
    return version


@transaction.atomic
def make_link(student: Student, days: int, *, by: Coach, now: datetime) -> tuple[CardLink, str]:
    """A private link to the student's own place for so many days. The token is shown once.

    Raises
    ------
    InputError
        Outside 1 day to what the academy allows, or to half a year for a junior without consent.
    """
    lo, hi = LINK_DAYS_RANGE[0], student.academy.link_days
    if not agreed(student).phone:
        hi = min(hi, LINK.days)
    if not lo <= days <= hi:
        raise InputError(f"A link lasts {lo} to {hi} days.", field="days")
    token = secrets.token_urlsafe(24)
    link = CardLink.objects.create(
        student=student,
        token_hash=hash_of(token),
        made_by=by,
        made_at=now,
        expires_at=now + timedelta(days=days),
    )
    record_entry(student, AuditAction.LINK_MADE, {"days": days}, by=by, now=now)
    return link, token


@transaction.atomic
def revoke_link(link: CardLink, *, by: Coach, now: datetime) -> None:
    """The link shows nothing any more."""
    if link.revoked_at is None:
        link.revoked_at = now
        link.save(update_fields=["revoked_at"])
        record_entry(link.student, AuditAction.LINK_ENDED, by=by, now=now)
