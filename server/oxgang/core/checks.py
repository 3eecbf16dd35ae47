"""Which measured values are refused and which are asked about."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

from oxgang.core.errors import ConfirmationNeeded, InputError
from oxgang.core.shots import MEASURED, Shot

# Oxgang is about pitches from 30 to 100 yards; a carry beyond this is more likely a slip.
ASK_OVER_YD: Final = 150.0
# No club throws a ball this far: a slip, whatever the coach says.
REFUSE_OVER_YD: Final = 400.0


@dataclass(frozen=True, slots=True)
class Limit:
    """Inclusive bounds of a measured value and how it is called to a person."""

    lo: float
    hi: float
    name: str


# Bounds beyond which a reading is an error of the device or of the typing. Common practice, no
# published source; a ball speed above 90 m/s has never been recorded.
LIMITS: Final = {
    "carry_yd": Limit(0, REFUSE_OVER_YD, "carry"),
    "total_yd": Limit(0, REFUSE_OVER_YD, "total"),
    "launch_deg": Limit(-10, 80, "launch angle"),
    "spin_rpm": Limit(0, 15_000, "spin"),
    "ball_speed_mps": Limit(0, 90, "ball speed"),
    "club_speed_mps": Limit(0, 70, "club speed"),
    "attack_deg": Limit(-25, 15, "attack angle"),
    "dynamic_loft_deg": Limit(0, 85, "dynamic loft"),
    "apex_yd": Limit(0, 80, "apex"),
    "landing_deg": Limit(0, 90, "landing angle"),
    "offline_yd": Limit(-150, 150, "offline"),
    "temperature_c": Limit(-30, 55, "temperature"),
    "altitude_m": Limit(-430, 5_000, "altitude"),
    "headwind_mps": Limit(-30, 30, "headwind"),
}


def problem_with(name: str, value: float) -> str:
    """Why `value` cannot be the measured quantity `name`, or "" when it can."""
    limit = LIMITS[name]
    if not math.isfinite(value):
        return f"The {limit.name} is not a number."
    if value < 0 <= limit.lo:
        return f"A {limit.name} cannot be negative."
    if not limit.lo <= value <= limit.hi:
        return f"A {limit.name} of {value:g} is outside {limit.lo:g} to {limit.hi:g}."
    if name in ("carry_yd", "total_yd") and value == 0:
        return f"A {limit.name} of 0 is not a shot. Mark the ball as a mishit with its real carry."
    return ""


def check_shot(shot: Shot, *, confirmed: bool = False) -> None:
    """Check a ball before it is stored.

    Raises
    ------
    InputError
        When a value cannot be right, with the field it concerns.
    ConfirmationNeeded
        When the carry or total is unlikely and `confirmed` is false.
    """
    if shot.carry_yd is None and shot.total_yd is None:
        raise InputError("A ball needs a carry or a total.", field="carry_yd")
    for name in MEASURED:
        value = getattr(shot, name)
        if value is None:
            continue
        if sentence := problem_with(name, value):
            raise InputError(sentence, field=name)
    distance = shot.carry_yd if shot.carry_yd is not None else shot.total_yd
    if distance is not None and distance > ASK_OVER_YD and not confirmed:
        raise ConfirmationNeeded(
            f"{distance:g} yards is long for a wedge. Keep it?", field="carry_yd"
        )
