"""A slow change that no single session shows: the two-sided cumulative sum.

References
----------
Page (1954), Continuous inspection schemes, Biometrika 41, 100. The tabular form and the worked
example are those of the NIST/SEMATECH e-Handbook of Statistical Methods, section 6.3.2.3.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

# Half of a shift of one standard deviation, and the decision limit, both in standard deviations.
# Without a change this alarms about once in 465 sessions (the handbook's table).
SLACK: Final = 0.5
LIMIT: Final = 5.0


@dataclass(frozen=True, slots=True)
class Cusum:
    """The upper and lower sums after each value.

    `alarm` is the first value at which a sum passed the limit, `began` the value after which that
    sum was last zero: where the change is taken to have begun. `up` is its direction.
    """

    high: list[float]
    low: list[float]
    alarm: int | None
    began: int | None
    up: bool


def cusum(
    values: Sequence[float], *, target: float = 0.0, slack: float = SLACK, limit: float = LIMIT
) -> Cusum:
    """The tabular CUSUM of values in the unit of `target`, `slack` and `limit`."""
    high, low = [], []
    up = down = 0.0
    since = {True: 0, False: 0}
    alarm: tuple[int, int, bool] | None = None
    for i, value in enumerate(values):
        up = max(0.0, up + value - target - slack)
        down = max(0.0, down + target - slack - value)
        for side, total in ((True, up), (False, down)):
            if total == 0:
                since[side] = i + 1
            elif total > limit and alarm is None:
                alarm = (i, since[side], side)
        high.append(up)
        low.append(down)
    if alarm is None:
        return Cusum(high, low, None, None, True)
    return Cusum(high, low, *alarm)
