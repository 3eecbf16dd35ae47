from __future__ import annotations

from datetime import date, datetime
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.api.matrix.schemas import CellOut
from oxgang.core.shots import BallType, Lie, Spin, Strike, Tempo, Trajectory


class BallIn(Schema):
    """A ball as it was typed. `uid` is made in the browser."""

    uid: str = Field(min_length=4, max_length=64)
    hit_at: datetime
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
    confirmed: bool = False


class BallMark(Schema):
    """Only what changes is sent."""

    strike: Strike | None = None
    excluded: str | None = Field(None, max_length=200)


class BallOut(Schema):
    uid: str
    hit_on: date
    hit_at: datetime | None
    club_id: UUID
    club: str
    swing: str
    trajectory: str
    spin: str
    tempo: str
    strike: str
    ball: str
    lie: str
    carry_yd: float | None
    total_yd: float | None
    excluded: str

    @staticmethod
    def resolve_club(obj: object) -> str:
        club = getattr(obj, "club", "")
        return str(getattr(club, "label", club))


class Recorded(Schema):
    """The ball as stored, and its cell as it now stands (None until a solid ball is in it)."""

    ball: BallOut
    cell: CellOut | None
