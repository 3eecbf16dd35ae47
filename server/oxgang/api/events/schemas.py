from __future__ import annotations

from datetime import date
from uuid import UUID

from ninja import Schema

from oxgang.api.fields import Label, Line
from oxgang.api.messages import TouchMessage
from oxgang.core.keeping.events import EventKind
from oxgang.core.words.shots import Trajectory


class EventIn(Schema):
    """What a coach says of an event. Loft and bounce are those of a new or bent club, the label is that
    of a new one; empty is the old one's."""

    kind: EventKind
    on: date
    club_id: UUID | None = None
    swing: Label = ""
    trajectory: Trajectory | None = None
    label: Label = ""
    loft_deg: float | None = None
    bounce_deg: float | None = None
    remark: Line = ""


class EventOut(Schema):
    id: int
    kind: EventKind
    on: date
    touched: TouchMessage
    note: str
    by: str


class EventsOut(Schema):
    """The student's events, oldest first."""

    events: list[EventOut]
    first_ball: date | None
