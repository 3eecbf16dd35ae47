from __future__ import annotations

from datetime import datetime
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.academy.models import PersonRole
from oxgang.academy.services.academies import MAX_NAME
from oxgang.academy.services.throttle import MAX_NAME as MAX_LOG_IN
from oxgang.api.fields import Seen

PersonName = Field(max_length=MAX_NAME)


class PersonOut(Schema):
    """A person of the academy. `students` are those who belong to this person. How and when
    somebody signs in is empty for whoever is no head coach."""

    id: int
    name: str
    log_in: str
    role: PersonRole
    left_at: datetime | None
    factor: bool
    students: int
    last_seen: datetime | None


class EntryLinkOut(Schema):
    """An unused one-time link: an invitation, or (with a person) for a forgotten password."""

    id: int
    name: str
    role: PersonRole
    person_id: int | None
    made_by: str
    made_at: datetime
    expires_at: datetime


class PeopleOut(Schema):
    people: list[PersonOut]
    links: list[EntryLinkOut]


class BeginningOut(Schema):
    """What is chosen from at the first start. `rules` are what a password must be."""

    zones: list[str]
    rules: list[str]


class OneTime(Schema):
    """What lets somebody in once."""

    token: str = Field(max_length=100)


class BeginningIn(OneTime):
    """The academy, and the person who begins it."""

    academy: str = Field(max_length=200)
    time_zone: str = Field("UTC", max_length=64)
    altitude_m: float = 0.0
    units: str = Field("yd", max_length=8)
    name: str = PersonName
    log_in: str = Field(max_length=MAX_LOG_IN)
    password: str = Field(max_length=200)


class InviteIn(Schema):
    name: str = PersonName
    role: PersonRole = PersonRole.COACH


class EntryLinkMade(Schema):
    """The address stands here once and nowhere else."""

    link: EntryLinkOut
    url: str
    qr: str


class PersonChange(Schema):
    """Only what changes is sent."""

    name: str | None = Field(None, max_length=MAX_NAME)
    role: PersonRole | None = None
    was: Seen | None = Field(None, description="the fields as the coach saw them")


class HandOver(Schema):
    """Students, or all of a person's, who belong to another from now on."""

    to: int | None = None
    students: list[UUID] = Field(default_factory=list, max_length=500)


class StayedSession(Schema):
    """A booked session that stays with the coach of before: the other is booked then, or somebody
    who was not handed over comes to it too."""

    student: str
    starts_at: datetime


class HandedOver(Schema):
    """How many students went to the other coach, and how many of their booked sessions did."""

    students: int
    sessions: int
    stayed: list[StayedSession]


class OwnerIn(Schema):
    """The main coach, and who it was when the page was read."""

    coach_id: int
    was: int | None = None


class SharedIn(Schema):
    shared: bool


class ComeIn(OneTime):
    log_in: str = Field("", max_length=MAX_LOG_IN)
    password: str = Field(max_length=200)


class WelcomeOut(Schema):
    """What a one-time link is for, before anything is typed. `log_in` is given for who has one."""

    academy: str
    name: str
    role: PersonRole
    log_in: str
    rules: list[str]
