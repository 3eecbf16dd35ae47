"""Balls as the model takes them: one by one, and a student's in columns.

A student has thousands of balls and at most some hundred shot types. What is asked of every ball is
asked of columns, in one go; what belongs to a shot type is held once.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Iterator, Sequence
from dataclasses import dataclass, fields
from datetime import date, datetime
from functools import cached_property
from typing import Any, Final, TypeVar, overload

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.prior import TRIMS_TO_IN, Point
from oxgang.core.words.shots import BallType, CellKey, Lie, Strike

Array = NDArray[np.float64]
Index = NDArray[np.intp]
Mask = NDArray[np.bool_]
T = TypeVar("T")

# In the columns: a ball of no known day is of the day that is asked for.
NO_DAY: Final = 0
_STRIKES: Final = tuple(Strike)
_BALLS: Final = tuple(BallType)
_LIES: Final = tuple(Lie)
STRIKE_NR: Final = {strike: i for i, strike in enumerate(_STRIKES)}
BALL_NR: Final = {ball: i for i, ball in enumerate(_BALLS)}
LIE_NR: Final = {lie: i for i, lie in enumerate(_LIES)}
SOLID: Final = STRIKE_NR[Strike.SOLID]


@dataclass(frozen=True, slots=True)
class Hit:
    """One ball as the model takes it.

    `cell` is where it stands in the student's scale; `point` is what was swung, with its own arm
    angle. `carry_yd` is in standard conditions, without surface factors' uncertainty; `sd` is what a
    conversion (total to carry, wind) adds, much alike for the balls of a day, and `read_sd` how well
    this one was read (by laser, by eye, by touch), both of log carry. `day` None
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
    read_sd: float = 0.0

    @property
    def teaches(self) -> bool:
        """Whether the model learns from this ball: solid, not excluded, with a carry, and with no
        adjustment beyond what an adjustment is."""
        solid = self.strike is Strike.SOLID and not self.excluded
        return solid and (self.carry_yd or 0) > 0 and learnt(self.point)

    @property
    def from_total(self) -> bool:
        """Whether its carry was worked out from its total."""
        return self.run_yd is not None and self.ran_yd is None

    @property
    def counts(self) -> bool:
        """Whether this ball sets its cell's carry: it teaches, and was hit without an adjustment."""
        return self.teaches and not self.point.adjusted


def learnt(point: Point) -> bool:
    """Whether a shot type has no adjustment beyond what an adjustment is."""
    return abs(point.back_in) <= TRIMS_TO_IN and abs(point.down_in) <= TRIMS_TO_IN


@dataclass(frozen=True, slots=True)
class Columns:
    """What `Hit` has of each ball, arrays of shape (n,).

    `cell` and `point` are rows of the lists beside them; `day` is an ordinal; `strike`, `ball` and
    `lie` are places in their words; a number that is not known is nan. `uid`, `excluded` and `moment`
    hold objects.
    """

    cell: Index
    point: Index
    carry_yd: Array
    uid: NDArray[Any]
    day: NDArray[np.int64]
    strike: NDArray[np.int8]
    excluded: NDArray[Any]
    ball: NDArray[np.int8]
    lie: NDArray[np.int8]
    sd: Array
    re_expressed: Mask
    imported: Mask
    imagined: Mask
    wind_known: Mask
    moment: NDArray[Any]
    run_yd: Array
    ran_yd: Array
    read_sd: Array

    def take(self, which: Index | Mask) -> Columns:
        """The same of some balls."""
        return Columns(*(getattr(self, field.name)[which] for field in fields(self)))


class Balls(Sequence[Hit]):
    """A student's balls in columns, with each cell and each shot type once.

    A single ball is made when it is asked for. What is derived of all is worked out once: a part of
    the balls, an earlier day or some more of them are balls again.
    """

    def __init__(self, cells: Sequence[CellKey], points: Sequence[Point], columns: Columns) -> None:
        self.cells, self.points, self.columns = cells, points, columns

    @classmethod
    def of(cls, hits: Iterable[Hit]) -> Balls:
        """The columns of single balls, in their order."""
        if isinstance(hits, Balls):
            return hits
        hits = list(hits)
        cells, points = _Places[CellKey](), _Places[Point]()
        columns = Columns(
            np.fromiter((cells.of(h.cell) for h in hits), np.intp, len(hits)),
            np.fromiter((points.of(h.point) for h in hits), np.intp, len(hits)),
            numbers(h.carry_yd for h in hits),
            objects(h.uid for h in hits),
            np.array([NO_DAY if h.day is None else h.day.toordinal() for h in hits], dtype=np.int64),
            np.array([STRIKE_NR[h.strike] for h in hits], dtype=np.int8),
            objects(h.excluded for h in hits),
            np.array([BALL_NR[h.ball] for h in hits], dtype=np.int8),
            np.array([LIE_NR[h.lie] for h in hits], dtype=np.int8),
            numbers(h.sd for h in hits),
            np.array([h.re_expressed for h in hits], dtype=bool),
            np.array([h.imported for h in hits], dtype=bool),
            np.array([h.imagined for h in hits], dtype=bool),
            np.array([h.wind_known for h in hits], dtype=bool),
            objects(h.moment for h in hits),
            numbers(h.run_yd for h in hits),
            numbers(h.ran_yd for h in hits),
            numbers(h.read_sd for h in hits),
        )
        return cls(cells.found, points.found, columns)

    def __len__(self) -> int:
        return len(self.columns.cell)

    @overload
    def __getitem__(self, which: int) -> Hit: ...
    @overload
    def __getitem__(self, which: slice) -> Sequence[Hit]: ...
    def __getitem__(self, which: int | slice) -> Hit | Sequence[Hit]:
        if isinstance(which, slice):
            return self.some(np.arange(len(self))[which])
        place = range(len(self))[which]
        (one,) = self._made(self.columns.take(np.array([place])))
        return one

    def __iter__(self) -> Iterator[Hit]:
        return iter(self._single)

    @cached_property
    def _single(self) -> list[Hit]:
        return list(self._made(self.columns))

    def _made(self, columns: Columns) -> Iterator[Hit]:
        values = (getattr(columns, field.name).tolist() for field in fields(columns))
        days: dict[int, date | None] = {NO_DAY: None}
        for cell, point, carry, uid, day, strike, excluded, ball, lie, *kept, run, ran, read in zip(
            *values, strict=True
        ):
            if day not in days:
                days[day] = date.fromordinal(day)
            sd, re_expressed, imported, imagined, wind_known, moment = kept
            yield Hit(
                self.cells[cell],
                self.points[point],
                known(carry),
                uid,
                days[day],
                _STRIKES[strike],
                excluded,
                _BALLS[ball],
                _LIES[lie],
                sd,
                re_expressed,
                imported,
                imagined,
                wind_known,
                moment,
                known(run),
                known(ran),
                read,
            )

    @cached_property
    def not_excluded(self) -> Mask:
        """Which are not excluded, shape (n,)."""
        return np.asarray(self.columns.excluded == "")

    @cached_property
    def solid(self) -> Mask:
        """Which were struck solid, shape (n,)."""
        return np.asarray(self.columns.strike == SOLID)

    @cached_property
    def teaches(self) -> Mask:
        """`Hit.teaches` of each ball, shape (n,)."""
        good = _of_each([learnt(point) for point in self.points], self.columns.point)
        return self.solid & self.not_excluded & (self.columns.carry_yd > 0) & good

    @cached_property
    def counts(self) -> Mask:
        """`Hit.counts` of each ball, shape (n,)."""
        return self.teaches & ~self.adjusted

    @cached_property
    def adjusted(self) -> Mask:
        """Which were hit with an adjustment, shape (n,)."""
        return _of_each([point.adjusted for point in self.points], self.columns.point)

    @cached_property
    def from_total(self) -> Mask:
        """`Hit.from_total` of each ball, shape (n,)."""
        return ~np.isnan(self.columns.run_yd) & np.isnan(self.columns.ran_yd)

    @cached_property
    def own(self) -> Mask:
        """Which are no numbers from a chart, shape (n,)."""
        return ~self.columns.imported

    @cached_property
    def set_carry(self) -> Mask:
        """Which set their cell's carry and are no numbers from a chart, shape (n,)."""
        return self.counts & self.own

    def days(self, today: date) -> NDArray[np.int64]:
        """The day of each ball as an ordinal, shape (n,); one of no known day is of today."""
        return np.where(self.columns.day == NO_DAY, today.toordinal(), self.columns.day)

    def usual_surface(self) -> tuple[BallType, Lie] | None:
        """The ball and the lie of most of the balls, of two the one that came first."""
        both = self.columns.ball.astype(np.intp) * len(_LIES) + self.columns.lie
        if not len(both):
            return None
        kinds, first, count = np.unique(both, return_index=True, return_counts=True)
        ball, lie = divmod(int(kinds[np.lexsort((first, -count))[0]]), len(_LIES))
        return _BALLS[ball], _LIES[lie]

    def last_day(self) -> date | None:
        """The last known day of the balls."""
        last = int(self.columns.day.max(initial=NO_DAY))
        return None if last == NO_DAY else date.fromordinal(last)

    def by(self, day: date) -> Mask:
        """Which were hit by the end of a day, shape (n,)."""
        return self.columns.day <= day.toordinal()

    def in_cell(self, key: CellKey) -> Mask:
        """Which stand in a cell, shape (n,)."""
        return _of_each([cell == key for cell in self.cells], self.columns.cell)

    def of_club(self, club: str) -> Mask:
        """Which stand in a cell of a club, shape (n,)."""
        return _of_each([cell.club == club for cell in self.cells], self.columns.cell)

    def some(self, which: Index | Mask) -> Balls:
        """Some of the balls, by their places or by a mask."""
        return Balls(self.cells, self.points, self.columns.take(which))

    def among(self, uids: Collection[str]) -> Mask:
        """Which have one of these ids, shape (n,)."""
        return np.array([uid in uids for uid in self.columns.uid.tolist()], dtype=bool)

    def with_more(self, more: Iterable[Hit]) -> Balls:
        """These and then those."""
        other = Balls.of(more)
        cells, points = _Places(self.cells), _Places(self.points)
        cell = np.array([cells.of(c) for c in other.cells], dtype=np.intp)
        point = np.array([points.of(p) for p in other.points], dtype=np.intp)
        theirs = {field.name: getattr(other.columns, field.name) for field in fields(Columns)} | {
            "cell": cell[other.columns.cell],
            "point": point[other.columns.point],
        }
        columns = Columns(
            *(np.concatenate((getattr(self.columns, name), column)) for name, column in theirs.items())
        )
        return Balls(cells.found, points.found, columns)


def _of_each(said: Sequence[bool], place: Index) -> Mask:
    """What was said of each cell or shot type, of each ball."""
    return np.asarray(np.array(said, dtype=bool)[place])


class _Places(dict[T, int]):
    """A place for each different thing, in the order in which they come."""

    def __init__(self, known: Iterable[T] = ()) -> None:
        super().__init__((one, i) for i, one in enumerate(known))
        self._by_id: dict[int, tuple[int, T]] = {}

    @property
    def found(self) -> list[T]:
        return list(self)

    def of(self, one: T) -> int:
        # Most share one object, which is quicker to find than one that is equal.
        known = self._by_id.get(id(one))
        if known is None:
            known = self._by_id[id(one)] = self.setdefault(one, len(self)), one
        return known[0]


def known(number: float) -> float | None:
    """A number of a column; None for nan."""
    return None if number != number else number


def numbers(values: Iterable[float | None]) -> Array:
    """Numbers as a column, nan for those not known."""
    return np.array([np.nan if value is None else value for value in values], dtype=float)


def objects(values: Iterable[object]) -> NDArray[Any]:
    """Anything as a column."""
    listed = list(values)
    column = np.empty(len(listed), dtype=object)
    column[:] = listed
    return column
