"""Whose data it is: what is kept of a student, taken along, agreed to, erased."""

from __future__ import annotations

import re
from dataclasses import asdict
from datetime import UTC, date, datetime, timedelta
from uuid import UUID

from django.conf import settings
from django.http import HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import Router

from oxgang.academy.models import Consent, Student
from oxgang.academy.selectors.people import day_at, student_of
from oxgang.academy.services.ownership import saw_file, write_consent
from oxgang.api.auth import CoachRequest, took_away
from oxgang.api.data_inventory.everything import everything_zip
from oxgang.api.data_inventory.schemas import (
    BackupOut,
    Cleared,
    ConsentBody,
    ConsentChange,
    DataInventory,
    ErasedOut,
    EraseIn,
    MentionOut,
    MergedOut,
    MergeIn,
    OverOut,
    RecordCountOut,
    RetentionOut,
)
from oxgang.api.fields import made
from oxgang.api.portal.router import links_of
from oxgang.practice.selectors.data_inventory import DAYS_A_MONTH, inventory_of, old_pictures, over_time
from oxgang.practice.selectors.mentions import mentions_of
from oxgang.practice.services.erasing import clear_old_pictures, erase
from oxgang.practice.services.merging import merge

router = Router(tags=["data inventory"])

COPIES = re.compile(r"(?:backup|replaced|before-upgrade)-(\d{8})-.*\.sqlite3(\.age)?")


def _backups(since: date) -> list[BackupOut]:
    """The copies beside the database and where backups go, from a day on, newest first."""
    found = {}
    for folder in (settings.ENV.data, settings.ENV.backups):
        for file in () if folder is None else folder.glob("**/*.sqlite3*"):
            if match := COPIES.fullmatch(file.name):
                on = datetime.strptime(match[1], "%Y%m%d").replace(tzinfo=UTC).date()
                if on >= since:
                    found[file.name] = BackupOut(name=file.name, on=on)
    return sorted(found.values(), key=lambda one: (one.on, one.name), reverse=True)


def _inventory(student: Student) -> DataInventory:
    academy = student.academy
    consent = Consent.objects.filter(student=student).first() or Consent(student=student)
    over = None
    if academy.keep_months and student.archived_at is not None:
        over = day_at(academy, student.archived_at + timedelta(days=academy.keep_months * DAYS_A_MONTH))
    return made(
        DataInventory,
        student_id=student.pk,
        student=student.name,
        archived=student.archived_at is not None,
        since=day_at(academy, student.created_at),
        records=[
            RecordCountOut(kind=h.kind, count=h.count, first=h.first, last=h.last)
            for h in inventory_of(student)
        ],
        mentions=[
            MentionOut(
                kind=m.kind,
                student_id=m.student.pk if m.student else None,
                student=m.student.name if m.student else "",
                text=m.text,
            )
            for m in mentions_of(student)
        ],
        consent=made(ConsentBody, **{name: getattr(consent, name) for name in ConsentBody.model_fields}),
        links=links_of(student),
        over_on=over,
        backups=_backups(day_at(academy, student.created_at)),
        keep_months=academy.keep_months,
    )


@router.get("/students/{student_id}/data-inventory", response=DataInventory)
def data_inventory(request: CoachRequest, student_id: UUID) -> DataInventory:
    """All that is kept of a student. That somebody looked is written into the student's log."""
    coach = request.coach
    student = student_of(coach, student_id)
    saw_file(student, by=coach, now=timezone.now())
    return _inventory(student)


@router.patch("/students/{student_id}/consent", response=DataInventory)
def consent(request: CoachRequest, student_id: UUID, data: ConsentChange) -> DataInventory:
    """Write down who answers for the student, and what was agreed to: the fields that are sent."""
    coach, now = request.coach, timezone.now()
    student = student_of(coach, student_id)
    given = data.model_dump(exclude_unset=True, exclude={"was"})
    today = day_at(coach.academy, now)
    write_consent(student, given, by=coach, now=now, today=today, was=data.was)
    return _inventory(student)


@router.get("/students/{student_id}/everything.zip", include_in_schema=False)
def everything(request: CoachRequest, student_id: UUID) -> HttpResponse:
    """Everything of a student as one file, to be taken along."""
    student = student_of(request.coach, student_id)
    took_away(request, student, "everything-zip")
    response = HttpResponse(everything_zip(student, timezone.now()), content_type="application/zip")
    name = f"{slugify(student.name) or 'student'}-everything.zip"
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    return response


@router.post("/students/{student_id}/merge", response=MergedOut)
def merge_records(request: CoachRequest, student_id: UUID, data: MergeIn) -> MergedOut:
    """Two records of one person: the other one's balls, lessons, cards and links come here."""
    coach = request.coach
    into, source = (student_of(coach, pk) for pk in (student_id, data.from_id))
    return MergedOut(**asdict(merge(source, into, by=coach, now=timezone.now())))


@router.post("/students/{student_id}/erase", response=ErasedOut)
def erase_student(request: CoachRequest, student_id: UUID, data: EraseIn) -> ErasedOut:
    """Erase a student for good, with the name typed. Nothing brings it back."""
    coach = request.coach
    student = student_of(coach, student_id)
    since = day_at(coach.academy, student.created_at)
    gone = erase(student, data.name, by=coach, now=timezone.now())
    return ErasedOut(balls=gone.balls, sent=gone.sent, traces=gone.traces, backups=_backups(since))


@router.get("/settings/retention", response=RetentionOut)
def retention(request: CoachRequest) -> RetentionOut:
    """Whom, and what, the academy's own rule says should go."""
    academy, now = request.coach.academy, timezone.now()
    return RetentionOut(
        students=[
            OverOut(
                student_id=student.pk,
                student=student.name,
                archived_on=day_at(academy, student.archived_at or now),
            )
            for student in over_time(academy, now)
        ],
        pictures=old_pictures(academy, now).count(),
    )


@router.post("/settings/retention/pictures", response=Cleared)
def clear_pictures(request: CoachRequest) -> Cleared:
    """Take the pictures away that are older than the academy keeps them."""
    cleared = clear_old_pictures(request.coach.academy, now=timezone.now())
    return Cleared(pictures=cleared)
