from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Literal
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import Label, Moment
from oxgang.api.matrix.schemas import CellOut, KeyOut
from oxgang.core.carry.asking import Guess
from oxgang.core.flight import landing
from oxgang.core.flight.launch import NetHit, Side
from oxgang.core.words.measurements import REFUSE_OVER_YD
from oxgang.core.words.shots import BallType, Grooves, Lie, Spin, Strike, Tempo, Trajectory
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors.balls import launch_side
from oxgang.range_sessions.services.typed import Moment as BallMoment

Uid = Annotated[str, Field(min_length=4, max_length=64)]
# Of a ball that is there, however its id was made.
BallUid = Annotated[str, Field(max_length=64)]


class NetMark(Schema):
    """Where a ball hit the net: the tape's height, how far above (+) or below it, the distance."""

    tape_height_m: float = Field(ge=0, le=6)
    above_m: float = Field(ge=-6, le=6)
    distance_m: float = Field(ge=0.3, le=15)
    ball_height_m: float = Field(0.0, ge=0, le=0.2)

    def mark(self) -> NetHit:
        """As core takes it."""
        return NetHit(self.tape_height_m + self.above_m, self.distance_m, self.ball_height_m)


class SpotBody(Schema):
    """A place on the range: away from the mat along its middle line, and right of it (- is left)."""

    out_yd: float = Field(ge=-20, le=REFUSE_OVER_YD)
    right_yd: float = Field(ge=-REFUSE_OVER_YD, le=REFUSE_OVER_YD)

    def as_core(self) -> landing.Spot:
        """As core takes it."""
        return landing.Spot(self.out_yd, self.right_yd)


class LandingIn(Schema):
    """A touch on a range picture: where the ball landed and, if that was seen, came to rest; the aim
    to the right of the middle line; how inexact the finger is at that scale. How far the nearest
    target is, and how much higher than the mat the ground, is what the picture says, or the page
    where the picture is gone."""

    spot: SpotBody
    rest: SpotBody | None = None
    picture_id: int | None = None
    aim_deg: float = Field(0.0, ge=-60, le=60)
    gap_yd: float = Field(0.0, ge=0, le=REFUSE_OVER_YD)
    finger_yd: float = Field(0.0, ge=0, le=20)
    height_m: float = Field(0.0, ge=landing.HEIGHT_RANGE_M[0], le=landing.HEIGHT_RANGE_M[1])

    def as_core(self) -> landing.Landing:
        """As core takes it."""
        return landing.Landing(
            self.spot.as_core(),
            self.aim_deg,
            self.gap_yd,
            self.finger_yd,
            self.height_m,
            None if self.rest is None else self.rest.as_core(),
        )


class BallIn(Schema):
    """A ball as it was typed. `uid` is made in the browser; `read` is how its carry was read.

    `feed_id` takes a ball that a device sent, whose id `uid` then is: its measured values are the
    server's. `net` is a mark on a net, from which the launch follows; `landing` a touch on a range
    picture, from which carry, side and total follow. `confirmed` keeps an unlikely value; `moment`
    answers the question about one that is days off: it is as said, or that of the arrival.
    """

    uid: Uid
    hit_at: Moment
    club_id: UUID
    swing: str = Field(min_length=1, max_length=24)
    trajectory: Trajectory = Trajectory.STOCK
    spin: Spin = Spin.CHECK
    tempo: Tempo = Tempo.NORMAL
    strike: Strike = Strike.SOLID
    ball: BallType = BallType.PREMIUM
    lie: Lie = Lie.FAIRWAY
    carry_yd: float | None = None
    total_yd: float | None = None
    read: Literal["typed", "laser", "eye"] = "typed"
    temperature_c: float | None = None
    headwind_mps: float | None = None
    ball_position_in: float = 0.0
    grip_down_in: float = 0.0
    grooves: Grooves = Grooves.CLEAN
    wet: bool = False
    feed_id: int | None = None
    net: NetMark | None = None
    landing: LandingIn | None = None
    confirmed: bool = False
    moment: BallMoment = BallMoment.UNASKED


class BallMark(Schema):
    """Only what changes is sent: strike, why it is excluded, its cell, its adjustment, where it landed."""

    strike: Strike | None = None
    excluded: str | None = Field(None, max_length=200)
    club_id: UUID | None = None
    swing: Label | None = None
    trajectory: Trajectory | None = None
    spin: Spin | None = None
    tempo: Tempo | None = None
    ball_position_in: float | None = None
    grip_down_in: float | None = None
    lie: Lie | None = None
    ball: BallType | None = None
    grooves: Grooves | None = None
    wet: bool | None = None
    landing: LandingIn | None = None


class BallOut(Schema):
    uid: str
    hit_on: date
    hit_at: datetime | None
    club_id: UUID
    club: str
    swing: str
    trajectory: Trajectory
    spin: Spin
    tempo: Tempo
    strike: Strike
    ball: BallType
    lie: Lie
    carry_yd: float | None
    total_yd: float | None
    offline_yd: float | None
    standard_yd: float | None
    launch_deg: float | None
    side: Side | None
    spin_rpm: float | None
    ball_speed_mps: float | None
    ball_position_in: float
    grip_down_in: float
    grooves: Grooves
    wet: bool
    reported: bool
    extra: dict[str, str]
    excluded: str
    accepted: bool

    @staticmethod
    def resolve_side(obj: object) -> Side | None:
        """Where the launch is against the window of its club and height."""
        return launch_side(obj) if isinstance(obj, Ball) else None

    @staticmethod
    def resolve_club(obj: object) -> str:
        club = getattr(obj, "club", "")
        return str(getattr(club, "label", club))


class Usual(Schema):
    """What the student hit most on the last day; the academy's usual before the first."""

    lie: Lie = Lie.MAT
    ball: BallType = BallType.PREMIUM


class Recorded(Schema):
    """The ball as stored."""

    ball: BallOut


class QuestionOut(Schema):
    """The last balls (`uids`) stand `off_yd` from the usual (+ is long); what they might be, the
    likeliest first."""

    uids: list[str]
    off_yd: float
    usual_yd: float
    guesses: list[Guess]
    strike: Strike
    other: KeyOut | None


class CellNow(Schema):
    """A cell with all balls so far; None when the club is not in the bag.

    `more_balls` is how many more solid ones bring it within the tolerance: 0 is enough, None many.
    Where its balls contradict each other or the others, more of them settle nothing: `unsettled`.
    `question` is about the last balls, when they lie far from what the cell and the day say.
    """

    cell: CellOut | None
    more_balls: int | None
    unsettled: bool
    question: QuestionOut | None


class GiveIn(Schema):
    """Balls of a student that were another's, hit with the other's club and swing of these names
    unless others are named."""

    to_id: UUID
    balls: list[BallUid] = Field(min_length=1, max_length=60)
    club_id: UUID | None = None
    swing: str = Field("", max_length=24)


class BallsMoved(Schema):
    """How many were moved now, of the balls that are the other student's."""

    moved: int
    balls: list[str]
