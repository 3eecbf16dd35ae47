"""What is asked of every simulated student: errors, changes, promises, adjustments, questions."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta
from typing import NamedTuple

import numpy as np
from oxgang.core.carry.adjustments import adjustments_of
from oxgang.core.carry.ageing import halves_after
from oxgang.core.carry.asking import question_about
from oxgang.core.ground.gaps import FROM_YD, TO_YD
from oxgang.core.keeping.drift.shift import shift
from oxgang.core.practice.plan import check_balls, plan_balls
from oxgang.core.words.shots import CellKey, Trajectory

from tools.bench_model.baselines import medians, rule_of_thumb
from tools.bench_model.plans import EACH, PLANS, born, cross, evidence, matrix, nine_stock, planned_45
from tools.bench_model.simulate import TODAY, Adjustment

# Full speed walks by this much a year [log].
WALK_A_YEAR = 0.035
# Balls that teach what an adjustment is worth, and the adjustments they are hit with.
TAUGHT = ((Adjustment(3.0, 0.0), 5), (Adjustment(0.0, 1.5), 5))
ASKED = (
    Adjustment(2.0, 0.0),
    Adjustment(-2.0, 0.0),
    Adjustment(3.0, 0.0),
    Adjustment(0.0, 1.0),
    Adjustment(0.0, 2.0),
)


class Row(NamedTuple):
    """One cell of one student: errors [yd] of four ways, whether the interval held, its truth.

    `scatter` is the true deviation of single balls as a share of the carry, `shown` the matrix's.
    `balls` are the cell's own solid ones, `own_yd` their mean and `own_sd` their deviation (a
    share); `named` is whether something was said against the cell's balls.
    """

    measured: bool
    stock: bool
    error: float
    mean: float
    median: float
    rule: float
    held: bool
    truth: float
    scatter: float
    shown: float
    carry_yd: float
    balls: int
    own_yd: float
    own_sd: float
    named: bool


Job = tuple[int, int, str, bool]


def map_student(job: Job) -> list[Row]:
    """Map one student and compare every cell with the truth."""
    kind, number, name, aged = job
    student = born(kind, number, aged)
    truth, scatter = student.truth(), student.scatter()
    balls = PLANS[name].balls(student)
    if aged:
        days = int(student.rng.integers(60, 400))
        power = 1 + student.rng.normal(0, WALK_A_YEAR * np.sqrt(days / 365))
        shots = student.hit(balls, days, power=power)
    else:
        half = len(balls) // 2
        shots = student.hit(balls[:half], 9) + student.hit(balls[half:], 2)
    plain = medians(shots)
    means = medians(shots, np.mean)
    rule = rule_of_thumb(plain, student.points)
    built = matrix(student, shots)
    named = {key for c in built.conflicts for key in c.keys}
    named |= {c.key for c in built.against} | {c.key for c in built.splits}
    own: dict[CellKey, list[float]] = {key: [] for key in student.keys}
    for hit in student.hits(shots):
        if hit.counts and hit.carry_yd:
            own[hit.cell].append(hit.carry_yd)
    rows = []
    for cell, t, s in zip(built.cells, truth.tolist(), scatter.tolist(), strict=True):
        mine = np.array(own[cell.key] or [np.nan])
        rows.append(
            Row(
                cell.balls > 0,
                cell.key.trajectory is Trajectory.STOCK,
                abs(cell.carry_yd - t),
                abs(means.get(cell.key, np.nan) - t),
                abs(plain.get(cell.key, np.nan) - t),
                abs(rule[cell.key] - t),
                cell.carry_lo_yd <= t <= cell.carry_hi_yd,
                t,
                s,
                cell.shot_sd_yd / cell.carry_yd,
                cell.carry_yd,
                cell.balls,
                float(mine.mean()),
                float(mine.std(ddof=1) / mine.mean()) if len(mine) > 1 else np.nan,
                cell.key in named,
            )
        )
    return rows


def change_student(job: tuple[int, int]) -> list[bool]:
    """Whether a change is called: none, 5 % faster, 5 % slower, after 15 check-up balls."""
    student = born(*job, 5)
    balls = planned_45(student)
    student.rng.shuffle(balls)
    balls = [CellKey(*key) if isinstance(key, np.ndarray) else key for key in balls]
    known = evidence(student, student.hit(balls[:23], 40) + student.hit(balls[23:], 33))
    standing = known.matrix()
    check = [p.key for p in check_balls(standing, 15) for _ in range(p.balls)]
    stood = TODAY - timedelta(days=33)
    return [
        shift(replace(known, day=stood), student.hits(student.hit(check, 0, power=power)), day=TODAY).changed
        for power in (1.0, 1.05, 0.95)
    ]


def promise_student(job: tuple[int, int]) -> list[float]:
    """Reached over promised half intervals of the planned cells, once a plan of 20 balls is hit."""
    student = born(*job, 7)
    known = evidence(student, student.hit(cross(student), 20))
    standing = known.matrix()
    plan = plan_balls(standing, 20, from_yd=FROM_YD, to_yd=TO_YD)
    points = [standing.point(p.key) for p in plan]
    promised = halves_after(
        known,
        points,
        [(p.key, q, standing[p.key].carry_yd, p.balls) for p, q in zip(plan, points, strict=True)],
    )
    shots = student.hit([p.key for p in plan for _ in range(p.balls)], 0)
    reached = known.with_hits(student.hits(shots)).matrix()
    return [reached[p.key].half_yd / half for p, half in zip(plan, promised, strict=True)]


def trim_student(job: tuple[int, int]) -> tuple[list[float], list[float], float]:
    """Errors [yd] of adjusted carries by what ten adjusted balls taught, by the rule of thumb on the
    same numbers, and how far the adjusted balls moved the cells that they were hit in."""
    student = born(*job, 11)
    keys = nine_stock(student)
    taught = [CellKey(student.clubs[1].label, "9:00"), CellKey(student.clubs[2].label, "9:00")]
    known = evidence(student, student.hit(keys, 3))
    plain = known.matrix()
    shots = [
        shot
        for key, (adjustment, balls) in zip(taught, TAUGHT, strict=True)
        for shot in student.hit([key] * balls, 2, adjustment=adjustment)
    ]
    known = known.with_hits(student.hits(shots))
    built = known.matrix()
    moved = max(abs(built[key].carry_yd - plain[key].carry_yd) for key in taught)
    cells = [built[key] for key in dict.fromkeys(keys) if key not in taught]
    place = {key: i for i, key in enumerate(student.keys)}
    ours, rule = [], []
    truth = {adjustment: student.truth(adjustment) for adjustment in ASKED}
    for one in adjustments_of(built, known, cells, ASKED):
        adjustment = Adjustment(one.cell.back_in, one.cell.down_in)
        if adjustment not in truth:
            continue
        true = float(truth[adjustment][place[one.cell.key]])
        number = built[one.cell.key].carry_yd
        # Five yards for three inches; 3 % for each inch of grip.
        by_rule = (
            number + adjustment.back_in * 5 / 3 if adjustment.back_in else number * 0.97**adjustment.down_in
        )
        ours.append(abs(one.cell.carry_yd - true))
        rule.append(abs(by_rule - true))
    return ours, rule, moved


def ask_student(job: tuple[int, int]) -> tuple[int, int, int, int]:
    """Balls of honest sessions, how many questions came though all were solid, fives of balls that
    lie 15 % off their cell, how many of those were asked about."""
    student = born(*job, 13)
    keys = nine_stock(student)
    known = evidence(student, student.hit(keys, 9))
    cells = [cell.key for cell in known.matrix().cells]
    swung = list(dict.fromkeys(keys))
    student.rng.shuffle(swung)
    swung = [CellKey(*key) if isinstance(key, np.ndarray) else key for key in swung]
    bad, student.mishit = student.mishit, 0.0
    balls = false = wrong = found = 0
    seen: dict[str, int] = {}
    today = student.hit([key for key in swung[:4] for _ in range(EACH)], 0)
    hits = student.hits(today)
    for n in range(1, len(hits) + 1):
        so_far = known.with_hits(hits[:n])
        balls += 1
        asked = question_about(so_far, hits[n - 1].cell, cells)
        # The page does not ask twice about a ball, but once more when it has become one of three.
        if asked is not None:
            size = len(asked.uids)
            before = max(seen.get(uid, 0) for uid in asked.uids)
            false += before == 0 or (before < 3 <= size)
            seen |= dict.fromkeys(asked.uids, size)
    # The coach has gone on, the page has not: balls of a shot 15 % longer or shorter.
    for key in swung[4:7]:
        share = 1.15 if student.rng.random() < 0.5 else 1 / 1.15
        strayed = [
            replace(hit, carry_yd=(hit.carry_yd or 0) * share)
            for hit in student.hits(student.hit([key] * EACH, 0))
        ]
        wrong += 1
        found += any(
            question_about(known.with_hits([*hits, *strayed[:n]]), key, cells) is not None
            for n in range(1, EACH + 1)
        )
    student.mishit = bad
    return balls, false, wrong, found
