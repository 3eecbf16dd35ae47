"""What to hit next: the balls that narrow the matrix most where it matters.

The posterior covariance depends on which cells are hit, not on where the balls land, so that a plan
can be made before the first one. Cells are chosen greedily: each step adds the few
balls that take most off the weighted variance of the cells between the student's yardages. The
reduction has diminishing returns for such covariances in practice, so that greedy comes near the
best (Krause, Singh and Guestrin 2008, Near-optimal sensor placements in Gaussian processes; from
memory); tests compare it with exhaustive search.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.cells import Matrix
from oxgang.core.errors import InputError
from oxgang.core.shots import CellKey

Array = NDArray[np.float64]

# Fewer balls than this in a cell say too little to change the club for.
STEP_BALLS: Final = 3
MOST_BALLS_A_CELL: Final = 10
BALLS_RANGE: Final = (1, 300)
# A cell counts in full inside the student's yardages and fades out over this much beyond [yd].
FADE_YD: Final = 5.0


@dataclass(frozen=True, slots=True)
class Planned:
    """So many balls in one cell. `gain` is the share of the weighted variance that they take."""

    key: CellKey
    balls: int
    gain: float


def weights_of(carries_yd: Array, from_yd: float, to_yd: float) -> Array:
    """How much each cell matters, 0 to 1, shape (n,): whether its carry is one that is needed."""
    beyond = np.maximum(np.maximum(from_yd - carries_yd, carries_yd - to_yd), 0.0)
    return np.clip(1 - beyond / FADE_YD, 0.0, 1.0)


def choose(
    covariance: Array,
    value: Array,
    spread: float,
    balls: int,
    *,
    allowed: NDArray[np.bool_] | None = None,
    step: int = STEP_BALLS,
    most: int = MOST_BALLS_A_CELL,
) -> list[tuple[int, int, float]]:
    """Which cells to hit and how often: (position, balls, share of the variance taken).

    Parameters
    ----------
    covariance
        Of the log carries now, shape (n, n).
    value
        What a unit of each cell's variance is worth, shape (n,); at least 0.
    spread
        Scatter of single balls, of log carry.
    balls
        How many balls there are, at least 1.
    allowed
        Cells that may be hit, shape (n,); all when None.
    """
    left = covariance.copy()
    start = float(value @ np.diagonal(covariance))
    counts = np.zeros(len(value), dtype=int)
    gains = np.zeros(len(value))
    may = np.ones(len(value), dtype=bool) if allowed is None else allowed
    remaining = balls
    while remaining > 0 and start > 0:
        # A cell already in the plan may take single balls; a new one takes a step of them.
        want = np.minimum(np.where(counts > 0, 1, step), remaining)
        want = np.minimum(want, most - counts)
        open_cells = may & (want > 0)
        if not open_cells.any():
            break
        noise = spread**2 / np.maximum(want, 1)
        taken = (value @ left**2) / (np.diagonal(left) + noise)
        rate = np.where(open_cells, taken / np.maximum(want, 1), -1.0)
        best = int(np.argmax(rate))
        if rate[best] <= 0:
            break
        column = left[:, best] / np.sqrt(left[best, best] + noise[best])
        left -= np.outer(column, column)
        counts[best] += want[best]
        gains[best] += taken[best] / start
        remaining -= int(want[best])
    return [(int(i), int(counts[i]), float(gains[i])) for i in np.flatnonzero(counts)]


def check_balls(matrix: Matrix, balls: int) -> list[Planned]:
    """Balls to see whether the student has changed: spread over the best known measured cells.

    Raises
    ------
    InputError
        When no cell is measured, or outside 1 to 300 balls.
    """
    _check_number(balls)
    known = [cell for cell in matrix.cells if cell.balls]
    if not known:
        raise InputError("Nothing is measured yet: there is nothing to check against.")
    known.sort(key=lambda cell: cell.half_yd / cell.carry_yd)
    each, more = divmod(balls, len(known))
    return [
        Planned(cell.key, each + (i < more), 0.0)
        for i, cell in enumerate(known)
        if each + (i < more)
    ]


def plan_balls(
    matrix: Matrix, balls: int, *, from_yd: float, to_yd: float, among: Sequence[CellKey] = ()
) -> list[Planned]:
    """The check-up: where so many balls do most for a student's matrix, most useful first.

    Parameters
    ----------
    among
        The cells that may be hit; all of them when empty.

    Raises
    ------
    InputError
        For fewer than 1 or more than 300 balls.
    """
    _check_number(balls)
    if not matrix.cells:
        return []
    carries = np.array([cell.carry_yd for cell in matrix.cells])
    allowed = None
    if among:
        wanted = set(among)
        allowed = np.array([cell.key in wanted for cell in matrix.cells])
    chosen = choose(
        matrix.fit.posterior.covariance[np.ix_(matrix.rows, matrix.rows)],
        weights_of(carries, from_yd, to_yd) * carries**2,
        matrix.spread,
        balls,
        allowed=allowed,
    )
    planned = [Planned(matrix.cells[i].key, count, gain) for i, count, gain in chosen]
    return sorted(planned, key=lambda p: -p.gain)


def _check_number(balls: int) -> None:
    lo, hi = BALLS_RANGE
    if not lo <= balls <= hi:
        raise InputError(f"Plan {lo} to {hi} balls.", field="balls")
