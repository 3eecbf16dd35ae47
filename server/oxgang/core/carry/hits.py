"""From balls to groups: the same cell, the same stretch of days, the same surface."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.noise import (
    DAYS_A_YEAR,
    FULL_UNTIL,
    LEAST,
    NOTHING_FROM,
    SPREAD_PRIOR_BALLS,
    SPREAD_SD,
    UNSEEN_MISHITS,
    Groups,
    surface_index,
)
from oxgang.core.carry.prior import Point
from oxgang.core.errors import InputError
from oxgang.core.flight.home import at_home
from oxgang.core.words.shots import BallType, CellKey, Lie, Shot, Strike
from oxgang.core.words.strikes import medians_by

Array = NDArray[np.float64]

# The posterior costs the cube of the number of groups: older days are put together beyond this.
MOST_GROUPS: Final = 240
# Stretches of days grow with age by this share more at each try.
WIDENING: Final = (0.0, 0.02, 0.05, 0.1, 0.2, 0.4, 0.8, 1.6, 3.2, 6.4)
# Fewer balls than this have no robust centre.
FEW: Final = 3
# A conversion's error (total to carry) is as much the method's as the ball's.
SHARED_CONVERSION: Final = 0.5


@dataclass(frozen=True, slots=True)
class Hit:
    """One ball as the model takes it.

    `cell` is where it stands in the student's scale; `point` is what was swung, with its own arm
    angle. `carry_yd` is at home conditions, without surface factors' uncertainty; `sd` is what a
    conversion (total to carry, wind, a marker board read by eye) adds, of log carry. `day` None
    is today. `trimmed` was hit with a trim, and says nothing of the untrimmed shot. `told` is no
    ball but a carry from a matrix kept elsewhere.
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
    told: bool = False
    trimmed: bool = False

    @property
    def counts(self) -> bool:
        """Whether this ball sets carries: solid, without a trim, not excluded, with a carry."""
        return (
            self.strike is Strike.SOLID
            and not self.trimmed
            and not self.excluded
            and (self.carry_yd or 0) > 0
        )


@dataclass(frozen=True, slots=True)
class Hits:
    """The balls that count, grouped.

    `points` are the shot types hit; `spread` is the student's scatter of log carry; `ball_log`,
    `ball_group` and `ball_hit` have one entry a ball: log carry, group, position in the input.
    """

    points: list[Point]
    groups: Groups
    spread: float
    ball_log: Array
    ball_group: NDArray[np.intp]
    ball_hit: NDArray[np.intp]
    ball_day: NDArray[np.int64]


def hits_at_home(
    shots: Sequence[Shot],
    lofts: Mapping[str, float],
    arms: Mapping[str, float],
    home_altitude_m: float,
) -> list[Hit]:
    """Balls of a file as the model takes them.

    Parameters
    ----------
    lofts, arms
        Loft of each club and arm angle of each swing in `shots` [degrees].

    Raises
    ------
    InputError
        For a club or a swing that has none.
    """
    points: dict[CellKey, tuple[CellKey, Point]] = {}
    hits = []
    for shot, home in zip(shots, at_home(shots, home_altitude_m), strict=True):
        k = shot.cell
        if k not in points:
            if k.club not in lofts:
                raise InputError(f'There is no club "{k.club}" in the bag.', field="club")
            if k.swing not in arms:
                raise InputError(f'There is no swing "{k.swing}" in the scale.', field="swing")
            point = Point(k.club, lofts[k.club], arms[k.swing], k.trajectory, k.spin, k.tempo)
            points[k] = (k, point)
        cell, point = points[k]
        hits.append(
            Hit(
                cell,
                point,
                home.carry_yd,
                shot.id,
                shot.hit_on,
                shot.strike,
                shot.excluded,
                shot.ball,
                shot.lie,
                home.sd,
                trimmed=shot.trimmed,
            )
        )
    return hits


def group_hits(hits: Sequence[Hit], as_of: date) -> Hits:
    """Group the balls that count and were hit by a day. Balls of later days are left out."""
    today = as_of.toordinal()
    places: dict[int, int] = {}  # by identity: callers share one Point a shot type
    index: dict[Point, int] = {}
    surfaces: dict[tuple[BallType, Lie], tuple[int, int]] = {}
    rows: list[tuple[int, int, int, int, float, float, int]] = []
    for i, hit in enumerate(hits):
        if not hit.counts or hit.carry_yd is None:
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
        rows.append((place, day, *surfaces[surface], hit.carry_yd, hit.sd, i))
    table = np.array(rows, dtype=float).reshape(-1, 7)
    point, day_nr = table[:, 0].astype(np.intp), table[:, 1].astype(np.int64)
    ball, lie = table[:, 2].astype(np.intp), table[:, 3].astype(np.intp)
    logs, sd = np.log(table[:, 4]), table[:, 5]
    age = (today - day_nr).astype(float)
    lies = len(Lie)
    surface_nr = ball * lies + lie
    for widening in WIDENING:
        bins = day_nr if not widening else np.floor(np.log1p(age * widening) / widening)
        _, bin_nr = np.unique(bins, return_inverse=True)
        code = (point * (int(bin_nr.max(initial=0)) + 1) + bin_nr) * (2 * lies) + surface_nr
        _, first, group = np.unique(code, return_index=True, return_inverse=True)
        if len(first) <= MOST_GROUPS:
            break
    count = np.bincount(group, minlength=len(first)).astype(float)
    weight, spread = _weights(logs, point, group, len(first))
    weighed = np.bincount(group, weight, len(first))
    mean = np.bincount(group, weight * logs, len(first)) / weighed
    conversion = np.bincount(group, sd**2, len(first)) / count
    own = UNSEEN_MISHITS * spread**2 + (1 - SHARED_CONVERSION) * conversion
    return Hits(
        points=list(index),
        groups=Groups(
            point=point[first],
            bin=bin_nr[first],
            age_years=np.bincount(group, age, len(first)) / count / DAYS_A_YEAR,
            days=_different(bin_nr, day_nr)[bin_nr[first]],
            ball=ball[first],
            lie=lie[first],
            mean=mean,
            variance=own / count,
            conversion=np.sqrt(SHARED_CONVERSION * conversion),
            balls=count.astype(np.intp),
        ),
        spread=spread,
        ball_log=logs,
        ball_group=group,
        ball_hit=table[:, 6].astype(np.intp),
        ball_day=day_nr,
    )


def _weights(
    logs: Array, point: NDArray[np.intp], group: NDArray[np.intp], groups: int
) -> tuple[Array, float]:
    """How much each ball counts, 0 to 1, and the student's scatter.

    A ball is held against the median of its group, or of its shot type where the group is small;
    where both are small it counts in full, and the model judges it.
    """
    if not len(logs):
        return np.zeros(0), SPREAD_SD
    size = np.bincount(group, minlength=groups)
    of_type = np.bincount(point)
    by_group = size[group] >= FEW
    centre = np.where(
        by_group,
        medians_by(logs, group, groups)[group],
        medians_by(logs, point, len(of_type))[point],
    )
    judged = by_group | (of_type[point] >= FEW)
    off = np.abs(logs - centre)
    weight, spread = np.ones(len(logs)), SPREAD_SD
    for _ in range(2):  # the limits need the scatter, and the scatter the limits
        far = off / spread
        weight = np.clip((NOTHING_FROM - far) / (NOTHING_FROM - FULL_UNTIL), LEAST, 1.0)
        weight = np.where(judged, weight, 1.0)
        weighed = np.bincount(group, weight, groups)
        means = np.bincount(group, weight * logs, groups) / weighed
        # One wild pair must not make the whole student look wild.
        off_mean = np.minimum(np.abs(logs - means[group]), NOTHING_FROM * spread)
        squares = float((weight * off_mean**2).sum())
        freedom = float((weighed - np.minimum(weighed, 1)).sum())
        prior = SPREAD_PRIOR_BALLS
        spread = float(np.sqrt((prior * SPREAD_SD**2 + squares) / (prior + freedom)))
    return weight, spread


def _different(bins: NDArray[np.intp], days: NDArray[np.int64]) -> Array:
    """How many different days are in each bin, shape (bins,)."""
    pairs = np.unique(np.stack([bins.astype(np.int64), days], 1), axis=0)
    return np.bincount(pairs[:, 0], minlength=1).astype(float)
