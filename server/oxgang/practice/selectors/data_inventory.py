"""What is kept of a student, counted, on one page."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime, timedelta
from enum import StrEnum
from typing import Any

from django.db.models import Max, Min, QuerySet

from oxgang.academy.models import Academy, Club, Consent, Entry, Event, StoredRecipe, Student
from oxgang.academy.selectors.people import day_at, students_at
from oxgang.matrix.models import CardLink, PlayedShot, PublishedMatrix
from oxgang.practice.models import CourseLog, Homework, Lesson, Picture, Round
from oxgang.range_sessions.models import (
    Appointment,
    Ball,
    FeedBall,
    ImportedCarry,
    RangeSession,
    StoredPlan,
)

DAYS_A_MONTH = 30.4375


class RecordKind(StrEnum):
    """What kinds of records there are of a student."""

    CLUBS = "clubs"
    SET_UPS = "set-ups"
    EVENTS = "events"
    SESSIONS = "sessions"
    BALLS = "balls"
    SENT = "sent"
    IMPORTED = "imported-carries"
    PLANS = "plans"
    APPOINTMENTS = "appointments"
    PLAYED = "played"
    VERSIONS = "versions"
    LINKS = "links"
    LESSONS = "lessons"
    PICTURES = "pictures"
    ROUNDS = "rounds"
    HOMEWORK = "homework"
    COURSE = "course"
    CONSENT = "consent"
    LOG = "log"


@dataclass(frozen=True, slots=True)
class RecordCount:
    """How many records of a kind, those that were undone too, and from which days."""

    kind: RecordKind
    count: int
    first: date | None
    last: date | None


def inventory_of(student: Student) -> list[RecordCount]:
    """How much is kept of a student, by kind; kinds without a record are left out."""
    rows: dict[RecordKind, tuple[QuerySet[Any], str]] = {
        RecordKind.CLUBS: (Club.objects.filter(student=student), ""),
        RecordKind.SET_UPS: (StoredRecipe.objects.filter(student=student), ""),
        RecordKind.EVENTS: (Event.objects.filter(student=student), "on"),
        RecordKind.SESSIONS: (RangeSession.objects.filter(student=student), "day"),
        RecordKind.BALLS: (Ball.objects.filter(student=student), "hit_on"),
        RecordKind.SENT: (FeedBall.objects.filter(balls__student=student).distinct(), ""),
        RecordKind.IMPORTED: (ImportedCarry.objects.filter(student=student), ""),
        RecordKind.PLANS: (StoredPlan.objects.filter(student=student), "made_at"),
        RecordKind.APPOINTMENTS: (Appointment.objects.filter(student=student), "starts_at"),
        RecordKind.PLAYED: (PlayedShot.objects.filter(student=student), ""),
        RecordKind.VERSIONS: (PublishedMatrix.objects.filter(student=student), "published_at"),
        RecordKind.LINKS: (CardLink.objects.filter(student=student), "made_at"),
        RecordKind.LESSONS: (Lesson.objects.filter(student=student), "day"),
        RecordKind.PICTURES: (Picture.objects.filter(student=student), "taken_on"),
        RecordKind.ROUNDS: (Round.objects.filter(student=student), "day"),
        RecordKind.HOMEWORK: (Homework.objects.filter(student=student), "made_at"),
        RecordKind.COURSE: (CourseLog.objects.filter(student=student), "day"),
        RecordKind.CONSENT: (Consent.objects.filter(student=student), ""),
        RecordKind.LOG: (Entry.objects.filter(student=student), "at"),
    }
    found = []
    for kind, (query, dated) in rows.items():
        count = query.count()
        if not count:
            continue
        ends: dict[str, Any] = {}
        if dated:
            ends = query.order_by().aggregate(first=Min(dated), last=Max(dated))
        days = [_day(student, ends.get(end)) for end in ("first", "last")]
        found.append(RecordCount(kind, count, days[0], days[1]))
    return found


def _day(student: Student, moment: date | datetime | None) -> date | None:
    return day_at(student.academy, moment) if isinstance(moment, datetime) else moment


def over_time(academy: Academy, now: datetime) -> list[Student]:
    """Archived students whose records are older than the academy keeps them, longest gone first."""
    if not academy.keep_months:
        return []
    limit = now - timedelta(days=academy.keep_months * DAYS_A_MONTH)
    return list(students_at(academy).filter(archived_at__lt=limit).order_by("archived_at"))


def old_pictures(academy: Academy, now: datetime) -> QuerySet[Picture]:
    """Pictures that are older than the academy keeps them."""
    pictures = Picture.objects.filter(student__academy=academy)
    if not academy.picture_months:
        return pictures.none()
    limit = day_at(academy, now - timedelta(days=academy.picture_months * DAYS_A_MONTH))
    return pictures.filter(taken_on__lt=limit)
