"""A student's whole matrix from the student's balls."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date
from itertools import product
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.conflicts import (
    Place,
    against_in,
    conflicts_in,
    last_apart,
    splits_in,
    suspects_in,
)
from oxgang.core.carry.fit import Fit, fit
from oxgang.core.carry.hits import Hit, Hits
from oxgang.core.carry.matrix import Basis, Cell, Centres, Doubt, Matrix
from oxgang.core.carry.noise import Change
from oxgang.core.carry.order import Line, repaired
from oxgang.core.carry.own import own_of
from oxgang.core.carry.posterior import SURPRISE
from oxgang.core.carry.prior import Point
from oxgang.core.carry.weights import FEW
from oxgang.core.words.bag import Club
from oxgang.core.words.intervals import Z, log_ends, z_of
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
    keys, variants = _keys(hits, clubs, positions, as_of)
    loft = {club.label: club.loft_deg for club in clubs}
    arm = {position.label: position.arm_deg for position in positions}
    adjusted = _adjustments_hit(hits, loft, arm, as_of)
    points = [
        *(_point(key, loft, arm) for key in (*keys, *variants)),
        *(replace(_point(key, loft, arm), back_in=b, down_in=d) for key, b, d in adjusted),
    ]
    fitted = fit(hits, points, as_of, changes)
    # Two clubs of one name cannot be; two positions of one arm angle share a point.
    at = {point: row for row, point in enumerate(fitted.points)}
    rows = np.array([at[p] for p in points], dtype=np.intp)
    own = own_of(fitted, rows)
    mean = fitted.posterior.mean[rows]
    deviation = np.sqrt(np.maximum(np.diagonal(fitted.posterior.covariance)[rows], 1e-12))
    apart = _apart(fitted, rows)
    # Either the balls that nobody believes are odd or their neighbours' numbers are.
    deviation = np.hypot(deviation, np.maximum(apart, fitted.posterior.aside[rows] / Z))
    lines = _lines(points)
    # What stands by its own balls stays, and the others are put in order around it.
    firm = np.minimum(deviation, own.limit / FIRM)
    ordered = repaired(mean, firm**2, lines)
    held = own.limited(ordered)
    # A number held where the others would not have it is as unsure as they are apart; but no others
    # make enough balls of its own less sure than those are by themselves.
    most = np.where(own.balls >= ENOUGH_BALLS, own.sd, np.inf)
    deviation = np.hypot(np.minimum(deviation, most), np.minimum(np.abs(held - ordered), most))
    scatters = fitted.hits.scatter_at(points)
    places = {(key, 0.0, 0.0): i for i, key in enumerate((*keys, *variants))}
    places |= {adjustment: i for i, adjustment in enumerate(adjusted, len(places))}
    owns = _own(hits, fitted.hits, places, as_of)
    conflicts = conflicts_in(places, lines, owns.logs, scatters, held)
    against = against_in([*places], fitted, rows, own)
    splits = splits_in([*places], owns.logs, owns.days, scatters)
    named = {(s.key, s.back_in, s.down_in) for s in splits}
    last = last_apart([*places], owns.logs, owns.days, held, Z * deviation)
    splits += [s for s in last if (s.key, s.back_in, s.down_in) not in named]
    days = np.bincount(fitted.at, minlength=len(fitted.points))[rows]
    odd = {key for c in conflicts for key in c.keys} | {c.key for c in against}
    split = {s.key for s in splits if not s.recent}
    cells = []
    for i, (key, back, down) in enumerate(places):
        carry = float(np.exp(held[i]))
        lo, hi = log_ends(carry, float(deviation[i]))
        balls = len(owns.logs[i])
        cell = Cell(
            key=key,
            carry_yd=carry,
            carry_lo_yd=lo,
            carry_hi_yd=hi,
            shot_sd_yd=carry * float(scatters[i]),
            balls=balls,
            mishits=owns.mishits[i],
            basis=_basis(balls, owns.imported[i]),
            last_measured=owns.last[i] if balls else owns.reported_on[i],
            doubts=(),
            re_expressed=owns.re_expressed[i],
            imported_yd=owns.imported[i],
            back_in=back,
            down_in=down,
        )
        doubts = [Doubt.CONFLICT] if key in odd and not cell.adjusted else []
        contradict = (apart[i] and days[i] > 1) or (key in split and not cell.adjusted)
        doubts += [Doubt.DAYS_DISAGREE] if contradict else []
        doubts += [Doubt.TOTALS] if balls and owns.totals[i] == balls else []
        doubts += [Doubt.CHANGED] if _all_before(changes, points[i], owns.last[i], as_of) else []
        cells.append(_doubted(cell, as_of, tolerance_yd, doubts))
    n, m = len(keys), len(keys) + len(variants)
    # A variant's first ball makes it a cell like the others.
    return Matrix(
        cells[:n],
        cells[n:m],
        cells[m:],
        conflicts,
        against,
        splits,
        suspects_in(fitted, hits),
        fitted.hits.spread,
        fitted,
        rows,
        Centres(mean, ordered, held, own),
    )


def furrow(carry_yd: float, shot_sd_yd: float) -> tuple[float, float]:
    """Ends [yd] of the stretch in which the middle 80 % of solid balls land."""
    half = z_of(FURROW_SHARE) * shot_sd_yd
    return max(0.0, carry_yd - half), carry_yd + half


def _point(key: CellKey, loft: Mapping[str, float], arm: Mapping[str, float]) -> Point:
    return Point(key.club, loft[key.club], arm[key.swing], key.trajectory, key.spin, key.tempo)


def _keys(
    hits: Iterable[Hit], clubs: Sequence[Club], positions: Sequence[Position], as_of: date
) -> tuple[list[CellKey], list[CellKey]]:
    """The usual cells and the others that have balls; and the others of their spin and tempo."""
    usual = [
        CellKey(club.label, position.label, trajectory)
        for club, position, trajectory in product(clubs, positions, Trajectory)
    ]
    labels = {club.label for club in clubs}, {position.label for position in positions}
    cells = {id(h.cell): h.cell for h in hits}
    odd = {name for name, cell in cells.items() if not cell.usual}
    seen = (
        {id(h.cell): h.cell for h in hits if id(h.cell) in odd and h.teaches and _by(h, as_of)} if odd else {}
    )
    hit = dict.fromkeys(key for key in seen.values() if key.club in labels[0] and key.swing in labels[1])
    kinds = dict.fromkeys((key.spin, key.tempo) for key in hit)
    variants = [
        key
        for spin, tempo in kinds
        for one in usual
        if (key := replace(one, spin=spin, tempo=tempo)) not in hit
    ]
    return [*usual, *hit], variants


def _adjustments_hit(
    hits: Iterable[Hit], loft: Mapping[str, float], arm: Mapping[str, float], as_of: date
) -> list[Place]:
    """The adjustments that have balls of their own, in the order in which they were first hit."""
    found = {
        id(h.point): (h.cell, h.point.back_in, h.point.down_in)
        for h in hits
        if h.point.adjusted and h.teaches and _by(h, as_of)
    }
    return [
        adjustment
        for adjustment in dict.fromkeys(found.values())
        if adjustment[0].club in loft and adjustment[0].swing in arm
    ]


def _by(hit: Hit, as_of: date) -> bool:
    return hit.day is None or hit.day <= as_of


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


def _own(hits: Sequence[Hit], grouped: Hits, places: Mapping[Place, int], as_of: date) -> _Own:
    n = len(places)
    known: dict[tuple[int, int], int] = {}  # by identity: callers share them

    def place_of(hit: Hit) -> int:
        name = (id(hit.cell), id(hit.point))
        if name not in known:
            known[name] = places.get((hit.cell, hit.point.back_in, hit.point.down_in), -1)
        return known[name]

    own = _Own([], [], [None] * n, [0] * n, [0] * n, [0] * n, [None] * n, [None] * n)
    balls = [hits[i] for i in grouped.ball_hit.tolist()]
    imported = [i for i, hit in enumerate(balls) if hit.imported]
    at = np.array([place_of(hit) for hit in balls], dtype=np.intp)
    for i in imported:
        if at[i] >= 0:
            own.imported[at[i]] = balls[i].carry_yd
            own.reported_on[at[i]] = balls[i].day
        at[i] = -1
    order = np.argsort(at, kind="stable")
    ends = np.searchsorted(at[order], np.arange(n + 1))
    for i in range(n):
        mine = order[ends[i] : ends[i + 1]]
        own.logs.append(grouped.ball_log[mine])
        own.days.append(grouped.ball_day[mine])
    for i, hit in enumerate(balls):
        if at[i] < 0:
            continue
        own.re_expressed[at[i]] += hit.re_expressed
        own.totals[at[i]] += hit.from_total
        last = own.last[at[i]]
        if hit.day is not None and (last is None or hit.day > last):
            own.last[at[i]] = hit.day
    for hit in hits:
        if hit.strike is not Strike.SOLID and not (hit.excluded or hit.imported) and _by(hit, as_of):
            i = place_of(hit)
            if i >= 0:
                own.mishits[i] += 1
    return own


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
