"""Why a cell's number is what it is: its balls, its neighbours, the rule of thumb."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.fractions import fraction_of, share_of
from oxgang.core.carry.matrix import Matrix
from oxgang.core.words.shots import CellKey

MOST_NEIGHBOURS: Final = 4
# A reason that moves the number by less is none [yd].
MOVED_YD: Final = 0.05


class Reason(StrEnum):
    """What a number starts from and what moves it, in this order."""

    OWN = "own"
    RULE = "rule"
    SHORTER = "shorter"
    OTHERS = "others"
    ORDER = "order"
    HELD = "held"


@dataclass(frozen=True, slots=True)
class Step:
    """Where a number stands [yd] once a reason has had its say. The last is the number."""

    reason: Reason
    stands_yd: float


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
    """What stands behind one cell: the steps to its number, the rule of thumb [yd] with the swing's
    fraction, and the other shot types that have most weight in it."""

    steps: list[Step]
    rule_yd: float
    strongest: list[Neighbour]


def why(matrix: Matrix, key: CellKey, back_in: float = 0.0, down_in: float = 0.0) -> Why:
    """What stands behind a cell, or an adjustment of it [inches] that has balls.

    A cell with balls of its own starts from their mean, any other from the rule of thumb and that a
    shorter swing carries more than its fraction; then come what all others say of it, order, and that
    a number stays with its own balls.

    Raises
    ------
    InputError
        When the matrix has no such cell.
    """
    fitted, centres = matrix.fit, matrix.centres
    place = matrix.place(key, back_in, down_in)
    row = int(matrix.rows[place])
    believed, arm = float(fitted.prior_mean[row]), fitted.points[row].arm_deg
    rule = believed + float(np.log(fraction_of(arm) / share_of(arm)))
    own = float(centres.own.mean[place])
    if np.isnan(own):
        steps, moves = [Step(Reason.RULE, float(np.exp(rule)))], [(Reason.SHORTER, believed)]
    else:
        steps, moves = [Step(Reason.OWN, float(np.exp(own)))], []
    moves += [
        (Reason.OTHERS, float(centres.model[place])),
        (Reason.ORDER, float(centres.ordered[place])),
        (Reason.HELD, float(centres.held[place])),
    ]
    for reason, level in moves:
        stands = float(np.exp(level))
        if abs(stands - steps[-1].stands_yd) >= MOVED_YD:
            steps.append(Step(reason, stands))
    number = float(np.exp(centres.held[place]))
    steps[-1] = replace(steps[-1], stands_yd=number)
    mine = fitted.at == row
    weights = fitted.posterior.weights[row] if len(mine) else np.zeros(0)
    return Why(steps, float(np.exp(rule)), _strongest(matrix, mine, weights))


def _strongest(matrix: Matrix, own: NDArray[np.bool_], weights: NDArray[np.float64]) -> list[Neighbour]:
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
