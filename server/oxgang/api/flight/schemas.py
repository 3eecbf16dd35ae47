from __future__ import annotations

from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.core.flight.launch import Side
from oxgang.core.flight.recipes import School
from oxgang.core.words.green import Firmness
from oxgang.core.words.shots import BallType, Grooves, Lie, Trajectory


class RecipeBody(Schema):
    ball_in: float
    lean_deg: float
    face_open_deg: float
    weight_lead_pct: float
    stance: str = Field("", max_length=200)
    distance: str = Field("", max_length=200)
    follow_through: str = Field("", max_length=200)


class RecipesBody(Schema):
    """A school and the recipe of each trajectory."""

    school: School
    recipes: dict[Trajectory, RecipeBody]


class RecipesIn(RecipesBody):
    """With what the coach saw before the change, to find out whether somebody else was quicker."""

    was: RecipesBody | None = None


class RecipesOut(RecipesBody):
    """With what each school starts from, and the sliders' limits. `converting` is whether the student's
    carries are still being brought to standard conditions by these set-ups."""

    schools: dict[School, dict[Trajectory, RecipeBody]]
    limits: dict[str, tuple[float, float]]
    converting: bool


class BarBody(Schema):
    height_m: float = Field(gt=0, le=6)
    distance_m: float = Field(ge=0.3, le=15)


class PictureIn(RecipesBody):
    """What to draw: the set-ups, the club and its speed, the air and the ground."""

    club_id: UUID
    club_speed_mps: float
    lie: Lie = Lie.FAIRWAY
    ball: BallType = BallType.PREMIUM
    grooves: Grooves = Grooves.CLEAN
    wet: bool = False
    firmness: Firmness = Firmness.MEDIUM
    temperature_c: float = 20.0
    headwind_mps: float = 0.0
    gate: BarBody | None = None
    tape: BarBody | None = None


class ShotOut(Schema):
    trajectory: Trajectory
    dynamic_loft_deg: float
    attack_deg: float
    spin_loft_deg: float
    ball_speed_mps: float
    launch_deg: float
    window: Side
    spin_rpm: float
    slides: bool
    carry_yd: float
    apex_yd: float
    landing_deg: float
    run_yd: float
    run_sd_yd: float
    path: list[tuple[float, float]]
    above_gate_m: float | None
    above_tape_m: float | None


class PictureOut(Schema):
    """`windows` are those of the club; `measured` is how many launches of each height were."""

    windows: dict[Trajectory, tuple[float, float]]
    measured: dict[Trajectory, int]
    shots: list[ShotOut]
    gate_launch_deg: float | None
    tape_launch_deg: float | None


class TodayCell(Schema):
    club: str
    swing: str
    trajectory: Trajectory
    standard_yd: float
    today_yd: float


class LieOut(Schema):
    """What a lie does to the student's carries: share of that from fairway, half of the interval of
    it, and from how many balls of the student's (0: the common one)."""

    lie: Lie
    share: float
    half: float
    balls: int


class TodayOut(Schema):
    """The measured cells in today's air and wind; standard conditions are the academy's. `lies` are what
    the lies are worth."""

    density: float
    standard_density: float
    cells: list[TodayCell]
    lies: list[LieOut]
