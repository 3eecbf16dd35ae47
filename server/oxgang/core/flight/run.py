"""Bounce and run after the carry, and carry from total.

References
----------
Penner, A. R. (2002), "The run of a golf ball", Canadian Journal of Physics 80, 931; Haake (1991) on
pitch marks. The constants of the bounce are Penner's, from memory; how the turf gives with speed and
angle is fitted to the trade's splits of carry and run. That, how they change with the firmness
of the turf, and the uncertainty of a run are common practice, no published source.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.special import ndtri

from oxgang.core.errors import InputError
from oxgang.core.flight.ball import GRAVITY_MPS2, RADIUS_M, RADPS_PER_RPM
from oxgang.core.flight.trajectory import (
    LAUNCH_RANGE_DEG,
    SPEED_RANGE_MPS,
    SPIN_RANGE_RPM,
    Flights,
    fly,
)
from oxgang.core.units import M_PER_YD
from oxgang.core.words.complete import complete
from oxgang.core.words.green import Firmness

Array = NDArray[np.float64]

TILT_DEG: Final = 15.4
TILT_SPEED_MPS: Final = 18.6
TILT_ANGLE_DEG: Final = 44.4
# Penner's turf gives in proportion to the speed and to the angle, which makes half of a short pitch
# run. It gives by these powers of them here, so that carry and run are split as the trade says.
TILT_SPEED_POWER: Final = 0.5
TILT_ANGLE_POWER: Final = 0.7
FRICTION: Final = 0.40
HARD_IMPACT_MPS: Final = 20.0
HARD_RESTITUTION: Final = 0.120
# Rolling resistance of mown turf, as a share of the weight (Penner 2002, The physics of
# putting, Canadian Journal of Physics 80, 83-96; the value is from memory).
ROLLING: Final = 0.131
# The ball rolls once it bounces lower than this [m/s upwards].
ROLLS_BELOW_MPS: Final = 0.35
MOST_BOUNCES: Final = 40
MAX_SLOPE_DEG: Final = 15.0
# A run is known to about a third of itself and a yard. Common practice, no published source.
RUN_SHARE_SD: Final = 0.35
RUN_SD_YD: Final = 1.0
# How one shot differs from the next: ball speed and spin as shares, launch [degrees]. Judgement.
SPEED_SD: Final = 0.03
LAUNCH_SD_DEG: Final = 1.5
SPIN_SHARE_SD: Final = 0.10
# A run is averaged over so many shots, spread evenly over what they differ by: the additive
# sequence of the root of x^4 = x + 1 (Roberts 2018, from memory).
SAMPLES: Final = 64
# The middle shot and those a deviation off in each of the three: a flight for each.
AROUND: Final = 7
_STEPS: Final = 1.2207440846057596 ** -np.arange(1.0, 4.0)
_DRAWN: Final = ndtri((0.5 + np.outer(np.arange(SAMPLES), _STEPS)) % 1)
LANDING_MPS: Final = (1.0, 60.0)
LANDING_DEG: Final = (5.0, 90.0)
# Where the ball speed of a total is looked for, in shares of the speed in a vacuum, and at speeds
# how far apart [log].
BRACKET: Final = (0.4, 1.8)
NODE_APART: Final = 0.05
FEWEST_NODES, MOST_NODES = 8, 60


# How far the turf gives and how lively it is, relative to Penner's. Judgement: a pitch of 60 yards runs
# about a third further on firm turf and as much less on soft.
_TILT: Final = complete(Firmness, {Firmness.SOFT: 1.14, Firmness.MEDIUM: 1.0, Firmness.FIRM: 0.88})
_LIVELY: Final = complete(Firmness, {Firmness.SOFT: 0.86, Firmness.MEDIUM: 1.0, Firmness.FIRM: 1.09})


@dataclass(frozen=True, slots=True)
class Run:
    """Run [yd] and its standard deviation [yd], arrays of shape (n,). Negative draws back.

    `single_yd` is what of the deviation differs from one ball to the next; the rest is what is not known of
    the turf, and is the same for all balls.
    """

    run_yd: Array
    sd_yd: Array
    single_yd: Array


def run_band(run_yd: float) -> tuple[float, float]:
    """Between what a run [yd] is, as far as the ground is known: `RUN_SHARE_SD` less and more."""
    off = RUN_SHARE_SD * abs(run_yd)
    return run_yd - off, run_yd + off


def run_after(
    landing_speed_mps: ArrayLike,
    landing_deg: ArrayLike,
    spin_rpm: ArrayLike,
    *,
    firmness: Firmness = Firmness.MEDIUM,
    slope_deg: float = 0.0,
) -> Run:
    """How far balls run after they land.

    Parameters
    ----------
    landing_speed_mps, landing_deg, spin_rpm
        Speed [m/s], angle below the horizontal [degrees] and backspin [rpm] at the landing; scalars
        or shape (n,).
    slope_deg
        Slope of the ground along the shot [degrees], positive uphill.

    Raises
    ------
    InputError
        For a landing outside 1 to 60 m/s or 5 to 90 degrees, or a slope beyond 15 degrees.
    """
    speed, angle, spin = np.broadcast_arrays(
        *(np.atleast_1d(np.asarray(a, float)) for a in (landing_speed_mps, landing_deg, spin_rpm))
    )
    if ((speed < LANDING_MPS[0]) | (speed > LANDING_MPS[1])).any():
        raise InputError("A landing speed is outside 1 to 60 m/s.", field="landing_speed_mps")
    if ((angle < LANDING_DEG[0]) | (angle > LANDING_DEG[1])).any():
        raise InputError("A landing angle is outside 5 to 90 degrees.", field="landing_deg")
    if abs(slope_deg) > MAX_SLOPE_DEG:
        raise InputError(f"A slope beyond {MAX_SLOPE_DEG:g} degrees is no green.", field="slope_deg")
    slope = np.radians(slope_deg)
    down = np.radians(angle) + slope
    along, into = speed * np.cos(down), speed * np.sin(down)
    turn = spin * RADPS_PER_RPM
    gravity_in, gravity_along = GRAVITY_MPS2 * np.cos(slope), GRAVITY_MPS2 * np.sin(slope)
    distance = np.zeros(speed.shape)
    for _ in range(MOST_BOUNCES):
        flying = np.flatnonzero(into > ROLLS_BELOW_MPS)
        if not len(flying):
            break
        x, up, turn[flying] = _bounce(along[flying], into[flying], turn[flying], firmness)
        time = 2 * up / gravity_in
        distance[flying] += x * time - gravity_along * time**2 / 2
        along[flying], into[flying] = x - gravity_along * time, up
    resistance = 5 / 7 * (ROLLING * gravity_in + np.sign(along) * gravity_along)
    distance += np.sign(along) * along**2 / (2 * np.maximum(resistance, 0.1))
    run = distance * np.cos(slope) / M_PER_YD
    return Run(run, RUN_SD_YD + RUN_SHARE_SD * np.abs(run), np.zeros(run.shape))


def _bounce(along: Array, into: Array, turn: Array, firmness: Firmness) -> tuple[Array, Array, Array]:
    """One bounce: speeds along and away from the ground, and backspin [rad/s]."""
    speed = np.hypot(along, into)
    from_vertical = np.degrees(np.arctan2(np.abs(along), into))
    tilt = np.radians(
        TILT_DEG
        * _TILT[firmness]
        * (speed / TILT_SPEED_MPS) ** TILT_SPEED_POWER
        * (from_vertical / TILT_ANGLE_DEG) ** TILT_ANGLE_POWER
    ) * np.sign(along)
    c, s = np.cos(tilt), np.sin(tilt)
    x = along * c - into * s
    y = along * s + into * c
    hard = y > HARD_IMPACT_MPS
    restitution = np.where(hard, HARD_RESTITUTION, 0.510 - 0.0375 * y + 0.000903 * y * y)
    restitution = np.clip(restitution * _LIVELY[firmness], 0.0, 0.9)
    slip = x + RADIUS_M * turn
    needed = 2 * np.abs(slip) / (7 * (1 + restitution) * np.maximum(y, 1e-9))
    slides = needed > FRICTION
    push = FRICTION * (1 + restitution) * y * np.sign(slip)
    x_after = np.where(slides, x - push, 5 / 7 * x - 2 / 7 * RADIUS_M * turn)
    turn_after = np.where(slides, turn - 5 / (2 * RADIUS_M) * push, -x_after / RADIUS_M)
    up = restitution * y
    return (
        x_after * c - up * s,
        np.maximum(x_after * s + up * c, 0.0),
        turn_after,
    )


def run_of_shots(
    ball_speed_mps: ArrayLike,
    launch_deg: ArrayLike,
    spin_per_mps: ArrayLike,
    *,
    density: ArrayLike,
    headwind_mps: ArrayLike = 0.0,
    firmness: Firmness = Firmness.MEDIUM,
    slope_deg: float = 0.0,
    landing_height_m: float = 0.0,
    speed_sd: ArrayLike = SPEED_SD,
) -> Run:
    """The run of shots as a player hits them: each a little faster, higher, with a little less spin
    than the last, averaged.

    A single run jumps where the ball bounces once more or checks at once; no player's average does.
    The landing is taken to second order around the middle shot, the run over `SAMPLES` of it. The
    deviation is that of one shot's run and of what is not known of the turf.

    Parameters
    ----------
    ball_speed_mps, launch_deg, spin_per_mps
        The middle shot: speed [m/s], launch [degrees], spin for each m/s [rpm]; shape (n,).
    density, headwind_mps
        Air [kg/m3] and wind against the shot [m/s].
    landing_height_m
        How much higher than the ball the landing place is [m].
    speed_sd
        Scatter of the ball speed as a share: half of the carry's.

    Raises
    ------
    InputError
        Outside the ranges of `core.flight`.
    """
    speed, launch, ratio, rho, head, wide = np.broadcast_arrays(
        *(
            np.atleast_1d(np.asarray(a, float))
            for a in (ball_speed_mps, launch_deg, spin_per_mps, density, headwind_mps, speed_sd)
        )
    )
    flown = fly(
        *around(speed, launch, ratio, wide),
        density=np.tile(rho, AROUND),
        headwind_mps=np.tile(head, AROUND),
        landing_height_m=landing_height_m,
    )
    return run_of_landings(flown, len(speed), firmness=firmness, slope_deg=slope_deg)


def around(
    speed_mps: Array, launch_deg: Array, spin_per_mps: Array, speed_sd: Array
) -> tuple[Array, Array, Array]:
    """The middle shot, then each of what shots differ by a deviation up, then down: speeds [m/s],
    launches [degrees] and spins [rpm], shape (AROUND * n,)."""
    aside = np.concatenate([np.zeros((1, 3)), np.eye(3), -np.eye(3)])
    v = np.clip(speed_mps * (1 + speed_sd * aside[:, [0]]), *SPEED_RANGE_MPS)
    up = np.clip(launch_deg + LAUNCH_SD_DEG * aside[:, [1]], *LAUNCH_RANGE_DEG)
    spin = np.clip(spin_per_mps * speed_mps * (1 + SPIN_SHARE_SD * aside[:, [2]]), *SPIN_RANGE_RPM)
    return v.ravel(), up.ravel(), spin.ravel()


def run_of_landings(
    flown: Flights, n: int, *, firmness: Firmness = Firmness.MEDIUM, slope_deg: float = 0.0
) -> Run:
    """The run of n shots of which those `around` each have flown (`run_of_shots`)."""

    def landing(values: Array) -> Array:
        at = values[: AROUND * n].reshape(AROUND, n)
        slope = (at[1:4] - at[4:7]) / 2
        bend = (at[1:4] + at[4:7]) / 2 - at[0]
        return np.asarray(at[0] + _DRAWN @ slope + _DRAWN**2 @ bend)

    run = run_after(
        np.clip(landing(flown.landing_speed_mps), *LANDING_MPS).ravel(),
        np.clip(landing(flown.landing_deg), *LANDING_DEG).ravel(),
        np.maximum(landing(flown.landing_spin_rpm), 0.0).ravel(),
        firmness=firmness,
        slope_deg=slope_deg,
    ).run_yd.reshape(SAMPLES, n)
    middle = run.mean(0)
    single = run.std(0)
    return Run(middle, np.hypot(single, RUN_SD_YD + RUN_SHARE_SD * np.abs(middle)), single)


@dataclass(frozen=True, slots=True)
class _Ends:
    """What balls of some ball speeds do from one start: carries and totals [yd], rising, and runs."""

    carry_yd: Array
    total_yd: Array
    run: Run

    def at(self, where: Array, of: Array) -> Run:
        """The runs between these, read off at values of carries or totals (`of`)."""
        run, sd, single = (
            np.interp(where, of, part) for part in (self.run.run_yd, self.run.sd_yd, self.run.single_yd)
        )
        return Run(run, sd, single)


def _ends(
    far_yd: Array, launch_deg: float, spin_per_mps: float, density: float, headwind_mps: float
) -> _Ends:
    """Balls from shorter than the shortest of these distances to beyond the longest."""
    vacuum = np.sqrt(GRAVITY_MPS2 * far_yd * M_PER_YD / np.sin(2 * np.radians(launch_deg)))
    lo, hi = BRACKET[0] * vacuum.min(), BRACKET[1] * vacuum.max()
    lo, hi = np.clip((lo, hi), *SPEED_RANGE_MPS)
    nodes = int(np.clip(np.ceil(np.log(hi / lo) / NODE_APART), FEWEST_NODES, MOST_NODES))
    speeds = np.geomspace(lo, hi, nodes)
    spin = np.minimum(spin_per_mps * speeds, SPIN_RANGE_RPM[1])
    flown = fly(speeds, launch_deg, spin, density=density, headwind_mps=headwind_mps)
    run = run_of_shots(speeds, launch_deg, spin / speeds, density=density, headwind_mps=headwind_mps)
    totals = np.maximum.accumulate(flown.carry_yd + run.run_yd)
    rising = np.concatenate([[True], np.diff(totals) > 0])
    parts = (part[rising] for part in (run.run_yd, run.sd_yd, run.single_yd))
    return _Ends(flown.carry_yd[rising], totals[rising], Run(*parts))


def run_of_carries(
    carry_yd: ArrayLike,
    launch_deg: float,
    spin_per_mps: float,
    *,
    density: float,
    headwind_mps: float = 0.0,
) -> Run:
    """How far balls of these carries [yd] run, shape (n,); parameters as `carry_from_total`."""
    carry = np.atleast_1d(np.asarray(carry_yd, float))
    ends = _ends(carry, launch_deg, spin_per_mps, density, headwind_mps)
    return ends.at(carry, ends.carry_yd)


def carry_from_total(
    total_yd: ArrayLike,
    launch_deg: float,
    spin_per_mps: float,
    *,
    density: float,
    headwind_mps: float = 0.0,
) -> tuple[Array, Run]:
    """Carry [yd] of balls that finish at a total, shape (n,), and the run that is taken off.

    Totals and carries rise together, so that they are computed at some ball speeds and read off
    between them.

    Parameters
    ----------
    total_yd
        Carry and run together [yd].
    launch_deg, spin_per_mps
        Launch angle [degrees] and spin for each m/s of ball speed [rpm], measured or typical.

    Raises
    ------
    InputError
        When no carry makes this total.
    """
    total = np.atleast_1d(np.asarray(total_yd, float))
    ends = _ends(total, launch_deg, spin_per_mps, density, headwind_mps)
    if (total < ends.total_yd[0]).any() or (total > ends.total_yd[-1]).any():
        raise InputError("No carry makes this total at this launch and spin.", field="total_yd")
    # A second to load: only who has totals waits for it.
    from scipy.interpolate import PchipInterpolator

    carry = PchipInterpolator(ends.total_yd, ends.carry_yd)(total)
    return np.asarray(carry), ends.at(total, ends.total_yd)
