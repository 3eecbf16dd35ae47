"""What a ball faces: pin and green, lie and air, and what lies across the way.

The ball is at 0, the pin so many yards along the line. The green is a rectangle around it; short of
it is fairway, beside and behind it rough. A band of trouble lies across the whole width.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from enum import StrEnum
from math import atan, degrees, hypot
from typing import Final

from oxgang.core.errors import InputError
from oxgang.core.flight.air import ALTITUDE_RANGE_M, TEMPERATURE_RANGE_C
from oxgang.core.flight.run import MAX_SLOPE_DEG
from oxgang.core.flight.trajectory import WIND_RANGE_MPS
from oxgang.core.units import M_PER_YD, quantity
from oxgang.core.words.green import BACK_YD, FRONT_YD, NEAR_EDGE_YD, WIDTH_YD, Firmness, PinAt
from oxgang.core.words.shots import Lie

PIN_RANGE_YD: Final = (1.0, 250.0)
# From the pin to the front and to the back of the green, and across it [yd].
EDGE_RANGE_YD: Final = (0.0, 60.0)
WIDTH_RANGE_YD: Final = (1.0, 80.0)
_BAND: Final = re.compile(r"([a-z]+):(\d+(?:\.\d+)?)-(\d+(?:\.\d+)?)")
# No green is raised or sunk more [m].
RAISED_RANGE_M: Final = (-20.0, 20.0)
# A green that is raised or sunk has its slope over so many yards short of it, the bank. Judgement.
BANK_YD: Final = 10.0
TROUBLE_RANGE_YD: Final = (0.0, 400.0)
MOST_TROUBLE: Final = 8


class Trouble(StrEnum):
    BUNKER = "bunker"
    WATER = "water"
    ROUGH = "rough"
    OUT = "out"


# Where a ball that comes down stays, whatever run it would have had.
STAYS_IN: Final = frozenset((Trouble.BUNKER, Trouble.WATER, Trouble.OUT))


@dataclass(frozen=True, slots=True)
class Band:
    """Trouble across the whole width between two distances from the ball [yd]."""

    kind: Trouble
    from_yd: float
    to_yd: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Situation:
    """What a ball faces. Yards; wind [m/s] against the shot and to the right; height of the green
    above the ball [m]; air [degrees Celsius]; `altitude_m` None is the academy's altitude."""

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
    altitude_m: float | None = None
    trouble: tuple[Band, ...] = ()

    @property
    def green(self) -> tuple[float, float]:
        """Front and back of the green [yd from the ball]."""
        return self.pin_yd - self.front_yd, self.pin_yd + self.back_yd

    @property
    def bank_deg(self) -> float:
        """Slope of the bank short of the green [degrees], positive uphill."""
        steep = degrees(atan(self.raised_m / M_PER_YD / BANK_YD))
        return max(-MAX_SLOPE_DEG, min(MAX_SLOPE_DEG, steep))

    @property
    def room_yd(self) -> float:
        """How far short of the pin the ground is clear to run on [yd]."""
        short = [b.to_yd for b in self.trouble if b.from_yd < self.pin_yd]
        return self.pin_yd - max(short, default=0.0)


def band_of(text: str) -> Band:
    """A band as it is written: "bunker:45-53".

    Raises
    ------
    InputError
        When it is not written so.
    """
    found = _BAND.fullmatch(text.strip().casefold())
    if not found or found[1] not in set(Trouble):
        raise InputError(
            f"Trouble is {', '.join(Trouble)}, then from and to in yards, as bunker:45-53: "
            f'"{text[:60]}" is not.',
            field="trouble",
        )
    return Band(Trouble(found[1]), float(found[2]), float(found[3]))


def edges_of(pin_at: PinAt, depth_yd: float = FRONT_YD + BACK_YD) -> tuple[float, float]:
    """How far the front and the back of a green are from a pin that stands there [yd]."""
    near = min(NEAR_EDGE_YD, depth_yd / 4)
    if pin_at is PinAt.FRONT:
        return near, depth_yd - near
    if pin_at is PinAt.BACK:
        return depth_yd - near, near
    front = depth_yd * FRONT_YD / (FRONT_YD + BACK_YD)
    return front, depth_yd - front


def pin_at(situation: Situation) -> PinAt:
    """Where on its green the pin stands: the first or last third, or between."""
    share = situation.front_yd / (situation.front_yd + situation.back_yd)
    return PinAt.FRONT if share < 1 / 3 else PinAt.BACK if share > 2 / 3 else PinAt.MIDDLE


def checked(situation: Situation) -> Situation:
    """The situation, once a ball can face it.

    Raises
    ------
    InputError
        For a distance, green, wind or air that no pitch is played in, or trouble over the pin.
    """
    s = situation
    for value, bounds, name, where, kind, field in (
        (s.pin_yd, PIN_RANGE_YD, "The pin", " off", "carry", "pin_yd"),
        (
            s.front_yd,
            EDGE_RANGE_YD,
            "The front of the green",
            " short of the pin",
            "carry",
            "front_yd",
        ),
        (s.back_yd, EDGE_RANGE_YD, "The back of the green", " past the pin", "carry", "back_yd"),
        (s.width_yd, WIDTH_RANGE_YD, "The green", " wide", "carry", "width_yd"),
        (s.raised_m, RAISED_RANGE_M, "The green", " above the ball", "near", "raised_m"),
        (s.headwind_mps, WIND_RANGE_MPS, "The wind along", "", "speed", "headwind_mps"),
        (s.to_right_mps, WIND_RANGE_MPS, "The wind across", "", "speed", "to_right_mps"),
        (s.temperature_c, TEMPERATURE_RANGE_C, "The air", "", "air", "temperature_c"),
        (s.altitude_m or 0.0, ALTITUDE_RANGE_M, "The altitude", "", "near", "altitude_m"),
    ):
        lo, hi = bounds
        if not lo <= value <= hi:
            given, least, most = (quantity(v, kind) for v in (value, lo, hi))
            raise InputError(f"{name}: {given}{where} is outside {least} to {most}.", field=field)
    if s.front_yd + s.back_yd <= 0:
        raise InputError(
            "The green needs a depth. Give the distances from the front to the pin and from the pin to "
            "the back.",
            field="front_yd",
        )
    strong = WIND_RANGE_MPS[1]
    if hypot(s.headwind_mps, s.to_right_mps) > strong:
        raise InputError(
            f"A wind of more than {quantity(strong, 'speed')} is too much to pitch in.",
            field="headwind_mps",
        )
    if len(s.trouble) > MOST_TROUBLE:
        raise InputError(f"At most {MOST_TROUBLE} bands of trouble.", field="trouble")
    for band in s.trouble:
        _check_band(band, s.pin_yd)
    return s


def _check_band(band: Band, pin_yd: float) -> None:
    lo, hi = TROUBLE_RANGE_YD
    text = f"{band.kind} from {quantity(band.from_yd)} to {quantity(band.to_yd)}"
    if not lo <= band.from_yd < band.to_yd <= hi:
        raise InputError(
            f"Trouble needs two distances of {quantity(lo)} to {quantity(hi)}, the nearer one first, not "
            f"{text}.",
            field="trouble",
        )
    if band.from_yd <= pin_yd <= band.to_yd:
        raise InputError(
            f"The pin at {quantity(pin_yd)} is in the {text}. Move one of them.",
            field="trouble",
        )
