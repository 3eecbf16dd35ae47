from __future__ import annotations

from datetime import datetime
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import BallPosition, GripDown, Headwind, Label, SmallInt, Temperature
from oxgang.core.words.shots import BallType, Grooves, Lie, Spin, Tempo, Trajectory


class DeviceIn(Schema):
    name: str = Field(max_length=60)


class PlaysBody(Schema):
    """The shot that is hit in front of a device, and its conditions."""

    club_id: UUID
    swing: Label
    trajectory: Trajectory = Trajectory.STOCK
    spin: Spin = Spin.CHECK
    tempo: Tempo = Tempo.NORMAL
    lie: Lie = Lie.FAIRWAY
    ball: BallType = BallType.PREMIUM
    temperature_c: Temperature | None = None
    headwind_mps: Headwind | None = None
    ball_position_in: BallPosition = 0.0
    grip_down_in: GripDown = 0.0
    grooves: Grooves = Grooves.CLEAN
    wet: bool = False


class PlaysIn(Schema):
    """Whom a device is to play for. `take` takes it from another student; without it a change of
    the shot of a device that plays for somebody else is refused."""

    student_id: UUID
    plays: PlaysBody
    straight: bool = True
    take: bool = False


class LetGo(Schema):
    student_id: UUID


class DeviceOut(Schema):
    """A device. `plays_for` is the student who has it now, `plays` the shot; `waiting` how many of
    its balls nobody has."""

    id: int
    name: str
    made_at: datetime
    revoked_at: datetime | None
    last_heard_at: datetime | None
    plays_for: UUID | None
    student: str
    by: str
    plays: PlaysBody | None
    straight: bool
    waiting: int


class DeviceMade(Schema):
    """The token stands here once and nowhere else."""

    device: DeviceOut
    token: str


class TakenIn(Schema):
    """How many balls were new, and how many had been sent before."""

    new: int
    known: int


class ChangeOut(Schema):
    """Another number than before when anything of the academy's devices has changed."""

    change: int


class SentOut(Schema):
    """A ball of a device that nobody has yet; `undone` is how often it was somebody's before."""

    id: int
    ball_uid: str
    hit_at: datetime
    received_at: datetime
    measured: dict[str, float]
    extra: dict[str, str]
    question: str
    late: bool
    undone: int = Field(alias="times_undone")


class WaitingOut(Schema):
    """A page of waiting balls, oldest first; `left` is how many stand behind it."""

    balls: list[SentOut]
    left: int


class DiscardIn(Schema):
    balls: list[SmallInt] = Field(min_length=1, max_length=500)


class Discarded(Schema):
    discarded: int
