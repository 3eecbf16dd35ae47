"""The interval that every number is shown with: one level, its quantile, its words.

The level is a choice of the house: a tenth of true carries may lie outside. Whoever changes `LEVEL`
changes it everywhere; a card that was handed out keeps the level it was frozen with.
"""

from __future__ import annotations

import math
from statistics import NormalDist
from typing import Final

LEVEL: Final = 0.90


def tail(level: float = LEVEL) -> float:
    """The probability beyond each end of an interval."""
    return (1 - level) / 2


def z_of(level: float = LEVEL) -> float:
    """Half of an interval in standard deviations of a normal quantity."""
    return NormalDist().inv_cdf(1 - tail(level))


Z: Final = z_of()


def words(level: float = LEVEL) -> str:
    """The level as it is written: "90 %"."""
    return f"{100 * level:g} %"


def log_ends(value: float, log_sd: float) -> tuple[float, float]:
    """Ends of the interval of a positive quantity, given the deviation of its logarithm."""
    return value * math.exp(-Z * log_sd), value * math.exp(Z * log_sd)


def log_sd_of(value: float, hi: float, level: float = LEVEL) -> float:
    """The deviation of the logarithm behind an interval's upper end."""
    return math.log(hi / value) / z_of(level)


def sd_of(lo: float, hi: float) -> float:
    """The deviation behind the ends of an interval that is as far to both sides."""
    return (hi - lo) / 2 / Z
