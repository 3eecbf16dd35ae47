"""Whether a starting point learnt from an academy's own students would pay: into docs/cohorts.md.

Run as `python -m tools.bench_model.cohorts`. A cohort (juniors, low handicaps) is twenty simulated
students who have been here for a while; the means of the prior (level, loft, shape, low, high) are
learnt from them by generalised least squares, spreads kept (Rasmussen and Williams 2006, section
2.7). A new student has a few cells of five balls; every other cell is compared with the truth, from
the rule of thumb's means, from the own cohort's, and from those of both cohorts put together.

A mean shifted by s is the same model with s taken off every log carry and put back on every answer,
so that nothing in core has to know of it.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.fit import fit
from oxgang.core.carry.prior import (
    ARM_CENTRE_DEG,
    ARM_SCALE_DEG,
    REFERENCE_LOFT_DEG,
    Point,
    Points,
    mean_log_carry,
)
from oxgang.core.words.shots import Trajectory
from oxgang.core.words.swing import CLOCK

from tools.bench_model.plans import evidence, seven_planned
from tools.bench_model.simulate import JUNIORS, LOW_HANDICAPS, TODAY, Population, SimStudent

Array = NDArray[np.float64]
OUT = Path(__file__).resolve().parents[2] / "docs" / "cohorts.md"
SEED = 2907
# Students who have been here for a while: so many cells of five balls.
CELLS = 20
COHORT = 20
NEW = 40
KNOWN = (0, 1, 2, 4, 7)
# How far a cohort's means may be off the rule of thumb beforehand; wide.
MEANS_SD = (0.4, 0.012, 0.15, 0.12, 0.15)
NOTHING = np.zeros(5)


def student(kind: Population, number: int, salt: int) -> SimStudent:
    """One of a population."""
    which = (JUNIORS, LOW_HANDICAPS).index(kind)
    return SimStudent(np.random.default_rng([SEED, which, number, salt]), kind)


def old_hand(kind: Population, number: int) -> Evidence:
    """What an academy knows of a student who has been here for a while."""
    one = student(kind, number, 0)
    order = one.rng.permutation(len(one.keys))[:CELLS]
    cells = [one.keys[i] for i in order for _ in range(5)]
    half = len(cells) // 2
    return evidence(one, one.hit(cells[:half], 40) + one.hit(cells[half:], 5))


def design(points: Sequence[Point]) -> Array:
    """What each of the five means is multiplied by, shape (n, 5)."""
    return np.array(
        [
            (
                1.0,
                p.loft_deg - REFERENCE_LOFT_DEG,
                (p.arm_deg - ARM_CENTRE_DEG) / ARM_SCALE_DEG,
                float(p.trajectory is Trajectory.LOW),
                float(p.trajectory is Trajectory.HIGH),
            )
            for p in points
        ]
    )


def learn(cohort: Sequence[Evidence]) -> Array:
    """The five means of a cohort, shape (5,)."""
    square, right = np.diag(1 / np.square(MEANS_SD)), np.zeros(5)
    for one in cohort:
        fitted = fit(one.hits, [], one.day)
        at = fitted.at
        x = design(fitted.points)[at]
        off = fitted.hits.groups.mean - mean_log_carry(Points.of(fitted.points))[at]
        solved = np.linalg.solve(fitted.prior[np.ix_(at, at)] + fitted.noise, np.column_stack([x, off]))
        square += x.T @ solved[:, :-1]
        right += x.T @ solved[:, -1]
    return np.asarray(np.linalg.solve(square, right))


def errors(kind: Population, number: int, known: int, starts: Sequence[Array]) -> list[float]:
    """Mean error [yd] of a new student's unmeasured cells from each starting point."""
    one = student(kind, number, 1)
    truth = one.truth()
    cells = list(dict.fromkeys(seven_planned(one)))[:known]
    hits = one.hits(one.hit([cell for cell in cells for _ in range(5)], 2)) if known else []
    unknown = [i for i, key in enumerate(one.keys) if key not in cells]
    points = [one.points[one.keys[i]] for i in unknown]
    found = []
    for means in starts:
        moved = [
            replace(h, carry_yd=h.carry_yd * float(np.exp(-design([h.point])[0] @ means)))
            if h.carry_yd
            else h
            for h in hits
        ]
        carries, _ = Evidence(moved, one.clubs, CLOCK.positions, TODAY).carries(points)
        off = carries * np.exp(design(points) @ means) - truth[unknown]
        found.append(float(np.mean(np.abs(off))))
    return found


def report() -> list[str]:
    """The table."""
    known = {kind: [old_hand(kind, n) for n in range(COHORT)] for kind in (JUNIORS, LOW_HANDICAPS)}
    mixed = learn([one for group in known.values() for one in group])
    lines = [
        "| new student of | cells known | rule of thumb [yd] | own cohort | both together |",
        "|---|---|---|---|---|",
    ]
    for kind, group in known.items():
        starts = [NOTHING, learn(group), mixed]
        for cells in KNOWN:
            rows = [errors(kind, n, cells, starts) for n in range(NEW)]
            rule, own, both = np.mean(rows, axis=0)
            lines.append(
                f"| {kind.name} | {cells} | {rule:.2f} | {own:.2f} ({own / rule - 1:+.0%}) "
                f"| {both:.2f} ({both / rule - 1:+.0%}) |"
            )
            print(lines[-1], flush=True)
    return lines


def main() -> None:
    text, mark = OUT.read_text(), "<!-- measured -->"
    OUT.write_text(text.split(mark)[0] + mark + "\n\n" + "\n".join(report()) + "\n")


if __name__ == "__main__":
    main()
