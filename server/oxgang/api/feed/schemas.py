from __future__ import annotations

from datetime import datetime

from ninja import Schema
from pydantic import Field


class DeviceIn(Schema):
    name: str = Field(max_length=60)


class DeviceOut(Schema):
    id: int
    name: str
    made_at: datetime
    revoked_at: datetime | None
    last_heard_at: datetime | None


class DeviceMade(Schema):
    """The token stands here once and nowhere else."""

    device: DeviceOut
    token: str


class TakenIn(Schema):
    """How many balls were new, and how many had been sent before."""

    new: int
    known: int


class SentOut(Schema):
    """A ball of a device that no student has yet."""

    id: int
    ball_uid: str
    hit_at: datetime
    received_at: datetime
    measured: dict[str, float]
    extra: dict[str, str]
    question: str


class WaitingOut(Schema):
    now: datetime
    balls: list[SentOut]
