"""What practice shows: what is lost from blocked to random, what is kept overnight, and where a
student stands among those of the same level."""

from __future__ import annotations

from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import sqrt
from typing import Final, TypeVar

import numpy as np

from oxgang.core.practice.means import mean_interval
from oxgang.core.words.intervals import Z

K = TypeVar("K", bound=Hashable)
# So many balls of each kind, and pairs of days, before anything is said.
FEWEST_BALLS: Final = 8
FEWEST_PAIRS: Final = 4
# So many students before there is a norm: nobody is to be known from it.
FEWEST_STUDENTS: Final = 8
# Students within so many strokes of handicap are of one level.
LEVEL_REACH: Final = 6.0


@dataclass(frozen=True, slots=True)
class Tries:
    """So many balls and how many of them met what was asked."""

    met: int
    of: int


@dataclass(frozen=True, slots=True)
class Difference:
    """A difference and its interval at `LEVEL`; from so many of each kind."""

    value: float
    lo: float
    hi: float
    first: int
    second: int

    @property
    def real(self) -> bool:
        """Whether the interval leaves out no difference."""
        return self.lo > 0 or self.hi < 0


def transfer(blocked: Mapping[K, Tries], random: Mapping[K, Tries]) -> Difference | None:
    """How much more often a call is met in blocked than in random practice, on the same shots; None
    for too few balls.

    Shots weigh as Mantel and Haenszel (1959) have it; the interval adds a success and a failure to
    each kind (Agresti and Caffo 2000, Simple and effective confidence intervals for proportions and
    differences of proportions, The American Statistician 54, 280-288), for a single shot exactly
    theirs.
    """
    both = [shot for shot in blocked if shot in random]
    n1 = sum(blocked[shot].of for shot in both)
    n2 = sum(random[shot].of for shot in both)
    if min(n1, n2) < FEWEST_BALLS:
        return None
    weights = {
        shot: blocked[shot].of * random[shot].of / (blocked[shot].of + random[shot].of) for shot in both
    }
    total = sum(weights.values())
    # The added successes and failures are shared out among the shots.
    more = 1 / len(both)
    value = adjusted = variance = 0.0
    for shot in both:
        w, a, b = weights[shot] / total, blocked[shot], random[shot]
        value += w * (a.met / a.of - b.met / b.of)
        p1, p2 = (a.met + more) / (a.of + 2 * more), (b.met + more) / (b.of + 2 * more)
        adjusted += w * (p1 - p2)
        variance += w**2 * (p1 * (1 - p1) / (a.of + 2 * more) + p2 * (1 - p2) / (b.of + 2 * more))
    reach = Z * sqrt(variance)
    return Difference(value, max(-1.0, adjusted - reach), min(1.0, adjusted + reach), n1, n2)


def retention(pairs: Sequence[tuple[float, float]]) -> Difference | None:
    """How much further off the first ball of a day is than the last of the day before, for the same
    shot [same unit as the misses]; None for too few pairs. A paired t interval.

    Parameters
    ----------
    pairs
        Miss of the last ball of the day before, miss of the first of the next.
    """
    if len(pairs) < FEWEST_PAIRS:
        return None
    mean, low, high = mean_interval([first - last for last, first in pairs])
    return Difference(mean, low, high, len(pairs), len(pairs))


def pairs_of(misses: Sequence[tuple[Hashable, Hashable, float]]) -> list[tuple[float, float]]:
    """Last and first misses of the same shot on days after each other.

    Parameters
    ----------
    misses
        Shot, day and miss of each ball, in the order in which they were hit.
    """
    by_shot: dict[Hashable, dict[Hashable, list[float]]] = {}
    for shot, day, miss in misses:
        by_shot.setdefault(shot, {}).setdefault(day, []).append(miss)
    pairs = []
    for days in by_shot.values():
        balls = list(days.values())
        pairs += [(a[-1], b[0]) for a, b in pairwise(balls)]
    return pairs


@dataclass(frozen=True, slots=True)
class Norm:
    """How students of a level score a test, as shares of what is possible: the lower quarter, the
    middle, the upper quarter, of so many students."""

    lower: float
    middle: float
    upper: float
    students: int


def norm(scores: Mapping[K, tuple[float, float]], handicap: float) -> Norm | None:
    """The norm of a level from the academy's own students; None while there are not enough.

    Parameters
    ----------
    scores
        Handicap and best-known share of each student, by whoever it is.
    """
    level = [share for at, share in scores.values() if abs(at - handicap) <= LEVEL_REACH]
    if len(level) < FEWEST_STUDENTS:
        return None
    lower, middle, upper = np.quantile(level, (0.25, 0.5, 0.75))
    return Norm(float(lower), float(middle), float(upper), len(level))
