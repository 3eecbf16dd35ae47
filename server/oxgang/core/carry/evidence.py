"""What a student's numbers rest on, as one thing, so that no part of it is left behind."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields, replace
from datetime import date
from hashlib import blake2b

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.balls import Balls, Hit
from oxgang.core.carry.cells import DOUBT_OVER_YD, build_matrix
from oxgang.core.carry.fit import Fit, fit
from oxgang.core.carry.matrix import Matrix
from oxgang.core.carry.noise import Change
from oxgang.core.carry.prior import Point
from oxgang.core.words.bag import Club
from oxgang.core.words.swing import Position


@dataclass(frozen=True, slots=True)
class Evidence:
    """The balls and what has changed since, the bag and the swing scale they are read under.

    `day` is the day the numbers are of; later balls and changes do nothing. Any balls may be given;
    here they are in columns.
    """

    hits: Sequence[Hit]
    clubs: Sequence[Club]
    positions: Sequence[Position]
    day: date
    changes: Sequence[Change] = ()
    tolerance_yd: float = DOUBT_OVER_YD

    def __post_init__(self) -> None:
        object.__setattr__(self, "hits", Balls.of(self.hits))

    @property
    def balls(self) -> Balls:
        """The balls in columns."""
        return Balls.of(self.hits)

    def fingerprint(self) -> bytes:
        """The same only where the cells of the matrix are: by the balls of the day and before, the
        changes, the bag, the scale and the day."""
        balls = self.balls.some(self.balls.by(self.day))
        said = blake2b(balls.not_excluded.tobytes(), digest_size=20)
        for field in fields(balls.columns):
            column = getattr(balls.columns, field.name)
            if column.dtype != object:
                said.update(column.tobytes())
        # Of the moments alone a change in the middle of a day depends.
        moments = balls.columns.moment.tolist() if any(change.at for change in self.changes) else []
        rest = (balls.cells, balls.points, self.clubs, self.positions, self.day, self.changes, moments)
        said.update(repr((len(balls), *rest, self.tolerance_yd)).encode())
        return said.digest()

    def matrix(self) -> Matrix:
        """Every cell of the bag by the swing scale."""
        return build_matrix(
            self.hits,
            self.clubs,
            self.positions,
            as_of=self.day,
            changes=self.changes,
            tolerance_yd=self.tolerance_yd,
        )

    def fitted(self, points: Sequence[Point]) -> Fit:
        """The model fitted at any shot types, hit or not."""
        return fit(self.hits, points, self.day, self.changes)

    def carries(self, points: Sequence[Point]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Carries [yards] of any shots, hit or not, and the sd of their logarithms, in order."""
        fitted = self.fitted(points)
        place = {point: i for i, point in enumerate(fitted.points)}
        rows = np.array([place[point] for point in points], dtype=np.intp)
        variance = np.diagonal(fitted.posterior.covariance)[rows]
        return np.exp(fitted.posterior.mean[rows]), np.sqrt(np.maximum(variance, 0.0))

    def with_bag(self, clubs: Sequence[Club]) -> Evidence:
        """The same student with another bag. Balls of a club bent to another loft do not count."""
        loft = {club.label: club.loft_deg for club in clubs}
        same = [loft.get(point.club, point.loft_deg) == point.loft_deg for point in self.balls.points]
        hits = self.balls.some(np.array(same, dtype=bool)[self.balls.columns.point])
        return replace(self, hits=hits, clubs=clubs)

    def with_hits(self, more: Sequence[Hit]) -> Evidence:
        """The same student with more balls."""
        return replace(self, hits=self.balls.with_more(more))

    def on(self, day: date, clubs: Sequence[Club]) -> Evidence:
        """What was known on an earlier day, with the bag of that day."""
        return replace(self, hits=self.balls.some(self.balls.by(day)), clubs=clubs, day=day)
