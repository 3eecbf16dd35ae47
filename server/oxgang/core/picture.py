"""What a set-up does, from the club to the last roll: one call for the Flight view."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from oxgang.core.air import Air
from oxgang.core.flight import Wind, fly
from oxgang.core.impact import Contact, Launch, strike
from oxgang.core.launch import WINDOWS_DEG, Side, in_window
from oxgang.core.recipes import Recipe, delivery_of
from oxgang.core.run import Firmness, run_of
from oxgang.core.shots import Trajectory


@dataclass(frozen=True, slots=True)
class Gate:
    """A bar at a height above the ground and a distance from the ball [m]."""

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
    gate_clearance_m: float | None


def picture(
    recipes: Mapping[Trajectory, Recipe],
    *,
    loft_deg: float,
    club_speed_mps: float,
    contact: Contact | None = None,
    air: Air | None = None,
    wind: Wind | None = None,
    firmness: Firmness = Firmness.MEDIUM,
    gate: Gate | None = None,
) -> list[Pictured]:
    """The shots that recipes give with one club at one club speed [m/s].

    Raises
    ------
    InputError
        When a delivery or a launch is outside the ranges of `core.impact` and `core.flight`.
    """
    launches = {
        t: strike(delivery_of(r, loft_deg=loft_deg, club_speed_mps=club_speed_mps), contact)
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
    runs = run_of(flown, firmness=firmness)
    assert flown.path is not None
    pictured = []
    for i, (trajectory, launch) in enumerate(launches.items()):
        path = flown.path[i]
        end = int(np.argmax(path[:, 0] >= path[-1, 0])) + 1
        clearance = None
        if gate is not None:
            at_gate = float(np.interp(gate.distance_m, path[:end, 0], path[:end, 2]))
            clearance = at_gate - gate.height_m
        pictured.append(
            Pictured(
                trajectory=trajectory,
                launch=launch,
                window=in_window(launch.launch_deg, WINDOWS_DEG[trajectory]),
                carry_yd=float(flown.carry_yd[i]),
                apex_yd=float(flown.apex_yd[i]),
                landing_deg=float(flown.landing_deg[i]),
                run_yd=float(runs.run_yd[i]),
                run_sd_yd=float(runs.sd_yd[i]),
                path=[(round(float(x), 3), round(float(z), 3)) for x, _, z in path[:end]],
                gate_clearance_m=clearance,
            )
        )
    return pictured
