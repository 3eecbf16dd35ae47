"""Other ways to the same numbers, and other ways to spend balls: who is not better than these has no
business in a coach's pocket.

Rivals see the same balls. The Gaussian process is scikit-learn's with a kernel chosen by marginal
likelihood on what the rule of thumb leaves; the mixed model is its Bayesian ridge on the prior's mean
with random intercepts for clubs and heights; the hierarchical regression is the same without them.
"""

from __future__ import annotations

import warnings
from collections.abc import Sequence
from dataclasses import replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from oxgang.core.carry.balls import Hit
from oxgang.core.carry.ground_run import DAY_SD as RUN_DAY_SD
from oxgang.core.carry.hits import standard_hits
from oxgang.core.carry.prior import Points, mean_log_carry
from oxgang.core.ground.gaps import FROM_YD, TO_YD
from oxgang.core.practice.plan import plan_balls
from oxgang.core.words.intervals import Z
from oxgang.core.words.shots import CellKey, Shot, Trajectory
from oxgang.core.words.swing import CLOCK
from scipy.special import ndtr
from sklearn.gaussian_process import GaussianProcessRegressor
from sklearn.gaussian_process.kernels import RBF, ConstantKernel, WhiteKernel
from sklearn.linear_model import BayesianRidge

from tools.bench_model.baselines import medians, rule_of_thumb
from tools.bench_model.plans import born, cross, evidence, nine_stock
from tools.bench_model.simulate import HOME, SimStudent

Array = NDArray[np.float64]

# Balls that are known of a student when the rivals are compared, five to a cell.
NUMBERS = (5, 15, 40, 150)
EACH = 5
WAYS = ("ours", "Gaussian process", "mixed model", "regression", "rule of thumb")
ARMS = {position.label: position.arm_deg for position in CLOCK.positions}


class Score(NamedTuple):
    """Mean absolute error and continuous ranked probability score [yd] of all cells of a student."""

    error: float
    crps: float


def rival_student(job: tuple[int, int]) -> list[list[Score]]:
    """Of each number of balls, what each way makes of a student (`NUMBERS`, `WAYS`)."""
    found = []
    for number in NUMBERS:
        student = born(*job, 17)
        cells = student.rng.choice(len(student.keys), number // EACH, replace=False)
        shots = student.hit([student.keys[i] for i in cells for _ in range(EACH)], 3)
        truth = student.truth()
        built = evidence(student, shots).matrix()
        ours = np.array([cell.carry_yd for cell in built.cells])
        sd = np.array([np.log(c.carry_hi_yd / c.carry_lo_yd) / 2 / Z for c in built.cells])
        scores = [_score(np.log(ours), sd, truth)]
        hits = [hit for hit in student.hits(shots) if hit.counts and hit.carry_yd]
        scores += [_score(*way(student, hits), truth) for way in (_process, _mixed, _regression, _rule)]
        found.append(scores)
    return found


def _score(log: Array, sd: Array, truth: Array) -> Score:
    """Gneiting and Raftery (2007), equation 21, of the log carry; times the carry."""
    z = (np.log(truth) - log) / np.maximum(sd, 1e-3)
    density = np.exp(-(z**2) / 2) / np.sqrt(2 * np.pi)
    crps = np.maximum(sd, 1e-3) * (z * (2 * ndtr(z) - 1) + 2 * density - 1 / np.sqrt(np.pi))
    return Score(float(np.abs(np.exp(log) - truth).mean()), float((crps * truth).mean()))


def _inputs(student: SimStudent, keys: Sequence[CellKey], *, clubs: bool) -> Array:
    loft = {club.label: club.loft_deg for club in student.clubs}
    rows = [
        [(loft[k.club] - 54) / 10, (ARMS[k.swing] - 105) / 60, k.trajectory is Trajectory.LOW,
         k.trajectory is Trajectory.HIGH, *([k.club == c.label for c in student.clubs] if clubs else [])]
        for k in keys
    ]  # fmt: skip
    return np.array(rows, dtype=float)


def _by_rule(student: SimStudent, hits: Sequence[Hit]) -> Array:
    shots = [Shot(cell=hit.cell, carry_yd=hit.carry_yd) for hit in hits]
    rule = rule_of_thumb(medians(shots), student.points)
    return np.log(np.maximum([rule[key] for key in student.keys], 1.0))


def _left(student: SimStudent, hits: Sequence[Hit], mean: Array) -> Array:
    at = {key: i for i, key in enumerate(student.keys)}
    return np.array([np.log(hit.carry_yd or 1.0) - mean[at[hit.cell]] for hit in hits])


def _process(student: SimStudent, hits: Sequence[Hit]) -> tuple[Array, Array]:
    rule = _by_rule(student, hits)
    kernel = ConstantKernel(0.05**2, (1e-4, 0.3)) * RBF([1.0] * 4, (0.3, 10)) + WhiteKernel(
        0.05**2, (1e-4, 0.05)
    )
    model = GaussianProcessRegressor(kernel)
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        inputs = _inputs(student, [hit.cell for hit in hits], clubs=False)
        model.fit(inputs, _left(student, hits, rule))
        mean, sd = model.predict(_inputs(student, student.keys, clubs=False), return_std=True)
    return rule + mean, sd


def _linear(student: SimStudent, hits: Sequence[Hit], *, clubs: bool) -> tuple[Array, Array]:
    prior = mean_log_carry(Points.of([student.points[key] for key in student.keys]))

    def bent(keys: Sequence[CellKey]) -> Array:
        x = _inputs(student, keys, clubs=clubs)
        return np.column_stack([x, x[:, 1] ** 2, x[:, 0] * x[:, 1]])

    model = BayesianRidge().fit(bent([hit.cell for hit in hits]), _left(student, hits, prior))
    mean, sd = model.predict(bent(student.keys), return_std=True)
    return prior + mean, sd


def _mixed(student: SimStudent, hits: Sequence[Hit]) -> tuple[Array, Array]:
    return _linear(student, hits, clubs=True)


def _regression(student: SimStudent, hits: Sequence[Hit]) -> tuple[Array, Array]:
    return _linear(student, hits, clubs=False)


def _rule(student: SimStudent, hits: Sequence[Hit]) -> tuple[Array, Array]:
    rule = _by_rule(student, hits)
    return rule, np.full(len(rule), 0.1)


def round_robin_student(job: tuple[int, int]) -> list[tuple[float, float]]:
    """Error [yd] on the shots played after 30, 45 and 75 balls of one day: planned, and in turn."""
    found = []
    for balls in (30, 45, 75):
        errors = []
        for planned in (True, False):
            student = born(*job, 21)
            truth = dict(zip(student.keys, student.truth().tolist(), strict=True))
            played = list(dict.fromkeys(nine_stock(student)))
            known = evidence(student, student.hit(cross(student), 30))
            order = [played[i % len(played)] for i in range(balls)]
            if planned:
                allowed = set(played).__contains__
                plan = plan_balls(known.matrix(), balls, from_yd=FROM_YD, to_yd=TO_YD, allowed=allowed)
                order = [p.key for p in plan for _ in range(p.balls)]
            shots = [replace(shot, id=f"n{shot.id}") for shot in student.hit(order, 0)]
            after = known.with_hits(student.hits(shots)).matrix()
            inside = [key for key in played if FROM_YD <= truth[key] <= TO_YD] or played
            errors.append(float(np.mean([abs(after[key].carry_yd - truth[key]) for key in inside])))
        found.append((errors[0], errors[1]))
    return found


# A run by the trade's splits, not by ours: at 60 yards stock with 56 degrees so much of the carry,
# by degree of loft, height and length; how students' grounds, days and balls differ [log]. Invented.
SPLIT = 0.13
PER_DEGREE = 0.045
OF_HEIGHT = {Trajectory.LOW: 1.9, Trajectory.STOCK: 1.0, Trajectory.HIGH: 0.5}
# The power of the length: below 60 yards, where the trade's splits are meant, and beyond, where a ball
# comes down steeply with spin.
SHORTER, LONGER = 0.6, 2.0
GROUND_SD, BALL_SD = 0.35, 0.25


class Total(NamedTuple):
    """A cell of which totals were read: its true carry [yd], the error, whether the interval held, and
    both once five balls of another cell had carry and total."""

    truth: float
    error: float
    held: bool
    taught_error: float
    taught_held: bool


def total_student(job: tuple[int, int]) -> list[Total]:
    """Nine stock cells of which only totals were read, five balls each; then five balls of a tenth with
    both."""
    student = born(*job, 23)
    truth = dict(zip(student.keys, student.truth().tolist(), strict=True))
    keys = nine_stock(student)
    ground = student.rng.normal(0, GROUND_SD)
    lofts = {club.label: club.loft_deg for club in student.clubs}

    def seen(shots: Sequence[Shot], *, both: bool) -> list[Shot]:
        day = student.rng.normal(0, RUN_DAY_SD)
        found = []
        for shot in shots:
            carry, key = shot.carry_yd or 1.0, shot.cell
            share = SPLIT * np.exp(PER_DEGREE * (56 - lofts[key.club])) * OF_HEIGHT[key.trajectory]
            share *= (60 / carry) ** (SHORTER if carry < 60 else LONGER)
            share *= np.exp(ground + day + student.rng.normal(0, BALL_SD))
            read = shot.carry_yd if both else None
            found.append(replace(shot, carry_yd=read, total_yd=round(carry * (1 + float(share)), 1)))
        return found

    def hits(shots: Sequence[Shot]) -> list[Hit]:
        return standard_hits(shots, lofts, ARMS, HOME.altitude_m, student.chain)

    half = len(keys) // 2
    totals = [*seen(student.hit(keys[:half], 9), both=False), *seen(student.hit(keys[half:], 2), both=False)]
    fifth = CellKey(student.clubs[1].label, "10:00")
    both = seen([replace(s, id=f"b{s.id}") for s in student.hit([fifth] * EACH, 1)], both=True)
    bare = evidence(student)
    alone = bare.with_hits(hits(totals)).matrix()
    taught = bare.with_hits(hits([*totals, *both])).matrix()
    rows = []
    for key in dict.fromkeys(keys):
        a, b, true = alone[key], taught[key], truth[key]
        rows.append(
            Total(
                true,
                abs(a.carry_yd - true),
                a.carry_lo_yd <= true <= a.carry_hi_yd,
                abs(b.carry_yd - true),
                b.carry_lo_yd <= true <= b.carry_hi_yd,
            )
        )
    return rows
