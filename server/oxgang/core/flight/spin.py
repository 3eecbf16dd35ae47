"""Spin grades: by rpm where it was measured, by what the ball did where not."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from statistics import median
from typing import Final

from oxgang.core.flight.conditions import SPIN_PER_MPS
from oxgang.core.flight.launch import WINDOWS_DEG, Side, in_window
from oxgang.core.words.shots import Shot, Spin, Trajectory

# Rpm for each m/s of ball speed, halfway between the typical values of neighbouring grades.
RELEASE_BELOW: Final = (SPIN_PER_MPS[Spin.RELEASE] + SPIN_PER_MPS[Spin.CHECK]) / 2
GRAB_FROM: Final = (SPIN_PER_MPS[Spin.CHECK] + SPIN_PER_MPS[Spin.GRAB]) / 2


@dataclass(frozen=True, slots=True)
class Shown:
    """What was measured of a cell's launch and spin beside the carry.

    Medians and how many balls stand behind each; None where nothing was measured.
    """

    launches: int
    launch_deg: float | None
    lo_deg: float
    hi_deg: float
    side: Side | None
    spins: int
    spin_rpm: float | None
    grade: Spin | None


def grade_of(spin_rpm: float, ball_speed_mps: float) -> Spin:
    """The grade of a measured spin [rpm] at a ball speed [m/s]."""
    ratio = spin_rpm / ball_speed_mps
    if ratio < RELEASE_BELOW:
        return Spin.RELEASE
    return Spin.GRAB if ratio >= GRAB_FROM else Spin.CHECK


def graded(shot: Shot) -> Shot:
    """The shot in the cell of its spin: by rpm where spin and ball speed were measured, else as it
    was said."""
    if shot.spin_rpm is None or not shot.ball_speed_mps:
        return shot
    grade = grade_of(shot.spin_rpm, shot.ball_speed_mps)
    if grade is shot.cell.spin:
        return shot
    return replace(shot, cell=replace(shot.cell, spin=grade))


def shown(
    trajectory: Trajectory,
    launches_deg: Sequence[float],
    spins: Sequence[tuple[float, float]],
) -> Shown:
    """A cell's measured launch against its window, and its grade by measured spin.

    Parameters
    ----------
    launches_deg
        Measured launch angles of solid balls [degrees].
    spins
        Measured spin [rpm] with the ball speed [m/s] of the same ball.
    """
    window = WINDOWS_DEG[trajectory]
    launch = median(launches_deg) if launches_deg else None
    rpm = median(spin for spin, _ in spins) if spins else None
    speed = median(v for _, v in spins) if spins else None
    return Shown(
        launches=len(launches_deg),
        launch_deg=launch,
        lo_deg=window[0],
        hi_deg=window[1],
        side=None if launch is None else in_window(launch, window),
        spins=len(spins),
        spin_rpm=rpm,
        grade=None if rpm is None or not speed else grade_of(rpm, speed),
    )
