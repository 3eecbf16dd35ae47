"""What a student's matrix is: its cells, each with its number, its interval and its doubts."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from enum import StrEnum

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.conflicts import (
    Against,
    Conflict,
    Split,
    Suspect,
)
from oxgang.core.carry.fit import Fit
from oxgang.core.carry.own import Own
from oxgang.core.carry.prior import Point
from oxgang.core.errors import InputError
from oxgang.core.words.shots import CellKey

Array = NDArray[np.float64]


class Basis(StrEnum):
    """Whether a cell has balls of its own, a carry that somebody reported from a chart, or comes from the
    others and the rule of thumb."""

    MEASURED = "measured"
    REPORTED = "reported"
    ESTIMATED = "estimated"


class Doubt(StrEnum):
    """Why a measured number should not be trusted as it stands."""

    FEW_BALLS = "few balls"
    OLD = "old"
    CONFLICT = "conflict"
    DAYS_DISAGREE = "days disagree"
    RE_EXPRESSED = "from another scale"
    CHANGED = "before a change"
    TOTALS = "from totals"


@dataclass(frozen=True, slots=True)
class Cell:
    """One cell of a matrix, in yards; the interval is for the mean carry, at `intervals.LEVEL`.

    `re_expressed` is how many of `balls` were hit in another swing scale and stand here by their
    arm angle. `imported_yd` is a carry from a chart, while the cell has few balls; a cell that has nothing
    else is `reported`, and `last_measured` is the day of the chart.
    `back_in` and `down_in` are the adjustment [inches] where it is a cell hit with one.
    """

    key: CellKey
    carry_yd: float
    carry_lo_yd: float
    carry_hi_yd: float
    shot_sd_yd: float
    balls: int
    mishits: int
    basis: Basis
    last_measured: date | None
    doubts: tuple[Doubt, ...] = ()
    re_expressed: int = 0
    imported_yd: float | None = None
    back_in: float = 0.0
    down_in: float = 0.0

    @property
    def adjusted(self) -> bool:
        """Whether this is a cell hit with an adjustment."""
        return bool(self.back_in or self.down_in)

    @property
    def name(self) -> tuple[CellKey, float, float]:
        """Which one shot of a matrix it is: its key and its adjustment."""
        return self.key, self.back_in, self.down_in

    @property
    def measured(self) -> bool:
        """Whether its number is one of balls."""
        return self.basis is Basis.MEASURED

    @property
    def half_yd(self) -> float:
        """Half of the interval [yd], for "61 ± 2"."""
        return (self.carry_hi_yd - self.carry_lo_yd) / 2


@dataclass(frozen=True, slots=True)
class Centres:
    """How the numbers of a matrix's cells came about, log yards, shape (n,): what the model says,
    that put in order, that held to the cells' own balls; and what those say by themselves."""

    model: Array
    ordered: Array
    held: Array
    own: Own


@dataclass(frozen=True, slots=True)
class Matrix:
    """All cells with what a coach should settle, and the fit behind them.

    `cells` are those of the usual spin and tempo and the others that have balls; `variants` the
    others of a spin or tempo that some cell has; `adjustments` those hit with an adjustment. `rows` are the
    cells' points in `fit`, `centres` the log carries at each step to their numbers. `spread` is the
    student's scatter of single solid balls as a share of the carry.
    """

    cells: list[Cell]
    variants: list[Cell]
    adjustments: list[Cell]
    conflicts: list[Conflict]
    against: list[Against]
    splits: list[Split]
    suspects: list[Suspect]
    spread: float
    fit: Fit
    rows: NDArray[np.intp]
    centres: Centres

    @property
    def every(self) -> list[Cell]:
        """The cells, the variants and the adjustments, in the order of `rows` and `centres`."""
        return [*self.cells, *self.variants, *self.adjustments]

    @property
    def known(self) -> bool:
        """Whether any cell's number is more than an estimate: then there is something to publish."""
        return any(cell.basis is not Basis.ESTIMATED for cell in self.cells)

    @property
    def covariance(self) -> Array:
        """Posterior covariance of the log carries of `cells`, shape (n, n)."""
        of = self.rows[: len(self.cells)]
        return self.fit.posterior.covariance[np.ix_(of, of)]

    @property
    def squares(self) -> Array:
        """Mean square scatter of single balls of `cells`, of log carry, shape (n,)."""
        return self.fit.hits.squares_at([self.fit.points[i] for i in self.rows[: len(self.cells)]])

    def place(self, key: CellKey, back_in: float = 0.0, down_in: float = 0.0) -> int:
        """Where a cell, or an adjustment of it [inches] that has balls, stands in `every`.

        Raises
        ------
        InputError
            When the matrix has no such cell.
        """
        for i, cell in enumerate(self.every):
            if cell.name == (key, back_in, down_in):
                return i
        raise InputError(f"There is no {key} in this matrix.", field="cell")

    def __getitem__(self, key: CellKey) -> Cell:
        """The cell of this key (see `place`)."""
        return self.every[self.place(key)]

    def __contains__(self, key: object) -> bool:
        return any(cell.key == key for cell in (*self.cells, *self.variants))

    def point(self, key: CellKey) -> Point:
        """The shot type of a cell (see `place`)."""
        return self.fit.points[int(self.rows[self.place(key)])]
