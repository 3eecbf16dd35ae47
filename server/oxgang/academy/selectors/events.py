"""What happened to a student."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from uuid import UUID

from django.db.models import QuerySet

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, Event, Student
from oxgang.core.keeping.events import EventKind, Happened
from oxgang.core.words.shots import Trajectory


def events_of(student: Student) -> QuerySet[Event]:
    """The student's events that were not taken back, oldest first."""
    return student.events.filter(withdrawn_at=None).select_related("club", "entry__coach")


def event_of(academy: Academy, event_id: int) -> Event:
    """One event, taken back or not.

    Raises
    ------
    NotFound
        When the academy has no such event.
    """
    found = Event.objects.filter(student__academy=academy, pk=event_id)
    event = found.select_related("student", "entry").first()
    if event is None:
        raise NotFound("There is no such change here.")
    return event


def happened_to(student: Student, names: Mapping[UUID, str], day: date) -> list[Happened]:
    """The events up to a day as core takes them. One query.

    Parameters
    ----------
    names
        What each club is called in the matrix, by its id.
    """
    return [
        Happened(
            EventKind(event.kind),
            event.on,
            names.get(event.club_id, "") if event.club_id else "",
            event.swing,
            event.arm_deg,
            Trajectory(event.trajectory) if event.trajectory else None,
            event.at,
        )
        for event in events_of(student)
        if event.on <= day
    ]
