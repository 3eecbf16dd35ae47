"""Why a cell's number is what it is: its balls, its neighbours, the rule of thumb."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.cells import Matrix
from oxgang.core.carry.posterior import posterior
from oxgang.core.words.shots import CellKey

MOST_NEIGHBOURS: Final = 4


@dataclass(frozen=True, slots=True)
class Source:
    """One of three sources: the carry it alone would give [yd], and its share in the number."""

    carry_yd: float | None
    share: float


@dataclass(frozen=True, slots=True)
class Neighbour:
    """Another shot type that moved the number: its own mean [yd], balls and share of weight."""

    club: str
    arm_deg: float
    trajectory: str
    carry_yd: float
    balls: int
    share: float


@dataclass(frozen=True, slots=True)
class Why:
    """What stands behind one cell. Shares add up to 1."""

    own: Source
    neighbours: Source
    rule: Source
    strongest: list[Neighbour]


def why(matrix: Matrix, key: CellKey) -> Why:
    """What stands behind a cell.

    The shares are the sums of the posterior's weights on the cell's own groups and on all others,
    and what is left to the prior mean, each taken as at least 0.

    Raises
    ------
    InputError
        When the matrix has no such cell.
    """
    fitted = matrix.fit
    row = int(matrix.rows[matrix.place(key)])
    groups = fitted.hits.groups
    own = np.array([_stands_in(matrix, i, row) for i in fitted.at], dtype=bool)
    weights = fitted.posterior.weights[row] if len(own) else np.zeros(0)
    own_weight = max(0.0, float(weights[own].sum()))
    other_weight = max(0.0, float(weights[~own].sum()))
    rule_weight = max(0.0, 1.0 - own_weight - other_weight)
    total = own_weight + other_weight + rule_weight
    own_carry = None
    if own.any():
        exact = 1 / groups.variance[own]
        own_carry = float(np.exp(np.average(groups.mean[own], weights=exact)))
    others = None
    if (~own).any():
        rest = posterior(
            fitted.prior_mean,
            fitted.prior,
            fitted.at[~own],
            groups.mean[~own],
            fitted.noise[np.ix_(~own, ~own)],
        )
        others = float(np.exp(rest.mean[row]))
    return Why(
        Source(own_carry, own_weight / total),
        Source(others, other_weight / total),
        Source(float(np.exp(fitted.prior_mean[row])), rule_weight / total),
        _strongest(matrix, own, weights),
    )


def _stands_in(matrix: Matrix, point: int, row: int) -> bool:
    """Whether a shot type stands in a cell: it is the cell's, or its balls were put there."""
    if point == row:
        return True
    a, b = matrix.fit.points[point], matrix.fit.points[row]
    same = (a.club, a.trajectory, a.spin, a.tempo) == (b.club, b.trajectory, b.spin, b.tempo)
    if not same or point in matrix.rows:
        return False
    arms = [matrix.fit.points[i].arm_deg for i in matrix.rows]
    nearest: float = min(arms, key=lambda arm: (abs(arm - a.arm_deg), arm))
    return bool(nearest == b.arm_deg)


def _strongest(
    matrix: Matrix, own: NDArray[np.bool_], weights: NDArray[np.float64]
) -> list[Neighbour]:
    fitted = matrix.fit
    by_point: dict[int, list[int]] = {}
    for group in np.flatnonzero(~own):
        by_point.setdefault(int(fitted.at[group]), []).append(int(group))
    total = float(np.abs(weights).sum()) or 1.0
    found = []
    for point, members in by_point.items():
        type_ = fitted.points[point]
        mean = float(np.exp(fitted.hits.groups.mean[members].mean()))
        balls = int(fitted.hits.groups.balls[members].sum())
        share = float(weights[members].sum()) / total
        found.append(Neighbour(type_.club, type_.arm_deg, type_.trajectory, mean, balls, share))
    return sorted(found, key=lambda n: -abs(n.share))[:MOST_NEIGHBOURS]
