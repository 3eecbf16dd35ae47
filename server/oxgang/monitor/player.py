"""A student's swing played from a seed: club, impact and flight make each ball.

The numbers of the swing are invented for trying things out; they are no measurement and not the
carry model.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, Final

import numpy as np

from oxgang.core.flight.air import Air
from oxgang.core.flight.impact import Contact, Delivery, strike
from oxgang.core.flight.trajectory import Wind, fly
from oxgang.core.units import MPS_PER_MPH

STRIKE_SD_MM: Final = 3.0
LEAN_SD_DEG: Final = 1.2
ATTACK_SD_DEG: Final = 1.0
AXIS_SD_DEG: Final = 4.0
AIM_SD_DEG: Final = 1.5
# What a mishit does: share of the speed, and height of the strike [mm].
MISHITS: Final = ((0.82, -8.0), (1.0, 9.0))


@dataclass(frozen=True, slots=True, kw_only=True)
class Swing:
    """What the monitor plays. Speed [m/s], angles [degrees], shares of 1."""

    club_speed_mps: float = 25.0
    loft_deg: float = 56.0
    lean_deg: float = 8.0
    attack_deg: float = -3.5
    speed_sd: float = 0.02
    mishits: float = 0.1
    temperature_c: float = 18.0
    altitude_m: float = 180.0
    headwind_mps: float = 0.0


def balls(swing: Swing, seed: int) -> Iterator[dict[str, Any]]:
    """Balls without end, as the monitor reports them (fields of docs/monitor.md)."""
    rng = np.random.default_rng(seed)
    air = Air(swing.temperature_c, swing.altitude_m)
    number = 0
    while True:
        number += 1
        share, high_mm = (1.0, 0.0)
        if rng.random() < swing.mishits:
            share, high_mm = MISHITS[rng.integers(len(MISHITS))]
        delivery = Delivery(
            club_speed_mps=swing.club_speed_mps * share * rng.normal(1, swing.speed_sd),
            loft_deg=swing.loft_deg,
            lean_deg=swing.lean_deg + rng.normal(0, LEAN_SD_DEG),
            attack_deg=swing.attack_deg + rng.normal(0, ATTACK_SD_DEG),
            strike_high_mm=float(np.clip(rng.normal(high_mm, STRIKE_SD_MM), -14, 18)),
        )
        launch = strike(delivery, Contact())
        flown = fly(
            launch.ball_speed_mps,
            launch.launch_deg,
            launch.spin_rpm,
            spin_axis_deg=rng.normal(0, AXIS_SD_DEG),
            aim_deg=rng.normal(0, AIM_SD_DEG),
            air=air,
            wind=Wind(swing.headwind_mps),
        )
        yield {
            "id": f"sim-{seed}-{number:05d}",
            "carry_yd": round(float(flown.carry_yd[0]), 1),
            "offline_yd": round(float(flown.offline_yd[0]), 1),
            "apex_yd": round(float(flown.apex_yd[0]), 1),
            "landing_deg": round(float(flown.landing_deg[0]), 1),
            "ball_speed_mph": round(launch.ball_speed_mps / MPS_PER_MPH, 1),
            "club_speed_mph": round(delivery.club_speed_mps / MPS_PER_MPH, 1),
            "launch_deg": round(launch.launch_deg, 1),
            "spin_rpm": round(launch.spin_rpm),
            "attack_deg": round(launch.attack_deg, 1),
            "dynamic_loft_deg": round(launch.dynamic_loft_deg, 1),
            "temperature_c": swing.temperature_c,
            "altitude_m": swing.altitude_m,
            "headwind_mps": swing.headwind_mps,
        }
