"""What a student sees of all this, and what makes it worth opening again."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from enum import StrEnum
from itertools import pairwise
from typing import Final

from oxgang.core.pick.choice import Goal, goal_of
from oxgang.core.pick.outcome import TEN_FEET_YD
from oxgang.core.practice.load import JUNIOR_LIMIT
from oxgang.core.practice.scoring import GREEN_YD
from oxgang.core.words.green import USUAL_HANDICAP

# A week without practice pauses a streak; more than so many in a row end it.
PAUSE_WEEKS: Final = 3
WEEK: Final = timedelta(days=7)
# Who comes on the green so often is asked for ten feet next, from this many balls on.
GREEN_SHARE: Final = 0.8
GOAL_BALLS: Final = 20


class Shows(StrEnum):
    """The parts of a student's own place."""

    CARD = "card"
    PICK = "pick"
    COURSE = "course"
    HOMEWORK = "homework"
    PRACTICE = "practice"
    BALLS = "balls"
    PROGRESS = "progress"
    CUES = "cues"
    PICTURES = "pictures"


# A picture is shown only where the coach allows it for this student; a junior sees less at first.
USUAL: Final = frozenset(Shows) - {Shows.PICTURES}
JUNIORS: Final = USUAL - {Shows.BALLS, Shows.PROGRESS}


def usual_parts(ball_limit: int) -> frozenset[Shows]:
    """What a student with this many balls a session is shown until the coach chooses."""
    return JUNIORS if ball_limit <= JUNIOR_LIMIT else USUAL


@dataclass(frozen=True, slots=True)
class Streak:
    """Weeks with practice in a row, pauses forgiven: now, and the longest there was; `paused` is
    whether this week and the last had none."""

    weeks: int
    longest: int
    paused: bool


def streak_of(days: Collection[date], today: date) -> Streak:
    """The streak of a student who practised on these days."""
    weeks = sorted({_monday(day) for day in days if day <= today})
    if not weeks:
        return Streak(0, 0, False)
    longest = run = 1
    for before, week in pairwise(weeks):
        run = run + 1 if (week - before) // WEEK <= PAUSE_WEEKS + 1 else 1
        longest = max(longest, run)
    since = (_monday(today) - weeks[-1]) // WEEK
    return Streak(run if since <= PAUSE_WEEKS + 1 else 0, longest, since > 1)


def _monday(day: date) -> date:
    return day - timedelta(days=day.weekday())


@dataclass(frozen=True, slots=True)
class Going:
    """The next goal, and how many of the last balls to a called yardage came there."""

    goal: Goal
    met: int
    of: int


def going(misses_yd: Sequence[float], handicap: float | None) -> Going:
    """The next goal by level and by what the student does: first on the green, then ten feet.

    Parameters
    ----------
    misses_yd
        How far off the last balls to called yardages were, any order.
    """
    goal = goal_of(USUAL_HANDICAP if handicap is None else handicap)
    on = sum(miss <= GREEN_YD for miss in misses_yd)
    ready = len(misses_yd) >= GOAL_BALLS and on >= GREEN_SHARE * len(misses_yd)
    if goal is Goal.CLOSE or ready:
        close = sum(miss <= TEN_FEET_YD for miss in misses_yd)
        return Going(Goal.CLOSE, close, len(misses_yd))
    return Going(Goal.ON_GREEN, on, len(misses_yd))
