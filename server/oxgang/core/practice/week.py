"""What to practise next, spread over a week: a rule that a coach can say in one breath.

First what is due, then what is in work, then the weakest, then what was not asked longest. A day
begins with what is being built, goes through a ladder and ends with a test by chance. Never more
balls a day than the student's limit, less after an injury, and a day of rest between two days.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from enum import StrEnum
from typing import Final

from oxgang.core.errors import InputError
from oxgang.core.practice.forms import PracticeForm, Row
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import CellKey

# Common practice, no published source: a home practice of half an hour.
DAY_BALLS: Final = 30
# After an injury, so much of the limit.
INJURY_SHARE: Final = 0.5
# For so long [days].
INJURY_DAYS: Final = 42
# A shot that was not asked for so long [days] is asked again.
LONG_DAYS: Final = 21
BLOCK_BALLS: Final = 8
LADDER_BALLS: Final = 8
FEWEST: Final = 4
DAYS_RANGE: Final = (1, 4)
# Days of the week from the first one, so that one rests between them.
SPREAD: Final = {1: (0,), 2: (0, 3), 3: (0, 2, 4), 4: (0, 2, 4, 6)}


class WeekWhy(StrEnum):
    """Why a row is there."""

    DUE = "week-due"
    WORK = "week-work"
    WEAKEST = "week-weakest"
    LONG = "week-long"
    LADDER = "week-ladder"
    TEST = "week-test"


@dataclass(frozen=True, slots=True)
class Known:
    """What the rule looks at of a shot: whether it is due or in work, how often it comes within the
    tolerance, and how many days ago it was last asked (None: never)."""

    shot: CellKey
    due: bool
    work: bool
    chance: float
    days_ago: int | None


@dataclass(frozen=True, slots=True)
class Part:
    row: Row
    because: Message


@dataclass(frozen=True, slots=True)
class Day:
    """A day of practice."""

    day: date
    parts: tuple[Part, ...]

    @property
    def balls(self) -> int:
        return sum(part.row.balls for part in self.parts)


def order_of(known: Sequence[Known]) -> list[tuple[Known, WeekWhy]]:
    """The shots in the order in which they are practised, each with its reason, once."""

    def reason(one: Known) -> WeekWhy:
        if one.due:
            return WeekWhy.DUE
        if one.work:
            return WeekWhy.WORK
        if one.days_ago is None or one.days_ago >= LONG_DAYS:
            return WeekWhy.LONG
        return WeekWhy.WEAKEST

    rank = [WeekWhy.DUE, WeekWhy.WORK, WeekWhy.WEAKEST, WeekWhy.LONG]

    def key(message: tuple[Known, WeekWhy]) -> tuple[float, ...]:
        one, why = message
        asked = 10_000 if one.days_ago is None else one.days_ago
        return rank.index(why), -asked if why is WeekWhy.LONG else one.chance, -asked

    return sorted(((one, reason(one)) for one in known), key=key)


def week_of(
    known: Sequence[Known],
    first: date,
    days: int,
    *,
    limit: int,
    injured: bool = False,
    numbers: bool = True,
) -> list[Day]:
    """A week's practice.

    Parameters
    ----------
    limit
        The student's balls a session.
    injured
        Whether the student comes back after an injury.
    numbers
        Whether a ladder and random distances can be called: some shot is played.

    Raises
    ------
    InputError
        Outside 1 to 4 days, or when there is no shot to practise.
    """
    lo, hi = DAYS_RANGE
    if not lo <= days <= hi:
        raise InputError(f"Practise on {lo} to {hi} days of a week.", field="days")
    if not known:
        raise InputError("No shots in use or being learned yet. Choose some under Shots.")
    most = min(DAY_BALLS, int(limit * INJURY_SHARE) if injured else limit)
    order = order_of(known)
    found = []
    at = 0
    for after in SPREAD[days]:
        parts: list[Part] = []
        left = most
        for _ in range(min(2, len(order))):
            one, why = order[at % len(order)]
            balls = min(BLOCK_BALLS, left)
            if balls < min(FEWEST, most):
                break
            at += 1
            left -= balls
            message = Message.of(why, chance=round(one.chance, 2), days=one.days_ago or 0)
            parts.append(Part(Row(form=PracticeForm.BLOCKED, balls=balls, shot=one.shot), message))
            if left < 2 * FEWEST:
                break
        if numbers and left >= LADDER_BALLS + FEWEST:
            ladder = Row(form=PracticeForm.SERIAL, balls=LADDER_BALLS)
            parts.append(Part(ladder, Message.of(WeekWhy.LADDER)))
            left -= LADDER_BALLS
        if numbers and left >= FEWEST:
            parts.append(Part(Row(form=PracticeForm.RANDOM, balls=left), Message.of(WeekWhy.TEST)))
        found.append(Day(first + timedelta(days=after), tuple(parts)))
    return found
