from __future__ import annotations

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import Seen
from oxgang.api.scales.schemas import ScaleOut
from oxgang.core.flight.recipes import School
from oxgang.core.ground.card import Order
from oxgang.core.practice.load import Level
from oxgang.core.units import Units


class CardForm(Schema):
    """How a card begins."""

    step: int
    order: Order
    cues: bool
    run: bool


class SettingsOut(Schema):
    """The academy's settings. `left` is of how many students balls are still being brought to
    other days or another altitude."""

    name: str
    time_zone: str
    altitude_m: float
    public_address: str
    units: Units
    scale_id: int | None
    school: School
    tolerances: dict[Level, float]
    ball_limit: int
    junior_limit: int
    card: CardForm
    second_factor: bool
    idle_hours: int
    link_days: int
    keep_months: int
    picture_months: int
    scales: list[ScaleOut]
    zones: list[str]
    schools: list[School]
    levels: list[Level]
    steps: list[int]
    left: int


class CardChange(Schema):
    """Only what changes of how a card begins."""

    step: int | None = None
    order: Order | None = None
    cues: bool | None = None
    run: bool | None = None


class SettingsFields(Schema):
    """What can be set. Of tolerances and of the card only the parts that change."""

    name: str | None = Field(None, max_length=200)
    time_zone: str | None = Field(None, max_length=64)
    altitude_m: float | None = None
    public_address: str | None = Field(None, max_length=300)
    units: Units | None = None
    scale_id: int | None = None
    school: School | None = None
    tolerances: dict[Level, float] | None = None
    ball_limit: int | None = Field(None, ge=0, le=1000)
    junior_limit: int | None = Field(None, ge=0, le=1000)
    card: CardChange | None = None
    second_factor: bool | None = None
    idle_hours: int | None = Field(None, ge=0, le=10_000)
    link_days: int | None = Field(None, ge=0, le=10_000)
    keep_months: int | None = Field(None, ge=0, le=10_000)
    picture_months: int | None = Field(None, ge=0, le=10_000)


class SettingsChange(SettingsFields):
    """Only the settings that change are sent."""

    was: Seen | None = Field(None, description="the fields as the coach saw them")


class SettingsSaved(Schema):
    """The settings, and what came of the change: students whose balls are brought to new days and
    conditions, whose tolerance went with the level's, sessions that keep their hour on the wall."""

    settings: SettingsOut
    moved: int
    tolerances: int
    sessions: int


class BroughtAlong(Schema):
    left: int
