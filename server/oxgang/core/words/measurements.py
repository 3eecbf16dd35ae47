"""The numbers that a ball may come with: one row each, from which all the others are made.

A measurement added here is a column of shots.csv, is read from a launch monitor and from foreign
tables, checked, and named on the page. It also needs a field of `Shot` and one of the database
(docs/words.md, "How to add a measurement").
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Final

from oxgang.core.units import M_PER_YD, mps_from_mph, quantity, yd_from_m

Convert = Callable[[float], float]

FEET_A_YARD: Final = 3
KMH_A_MPS: Final = 3.6
# No club throws a ball this far: a slip, whatever the coach says.
REFUSE_OVER_YD: Final = 400.0


def _same(value: float) -> float:
    return value


# The units in which a quantity may stand in a table, the usual first, and how it becomes ours.
LENGTHS: Final[Mapping[str, Convert]] = {
    "yd": _same,
    "m": yd_from_m,
    "ft": lambda feet: feet / FEET_A_YARD,
}
SPEEDS: Final[Mapping[str, Convert]] = {
    "mph": mps_from_mph,
    "m/s": _same,
    "km/h": lambda kmh: kmh / KMH_A_MPS,
}
HEIGHTS: Final[Mapping[str, Convert]] = {
    "m": _same,
    "ft": lambda feet: feet / FEET_A_YARD * M_PER_YD,
}
TEMPERATURES: Final[Mapping[str, Convert]] = {"C": _same, "F": lambda f: (f - 32) * 5 / 9}


# In which part of a reader's set of units a quantity is told, by the unit that it is stored in.
KINDS: Final = {"yd": "carry", "m": "near", "in": "adjustment", "m/s": "speed", "°C": "air"}


@dataclass(frozen=True, slots=True)
class Measurement:
    """A number of a ball.

    `name` is the field of `Shot`, the column and the field of the database; `label` and `unit` are
    for a person. `lo` and `hi` are inclusive: beyond them a reading is an error of the device or of
    the typing (common practice, no published source). `called` is how a foreign column of it tends
    to be called (a regular expression; the lower `turn` is tried first), `units` what it may stand
    in there; `also` are other columns of shots.csv and how they are converted.
    """

    name: str
    label: str
    unit: str
    lo: float
    hi: float
    called: str = ""
    turn: int = 99
    units: Mapping[str, Convert] = field(default_factory=dict)
    also: Mapping[str, Convert] = field(default_factory=dict)

    @property
    def kind(self) -> str:
        """The part of a reader's units in which it is told; "" where all read it alike."""
        return KINDS.get(self.unit, "")

    def sentence_of(self, value: float) -> str:
        """A value for a sentence, in the units of its reader."""
        return quantity(value, self.kind) if self.kind else f"{value:g}"


MEASUREMENTS: Final = (
    Measurement(
        "carry_yd",
        "carry",
        "yd",
        0,
        REFUSE_OVER_YD,
        r"carry(?!.*(side|time|dev))",
        9,
        LENGTHS,
        {"carry_m": yd_from_m},
    ),
    Measurement(
        "total_yd",
        "total",
        "yd",
        0,
        REFUSE_OVER_YD,
        r"total(?!.*(side|spin|dev))",
        10,
        LENGTHS,
        {"total_m": yd_from_m},
    ),
    Measurement(
        "launch_deg",
        "launch angle",
        "°",
        -10,
        80,
        r"launch(?!.*(dir|side|horiz))|vertical.*angle",
        5,
    ),
    Measurement(
        "spin_rpm",
        "spin",
        "rpm",
        0,
        15_000,
        r"(back|total)? ?spin.*(rate|rpm)?$|^spin(?!.*(axis|loft|grade))",
        6,
    ),
    # A ball speed above 90 m/s has never been recorded.
    Measurement(
        "ball_speed_mps",
        "ball speed",
        "m/s",
        0,
        90,
        r"ball.*(speed|velocity)",
        1,
        SPEEDS,
        {"ball_speed_mph": mps_from_mph},
    ),
    Measurement(
        "club_speed_mps",
        "club speed",
        "m/s",
        0,
        70,
        r"club.*(speed|velocity)|head.*speed",
        0,
        SPEEDS,
        {"club_speed_mph": mps_from_mph},
    ),
    Measurement("attack_deg", "attack angle", "°", -25, 15, r"attack|angle of attack|aoa", 3),
    Measurement("dynamic_loft_deg", "dynamic loft", "°", 0, 85, r"dyn.*loft", 2),
    Measurement("apex_yd", "apex", "yd", 0, 80, r"apex|peak|max.*height|^height", 7, LENGTHS),
    Measurement("landing_deg", "landing angle", "°", 0, 90, r"(land|descent|fall).*(angle|deg)?", 4),
    Measurement(
        "offline_yd",
        "offline",
        "yd",
        -150,
        150,
        r"offline|lateral|side.*(carry|total|dist)?|deviation",
        8,
        LENGTHS,
    ),
    Measurement("temperature_c", "temperature", "°C", -30, 55, r"temp", 21, TEMPERATURES),
    Measurement("altitude_m", "altitude", "m", -430, 5_000, r"alt|elev", 22, HEIGHTS),
    Measurement("headwind_mps", "headwind", "m/s", -30, 30, r"wind", 23, SPEEDS),
)
# Adjustments of a shot [inches], 0 where it is hit as the student's recipe has it: the ball's place (+ is
# back) and how far the grip is down.
ADJUSTMENT_MEASUREMENTS: Final = (
    Measurement("ball_position_in", "ball position", "in", -36, 36),
    Measurement("grip_down_in", "grip down", "in", -6, 36),
)
BY_NAME: Final = {m.name: m for m in (*MEASUREMENTS, *ADJUSTMENT_MEASUREMENTS)}
MEASURED: Final = tuple(m.name for m in MEASUREMENTS)
ADJUSTMENTS: Final = tuple(m.name for m in ADJUSTMENT_MEASUREMENTS)
# Other columns of shots.csv: which measurement each is, and how it is converted.
CONVERTED: Final = {column: (m.name, convert) for m in MEASUREMENTS for column, convert in m.also.items()}
