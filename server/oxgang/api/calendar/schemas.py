from __future__ import annotations

from datetime import date, datetime
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import Line, Moment, Seen
from oxgang.api.messages import DueMessage
from oxgang.range_sessions.services.appointments import WEEKS_RANGE


class AppointmentIn(Schema):
    """A session, or so many weekly ones at the same hour."""

    student_id: UUID
    weeks: int = Field(1, ge=WEEKS_RANGE[0], le=WEEKS_RANGE[1])
    starts_at: Moment
    minutes: int = 45
    check_up: int = 0
    note: Line = ""


class TogetherIn(Schema):
    """One session with several students, on neighbouring mats."""

    students: list[UUID] = Field(min_length=2, max_length=6)
    weeks: int = Field(1, ge=WEEKS_RANGE[0], le=WEEKS_RANGE[1])
    starts_at: Moment
    minutes: int = 60
    check_up: int = 0
    note: Line = ""


class AppointmentChange(Schema):
    """Only the fields that change are sent."""

    starts_at: Moment | None = None
    minutes: int | None = None
    check_up: int | None = None
    note: Line | None = None
    was: Seen | None = Field(None, description="the fields as the coach saw them")


class AppointmentOut(Schema):
    """A session to come. `due` is why, as the list says it; `local` is the academy's wall clock."""

    id: UUID
    student_id: UUID
    student: str
    coach: str
    mine: bool
    day: date
    local: str
    starts_at: datetime
    minutes: int
    check_up: int
    note: str
    together: UUID | None
    reasons: list[DueMessage]


class CalendarOut(Schema):
    """Sessions of some days. `has_link` is whether a calendar program may follow the coach's."""

    today: date
    zone: str
    appointments: list[AppointmentOut]
    has_link: bool


class CalendarAddress(Schema):
    """The private address, shown once."""

    url: str


class Started(Schema):
    """How many balls were planned; 0 where the session has no check-up."""

    balls: int
