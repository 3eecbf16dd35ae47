from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from oxgang.api.matrix.schemas import KeyOut, RunSeenOut
from oxgang.api.messages import Values
from oxgang.core.pick.changes import WhatIf
from oxgang.core.pick.choice import Goal, PickReason, Reach
from oxgang.core.pick.rules import Rule
from oxgang.core.pick.situation import MOST_TROUBLE, Trouble
from oxgang.core.words.green import BACK_YD, FRONT_YD, WIDTH_YD, Firmness, PinAt
from oxgang.core.words.shots import Lie, Trajectory


class SituationIn(Schema):
    """What a ball faces: yards, wind [m/s], height of the green above the ball [m], air [degrees
    C]. `trouble` are bands as "bunker:45-53"; `every` asks all shots, not only those played."""

    pin_yd: float
    front_yd: float = FRONT_YD
    back_yd: float = BACK_YD
    width_yd: float = WIDTH_YD
    firmness: Firmness = Firmness.MEDIUM
    raised_m: float = 0.0
    lie: Lie = Lie.FAIRWAY
    headwind_mps: float = 0.0
    to_right_mps: float = 0.0
    temperature_c: float = 20.0
    trouble: list[Annotated[str, Field(max_length=60)]] = Field([], max_length=MOST_TROUBLE)
    every: bool = False


class BandOut(Schema):
    kind: Trouble
    from_yd: float
    to_yd: float


class SituationOut(Schema):
    """A situation; `pin_at` is where on its green the pin stands."""

    pin_yd: float
    front_yd: float
    back_yd: float
    width_yd: float
    firmness: Firmness
    raised_m: float
    lie: Lie
    headwind_mps: float
    to_right_mps: float
    temperature_c: float
    trouble: list[BandOut]
    pin_at: PinAt


class PickMessage(Schema):
    """Why a shot is picked, or what speaks against it."""

    code: PickReason
    values: Values


class TroubleShare(Schema):
    kind: Trouble
    share: float


class PointOut(Schema):
    """A point of a flight [yd]."""

    along: float
    up: float


class PickedShot(Schema):
    """A shot in the situation [yd]: what it carries, runs, where solid balls finish (the middle
    80 %, along and to a side), what becomes of all its balls, mishits included (shares), strokes to
    hole out and how many more than the pick's."""

    key: KeyOut
    back_in: float
    down_in: float
    standard_yd: float
    carry_yd: float
    carry_sd_yd: float
    run_yd: float
    run_sd_yd: float
    run_off_yd: float
    run_seen: RunSeenOut | None
    finish_yd: float
    finish_from_yd: float
    finish_to_yd: float
    wide_yd: float
    lateral_sd_yd: float
    bias_yd: float
    drift_yd: float
    mishit_share: float
    on_green: float
    inside_10ft: float
    over_three: float
    caught: float
    short: float
    long: float
    trouble: list[TroubleShare]
    strokes: float
    more: float
    unsure: float
    apex_yd: float
    landing_deg: float
    measured: bool
    path: list[PointOut]
    reasons: list[PickMessage]


class RuledOut(Schema):
    """A rule of thumb that fires: the height that it asks for, whether the pick does so, what doing
    so costs over the pick [strokes]."""

    rule: Rule
    wants: Trajectory | None
    agrees: bool | None
    costs: float | None


class PickOut(Schema):
    """The shots for a situation, least strokes first: `best` is the place of the pick, `either` of
    another as good. `aim_yd` is where the pick would best finish, past the pin; it is the flag
    unless `off_flag`. `lateral_balls` and `contact_balls` are how many of the student's balls say
    how wide and how well the student hits; `handicap_set` whether the coach has given one."""

    situation: SituationOut
    shots: list[PickedShot]
    best: int
    either: int | None
    reach: Reach
    goal: Goal
    wants: Trajectory
    rules: list[RuledOut]
    aim_yd: float
    aim_saves: float
    off_flag: bool
    handicap: float
    handicap_set: bool
    lateral_share: float
    lateral_balls: int
    mishits: float
    contact_balls: int


class PickChange(Schema):
    """A thing that is otherwise, and the shot that is then picked; `loses` is what the pick of
    before would cost there [strokes], None where it does not get there."""

    what: WhatIf
    situation: SituationOut
    key: KeyOut
    back_in: float
    down_in: float
    loses: float | None


class TablePart(Schema):
    """How far the phone's table is: rows of this lie."""

    lie: Lie
    rows: int
