from __future__ import annotations

from uuid import UUID

from django.utils import timezone
from ninja import Router

from oxgang.academy.models import Event, Student
from oxgang.academy.selectors.events import event_of, events_of
from oxgang.academy.selectors.people import student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.events.schemas import EventIn, EventOut, EventsOut
from oxgang.api.fields import made
from oxgang.core.keeping.events import EventKind, Happened
from oxgang.core.words.shots import Trajectory
from oxgang.matrix.services.playing import learn_with
from oxgang.range_sessions.selectors.balls import first_day
from oxgang.range_sessions.services.events import EventFields, add_event, withdraw_event

router = Router(tags=["events"])


def _out(event: Event) -> EventOut:
    kind = EventKind(event.kind)
    height = Trajectory(event.trajectory) if event.trajectory else None
    club = event.club.label if event.club else ""
    touches = Happened(kind, event.on, club, event.swing, event.arm_deg, height)
    entry = event.entry
    return made(
        EventOut,
        id=event.pk,
        kind=kind,
        on=event.on,
        touched=touches.touched.as_data(),
        note=event.note,
        by=entry.coach.name if entry and entry.coach else "",
    )


def _page(student: Student) -> EventsOut:
    return EventsOut(
        events=[_out(event) for event in events_of(student)],
        first_ball=first_day(student),
    )


@router.get("/students/{student_id}/events", response=EventsOut)
def events(request: CoachRequest, student_id: UUID) -> EventsOut:
    """What happened to the student."""
    return _page(student_of(request.coach, student_id))


@router.post("/students/{student_id}/events", response=EventsOut)
def write_down(request: CoachRequest, student_id: UUID, data: EventIn) -> EventsOut:
    """Write an event down; old numbers that it touches become open."""
    coach = request.coach
    student = student_of(coach, student_id)
    add_event(student, EventFields(**data.dict()), by=coach, now=timezone.now(), along=learn_with)
    return _page(student)


@router.post("/events/{event_id}/withdraw", response=EventsOut)
def withdraw(request: CoachRequest, event_id: int) -> EventsOut:
    """Take an event back, with all it did."""
    coach = request.coach
    event = event_of(coach.academy, event_id)
    withdraw_event(event, by=coach, now=timezone.now())
    return _page(event.student)
