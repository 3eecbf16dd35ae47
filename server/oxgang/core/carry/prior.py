"""What is believed of a student's carries before a ball is hit, and how cells hang together.

Log carry is a Gaussian process over club, arm angle, trajectory, spin and tempo. Its mean is the
trade's rule of thumb; its covariance is a sum of parts that each mean something. Standard
deviations are of log carry, so that 0.05 is 5 %. All values are common practice or fitted to
simulated students (`make bench-model`), no published source.

References
----------
Rasmussen and Williams (2006), Gaussian Processes for Machine Learning, chapters 2 and 4.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray

from oxgang.core.words.shots import Spin, Tempo, Trajectory

Array = NDArray[np.float64]
Index = NDArray[np.intp]

# The mean: a full 56-degree wedge, what a degree of loft takes, and the share of a full swing.
FULL_CARRY_YD: Final = 80.0
REFERENCE_LOFT_DEG: Final = 56.0
LOFT_PER_DEG: Final = 0.029
SHARE_OF_FULL: Final = (
    (10.0, 0.05),
    (45.0, 0.27),
    (90.0, 0.55),
    (135.0, 0.84),
    (165.0, 1.0),
    (200.0, 1.1),
)
TRAJECTORY_LOG: Final = {Trajectory.LOW: 0.09, Trajectory.STOCK: 0.0, Trajectory.HIGH: -0.14}
SPIN_LOG: Final = {Spin.RELEASE: 0.02, Spin.CHECK: 0.0, Spin.GRAB: -0.03}
TEMPO_LOG: Final = {Tempo.SLOWER: -0.08, Tempo.NORMAL: 0.0, Tempo.FASTER: 0.06}

# The student's power: juniors carry a full wedge 50 yards, tour players 110.
POWER_SD: Final = 0.25
# How log carry grows with the arm angle: its tilt (per 60 degrees) and its bends.
TILT_SD: Final = 0.1
BEND_SD: Final = 0.06
BEND_DEG: Final = 60.0
# A student's 9:00 is not quite 90 degrees: how far the arm really stops from where the scale says,
# the same with every club. Near positions share it. Log carry grows by about this over the arm
# angle for each degree.
STOP_SD_DEG: Final = 5.0
STOP_NEAR_DEG: Final = 10.0
GROWTH: Final = 1.1
# What ten degrees of loft are worth, beyond the mean, and how that changes with the swing.
LOFT_SD: Final = 0.075
LOFT_TILT_SD: Final = 0.02
# A club of its own: shaft, grind, how it sits. Constant, and bending with the arm angle.
CLUB_SD: Final = 0.04
CLUB_BEND_SD: Final = 0.015
CLUB_BEND_DEG: Final = 60.0
# A low or high of its own: constant, by arm angle, by loft and by club.
HEIGHT_SD: Final = 0.09
HEIGHT_TILT_SD: Final = 0.035
HEIGHT_LOFT_SD: Final = 0.07
HEIGHT_CLUB_SD: Final = 0.015
# Another spin or tempo of its own, constant and by arm angle.
VARIANT_SD: Final = 0.05
VARIANT_TILT_SD: Final = 0.03
# What belongs to one cell alone.
CELL_SD: Final = 0.015

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
    """A shot type as the model sees it: lofts and arm angles [degrees], the club by its name."""

    club: str
    loft_deg: float
    arm_deg: float
    trajectory: Trajectory = Trajectory.STOCK
    spin: Spin = Spin.CHECK
    tempo: Tempo = Tempo.NORMAL


@dataclass(frozen=True, slots=True)
class Points:
    """Shot types as arrays of shape (n,). Equal numbers in `club` and `same` mean the same."""

    club: Index
    same: Index
    loft: Array
    arm: Array
    trajectory: Index
    spin: Index
    tempo: Index

    @staticmethod
    def of(points: list[Point]) -> Points:
        """The arrays of a list of shot types."""
        clubs: dict[str, int] = {}
        cells: dict[Point, int] = {}
        for point in points:
            clubs.setdefault(point.club, len(clubs))
            cells.setdefault(point, len(cells))
        return Points(
            np.array([clubs[p.club] for p in points], dtype=np.intp),
            np.array([cells[p] for p in points], dtype=np.intp),
            np.array([p.loft_deg for p in points], dtype=float),
            np.array([p.arm_deg for p in points], dtype=float),
            np.array([_TRAJECTORIES[p.trajectory] for p in points], dtype=np.intp),
            np.array([_SPINS[p.spin] for p in points], dtype=np.intp),
            np.array([_TEMPOS[p.tempo] for p in points], dtype=np.intp),
        )


def share_of_full(arm_deg: ArrayLike) -> Array:
    """Share of the full swing's carry that a swing has by rule of thumb, shape as `arm_deg`."""
    arms, shares = zip(*SHARE_OF_FULL, strict=True)
    return np.asarray(np.interp(np.asarray(arm_deg, dtype=float), arms, shares))


def mean_log_carry(points: Points) -> Array:
    """Prior mean of log carry [log yd], shape (n,)."""
    by_trajectory = np.array([TRAJECTORY_LOG[t] for t in Trajectory])
    by_spin = np.array([SPIN_LOG[s] for s in Spin])
    by_tempo = np.array([TEMPO_LOG[t] for t in Tempo])
    mean: Array = (
        np.log(FULL_CARRY_YD)
        - LOFT_PER_DEG * (points.loft - REFERENCE_LOFT_DEG)
        + np.log(share_of_full(points.arm))
        + by_trajectory[points.trajectory]
        + by_spin[points.spin]
        + by_tempo[points.tempo]
    )
    return mean


def covariance(points: Points) -> Array:
    """Prior covariance of log carry between shot types, shape (n, n)."""
    tilt = (points.arm - ARM_CENTRE_DEG) / ARM_SCALE_DEG
    loft = (points.loft - LOFT_CENTRE_DEG) / LOFT_SCALE_DEG
    tilts, lofts = np.outer(tilt, tilt), np.outer(loft, loft)
    apart = (points.arm[:, None] - points.arm[None, :]) ** 2
    club = _equal(points.club)
    stop = GROWTH * STOP_SD_DEG / points.arm
    return np.asarray(
        POWER_SD**2
        + TILT_SD**2 * tilts
        + BEND_SD**2 * np.exp(-apart / (2 * BEND_DEG**2))
        + np.outer(stop, stop) * np.exp(-apart / (2 * STOP_NEAR_DEG**2))
        + lofts * (LOFT_SD**2 + LOFT_TILT_SD**2 * tilts)
        + club * (CLUB_SD**2 + CLUB_BEND_SD**2 * np.exp(-apart / (2 * CLUB_BEND_DEG**2)))
        + _variant(points.trajectory, _STOCK)
        * (
            HEIGHT_SD**2
            + HEIGHT_TILT_SD**2 * tilts
            + HEIGHT_LOFT_SD**2 * lofts
            + HEIGHT_CLUB_SD**2 * club
        )
        + (_variant(points.spin, _CHECK) + _variant(points.tempo, _NORMAL))
        * (VARIANT_SD**2 + VARIANT_TILT_SD**2 * tilts)
        + CELL_SD**2 * _equal(points.same)
    )


def _equal(index: Index) -> NDArray[np.bool_]:
    same: NDArray[np.bool_] = np.equal.outer(index, index)
    return same


def _variant(index: Index, usual: int) -> NDArray[np.bool_]:
    """Where both are the same and not the usual one."""
    both: NDArray[np.bool_] = np.logical_and(_equal(index), (index != usual)[:, None])
    return both
