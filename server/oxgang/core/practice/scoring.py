"""What a round of practice scores: a point for each call that is met, or strokes."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray

from oxgang.core.errors import InputError
from oxgang.core.pick.strokes import Baseline, Surface
from oxgang.core.practice.forms import Call
from oxgang.core.units import quantity
from oxgang.core.words.green import BACK_YD, FRONT_YD
from oxgang.core.words.measurements import REFUSE_OVER_YD
from oxgang.core.words.shots import Strike

Array = NDArray[np.float64]

# A ball that finishes further off is beside the green [yd]: half the depth of a usual one.
GREEN_YD: Final = (FRONT_YD + BACK_YD) / 2


class Scoring(StrEnum):
    """How a round is scored."""

    WITHIN = "within"
    STROKES = "strokes"


@dataclass(frozen=True, slots=True)
class RoundBall:
    """What one ball did: its carry [yd], or whether it met its mark on a net."""

    carry_yd: float | None = None
    met: bool | None = None
    strike: Strike = Strike.SOLID


@dataclass(frozen=True, slots=True)
class Score:
    """Points of so many calls that were answered, or strokes for them."""

    points: float
    of: int


def checked_result(call: Call, balls: Sequence[RoundBall]) -> Sequence[RoundBall]:
    """The balls of a call, once they can be.

    Raises
    ------
    InputError
        Without a ball, with more than were called, or without what is scored.
    """
    if not balls:
        raise InputError("A result needs its ball.", field="balls")
    if len(balls) > call.balls:
        raise InputError(f"This call has {call.balls} balls, not {len(balls)}.", field="balls")
    for ball in balls:
        if ball.carry_yd is None and ball.met is None:
            raise InputError("Give the carry, or whether it hit the mark.", field="balls")
        if ball.carry_yd is not None and not 0 <= ball.carry_yd <= REFUSE_OVER_YD:
            raise InputError(f"A carry of {quantity(ball.carry_yd)} isn't a wedge shot.", field="balls")
    return balls


def met(call: Call, balls: Sequence[RoundBall], tolerance_yd: float) -> bool:
    """Whether a call was met: every ball of it came within the tolerance, or struck the mark."""
    if len(balls) < call.balls:
        return False
    return all(_met(call, ball, tolerance_yd) for ball in balls)


def _met(call: Call, ball: RoundBall, tolerance_yd: float) -> bool:
    if ball.met is not None:
        return ball.met
    if call.yardage_yd is None or ball.carry_yd is None:
        return False
    return abs(ball.carry_yd - call.yardage_yd) <= tolerance_yd


def score(
    calls: Sequence[Call],
    results: Mapping[int, Sequence[RoundBall]],
    scoring: Scoring,
    *,
    tolerance_yd: float,
    baseline: Baseline,
) -> Score:
    """The score of the calls that were answered in full, by their places in `calls`."""
    answered = [i for i, balls in results.items() if len(balls) == calls[i].balls]
    if scoring is Scoring.WITHIN:
        points = sum(met(calls[i], results[i], tolerance_yd) for i in answered)
        return Score(float(points), len(answered))
    strokes = 0.0
    for i in answered:
        at = calls[i].yardage_yd
        misses = [abs((ball.carry_yd or 0.0) - at) for ball in results[i] if at is not None]
        strokes += float(strokes_from(max(misses, default=0.0), baseline))
    return Score(round(strokes, 2), len(answered))


def strokes_from(miss_yd: ArrayLike, baseline: Baseline) -> Array:
    """This stroke and what the student's level needs from so far long or short of the pin: on the
    green within its half depth, from rough beyond. What a ball is offline is not in it."""
    miss = np.abs(np.asarray(miss_yd, float))
    on = baseline.strokes(Surface.GREEN, miss)
    off = baseline.strokes(Surface.ROUGH, miss)
    return np.asarray(1 + np.where(miss <= GREEN_YD, on, off))


def checked_score(points: float, of: int) -> float:
    """A score that a student reports without balls.

    Raises
    ------
    InputError
        Below 0 or above what is possible.
    """
    if not 0 <= points <= of:
        raise InputError(f"A score is 0 to {of} here, not {points:g}.", field="points")
    return points
