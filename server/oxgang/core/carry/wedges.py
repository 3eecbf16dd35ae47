"""Comparing clubs: the best wedge, and one swing with every wedge."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from oxgang.core.carry.balls import Balls, Hit
from oxgang.core.carry.matrix import Matrix
from oxgang.core.words.intervals import tail
from oxgang.core.words.strikes import MODIFIED_Z_LIMIT

# The ranking is by draws from what is known of each club's scatter and strike.
DRAWS: Final = 2000
SEED: Final = 11
# What is believed before a ball: 6 % scatter worth a few balls, 80 % solid worth as many.
PRIOR_SD: Final = 0.06
PRIOR_BALLS: Final = 6.0
PRIOR_SOLID: Final = 0.8
# A mishit costs about a fifth of the carry; its square joins the scatter. Common practice.
MISHIT_COST: Final = 0.2


@dataclass(frozen=True, slots=True)
class Wedge:
    """One club: relative scatter of solid balls, share of solid strikes, chance to be the best.

    `scatter_lo` and `scatter_hi` bound the scatter, at `intervals.LEVEL`.
    """

    club: str
    balls: int
    solid: int
    scatter: float
    scatter_lo: float
    scatter_hi: float
    best_chance: float


def best_wedge(matrix: Matrix, hits: Sequence[Hit], clubs: Sequence[str]) -> list[Wedge]:
    """The clubs by how tight they are, tightest first, with how sure that is.

    A club's scatter is that of its solid balls about their own cell and day; mishits count against
    it. Both are drawn from their posteriors (scaled inverse chi-square, beta), and the chance to be
    best is the share of draws in which the club is the tightest of the bag.

    References
    ----------
    Gelman, Carlin, Stern, Dunson, Vehtari and Rubin (2013), Bayesian Data Analysis, third edition,
    sections 2.4 (beta) and 2.6 (scaled inverse chi-square).
    """
    squares: dict[str, float] = defaultdict(float)
    freedom: dict[str, float] = defaultdict(float)
    grouped = matrix.fit.hits
    for group in range(len(grouped.groups.mean)):
        logs = grouped.ball_log[grouped.ball_group == group]
        club = grouped.points[int(grouped.groups.point[group])].club
        limit = MODIFIED_Z_LIMIT * matrix.spread
        off = np.clip(logs - np.median(logs), -limit, limit)
        squares[club] += float((off**2).sum())
        freedom[club] += len(logs) - 1
    balls = Balls.of(hits)
    known_balls = balls.not_excluded & balls.own
    struck = {club: balls.solid[known_balls & balls.of_club(club)].tolist() for club in clubs}
    known = [club for club in clubs if struck[club]]
    if not known:
        return []
    # A club that nobody has hit may be the best: of it only what is believed before a ball counts.
    some = [*known, *(club for club in clubs if not struck[club])]
    rng = np.random.default_rng(SEED)
    scatter = np.zeros((len(some), DRAWS))
    cost = np.zeros((len(some), DRAWS))
    for i, club in enumerate(some):
        nu = PRIOR_BALLS + freedom[club]
        scale = PRIOR_BALLS * PRIOR_SD**2 + squares[club]
        scatter[i] = np.sqrt(scale / rng.chisquare(nu, DRAWS))
        solid, total = sum(struck[club]), len(struck[club])
        share = rng.beta(
            PRIOR_BALLS * PRIOR_SOLID + solid,
            PRIOR_BALLS * (1 - PRIOR_SOLID) + total - solid,
            DRAWS,
        )
        cost[i] = np.sqrt(scatter[i] ** 2 + (1 - share) * MISHIT_COST**2)
    best = np.bincount(cost.argmin(0), minlength=len(some)) / DRAWS
    low, middle, high = np.quantile(scatter, (tail(), 0.5, 1 - tail()), axis=1)
    wedges = [
        Wedge(
            club=club,
            balls=len(struck[club]),
            solid=sum(struck[club]),
            scatter=float(middle[i]),
            scatter_lo=float(low[i]),
            scatter_hi=float(high[i]),
            best_chance=float(best[i]),
        )
        for i, club in enumerate(known)
    ]
    return sorted(wedges, key=lambda w: -w.best_chance)
