from __future__ import annotations

from datetime import datetime

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import BallPosition, GripDown, Label, Moment, Seen
from oxgang.api.matrix.schemas import MatrixOut
from oxgang.api.messages import PlanMessage
from oxgang.api.students.schemas import StripOut
from oxgang.core.ground.stages import Stage
from oxgang.core.practice.check_up import CHECK_UP_BALLS
from oxgang.core.practice.plan import BALLS_RANGE, SESSION_BALLS, Place
from oxgang.core.practice.protocols import Protocol
from oxgang.core.words.shots import Lie, Spin, Tempo, Trajectory
from oxgang.range_sessions.services.plans import MOST_ITEMS


class PlanItem(Schema):
    """So many balls in one cell. `place` is where, when not on the range; `between` is the other
    swing length of a swing between two; `note` is the coach's."""

    club: str = Field(max_length=24)
    swing: str = Field(max_length=24)
    trajectory: Trajectory = Trajectory.STOCK
    spin: Spin = Spin.CHECK
    tempo: Tempo = Tempo.NORMAL
    balls: int = Field(ge=BALLS_RANGE[0], le=BALLS_RANGE[1])
    why: PlanMessage | None = None
    lie: Lie | None = None
    place: Place | None = None
    between: Label = ""
    note: str = Field("", max_length=120)
    ball_position_in: BallPosition = 0.0
    grip_down_in: GripDown = 0.0


class CheckUp(Schema):
    """Of what is due, with a club of what is played and learnt with it; or with `moved` of the best
    known cells, of a club or swing where one is named, to see whether they have moved."""

    balls: int = Field(CHECK_UP_BALLS, ge=BALLS_RANGE[0], le=BALLS_RANGE[1])
    moved: bool = False
    club: Label = ""
    swing: Label = ""


class PlanRequest(Schema):
    """What the coach asks of a protocol. `minutes` takes the place of `balls` when given."""

    protocol: Protocol
    balls: int = Field(SESSION_BALLS, ge=BALLS_RANGE[0], le=BALLS_RANGE[1])
    minutes: float | None = Field(None, gt=0, le=240)
    yardage: float | None = Field(None, gt=0, le=200)
    club: Label | None = None
    swing: Label | None = None


class Draft(Schema):
    items: list[PlanItem]
    balls: int


class Items(Schema):
    items: list[PlanItem] = Field(max_length=MOST_ITEMS)


class EffectOut(Schema):
    """The matrix once a plan is hit, and the ground under measured numbers `now` and `later`."""

    matrix: MatrixOut
    now: list[StripOut]
    later: list[StripOut]


class PlanBody(Items):
    title: str = Field(max_length=60)
    homework: bool = False


class PlanIn(PlanBody):
    """`seen` is when the plan that the coach was looking at was made, `looked` that there was a
    look: a plan that somebody else has made since is not overwritten unseen."""

    seen: Moment | None = None
    looked: bool = False


class PlanOut(PlanBody):
    made_at: datetime
    by: str = ""

    @staticmethod
    def resolve_by(obj: object) -> str:
        by = getattr(obj, "made_by", None)
        return by.name if by else ""


class StandingOut(Schema):
    """Whether a stage holds: `good` of `of` are there, a share is needed of at least `least`."""

    stage: Stage
    holds: bool
    good: int
    of: int
    share: float
    least: int


class CriteriaBody(Schema):
    solid: float
    over_balls: int
    cells: float
    launches: float


class CriteriaChange(Schema):
    """Only the criteria that change are sent."""

    solid: float | None = None
    over_balls: int | None = None
    cells: float | None = None
    launches: float | None = None
    was: Seen | None = Field(None, description="the fields as the coach saw them")


class PlanPage(Schema):
    """The student's plan, the homework, and the stage."""

    plan: PlanOut | None
    homework: PlanOut | None
    stage: Stage
    by_hand: bool
    standings: list[StandingOut]
    criteria: CriteriaBody
    ball_limit: int
