"""One standard for all carries: from where they were hit to the academy's home, and to today.

A carry is turned into the ball speed that gives it in the air and wind of the day, and flown again
at home. Range balls and mats are factors with their own uncertainty: common practice, no published
source, until a student has balls both ways.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray

from oxgang.core.flight.air import Air
from oxgang.core.flight.launch import WINDOWS_DEG
from oxgang.core.flight.trajectory import (
    CARRY_PRECISION_YD,
    SPIN_RANGE_RPM,
    Wind,
    fly,
    speed_for_carry,
)
from oxgang.core.words.shots import BallType, Lie, Spin, Trajectory

Array = NDArray[np.float64]

HOME_TEMPERATURE_C: Final = 20.0
HOME_HUMIDITY: Final = 0.5

# Typical spin by grade [rpm for each m/s of ball speed]: a tour-average pitching wedge has 204.
# Common practice, no published source.
SPIN_PER_MPS: Final = {Spin.RELEASE: 120.0, Spin.CHECK: 205.0, Spin.GRAB: 270.0}
TYPICAL_SPIN_PER_MPS: Final = SPIN_PER_MPS[Spin.CHECK]
TYPICAL_LAUNCH_DEG: Final = {t: sum(WINDOWS_DEG[t]) / 2 for t in Trajectory}


@dataclass(frozen=True, slots=True)
class Factor:
    """A share of the carry and its standard deviation."""

    share: float
    sd: float


BALL_FACTOR: Final = {
    BallType.PREMIUM: Factor(1.0, 0.0),
    BallType.RANGE: Factor(0.96, 0.03),
}
LIE_FACTOR: Final = {
    Lie.FAIRWAY: Factor(1.0, 0.0),
    Lie.TEE: Factor(1.0, 0.01),
    Lie.MAT: Factor(1.01, 0.02),
    Lie.ROUGH_UP: Factor(0.98, 0.04),
    Lie.ROUGH_DOWN: Factor(0.90, 0.08),
}


def home_air(altitude_m: float) -> Air:
    """The air in which carries are compared: 20 degrees C, 50 % humidity, the home altitude."""
    return Air(HOME_TEMPERATURE_C, altitude_m, HOME_HUMIDITY)


def carry_elsewhere(
    carry_yd: ArrayLike,
    launch_deg: ArrayLike,
    spin_per_mps: ArrayLike,
    *,
    here_density: ArrayLike,
    there_density: ArrayLike,
    here_headwind_mps: ArrayLike = 0.0,
    there_headwind_mps: ArrayLike = 0.0,
    precision_yd: float = CARRY_PRECISION_YD,
) -> Array:
    """The carry [yd] that the same strike has in other air and wind, shape (n,).

    Parameters
    ----------
    carry_yd, launch_deg, spin_per_mps
        Carry here [yd], launch [degrees], spin for each m/s of ball speed [rpm].
    here_density, there_density, here_headwind_mps, there_headwind_mps
        Air [kg/m3] and wind against the shot [m/s], here and there.

    Raises
    ------
    InputError
        When no ball speed gives the carry here.
    """
    speed = speed_for_carry(
        carry_yd,
        launch_deg,
        spin_per_mps,
        density=here_density,
        headwind_mps=here_headwind_mps,
        precision_yd=precision_yd,
    )
    spin = np.minimum(np.asarray(spin_per_mps) * speed, SPIN_RANGE_RPM[1])
    return fly(
        speed, launch_deg, spin, density=there_density, headwind_mps=there_headwind_mps
    ).carry_yd


def carry_from_launch(
    ball_speed_mps: float,
    launch_deg: float,
    spin_rpm: float,
    *,
    air: Air,
    headwind_mps: float = 0.0,
) -> float:
    """The carry [yd] of one measured launch, where only speed [m/s], angle and spin are known.

    Raises
    ------
    InputError
        Outside the ranges of `core.flight`.
    """
    flown = fly(ball_speed_mps, launch_deg, spin_rpm, air=air, wind=Wind(headwind_mps))
    return round(float(flown.carry_yd[0]), 2)


def surface_factor(ball: BallType, lie: Lie) -> Factor:
    """What ball and lie do to a carry, together: share and standard deviation."""
    a, b = BALL_FACTOR[ball], LIE_FACTOR[lie]
    return Factor(a.share * b.share, float(np.hypot(a.sd, b.sd)))
