from __future__ import annotations

from datetime import date

from ninja import Schema
from pydantic import Field

from oxgang.api.balls.schemas import BallOut
from oxgang.api.matrix.schemas import CellOut, ConflictOut, SuspectOut


class MovedOut(Schema):
    """A cell before and after; `real` when the change is more than chance."""

    before: CellOut
    after: CellOut
    new_balls: int
    chance: float
    real: bool


class ShiftOut(Schema):
    """Whether all carries moved together, as a share, with its 90 % interval."""

    share: float
    lo: float
    hi: float
    changed: bool


class ReviewOut(Schema):
    balls: list[BallOut]
    moved: list[MovedOut]
    suspects: list[SuspectOut]
    conflicts: list[ConflictOut]
    shift: ShiftOut | None
    days: list[date]


class ReviewIn(Schema):
    """`keep` None keeps all that wait; `aside` sets balls aside, each with a reason."""

    keep: list[str] | None = None
    aside: dict[str, str] = Field(default_factory=dict)


class Reviewed(Schema):
    kept: int


class Reopen(Schema):
    day: date
