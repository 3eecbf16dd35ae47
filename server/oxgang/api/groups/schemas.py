from __future__ import annotations

from datetime import date, datetime
from typing import Literal
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.api.balls.schemas import BallOut, BallUid
from oxgang.api.feed.schemas import PlaysBody
from oxgang.api.fields import Moment
from oxgang.core.units import Units
from oxgang.range_sessions.models import TurnKind

TurnUid = Field(min_length=4, max_length=50)


class GroupIn(Schema):
    """Students in the order of their bays; `together` is the booking that it begins from."""

    students: list[UUID] = Field(max_length=40)
    together: UUID | None = None


class LateIn(Schema):
    student_id: UUID


class TurnIn(Schema):
    """A change in a group, under an id made where the key was pressed, at its moment.

    "up": the next ball is that of bay `number`. "monitor": the monitor stands at `number`, or goes
    along with whoever is up (null). "shot": `plays` is hit in bay `number`, or, with `everybody`,
    what is hit there is hit in all bays.
    """

    uid: str = TurnUid
    kind: TurnKind
    at: Moment
    number: int | None = Field(None, ge=1, le=6)
    plays: PlaysBody | None = None
    everybody: bool = False


class MonitorIn(Schema):
    """Which device measures in the group; null for none. `take` takes it from whom it plays for."""

    device_id: int | None = None
    take: bool = False


class MoveIn(Schema):
    """Balls of the student of one bay that were hit by the student of another."""

    student_id: UUID
    to_id: UUID
    balls: list[BallUid] = Field(min_length=1, max_length=60)


class GroupMonitor(Schema):
    """The monitor of a group. `at` is the bay where it stands, null where it goes along."""

    id: int
    name: str
    last_heard_at: datetime | None
    at: int | None
    waiting: int


class BayOut(Schema):
    """A bay: who hits there, what, how many balls today, and the last ones, newest last."""

    number: int
    student_id: UUID
    student: str
    units: Units
    plays: PlaysBody | None
    balls: int
    latest: list[BallOut]


class GroupOut(Schema):
    """A group. `up` is the bay whose ball comes next; `change` another text when anything moved;
    `apart` says for a bay what "same for all" could not have exactly."""

    id: UUID
    day: str
    by: str
    over: bool
    up: int | None
    change: str
    monitor: GroupMonitor | None
    bays: list[BayOut]
    apart: dict[int, Literal["club", "swing", "club swing", "bag"]] = Field(default_factory=dict)


class PersonNamed(Schema):
    id: UUID
    name: str


class GroupShort(Schema):
    """A group of today that is not over."""

    id: UUID
    by: str
    since: datetime
    students: list[str]


class GroupAgain(Schema):
    """A group of before that can be started again: its day, and who hit in bays 1, 2, ..."""

    day: date
    students: list[PersonNamed]


class GroupChange(Schema):
    change: str
