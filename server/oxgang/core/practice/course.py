"""What the card is worth on the course: shots that a student logged there, against what the pick
promised of each and against what players of the level need.

Promises are judged by how many shots finished on the green. Given the student's numbers that count
follows a Poisson binomial distribution (see `core.practice.par`); what is not known of a shot's carry is
shared by its balls and the day by all of a day, so the distribution is averaged over joint draws of both.
Where several shots are asked about at once, chance is kept out by Holm's rule.

References
----------
Strokes to hole out: `core.pick.strokes` (Broadie 2012, from memory; other levels interpolated).
Holm (1979), "A simple sequentially rejective multiple test procedure", Scandinavian Journal of
Statistics 6, 65-70 (from memory).
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum
from math import sqrt
from typing import Final, TypeVar

import numpy as np
from numpy.typing import NDArray
from scipy.special import bdtr, stdtrit

from oxgang.core.carry.cells import ENOUGH_BALLS
from oxgang.core.pick.promise import NODES
from oxgang.core.pick.strokes import Baseline
from oxgang.core.practice.course_shot import CourseShot, gained_by
from oxgang.core.practice.par import DRAWS, SEED, points_of
from oxgang.core.words.intervals import LEVEL, tail
from oxgang.core.words.measurements import FEET_A_YARD
from oxgang.core.words.messages import Message

Array = NDArray[np.float64]
Group = TypeVar("Group", bound=Hashable)

# Shots of one distance are told together in bands of so many yards or metres.
BAND: Final = 10
# Of fewer shots nothing is said, of fewer no average of strokes is.
LEAST_SHOTS: Final = 8
LEAST_STROKES: Final = 5
# A balance of misses that chance gives less often is one.
CHANCE: Final = 0.05
# So little below the end of a band is on it: metres are not whole yards.
ROUNDING: Final = 1e-9


class Kept(StrEnum):
    """How a count of shots on the green stands to what was promised."""

    FEW = "course-few"
    AS_PROMISED = "course-as-promised"
    FEWER = "course-fewer"
    MORE = "course-more"


class CourseAdvice(StrEnum):
    """What to practise, by what happened on the course."""

    LOG = "course-log-more"
    SHOT = "course-practise-shot"
    BAND = "course-practise-band"
    SHORT = "course-misses-short"
    LONG = "course-misses-long"
    NOTHING = "course-nothing"


class Note(StrEnum):
    """What the student reads of the course."""

    GREENS = "course-note-greens"
    LEFT = "course-note-left"
    OFF = "course-note-off"


@dataclass(frozen=True, slots=True)
class Gained:
    """Strokes a shot better than players of the level (- is worse), with the interval."""

    shots: int
    mean: float
    lo: float
    hi: float


@dataclass(frozen=True, slots=True)
class Tally:
    """So many shots, how many on the green, how far from the hole on average [yd].

    `judged` of them have a promise: `judged_on` were on the green, `promised` were to be, between
    `least` and `most` as chance has it; `promised_left_yd` is how far from the hole they were to finish.
    """

    shots: int
    on: int
    left_yd: float | None
    judged: int
    judged_on: int
    promised: float
    least: int
    most: int
    promised_left_yd: float | None
    kept: Kept
    gained: Gained | None


@dataclass(frozen=True, slots=True)
class Course:
    """All shots, by bands of distance [yd, both ends], by shot; the shots that the range trusts and the
    course does not; and what to practise."""

    every: Tally
    bands: tuple[tuple[float, float, Tally], ...]
    shots: tuple[tuple[Hashable, Tally], ...]
    failing: tuple[Hashable, ...]
    advice: Message


def course_of(shots: Sequence[CourseShot], baseline: Baseline, unit_yd: float = 1.0) -> Course:
    """What a student's shots on the course say, any order.

    Parameters
    ----------
    unit_yd
        How many yards the unit is in which the bands are told.
    """
    every, wide = tally(shots, baseline), BAND * unit_yd
    bands = _grouped(shots, lambda one: int(one.pin_yd / wide + ROUNDING))
    kinds = _grouped(shots, lambda one: one.shot)
    by_band = tuple((at * wide, (at + 1) * wide, tally(bands[at], baseline)) for at in sorted(bands))
    told = sorted(
        ((name, tally(some, baseline)) for name, some in kinds.items()), key=lambda kind: -kind[1].shots
    )
    failing = _failing(kinds)
    return Course(every, by_band, tuple(told), failing, _advice(shots, by_band, failing, kinds))


def tally(shots: Sequence[CourseShot], baseline: Baseline) -> Tally:
    """How some shots went, and how that stands to what was promised of them."""
    judged = [(one, one.promise) for one in shots if one.promise is not None]
    on = sum(one.on for one, _ in judged)
    law = count_law(shots)
    below = np.cumsum(law)
    least, most = (int(np.searchsorted(below, at + 1e-9)) for at in (tail(), 1 - tail()))
    kept = Kept.AS_PROMISED
    if len(judged) < LEAST_SHOTS:
        kept = Kept.FEW
    elif on < least:
        kept = Kept.FEWER
    elif on > most:
        kept = Kept.MORE
    return Tally(
        len(shots),
        sum(one.on for one in shots),
        _mean(one.ended.left_yd for one in shots if one.ended.left_yd is not None),
        len(judged),
        on,
        float(law @ np.arange(len(law))),
        least,
        min(most, len(judged)),
        _mean(promise.left_yd for _, promise in judged),
        kept,
        _gained([gained_by(one, baseline) for one in shots]),
    )


def verdict_of(told: Tally) -> Message:
    """A count of greens in words."""
    of = told.shots if told.kept is Kept.FEW else told.judged
    return Message.of(
        told.kept,
        on=told.on if told.kept is Kept.FEW else told.judged_on,
        of=of,
        promised=round(told.promised),
        least=told.least,
        most=told.most,
    )


def course_notes(course: Course) -> list[Message]:
    """A paragraph for the student: how many finished on the green, how far from the hole, and what to
    practise; nothing where no shot was logged."""
    every = course.every
    if not every.shots:
        return []
    said = [Message.of(Note.GREENS, shots=every.shots, on=every.on)]
    if every.left_yd is not None:
        said.append(Message.of(Note.LEFT, left_ft=every.left_yd * FEET_A_YARD))
    if every.kept in (Kept.FEWER, Kept.MORE):
        said.append(Message.of(Note.OFF, promised=round(every.promised), of=every.judged))
    return said if course.advice.code in (CourseAdvice.LOG, CourseAdvice.NOTHING) else [*said, course.advice]


def count_law(shots: Sequence[CourseShot]) -> Array:
    """How likely each number of shots on the green is by their promises, shape (promised + 1,)."""
    judged = [(one, one.promise) for one in shots if one.promise is not None]
    if not judged:
        return np.ones(1)
    rng = np.random.default_rng(SEED)
    kinds = _draws([one.shot for one, _ in judged], rng)
    days = _draws([one.day for one, _ in judged], rng)
    own = np.array([promise.own for _, promise in judged])
    moved = np.sqrt(own) * kinds + np.sqrt(1 - own) * days
    by_carry = np.array([promise.by_carry for _, promise in judged])
    return np.asarray(points_of(_between(by_carry, moved)).mean(axis=0))


def _draws(names: Sequence[Hashable], rng: np.random.Generator) -> Array:
    """Normal draws, the same for what has the same name, shape (`DRAWS`, names)."""
    places = {name: i for i, name in enumerate(dict.fromkeys(names))}
    half = rng.standard_normal((DRAWS // 2, len(places)))
    # Each with its opposite, so that nothing is moved on average.
    drawn = np.concatenate([half, -half])
    return drawn[:, [places[name] for name in names]]


def _between(by_carry: Array, moved: Array) -> Array:
    """Shares on the green at any deviation, through those at `NODES`: (n, 3) and (draws, n)."""
    far = float(NODES[-1])
    less, as_is, more = by_carry.T
    slope, bend = (more - less) / (2 * far), (more + less - 2 * as_is) / (2 * far**2)
    inside = np.clip(moved, -far, far)
    return np.asarray(np.clip(as_is + slope * inside + bend * inside**2, 0.0, 1.0))


def _grouped(shots: Sequence[CourseShot], by: Callable[[CourseShot], Group]) -> dict[Group, list[CourseShot]]:
    groups: dict[Group, list[CourseShot]] = {}
    for one in shots:
        groups.setdefault(by(one), []).append(one)
    return groups


def _mean(values: Iterable[float]) -> float | None:
    every = list(values)
    return sum(every) / len(every) if every else None


def _gained(values: Sequence[float]) -> Gained | None:
    n = len(values)
    if n < LEAST_STROKES:
        return None
    mean = float(np.mean(values))
    half = float(stdtrit(n - 1, 1 - tail(LEVEL))) * float(np.std(values, ddof=1)) / sqrt(n)
    return Gained(n, mean, mean - half, mean + half)


def _failing(kinds: dict[Hashable, list[CourseShot]]) -> tuple[Hashable, ...]:
    """Shots that the range trusts and that are on the green less often than chance explains."""
    chances = []
    for name, shots in kinds.items():
        judged = [one for one in shots if one.promise is not None]
        # The range may have confirmed it only lately: each promise says itself how sure it was.
        if len(judged) >= LEAST_SHOTS and max(one.balls for one in judged) >= ENOUGH_BALLS:
            law = count_law(judged)
            chances.append((float(law[: sum(one.on for one in judged) + 1].sum()), name))
    failing = []
    for place, (chance, name) in enumerate(sorted(chances, key=lambda one: one[0])):
        if chance > CHANCE / (len(chances) - place):
            break
        failing.append(name)
    return tuple(failing)


def _advice(
    shots: Sequence[CourseShot],
    bands: Sequence[tuple[float, float, Tally]],
    failing: Sequence[Hashable],
    kinds: dict[Hashable, list[CourseShot]],
) -> Message:
    if len(shots) < LEAST_SHOTS:
        return Message.of(CourseAdvice.LOG, shots=len(shots), wanted=LEAST_SHOTS)
    if failing:
        pins = [one.pin_yd for one in kinds[failing[0]]]
        return Message.of(
            CourseAdvice.SHOT, shot=str(failing[0]), from_yd=float(min(pins)), to_yd=float(max(pins))
        )
    missed = [one.ended.past_yd for one in shots if not one.on and one.ended.past_yd is not None]
    short, n = sum(past < 0 for past in missed), len(missed)
    if n >= LEAST_SHOTS:
        more = max(short, n - short)
        # Both tails: nobody said beforehand which side to look at.
        if 2 * (1 - float(bdtr(more - 1, n, 0.5))) <= CHANCE:
            return Message.of(CourseAdvice.SHORT if short == more else CourseAdvice.LONG, count=more, of=n)
    losing = [(part.gained.mean, lo, hi) for lo, hi, part in bands if part.gained and part.gained.hi < 0]
    if losing:
        mean, lo, hi = min(losing)
        return Message.of(CourseAdvice.BAND, from_yd=lo, to_yd=hi, strokes=-mean)
    return Message.of(CourseAdvice.NOTHING)
