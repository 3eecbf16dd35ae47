"""Reads of sessions to come."""

from __future__ import annotations

from collections.abc import Collection
from datetime import date, datetime, time, timedelta
from uuid import UUID
from zoneinfo import ZoneInfo

from django.db.models import QuerySet

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, Coach
from oxgang.academy.tokens import hash_of
from oxgang.range_sessions.models import Appointment, CalendarLink

# A calendar program gets what was and is to come within these days.
FEED_BACK, FEED_AHEAD = timedelta(days=60), timedelta(days=400)


def start_of(academy: Academy, day: date) -> datetime:
    """The academy's midnight with which a day begins."""
    return datetime.combine(day, time(), ZoneInfo(academy.time_zone))


def appointments_between(academy: Academy, first: date, last: date) -> QuerySet[Appointment]:
    """The academy's sessions of some days, both included, earliest first. No cancelled ones."""
    return (
        Appointment.objects.filter(
            student__academy=academy,
            student__archived_at=None,
            withdrawn_at=None,
            starts_at__gte=start_of(academy, first),
            starts_at__lt=start_of(academy, last + timedelta(days=1)),
        )
        .select_related("student__academy", "coach")
        .order_by("starts_at", "id")
    )


def next_of(academy: Academy, students: Collection[UUID], day: date) -> dict[UUID, list[Appointment]]:
    """The next two sessions of each of some students, from a day's beginning. One query."""
    coming: dict[UUID, list[Appointment]] = {}
    rows = Appointment.objects.filter(
        student__in=students, withdrawn_at=None, starts_at__gte=start_of(academy, day)
    ).select_related("coach")
    for row in rows.order_by("starts_at"):
        mine = coming.setdefault(row.student_id, [])
        if len(mine) < 2:
            mine.append(row)
    return coming


def appointment_of(academy: Academy, appointment_id: UUID) -> Appointment:
    """One session to come, cancelled or not.

    Raises
    ------
    NotFound
        When the academy has no such session.
    """
    found = Appointment.objects.filter(student__academy=academy, pk=appointment_id)
    appointment = found.select_related("student__academy", "coach").first()
    if appointment is None:
        raise NotFound("There is no such session here.")
    return appointment


def coach_of_link(token: str) -> Coach | None:
    """Whose calendar an address shows; None for an unknown or ended one."""
    link = CalendarLink.objects.filter(token_hash=hash_of(token), revoked_at=None)
    found = link.select_related("coach__academy", "coach__user").first()
    return found.coach if found and found.coach.user.is_active else None


def has_link(coach: Coach) -> bool:
    """Whether the coach's calendar has an address."""
    return CalendarLink.objects.filter(coach=coach, revoked_at=None).exists()


def feed_of(coach: Coach, now: datetime) -> QuerySet[Appointment]:
    """What a calendar program is told: the coach's sessions, cancelled ones too."""
    return (
        Appointment.objects.filter(coach=coach, starts_at__gt=now - FEED_BACK, starts_at__lt=now + FEED_AHEAD)
        .select_related("student")
        .order_by("starts_at", "id")
    )
