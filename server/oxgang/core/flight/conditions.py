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
    Flights,
    Wind,
    fly,
    speed_for_carry,
)
from oxgang.core.units import M_PER_YD

Array = NDArray[np.float64]

STANDARD_TEMPERATURE_C: Final = 20.0
STANDARD_HUMIDITY: Final = 0.5
# The ball speed is put right so often: what is left is below a hundredth of a yard.
LEVEL_STEPS: Final = 4
STILL_MPS: Final = 1e-4
ROUGHLY_YD: Final = 0.5


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


def carry_on_level(
    carry_yd: ArrayLike,
    height_m: ArrayLike,
    launch_deg: ArrayLike,
    spin_per_mps: ArrayLike,
    *,
    density: ArrayLike,
    headwind_mps: ArrayLike = 0.0,
) -> Array:
    """The carry [yd] that a ball would have had on level ground, shape (n,), where it came down on
    ground so much higher [m] than it was hit from.

    The first guess goes on along the landing angle; then the ball speed is put right by what the
    flight to that height misses (docs/physics.md).

    Raises
    ------
    InputError
        When no ball speed gives the carry, or a flight does not rise to the height.
    """
    carry, height = np.broadcast_arrays(
        np.atleast_1d(np.asarray(carry_yd, float)), np.asarray(height_m, float)
    )

    def flown(speed: Array, above_m: ArrayLike) -> Flights:
        spin = np.minimum(np.asarray(spin_per_mps) * speed, SPIN_RANGE_RPM[1])
        return fly(
            speed, launch_deg, spin, density=density, headwind_mps=headwind_mps, landing_height_m=above_m
        )

    # Roughly: what is missed here is made up for below.
    speed = speed_for_carry(
        carry,
        launch_deg,
        spin_per_mps,
        density=density,
        headwind_mps=headwind_mps,
        precision_yd=ROUGHLY_YD,
    )
    farther = height / M_PER_YD / np.tan(np.radians(flown(speed, 0.0).landing_deg))
    speed = speed * (1 + farther / (2 * carry))
    # A carry grows about as the square of the speed; then as it was seen to grow.
    there = flown(speed, height).carry_yd
    rise = 2 * there / speed
    for _ in range(LEVEL_STEPS):
        faster = speed + (carry - there) / rise
        farther = flown(faster, height).carry_yd
        moved = np.abs(faster - speed) > STILL_MPS
        rise = np.where(moved, (farther - there) / np.where(moved, faster - speed, 1.0), rise)
        speed, there = faster, farther
    return flown(speed, 0.0).carry_yd
