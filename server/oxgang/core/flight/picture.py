"""What a set-up does, from the club to the last roll: one call for the Flight view."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from oxgang.core.flight.air import Air
from oxgang.core.flight.chain import NOTHING_OWN, Own
from oxgang.core.flight.impact import Contact, Launch, strike
from oxgang.core.flight.launch import Side, Window, in_window
from oxgang.core.flight.recipes import Recipe, delivery_of
from oxgang.core.flight.run import run_of_shots
from oxgang.core.flight.trajectory import SPIN_RANGE_RPM, Wind, fly
from oxgang.core.words.green import Firmness
from oxgang.core.words.shots import Trajectory


@dataclass(frozen=True, slots=True)
class Bar:
    """A gate's bar, or tape on a net: height above the ground and distance from the ball [m]."""

    height_m: float
    distance_m: float


@dataclass(frozen=True, slots=True)
class Pictured:
    """One shot drawn: its launch, flight and run. Path points are (x, z) in metres."""

    trajectory: Trajectory
    launch: Launch
    window: Side
    carry_yd: float
    apex_yd: float
    landing_deg: float
    run_yd: float
    run_sd_yd: float
    path: list[tuple[float, float]]
    above_gate_m: float | None
    above_tape_m: float | None


def picture(
    recipes: Mapping[Trajectory, Recipe],
    *,
    loft_deg: float,
    club_speed_mps: float,
    windows: Mapping[Trajectory, Window],
    own: Mapping[Trajectory, Own] | None = None,
    contact: Contact | None = None,
    air: Air | None = None,
    wind: Wind | None = None,
    firmness: Firmness = Firmness.MEDIUM,
    gate: Bar | None = None,
    tape: Bar | None = None,
) -> list[Pictured]:
    """The shots that recipes give with one club at one club speed [m/s].

    `own` is what the student's measured balls add to a recipe's launch and spin.

    Raises
    ------
    InputError
        When a delivery or a launch is outside the ranges of `core.impact` and `core.flight`.
    """
    launches = {
        t: _as_measured(
            strike(delivery_of(r, loft_deg=loft_deg, club_speed_mps=club_speed_mps), contact),
            (own or {}).get(t, NOTHING_OWN),
        )
        for t, r in recipes.items()
    }
    flown = fly(
        [shot.ball_speed_mps for shot in launches.values()],
        [shot.launch_deg for shot in launches.values()],
        [shot.spin_rpm for shot in launches.values()],
        air=air,
        wind=wind or Wind(),
        with_path=True,
    )
    runs = run_of_shots(
        [shot.ball_speed_mps for shot in launches.values()],
        [shot.launch_deg for shot in launches.values()],
        [shot.spin_rpm / shot.ball_speed_mps for shot in launches.values()],
        density=(air or Air()).density(),
        headwind_mps=(wind or Wind()).headwind_mps,
        firmness=firmness,
    )
    assert flown.path is not None
    pictured = []
    for i, (trajectory, launch) in enumerate(launches.items()):
        path = flown.path[i]
        end = int(np.argmax(path[:, 0] >= path[-1, 0])) + 1
        pictured.append(
            Pictured(
                trajectory=trajectory,
                launch=launch,
                window=in_window(launch.launch_deg, windows[trajectory]),
                carry_yd=float(flown.carry_yd[i]),
                apex_yd=float(flown.apex_yd[i]),
                landing_deg=float(flown.landing_deg[i]),
                run_yd=float(runs.run_yd[i]),
                run_sd_yd=float(runs.sd_yd[i]),
                path=[(round(float(x), 3), round(float(z), 3)) for x, _, z in path[:end]],
                above_gate_m=_above(gate, path[:end]),
                above_tape_m=_above(tape, path[:end]),
            )
        )
    return pictured


def _as_measured(launch: Launch, own: Own) -> Launch:
    return replace(
        launch,
        launch_deg=launch.launch_deg + own.launch_deg,
        spin_rpm=min(launch.spin_rpm * own.spin_share, SPIN_RANGE_RPM[1]),
    )


def _above(bar: Bar | None, path: NDArray[np.float64]) -> float | None:
    """How far above a bar [m] a path passes; None without a bar or where the path ends before."""
    if bar is None or path[-1, 0] < bar.distance_m:
        return None
    return float(np.interp(bar.distance_m, path[:, 0], path[:, 2])) - bar.height_m
