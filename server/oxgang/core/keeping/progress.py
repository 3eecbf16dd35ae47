"""Progress: shares and spreads over time with what is not known of them, and before against after.

References
----------
Wilson (1927), Probable inference, the law of succession, and statistical inference, JASA 22,
209-212, for the interval of a share; Newcombe (1998), Interval estimation for the difference
between independent proportions, Statistics in Medicine 17, 873-890, method 10; chi-square and F
intervals for a standard deviation and a ratio of two: NIST/SEMATECH e-Handbook of Statistical
Methods, sections 7.2.3 and 1.3.5.9. Tests compare with statsmodels and scipy.
"""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Final

import numpy as np
from numpy.typing import NDArray
from scipy.special import chdtri, fdtri

from oxgang.core.carry.balls import Balls, Hit
from oxgang.core.words.intervals import Z, tail

# More sessions than this in a period are put together by month.
MOST_POINTS: Final = 16
# A spread needs this many degrees of freedom before it is shown.
FEWEST_FREEDOM: Final = 3


@dataclass(frozen=True, slots=True)
class Share:
    """So many of so many, and the ends of the interval of the share behind it."""

    hits: int
    of: int
    lo: float
    hi: float

    @property
    def value(self) -> float | None:
        return self.hits / self.of if self.of else None


@dataclass(frozen=True, slots=True)
class Spread:
    """Scatter of solid balls about their own cell and day, as a share of the carry.

    `freedom` is what it rests on; 0 is nothing. `lo` and `hi` bound it, at `intervals.LEVEL`.
    """

    value: float | None
    lo: float
    hi: float
    freedom: int


@dataclass(frozen=True, slots=True)
class Launched:
    """One measured launch of a solid ball: whether it was inside its window."""

    day: date
    inside: bool


@dataclass(frozen=True, slots=True)
class Stretch:
    """What was hit in a stretch of days: solid balls, spread, launches in their window."""

    from_day: date
    to_day: date
    balls: int
    solid: Share
    spread: Spread
    launch: Share


@dataclass(frozen=True, slots=True)
class Step:
    """A difference or a ratio with the ends of its interval."""

    value: float
    lo: float
    hi: float

    def holds(self, value: float) -> bool:
        """Whether a value is inside the interval: chance alone may have made the step."""
        return self.lo <= value <= self.hi


@dataclass(frozen=True, slots=True)
class Turn:
    """Before and after a day: both stretches, and the differences with their intervals.

    `solid` and `launch` are differences of shares (after less before), `spread` is the ratio after
    over before; None where one side has nothing.
    """

    before: Stretch
    after: Stretch
    solid: Step | None
    launch: Step | None
    spread: Step | None


def share_of(hits: int, of: int) -> Share:
    """A share with Wilson's interval; 0 to 1 where there is nothing."""
    if not of:
        return Share(0, 0, 0.0, 1.0)
    p, n = hits / of, of
    centre = (p + Z * Z / (2 * n)) / (1 + Z * Z / n)
    half = Z / (1 + Z * Z / n) * math.sqrt(p * (1 - p) / n + Z * Z / (4 * n * n))
    return Share(hits, of, max(0.0, centre - half), min(1.0, centre + half))


def spread_of(squares: float, freedom: int) -> Spread:
    """A spread from a sum of squares of log carry, with its chi-square interval."""
    if freedom < FEWEST_FREEDOM:
        return Spread(None, 0.0, 0.0, freedom)
    lo = math.sqrt(squares / float(chdtri(freedom, tail())))
    hi = math.sqrt(squares / float(chdtri(freedom, 1 - tail())))
    return Spread(math.sqrt(squares / freedom), lo, hi, freedom)


def difference(before: Share, after: Share) -> Step | None:
    """After less before with Newcombe's interval; None where one side has nothing."""
    if before.value is None or after.value is None:
        return None
    step = after.value - before.value
    down = math.hypot(after.value - after.lo, before.hi - before.value)
    up = math.hypot(after.hi - after.value, before.value - before.lo)
    return Step(step, step - down, step + up)


def ratio(before: Spread, after: Spread) -> Step | None:
    """After over before with the F interval; None where one side has too little."""
    if before.value is None or after.value is None or before.value == 0:
        return None
    r = after.value / before.value
    lo = r / math.sqrt(float(fdtri(after.freedom, before.freedom, 1 - tail())))
    hi = r * math.sqrt(float(fdtri(before.freedom, after.freedom, 1 - tail())))
    return Step(r, lo, hi)


def stretch_of(hits: Iterable[Hit], launches: Iterable[Launched], from_day: date, to_day: date) -> Stretch:
    """What was hit from one day to another, both included. Excluded balls are left out."""
    balls = Balls.of(hits)
    inside = balls.some(_between(balls, from_day, to_day) & balls.not_excluded & balls.own)
    solid = int(inside.solid.sum())
    squares, freedom = scatter_of(inside)
    seen = [one for one in launches if from_day <= one.day <= to_day]
    good = sum(one.inside for one in seen)
    return Stretch(
        from_day,
        to_day,
        len(inside),
        share_of(solid, len(inside)),
        spread_of(squares, freedom),
        share_of(good, len(seen)),
    )


def scatter_of(hits: Iterable[Hit]) -> tuple[float, int]:
    """Sum of squares of log carry about each cell's and day's mean, and degrees of freedom."""
    balls = Balls.of(hits)
    columns = balls.columns.take(balls.counts)
    if not len(columns.cell):
        return 0.0, 0
    kinds = np.stack([columns.point, columns.day, columns.ball, columns.lie])
    _, group = np.unique(kinds, axis=1, return_inverse=True)
    group, logs = group.ravel(), np.log(columns.carry_yd)
    count = np.bincount(group)
    off = logs - (np.bincount(group, logs) / count)[group]
    return float((off**2).sum()), len(logs) - len(count)


def _between(balls: Balls, from_day: date, to_day: date) -> NDArray[np.bool_]:
    """Which balls were hit from one day to another, both included."""
    return (balls.columns.day >= from_day.toordinal()) & balls.by(to_day)


def days_between(hits: Iterable[Hit], from_day: date, to_day: date) -> list[date]:
    """The days with balls from one day to another, both included, ascending."""
    balls = Balls.of(hits)
    days = np.unique(balls.columns.day[_between(balls, from_day, to_day) & balls.own])
    return [date.fromordinal(day) for day in days.tolist()]


def stretches_of(
    hits: Sequence[Hit], launches: Sequence[Launched], from_day: date, to_day: date
) -> list[Stretch]:
    """A period session by session, or month by month when there are many. Oldest first."""
    days = days_between(hits, from_day, to_day)
    if len(days) <= MOST_POINTS:
        spans = [(day, day) for day in days]
    else:
        months: dict[tuple[int, int], list[date]] = defaultdict(list)
        for day in days:
            months[day.year, day.month].append(day)
        spans = [(group[0], group[-1]) for group in months.values()]
    return [stretch_of(hits, launches, first, last) for first, last in spans]


def turn_at(
    hits: Sequence[Hit],
    launches: Sequence[Launched],
    day: date,
    *,
    from_day: date,
    to_day: date,
) -> Turn | None:
    """Before and after a day within a period; None when one side has no ball."""
    before = stretch_of(hits, launches, from_day, date.fromordinal(day.toordinal() - 1))
    after = stretch_of(hits, launches, day, to_day)
    if not before.balls or not after.balls:
        return None
    return Turn(
        before,
        after,
        difference(before.solid, after.solid),
        difference(before.launch, after.launch),
        ratio(before.spread, after.spread),
    )
