"""The model fitted to a student's balls, at the shot types asked for."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.balls import Hit
from oxgang.core.carry.hits import Hits, group_hits
from oxgang.core.carry.noise import Change, change_covariance, noise_covariance
from oxgang.core.carry.posterior import Posterior, cell_square, posterior
from oxgang.core.carry.prior import Point, Points, covariance, mean_log_carry

Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Fit:
    """A student's carries as the balls leave them, before order is repaired.

    `points` are the shot types asked for, then those hit beside them; all arrays follow them.
    `at` is the point of each group, `noise` the covariance of the groups' errors as used,
    `lasting` what of it a day, a ball and a lie have no part in.
    """

    points: list[Point]
    asked: int
    hits: Hits
    at: NDArray[np.intp]
    prior_mean: Array
    prior: Array
    noise: Array
    lasting: Array
    posterior: Posterior


def fit(hits: Sequence[Hit], asked: Sequence[Point], as_of: date, changes: Sequence[Change] = ()) -> Fit:
    """Fit the model for a day.

    Parameters
    ----------
    hits
        The student's balls in any order; only those that count and were hit by `as_of` are used.
    asked
        The shot types wanted.
    changes
        Changes of technique or of a club; those after `as_of` do nothing.
    """
    past = sorted((change for change in changes if change.on <= as_of), key=_moment)
    grouped = group_hits(hits, as_of, past)
    place = {point: i for i, point in enumerate(dict.fromkeys(asked))}
    number = len(place)
    for point in grouped.points:
        place.setdefault(point, len(place))
    points = list(place)
    arrays = Points.of(points)
    mean, prior = mean_log_carry(arrays), covariance(arrays)
    of_hit = np.array([place[point] for point in grouped.points], dtype=np.intp)
    groups = grouped.groups
    at = of_hit[groups.point] if len(of_hit) else np.zeros(0, dtype=np.intp)
    noise, lasting = noise_covariance(groups, arrays.club[at], arrays.same[at])
    if past:
        own = [points[i] for i in at]
        touched = [
            (c, np.array([c.touches(p.club, p.arm_deg, p.trajectory) for p in own], dtype=bool)) for c in past
        ]
        changed = change_covariance(groups, touched, arrays.same[at])
        noise += changed
        lasting += changed
    same = np.equal.outer(arrays.same, arrays.same)
    prior += cell_square(mean[at], prior[np.ix_(at, at)], same[np.ix_(at, at)], groups.mean, noise) * same
    result = posterior(mean, prior, at, groups.mean, noise)
    noise[np.diag_indices_from(noise)] += result.widened
    return Fit(points, number, grouped, at, mean, prior, noise, lasting, result)


def _moment(change: Change) -> tuple[date, float]:
    """Changes in order: one without a moment is from the beginning of its day."""
    return change.on, change.at.timestamp() if change.at else 0.0
