"""A student's whole matrix from the student's balls."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date
from itertools import product
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.balls import Balls, Hit
from oxgang.core.carry.conflicts import (
    Against,
    Conflict,
    Place,
    Split,
    against_in,
    conflicts_in,
    last_apart,
    splits_in,
    suspects_in,
)
from oxgang.core.carry.fit import Fit, fit
from oxgang.core.carry.hits import Hits
from oxgang.core.carry.matrix import Basis, Cell, Centres, Doubt, Matrix
from oxgang.core.carry.noise import Change
from oxgang.core.carry.order import Line, repaired
from oxgang.core.carry.own import own_of
from oxgang.core.carry.posterior import SURPRISE
from oxgang.core.carry.prior import Point
from oxgang.core.carry.weights import FEW
from oxgang.core.words.bag import Club
from oxgang.core.words.intervals import Z, log_ends, z_of
from oxgang.core.words.shots import CellKey, Trajectory
from oxgang.core.words.swing import Position

Array = NDArray[np.float64]

# "At least five balls a cell" is common practice, no published source.
ENOUGH_BALLS: Final = 5
# A wide interval after this long is the age's doing. Common practice, no published source.
OLD_AFTER_DAYS: Final = 60
# A cell whose interval reaches further than this to either side is doubtful, unless the student's
# own tolerance is given [yd].
DOUBT_OVER_YD: Final = 2.5
# How many times firmer than its limit a number stands against being put in order.
FIRM: Final = 3.0
# Days that disagree by more than this (log carry) are another shot; it says no more of this one.
MOST_APART: Final = 0.35
# The furrow of the ground shows where this share of solid balls lands.
FURROW_SHARE: Final = 0.80


# Doubts that more balls of the same cell do not settle.
UNSETTLED: Final = frozenset((Doubt.CONFLICT, Doubt.DAYS_DISAGREE))


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
    tempo; another spin or tempo is one where it has balls, and stands beside the cells, estimated,
    where some other cell has balls of it.

    Parameters
    ----------
    hits
        The student's balls in any order, also of clubs that are not in the bag any more: they tell
        of the swing. Balls dated after `as_of` are left out.
    clubs, positions
        The bag on that day and the student's swing scale. Nothing in either gives no cell.
    """
    balls = Balls.of(hits)
    keys, variants = _keys(balls, clubs, positions, as_of)
    loft = {club.label: club.loft_deg for club in clubs}
    arm = {position.label: position.arm_deg for position in positions}
    adjusted = _adjustments_hit(balls, loft, arm, as_of)
    points = [
        *(_point(key, loft, arm) for key in (*keys, *variants)),
        *(replace(_point(key, loft, arm), back_in=b, down_in=d) for key, b, d in adjusted),
    ]
    fitted = fit(balls, points, as_of, changes)
    # Two clubs of one name cannot be; two positions of one arm angle share a point.
    at = {point: row for row, point in enumerate(fitted.points)}
    rows = np.array([at[p] for p in points], dtype=np.intp)
    lines = _lines(points)
    numbers = _numbers(fitted, rows, lines)
    scatters = fitted.hits.scatter_at(points)
    places = {(key, 0.0, 0.0): i for i, key in enumerate((*keys, *variants))}
    places |= {adjustment: i for i, adjustment in enumerate(adjusted, len(places))}
    owns = _own(balls, fitted.hits, places, as_of)
    clashes = _clashes(places, lines, owns, fitted, rows, numbers, scatters)
    days = np.bincount(fitted.at, minlength=len(fitted.points))[rows]
    odd = {key for c in clashes.conflicts for key in c.keys} | {c.key for c in clashes.against}
    split = {s.key for s in clashes.splits if not s.recent}
    cells = []
    for i, place in enumerate(places):
        cell = _cell(place, i, numbers, float(scatters[i]), owns)
        doubts = [Doubt.CONFLICT] if cell.key in odd and not cell.adjusted else []
        contradict = (numbers.apart[i] and days[i] > 1) or (cell.key in split and not cell.adjusted)
        doubts += [Doubt.DAYS_DISAGREE] if contradict else []
        doubts += [Doubt.TOTALS] if cell.balls and owns.totals[i] == cell.balls else []
        doubts += [Doubt.CHANGED] if _all_before(changes, points[i], owns.last[i], as_of) else []
        cells.append(_doubted(cell, as_of, tolerance_yd, doubts))
    n, m = len(keys), len(keys) + len(variants)
    # A variant's first ball makes it a cell like the others.
    return Matrix(
        cells[:n],
        cells[n:m],
        cells[m:],
        clashes.conflicts,
        clashes.against,
        clashes.splits,
        suspects_in(fitted, balls),
        fitted.hits.spread,
        fitted,
        rows,
        numbers.centres,
    )


@dataclass(frozen=True, slots=True)
class _Numbers:
    """What the shots carry, in their order: how the number was come to, its deviation (logs), and how
    far the shot's days are apart beyond what days are."""

    centres: Centres
    deviation: Array
    apart: Array

    @property
    def held(self) -> Array:
        return self.centres.held


def _numbers(fitted: Fit, rows: NDArray[np.intp], lines: Sequence[Sequence[Line]]) -> _Numbers:
    own = own_of(fitted, rows)
    mean = fitted.posterior.mean[rows]
    deviation = np.sqrt(np.maximum(np.diagonal(fitted.posterior.covariance)[rows], 1e-12))
    apart = _apart(fitted, rows)
    # Either the balls that nobody believes are odd or their neighbours' numbers are.
    deviation = np.hypot(deviation, np.maximum(apart, fitted.posterior.aside[rows] / Z))
    # What stands by its own balls stays, and the others are put in order around it.
    firm = np.minimum(deviation, own.limit / FIRM)
    ordered = repaired(mean, firm**2, lines)
    held = own.limited(ordered)
    # A number held where the others would not have it is as unsure as they are apart; but no others
    # make enough balls of its own less sure than those are by themselves.
    most = np.where(own.balls >= ENOUGH_BALLS, own.sd, np.inf)
    deviation = np.hypot(np.minimum(deviation, most), np.minimum(np.abs(held - ordered), most))
    return _Numbers(Centres(mean, ordered, held, own), deviation, apart)


@dataclass(frozen=True, slots=True)
class _Clashes:
    """What contradicts what: shots each other, balls the shot's number, days each other."""

    conflicts: list[Conflict]
    against: list[Against]
    splits: list[Split]


def _clashes(
    places: Mapping[Place, int],
    lines: Sequence[Sequence[Line]],
    owns: _Own,
    fitted: Fit,
    rows: NDArray[np.intp],
    numbers: _Numbers,
    scatters: Array,
) -> _Clashes:
    conflicts = conflicts_in(places, lines, owns.logs, scatters, numbers.held)
    against = against_in([*places], fitted, rows, numbers.centres.own)
    splits = splits_in([*places], owns.logs, owns.days, scatters)
    named = {(s.key, s.back_in, s.down_in) for s in splits}
    last = last_apart([*places], owns.logs, owns.days, numbers.held, Z * numbers.deviation)
    splits += [s for s in last if (s.key, s.back_in, s.down_in) not in named]
    return _Clashes(conflicts, against, splits)


def _cell(place: Place, i: int, numbers: _Numbers, scatter: float, owns: _Own) -> Cell:
    """The cell at a place, before what is doubtful of it is known."""
    key, back, down = place
    carry = float(np.exp(numbers.held[i]))
    lo, hi = log_ends(carry, float(numbers.deviation[i]))
    number = len(owns.logs[i])
    return Cell(
        key=key,
        carry_yd=carry,
        carry_lo_yd=lo,
        carry_hi_yd=hi,
        shot_sd_yd=carry * scatter,
        balls=number,
        mishits=owns.mishits[i],
        basis=_basis(number, owns.imported[i]),
        last_measured=owns.last[i] if number else owns.reported_on[i],
        doubts=(),
        re_expressed=owns.re_expressed[i],
        imported_yd=owns.imported[i],
        back_in=back,
        down_in=down,
    )


def furrow(carry_yd: float, shot_sd_yd: float) -> tuple[float, float]:
    """Ends [yd] of the stretch in which the middle 80 % of solid balls land."""
    half = z_of(FURROW_SHARE) * shot_sd_yd
    return max(0.0, carry_yd - half), carry_yd + half


def _point(key: CellKey, loft: Mapping[str, float], arm: Mapping[str, float]) -> Point:
    return Point(key.club, loft[key.club], arm[key.swing], key.trajectory, key.spin, key.tempo)


def _keys(
    balls: Balls, clubs: Sequence[Club], positions: Sequence[Position], as_of: date
) -> tuple[list[CellKey], list[CellKey]]:
    """The usual cells and the others that have balls; and the others of their spin and tempo."""
    usual = [
        CellKey(club.label, position.label, trajectory)
        for club, position, trajectory in product(clubs, positions, Trajectory)
    ]
    labels = {club.label for club in clubs}, {position.label for position in positions}
    odd = [i for i, cell in enumerate(balls.cells) if not cell.usual]
    taught = balls.columns.cell[balls.teaches & balls.by(as_of)] if odd else np.zeros(0, dtype=np.intp)
    seen = [balls.cells[i] for i in dict.fromkeys(taught[np.isin(taught, odd)].tolist())]
    hit = dict.fromkeys(key for key in seen if key.club in labels[0] and key.swing in labels[1])
    kinds = dict.fromkeys((key.spin, key.tempo) for key in hit)
    variants = [
        key
        for spin, tempo in kinds
        for one in usual
        if (key := replace(one, spin=spin, tempo=tempo)) not in hit
    ]
    return [*usual, *hit], variants


def _adjustments_hit(
    balls: Balls, loft: Mapping[str, float], arm: Mapping[str, float], as_of: date
) -> list[Place]:
    """The adjustments that have balls of their own, in the order in which they were first hit."""
    columns = balls.columns.take(balls.adjusted & balls.teaches & balls.by(as_of))
    found = [
        (balls.cells[cell], balls.points[point].back_in, balls.points[point].down_in)
        for cell, point in dict.fromkeys(zip(columns.cell.tolist(), columns.point.tolist(), strict=True))
    ]
    return [one for one in dict.fromkeys(found) if one[0].club in loft and one[0].swing in arm]


@dataclass(slots=True)
class _Own:
    """What each cell has of its own, by its place: logs of carries and days (ordinals), in the
    order hit, the last day, and so on."""

    logs: list[Array]
    days: list[NDArray[np.int64]]
    last: list[date | None]
    mishits: list[int]
    re_expressed: list[int]
    totals: list[int]
    imported: list[float | None]
    reported_on: list[date | None]


def _basis(balls: int, imported_yd: float | None) -> Basis:
    if balls:
        return Basis.MEASURED
    return Basis.ESTIMATED if imported_yd is None else Basis.REPORTED


def _own(balls: Balls, grouped: Hits, places: Mapping[Place, int], as_of: date) -> _Own:
    n = len(places)
    at = _places_of(balls, places)
    mine, own = balls.some(grouped.ball_hit), at[grouped.ball_hit]
    columns = mine.columns
    imported: list[float | None] = [None] * n
    reported_on: list[date | None] = [None] * n
    for i in np.flatnonzero(columns.imported & (own >= 0)).tolist():
        imported[own[i]], reported_on[own[i]] = mine[i].carry_yd, mine[i].day
    # What stands in no place, and numbers of a chart, come last.
    own = np.where(columns.imported | (own < 0), n, own)
    order = np.argsort(own, kind="stable")
    ends = np.searchsorted(own[order], np.arange(n + 1))
    parts = [order[ends[i] : ends[i + 1]] for i in range(n)]
    last = np.zeros(n + 1, dtype=np.int64)
    np.maximum.at(last, own, columns.day)
    missed = ~balls.solid & balls.not_excluded & ~balls.columns.imported & balls.by(as_of) & (at >= 0)
    return _Own(
        [grouped.ball_log[part] for part in parts],
        [grouped.ball_day[part] for part in parts],
        [date.fromordinal(day) if day else None for day in last[:n].tolist()],
        np.bincount(at[missed], minlength=n).tolist(),
        np.bincount(own[columns.re_expressed], minlength=n).tolist(),
        np.bincount(own[mine.from_total], minlength=n).tolist(),
        imported,
        reported_on,
    )


def _places_of(balls: Balls, places: Mapping[Place, int]) -> NDArray[np.intp]:
    """The place of each ball's cell and adjustment, shape (n,); -1 where it has none."""
    pairs = balls.columns.cell * len(balls.points) + balls.columns.point
    known, of_ball = np.unique(pairs, return_inverse=True)
    found = []
    for pair in known.tolist():
        cell, point = divmod(pair, len(balls.points))
        of = balls.points[point]
        found.append(places.get((balls.cells[cell], of.back_in, of.down_in), -1))
    return np.array(found, dtype=np.intp)[of_ball]


def _lines(points: Sequence[Point]) -> list[list[Line]]:
    """Along which cells the carry may not fall: by swing length, then by loft."""
    by_arm: dict[tuple[object, ...], list[int]] = defaultdict(list)
    by_loft: dict[tuple[object, ...], list[int]] = defaultdict(list)
    for i, p in enumerate(points):
        kind = (p.trajectory, p.spin, p.tempo, p.back_in, p.down_in)
        by_arm[p.club, *kind].append(i)
        by_loft[p.arm_deg, *kind].append(i)
    arms = [sorted(line, key=lambda i: points[i].arm_deg) for line in by_arm.values()]
    directions = [arms]
    # Clubs of one loft have no order between them: each stands in a direction of its own.
    most = max(Counter((*k, points[i].loft_deg) for k, v in by_loft.items() for i in v).values(), default=0)
    for turn in range(most):
        lofts = []
        for line in by_loft.values():
            same: dict[float, list[int]] = defaultdict(list)
            for i in line:
                same[points[i].loft_deg].append(i)
            lofts.append([same[loft][min(turn, len(same[loft]) - 1)] for loft in sorted(same, reverse=True)])
        directions.append(lofts)
    return [
        [np.array(line, dtype=np.intp) for line in direction if len(line) > 1] for direction in directions
    ]


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
        last < c.on <= as_of and c.touches(point.club, point.arm_deg, point.trajectory) for c in changes
    )


def _doubted(cell: Cell, as_of: date, tolerance_yd: float, known: list[Doubt]) -> Cell:
    if not cell.balls:
        return cell
    wide = cell.half_yd > tolerance_yd
    doubts = [doubt for doubt in known if wide or doubt not in (Doubt.CHANGED, Doubt.TOTALS)]
    if wide and cell.balls < ENOUGH_BALLS:
        doubts.append(Doubt.FEW_BALLS)
    if wide and cell.last_measured and (as_of - cell.last_measured).days > OLD_AFTER_DAYS:
        doubts.append(Doubt.OLD)
    if cell.re_expressed == cell.balls:
        doubts.append(Doubt.RE_EXPRESSED)
    if not doubts:
        return cell
    return replace(cell, doubts=tuple(doubts))
