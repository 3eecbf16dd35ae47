"""Balls to map a simulated student with, and what the model makes of them."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Matrix
from oxgang.core.ground.gaps import FROM_YD, TO_YD
from oxgang.core.practice.plan import choose, plan_balls, weights_of
from oxgang.core.words.shots import CellKey, Shot
from oxgang.core.words.swing import CLOCK

from tools.bench_model.simulate import POPULATIONS, TODAY, SimStudent

SEED = 2026
# Five balls a cell unless a plan says otherwise.
EACH = 5


@dataclass(frozen=True)
class Plan:
    """A set of balls to map a student with."""

    name: str
    balls: Callable[[SimStudent], list[CellKey]]


def born(kind: int, number: int, salt: int) -> SimStudent:
    return SimStudent(np.random.default_rng([SEED, number, salt]), POPULATIONS[kind])


def evidence(student: SimStudent, shots: Sequence[Shot] = ()) -> Evidence:
    return Evidence(student.hits(list(shots)), student.clubs, CLOCK.positions, TODAY)


def matrix(student: SimStudent, shots: Sequence[Shot] = ()) -> Matrix:
    return evidence(student, shots).matrix()


def cross(student: SimStudent) -> list[CellKey]:
    clubs = [club.label for club in student.clubs]
    swings = [CellKey(clubs[1], swing) for swing in ("8:00", "10:00", "full")]
    return [key for key in [CellKey(c, "9:00") for c in clubs] + swings for _ in range(EACH)]


def tens(student: SimStudent) -> list[CellKey]:
    return [key for key in cross(student) for _ in range(2)]


def nine_stock(student: SimStudent) -> list[CellKey]:
    clubs = [club.label for club in student.clubs[:3]]
    swings = ("8:00", "9:00", "11:00")
    return [CellKey(c, s) for c in clubs for s in swings for _ in range(EACH)]


def seven_planned(student: SimStudent) -> list[CellKey]:
    prior = matrix(student)
    carries = np.array([cell.carry_yd for cell in prior.cells])
    chosen = choose(
        prior.covariance,
        weights_of(carries, FROM_YD, TO_YD) * carries**2,
        prior.squares,
        7 * EACH,
        step=EACH,
        most=EACH,
    )
    return [cell.key for cell, balls in zip(prior.cells, chosen.balls, strict=True) for _ in range(balls)]


def planned_45(student: SimStudent) -> list[CellKey]:
    plan = plan_balls(matrix(student), 45, from_yd=FROM_YD, to_yd=TO_YD)
    return [p.key for p in plan for _ in range(p.balls)]


CROSS = Plan("seven stock cells, a cross", cross)
SEVEN = Plan("seven cells, planned", seven_planned)
NINE = Plan("nine stock cells", nine_stock)
PLANNED = Plan("45 balls, planned", planned_45)
TENS = Plan("ten balls a cell, a cross", tens)
PLANS = {p.name: p for p in (CROSS, SEVEN, NINE, PLANNED, TENS)}
FIVES = (CROSS, SEVEN, NINE, PLANNED)
