"""What stands between a ball and its cell's true carry: scatter, the day, the surface, age.

Standard deviations are of log carry. Values are common practice or fitted to simulated students
(`make bench-model`), no published source.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.flight.impact import LIES, RANGE_BALL_SD
from oxgang.core.words.shots import BallType, Lie, Trajectory
from oxgang.core.words.swing import same_swing

Array = NDArray[np.float64]
Index = NDArray[np.intp]

# Some balls marked solid were not quite: the variance of a mean is this many times what the scatter
# alone gives.
UNSEEN_MISHITS: Final = 1.3
# All balls of a day share what nobody wrote down: a breeze, a damp range, a good morning.
DAY_SD: Final = 0.016
# Where nobody wrote the wind down, its part: what one does not feel enough to write down, 1.3 m/s
# along the shot, costs or gains a pitch about 1.5 % of its carry.
UNTOLD_WIND_SD: Final = 0.015
# A random walk from today backwards, per year: the student's speed, a club, a cell.
SPEED_DRIFT_SD: Final = 0.06
CLUB_DRIFT_SD: Final = 0.025
CELL_DRIFT_SD: Final = 0.025
DAYS_A_YEAR: Final = 365.25
# Balls hit before a change of technique or of a club say less about today.
CHANGE_SD: Final = 0.06
# A carry that somebody wrote down without its balls, of log carry. Judgement: the mean of five balls that
# scatter 6 % (2.7 %), their day (1.6 %), rounding to the next five yards (3 % of 50), and mishits that
# nobody took out (2 %) make 4.9 %.
IMPORTED_SD: Final = 0.05
# A ball that a student reports alone: read by eye to a marker board or a flag, perhaps the better
# one of two, perhaps off a mishit that was not called one. Judgement: as good as three yards of 60.
REPORTED_SD: Final = 0.05


@dataclass(frozen=True, slots=True)
class Change:
    """From a day on, or from a moment of it, shots are not what they were.

    `at` is the moment where one is known: balls of the day that were hit before it are old ones.
    `club`, `arm_deg` and `trajectory` say which; an empty one means all of them. `sd` is how far
    they may all have moved together, `own_sd` how far each cell for itself, of log carry.
    """

    on: date
    club: str = ""
    arm_deg: float | None = None
    trajectory: Trajectory | None = None
    sd: float = CHANGE_SD
    own_sd: float = 0.0
    at: datetime | None = None

    def before(self, day: date, moment: datetime | None) -> bool:
        """Whether a ball of this day and, if known, this moment was hit before it."""
        if day == self.on and self.at is not None and moment is not None:
            return moment < self.at
        return day < self.on

    def touches(self, club: str, arm_deg: float, trajectory: Trajectory) -> bool:
        """Whether a shot type is one of those that changed."""
        return (
            self.club in ("", club)
            and (self.arm_deg is None or same_swing(self.arm_deg, arm_deg))
            and self.trajectory in (None, trajectory)
        )


# How well each ball and each lie is known, and what a lie adds to the scatter, in their order.
BALL_SD: Final = np.array([RANGE_BALL_SD * (b is BallType.RANGE) for b in BallType])
LIE_SD: Final = np.array([LIES[lie].sd for lie in Lie])
LIE_SCATTER: Final = np.array([LIES[lie].scatter for lie in Lie])


@dataclass(frozen=True, slots=True)
class Groups:
    """Balls of one cell, one surface and one stretch of days, as arrays of shape (g,).

    `point` is the row of the shot type, `bin` the stretch of days, `era` how many changes had come
    before; `age_years` is how long ago,
    `days` how many different days are in it. `mean` is of log standard carry; `variance` is that of
    the mean as far as it is the balls' own; `conversion` is the deviation that a conversion (wind,
    total) puts on all of them, `day_sd` what their day does; `run_sd` and `run_day_sd` what is not known
    of the run on the student's ground and on that day does where totals were read; `ball` and `lie` are
    positions in `BallType` and `Lie`.
    """

    point: NDArray[np.intp]
    bin: NDArray[np.intp]
    era: NDArray[np.intp]
    age_years: Array
    days: Array
    ball: NDArray[np.intp]
    lie: NDArray[np.intp]
    mean: Array
    variance: Array
    conversion: Array
    day_sd: Array
    balls: NDArray[np.intp]
    run_sd: Array
    run_day_sd: Array


def noise_covariance(groups: Groups, club: NDArray[np.intp], cell: NDArray[np.intp]) -> tuple[Array, Array]:
    """Covariance of group means beyond that of their cells today, shape (g, g): all of it, and what
    of it is the balls' own scatter and their age, without what a day, a ball or a lie adds.

    Parameters
    ----------
    club, cell
        Club and cell of each group, shape (g,).
    """
    age = groups.age_years
    since = np.minimum(age[:, None], age[None, :])
    drift = SPEED_DRIFT_SD**2 + CLUB_DRIFT_SD**2 * _equal(club) + CELL_DRIFT_SD**2 * _equal(cell)
    # What was wrong about the day's wind was wrong for all its balls.
    day_sd = groups.day_sd / np.sqrt(groups.days)
    day = np.outer(groups.conversion, groups.conversion) + np.outer(day_sd, day_sd)
    lasting = since * drift + np.outer(groups.run_sd, groups.run_sd)
    run_day_sd = groups.run_day_sd / np.sqrt(groups.days)
    day += np.outer(run_day_sd, run_day_sd)
    shared = lasting + _equal(groups.bin) * day
    for index, factors in ((groups.ball, BALL_SD), (groups.lie, LIE_SD)):
        sd = factors[index]
        if sd.any():
            shared += _equal(index) * (sd**2)[:, None]
    for matrix in (shared, lasting):
        matrix[np.diag_indices_from(matrix)] += groups.variance
    return np.asarray(shared), np.asarray(lasting)


def change_covariance(
    groups: Groups, touched: Sequence[tuple[Change, NDArray[np.bool_]]], cell: Index
) -> Array:
    """Covariance that changes put on what was hit before them, shape (g, g).

    Parameters
    ----------
    touched
        Each change, in their order, with whether it touches each group, shape (g,).
    cell
        The cell of each group, shape (g,).
    """
    total = np.zeros((len(groups.mean), len(groups.mean)))
    same = _equal(cell)
    for number, (change, which) in enumerate(touched):
        before = (groups.era <= number) & which
        total += np.outer(before, before) * (change.sd**2 + change.own_sd**2 * same)
    return total


def _equal(index: NDArray[np.intp]) -> NDArray[np.bool_]:
    same: NDArray[np.bool_] = np.equal.outer(index, index)
    return same
