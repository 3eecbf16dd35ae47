"""What has changed: the whole student, one club, one swing length, or one cell.

Each is a hypothesis: all carries in its scope have moved by the same share, of which it is only
known beforehand how large such moves are. The balls then give each its probability by Bayes' rule,
against the hypothesis that nothing moved. The balls' scatter, the day, what conditions leave open
and what the matrix of before does not know are all in the covariance, so that none of them passes
for a change.

References
----------
Kass and Raftery (1995), Bayes factors, JASA 90, 773-795, equation 1; the marginal likelihood of a
Gaussian shift in closed form by Sherman and Morrison (1950), Annals of Mathematical Statistics 21,
124-127. Probabilities beforehand and sizes of changes are
common practice, no published source.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import Final

import numpy as np
from numpy.typing import NDArray
from scipy.linalg import cho_factor, cho_solve

from oxgang.core.carry.prior import Point
from oxgang.core.words.complete import complete
from oxgang.core.words.intervals import Z
from oxgang.core.words.shots import Trajectory
from oxgang.core.words.swing import same_swing

Array = NDArray[np.float64]


class Reach(StrEnum):
    STUDENT = "student"
    CLUB = "club"
    SWING = "swing"
    CELL = "cell"


# Beforehand: how probable it is that something moved, shared among the scopes of a reach.
BEFOREHAND: Final = complete(
    Reach, {Reach.STUDENT: 0.18, Reach.CLUB: 0.08, Reach.SWING: 0.04, Reach.CELL: 0.04}
)
# How large a move is, as a standard deviation of log carry.
SIZE: Final = complete(Reach, {Reach.STUDENT: 0.06, Reach.CLUB: 0.06, Reach.SWING: 0.06, Reach.CELL: 0.08})
# A scope with fewer new balls than this is not judged on its own.
FEWEST_BALLS: Final = 3


@dataclass(frozen=True, slots=True)
class Scope:
    """Which shots: `club`, `arm_deg` and `trajectory` are empty where all are meant."""

    reach: Reach
    club: str = ""
    arm_deg: float | None = None
    trajectory: Trajectory | None = None

    def holds(self, point: Point) -> bool:
        """Whether a shot type is in it."""
        return (
            self.club in ("", point.club)
            and (self.arm_deg is None or same_swing(self.arm_deg, point.arm_deg))
            and self.trajectory in (None, point.trajectory)
        )


@dataclass(frozen=True, slots=True)
class Suspicion:
    """A scope, the probability that it (and only it) has moved, and by what share of the carry.

    `lo` and `hi` bound the share at the level of `intervals` if it has.
    """

    scope: Scope
    probability: float
    share: float
    lo: float
    hi: float
    balls: int


def scopes_of(points: list[Point], balls: NDArray[np.intp]) -> list[Scope]:
    """Every scope that the new balls can tell of, the whole student first.

    Parameters
    ----------
    points, balls
        Shot type and number of balls of each group of new balls.
    """
    found = [Scope(Reach.STUDENT)]
    found += [Scope(Reach.CLUB, club) for club in dict.fromkeys(p.club for p in points)]
    found += [Scope(Reach.SWING, arm_deg=arm) for arm in dict.fromkeys(p.arm_deg for p in points)]
    found += [Scope(Reach.CELL, p.club, p.arm_deg, p.trajectory) for p in dict.fromkeys(points)]
    kept: list[Scope] = []
    seen: set[tuple[bool, ...]] = set()
    for scope in found:
        inside = tuple(scope.holds(point) for point in points)
        # Two scopes with the same balls cannot be told apart: the wider one stands for both.
        if inside in seen or int(balls[list(inside)].sum()) < FEWEST_BALLS:
            continue
        seen.add(inside)
        kept.append(scope)
    return kept


def suspicions(
    points: list[Point], balls: NDArray[np.intp], off: Array, covariance: Array
) -> tuple[float, list[Suspicion]]:
    """The probability that nothing moved, and each scope's, most probable first.

    Parameters
    ----------
    points, balls, off
        Shot type, number of balls and distance from the matrix of before [log carry] of each group
        of new balls, shape (g,).
    covariance
        Of `off` when nothing moved, shape (g, g).
    """
    scopes = scopes_of(points, balls)
    factor = cho_factor(covariance, lower=True)
    solved = cho_solve(factor, off)
    number = {reach: sum(s.reach is reach for s in scopes) for reach in Reach}
    weights, found = [], []
    for scope in scopes:
        inside = np.array([scope.holds(point) for point in points], dtype=float)
        information = float(inside @ cho_solve(factor, inside))
        pull = float(inside @ solved)
        size = SIZE[scope.reach] ** 2
        growth = 1 + size * information
        log_factor = 0.5 * (size * pull**2 / growth - np.log(growth))
        mean, sd = size * pull / growth, float(np.sqrt(size / growth))
        weights.append(BEFOREHAND[scope.reach] / number[scope.reach] * np.exp(min(log_factor, 600)))
        share = [float(np.expm1(mean + step * sd)) for step in (0, -Z, Z)]
        hit = int(balls[inside > 0].sum())
        found.append(Suspicion(scope, 0.0, share[0], share[1], share[2], hit))
    nothing = 1 - sum(BEFOREHAND[reach] for reach in Reach if number[reach])
    total = nothing + sum(weights)
    judged = [
        Suspicion(s.scope, float(w / total), s.share, s.lo, s.hi, s.balls)
        for s, w in zip(found, weights, strict=True)
    ]
    return float(nothing / total), sorted(judged, key=lambda s: -s.probability)
