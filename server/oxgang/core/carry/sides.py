"""How wide a student's solid balls are and how far to a side they start: student, club, shot.

Sides are shares of the carry, + to the right of the aim. A shot's balls scatter normally about its
bias by its width; a reading adds its own error. Widths and biases are drawn to those of the club,
these to the student's, and the student's width to that usual of the handicap. The width is worked
out on a grid, the bias in closed form at each of its points.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from math import hypot, sqrt
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.words.intervals import Z, tail
from oxgang.core.words.shots import CellKey

Array = NDArray[np.float64]
Index = NDArray[np.intp]

# Balls further off than this share of their carry are no measure of how wide solid ones are.
WILD_SHARE: Final = 0.3
LATERAL_RANGE: Final = (0.01, 0.30)
# As so many balls the width of what stands above weighs: the level's, the student's, the club's.
# Judgement; `tests/core/test_sides.py` holds the intervals to simulated students.
LEVEL_BALLS: Final = 12.0
STUDENT_BALLS: Final = 16.0
CLUB_BALLS: Final = 16.0
# How much students' biases differ, clubs' of a student, shots' of a club (shares of the carry).
# Judgement: aim and face a degree off are 1.7 % of the carry.
BIAS_SD: Final = 0.02
CLUB_BIAS_SD: Final = 0.01
SHOT_BIAS_SD: Final = 0.007
# How much widths differ between the clubs of a student, or the shots of a club (log). Judgement.
WIDTH_SD: Final = 0.12
# With fewer balls nothing is claimed of a student, a club or a shot.
CLAIMED_FROM: Final = 8
_GRID: Final = np.exp(np.linspace(np.log(0.004), np.log(0.45), 120))


@dataclass(frozen=True, slots=True)
class SideBalls:
    """Solid balls of known carry and side, arrays of shape (n,): the place of their shot in `shots`,
    side and reading error as shares of the carry, ordinal of their day."""

    shots: Sequence[CellKey]
    shot: Index
    share: Array
    read: Array
    day: NDArray[np.int64]

    def some(self, which: NDArray[np.bool_]) -> SideBalls:
        """Some of the balls."""
        return SideBalls(self.shots, self.shot[which], self.share[which], self.read[which], self.day[which])


@dataclass(frozen=True, slots=True)
class Side:
    """Width and bias of a student, a club or a shot with their intervals (`intervals.LEVEL`), shares of
    the carry, the bias + to the right; `bias_sd` is how well it is known."""

    balls: int
    width: float
    width_lo: float
    width_hi: float
    bias: float
    bias_lo: float
    bias_hi: float
    bias_sd: float

    @property
    def claimed(self) -> bool:
        """Whether enough balls say so."""
        return self.balls >= CLAIMED_FROM


class Sides:
    """A student's sides, each worked out when it is asked for."""

    def __init__(self, balls: SideBalls, usual_width: float) -> None:
        self.balls = balls.some(np.abs(balls.share) <= WILD_SHARE)
        self.usual_width = usual_width
        self._clubs: dict[str, Side] = {}
        self._shots: dict[CellKey, Side] = {}

    @cached_property
    def student(self) -> Side:
        """Of all balls, about one bias."""
        found = self._side(np.ones(len(self.balls.share), dtype=bool), self.usual_width, LEVEL_BALLS)
        return _of_several(found, len({key.club for key in self.balls.shots}), CLUB_BIAS_SD)

    def club(self, label: str) -> Side:
        """Of a club's balls."""
        if label not in self._clubs:
            which = np.array([key.club == label for key in self.balls.shots], dtype=bool)
            above = self.student
            found = self._side(
                which[self.balls.shot] if len(which) else np.zeros(0, dtype=bool),
                above.width,
                STUDENT_BALLS,
                above.bias,
                hypot(CLUB_BIAS_SD, above.bias_sd),
            )
            self._clubs[label] = _of_several(found, int(which.sum()), SHOT_BIAS_SD)
        return self._clubs[label]

    def shot(self, key: CellKey) -> Side:
        """Of a shot's balls."""
        if key not in self._shots:
            which = np.array([one == key for one in self.balls.shots], dtype=bool)
            above = self.club(key.club)
            self._shots[key] = self._side(
                which[self.balls.shot] if len(which) else np.zeros(0, dtype=bool),
                above.width,
                CLUB_BALLS,
                above.bias,
                hypot(SHOT_BIAS_SD, above.bias_sd),
            )
        return self._shots[key]

    @cached_property
    def counts(self) -> Mapping[CellKey, int]:
        """How many balls of each shot have a side."""
        number = np.bincount(self.balls.shot, minlength=len(self.balls.shots))
        return {key: int(n) for key, n in zip(self.balls.shots, number, strict=True) if n}

    def _side(
        self,
        which: NDArray[np.bool_],
        width: float,
        weight: float,
        bias: float = 0.0,
        bias_sd: float = BIAS_SD,
    ) -> Side:
        return side_of(
            self.balls.share[which],
            self.balls.read[which],
            width=width,
            weight=weight,
            bias=bias,
            bias_sd=bias_sd,
        )


def _of_several(side: Side, parts: int, bias_sd: float) -> Side:
    """A side of balls of several clubs, or shots: however many the balls, these are no more."""
    if not parts:
        return side
    sd = hypot(side.bias_sd, bias_sd / sqrt(parts))
    wider = Z * WIDTH_SD / sqrt(parts)
    lo, hi = (np.hypot(np.log(end / side.width), wider) for end in (side.width_lo, side.width_hi))
    return replace(
        side,
        width_lo=side.width * float(np.exp(-lo)),
        width_hi=side.width * float(np.exp(hi)),
        bias_lo=side.bias - Z * sd,
        bias_hi=side.bias + Z * sd,
        bias_sd=sd,
    )


def side_of(
    share: Array, read: Array, *, width: float, weight: float, bias: float = 0.0, bias_sd: float = BIAS_SD
) -> Side:
    """Width and bias of some balls.

    Parameters
    ----------
    share, read
        Sides and their reading errors, shares of the carry, shape (n,).
    width, weight
        The width of what stands above, and as so many balls it weighs.
    bias, bias_sd
        The bias of what stands above, and how much one differs from it.
    """
    # Scaled inverse chi squared for the square of the width, as a density of its logarithm.
    log_p = -weight * np.log(_GRID) - weight * width**2 / (2 * _GRID**2)
    variance = _GRID[:, None] ** 2 + read**2
    off = share - bias
    precision = (1 / variance).sum(1) + 1 / bias_sd**2
    pull = (off / variance).sum(1)
    log_p += -0.5 * np.log(variance).sum(1) - 0.5 * np.log(precision)
    log_p += -0.5 * ((off**2 / variance).sum(1) - pull**2 / precision)
    p = np.exp(log_p - log_p.max())
    p /= p.sum()
    means, sds = pull / precision, np.sqrt(1 / precision)
    mean = float(p @ means)
    sd = float(np.sqrt(p @ (sds**2 + (means - mean) ** 2)))
    cumulative = np.cumsum(p) - p / 2
    lo, hi = np.exp(np.interp([tail(), 1 - tail()], cumulative, np.log(_GRID)))
    least, most = LATERAL_RANGE
    reach = Z * sd
    return Side(
        len(share),
        float(np.clip(1 / np.sqrt(p @ (1 / _GRID**2)), least, most)),
        float(lo),
        float(hi),
        bias + mean,
        bias + mean - reach,
        bias + mean + reach,
        sd,
    )
