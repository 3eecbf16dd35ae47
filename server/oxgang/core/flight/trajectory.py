"""Three-dimensional flight of a spinning golf ball, many shots at once.

Drag and lift follow Bearman and Harvey (1976) and Smits and Smith (1994) in form: coefficients that
depend on the spin ratio S = omega r / v. The constants are fitted here to widely published
tour-average wedge and short-iron launches, whose carries they meet within 2 % and whose landing
angles within 2 degrees. Those launches are fast: carried down to pitch speeds, the same lift makes
a tail wind shorten a pitch. Slow through the air, the ball is therefore given less lift and more
drag, fading in about `SLOW_MPS`. No published source: chosen so that a wind against never lengthens
and one behind never shortens a pitch; wind-tunnel values at high spin ratio (Davies 1949, from
memory) agree in direction. Spin decays exponentially. The equations are integrated by the classical
Runge-Kutta method of fourth order with a fixed step and a cubic at landing.

Axes: x to the target, y to the left, z up, from the ball. `offline` is positive to the right.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray

from oxgang.core.errors import InputError
from oxgang.core.flight.air import Air
from oxgang.core.flight.ball import AREA_M2, GRAVITY_MPS2, MASS_KG, RADIUS_M, RADPS_PER_RPM
from oxgang.core.units import M_PER_YD

Array = NDArray[np.float64]

DRAG_BASE: Final = 0.238
DRAG_SPIN: Final = 0.149
LIFT_SCALE: Final = 0.500
LIFT_POWER: Final = 0.435
# Slow through the air: drag more, share of the lift that is left, around which speed and over what.
SLOW_DRAG: Final = 0.058
SLOW_LIFT: Final = 0.45
SLOW_MPS: Final = 30.0
SLOW_FADE_MPS: Final = 3.0
# A ball loses about 4 % of its spin a second. Common practice, no published source.
SPIN_DECAY_S: Final = 24.5
# Carries are within 0.0001 yd of those of a step of a hundredth of this.
STEP_S: Final = 0.15
# A path is drawn with shorter ones.
DRAWN_STEP_S: Final = 0.06
LONGEST_S: Final = 20.0
# The inverse: how near it comes, and where it looks first, in shares of the speed in a vacuum.
CARRY_PRECISION_YD: Final = 1e-6
MOST_STEPS: Final = 60
BRACKET: Final = (0.8, 1.8)
# Below this speed through the air [m/s] the direction of lift is not defined.
_STILL: Final = 1e-9

SPEED_RANGE_MPS: Final = (2.0, 90.0)
LAUNCH_RANGE_DEG: Final = (0.5, 85.0)
SPIN_RANGE_RPM: Final = (0.0, 15_000.0)
WIND_RANGE_MPS: Final = (-30.0, 30.0)
HEIGHT_RANGE_M: Final = (-60.0, 60.0)


@dataclass(frozen=True, slots=True)
class Wind:
    """Wind, the same at all heights [m/s]: against the shot, and to the right of it."""

    headwind_mps: float = 0.0
    to_right_mps: float = 0.0


CALM: Final = Wind()


@dataclass(frozen=True, slots=True)
class Flights:
    """Where and how the balls come down, arrays of shape (n,), and their paths if asked for.

    `path` has shape (n, steps, 3): positions [m] x, y, z; rows after the landing repeat it.
    """

    carry_yd: Array
    offline_yd: Array
    apex_yd: Array
    landing_deg: Array
    landing_speed_mps: Array
    landing_spin_rpm: Array
    flight_s: Array
    path: Array | None = None


def fly(
    ball_speed_mps: ArrayLike,
    launch_deg: ArrayLike,
    spin_rpm: ArrayLike,
    *,
    spin_axis_deg: ArrayLike = 0.0,
    aim_deg: ArrayLike = 0.0,
    air: Air | None = None,
    density: ArrayLike | None = None,
    wind: Wind = CALM,
    headwind_mps: ArrayLike | None = None,
    to_right_mps: ArrayLike | None = None,
    landing_height_m: ArrayLike = 0.0,
    with_path: bool = False,
    step_s: float | None = None,
) -> Flights:
    """Fly balls until they come down to the landing height.

    Parameters
    ----------
    ball_speed_mps, launch_deg, spin_rpm
        Launch speed [m/s], angle above the horizontal [degrees] and backspin [rpm]; scalars or
        shape (n,), broadcast against each other.
    spin_axis_deg
        Tilt of the spin axis [degrees]; positive curves to the right.
    aim_deg
        Direction of launch to the right of the target [degrees].
    air, density
        The air, or its density [kg/m3] for each shot.
    wind, headwind_mps, to_right_mps
        The wind; `headwind_mps` and `to_right_mps` override its parts, one for each.
    landing_height_m
        Height of the landing place above the ball [m].

    Raises
    ------
    InputError
        When a value is outside its range (see the module's constants), or a ball never reaches
        the landing height.
    """
    names = ("ball_speed_mps", "launch_deg", "spin_rpm", "spin_axis_deg", "aim_deg")
    inputs = [ball_speed_mps, launch_deg, spin_rpm, spin_axis_deg, aim_deg]
    inputs += [0.0 if density is None else density]
    inputs += [wind.headwind_mps if headwind_mps is None else headwind_mps, landing_height_m]
    inputs += [wind.to_right_mps if to_right_mps is None else to_right_mps]
    arrays = [np.atleast_1d(np.asarray(v, dtype=float)) for v in inputs]
    speed, launch, spin, axis, aim, rho, head, height, aside = np.broadcast_arrays(*arrays)
    for name, value, bounds in (
        (names[0], speed, SPEED_RANGE_MPS),
        (names[1], launch, LAUNCH_RANGE_DEG),
        (names[2], spin, SPIN_RANGE_RPM),
        ("headwind_mps", head, WIND_RANGE_MPS),
        ("to_right_mps", aside, WIND_RANGE_MPS),
        ("landing_height_m", height, HEIGHT_RANGE_M),
    ):
        _within(name, value, bounds)
    if density is None:
        rho = np.full(speed.shape, (air or Air()).density())

    up, across = np.radians(launch), np.radians(aim)
    flat = speed * np.cos(up)
    velocity = np.stack([flat * np.cos(across), -flat * np.sin(across), speed * np.sin(up)], 1)
    # The spin axis turns with the aim, so that the curve is about the ball's own line.
    tilt = np.radians(axis)
    spin_axis = np.stack(
        [
            -np.cos(tilt) * np.sin(across),
            -np.cos(tilt) * np.cos(across),
            -np.sin(tilt),
        ],
        1,
    )
    air_velocity = np.stack([-head, -aside, np.zeros(speed.shape)], 1)
    balls = _Balls(spin_axis, spin * RADPS_PER_RPM, 0.5 * rho * AREA_M2 / MASS_KG, air_velocity, height)
    if step_s is None:
        step_s = DRAWN_STEP_S if with_path else STEP_S
    return _integrate(balls, velocity, step_s, with_path)


@dataclass(slots=True)
class _Balls:
    """What stays the same along a flight, one row a ball."""

    spin_axis: Array
    spin_radps: Array
    drag_per_m: Array
    air_velocity: Array
    height_m: Array

    def of(self, rows: NDArray[np.intp]) -> _Balls:
        return _Balls(
            self.spin_axis[rows],
            self.spin_radps[rows],
            self.drag_per_m[rows],
            self.air_velocity[rows],
            self.height_m[rows],
        )

    def acceleration(self, velocity: Array, time_s: float) -> Array:
        through = velocity - self.air_velocity
        speed = np.sqrt(np.einsum("ij,ij->i", through, through)) + _STILL
        ratio = self.spin_radps * (np.exp(-time_s / SPIN_DECAY_S) * RADIUS_M) / speed
        slow = 1 / (1 + np.exp((speed - SLOW_MPS) / SLOW_FADE_MPS))
        drag = (DRAG_BASE + DRAG_SPIN * ratio + SLOW_DRAG * slow) * speed
        lift = LIFT_SCALE * ratio**LIFT_POWER * (1 - (1 - SLOW_LIFT) * slow) * speed
        a, v = self.spin_axis, through
        out = np.empty_like(v)
        out[:, 0] = a[:, 1] * v[:, 2] - a[:, 2] * v[:, 1]
        out[:, 1] = a[:, 2] * v[:, 0] - a[:, 0] * v[:, 2]
        out[:, 2] = a[:, 0] * v[:, 1] - a[:, 1] * v[:, 0]
        out *= (lift * self.drag_per_m)[:, None]
        out -= (drag * self.drag_per_m)[:, None] * v
        out[:, 2] -= GRAVITY_MPS2
        return out


def _integrate(balls: _Balls, velocity: Array, step_s: float, with_path: bool) -> Flights:
    n = len(velocity)
    position = np.zeros((n, 3))
    # Positions and velocities before and after the step in which each ball comes down, and which.
    last = np.zeros((4, n, 3))
    at_step = np.full(n, -1)
    apex = np.zeros(n)
    path = [position.copy()]
    rows = np.arange(n)
    now, p, v = balls, position, velocity
    for step in range(int(LONGEST_S / step_s)):
        t = step * step_s
        half = step_s / 2
        k1 = now.acceleration(v, t)
        k2 = now.acceleration(v + half * k1, t + half)
        k3 = now.acceleration(v + half * k2, t + half)
        k4 = now.acceleration(v + step_s * k3, t + step_s)
        p_next = p + step_s * v + step_s**2 / 6 * (k1 + k2 + k3)
        v_next = v + step_s / 6 * (k1 + 2 * k2 + 2 * k3 + k4)
        turned = (v[:, 2] > 0) & (v_next[:, 2] <= 0)
        if turned.any():
            top = v[turned, 2] / (v[turned, 2] - v_next[turned, 2]) * step_s
            climb = p[turned, 2] + v[turned, 2] * top / 2
            apex[rows[turned]] = climb
        down = (p_next[:, 2] <= now.height_m) & (v_next[:, 2] < 0)
        if down.any():
            where = rows[down]
            at_step[where] = step
            last[:, where] = p[down], p_next[down], v[down], v_next[down]
            stay = ~down
            rows, now = rows[stay], now.of(np.flatnonzero(stay))
            p_next, v_next = p_next[stay], v_next[stay]
        p, v = p_next, v_next
        if with_path:
            here = np.zeros((n, 3))
            here[rows] = p
            path.append(here)
        if not rows.size:
            break
    p0, p1, v0, v1 = last
    share = _crossing(p0[:, 2], p1[:, 2], v0[:, 2], v1[:, 2], balls.height_m, step_s)
    landed_at = _hermite(p0, p1, v0, v1, share, step_s)
    landed_with = v0 + share[:, None] * (v1 - v0)
    landed_s = np.where(at_step < 0, np.nan, (at_step + share) * step_s)
    _all_landed(landed_s, apex, balls.height_m)
    speed = np.linalg.norm(landed_with, axis=1)
    decay = np.exp(-landed_s / SPIN_DECAY_S)
    return Flights(
        carry_yd=landed_at[:, 0] / M_PER_YD,
        offline_yd=-landed_at[:, 1] / M_PER_YD,
        apex_yd=apex / M_PER_YD,
        landing_deg=np.degrees(np.arcsin(-landed_with[:, 2] / speed)),
        landing_speed_mps=speed,
        landing_spin_rpm=balls.spin_radps * decay / RADPS_PER_RPM,
        flight_s=landed_s,
        path=_until_landed(path, at_step, landed_at) if with_path else None,
    )


def _until_landed(path: list[Array], at_step: NDArray[np.intp], landed_at: Array) -> Array:
    """Paths, shape (n, steps, 3): from the step in which a ball comes down it lies there."""
    whole = np.stack(path, 1)
    lies = np.arange(whole.shape[1])[None, :] > at_step[:, None]
    return np.where(lies[:, :, None], landed_at[:, None, :], whole)


def _hermite(p0: Array, p1: Array, v0: Array, v1: Array, share: Array, step_s: float) -> Array:
    """Positions at a share of a step, on the cubic through both ends and their velocities."""
    s = share[:, None]
    return (
        (1 + 2 * s) * (1 - s) ** 2 * p0
        + s * (1 - s) ** 2 * step_s * v0
        + s**2 * (3 - 2 * s) * p1
        + s**2 * (s - 1) * step_s * v1
    )


def _crossing(z0: Array, z1: Array, w0: Array, w1: Array, height: Array, step_s: float) -> Array:
    """Share of the step at which the cubic in z comes down to the height, by Newton's method."""
    span = np.minimum(z1 - z0, -_STILL)
    share = np.clip((height - z0) / span, 0.0, 1.0)
    for _ in range(5):
        z = _hermite(z0[:, None], z1[:, None], w0[:, None], w1[:, None], share, step_s)[:, 0]
        slope = w0 + share * (w1 - w0)
        share = np.clip(share - (z - height) / (np.minimum(slope, -_STILL) * step_s), 0.0, 1.0)
    return share


def _all_landed(landed_s: Array, apex: Array, height_m: Array) -> None:
    stuck = np.isnan(landed_s) | (apex < height_m)
    if stuck.any():
        raise InputError(
            f"{int(stuck.sum())} of {landed_s.size} balls never come down to the landing height.",
            field="landing_height_m",
        )


def _within(name: str, values: Array, bounds: tuple[float, float]) -> None:
    lo, hi = bounds
    bad = ~((values >= lo) & (values <= hi))
    if bad.any():
        raise InputError(f"{name} of {values[bad][0]:g} is outside {lo:g} to {hi:g}.", field=name)


def speed_for_carry(
    carry_yd: ArrayLike,
    launch_deg: ArrayLike,
    spin_per_speed: ArrayLike,
    *,
    density: ArrayLike,
    headwind_mps: ArrayLike = 0.0,
    spin_rpm: ArrayLike | None = None,
    precision_yd: float = CARRY_PRECISION_YD,
) -> Array:
    """The ball speed [m/s] that gives a carry, shape (n,). The inverse of `fly`.

    Parameters
    ----------
    carry_yd
        Carries wanted [yd].
    spin_per_speed
        Spin where it grows with the ball speed [rpm for each m/s]; not used where `spin_rpm` is
        given.
    precision_yd
        How near to the carry the speed must come [yd].

    Raises
    ------
    InputError
        When no ball speed within range gives the carry.
    """
    carry, launch, ratio, rho, head = np.broadcast_arrays(
        *(
            np.atleast_1d(np.asarray(a, float))
            for a in (carry_yd, launch_deg, spin_per_speed, density, headwind_mps)
        )
    )
    fixed = None if spin_rpm is None else np.broadcast_to(np.asarray(spin_rpm, float), carry.shape)

    def miss(speed: Array) -> Array:
        spin = np.minimum(ratio * speed, SPIN_RANGE_RPM[1]) if fixed is None else fixed
        flown = fly(speed, launch, spin, density=rho, headwind_mps=head)
        missed: Array = flown.carry_yd - carry
        return missed

    vacuum = np.sqrt(GRAVITY_MPS2 * carry * M_PER_YD / np.sin(2 * np.radians(launch)))
    lo = np.clip(BRACKET[0] * vacuum, *SPEED_RANGE_MPS)
    hi = np.clip(BRACKET[1] * vacuum, *SPEED_RANGE_MPS)
    f_lo, f_hi = miss(lo), miss(hi)
    if ((f_lo > 0) | (f_hi < 0)).any():
        lo, hi = (np.full(carry.shape, end) for end in SPEED_RANGE_MPS)
        f_lo, f_hi = miss(lo), miss(hi)
    if ((f_lo > 0) | (f_hi < 0)).any():
        raise InputError("No ball speed gives this carry at this launch.", field="carry_yd")
    # Regula falsi with the Illinois rule, all shots at once.
    speed: Array = lo
    side = np.zeros(carry.shape)
    for _ in range(MOST_STEPS):
        speed = (lo * f_hi - hi * f_lo) / (f_hi - f_lo)
        f = miss(speed)
        if np.abs(f).max() < precision_yd:
            break
        high = f > 0
        f_lo = np.where(high & (side > 0), f_lo / 2, f_lo)
        f_hi = np.where(~high & (side < 0), f_hi / 2, f_hi)
        side = np.where(high, 1.0, -1.0)
        hi, f_hi = np.where(high, speed, hi), np.where(high, f, f_hi)
        lo, f_lo = np.where(high, lo, speed), np.where(high, f_lo, f)
    return speed
