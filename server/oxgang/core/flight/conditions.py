"""One standard for all carries: from where they were hit to standard conditions, and to today.

A carry is turned into the ball speed that gives it in the air and wind of the day, and flown again
in standard conditions. What ball and lie do stands in `chain`.
"""

from __future__ import annotations

from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray

from oxgang.core.flight.air import Air
from oxgang.core.flight.trajectory import (
    CARRY_PRECISION_YD,
    SPIN_RANGE_RPM,
    Wind,
    fly,
    speed_for_carry,
)

Array = NDArray[np.float64]

STANDARD_TEMPERATURE_C: Final = 20.0
STANDARD_HUMIDITY: Final = 0.5


def standard_air(altitude_m: float) -> Air:
    """The air in which carries are compared: 20 degrees C, 50 % humidity, the academy's altitude."""
    return Air(STANDARD_TEMPERATURE_C, altitude_m, STANDARD_HUMIDITY)


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
    return fly(speed, launch_deg, spin, density=there_density, headwind_mps=there_headwind_mps).carry_yd


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
