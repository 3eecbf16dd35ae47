"""What follows from new balls: let them blend in, start from a date, or hit a check-up."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date
from enum import StrEnum
from typing import Final

import numpy as np
from scipy.special import betaln, chdtrc, gammaln

from oxgang.core.carry.balls import Balls, Hit
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.noise import DAY_SD
from oxgang.core.keeping.drift.scopes import Reach, Suspicion, suspicions
from oxgang.core.keeping.drift.sessions import FEWEST_BEFORE
from oxgang.core.keeping.drift.shift import Shift, common_shift, hold_against
from oxgang.core.words.shots import Strike

# Below the first probability that nothing moved, something has; above the second, the balls blend
# in, unless the common shift alone is more than chance.
SURE: Final = 0.05
OPEN: Final = 0.5
# One scope must hold this much of the probability before old numbers are left for it.
CLEAR: Final = 0.6
FEWEST_TO_REPLACE: Final = 8
# A day of strikes, or of scatter, as bad as this comes by chance this rarely.
BAD_DAY: Final = 0.05
# Half a dozen to a bucket: what a check-up may ask for.
CHECK_UP_BALLS: Final = (10, 40)
# Deviations that make a change as large as this one stand out four times in five (1.96 + 0.84).
POWER_Z: Final = 2.8
# A conversion to standard conditions (wind, air, range balls) of this share of the carry is said aloud.
CONDITIONS_SAID: Final = 0.04
# So is scatter of this many times the usual.
SCATTER_SAID: Final = 1.15
# Suspicions after the first few, or less probable than this, say nothing.
MOST_SHOWN: Final = 4
LEAST_SHOWN: Final = 0.03
# Fewer new balls do not tell whether anything has moved.
FEWEST_NEW: Final = 8
# The usual share of solid balls is that of the last so many.
USUAL_OVER: Final = 200


class Advice(StrEnum):
    BLEND = "blend"
    REPLACE = "replace"
    CHECK_UP = "check-up"


@dataclass(frozen=True, slots=True)
class StrikeCount:
    """Balls counted: solid ones and all, in the new balls and before them.

    `conditions` is the share of the carry that converting the new balls added.
    """

    solid: int
    balls: int
    usual_solid: int
    usual_balls: int
    conditions: float = 0.0


@dataclass(frozen=True, slots=True)
class DayOfStrikes:
    """How the new balls were struck against what is usual.

    `chance` is how often the student has so few solid balls; `scatter` is that of solid balls over
    the usual one, and `scatter_chance` how often it is so large.
    """

    struck: StrikeCount
    chance: float
    scatter: float
    scatter_chance: float

    @property
    def bad(self) -> bool:
        """Whether this was a bad day of strikes: fewer solid ones than usual."""
        return self.chance < BAD_DAY

    @property
    def wild(self) -> bool:
        """Whether the solid balls scattered more than usual."""
        return self.scatter_chance < BAD_DAY

    @property
    def scattered(self) -> bool:
        """Whether the scatter is worth a word."""
        return self.scatter > SCATTER_SAID

    @property
    def by_conditions(self) -> bool:
        """Whether so much was put down to conditions that it is worth a word."""
        return abs(self.struck.conditions) >= CONDITIONS_SAID


@dataclass(frozen=True, slots=True)
class Verdict:
    """The common shift, how probable it is that nothing moved, what may have, and what to do.

    `since` is the first day of the new balls; `balls` how many a check-up needs; `only` names the
    one club that was hit, or is empty: what it says of the student it may say of itself alone.
    """

    shift: Shift
    nothing: float
    suspicions: list[Suspicion]
    strikes: DayOfStrikes
    advice: Advice
    balls: int | None
    since: date
    only: str = ""

    @property
    def shown(self) -> list[Suspicion]:
        """The suspicions that are worth a line; the first always is."""
        some = self.suspicions[:MOST_SHOWN]
        return [s for i, s in enumerate(some) if not i or s.probability >= LEAST_SHOWN]


def day_of(struck: StrikeCount, *, scatter: float, freedom: float) -> DayOfStrikes:
    """A day of strikes against the usual share of solid balls and the usual scatter.

    Parameters
    ----------
    scatter, freedom
        Scatter of the day's solid balls over the usual one, and its degrees of freedom.

    References
    ----------
    Beta-binomial tail with Jeffreys' prior, chi-square tail: Gelman, Carlin, Stern, Dunson, Vehtari
    and Rubin (2013), Bayesian Data Analysis, third edition, sections 2.4, 2.6 and 2.8.
    """
    a = struck.usual_solid + 0.5
    b = struck.usual_balls - struck.usual_solid + 0.5
    n, k = struck.balls, np.arange(struck.solid + 1)
    choose = gammaln(n + 1) - gammaln(k + 1) - gammaln(n - k + 1)
    tail = float(np.exp(choose + betaln(k + a, n - k + b) - betaln(a, b)).sum())
    chance = min(1.0, tail) if n and struck.usual_balls else 1.0
    wild = float(chdtrc(freedom, freedom * scatter**2)) if freedom > 0 else 1.0
    return DayOfStrikes(struck, chance, scatter, wild)


def strike_counts(
    earlier: Sequence[Hit], now: Sequence[tuple[Strike, float | None, float | None]]
) -> StrikeCount:
    """The strikes of new balls against the usual ones, and what conditions took or gave.

    Parameters
    ----------
    earlier
        The balls before them; the last `USUAL_OVER` are what is usual.
    now
        Strike, carry as measured and carry in standard conditions [yd] of each new ball that is not excluded.
    """
    balls = Balls.of(earlier)
    usual = balls.solid[balls.not_excluded & balls.own][-USUAL_OVER:]
    brought = [
        math.log(standard / carry)
        for strike, carry, standard in now
        if strike is Strike.SOLID and standard and carry
    ]
    return StrikeCount(
        solid=sum(strike is Strike.SOLID for strike, _, _ in now),
        balls=len(now),
        usual_solid=int(usual.sum()),
        usual_balls=len(usual),
        conditions=math.expm1(sum(brought) / len(brought)) if brought else 0.0,
    )


def verdict_on(before: Evidence, new: Sequence[Hit], struck: StrikeCount) -> Verdict | None:
    """What new balls say of the numbers before them; None while there are too few to tell.

    Parameters
    ----------
    before
        What the numbers rested on without the new balls, as of today.
    """
    counted = before.balls.some(before.balls.set_carry)
    last = counted.last_day()
    if last is None or len(new) < FEWEST_NEW or len(counted) < FEWEST_BEFORE:
        return None
    newest = max((hit.day for hit in new if hit.day), default=before.day)
    stood = replace(before, hits=counted, day=min(last, newest))
    return judge(stood, new, struck, day=newest)


def judge(stood: Evidence, new: Sequence[Hit], struck: StrikeCount, *, day: date) -> Verdict:
    """New balls against the matrix of before, and what to do (see `hold_against`).

    Raises
    ------
    InputError
        When no new ball counts.
    """
    held = hold_against(stood, new, day=day)
    nothing, found = suspicions(held.points, held.balls, held.off, held.covariance)
    whole = common_shift(held)
    scatter = 1.0
    if held.freedom > 0:
        scatter = math.sqrt(held.scatter / held.freedom) / held.spread_before
    strikes = day_of(struck, scatter=scatter, freedom=held.freedom)
    clubs, arms = ({getattr(p, name) for p in held.points} for name in ("club", "arm_deg"))
    told_apart = len(clubs) > 1 and len(arms) > 1
    advice = advise(whole, nothing, found, strikes)
    if advice is Advice.REPLACE and found[0].scope.reach is Reach.STUDENT and not told_apart:
        # One club or one swing cannot speak for all the others.
        advice = Advice.CHECK_UP
    balls = None
    if advice is Advice.CHECK_UP:
        balls = check_up_balls(found[0].share, held.spread_before)
    since = min((hit.day for hit in new if hit.counts and hit.day), default=day)
    only = next(iter(clubs)) if len(clubs) == 1 else ""
    return Verdict(whole, nothing, found, strikes, advice, balls, since, only)


def check_up_balls(share: float, spread: float) -> int:
    """How many balls make a change by this share of the carry stand out four times in five.

    `spread` is the scatter of single balls, of log carry. Balls cannot beat what the day itself
    adds, so that a small change gets the largest check-up.
    """
    least, most = CHECK_UP_BALLS
    room = (math.log1p(abs(share)) / POWER_Z) ** 2 - DAY_SD**2
    return most if room <= spread**2 / most else max(least, math.ceil(spread**2 / room))


def advise(whole: Shift, nothing: float, found: Sequence[Suspicion], strikes: DayOfStrikes) -> Advice:
    """What to do with new balls, from the probabilities of what may have moved."""
    first = found[0] if found else None
    if first is None or (nothing >= OPEN and not whole.changed):
        return Advice.BLEND
    clear = first.probability >= CLEAR * (1 - nothing) and first.balls >= FEWEST_TO_REPLACE
    if nothing < SURE and clear and not (strikes.bad or strikes.wild):
        return Advice.REPLACE
    return Advice.CHECK_UP
