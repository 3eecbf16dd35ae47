"""Simulated balls for the demo. Not a measurement and not the carry model: a toy swing."""

from __future__ import annotations

import math
from collections.abc import Iterator
from datetime import UTC, date, datetime, time, timedelta
from itertools import product

import numpy as np

from oxgang.core.words.complete import complete
from oxgang.core.words.shots import BallType, CellKey, Lie, Shot, Strike, Trajectory
from oxgang.core.words.swing import built_in
from oxgang.demo.records import DemoStudent, Visit, ago
from oxgang.demo.scenario import ALTITUDE_M

# What a mishit leaves of the carry: centre and scatter.
MISHITS = {
    Strike.FAT: (0.72, 0.1),
    Strike.THIN: (1.08, 0.14),
    Strike.HEEL: (0.88, 0.05),
    Strike.TOE: (0.92, 0.04),
    Strike.HARD: (1.08, 0.02),
}
MISHIT_ODDS = (0.45, 0.25, 0.1, 0.12, 0.08)
TRAJECTORY_SHARE = complete(Trajectory, {Trajectory.LOW: 1.09, Trajectory.STOCK: 1.0, Trajectory.HIGH: 0.87})
RANGE_BALL = 0.96
FULL_ARM_DEG = 165.0
WIDE_SEED = 7
# Off the heel or the toe a ball is so much wider.
WIDER = 2.0
SECONDS_A_BALL = 40


def visits_of(
    student: DemoStudent, today: date, rng: np.random.Generator
) -> Iterator[tuple[Visit, list[Shot]]]:
    """The student's balls, visit by visit."""
    lofts = {club.label: club.loft_deg for club in student.clubs}
    arms = {p.label: p.arm_deg for p in built_in(student.scale).positions}
    quirk = {label: rng.normal(1, 0.02) for label in lofts}
    # Sides have a chance of their own: no carry changes with them.
    aside = np.random.default_rng([WIDE_SEED, len(student.name), len(student.visits)])
    for number, visit in enumerate(student.visits):
        start = datetime.combine(today - ago(visit.days_ago), time(15, 10), tzinfo=UTC)
        temperature = float(round(rng.normal(15, 4)))
        headwind = float(round(rng.normal(0, 1.5), 1))
        cells = product(visit.clubs, visit.swings, map(Trajectory, visit.trajectories))
        shots = []
        for nr, (club, swing, trajectory) in enumerate(
            (cell for cell in cells for _ in range(visit.balls)), start=1
        ):
            mean = _carry(student, lofts[club], arms[swing]) * quirk[club]
            strike, carry = _struck(student, mean * TRAJECTORY_SHARE[trajectory], visit, rng)
            shots.append(
                Shot(
                    id=f"demo-{number}-{nr:04d}",
                    cell=CellKey(club, swing, trajectory),
                    hit_at=start + timedelta(seconds=SECONDS_A_BALL * nr),
                    strike=strike,
                    carry_yd=carry,
                    offline_yd=_side(student, strike, carry, aside),
                    lie=Lie(visit.lie),
                    ball=BallType(visit.ball),
                    altitude_m=ALTITUDE_M,
                    temperature_c=temperature,
                    headwind_mps=headwind,
                )
            )
        yield visit, shots


def _carry(student: DemoStudent, loft_deg: float, arm_deg: float) -> float:
    share: float = (min(arm_deg, FULL_ARM_DEG) / FULL_ARM_DEG) ** (1.08 * student.taper)
    by_loft = math.exp(0.027 * (56 - loft_deg))
    return student.full_56_yd * share * by_loft


def _side(student: DemoStudent, strike: Strike, carry: float, rng: np.random.Generator) -> float | None:
    if student.width is None:
        return None
    wide = WIDER if strike in (Strike.HEEL, Strike.TOE) else 1.0
    return round(carry * float(rng.normal(student.bias, student.width * wide)), 1)


def _struck(
    student: DemoStudent, mean: float, visit: Visit, rng: np.random.Generator
) -> tuple[Strike, float]:
    strike = Strike.SOLID
    carry = rng.normal(mean, mean * student.spread)
    if rng.random() < (student.mishit if visit.mishit is None else visit.mishit):
        strike = list(MISHITS)[rng.choice(len(MISHITS), p=MISHIT_ODDS)]
        share, scatter = MISHITS[strike]
        carry = rng.normal(mean * share, mean * scatter)
    if visit.ball == "range":
        carry *= RANGE_BALL
    return strike, round(max(4.0, float(carry)), 1)
