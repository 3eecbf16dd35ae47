from __future__ import annotations

from datetime import date
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.api.balls.schemas import BallOut, Uid
from oxgang.api.fields import Line
from oxgang.api.matrix.schemas import CellOut, ConflictOut, SuspectOut
from oxgang.api.messages import TouchMessage
from oxgang.core.keeping.drift.verdict import Advice
from oxgang.core.words.shots import Trajectory


class MovedOut(Schema):
    """A cell before and after; `real` when the change is more than chance."""

    before: CellOut
    after: CellOut
    new_balls: int
    chance: float
    real: bool


class ShiftOut(Schema):
    """Whether all carries moved together, as a share, with its interval."""

    share: float
    lo: float
    hi: float
    changed: bool


class SuspicionOut(Schema):
    """What may have moved, as an event would name it, with its probability.

    `lo` and `hi` bound the share of the carry, if it has moved, at `intervals.LEVEL`.
    """

    touched: TouchMessage
    club_id: UUID | None
    swing: str
    trajectory: Trajectory | None
    probability: float
    share: float
    lo: float
    hi: float
    balls: int


class VerdictOut(Schema):
    """Whether something has moved, how the balls were struck, and what to do.

    `nothing` is the probability that nothing has. `balls` is how many a check-up needs; `scattered`
    is whether the scatter is worth a word; `since` the day from which numbers would be replaced.
    """

    shift: ShiftOut
    nothing: float
    suspicions: list[SuspicionOut]
    advice: Advice
    balls: int
    since: date
    bad_day: bool
    wild: bool
    solid: int
    struck: int
    usual_solid: float | None
    scatter: float
    scattered: bool
    conditions: float | None


class ReviewOut(Schema):
    balls: list[BallOut]
    moved: list[MovedOut]
    suspects: list[SuspectOut]
    conflicts: list[ConflictOut]
    verdict: VerdictOut | None
    days: list[date]


class ReviewIn(Schema):
    """`keep` None keeps all that wait; `aside` sets balls aside, each with a reason."""

    keep: list[Uid] | None = Field(None, max_length=20_000)
    aside: dict[str, Line] = Field(default_factory=dict, max_length=5_000)


class Reviewed(Schema):
    accepted: int


class Reopen(Schema):
    day: date
