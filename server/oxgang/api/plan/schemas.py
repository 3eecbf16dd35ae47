from __future__ import annotations

from datetime import datetime

from ninja import Schema
from pydantic import Field

from oxgang.core.protocols import Protocol
from oxgang.core.shots import Lie, Spin, Tempo, Trajectory
from oxgang.core.stages import Stage


class PlanItem(Schema):
    club: str = Field(max_length=24)
    swing: str = Field(max_length=24)
    trajectory: Trajectory = Trajectory.STOCK
    spin: Spin = Spin.CHECK
    tempo: Tempo = Tempo.NORMAL
    balls: int = Field(ge=1, le=100)
    reason: str = Field("", max_length=200)
    lie: Lie | None = None
    note: str = Field("", max_length=120)


class CheckUp(Schema):
    """Of what is due; or with `moved` of the best known cells, of a club or swing where one is
    named, to see whether they have moved."""

    balls: int = Field(15, ge=1, le=300)
    moved: bool = False
    club: str = ""
    swing: str = ""


class Wanted(Schema):
    """What the coach asks of a protocol. `minutes` takes the place of `balls` when given."""

    protocol: Protocol
    balls: int = Field(45, ge=1, le=300)
    minutes: float | None = Field(None, gt=0, le=240)
    yardage: float | None = Field(None, gt=0, le=200)
    club: str | None = None
    swing: str | None = None


class Draft(Schema):
    items: list[PlanItem]
    balls: int


class PlanIn(Schema):
    title: str = Field(max_length=60)
    homework: bool = False
    items: list[PlanItem]


class PlanOut(PlanIn):
    made_at: datetime


class StandingOut(Schema):
    stage: Stage
    holds: bool
    words: str


class CriteriaBody(Schema):
    solid: float
    over_balls: int
    cells: float
    launches: float


class PlanPage(Schema):
    """The student's plan, stage and the protocols with what each is about."""

    plan: PlanOut | None
    stage: Stage
    by_hand: bool
    standings: list[StandingOut]
    criteria: CriteriaBody
    protocols: dict[Protocol, str]
    ball_limit: int
