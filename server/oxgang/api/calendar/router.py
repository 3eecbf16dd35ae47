from __future__ import annotations

from collections.abc import Iterable
from datetime import date, timedelta
from uuid import UUID
from zoneinfo import ZoneInfo

from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Coach
from oxgang.academy.selectors.people import day_at, student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.calendar.schemas import (
    AppointmentChange,
    AppointmentIn,
    AppointmentOut,
    CalendarAddress,
    CalendarOut,
    TogetherIn,
)
from oxgang.core.errors import InputError
from oxgang.core.flight.checks import NO_SUCH_DAY, in_calendar
from oxgang.matrix.models import Summary
from oxgang.range_sessions.models import Appointment
from oxgang.range_sessions.selectors.appointments import (
    appointment_of,
    appointments_between,
    has_link,
)
from oxgang.range_sessions.services.appointments import (
    AppointmentFields,
    cancel_appointment,
    change_appointment,
    end_calendar_link,
    make_appointment,
    make_calendar_link,
    make_together,
)

router = Router(tags=["calendar"])

MOST_DAYS = 62


def _out(rows: Iterable[Appointment], coach: Coach) -> list[AppointmentOut]:
    rows = list(rows)
    zone = ZoneInfo(coach.academy.time_zone)
    reasons = dict(
        Summary.objects.filter(student__in={row.student_id for row in rows}).values_list(
            "student_id", "reasons"
        )
    )
    return [
        AppointmentOut(
            id=row.pk,
            student_id=row.student_id,
            student=row.student.name,
            coach=row.coach.name,
            mine=row.coach_id == coach.pk,
            day=row.starts_at.astimezone(zone).date(),
            local=f"{row.starts_at.astimezone(zone):%H:%M}",
            starts_at=row.starts_at,
            minutes=row.minutes,
            check_up=row.check_up,
            note=row.note,
            together=row.together,
            reasons=reasons.get(row.student_id, []),
        )
        for row in rows
    ]


@router.get("/calendar", response=CalendarOut)
def calendar(
    request: CoachRequest,
    first: Query[date | None] = None,
    days: Query[int] = 7,
    mine: Query[bool] = False,
) -> CalendarOut:
    """The academy's sessions of some days, from today when no day is given."""
    coach = request.coach
    if not 1 <= days <= MOST_DAYS:
        raise InputError(f"Ask for 1 to {MOST_DAYS} days.", field="days")
    today = day_at(coach.academy, timezone.now())
    start = first or today
    if not in_calendar(start):
        raise InputError(f"{NO_SUCH_DAY}.", field="first")
    rows = appointments_between(coach.academy, start, start + timedelta(days=days - 1))
    if mine:
        rows = rows.filter(coach=coach)
    return CalendarOut(
        today=today,
        zone=coach.academy.time_zone,
        appointments=_out(rows, coach),
        has_link=has_link(coach),
    )


@router.post("/appointments", response={201: AppointmentOut})
def book(request: CoachRequest, data: AppointmentIn) -> tuple[int, AppointmentOut]:
    """Book a session with the coach who asks; the first of a weekly series is answered."""
    coach = request.coach
    student = student_of(coach, data.student_id)
    fields = AppointmentFields(**data.dict(exclude={"student_id", "weeks"}))
    made = make_appointment(student, fields, by=coach, now=timezone.now(), weeks=data.weeks)
    return 201, _out([made], coach)[0]


@router.post("/appointments/together", response={201: list[AppointmentOut]})
def book_together(request: CoachRequest, data: TogetherIn) -> tuple[int, list[AppointmentOut]]:
    """Book one session with several students, with the coach who asks."""
    coach = request.coach
    students = [student_of(coach, pk) for pk in data.students]
    fields = AppointmentFields(**data.dict(exclude={"students", "weeks"}))
    made = make_together(students, fields, by=coach, now=timezone.now(), weeks=data.weeks)
    return 201, _out(made, coach)


@router.patch("/appointments/{appointment_id}", response=AppointmentOut)
def change(request: CoachRequest, appointment_id: UUID, data: AppointmentChange) -> AppointmentOut:
    """Move a session, or change what it is for."""
    coach = request.coach
    sent = data.dict(exclude_unset=True)
    was = sent.pop("was", None)
    changes = {k: v for k, v in sent.items() if v is not None}
    row = appointment_of(coach.academy, appointment_id)
    change_appointment(row, changes, by=coach, now=timezone.now(), was=was)
    return _out([row], coach)[0]


@router.post("/appointments/{appointment_id}/cancel", response=AppointmentOut)
def cancel(request: CoachRequest, appointment_id: UUID) -> AppointmentOut:
    """Cancel a session."""
    coach = request.coach
    row = appointment_of(coach.academy, appointment_id)
    cancel_appointment(row, by=coach, now=timezone.now())
    return _out([row], coach)[0]


@router.post("/calendar/link", response=CalendarAddress)
def link(request: CoachRequest) -> CalendarAddress:
    """A private address for calendar programs; an earlier one ends."""
    token = make_calendar_link(by=request.coach, now=timezone.now())
    return CalendarAddress(url=request.build_absolute_uri(f"/cal/{token}.ics"))


@router.post("/calendar/unlink", response=CalendarOut)
def unlink(request: CoachRequest) -> CalendarOut:
    """End the private address."""
    end_calendar_link(by=request.coach, now=timezone.now())
    return calendar(request)
