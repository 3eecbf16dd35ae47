"""Whether a student's balls start farther to a side than they used to: by the rule of carries.

Each of the last sessions is held against the balls before it, shot by shot; what is left over to one
side again and again adds up (`cusum`).
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Final

import numpy as np

from oxgang.core.carry.sides import SideBalls
from oxgang.core.keeping.drift.cusum import cusum
from oxgang.core.keeping.drift.sessions import FEWEST_BEFORE, FEWEST_NEW, LOOK_BACK

# How much the aim of a whole day is off, a share of the carry. Judgement: less than half a degree.
DAY_SIDE_SD: Final = 0.007


@dataclass(frozen=True, slots=True)
class SideTrend:
    """The first day of a change of side, None without one, and what the sessions since then add up
    to: a share of the carry, + to the right."""

    since: date | None = None
    share: float = 0.0


def side_trend(balls: SideBalls, width: float, *, restart: date | None = None) -> SideTrend:
    """Whether the bias of the last sessions has moved.

    Parameters
    ----------
    width
        How wide the student is, a share of the carry.
    restart
        The day of the last event: sums begin anew with it.
    """
    days = np.unique(balls.day)
    chosen = days if restart is None else days[days >= restart.toordinal()]
    moved, scores, on = [], [], []
    for day in chosen[-LOOK_BACK:].tolist():
        now, before = balls.some(balls.day == day), balls.some(balls.day < day)
        if len(now.share) < FEWEST_NEW or len(before.share) < FEWEST_BEFORE:
            continue
        found = _moved(now, before, width)
        if found is None:
            continue
        moved.append(found[0])
        scores.append(found[0] / found[1])
        on.append(day)
    sums = cusum(scores)
    if sums.alarm is None or sums.began is None:
        return SideTrend()
    part = slice(sums.began, sums.alarm + 1)
    return SideTrend(date.fromordinal(on[sums.began]), sum(moved[part]))


def _moved(now: SideBalls, before: SideBalls, width: float) -> tuple[float, float] | None:
    """How far the balls of a day lie to the right of those before, and the deviation of that; None
    when no shot was hit before."""
    shots = len(now.shots)
    sums = []
    for balls in (now, before):
        weight = 1 / (width**2 + balls.read**2)
        total = np.bincount(balls.shot, weight, shots)
        sums.append((total, np.bincount(balls.shot, weight * balls.share, shots)))
    (n, of_n), (b, of_b) = sums
    both = (n > 0) & (b > 0)
    if not both.any():
        return None
    off = of_n[both] / n[both] - of_b[both] / b[both]
    weight = 1 / (1 / n[both] + 1 / b[both])
    return float((weight * off).sum() / weight.sum()), float(np.sqrt(1 / weight.sum() + DAY_SIDE_SD**2))
