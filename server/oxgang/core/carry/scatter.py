"""How much single balls scatter: of the student, of each club, of each cell.

Log deviations form a hierarchy (`hierarchy`): a cell's is drawn to its club's, a club's to the
student's, the student's to what coaches see. Ten tight balls show a tight shot, two say little.
Deviations are of log carry; values are common practice or fitted to simulated students
(`make bench-model`), no published source.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import product
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.hierarchy import Tree, climb

Array = NDArray[np.float64]
Index = NDArray[np.intp]

# A student's solid pitches scatter by 4.5 %, give or take a factor of 1.7.
STUDENT_SD: Final = 0.045
STUDENT_LOG_SD: Final = 0.55
# How far cells may differ from their club, and clubs from their student [log]: what is tried.
CELL_LOG_SDS: Final = (0.1, 0.3)
CLUB_LOG_SDS: Final = (0.1, 0.25, 0.5)
# No reading is so exact that balls could scatter by less.
LEAST_SD: Final = 0.004
# A deviation that is known to less than this [log, squared] would make a mean square without bound.
MOST_UNSURE: Final = 0.25

_GRID: Final = np.array(list(product(CELL_LOG_SDS, CLUB_LOG_SDS)))


@dataclass(frozen=True, slots=True)
class Scatter:
    """Deviations of log carry, as a coach reads them (the middle of what is believed), and mean
    squares, as intervals need them (they leave room for what is not known): of cells, shape (n,),
    of clubs, shape (m,), and of the student."""

    cell: Array
    cell_square: Array
    club: Array
    club_square: Array
    student: float
    student_square: float


@dataclass(frozen=True, slots=True)
class _Squares:
    """Sums of squares of balls about their centres, with their degrees of freedom, shape (n,)."""

    squares: Array
    freedom: Array

    def seen(self, at: Array) -> tuple[Array, Array, Array]:
        """Of log deviations: those of a scaled chi-square."""
        ratio = self.squares * np.exp(-2 * at)
        # Halfway between the curvature here and the one expected: sure to be positive, and the same
        # at the mode.
        return -self.freedom * at - ratio / 2, ratio - self.freedom, self.freedom + ratio


def scatter_of(squares: Array, freedom: Array, club: Index, clubs: int) -> Scatter:
    """Scatter from sums of squares about centres.

    Parameters
    ----------
    squares, freedom
        Of each cell, shape (n,); freedom 0 where nothing is known of it.
    club
        The club of each cell, shape (n,), of so many `clubs`.
    """
    found = climb(
        _Squares(squares + freedom * LEAST_SD**2, freedom),
        Tree(club, clubs, float(np.log(STUDENT_SD)), STUDENT_LOG_SD),
        _GRID[:, 0],
        _GRID[:, 1],
    )
    weight = found.weight

    def square(log: Array, variance: Array) -> Array:
        return np.asarray(weight @ np.exp(2 * log + 2 * np.minimum(variance, MOST_UNSURE)))

    return Scatter(
        np.exp(weight @ found.leaf),
        square(found.leaf, found.leaf_variance),
        np.exp(weight @ found.branch),
        square(found.branch, found.branch_variance),
        float(np.exp(weight @ found.root)),
        float(square(found.root, found.root_variance)),
    )
