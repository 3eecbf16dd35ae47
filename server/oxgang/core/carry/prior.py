"""What is believed of a student's carries before a ball is hit, and how cells hang together.

Log carry is a Gaussian process over club, arm angle, trajectory, spin, tempo and adjustments. Its mean is
the trade's rule of thumb; its covariance is a sum of parts that each mean something. Standard
deviations are of log carry, so that 0.05 is 5 %. All values are common practice or fitted to
simulated students (`make bench-model`), no published source.

References
----------
Rasmussen and Williams (2006), Gaussian Processes for Machine Learning, chapters 2 and 4.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.fractions import share_of
from oxgang.core.words.complete import complete
from oxgang.core.words.shots import Spin, Tempo, Trajectory

Array = NDArray[np.float64]
Index = NDArray[np.intp]

# The mean: a full 56-degree wedge and what a degree of loft takes; swings have their share (`fractions`).
FULL_CARRY_YD: Final = 80.0
REFERENCE_LOFT_DEG: Final = 56.0
LOFT_PER_DEG: Final = 0.029
TRAJECTORY_LOG: Final = complete(
    Trajectory, {Trajectory.LOW: 0.09, Trajectory.STOCK: 0.0, Trajectory.HIGH: -0.14}
)
SPIN_LOG: Final = complete(Spin, {Spin.RELEASE: 0.02, Spin.CHECK: 0.0, Spin.GRAB: -0.03})
TEMPO_LOG: Final = complete(Tempo, {Tempo.SLOWER: -0.08, Tempo.NORMAL: 0.0, Tempo.FASTER: 0.06})

# The student's power: juniors carry a full wedge 50 yards, tour players 110.
POWER_SD: Final = 0.25
# How log carry grows with the arm angle: its tilt (per 60 degrees) and its bends.
TILT_SD: Final = 0.1
BEND_SD: Final = 0.07
BEND_DEG: Final = 60.0
# A student's 9:00 is not quite 90 degrees: how far the arm really stops from where the scale says,
# the same with every club. Near positions share it. Log carry grows by about this over the arm
# angle for each degree.
STOP_SD_DEG: Final = 6.0
STOP_NEAR_DEG: Final = 10.0
GROWTH: Final = 1.1
# What ten degrees of loft are worth, beyond the mean, and how that changes with the swing.
LOFT_SD: Final = 0.075
LOFT_TILT_SD: Final = 0.02
# A club of its own: shaft, grind, how it sits. Constant, and bending with the arm angle.
CLUB_SD: Final = 0.04
CLUB_BEND_SD: Final = 0.025
CLUB_BEND_DEG: Final = 60.0
# A low or high of its own: constant, by arm angle, by loft and by club.
HEIGHT_SD: Final = 0.09
HEIGHT_TILT_SD: Final = 0.035
HEIGHT_LOFT_SD: Final = 0.07
HEIGHT_CLUB_SD: Final = 0.035
# Another spin or tempo of its own: constant, by arm angle, by club, and by height.
VARIANT_SD: Final = 0.05
VARIANT_TILT_SD: Final = 0.03
VARIANT_CLUB_SD: Final = 0.015
VARIANT_HEIGHT_SD: Final = 0.025
# What an inch of an adjustment is worth, of log carry: the rule of thumb, and how far the student, the
# club, the arm angle, the height and the loft may differ from it; the bend is for each inch
# squared. How large adjustments really are is not known, so that all of it is wide.
BACK_LOG: Final = 0.022
DOWN_LOG: Final = -0.030
BACK_SD: Final = (0.020, 0.006, 0.010, 0.008, 0.012)
DOWN_SD: Final = (0.012, 0.004, 0.006, 0.004, 0.005)
BACK_BEND_SD: Final = 0.0025
# An adjustment beyond this [inches] is another shot: its balls teach nothing of the adjustment.
TRIMS_TO_IN: Final = 6.0
# What belongs to one cell alone: students differ in how regular they are, so that it is learnt from
# the balls; what is tried, each as likely beforehand as its weight says.
CELL_SDS: Final = (0.008, 0.018, 0.034)
CELL_WEIGHTS: Final = (0.4, 0.4, 0.2)

# Centres and scales of the linear parts.
ARM_CENTRE_DEG: Final = 105.0
ARM_SCALE_DEG: Final = 60.0
LOFT_CENTRE_DEG: Final = 54.0
LOFT_SCALE_DEG: Final = 10.0

_TRAJECTORIES: Final = {t: i for i, t in enumerate(Trajectory)}
_SPINS: Final = {s: i for i, s in enumerate(Spin)}
_TEMPOS: Final = {t: i for i, t in enumerate(Tempo)}
_STOCK: Final = _TRAJECTORIES[Trajectory.STOCK]
_CHECK: Final = _SPINS[Spin.CHECK]
_NORMAL: Final = _TEMPOS[Tempo.NORMAL]


@dataclass(frozen=True, slots=True)
class Point:
    """A shot type as the model sees it: lofts and arm angles [degrees], the club by its name; adjustments
    [inches]: the ball back of the recipe, the grip down."""

    club: str
    loft_deg: float
    arm_deg: float
    trajectory: Trajectory = Trajectory.STOCK
    spin: Spin = Spin.CHECK
    tempo: Tempo = Tempo.NORMAL
    back_in: float = 0.0
    down_in: float = 0.0

    @property
    def adjusted(self) -> bool:
        """Whether it is hit with the ball moved or the grip down."""
        return bool(self.back_in or self.down_in)

    @property
    def unadjusted(self) -> Point:
        """The same shot as the student's recipe has it."""
        return replace(self, back_in=0.0, down_in=0.0) if self.adjusted else self


@dataclass(frozen=True, slots=True)
class Points:
    """Shot types as arrays of shape (n,). Equal numbers in `club` and `same` mean the same; a shot
    with an adjustment is the same cell as the one without."""

    club: Index
    same: Index
    loft: Array
    arm: Array
    trajectory: Index
    spin: Index
    tempo: Index
    back: Array
    down: Array

    @staticmethod
    def of(points: list[Point]) -> Points:
        """The arrays of a list of shot types."""
        clubs: dict[str, int] = {}
        cells: dict[Point, int] = {}
        for point in points:
            clubs.setdefault(point.club, len(clubs))
            cells.setdefault(point.unadjusted, len(cells))
        return Points(
            np.array([clubs[p.club] for p in points], dtype=np.intp),
            np.array([cells[p.unadjusted] for p in points], dtype=np.intp),
            np.array([p.loft_deg for p in points], dtype=float),
            np.array([p.arm_deg for p in points], dtype=float),
            np.array([_TRAJECTORIES[p.trajectory] for p in points], dtype=np.intp),
            np.array([_SPINS[p.spin] for p in points], dtype=np.intp),
            np.array([_TEMPOS[p.tempo] for p in points], dtype=np.intp),
            np.array([p.back_in for p in points], dtype=float),
            np.array([p.down_in for p in points], dtype=float),
        )


def mean_log_carry(points: Points) -> Array:
    """Prior mean of log carry [log yd], shape (n,)."""
    by_trajectory = np.array([TRAJECTORY_LOG[t] for t in Trajectory])
    by_spin = np.array([SPIN_LOG[s] for s in Spin])
    by_tempo = np.array([TEMPO_LOG[t] for t in Tempo])
    mean: Array = (
        np.log(FULL_CARRY_YD)
        - LOFT_PER_DEG * (points.loft - REFERENCE_LOFT_DEG)
        + np.log(share_of(points.arm))
        + by_trajectory[points.trajectory]
        + by_spin[points.spin]
        + by_tempo[points.tempo]
        + BACK_LOG * points.back
        + DOWN_LOG * points.down
    )
    return mean


def covariance(points: Points) -> Array:
    """Prior covariance of log carry between shot types, shape (n, n), but for what belongs to one
    cell alone (`CELL_SDS`)."""
    tilt = (points.arm - ARM_CENTRE_DEG) / ARM_SCALE_DEG
    loft = (points.loft - LOFT_CENTRE_DEG) / LOFT_SCALE_DEG
    tilts, lofts = np.outer(tilt, tilt), np.outer(loft, loft)
    apart = (points.arm[:, None] - points.arm[None, :]) ** 2
    club = _equal(points.club)
    stop = GROWTH * STOP_SD_DEG / points.arm
    height = _equal(points.trajectory)
    total = np.asarray(
        POWER_SD**2
        + TILT_SD**2 * tilts
        + BEND_SD**2 * np.exp(-apart / (2 * BEND_DEG**2))
        + np.outer(stop, stop) * np.exp(-apart / (2 * STOP_NEAR_DEG**2))
        + lofts * (LOFT_SD**2 + LOFT_TILT_SD**2 * tilts)
        + club * (CLUB_SD**2 + CLUB_BEND_SD**2 * np.exp(-apart / (2 * CLUB_BEND_DEG**2)))
        + _variant(points.trajectory, _STOCK)
        * (HEIGHT_SD**2 + HEIGHT_TILT_SD**2 * tilts + HEIGHT_LOFT_SD**2 * lofts + HEIGHT_CLUB_SD**2 * club)
    )
    for index, usual in ((points.spin, _CHECK), (points.tempo, _NORMAL)):
        if (index != usual).any():
            total += _variant(index, usual) * (
                VARIANT_SD**2
                + VARIANT_TILT_SD**2 * tilts
                + VARIANT_CLUB_SD**2 * club
                + VARIANT_HEIGHT_SD**2 * height
            )
    for inches, sds in ((points.back, BACK_SD), (points.down, DOWN_SD)):
        if inches.any():
            own, by_club, by_arm, by_height, by_loft = (sd**2 for sd in sds)
            each = own + by_club * club + by_arm * tilts + by_height * height + by_loft * lofts
            total += np.outer(inches, inches) * each
    if points.back.any():
        total += BACK_BEND_SD**2 * np.outer(points.back**2, points.back**2)
    return total


def _equal(index: Index) -> NDArray[np.bool_]:
    same: NDArray[np.bool_] = np.equal.outer(index, index)
    return same


def _variant(index: Index, usual: int) -> NDArray[np.bool_]:
    """Where both are the same and not the usual one."""
    both: NDArray[np.bool_] = np.logical_and(_equal(index), (index != usual)[:, None])
    return both
