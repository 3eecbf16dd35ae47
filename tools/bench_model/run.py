"""`make bench-model`: every target of the carry model, on simulated students, with baselines.

Prints a table and writes it into docs/model.md between its markers. Takes some minutes.
"""

from __future__ import annotations

import sys
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from datetime import timedelta
from multiprocessing import Pool
from pathlib import Path
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from oxgang.core.carry.cells import Matrix
from oxgang.core.carry.evidence import Evidence
from oxgang.core.ground.gaps import FROM_YD, TO_YD
from oxgang.core.keeping.drift.shift import shift
from oxgang.core.practice.plan import check_balls, choose, plan_balls, weights_of
from oxgang.core.words.shots import CellKey, Shot, Trajectory
from oxgang.core.words.swing import CLOCK
from sklearn.gaussian_process import GaussianProcessRegressor
from sklearn.gaussian_process.kernels import Kernel

from tools.bench_model.baselines import medians, rule_of_thumb
from tools.bench_model.simulate import TODAY, SimStudent

DOCS = Path(__file__).resolve().parents[2] / "docs" / "model.md"
BEGIN, END = "<!-- figures: make bench-model -->", "<!-- end of figures -->"
STUDENTS = 120
CHANGED_STUDENTS = 250
SEED = 2026
# Full speed walks by this much a year [log]; five balls a cell unless a plan says otherwise.
WALK_A_YEAR = 0.035
EACH = 5


class Row(NamedTuple):
    """One cell of one student: errors [yd] of three ways, whether the interval held, its truth."""

    measured: bool
    stock: bool
    error: float
    median: float
    rule: float
    held: bool
    truth: float


@dataclass(frozen=True)
class Plan:
    """A set of balls to map a student with."""

    name: str
    balls: Callable[[SimStudent], list[CellKey]]


def matrix(student: SimStudent, shots: Sequence[Shot] = ()) -> Matrix:
    hits = student.hits(list(shots))
    return Evidence(hits, student.clubs, CLOCK.positions, TODAY).matrix()


def cross(student: SimStudent) -> list[CellKey]:
    clubs = [club.label for club in student.clubs]
    swings = [CellKey(clubs[1], swing) for swing in ("8:00", "10:00", "full")]
    return [key for key in [CellKey(c, "9:00") for c in clubs] + swings for _ in range(EACH)]


def nine_stock(student: SimStudent) -> list[CellKey]:
    clubs = [club.label for club in student.clubs[:3]]
    swings = ("8:00", "9:00", "11:00")
    return [CellKey(c, s) for c in clubs for s in swings for _ in range(EACH)]


def seven_planned(student: SimStudent) -> list[CellKey]:
    prior = matrix(student)
    carries = np.array([cell.carry_yd for cell in prior.cells])
    chosen = choose(
        prior.fit.posterior.covariance[np.ix_(prior.rows, prior.rows)],
        weights_of(carries, FROM_YD, TO_YD) * carries**2,
        prior.spread,
        7 * EACH,
        step=EACH,
        most=EACH,
    )
    return [
        cell.key
        for cell, balls in zip(prior.cells, chosen.balls, strict=True)
        for _ in range(balls)
    ]


def planned_45(student: SimStudent) -> list[CellKey]:
    plan = plan_balls(matrix(student), 45, from_yd=FROM_YD, to_yd=TO_YD)
    return [p.key for p in plan for _ in range(p.balls)]


CROSS = Plan("seven stock cells, a cross", cross)
SEVEN = Plan("seven cells, planned", seven_planned)
NINE = Plan("nine stock cells", nine_stock)
PLANNED = Plan("45 balls, planned", planned_45)
PLANS = {p.name: p for p in (CROSS, SEVEN, NINE, PLANNED)}


def map_student(job: tuple[int, str, bool]) -> list[Row]:
    """Map one student and compare every cell with the truth."""
    number, name, aged = job
    student = SimStudent(np.random.default_rng([SEED, number, aged]))
    truth = student.truth()
    balls = PLANS[name].balls(student)
    if aged:
        days = int(student.rng.integers(60, 400))
        power = 1 + student.rng.normal(0, WALK_A_YEAR * np.sqrt(days / 365))
        shots = student.hit(balls, days, power=power)
    else:
        half = len(balls) // 2
        shots = student.hit(balls[:half], 9) + student.hit(balls[half:], 2)
    own = medians(shots)
    rule = rule_of_thumb(own, student.points)
    return [
        Row(
            cell.balls > 0,
            cell.key.trajectory is Trajectory.STOCK,
            abs(cell.carry_yd - t),
            abs(own.get(cell.key, np.nan) - t),
            abs(rule[cell.key] - t),
            cell.carry_lo_yd <= t <= cell.carry_hi_yd,
            t,
        )
        for cell, t in zip(matrix(student, shots).cells, truth.tolist(), strict=True)
    ]


def change_student(number: int) -> list[bool]:
    """Whether a change is called: none, 5 % faster, 5 % slower, after 15 check-up balls."""
    student = SimStudent(np.random.default_rng([SEED, number, 5]))
    balls = planned_45(student)
    student.rng.shuffle(balls)
    balls = [CellKey(*key) if isinstance(key, np.ndarray) else key for key in balls]
    old = student.hits(student.hit(balls[:23], 40)) + student.hits(student.hit(balls[23:], 33))
    known = Evidence(old, student.clubs, CLOCK.positions, TODAY)
    standing = known.matrix()
    check = [p.key for p in check_balls(standing, 15) for _ in range(p.balls)]
    stood = TODAY - timedelta(days=33)
    return [
        shift(
            replace(known, day=stood), student.hits(student.hit(check, 0, power=power)), day=TODAY
        ).changed
        for power in (1.0, 1.05, 0.95)
    ]


class OurKernel(Kernel):
    """The fitted model's own covariance for scikit-learn: rows below 0 are groups of balls."""

    def __init__(self, matrix: Matrix) -> None:
        self.matrix = matrix

    def __call__(
        self, x: NDArray[np.float64], y: object = None, eval_gradient: bool = False
    ) -> NDArray[np.float64]:
        fit = self.matrix.fit
        at = fit.at[-x[:, 0].astype(int) - 1]
        if y is None:
            return np.asarray(fit.prior[np.ix_(at, at)] + fit.noise)
        return np.asarray(fit.prior[:, fit.at])

    def diag(self, x: NDArray[np.float64]) -> NDArray[np.float64]:
        return np.diagonal(self.matrix.fit.prior)

    def is_stationary(self) -> bool:
        return False


def speed() -> tuple[float, float, float, float]:
    """Seconds for the whole matrix; ours and scikit-learn's posterior; the largest difference."""
    student = SimStudent(np.random.default_rng(1))
    balls = [student.keys[i] for i in student.rng.integers(0, len(student.keys), 2000)]
    shots = [
        shot
        for day in range(10)
        for shot in student.hit(balls[day * 200 : (day + 1) * 200], 3 + 9 * day)
    ]
    hits = student.hits(shots)

    def best_of(call: Callable[[], object], times: int = 15) -> float:
        took = []
        for _ in range(times):
            start = time.perf_counter()
            call()
            took.append(time.perf_counter() - start)
        return float(np.median(took))

    def ours() -> Matrix:
        return Evidence(hits, student.clubs, CLOCK.positions, TODAY).matrix()

    whole = best_of(ours)
    built = ours()
    fit = built.fit
    rows = -np.arange(1, len(fit.at) + 1)[:, None].astype(float)
    off = fit.hits.groups.mean - fit.prior_mean[fit.at]
    cells = np.arange(len(fit.points))[:, None].astype(float)

    def theirs() -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        gp = GaussianProcessRegressor(OurKernel(built), alpha=0.0, optimizer=None)
        gp.fit(rows, off)
        mean, sd = gp.predict(cells, return_std=True)
        return mean, sd

    from oxgang.core.carry.posterior import posterior

    alone = best_of(
        lambda: posterior(fit.prior_mean, fit.prior, fit.at, fit.hits.groups.mean, fit.noise)
    )
    mean, sd = theirs()
    own_sd = np.sqrt(np.diagonal(fit.posterior.covariance))
    difference = max(
        float(np.abs(fit.prior_mean + mean - fit.posterior.mean).max()),
        float(np.abs(sd - own_sd).max()),
    )
    return whole, alone, best_of(theirs), difference


def mean(rows: Sequence[Row], pick: Callable[[Row], float], keep: Callable[[Row], bool]) -> float:
    return float(np.nanmean([pick(row) for row in rows if keep(row)]))


def report() -> str:
    """Run everything and write the tables."""
    results: dict[tuple[str, bool], list[Row]] = {}
    with Pool(2) as pool:
        for name in PLANS:
            for aged in (False, True):
                jobs = [(number, name, aged) for number in range(STUDENTS)]
                mapped = pool.map(map_student, jobs)
                results[name, aged] = [row for rows in mapped for row in rows]
        called = np.array(pool.map(change_student, range(CHANGED_STUDENTS)))
    lines = ["| balls hit | | error measured | median | error unmeasured | rule of thumb | held, measured | held, unmeasured |", "|---|---|---|---|---|---|---|---|"]  # fmt: skip # noqa: E501
    for (name, aged), rows in results.items():
        own, rest = (lambda r: r.measured), (lambda r: not r.measured)
        figures = [
            mean(rows, lambda r: r.error, own),
            mean(rows, lambda r: r.median, own),
            mean(rows, lambda r: r.error, rest),
            mean(rows, lambda r: r.rule, rest),
        ]
        shares = [100 * mean(rows, lambda r: r.held, keep) for keep in (own, rest)]
        words = [f"{v:.2f}" for v in figures] + [f"{v:.1f} %" for v in shares]
        lines.append(f"| {name} | {'aged' if aged else 'fresh'} | {' | '.join(words)} |")
    inside = lambda r: FROM_YD <= r.truth <= TO_YD  # noqa: E731
    fresh = {name: results[name, False] for name in PLANS}
    seven = fresh[SEVEN.name]
    measured = lambda r: r.measured  # noqa: E731
    unmeasured = lambda r: not r.measured  # noqa: E731
    ratio_measured = [
        mean(rows, lambda r: r.error, measured) / mean(rows, lambda r: r.median, measured)
        for rows in fresh.values()
    ]
    ratio_seven = mean(seven, lambda r: r.error, unmeasured) / mean(
        seven, lambda r: r.rule, unmeasured
    )
    held = [
        100 * mean(rows, lambda r: r.held, keep)
        for rows in results.values()
        for keep in (measured, unmeasured)
    ]
    planned = mean(fresh[PLANNED.name], lambda r: r.error, inside)
    nine = mean(fresh[NINE.name], lambda r: r.error, inside)
    false_alarm, faster, slower = 100 * called.mean(axis=0)
    whole, alone, theirs, difference = speed()
    targets = [
        ("error on measured cells, five balls a cell, against the plain median", "at most 0.75",
         f"{max(ratio_measured):.2f} (worst of four plans)"),
        ("error on unmeasured cells from seven cells, against the rule of thumb", "at most 0.5",
         f"{ratio_seven:.2f}"),
        ("90 % intervals that hold the truth", "86 to 95 %",
         f"{min(held):.1f} to {max(held):.1f} % over all of the table above"),
        ("a 5 % change of speed, seen after 15 check-up balls", "80 % found, under 5 % false",
         f"{(faster + slower) / 2:.0f} % found ({faster:.0f} % faster, {slower:.0f} % slower), "
         f"{false_alarm:.1f} % false"),
        ("45 planned balls against five in each of nine stock cells, cells of 30 to 100 yards",
         "20 % lower error", f"{planned:.2f} against {nine:.2f} yd, {100 * (1 - planned / nine):.0f} % lower"),  # noqa: E501
        ("whole matrix, 2,000 balls, one core", "20 ms", f"{1000 * whole:.1f} ms"),
        ("scikit-learn's posterior with the same kernel", "agrees to 1e-6, not faster",
         f"agrees to {difference:.0e}; {1000 * theirs:.1f} ms against {1000 * alone:.1f} ms"),
    ]  # fmt: skip
    lines += ["", "| what | target | reached |", "|---|---|---|"]
    lines += [f"| {what} | {target} | {reached} |" for what, target, reached in targets]
    return "\n".join(lines)


def main() -> None:
    """Run, print, and keep the figures in docs/model.md."""
    start = time.perf_counter()
    figures = report()
    print(figures)
    print(f"{time.perf_counter() - start:.0f} s", file=sys.stderr)
    text = DOCS.read_text(encoding="utf-8")
    head, rest = text.split(BEGIN)
    tail = rest.split(END)[1]
    DOCS.write_text(f"{head}{BEGIN}\n\n{figures}\n\n{END}{tail}", encoding="utf-8")


if __name__ == "__main__":
    main()
