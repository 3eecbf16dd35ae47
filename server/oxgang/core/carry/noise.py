"""What stands between a ball and its cell's true carry: scatter, the day, the surface, age.

Standard deviations are of log carry. Values are common practice or fitted to simulated students
(`make bench-model`), no published source.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.flight.conditions import BALL_FACTOR, LIE_FACTOR
from oxgang.core.words.shots import BallType, Lie, Trajectory
from oxgang.core.words.swing import same_swing

Array = NDArray[np.float64]
Index = NDArray[np.intp]

# A typical student's solid pitches scatter by 6 % of their carry. The prior is worth that many
# balls, for a student as a whole and for one cell against the student.
SPREAD_SD: Final = 0.06
SPREAD_PRIOR_BALLS: Final = 12.0
CELL_SPREAD_PRIOR_BALLS: Final = 10.0
# Some balls marked solid were not quite: the variance of a mean is this many times what the scatter
# alone gives.
UNSEEN_MISHITS: Final = 1.15
# All balls of a day share what nobody wrote down: a breeze, a damp range, a good morning.
DAY_SD: Final = 0.012
# A random walk from today backwards, per year: the student's speed, a club, a cell.
SPEED_DRIFT_SD: Final = 0.06
CLUB_DRIFT_SD: Final = 0.025
CELL_DRIFT_SD: Final = 0.025
DAYS_A_YEAR: Final = 365.25
# Balls hit before a change of technique or of a club say less about today.
CHANGE_SD: Final = 0.06
# A carry that somebody wrote down without its balls: of how many and when is not known.
TOLD_SD: Final = 0.06
# A solid ball counts in full up to so many standard deviations from the centre of its cell, then
# less and less (Hampel's idea of 1974: no single wild ball moves a number); the coach is shown it.
FULL_UNTIL: Final = 2.0
NOTHING_FROM: Final = 4.0
LEAST: Final = 0.02


@dataclass(frozen=True, slots=True)
class Change:
    """From a day on, shots are not what they were.

    `club`, `arm_deg` and `trajectory` say which; an empty one means all of them. `sd` is how far
    they may all have moved together, `own_sd` how far each cell for itself, of log carry.
    """

    on: date
    club: str = ""
    arm_deg: float | None = None
    trajectory: Trajectory | None = None
    sd: float = CHANGE_SD
    own_sd: float = 0.0

    def touches(self, club: str, arm_deg: float, trajectory: Trajectory) -> bool:
        """Whether a shot type is one of those that changed."""
        return (
            self.club in ("", club)
            and (self.arm_deg is None or same_swing(self.arm_deg, arm_deg))
            and self.trajectory in (None, trajectory)
        )


_BALLS: Final = {b: i for i, b in enumerate(BallType)}
_LIES: Final = {lie: i for i, lie in enumerate(Lie)}


@dataclass(frozen=True, slots=True)
class Groups:
    """Balls of one cell, one surface and one stretch of days, as arrays of shape (g,).

    `point` is the row of the shot type, `bin` the stretch of days; `age_years` is how long ago,
    `days` how many different days are in it. `mean` is of log home carry; `variance` is that of
    the mean as far as it is the balls' own; `conversion` is the deviation that a conversion (wind,
    total) puts on all of them; `ball` and `lie` are positions in `BallType` and `Lie`.
    """

    point: NDArray[np.intp]
    bin: NDArray[np.intp]
    age_years: Array
    days: Array
    ball: NDArray[np.intp]
    lie: NDArray[np.intp]
    mean: Array
    variance: Array
    conversion: Array
    balls: NDArray[np.intp]


def surface_index(ball: BallType, lie: Lie) -> tuple[int, int]:
    """Positions of a ball and a lie, as `Groups` holds them."""
    return _BALLS[ball], _LIES[lie]


def noise_covariance(groups: Groups, club: NDArray[np.intp], cell: NDArray[np.intp]) -> Array:
    """Covariance of group means beyond that of their cells today, shape (g, g).

    Parameters
    ----------
    club, cell
        Club and cell of each group, shape (g,).
    """
    age = groups.age_years
    since = np.minimum(age[:, None], age[None, :])
    drift = SPEED_DRIFT_SD**2 + CLUB_DRIFT_SD**2 * _equal(club) + CELL_DRIFT_SD**2 * _equal(cell)
    # What was wrong about the day's wind was wrong for all its balls.
    day = np.outer(groups.conversion, groups.conversion) + (DAY_SD**2 / groups.days)[:, None]
    shared = since * drift + _equal(groups.bin) * day
    for index, factors in (
        (groups.ball, [BALL_FACTOR[b].sd / BALL_FACTOR[b].share for b in BallType]),
        (groups.lie, [LIE_FACTOR[lie].sd / LIE_FACTOR[lie].share for lie in Lie]),
    ):
        sd = np.array(factors)[index]
        if sd.any():
            shared += _equal(index) * (sd**2)[:, None]
    shared[np.diag_indices_from(shared)] += groups.variance
    return np.asarray(shared)


def change_covariance(
    groups: Groups, touched: Sequence[tuple[Change, NDArray[np.bool_]]], cell: Index, as_of: date
) -> Array:
    """Covariance that changes put on what was hit before them, shape (g, g).

    Parameters
    ----------
    touched
        Each change with whether it touches each group, shape (g,).
    cell
        The cell of each group, shape (g,).
    """
    total = np.zeros((len(groups.mean), len(groups.mean)))
    same = _equal(cell)
    for change, which in touched:
        age = (as_of - change.on).days / DAYS_A_YEAR
        before = (groups.age_years > age) & which
        total += np.outer(before, before) * (change.sd**2 + change.own_sd**2 * same)
    return total


def _equal(index: NDArray[np.intp]) -> NDArray[np.bool_]:
    same: NDArray[np.bool_] = np.equal.outer(index, index)
    return same
