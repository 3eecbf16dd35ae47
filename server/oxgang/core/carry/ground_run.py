"""How far balls run where a student's totals were read, against the run that the flight gives them.

All totals of a student share what is not known of the ground: how many times its run a ball runs more
there, and how many more on that day, wide since the trade's own splits of carry and run differ by a
factor of two (common practice, no published source). Long shots hardly run by the flight, and on some grounds
they do: for them it is a share of the carry. Balls whose carry and total were both read teach it. The
deviations are judgement.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from math import hypot, sqrt
from typing import Final

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

# How many times its run a ball runs more: of a student's ground, of a day on it, of one ball; and how
# well a run is read [yd].
GROUND_SD: Final = 0.6
DAY_SD: Final = 0.15
BALL_SD: Final = 0.35
READ_YD: Final = 1.5
# What may run counts as at least this share of the carry.
LEAST_SHARE: Final = 0.13
# A total leaves at least so much of what its carry was taken for.
LEAST_LEFT: Final = 0.3
# Of fewer balls with carry and total nothing is said.
CLAIMED_FROM: Final = 5


@dataclass(frozen=True, slots=True)
class RunSeen:
    """How far a ball runs where totals were read, its deviation [yd], and of how many balls carry and
    total say so."""

    run_yd: float
    sd_yd: float
    balls: int


@dataclass(frozen=True, slots=True)
class GroundRun:
    """How many times its run a ball runs more on a student's ground than the flight has it, the
    deviation of that, and of how many balls carry and total were read."""

    more: float = 0.0
    sd: float = GROUND_SD
    balls: int = 0

    def carries(self, carry_yd: Array, run_yd: Array) -> tuple[Array, Array]:
        """The log carries of balls of which only the total was read, and how much of each hangs on
        what is not known of the ground, shape (n,).

        Parameters
        ----------
        carry_yd, run_yd
            Their carries [yd] once the runs [yd] that the flight gives them are taken off.
        """
        share = np.maximum(run_yd, LEAST_SHARE * carry_yd) / carry_yd
        left = np.maximum(LEAST_LEFT, 1 - share * self.more)
        return np.log(carry_yd * left), share / left

    @property
    def claimed(self) -> bool:
        """Whether enough balls say how far they run."""
        return self.balls >= CLAIMED_FROM

    def seen(self, carry_yd: float, run_yd: float) -> RunSeen:
        """How far a ball runs there whose flight gives it this carry and run [yd]."""
        may = what_may_run(carry_yd, run_yd)
        return RunSeen(run_yd + self.more * may, self.sd * may, self.balls)


def what_may_run(carry_yd: float, run_yd: float) -> float:
    """The run [yd] by which it is counted how much more a ball runs."""
    return max(run_yd, LEAST_SHARE * carry_yd)


def ground_run(seen: Iterable[tuple[int, float, float, float]]) -> GroundRun:
    """What balls teach of a student's ground: of each its day (an ordinal), its carry, the run of the
    flight and the run that was seen [yd].

    All is normal, so that the posterior is in closed form (Gelman et al. 2013, section 2.5), each
    day's mean with its own part.
    """
    days: dict[int, list[tuple[float, float]]] = defaultdict(list)
    for day, carry, run, ran in seen:
        may = what_may_run(carry, run)
        days[day].append(((ran - run) / may, 1 / hypot(BALL_SD, READ_YD / may) ** 2))
    precision, weighed, balls = 1 / GROUND_SD**2, 0.0, 0
    for day_balls in days.values():
        weight = sum(w for _, w in day_balls)
        mean = sum(y * w for y, w in day_balls) / weight
        known = 1 / (DAY_SD**2 + 1 / weight)
        precision, weighed, balls = precision + known, weighed + known * mean, balls + len(day_balls)
    return GroundRun(weighed / precision, sqrt(1 / precision), balls)
