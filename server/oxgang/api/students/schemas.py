from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Literal
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.academy.models import Hand
from oxgang.academy.services.students import HANDICAPS, MAX_NAME
from oxgang.api.fields import Label, Seen
from oxgang.api.messages import DueMessage
from oxgang.api.scales.schemas import ScaleOut
from oxgang.core.flight.impact import Friction
from oxgang.core.flight.recipes import School
from oxgang.core.ground.gaps import FROM_YD, TO_YD
from oxgang.core.ground.ground import Hold
from oxgang.core.ground.stages import Stage
from oxgang.core.keeping.due import State
from oxgang.core.practice.load import BALL_LIMIT
from oxgang.core.units import Units
from oxgang.matrix.selectors.morning import Show
from oxgang.texts.language import Language

Handicap = Annotated[float, Field(ge=HANDICAPS[0], le=HANDICAPS[1])]
Name = Annotated[str, Field(max_length=MAX_NAME)]


class ClubIn(Schema):
    label: Label
    loft_deg: float
    bounce_deg: float | None = None
    note: str = Field("", max_length=200)
    used_from: date | None = None
    used_until: date | None = None


class StudentIn(Schema):
    """A new student; without a tolerance the level's, as the academy has it.

    `clubs` are the bag to begin with, `school` the way to set up where it is not the academy's;
    `namesake` says that a second student of this name is meant.
    """

    name: Name
    scale_id: int
    hand: Hand = Hand.RIGHT
    units: Units = "yd"
    language: Language = Language.ENGLISH
    tolerance_yd: float | None = None
    from_yd: int = FROM_YD
    to_yd: int = TO_YD
    ball_limit: int = BALL_LIMIT
    notes: str = Field("", max_length=10_000)
    friction: Friction | Literal[""] = ""
    handicap: Handicap | None = None
    longest: Label = ""
    estimates_yd: float | None = None
    school: School | None = None
    clubs: list[ClubIn] = Field([], max_length=20)
    namesake: bool = False


class StudentChange(Schema):
    """Only the fields that change are sent."""

    name: Name | None = None
    scale_id: int | None = None
    hand: Hand | None = None
    units: Units | None = None
    language: Language | None = None
    tolerance_yd: float | None = None
    from_yd: int | None = None
    to_yd: int | None = None
    stage: Stage | Literal[""] | None = None
    ball_limit: int | None = None
    notes: str | None = Field(None, max_length=10_000)
    friction: Friction | Literal[""] | None = None
    handicap: Handicap | None = None
    longest: Label | None = None
    estimates_yd: float | None = None
    was: Seen | None = Field(None, description="the fields as the coach saw them")


class ComingOut(Schema):
    """A session to come. `check_up` balls of the planner's, 0 for none."""

    id: UUID
    starts_at: datetime
    coach: str
    check_up: int


class StripOut(Schema):
    """A stretch of whole yards of the small ground: sure, doubtful or fallow."""

    from_yd: int
    to_yd: int
    kind: Hold


class StudentRow(Schema):
    """A student in the list: how the numbers stand, what is due and why.

    `matters` counts the cells the student plays by, `wide` those that cannot be trusted, `settles`
    how many of them a check-up settles; `covered` and `doubtful` are shares.
    """

    id: UUID
    name: str
    hand: Hand
    units: Units
    scale: str
    coach: str
    clubs: int
    balls: int
    waiting: int
    last_hit: date | None
    published_on: date | None
    archived: bool
    state: State
    stage: Stage
    reasons: list[DueMessage]
    matters: int
    wide: int
    settles: int
    covered: float
    doubtful: float
    due_on: date | None
    from_yd: int
    to_yd: int
    ground: list[StripOut]
    coming: list[ComingOut]


class HomeworkStanding(Schema):
    """Of a student's homework: rounds that came back unseen, how many are late, how many open."""

    back: int
    late: int
    open: int


class StudentsPage(Schema):
    """A page of the list. `total` counts what the filter leaves, `counts` each filter alone,
    `homework` has those who have some, `example` is the academy's made-up student.

    `behind` is how many students are still to be looked at again (100 or more count as 100).
    """

    day: date
    rows: list[StudentRow]
    total: int
    counts: dict[Show, int]
    behind: int
    example: UUID | None
    homework: dict[UUID, HomeworkStanding]


class Behind(Schema):
    """How many students are still to be looked at again (100 or more count as 100)."""

    behind: int


class ClubOut(Schema):
    id: UUID
    label: str
    loft_deg: float
    bounce_deg: float | None
    note: str
    used_from: date | None
    used_until: date | None
    in_use: bool = True


class ExampleGone(Schema):
    """Whether there was one."""

    gone: bool


class StudentOut(Schema):
    id: UUID
    name: str
    hand: Hand
    units: Units
    language: Language
    tolerance_yd: float
    from_yd: int
    to_yd: int
    stage: Stage | Literal[""]
    ball_limit: int
    notes: str
    friction: Friction | Literal[""]
    handicap: float | None
    longest: str
    estimates_yd: float | None
    shots_chosen: bool
    example: bool
    coach_id: int | None
    coach: str
    shared_with: list[int]
    finds: Friction
    archived: bool
    scale: ScaleOut
    clubs: list[ClubOut]


class ClubChange(Schema):
    """Only the fields that change are sent; those left out stay, whatever stands here."""

    label: Label = ""
    loft_deg: float = 0.0
    bounce_deg: float | None = None
    note: str = Field("", max_length=200)
    used_from: date | None = None
    used_until: date | None = None
    was: Seen | None = Field(None, description="the fields as the coach saw them")
