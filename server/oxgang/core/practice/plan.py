"""What to hit next: the balls that narrow the matrix most where it matters.

The posterior covariance depends on which cells are hit, not on where the balls land, so that a plan
can be made before the first one. Cells are chosen greedily: each step adds the few
balls that take most off the weighted variance of the cells between the student's yardages. The
reduction has diminishing returns for such covariances in practice, so that greedy comes near the
best (Krause, Singh and Guestrin 2008, Near-optimal sensor placements in Gaussian processes, Journal
of Machine Learning Research 9, 235-284); tests compare it with exhaustive search.
"""

from __future__ import annotations

from collections.abc import Callable, Collection, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.ageing import halves_after, once_hit
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Cell, Matrix
from oxgang.core.carry.noise import BALL_SD, DAY_SD, LIE_SD, UNSEEN_MISHITS
from oxgang.core.errors import InputError
from oxgang.core.words.intervals import Z
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import CellKey, Lie, Trajectory

Array = NDArray[np.float64]

# Fewer balls than this in a cell say too little to change the club for.
STEP_BALLS: Final = 3
MOST_BALLS_A_CELL: Final = 10
BALLS_RANGE: Final = (1, 300)
# A session of three quarters of an hour. Common practice, no published source.
SESSION_BALLS: Final = 45
# A cell counts in full inside the student's yardages and fades out over this much beyond [yd].
FADE_YD: Final = 5.0
# What a cell that is not due counts for, where others are, and one that is played beside them; what
# one in work counts for, and one that is not played, where nothing is due.
REST_COUNTS: Final = 0.01
PLAYED_COUNTS: Final = 0.1
LEARNING_COUNTS: Final = 0.3
UNPLAYED_COUNTS: Final = 0.01
# Nobody changes the club for a single ball.
FEWEST_BALLS: Final = 2
SCATTER_PART: Final = 0.4
# Less gain a ball than this is none [yd^2].
NOTHING: Final = 1e-6


class Place(StrEnum):
    """Where planned balls are hit, when not on the range."""

    NET = "net"


class Why(StrEnum):
    """Why balls are planned."""

    ESTIMATED = "plan-estimated"
    DOUBTFUL = "plan-doubtful"
    KNOWN = "plan-known"
    CHECK = "plan-check"
    ONE_SWING = "plan-one-swing"
    HEIGHT = "plan-height"
    SPIN = "plan-spin"
    TEMPO = "plan-tempo"
    BALL_PLACE = "plan-ball-place"
    GRIP_PLACE = "plan-grip-place"
    CLOSES = "plan-closes"
    # In a coach's own words, or those of a plan from before there were codes.
    OWN = "plan-own"


@dataclass(frozen=True, slots=True)
class Planned:
    """So many balls in one cell, and why. `lie` None is wherever one stands.

    `ball_position_in` is how far the ball lies back of the student's recipe, `grip_down_in` how far
    the grip is down beyond it [inches]; `place` is where they are hit, when not on the range.
    """

    key: CellKey
    balls: int
    why: Message
    lie: Lie | None = None
    place: Place | None = None
    ball_position_in: float = 0.0
    grip_down_in: float = 0.0


@dataclass(frozen=True, slots=True)
class Choice:
    """Balls for each cell, shape (n,), and the covariance that they leave, shape (n, n)."""

    balls: NDArray[np.intp]
    left: Array


def weights_of(carries_yd: Array, from_yd: float, to_yd: float) -> Array:
    """How much each cell matters, 0 to 1, shape (n,): whether its carry is one that is needed."""
    beyond = np.maximum(np.maximum(from_yd - carries_yd, carries_yd - to_yd), 0.0)
    return np.clip(1 - beyond / FADE_YD, 0.0, 1.0)


def choose(
    covariance: Array,
    value: Array,
    square: Array,
    balls: int,
    *,
    allowed: NDArray[np.bool_] | None = None,
    enough: Array | None = None,
    step: int = STEP_BALLS,
    most: int = MOST_BALLS_A_CELL,
) -> Choice:
    """Which cells to hit and how often, on one day.

    What the day does to all of them is one more thing that is not known: many balls of one cell
    learn the day rather than the cell.

    Parameters
    ----------
    covariance
        Of the log carries now, shape (n, n).
    value
        What a unit of each cell's variance is worth, shape (n,); at least 0.
    square
        Mean square scatter of single balls of each cell, of log carry, shape (n,).
    balls
        How many balls there are, at least 1.
    allowed
        Cells that may be hit, shape (n,); all when None.
    enough
        Variance of each cell, shape (n,), below which less is worth nothing, until all are there;
        0 when None.
    """
    n = len(value)
    # The last row is the day.
    left = np.pad(covariance, (0, 1))
    left[n, n] = DAY_SD**2
    start = float(value @ np.diagonal(covariance))
    counts = np.zeros(len(value), dtype=np.intp)
    may = np.ones(len(value), dtype=bool) if allowed is None else allowed
    remaining = balls
    while remaining > 0 and start > 0:
        # A cell already in the plan may take single balls; a new one takes a step of them.
        want = np.minimum(np.where(counts > 0, 1, step), remaining)
        want = np.minimum(want, most - counts)
        room = may & (counts > 0) & (counts < most)
        single = remaining < min(step, FEWEST_BALLS) and bool(room.any())
        open_cells = room if single else may & (want > 0)
        noise = square / np.maximum(want, 1)
        variance = np.diagonal(left)[:n]
        seen = left[:, :n] + left[:, [n]]
        # A ball shows its cell and the day together.
        square_of = seen[:n].diagonal() + seen[n]
        less = seen[:n] ** 2 / (square_of + noise)
        if enough is not None:
            # What takes a cell below its mark counts only as far as the mark.
            less = np.minimum(less, np.maximum(variance - enough, 0.0)[:, None])
        rate = np.where(open_cells, (value @ less) / np.maximum(want, 1), -1.0)
        best = int(np.argmax(rate))
        if rate[best] <= NOTHING and enough is not None:
            enough = None
            continue
        if rate[best] <= 0:
            break
        column = seen[:, best] / np.sqrt(square_of[best] + noise[best])
        left -= np.outer(column, column)
        counts[best] += want[best]
        remaining -= int(want[best])
    return Choice(counts, left[:n, :n])


def check_balls(matrix: Matrix, balls: int, among: Callable[[CellKey], bool] | None = None) -> list[Planned]:
    """Balls to see whether the student has changed: spread over the best known measured cells.

    Parameters
    ----------
    among
        Which cells are in question; all of them when None, or when none of them is measured.

    Raises
    ------
    InputError
        When no cell is measured, or outside 1 to 300 balls.
    """
    _check_number(balls)
    known = [cell for cell in matrix.cells if cell.balls]
    if not known:
        raise InputError("Nothing measured yet, so there's nothing to compare with.")
    if among is not None:
        known = [cell for cell in known if among(cell.key)] or known
    known.sort(key=lambda cell: cell.half_yd / cell.carry_yd)
    each, more = divmod(balls, len(known))
    return [
        Planned(cell.key, each + (i < more), Message(Why.CHECK, {"carry_yd": cell.carry_yd}))
        for i, cell in enumerate(known)
        if each + (i < more)
    ]


def plan_balls(
    matrix: Matrix,
    balls: int,
    *,
    from_yd: float,
    to_yd: float,
    allowed: Callable[[CellKey], bool] | None = None,
    due: Collection[CellKey] = (),
    tolerance_yd: float | None = None,
    played: Collection[CellKey] = (),
    learning: Collection[CellKey] = (),
    evidence: Evidence | None = None,
) -> list[Planned]:
    """Where so many balls do most for a student's matrix, in the order to hit them.

    Parameters
    ----------
    allowed
        Which cells may be hit; all of them when None.
    due
        Cells that the student plays by and can no longer trust: as many of them as possible are
        to come within `tolerance_yd`.
    played, learning
        Cells that the student plays by, and those in work: they come before all others.
    evidence
        What the matrix rests on: what is promised is then what such balls bring.

    Raises
    ------
    InputError
        For fewer than 1 or more than 300 balls, or when no cell may be hit.
    """
    _check_number(balls)
    may = np.array([allowed is None or allowed(cell.key) for cell in matrix.cells], dtype=bool)
    if not may.any():
        raise InputError("There's no shot to hit. Add a wedge to the bag first.")
    carries = np.array([cell.carry_yd for cell in matrix.cells])
    choice = choose(
        matrix.covariance,
        weights_of(carries, from_yd, to_yd) * _urgency(matrix, due, played, learning) * carries**2,
        UNSEEN_MISHITS * matrix.squares,
        balls,
        allowed=may,
        enough=_enough(matrix, carries, tolerance_yd) if due and tolerance_yd else None,
    )
    hit = [(i, cell, int(choice.balls[i])) for i, cell in enumerate(matrix.cells) if choice.balls[i]]
    after = Z * np.sqrt(np.diagonal(choice.left)) * carries
    if evidence is not None:
        points = [matrix.point(cell.key) for _, cell, _ in hit]
        rows = [(cell.key, point, cell.carry_yd, n) for point, (_, cell, n) in zip(points, hit, strict=True)]
        after[[i for i, _, _ in hit]] = halves_after(evidence, points, rows)
    planned = [Planned(cell.key, n, _why(cell, float(after[i]))) for i, cell, n in hit]
    return in_order(planned, [cell.key for cell in matrix.cells])


def _enough(matrix: Matrix, carries: Array, tolerance_yd: float) -> Array:
    """The variance at which each cell is within the tolerance, shape (n,).

    What all balls of a day share (the day, the ball, the lie) no number of balls takes away, so
    that the scatter's part has to be smaller by as much; at least `SCATTER_PART` is left for it.
    """
    target = (tolerance_yd / Z / carries) ** 2
    hits = matrix.fit.hits.groups
    shared = DAY_SD**2
    if len(hits.mean):
        shared += float(BALL_SD[np.bincount(hits.ball).argmax()] ** 2)
        shared += float(LIE_SD[np.bincount(hits.lie).argmax()] ** 2)
    return np.asarray(np.maximum(target - shared, SCATTER_PART * target))


def _urgency(
    matrix: Matrix,
    due: Collection[CellKey],
    played: Collection[CellKey],
    learning: Collection[CellKey],
) -> Array:
    """What each cell counts for, shape (n,): all the same when none is due and none is played."""

    def counts(key: CellKey) -> float:
        if key in due:
            return 1.0
        if key in played:
            return PLAYED_COUNTS if due else 1.0
        if key in learning:
            return LEARNING_COUNTS * (PLAYED_COUNTS if due else 1.0)
        return REST_COUNTS if due else UNPLAYED_COUNTS if played else 1.0

    return np.array([counts(cell.key) for cell in matrix.cells])


def foreseen(matrix: Matrix, evidence: Evidence, planned: Sequence[Planned]) -> Evidence:
    """What will be known once a plan is hit: of its cells that the matrix has, on the range.

    A ball hit with an adjustment teaches what its cell teaches by it.
    """
    known = [p for p in planned if p.place is None and p.key in matrix]
    if not known:
        return evidence
    plain = [matrix.point(p.key) for p in known]
    points = [
        replace(point, back_in=p.ball_position_in, down_in=p.grip_down_in)
        for point, p in zip(plain, known, strict=True)
    ]
    carries, _ = evidence.carries([*plain, *points])
    # What an adjustment takes or adds, on the carry that the matrix shows.
    share = carries[len(known) :] / carries[: len(known)]
    return once_hit(
        evidence,
        [
            (p.key, point, matrix[p.key].carry_yd * float(part), p.balls)
            for p, point, part in zip(known, points, share, strict=True)
        ],
    )


def in_order(planned: Sequence[Planned], keys: Sequence[CellKey]) -> list[Planned]:
    """The plan as one hits it: easy short swings first, the clubs up with one swing and down with
    the next.

    Parameters
    ----------
    keys
        The matrix's cells, by club and then from short to long swings.
    """
    clubs = list(dict.fromkeys(key.club for key in keys))
    swings = list(dict.fromkeys(key.swing for key in keys))
    used = [swing for swing in swings if any(p.key.swing == swing for p in planned)]

    def place(p: Planned) -> tuple[int, int, int]:
        turn = used.index(p.key.swing)
        club = clubs.index(p.key.club)
        return turn, club if turn % 2 == 0 else -club, list(Trajectory).index(p.key.trajectory)

    return sorted(planned, key=place)


def _why(cell: Cell, after_yd: float) -> Message:
    values = {"carry_yd": cell.carry_yd, "now_yd": cell.half_yd, "after_yd": after_yd}
    if not cell.measured:
        return Message(Why.ESTIMATED, values)
    if cell.doubts:
        return Message(Why.DOUBTFUL, {**values, "doubts": ",".join(cell.doubts)})
    return Message(Why.KNOWN, values)


def _check_number(balls: int) -> None:
    lo, hi = BALLS_RANGE
    if not lo <= balls <= hi:
        raise InputError(f"Plan {lo} to {hi} balls.", field="balls")
