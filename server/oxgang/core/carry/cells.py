"""A student's whole matrix from the student's balls."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date
from enum import StrEnum
from itertools import product
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.conflicts import Conflict, Suspect, conflicts_in, suspects_in
from oxgang.core.carry.fit import Fit, fit
from oxgang.core.carry.hits import FEW, Hit
from oxgang.core.carry.noise import CELL_SPREAD_PRIOR_BALLS, Change
from oxgang.core.carry.order import Line, repaired
from oxgang.core.carry.posterior import SURPRISE
from oxgang.core.carry.prior import Point
from oxgang.core.errors import InputError
from oxgang.core.words.bag import Club
from oxgang.core.words.intervals import log_ends, z_of
from oxgang.core.words.shots import CellKey, Strike, Trajectory
from oxgang.core.words.swing import Position

Array = NDArray[np.float64]

# "At least five balls a cell" is common practice, no published source.
ENOUGH_BALLS: Final = 5
# A wide interval after this long is the age's doing. Common practice, no published source.
OLD_AFTER_DAYS: Final = 60
# A cell whose interval reaches further than this to either side is doubtful, unless the student's
# own tolerance is given [yd].
DOUBT_OVER_YD: Final = 2.5
# Days that disagree by more than this (log carry) are another shot; it says no more of this one.
MOST_APART: Final = 0.35
# The furrow of the ground shows where this share of solid balls lands.
FURROW_SHARE: Final = 0.80


class Basis(StrEnum):
    """Whether a cell has balls of its own or comes from the others and the rule of thumb."""

    MEASURED = "measured"
    ESTIMATED = "estimated"


class Doubt(StrEnum):
    """Why a measured number should not be trusted as it stands."""

    FEW_BALLS = "few balls"
    OLD = "old"
    CONFLICT = "conflict"
    DAYS_DISAGREE = "days disagree"
    RE_EXPRESSED = "from another scale"
    CHANGED = "before a change"


@dataclass(frozen=True, slots=True)
class Cell:
    """One cell of a matrix, in yards; the interval is for the mean carry, at `intervals.LEVEL`.

    `re_expressed` is how many of `balls` were hit in another swing scale and stand here by their
    arm angle. `told_yd` is a carry from a matrix kept elsewhere, while the cell has few balls.
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
    told_yd: float | None = None

    @property
    def half_yd(self) -> float:
        """Half of the interval [yd], for "61 ± 2"."""
        return (self.carry_hi_yd - self.carry_lo_yd) / 2


@dataclass(frozen=True, slots=True)
class Matrix:
    """All cells with what a coach should settle, and the fit behind them.

    `rows` are the cells' points in `fit`. `spread` is the student's scatter of single solid balls
    as a share of the carry.
    """

    cells: list[Cell]
    conflicts: list[Conflict]
    suspects: list[Suspect]
    spread: float
    fit: Fit
    rows: NDArray[np.intp]

    def place(self, key: CellKey) -> int:
        """Where a cell stands in `cells`.

        Raises
        ------
        InputError
            When the matrix has no such cell.
        """
        for i, cell in enumerate(self.cells):
            if cell.key == key:
                return i
        raise InputError(f"There is no {key} in this matrix.", field="cell")

    def __getitem__(self, key: CellKey) -> Cell:
        """The cell of this key (see `place`)."""
        return self.cells[self.place(key)]

    def __contains__(self, key: object) -> bool:
        return any(cell.key == key for cell in self.cells)

    def point(self, key: CellKey) -> Point:
        """The shot type of a cell (see `place`)."""
        return self.fit.points[int(self.rows[self.place(key)])]


def build_matrix(
    hits: Sequence[Hit],
    clubs: Sequence[Club],
    positions: Sequence[Position],
    *,
    as_of: date,
    changes: Sequence[Change] = (),
    tolerance_yd: float = DOUBT_OVER_YD,
) -> Matrix:
    """The matrix of a student on a day.

    Every club by every swing length by low, stock and high is a cell, at check spin and normal
    tempo; another spin or tempo is one where it has balls.

    Parameters
    ----------
    hits
        The student's balls in any order, also of clubs that are not in the bag any more: they tell
        of the swing. Balls dated after `as_of` are left out.
    clubs, positions
        The bag on that day and the student's swing scale. Nothing in either gives no cell.
    """
    keys = _keys(hits, clubs, positions, as_of)
    loft = {club.label: club.loft_deg for club in clubs}
    arm = {position.label: position.arm_deg for position in positions}
    points = [
        Point(k.club, loft[k.club], arm[k.swing], k.trajectory, k.spin, k.tempo) for k in keys
    ]
    fitted = fit(hits, points, as_of, changes)
    place = {key: i for i, key in enumerate(keys)}
    # Two clubs of one name cannot be; two positions of one arm angle share a point.
    rows = np.array([fitted.points.index(p) for p in points], dtype=np.intp)
    mean = fitted.posterior.mean[rows]
    deviation = np.sqrt(np.maximum(np.diagonal(fitted.posterior.covariance)[rows], 1e-12))
    apart = _apart(fitted, rows)
    deviation = np.hypot(deviation, apart)
    lines = _lines(points)
    ordered = repaired(mean, deviation**2, lines)
    owns = _own(hits, place, as_of)
    spreads = _spreads(fitted, hits, place, len(keys))
    conflicts = conflicts_in(keys, lines, owns.logs, fitted.hits.spread)
    in_conflict = {key for conflict in conflicts for key in (conflict.shorter, conflict.longer)}
    cells = []
    for i, key in enumerate(keys):
        carry = float(np.exp(ordered[i]))
        lo, hi = log_ends(carry, float(deviation[i]))
        balls = len(owns.logs[i])
        cell = Cell(
            key=key,
            carry_yd=carry,
            carry_lo_yd=lo,
            carry_hi_yd=hi,
            shot_sd_yd=carry * float(spreads[i]),
            balls=balls,
            mishits=owns.mishits[i],
            basis=Basis.MEASURED if balls else Basis.ESTIMATED,
            last_measured=owns.last[i],
            doubts=(),
            re_expressed=owns.re_expressed[i],
            told_yd=owns.told[i],
        )
        doubts = [Doubt.CONFLICT] if key in in_conflict else []
        doubts += [Doubt.DAYS_DISAGREE] if apart[i] else []
        doubts += [Doubt.CHANGED] if _all_before(changes, points[i], owns.last[i], as_of) else []
        cells.append(_doubted(cell, as_of, tolerance_yd, doubts))
    return Matrix(cells, conflicts, suspects_in(fitted, hits), fitted.hits.spread, fitted, rows)


def furrow(carry_yd: float, shot_sd_yd: float) -> tuple[float, float]:
    """Ends [yd] of the stretch in which the middle 80 % of solid balls land."""
    half = z_of(FURROW_SHARE) * shot_sd_yd
    return max(0.0, carry_yd - half), carry_yd + half


def _keys(
    hits: Iterable[Hit], clubs: Sequence[Club], positions: Sequence[Position], as_of: date
) -> list[CellKey]:
    usual = [
        CellKey(club.label, position.label, trajectory)
        for club, position, trajectory in product(clubs, positions, Trajectory)
    ]
    known = set(usual)
    labels = {club.label for club in clubs}, {position.label for position in positions}
    others = {
        hit.cell: None
        for hit in {id(h.cell): h for h in hits if h.counts}.values()
        if not hit.cell.usual
        and (hit.day is None or hit.day <= as_of)
        and hit.cell.club in labels[0]
        and hit.cell.swing in labels[1]
    }
    return usual + [key for key in others if key not in known]


@dataclass(slots=True)
class _Own:
    """What each cell has of its own, by its place."""

    logs: list[list[float]]
    last: list[date | None]
    mishits: list[int]
    re_expressed: list[int]
    told: list[float | None]


def _own(hits: Iterable[Hit], place: dict[CellKey, int], as_of: date) -> _Own:
    n = len(place)
    own = _Own([[] for _ in range(n)], [None] * n, [0] * n, [0] * n, [None] * n)
    known: dict[int, int | None] = {}  # by identity: callers share one key a cell
    for hit in hits:
        name = id(hit.cell)
        if name not in known:
            known[name] = place.get(hit.cell)
        i = known[name]
        if i is None or (hit.day is not None and hit.day > as_of):
            continue
        if hit.told:
            own.told[i] = hit.carry_yd
        elif hit.counts and hit.carry_yd:
            own.logs[i].append(hit.carry_yd)
            own.re_expressed[i] += hit.re_expressed
            last = own.last[i]
            if hit.day is not None and (last is None or hit.day > last):
                own.last[i] = hit.day
        elif hit.strike is not Strike.SOLID and not hit.excluded:
            own.mishits[i] += 1
    return own


def _lines(points: Sequence[Point]) -> list[list[Line]]:
    """Along which cells the carry may not fall: by swing length, then by loft."""
    by_arm: dict[tuple[object, ...], list[int]] = defaultdict(list)
    by_loft: dict[tuple[object, ...], list[int]] = defaultdict(list)
    for i, p in enumerate(points):
        by_arm[p.club, p.trajectory, p.spin, p.tempo].append(i)
        by_loft[p.arm_deg, p.trajectory, p.spin, p.tempo].append(i)
    arms = [sorted(line, key=lambda i: points[i].arm_deg) for line in by_arm.values()]
    directions = [arms]
    # Clubs of one loft have no order between them: each stands in a direction of its own.
    most = max(
        Counter((*k, points[i].loft_deg) for k, v in by_loft.items() for i in v).values(), default=0
    )
    for turn in range(most):
        lofts = []
        for line in by_loft.values():
            same: dict[float, list[int]] = defaultdict(list)
            for i in line:
                same[points[i].loft_deg].append(i)
            lofts.append(
                [same[loft][min(turn, len(same[loft]) - 1)] for loft in sorted(same, reverse=True)]
            )
        directions.append(lofts)
    return [
        [np.array(line, dtype=np.intp) for line in direction if len(line) > 1]
        for direction in directions
    ]


def _spreads(fitted: Fit, hits: Sequence[Hit], place: dict[CellKey, int], cells: int) -> Array:
    """Scatter of single solid balls of each cell, as a share: its own, drawn to the student's."""
    student = fitted.hits.spread
    group = fitted.hits.ball_group
    squares: Array = np.zeros(cells)
    freedom: Array = np.zeros(cells)
    if len(group):
        # Own balls are held against their group's mean, so that days do not count as scatter.
        count = np.bincount(group)
        means = np.bincount(group, fitted.hits.ball_log) / count
        off = (fitted.hits.ball_log - means[group]) ** 2
        share = 1 - 1 / count[group]
        keys = [hits[i].cell for i in fitted.hits.ball_hit]
        places = {id(key): place.get(key, -1) for key in {id(k): k for k in keys}.values()}
        of_cell = np.array([places[id(key)] for key in keys], dtype=np.intp)
        known = of_cell >= 0
        limit = (3 * student) ** 2
        squares += np.bincount(of_cell[known], np.minimum(off[known], limit), cells)
        freedom += np.bincount(of_cell[known], share[known], cells)
    prior = CELL_SPREAD_PRIOR_BALLS
    return np.asarray(np.sqrt((prior * student**2 + squares) / (prior + freedom)))


def _apart(fitted: Fit, rows: NDArray[np.intp]) -> Array:
    """How far days that the model does not believe stand from each cell's number, of log carry.

    Weighed by their part of the cell's balls; 0 where the days agree. Such a cell is not as sure as
    the days it believes.
    """
    groups = fitted.hits.groups
    odd = (fitted.posterior.surprise > SURPRISE) & (groups.balls >= FEW)
    apart: Array = np.zeros(len(rows))
    if odd.any():
        off = groups.mean - fitted.posterior.mean[fitted.at]
        for i in np.flatnonzero(np.isin(rows, fitted.at[odd])):
            own = fitted.at == rows[i]
            strange = own & odd
            share = groups.balls[strange] / groups.balls[own].sum()
            apart[i] = min(MOST_APART, float(np.abs(share * off[strange]).sum()))
    return apart


def _all_before(changes: Sequence[Change], point: Point, last: date | None, as_of: date) -> bool:
    """Whether a cell was last hit before a change that touches it."""
    return last is not None and any(
        last < c.on <= as_of and c.touches(point.club, point.arm_deg, point.trajectory)
        for c in changes
    )


def _doubted(cell: Cell, as_of: date, tolerance_yd: float, known: list[Doubt]) -> Cell:
    if cell.basis is Basis.ESTIMATED:
        return cell
    wide = cell.half_yd > tolerance_yd
    doubts = [doubt for doubt in known if wide or doubt is not Doubt.CHANGED]
    if wide and cell.balls < ENOUGH_BALLS:
        doubts.append(Doubt.FEW_BALLS)
    if wide and cell.last_measured and (as_of - cell.last_measured).days > OLD_AFTER_DAYS:
        doubts.append(Doubt.OLD)
    if cell.re_expressed == cell.balls:
        doubts.append(Doubt.RE_EXPRESSED)
    if not doubts:
        return cell
    return replace(cell, doubts=tuple(doubts))
