from __future__ import annotations

from ninja import Schema
from pydantic import Field


class PositionIn(Schema):
    label: str = Field(max_length=24)
    arm_deg: float
    cue: str = Field("", max_length=200)


class PositionOut(Schema):
    label: str
    arm_deg: float
    cue: str


class ScaleIn(Schema):
    name: str
    idea: str = Field("", max_length=200)
    positions: list[PositionIn]


class ScaleOut(Schema):
    id: int
    key: str
    name: str
    idea: str
    positions: list[PositionOut]

    @staticmethod
    def resolve_positions(obj: object) -> list[object]:
        return list(obj.positions.all())  # type: ignore[attr-defined]
