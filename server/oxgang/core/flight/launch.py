"""Launch angle without electronics: gate and tape.

Plain geometry with gravity, which takes one to three degrees at these distances. The lift of a
spinning ball gives back up to half a degree of it, which is left out.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Final, Literal

from oxgang.core.errors import InputError
from oxgang.core.flight.ball import GRAVITY_MPS2
from oxgang.core.units import quantity
from oxgang.core.words.shots import Shot

Side = Literal["in", "below", "above"]
# Ends of a launch window [degrees].
Window = tuple[float, float]

# A net session draws the marks of these launch angles [degrees].
DRAWN_DEG: Final = tuple(range(10, 64, 2))
DISTANCE_RANGE_M: Final = (0.3, 15.0)
HEIGHT_RANGE_M: Final = (-0.5, 6.0)


@dataclass(frozen=True, slots=True)
class NetHit:
    """Where a ball hit a net [m]: height above the ground, distance, and the ball's own height."""

    height_m: float
    distance_m: float
    ball_height_m: float = 0.0


def with_net_launch(shot: Shot, mark: NetHit, ball_speed_mps: float | None) -> Shot:
    """The shot with the launch that its mark on the net means; the mark is kept in the notes.

    Raises
    ------
    InputError
        When the mark cannot be, or a ball of this speed does not reach it.
    """
    launch = launch_from_mark(
        mark.height_m,
        mark.distance_m,
        ball_speed_mps=ball_speed_mps,
        ball_height_m=mark.ball_height_m,
    )
    notes = {
        "net_height_m": f"{mark.height_m:.3f}",
        "net_distance_m": f"{mark.distance_m:.3f}",
        "net_ball_speed_mps": "straight line" if ball_speed_mps is None else f"{ball_speed_mps:.2f}",
    }
    return replace(shot, launch_deg=round(launch, 2), extra={**shot.extra, **notes})


def launch_from_mark(
    height_m: float, distance_m: float, *, ball_speed_mps: float | None, ball_height_m: float = 0.0
) -> float:
    """Launch angle [degrees] of a ball that passes a mark.

    Parameters
    ----------
    height_m, distance_m
        The mark above the ground, and along the ground from the ball [m].
    ball_speed_mps
        Ball speed [m/s]; None gives the straight line, which is one to three degrees too low.
    ball_height_m
        Height of the ball itself, on a tee or a mat [m].

    Raises
    ------
    InputError
        Outside 0.3 to 15 m away or -0.5 to 6 m high, or when a ball of this speed cannot get there.
    """
    _check(height_m, distance_m)
    rise, x = height_m - ball_height_m, distance_m
    if ball_speed_mps is None:
        return math.degrees(math.atan2(rise, x))
    if not 2 <= ball_speed_mps <= 90:
        raise InputError(
            f"A ball speed of {quantity(ball_speed_mps, 'speed')} is outside "
            f"{quantity(2, 'speed')} to {quantity(90, 'speed')}.",
            field="ball_speed_mps",
        )
    v2 = ball_speed_mps**2
    under = v2**2 - GRAVITY_MPS2 * (GRAVITY_MPS2 * x**2 + 2 * rise * v2)
    if under < 0:
        raise InputError(
            f"A ball at {quantity(ball_speed_mps, 'speed')} does not reach this mark.",
            field="ball_speed_mps",
        )
    return math.degrees(math.atan((v2 - math.sqrt(under)) / (GRAVITY_MPS2 * x)))


def mark_for_launch(
    launch_deg: float,
    distance_m: float,
    *,
    ball_speed_mps: float | None,
    ball_height_m: float = 0.0,
) -> float:
    """Height [m] above the ground at which to put tape or a gate for a launch angle [degrees].

    Raises
    ------
    InputError
        For an angle outside 0 to 80 degrees or a distance outside 0.3 to 15 m.
    """
    _check(0.0, distance_m)
    if not 0 < launch_deg < 80:
        raise InputError(f"A launch of {launch_deg:g} degrees is outside 0 to 80.", field="launch_deg")
    angle = math.radians(launch_deg)
    height = ball_height_m + distance_m * math.tan(angle)
    if ball_speed_mps is None:
        return height
    return height - GRAVITY_MPS2 * distance_m**2 / (2 * (ball_speed_mps * math.cos(angle)) ** 2)


def in_window(launch_deg: float, window: Window) -> Side:
    """ "in", "below" or "above" a launch window [degrees], both ends included."""
    lo, hi = window
    if launch_deg < lo:
        return "below"
    return "above" if launch_deg > hi else "in"


def _check(height_m: float, distance_m: float) -> None:
    lo, hi = DISTANCE_RANGE_M
    if not lo <= distance_m <= hi:
        raise InputError(f"A mark {distance_m:g} m away is outside {lo:g} to {hi:g}.", field="distance_m")
    lo, hi = HEIGHT_RANGE_M
    if not lo <= height_m <= hi:
        raise InputError(f"A height of {height_m:g} m is outside {lo:g} to {hi:g}.", field="height_m")
