"""What the tests of core are made from: a bag, a scale, hits, matrices, a student who hits."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta
from itertools import product

import numpy as np
from oxgang.core.carry.balls import Hit
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Basis, Cell, Matrix
from oxgang.core.carry.prior import Point, Points, mean_log_carry
from oxgang.core.words.bag import Club
from oxgang.core.words.shots import CellKey
from oxgang.core.words.swing import CLOCK

TODAY = date(2026, 6, 1)
DAY = timedelta(days=1)
STOOD = TODAY - 33 * DAY
CLUBS = [Club("60", 60), Club("56", 56), Club("52", 52), Club("47", 47)]
ARMS = {p.label: p.arm_deg for p in CLOCK.positions}
LOFTS = {c.label: c.loft_deg for c in CLUBS}
CELLS = [CellKey(club, swing) for club, swing in product(LOFTS, ("8:00", "9:00", "10:00", "full"))]


def point(key: CellKey) -> Point:
    return Point(key.club, LOFTS[key.club], ARMS[key.swing], key.trajectory, key.spin, key.tempo)


POINTS = {key: point(key) for key in CELLS}


def hit(carry: float | None, club: str = "56", swing: str = "9:00", **more: object) -> Hit:
    names = ("trajectory", "spin", "tempo")
    key = CellKey(club, swing, **{n: more.pop(n) for n in names if n in more})  # type: ignore[arg-type]
    day = more.pop("day", TODAY - 3 * DAY)
    return Hit(key, point(key), carry, day=day, **more)  # type: ignore[arg-type]


CROSS = [hit(c, club) for club, c in zip(LOFTS, (52, 58, 66, 75), strict=True) for _ in range(3)]


def evidence(hits: Sequence[Hit], **more: object) -> Evidence:
    known = {"clubs": CLUBS, "positions": CLOCK.positions, "day": TODAY} | more
    return Evidence(hits, **known)  # type: ignore[arg-type]


def matrix(hits: Sequence[Hit], **more: object) -> Matrix:
    return evidence(hits, **more).matrix()


def cell(m: Matrix, club: str = "56", swing: str = "9:00", **more: object) -> Cell:
    return m[CellKey(club, swing, **more)]  # type: ignore[arg-type]


def made(
    carry: float,
    *,
    sd: float = 3.0,
    half: float = 2.0,
    measured: bool = True,
    key: CellKey | None = None,
    balls: int = 5,
    last: date | None = None,
) -> Cell:
    """A cell as it might come out of a matrix, named by its carry."""
    basis = Basis.MEASURED if measured else Basis.ESTIMATED
    key = key or CellKey("56", f"{carry}")
    return Cell(key, carry, carry - half, carry + half, sd, balls * measured, 0, basis, last)


class Student:
    """Carries by rule of thumb with quirks of the student, club and cell; balls scatter by 5 %.

    Not the estimator's own prior: quirks are drawn cell by cell, days have a common error.
    """

    def __init__(self, seed: int) -> None:
        self.rng = np.random.default_rng([41, seed])
        rule = mean_log_carry(Points.of([POINTS[k] for k in CELLS]))
        power = self.rng.normal(0, 0.12)
        club = {c: self.rng.normal(0, 0.02) for c in LOFTS}
        self.truth = {
            k: float(m) + power + club[k.club] + self.rng.normal(0, 0.02)
            for k, m in zip(CELLS, rule, strict=True)
        }

    def hit(self, keys: list[CellKey], days_ago: int, moved: dict[CellKey, float] | float = 0.0) -> list[Hit]:
        """Balls of one day, their log carry moved as said."""
        day = TODAY - days_ago * DAY
        common = self.rng.normal(0, 0.012)
        hits = []
        for i, key in enumerate(keys):
            by = moved if isinstance(moved, float) else moved.get(key, 0.0)
            log = self.truth[key] + by + common + self.rng.normal(0, 0.05)
            hits.append(Hit(key, POINTS[key], float(np.exp(log)), f"{days_ago}-{i}", day))
        return hits

    def standing(self) -> list[Hit]:
        """Sixteen cells three times 40 days ago, twice on `STOOD`."""
        return self.hit(CELLS * 3, 40) + self.hit(CELLS * 2, 33)
