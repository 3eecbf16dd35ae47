"""From balls to groups: the same cell, the same stretch of days, the same surface."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from itertools import chain as chained
from math import log
from typing import Final

import numpy as np
from numpy.typing import NDArray

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
    surface_index,
)
from oxgang.core.carry.prior import TRIMS_TO_IN, Point
from oxgang.core.carry.weights import Cells, Weighed, weigh
from oxgang.core.errors import InputError
from oxgang.core.flight.chain import Chain
from oxgang.core.flight.standard import ran_of, to_standard
from oxgang.core.words.shots import BallType, CellKey, Lie, Shot, Strike

Array = NDArray[np.float64]

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
class Hit:
    """One ball as the model takes it.

    `cell` is where it stands in the student's scale; `point` is what was swung, with its own arm
    angle. `carry_yd` is in standard conditions, without surface factors' uncertainty; `sd` is what a
    conversion (total to carry, wind, a marker board read by eye) adds, of log carry. `day` None
    is today, `moment` when it was hit, if known. One hit with an adjustment has it in `point`: it teaches
    what the adjustment is worth and is no ball of the cell's own. `imported` is no ball but a carry from a
    chart. An `imagined` one is planned: it tells how much will be known, not how
    the student scatters. `wind_known` is whether its carry was converted from a known
    wind. `run_yd` is the run that the flight gives a ball whose total was read; `ran_yd` how far it ran,
    where its carry was read too. Without that its carry is what the flight's run leaves of the total.
    """

    cell: CellKey
    point: Point
    carry_yd: float | None
    uid: str = ""
    day: date | None = None
    strike: Strike = Strike.SOLID
    excluded: str = ""
    ball: BallType = BallType.PREMIUM
    lie: Lie = Lie.FAIRWAY
    sd: float = 0.0
    re_expressed: bool = False
    imported: bool = False
    imagined: bool = False
    wind_known: bool = True
    moment: datetime | None = None
    run_yd: float | None = None
    ran_yd: float | None = None

    @property
    def teaches(self) -> bool:
        """Whether the model learns from this ball: solid, not excluded, with a carry, and with no
        adjustment beyond what an adjustment is."""
        if self.strike is not Strike.SOLID or self.excluded or (self.carry_yd or 0) <= 0:
            return False
        point = self.point
        return not (point.back_in or point.down_in) or (
            abs(point.back_in) <= TRIMS_TO_IN and abs(point.down_in) <= TRIMS_TO_IN
        )

    @property
    def from_total(self) -> bool:
        """Whether its carry was worked out from its total."""
        return self.run_yd is not None and self.ran_yd is None

    @property
    def counts(self) -> bool:
        """Whether this ball sets its cell's carry: it teaches, and was hit without an adjustment."""
        return self.teaches and not self.point.adjusted


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
            )
        )
    return hits


def group_hits(hits: Sequence[Hit], as_of: date, changes: Sequence[Change] = ()) -> Hits:
    """Group the balls that teach and were hit by a day. Balls of later days are left out.

    Parameters
    ----------
    changes
        Changes of what is hit, in their order: balls before and after one are not put together.
    """
    today = as_of.toordinal()
    places: dict[int, int] = {}  # by identity: callers share one Point a shot type
    index: dict[Point, int] = {}
    surfaces: dict[tuple[BallType, Lie], tuple[int, int]] = {}
    ground = ground_run(
        (hit.day or as_of, hit.carry_yd or 0.0, hit.run_yd, hit.ran_yd)
        for hit in hits
        if hit.ran_yd is not None and hit.run_yd is not None and hit.teaches and (hit.day or as_of) <= as_of
    )
    rows: list[tuple[int, int, int, int, int, float, float, int, bool, bool, bool, float, bool]] = []
    for i, hit in enumerate(hits):
        if not hit.teaches or hit.carry_yd is None:
            continue
        day = today if hit.day is None else hit.day.toordinal()
        if day > today:
            continue
        place = places.get(id(hit.point))
        if place is None:
            place = places[id(hit.point)] = index.setdefault(hit.point, len(index))
        surface = (hit.ball, hit.lie)
        if surface not in surfaces:
            surfaces[surface] = surface_index(*surface)
        era = 0
        if changes:
            on = as_of if hit.day is None else hit.day
            era = sum(not change.before(on, hit.moment) for change in changes)
        carry, lever = log(hit.carry_yd), 0.0
        if hit.from_total:
            carry, lever = ground.carry(hit.carry_yd, hit.run_yd or 0.0)
        rows.append(
            (
                place,
                day,
                *surfaces[surface],
                era,
                carry,
                hit.sd,
                i,
                hit.imagined,
                hit.wind_known,
                hit.from_total,
                lever,
                hit.imported,
            )
        )
    # In one go: an array of as many tuples takes several times as long.
    table = np.fromiter(chained.from_iterable(rows), float, 13 * len(rows)).reshape(-1, 13)
    point, day_nr = table[:, 0].astype(np.intp), table[:, 1].astype(np.int64)
    ball, lie = table[:, 2].astype(np.intp), table[:, 3].astype(np.intp)
    era_nr = table[:, 4].astype(np.intp)
    logs, sd = table[:, 5], table[:, 6]
    age = (today - day_nr).astype(float)
    # Balls of which only the total was read are apart from those whose carry was, and so is a chart's number.
    of_kind = 2 * table[:, 12].astype(np.intp) + table[:, 10].astype(np.intp)
    surface_nr = ((era_nr * len(BallType) + ball) * len(Lie) + lie) * 4 + of_kind
    kinds = int(surface_nr.max(initial=0)) + 1
    for widening in WIDENING:
        bins = day_nr if not widening else np.floor(np.log1p(age * widening) / widening)
        _, bin_nr = np.unique(bins, return_inverse=True)
        code = (point * (int(bin_nr.max(initial=0)) + 1) + bin_nr) * kinds + surface_nr
        _, first, group = np.unique(code, return_index=True, return_inverse=True)
        if len(first) <= MOST_GROUPS:
            break
    count = np.bincount(group, minlength=len(first)).astype(float)
    kinds_of, cells, clubs = _cells_of(list(index))
    found = weigh(
        logs,
        table[:, 8] == 0,
        point,
        group,
        len(first),
        LIE_SCATTER[lie],
        kinds_of,
        _mishit_share(hits, as_of),
    )
    weight = found.weight
    weighed = np.bincount(group, weight, len(first))
    mean = np.bincount(group, weight * logs, len(first)) / weighed
    conversion = np.bincount(group, sd**2, len(first)) / count
    untold = np.bincount(group, table[:, 9] == 0, len(first)) / count
    lever = np.bincount(group, table[:, 11], len(first)) / count
    square = found.scatter.cell_square[kinds_of.of_point[point[first]]] + LIE_SCATTER[lie[first]] ** 2
    # A number from a chart is no single ball: it does not scatter like one.
    square[table[first, 12] > 0] = 0.0
    own = UNSEEN_MISHITS * square + (1 - SHARED_CONVERSION) * conversion
    return Hits(
        points=list(index),
        groups=Groups(
            point=point[first],
            bin=bin_nr[first],
            era=era_nr[first],
            age_years=np.bincount(group, age, len(first)) / count / DAYS_A_YEAR,
            days=_different(bin_nr, day_nr)[bin_nr[first]],
            ball=ball[first],
            lie=lie[first],
            mean=mean,
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
        ball_hit=table[:, 7].astype(np.intp),
        ball_day=day_nr,
    )


def _mishit_share(hits: Sequence[Hit], as_of: date) -> float:
    """The share of balls that were marked as mishits, drawn to a usual one where they are few."""
    struck = [h.strike is not Strike.SOLID for h in hits if not (h.imported or h.imagined)]
    return (sum(struck) + USUAL_MISHITS * MISHIT_BALLS) / (len(struck) + MISHIT_BALLS)


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
