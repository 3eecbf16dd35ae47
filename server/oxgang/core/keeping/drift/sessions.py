"""A student's sessions one after another: what each said of the matrix that stood before it."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from datetime import date
from typing import Final

import numpy as np

from oxgang.core.carry.balls import NO_DAY
from oxgang.core.carry.evidence import Evidence
from oxgang.core.keeping.drift.cusum import Cusum, cusum
from oxgang.core.keeping.drift.shift import Shift, shift

# Sessions looked back on; ones of fewer solid balls, or with fewer behind them, say too little.
LOOK_BACK: Final = 8
FEWEST_NEW: Final = 5
FEWEST_BEFORE: Final = 8


@dataclass(frozen=True, slots=True)
class SessionScore:
    """One session's common shift against what stood before it, in standard deviations too."""

    day: date
    balls: int
    shift: Shift
    score: float


@dataclass(frozen=True, slots=True)
class Trend:
    """Sessions oldest first, their cumulative sums, and the first day of a slow change.

    `share` is what the sessions since then add up to, as a share of the carry.
    """

    sessions: list[SessionScore]
    sums: Cusum
    since: date | None
    share: float


def trend_of(evidence: Evidence, *, look_back: int = LOOK_BACK) -> Trend:
    """Each of the last sessions against the balls before it, and whether they add up.

    The matrix takes in every session, so that what is left over in one direction again and
    again is a change that it follows too slowly. An event begins the sums anew.
    """
    balls = evidence.balls
    balls = balls.some(balls.set_carry & (balls.columns.day != NO_DAY))
    days = [date.fromordinal(day) for day in np.unique(balls.columns.day).tolist()]
    restart = max((c.on for c in evidence.changes if not c.club), default=None)
    chosen = [d for d in days if restart is None or d >= restart]
    scores = []
    for day in chosen[-look_back:]:
        earlier = [d for d in days if d < day]
        now = balls.some(balls.columns.day == day.toordinal())
        before = balls.some(balls.columns.day < day.toordinal())
        if len(now) < FEWEST_NEW or len(before) < FEWEST_BEFORE:
            continue
        found = shift(replace(evidence, hits=before, day=earlier[-1]), now, day=day)
        score = math.log1p(found.share) / found.sd
        scores.append(SessionScore(day, len(now), found, score))
    sums = cusum([s.score for s in scores])
    if sums.alarm is None or sums.began is None:
        return Trend(scores, sums, None, 0.0)
    part = scores[sums.began : sums.alarm + 1]
    moved = sum(math.log1p(s.shift.share) for s in part)
    return Trend(scores, sums, part[0].day, math.expm1(moved))
