"""How far balls run where a student's totals were read, against the run that the flight gives them.

All totals of a student share what is not known of the ground: one factor of the run, and one more for
each day, wide on the log scale since the trade's own splits of carry and run differ by a factor of two
(common practice, no published source). Balls whose carry and total were both read teach it. The
deviations are judgement.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from math import exp, hypot, log, sqrt
from typing import Final

# Of the log of the factor: of a student's ground, of a day on it, of one ball, and how well a run is
# read [yd].
GROUND_SD: Final = 0.45
DAY_SD: Final = 0.15
BALL_SD: Final = 0.35
READ_YD: Final = 1.5
# Shorter runs than this tell nothing of a share [yd].
LEAST_RUN_YD: Final = 0.5
# A total leaves at least so much of what its carry was taken for.
LEAST_LEFT: Final = 0.3


@dataclass(frozen=True, slots=True)
class GroundRun:
    """The factor of the run on a student's ground: its log, the deviation of that, and of how many
    balls carry and total were read."""

    log: float = 0.0
    sd: float = GROUND_SD
    balls: int = 0

    @property
    def factor(self) -> float:
        """How many times as far balls run as the flight has it."""
        return exp(self.log)

    def carry(self, carry_yd: float, run_yd: float) -> tuple[float, float]:
        """The log carry of a ball of which only the total was read, and how much of that hangs on the
        log of the factor.

        Parameters
        ----------
        carry_yd, run_yd
            Its carry [yd] once the run [yd] that the flight gives it is taken off.
        """
        share = run_yd / carry_yd
        left = max(LEAST_LEFT, 1 + share * (1 - self.factor))
        return log(carry_yd * left), max(0.0, share) * self.factor / left


def ground_run(seen: Iterable[tuple[date | None, float, float]]) -> GroundRun:
    """What balls teach of a student's ground: of each its day, the run seen and that of the flight [yd].

    Normal in the log of the factor, so that the posterior is in closed form (Gelman et al. 2013,
    section 2.5), each day's mean with its own part.
    """
    days: dict[date | None, list[tuple[float, float]]] = defaultdict(list)
    for day, ran, run in seen:
        if run >= LEAST_RUN_YD:
            sd = hypot(BALL_SD, READ_YD / run)
            days[day].append((log(max(ran, LEAST_RUN_YD) / run), 1 / sd**2))
    precision, weighed, balls = 1 / GROUND_SD**2, 0.0, 0
    for day_balls in days.values():
        weight = sum(w for _, w in day_balls)
        mean = sum(y * w for y, w in day_balls) / weight
        known = 1 / (DAY_SD**2 + 1 / weight)
        precision, weighed, balls = precision + known, weighed + known * mean, balls + len(day_balls)
    return GroundRun(weighed / precision, sqrt(1 / precision), balls)
