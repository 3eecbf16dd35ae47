"""Unit conversions, and the sets of units that a reader chooses from. The one place where a yard is
so many metres.

References
----------
International yard and pound agreement (1959): 1 yd = 0.9144 m exactly; 1 mile = 1760 yd; a yard is
three feet of twelve inches. Fahrenheit's scale: water freezes at 32 and boils at 212 degrees.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal
from math import isfinite
from typing import Final, Literal, get_args

M_PER_YD: Final = 0.9144
MPS_PER_MPH: Final = 1760 * M_PER_YD / 3600  # 0.44704 exactly
MPS_PER_KMH: Final = 1 / 3.6
M_PER_FT: Final = M_PER_YD / 3
M_PER_IN: Final = M_PER_FT / 12
C_PER_F: Final = 100 / (212 - 32)
FREEZES_F: Final = 32

# One choice for a whole screen: yards with mph, and air in Celsius or Fahrenheit; metres with wind
# in m/s or km/h.
Units = Literal["yd", "yd-f", "m", "m-kmh"]
UNITS: Final[tuple[Units, ...]] = get_args(Units)


@dataclass(frozen=True, slots=True)
class Measure:
    """A unit: its sign, how much of the stored unit one is, and where its zero lies in it.

    `stored = value * size + zero`. Stored are yards, metres, metres a second, degrees Celsius and,
    of an adjustment, inches.
    """

    sign: str
    size: float = 1.0
    zero: float = 0.0

    def of(self, stored: float) -> float:
        """The value in this unit of a stored one."""
        return (stored - self.zero) / self.size


@dataclass(frozen=True, slots=True)
class UnitSet:
    """The units of one reader.

    `carry` is of distances stored in yards; `near` of lengths and heights of some steps and `small`
    of a hand's breadth, both stored in metres; `adjustment` of what is stored in inches.
    """

    name: str
    carry: Measure
    near: Measure
    small: Measure
    adjustment: Measure
    speed: Measure
    air: Measure


_YARDS: Final = (
    Measure("yd"),
    Measure("ft", M_PER_FT),
    Measure("in", M_PER_IN),
    Measure("in"),
    Measure("mph", MPS_PER_MPH),
)
_METRES: Final = (
    Measure("m", 1 / M_PER_YD),
    Measure("m"),
    Measure("cm", 0.01),
    Measure("cm", 0.01 / M_PER_IN),
)
_CELSIUS: Final = Measure("°C")
SETS: Final[dict[Units, UnitSet]] = {
    "yd": UnitSet("yards", *_YARDS, _CELSIUS),
    "yd-f": UnitSet("yards", *_YARDS, Measure("°F", C_PER_F, -FREEZES_F * C_PER_F)),
    "m": UnitSet("metres", *_METRES, Measure("m/s"), _CELSIUS),
    "m-kmh": UnitSet("metres", *_METRES, Measure("km/h", MPS_PER_KMH), _CELSIUS),
}


# What core itself reckons in: the units of files and of the command line.
STORED: Final = UnitSet(
    "yards", Measure("yd"), Measure("m"), Measure("m"), Measure("in"), Measure("m/s"), _CELSIUS
)
_KINDS: Final = ("carry", "near", "small", "adjustment", "speed", "air")
# A quantity inside a sentence: its kind and its value, until it is known who reads it.
OPENS: Final = "\u27ea"
_NUMBER: Final = r"-?\d+(?:\.\d+)?(?:e[-+]?\d+)?"
_QUANTITY: Final = re.compile(rf"{OPENS}({'|'.join(_KINDS)}) ({_NUMBER})\u27eb")
_DIGITS: Final = 3


def quantity(value: float, kind: str = "carry") -> str:
    """A quantity for a sentence that is said in the reader's units (`in_units`).

    Parameters
    ----------
    kind
        The part of `UnitSet` in which it is told.
    """
    return f"{OPENS}{kind} {float(value)!r}\u27eb" if isfinite(value) else f"{value:g}"


def in_units(sentence: str, units: UnitSet = STORED) -> str:
    """A sentence with its quantities in the reader's units, to three figures: "61.5 yd"."""

    def render(found: re.Match[str]) -> str:
        unit: Measure = getattr(units, found[1])
        return f"{float(f'{unit.of(float(found[2])):.{_DIGITS}g}'):g} {unit.sign}"

    return _QUANTITY.sub(render, sentence)


def shown(value: float, digits: int = 0) -> str:
    """The one rounding of what a person reads: halves away from zero, as a browser's `toFixed` does;
    never "-0"."""
    text = str(Decimal(value).quantize(Decimal(1).scaleb(-digits), ROUND_HALF_UP))
    return text if float(text) else text.lstrip("-")


def whole(value: float) -> int:
    """The whole number that a person reads."""
    return int(shown(value))


def whole_run(carry: float, run: float) -> int:
    """The run beside a carry, both in the reader's unit: what is shown adds up to what is shown."""
    return whole(carry + run) - whole(carry)


def whole_added(target: float, carry: float) -> int:
    """What is added to a shot, or taken off, to reach a distance, both in the reader's unit."""
    return whole(target) - whole(carry)


def units_of(name: str) -> Units:
    """A set of units by its name; yards for one that is none."""
    return next((units for units in UNITS if units == name), "yd")


def in_metres(units: str) -> bool:
    """Whether a reader of these units reads metres."""
    return SETS[units_of(units)].carry.sign == "m"


def yd_from_m(metres: float) -> float:
    """Length in yards [yd] from metres [m]."""
    return metres / M_PER_YD


def m_from_yd(yards: float) -> float:
    """Length in metres [m] from yards [yd]."""
    return yards * M_PER_YD


def mps_from_mph(mph: float) -> float:
    """Speed in metres a second [m/s] from miles an hour [mph]."""
    return mph * MPS_PER_MPH
