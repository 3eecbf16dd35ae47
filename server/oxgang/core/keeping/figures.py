"""Figures of many students: what they hit by month, put together, with intervals.

Shares and spreads are those of `progress`; small groups say nothing, so that nobody is judged by
chance and no single student is told from a figure.

References
----------
The mean of a group and its interval: NIST/SEMATECH e-Handbook of Statistical Methods, section
1.3.5.2.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Final

import numpy as np
from scipy.special import stdtrit

from oxgang.core.carry.balls import NO_DAY, Balls, Hit
from oxgang.core.keeping.progress import Share, Spread, scatter_of, share_of, spread_of
from oxgang.core.words.intervals import tail

# Fewer students than this are no group, and fewer balls no share. Judgement.
FEWEST_STUDENTS: Final = 3
FEWEST_BALLS: Final = 20


@dataclass(frozen=True, slots=True)
class Tally:
    """What one student did in a month.

    `squares` of log carry about each cell's and day's mean over `freedom`; `covered` and `due` as
    the list said at the end of it, None where it was not looked at; `rounds` of practice.
    """

    month: date
    balls: int = 0
    solid: int = 0
    squares: float = 0.0
    freedom: int = 0
    covered: float | None = None
    due: bool | None = None
    rounds: int = 0


@dataclass(frozen=True, slots=True)
class Mean:
    """A mean over students with the ends of its interval; `of` 0 is nothing."""

    value: float | None
    lo: float
    hi: float
    of: int


@dataclass(frozen=True, slots=True)
class Figure:
    """A group in a month. `students` did something in it; what is too little is hidden: shares and
    means have `of` 0 then, the spread `freedom` 0."""

    month: date
    students: int
    balls: int
    solid: Share
    spread: Spread
    covered: Mean
    due: Share
    rounds: int


def tallies_of(hits: Iterable[Hit]) -> list[Tally]:
    """A student's balls by month, oldest first. Excluded balls are left out."""
    balls = Balls.of(hits)
    balls = balls.some((balls.columns.day != NO_DAY) & balls.not_excluded & balls.own)
    days, of_day = np.unique(balls.columns.day, return_inverse=True)
    months = [date.fromordinal(day).replace(day=1) for day in days.tolist()]
    found = []
    for month in dict.fromkeys(months):
        of_month = np.array([other == month for other in months], dtype=bool)
        inside = balls.some(of_month[of_day])
        squares, freedom = scatter_of(inside)
        found.append(Tally(month, len(inside), int(inside.solid.sum()), squares, freedom))
    return found


def mean_of(values: Sequence[float]) -> Mean:
    """A mean of shares with Student's interval, within 0 to 1; nothing below two values."""
    n = len(values)
    if n < 2:
        return Mean(None, 0.0, 1.0, 0)
    mean = sum(values) / n
    sd = math.sqrt(sum((v - mean) ** 2 for v in values) / (n - 1))
    half = float(stdtrit(n - 1, 1 - tail())) * sd / math.sqrt(n)
    return Mean(mean, max(0.0, mean - half), min(1.0, mean + half), n)


def figure_of(month: date, tallies: Sequence[Tally], *, alone: bool = False) -> Figure:
    """A group's month from its students' tallies; one for each student.

    `alone` is for a single student beside others: nothing is hidden for being one.
    """
    active = sum(t.balls > 0 or t.rounds > 0 for t in tallies)
    balls = sum(t.balls for t in tallies)
    covered = [t.covered for t in tallies if t.covered is not None]
    due = [t.due for t in tallies if t.due is not None]
    enough = alone or active >= FEWEST_STUDENTS
    known = alone or len(covered) >= FEWEST_STUDENTS
    solid = sum(t.solid for t in tallies)
    spread = spread_of(sum(t.squares for t in tallies), sum(t.freedom for t in tallies))
    if alone and covered:
        reached = Mean(covered[0], covered[0], covered[0], 1)
    else:
        reached = mean_of(covered if known else [])
    return Figure(
        month,
        active,
        balls,
        share_of(solid, balls) if alone or (enough and balls >= FEWEST_BALLS) else share_of(0, 0),
        spread if enough else spread_of(0.0, 0),
        reached,
        share_of(sum(due), len(due)) if known else share_of(0, 0),
        sum(t.rounds for t in tallies),
    )


def months_back(last: date, count: int) -> list[date]:
    """The first days of so many months up to the one of a day, oldest first."""
    number = last.year * 12 + last.month - 1
    return [date(n // 12, n % 12 + 1, 1) for n in range(max(12, number - count + 1), number + 1)]
