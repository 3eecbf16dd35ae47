"""From balls to groups: the same cell, the same stretch of days, the same surface."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.balls import Balls, Hit
from oxgang.core.carry.ground_run import DAY_SD as RUN_DAY_SD
from oxgang.core.carry.ground_run import GroundRun, ground_run
from oxgang.core.carry.noise import (
    DAY_SD,
    DAYS_A_YEAR,
    LIE_SCATTER,
    UNSEEN_MISHITS,
    UNTOLD_WIND_SD,
    Change,
    Groups,
)
from oxgang.core.carry.prior import Point
from oxgang.core.carry.weights import Cells, Weighed, weigh
from oxgang.core.errors import InputError
from oxgang.core.flight.chain import Chain
from oxgang.core.flight.standard import ran_of, to_standard
from oxgang.core.words.shots import BallType, CellKey, Lie, Shot

Array = NDArray[np.float64]
Index = NDArray[np.intp]

# The posterior costs the cube of the number of groups: older days are put together beyond this.
MOST_GROUPS: Final = 240
# Stretches of days grow with age by this share more at each try.
WIDENING: Final = (0.0, 0.02, 0.05, 0.1, 0.2, 0.4, 0.8, 1.6, 3.2, 6.4)
# Before a ball is hit: so many of a student's balls are mishits, worth so many balls.
USUAL_MISHITS: Final = 0.12
MISHIT_BALLS: Final = 20.0
# A conversion's error (total to carry) is as much the method's as the ball's.
SHARED_CONVERSION: Final = 0.5


@dataclass(frozen=True, slots=True)
class Hits:
    """The balls that count, grouped.

    `points` are the shot types hit; `weighed` says how much each ball counts and how the student,
    `clubs` and `cells` scatter, in their places (an adjustment is no cell of its own);
    `ball_log`, `ball_group` and `ball_hit` have one entry a ball: log carry, group, position in the
    input; `ground` is what carries and totals say of the student's ground.
    """

    points: list[Point]
    groups: Groups
    ground: GroundRun
    weighed: Weighed
    cells: dict[Point, int]
    clubs: dict[str, int]
    ball_log: Array
    ball_group: NDArray[np.intp]
    ball_hit: NDArray[np.intp]
    ball_day: NDArray[np.int64]

    @property
    def spread(self) -> float:
        """The student's scatter of single solid balls, of log carry."""
        return self.weighed.scatter.student

    def scatter_at(self, points: Sequence[Point]) -> Array:
        """Scatter of single solid balls of shot types, of log carry, shape (n,): the cell's where
        it was hit, else the club's, else the student's."""
        s = self.weighed.scatter
        return self._at(points, s.cell, s.club, s.student)

    def squares_at(self, points: Sequence[Point]) -> Array:
        """Mean square scatter as intervals need it, by the same rule, shape (n,)."""
        s = self.weighed.scatter
        return self._at(points, s.cell_square, s.club_square, s.student_square)

    def _at(self, points: Sequence[Point], cell: Array, club: Array, student: float) -> Array:
        def of(point: Point) -> float:
            place = self.cells.get(point.unadjusted)
            if place is not None:
                return float(cell[place])
            place = self.clubs.get(point.club)
            return student if place is None else float(club[place])

        return np.array([of(point) for point in points])


def standard_hits(
    shots: Sequence[Shot],
    lofts: Mapping[str, float],
    arms: Mapping[str, float],
    academy_altitude_m: float,
    chain: Chain | None = None,
) -> list[Hit]:
    """Balls of a file as the model takes them.

    Parameters
    ----------
    lofts, arms
        Loft of each club and arm angle of each swing in `shots` [degrees].
    chain
        What the student's shots start with; an ordinary student's when None.

    Raises
    ------
    InputError
        For a club or a swing that has none.
    """
    points: dict[tuple[CellKey, float, float], tuple[CellKey, Point]] = {}
    hits = []
    standards = to_standard(shots, academy_altitude_m, chain or Chain(lofts))
    for shot, standard in zip(shots, standards, strict=True):
        k, adjustments = shot.cell, (shot.ball_position_in, shot.grip_down_in)
        if (k, *adjustments) not in points:
            if k.club not in lofts:
                raise InputError(f'There is no club "{k.club}" in the bag.', field="club")
            if k.swing not in arms:
                raise InputError(f'There is no swing "{k.swing}" in the scale.', field="swing")
            kinds = (k.trajectory, k.spin, k.tempo)
            point = Point(k.club, lofts[k.club], arms[k.swing], *kinds, *adjustments)
            points[k, *adjustments] = (points.get((k, 0.0, 0.0), (k,))[0], point)
        cell, point = points[k, *adjustments]
        hits.append(
            Hit(
                cell,
                point,
                standard.carry_yd,
                shot.id,
                shot.hit_on,
                shot.strike,
                shot.excluded,
                shot.ball,
                shot.lie,
                standard.sd,
                wind_known=shot.headwind_mps is not None,
                moment=shot.hit_at,
                run_yd=standard.run_yd,
                ran_yd=ran_of(shot) if standard.run_yd is not None else None,
                read_sd=standard.read_sd,
            )
        )
    return hits


def group_hits(hits: Iterable[Hit], as_of: date, changes: Sequence[Change] = ()) -> Hits:
    """Group the balls that teach and were hit by a day. Balls of later days are left out.

    Parameters
    ----------
    changes
        Changes of what is hit, in their order: balls before and after one are not put together.
    """
    everything = Balls.of(hits)
    places = np.flatnonzero(everything.teaches & everything.by(as_of))
    balls = everything.some(places)
    ground = _ground_of(balls, as_of)
    points, point = _in_order(balls)
    kinds_of, cells, clubs = _cells_of(points)
    columns, day_nr = balls.columns, balls.days(as_of)
    age = (as_of.toordinal() - day_nr).astype(float)
    logs, lever = np.log(columns.carry_yd), np.zeros(len(balls))
    totals = balls.from_total
    logs[totals], lever[totals] = ground.carries(columns.carry_yd[totals], columns.run_yd[totals])
    era = _changes_before(balls, as_of, changes)
    # Balls of which only the total was read are apart from those whose carry was, and so is a chart's number.
    of_kind = 2 * columns.imported + totals
    surface = ((era * len(BallType) + columns.ball) * len(Lie) + columns.lie) * 4 + of_kind
    bin_nr, first, group = _grouped(point, day_nr, age, surface)
    # What the lie adds to a ball's scatter, and the eye that read where it landed.
    extra = np.hypot(LIE_SCATTER[columns.lie], columns.read_sd)
    missed = _mishit_share(everything)
    found = weigh(logs, ~columns.imagined, point, group, len(first), extra, kinds_of, missed)
    count = np.bincount(group, minlength=len(first)).astype(float)
    weighed = np.bincount(group, found.weight, len(first))
    conversion = np.bincount(group, columns.sd**2, len(first)) / count
    untold = np.bincount(group, ~columns.wind_known, len(first)) / count
    lever = np.bincount(group, lever, len(first)) / count
    added = np.bincount(group, extra**2, len(first)) / count
    square = found.scatter.cell_square[kinds_of.of_point[point[first]]] + added
    # A number from a chart is no single ball: it does not scatter like one.
    square[columns.imported[first]] = 0.0
    own = UNSEEN_MISHITS * square + (1 - SHARED_CONVERSION) * conversion
    return Hits(
        points=points,
        groups=Groups(
            point=point[first],
            bin=bin_nr[first],
            era=era[first],
            age_years=np.bincount(group, age, len(first)) / count / DAYS_A_YEAR,
            days=_different(bin_nr, day_nr)[bin_nr[first]],
            ball=columns.ball[first].astype(np.intp),
            lie=columns.lie[first].astype(np.intp),
            mean=np.bincount(group, found.weight * logs, len(first)) / weighed,
            variance=own / count,
            conversion=np.sqrt(SHARED_CONVERSION * conversion),
            day_sd=np.sqrt(DAY_SD**2 + untold * UNTOLD_WIND_SD**2),
            balls=count.astype(np.intp),
            run_sd=lever * ground.sd,
            run_day_sd=lever * RUN_DAY_SD,
        ),
        ground=ground,
        weighed=found,
        cells=cells,
        clubs=clubs,
        ball_log=logs,
        ball_group=group,
        ball_hit=places,
        ball_day=day_nr,
    )


def _ground_of(balls: Balls, as_of: date) -> GroundRun:
    """What the balls with carry and total teach of the ground."""
    both = balls.some(~np.isnan(balls.columns.run_yd) & ~np.isnan(balls.columns.ran_yd))
    c = both.columns
    seen = (both.days(as_of), c.carry_yd, c.run_yd, c.ran_yd)
    return ground_run(zip(*(column.tolist() for column in seen), strict=True))


def _in_order(balls: Balls) -> tuple[list[Point], Index]:
    """The shot types in the order in which they were first hit, and that of each ball, shape (n,)."""
    known, first, of_ball = np.unique(balls.columns.point, return_index=True, return_inverse=True)
    order = np.argsort(first)
    place = np.empty_like(order)
    place[order] = np.arange(len(order))
    return [balls.points[i] for i in known[order].tolist()], place[of_ball]


def _changes_before(balls: Balls, as_of: date, changes: Sequence[Change]) -> Index:
    """How many changes had come when each ball was hit, shape (n,)."""
    era = np.zeros(len(balls), dtype=np.intp)
    day = balls.days(as_of)
    for change in changes:
        on = change.on.toordinal()
        after = day >= on
        for i in np.flatnonzero(day == on) if change.at is not None else ():
            after[i] = not change.before(change.on, balls.columns.moment[i])
        era += after
    return era


def _grouped(
    point: Index, day_nr: NDArray[np.int64], age: Array, surface: Index
) -> tuple[Index, Index, Index]:
    """The stretch of days of each ball, the first ball of each group, the group of each ball."""
    kinds = int(surface.max(initial=0)) + 1
    for widening in WIDENING:
        bins = day_nr if not widening else np.floor(np.log1p(age * widening) / widening)
        _, bin_nr = np.unique(bins, return_inverse=True)
        code = (point * (int(bin_nr.max(initial=0)) + 1) + bin_nr) * kinds + surface
        _, first, group = np.unique(code, return_index=True, return_inverse=True)
        if len(first) <= MOST_GROUPS:
            break
    return bin_nr, first, group


def _mishit_share(balls: Balls) -> float:
    """The share of balls that were marked as mishits, drawn to a usual one where they are few."""
    real = ~(balls.columns.imported | balls.columns.imagined)
    struck = int((real & ~balls.solid).sum())
    return (struck + USUAL_MISHITS * MISHIT_BALLS) / (int(real.sum()) + MISHIT_BALLS)


def _cells_of(points: Sequence[Point]) -> tuple[Cells, dict[Point, int], dict[str, int]]:
    cells: dict[Point, int] = {}
    clubs: dict[str, int] = {}
    for point in points:
        cells.setdefault(point.unadjusted, len(cells))
        clubs.setdefault(point.club, len(clubs))
    return (
        Cells(
            np.array([cells[p.unadjusted] for p in points], dtype=np.intp),
            np.array([clubs[p.club] for p in cells], dtype=np.intp),
            len(clubs),
        ),
        cells,
        clubs,
    )


def _different(bins: NDArray[np.intp], days: NDArray[np.int64]) -> Array:
    """How many different days are in each bin, shape (bins,)."""
    if not len(bins):
        return np.zeros(1)
    width = int(days.max()) + 1
    pairs = np.unique(bins.astype(np.int64) * width + days)
    return np.bincount(pairs // width, minlength=1).astype(float)
