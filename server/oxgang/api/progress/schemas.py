from __future__ import annotations

from datetime import date

from ninja import Schema

from oxgang.api.matrix.schemas import KeyOut
from oxgang.api.messages import TouchMessage
from oxgang.api.students.schemas import StripOut
from oxgang.core.keeping.events import EventKind


class SideOut(Schema):
    """How wide and how far to a side, with intervals: shares of the carry, the bias + to the right of
    the aim; `claimed` is whether enough balls say so."""

    balls: int
    width: float
    width_lo: float
    width_hi: float
    bias: float
    bias_lo: float
    bias_hi: float
    claimed: bool


class ClubSide(Schema):
    club: str
    side: SideOut


class ShotSide(Schema):
    shot: KeyOut
    side: SideOut


class SessionSide(Schema):
    day: date
    side: SideOut


class SidesOut(Schema):
    """Sides of all balls, by club, by shot and by session, oldest first."""

    student: SideOut
    clubs: list[ClubSide]
    shots: list[ShotSide]
    sessions: list[SessionSide]


class ShareOut(Schema):
    """So many of so many with the ends of the interval; `value` None is nothing."""

    hits: int
    of: int
    value: float | None
    lo: float
    hi: float


class SpreadOut(Schema):
    """Scatter of solid balls about their cell and day, a share of the carry."""

    value: float | None
    lo: float
    hi: float
    freedom: int


class PartOut(Schema):
    """What was hit in a stretch of days."""

    from_day: date
    to_day: date
    balls: int
    solid: ShareOut
    spread: SpreadOut
    launch: ShareOut


class StepOut(Schema):
    """A difference or a ratio with its interval."""

    value: float
    lo: float
    hi: float


class TurnOut(Schema):
    """Before and after: differences (after less before), and the ratio of the spreads, each with
    its interval."""

    before: PartOut
    after: PartOut
    solid: StepOut | None
    launch: StepOut | None
    spread: StepOut | None


class TurningPoint(Schema):
    kind: EventKind
    on: date
    touched: TouchMessage
    turn: TurnOut | None


class LessonTurn(Schema):
    """A lesson with its cue, against what was hit since the one before and till the next."""

    on: date
    cue: str
    turn: TurnOut | None


class LookOut(Schema):
    """How the ground stood on a day under the shots played: shares, and strips."""

    day: date
    covered: float
    doubtful: float | None
    numbers: int
    strips: list[StripOut]


class ProgressOut(Schema):
    """`words` is a first draft of what to tell the student."""

    from_day: date
    to_day: date
    whole: PartOut
    halves: TurnOut | None
    points: list[PartOut]
    looks: list[LookOut]
    turns: list[TurningPoint]
    lessons: list[LessonTurn]
    first_ball: date | None
    words: str
