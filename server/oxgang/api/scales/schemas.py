from __future__ import annotations

from ninja import Schema
from pydantic import Field

from oxgang.academy.services.scales import MAX_NAME, MOST_POSITIONS
from oxgang.api.fields import Label, Line


class PositionIn(Schema):
    label: Label
    arm_deg: float
    cue: Line = ""


class PositionOut(Schema):
    label: str
    arm_deg: float
    cue: str


class ScaleSeen(Schema):
    """What a coach saw of a scale before changing it."""

    name: str = Field(max_length=MAX_NAME)
    idea: Line
    positions: list[PositionIn] = Field(max_length=MOST_POSITIONS)
    longest: Label | None = None


class ScaleIn(Schema):
    """`longest` is the position at which control ends, "" the last one below a full swing, left out
    what it was; `was` the scale as the coach saw it; `confirmed` that swings with balls may go."""

    name: str = Field(max_length=MAX_NAME)
    idea: Line = ""
    positions: list[PositionIn] = Field(max_length=MOST_POSITIONS)
    longest: Label | None = None
    was: ScaleSeen | None = None
    confirmed: bool = False


class ScaleOut(Schema):
    id: int
    key: str
    name: str
    idea: str
    positions: list[PositionOut]
    longest: str
