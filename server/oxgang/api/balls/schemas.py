from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Literal
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import Label, Moment
from oxgang.api.matrix.schemas import CellOut
from oxgang.core.flight.launch import WINDOWS_DEG, Mark, Side, in_window
from oxgang.core.words.shots import BallType, Lie, Spin, Strike, Tempo, Trajectory
from oxgang.range_sessions.services.typed import Moment as SaidMoment

Uid = Annotated[str, Field(min_length=4, max_length=64)]


class NetMark(Schema):
    """Where a ball hit the net: the tape's height, how far above (+) or below it, the distance."""

    tape_height_m: float = Field(ge=0, le=6)
    above_m: float = Field(ge=-6, le=6)
    distance_m: float = Field(ge=0.3, le=15)
    ball_height_m: float = Field(0.0, ge=0, le=0.2)

    def mark(self) -> Mark:
        """As core takes it."""
        return Mark(self.tape_height_m + self.above_m, self.distance_m, self.ball_height_m)


class BallIn(Schema):
    """A ball as it was typed. `uid` is made in the browser; `read` is how its carry was read.

    `feed_id` takes a ball that a device sent, whose id `uid` then is: its measured values are the
    server's. `net` is a mark on a net, from which the launch follows. `confirmed` keeps an unlikely
    value; `moment` answers the question about one that is days off: it is as said, or that of the
    arrival.
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
    feed_id: int | None = None
    net: NetMark | None = None
    confirmed: bool = False
    moment: SaidMoment = SaidMoment.UNASKED


class BallMark(Schema):
    """Only what changes is sent: strike, why it is excluded, its cell, its trim."""

    strike: Strike | None = None
    excluded: str | None = Field(None, max_length=200)
    club_id: UUID | None = None
    swing: Label | None = None
    trajectory: Trajectory | None = None
    spin: Spin | None = None
    tempo: Tempo | None = None
    ball_position_in: float | None = None
    grip_down_in: float | None = None


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
    home_yd: float | None
    launch_deg: float | None
    side: Side | None
    spin_rpm: float | None
    ball_speed_mps: float | None
    ball_position_in: float
    grip_down_in: float
    extra: dict[str, str]
    excluded: str
    kept: bool

    @staticmethod
    def resolve_side(obj: object) -> Side | None:
        """Where the launch is against the window of its height."""
        launch = getattr(obj, "launch_deg", None)
        if launch is None:
            return None
        return in_window(launch, WINDOWS_DEG[Trajectory(getattr(obj, "trajectory", ""))])

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


class CellNow(Schema):
    """A cell with all balls so far; None when the club is not in the bag.

    `more_balls` is how many more solid ones bring it within the tolerance: 0 is enough, None many.
    """

    cell: CellOut | None
    more_balls: int | None
