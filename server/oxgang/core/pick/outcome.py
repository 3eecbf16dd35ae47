"""What the balls of a shot cost: where they finish, and what it takes to hole out from there.

The plane is cut into rectangles whose edges are those of the green and of the trouble; what a place
costs is taken at their middles, how many balls finish in each is exact (normal along and across).
Each shot is solid balls and the kinds of mishits. A stroke here is the one played and all that
follow.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import sqrt
from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.special import ndtr

from oxgang.core.pick.mishits import Mishit
from oxgang.core.pick.pattern import Pattern
from oxgang.core.pick.situation import STAYS_IN, Band, Situation, Trouble
from oxgang.core.pick.strokes import FEET_PER_YD, Baseline, Surface
from oxgang.core.words.shots import Lie

Array = NDArray[np.float64]

TEN_FEET_YD: Final = 10 / FEET_PER_YD
# A ball out of water is dropped so far short of it [yd].
DROP_YD: Final = 2.0
# One who aims at the green wants to hole out in so many from the pitch on.
WANTED: Final = 3.0
# The plane: how far it reaches short of the ball, past the pin and to a side, and how fine it is
# close to the pin, close to the green and beyond [yd]. Balls beyond count at its edge.
SHORT_YD, PAST_YD, ASIDE_YD = 20.0, 120.0, 80.0
FINE: Final = ((4.0, 0.25), (16.0, 0.5), (45.0, 1.0), (400.0, 3.0))
# Strips of the circle of ten feet.
STRIPS: Final = 48
# How a shot's mean may be off, for the uncertainty of its strokes: points of the normal law and
# their weights (Gauss and Hermite, five points).
_NODES, _WEIGHTS = np.polynomial.hermite_e.hermegauss(5)
_WEIGHTS = _WEIGHTS / _WEIGHTS.sum()
# Where a shot would best finish is looked for so far to either side of where it does [yd].
AIMS: Final = np.arange(-15.0, 15.5, 1.0)
LEAST_SD: Final = 1e-6
# So few balls do not count.
NEGLIGIBLE: Final = 1e-5


@dataclass(frozen=True, slots=True)
class Outcome:
    """What becomes of a shot's balls, mishits included. Shares of balls, strokes.

    `strokes` goes by where a ball finishes; `stays` is what those cost on top that come down in
    sand or water on their way, and stay there. `unsure` is the deviation of the strokes for what is
    not known of the shot's mean. `over_three` are those that need more than three in all. `trouble`
    has the share that finishes in each kind.
    """

    on_green: float
    inside_10ft: float
    strokes: float
    unsure: float
    stays: float
    lands_in: float
    over_three: float
    short: float
    long: float
    trouble: dict[Trouble, float]

    @property
    def cost(self) -> float:
        """Strokes with what stays where it comes down: what shots are compared by."""
        return self.strokes + self.stays


@dataclass(frozen=True, slots=True)
class Plane:
    """What places cost, by rectangles: `x` and `y` are their edges [yd] (y to one side, both are
    alike), `cost` strokes to hole out, `over` the chance of more than two of them (nx, ny);
    `row_kind` and `row_cost` are those of trouble along (nx).
    """

    situation: Situation
    x: Array
    y: Array
    cost: Array
    over: Array
    row_kind: NDArray[np.int8]
    row_cost: Array

    def along(self, mean: ArrayLike, sd: ArrayLike) -> Array:
        """How many balls finish in each strip along, shape (..., nx)."""
        return _parts(self.x, np.asarray(mean)[..., None], np.asarray(sd)[..., None], True)

    def across(self, sd: ArrayLike) -> Array:
        """How many finish in each strip across, both sides together, shape (..., ny)."""
        wide = np.asarray(sd)[..., None]
        return 2 * _parts(self.y, np.zeros_like(wide), wide, False)


def plane_of(situation: Situation, baseline: Baseline) -> Plane:
    """The plane of a situation, for a student of this level."""
    s = situation
    front, back = s.green
    x = _cut(-SHORT_YD, s.pin_yd + PAST_YD, s.pin_yd)
    edges = [front, back, *(e for b in s.trouble for e in (b.from_yd, b.to_yd))]
    x = np.unique(np.concatenate([x, [e for e in edges if x[0] < e < x[-1]]]))
    y = np.unique(np.concatenate([_cut(0.0, ASIDE_YD, 0.0), [s.width_yd / 2]]))
    along, across = (x[1:] + x[:-1]) / 2, (y[1:] + y[:-1]) / 2
    distance = np.hypot(along[:, None] - s.pin_yd, across[None, :])
    on = ((along > front) & (along < back))[:, None] & (across < s.width_yd / 2)[None, :]
    short = np.broadcast_to((along < front)[:, None], distance.shape)
    cost = np.where(
        on,
        baseline.strokes(Surface.GREEN, distance),
        np.where(
            short,
            baseline.strokes(Surface.FAIRWAY, distance),
            baseline.strokes(Surface.ROUGH, distance),
        ),
    )
    row_kind = np.full(len(along), -1, dtype=np.int8)
    row_cost = np.zeros(len(along))
    kinds = list(Trouble)
    for band in s.trouble:
        rows = np.flatnonzero((along > band.from_yd) & (along < band.to_yd))
        there = _in_band(band, distance[rows], s, baseline)
        # Trouble is never better than what it lies in, and of two bands the worse counts.
        worse = there.mean(1) > row_cost[rows]
        row_kind[rows[worse]] = kinds.index(band.kind)
        row_cost[rows] = np.maximum(row_cost[rows], there[:, 0])
        cost[rows] = np.maximum(cost[rows], there)
    # A place that takes so many on average takes the whole numbers next to it.
    over = np.clip(cost - (WANTED - 1), 0.0, 1.0)
    return Plane(s, x, y, cost, over, row_kind, row_cost)


def outcomes_of(
    patterns: Sequence[Pattern], kinds: Sequence[Mishit], plane: Plane
) -> list[Outcome]:
    """What becomes of each shot's balls."""
    if not patterns:
        return []
    s = plane.situation
    weight, mean, sd, wide = components(patterns, kinds)
    along, across = plane.along(mean, sd), plane.across(wide)
    expected = np.einsum("nkx,xy,nky->nk", along, plane.cost, across, optimize=True)
    over = np.einsum("nkx,xy,nky->nk", along, plane.over, across, optimize=True)
    front, back = s.green
    # The green's edges and those of the trouble are edges of strips.
    green = (plane.x[:-1] >= front) & (plane.x[1:] <= back) & (plane.row_kind < 0)
    on = along[..., green].sum(-1) * (1 - 2 * ndtr(-s.width_yd / 2 / wide))
    inside = _inside(s, plane, mean, sd, wide)
    rows = [along[..., plane.row_kind == i].sum(-1) for i in range(len(Trouble))]
    total = {
        name: (weight * values).sum(1)
        for name, values in {
            "on": on, "inside": inside, "strokes": expected, "over": over,
            "short": ndtr((front - mean) / sd), "long": ndtr((mean - back) / sd),
            **{kind.value: rows[i] for i, kind in enumerate(Trouble)},
        }.items()
    }  # fmt: skip
    unsure = _unsure(patterns, weight[:, 0], wide[:, 0], plane)
    stays, lands = _stay(patterns, weight[:, 0], wide[:, 0], plane)
    return [
        Outcome(
            float(total["on"][i]),
            float(total["inside"][i]),
            1 + float(total["strokes"][i]),
            float(unsure[i]),
            float(stays[i]),
            float(lands[i]),
            float(total["over"][i]),
            float(total["short"][i]),
            float(total["long"][i]),
            {kind: float(total[kind.value][i]) for kind in Trouble if total[kind.value][i] > 0},
        )
        for i in range(len(patterns))
    ]


def components(
    patterns: Sequence[Pattern], kinds: Sequence[Mishit]
) -> tuple[Array, Array, Array, Array]:
    """Solid balls and kinds of mishits of each shot: how many they are, where they finish along
    (mean, deviation) and how wide [yd]; shapes (n, 1 + kinds)."""
    missed = np.array([p.mishit_share for p in patterns])[:, None]
    finish = np.array([p.finish_yd for p in patterns])[:, None]
    solid_sd = np.array([p.finish_sd_yd for p in patterns])[:, None]
    wide = np.array([p.lateral_sd_yd for p in patterns])[:, None]
    share, at, spread, wider = (
        np.array([[getattr(k, name) for k in kinds]], dtype=float)
        for name in ("share", "finish", "finish_sd", "wide")
    )
    total = max(float(share.sum()), LEAST_SD)
    return (
        np.hstack([1 - missed, missed * share / total]),
        np.hstack([finish, finish * at]),
        np.maximum(np.hstack([solid_sd, np.abs(finish) * spread]), LEAST_SD),
        np.maximum(np.hstack([wide, wide * wider]), LEAST_SD),
    )


def best_finish(pattern: Pattern, kinds: Sequence[Mishit], plane: Plane) -> tuple[float, float]:
    """Where this shot's solid balls would best finish, past the pin [yd, - is short of it], and
    what that saves against finishing at it [strokes]."""
    pin = plane.situation.pin_yd
    weight, mean, sd, wide = (part[0] for part in components([pattern], kinds))
    cost = plane.cost @ plane.across(wide).T
    finish = max(pattern.finish_yd, 1.0)

    def strokes(aims: Array) -> Array:
        means = (pin + aims)[:, None] * (mean / finish)[None, :]
        along = plane.along(means, np.broadcast_to(sd, means.shape))
        return np.asarray(np.einsum("k,akx,xk->a", weight, along, cost))

    found = strokes(AIMS)
    at = int(found.argmin())
    return float(AIMS[at]), float(found[AIMS == 0.0][0] - found[at])


def _cut(lo: float, hi: float, pin: float) -> Array:
    """Edges of strips, fine near the pin."""
    away = [0.0]
    for reach, step in FINE:
        while away[-1] < reach:
            away.append(away[-1] + step)
    out = np.array(away)
    every = np.concatenate([pin - out[::-1], pin + out[1:]])
    return np.concatenate([[lo], every[(every > lo) & (every < hi)], [hi]])


def _parts(edges: Array, mean: Array, sd: Array, both: bool) -> Array:
    """Shares of normal balls between the edges; those beyond are in the outermost strips."""
    below = ndtr((edges - mean) / np.maximum(sd, LEAST_SD))
    if both:
        below[..., 0] = 0.0
    below[..., -1] = 1.0
    return np.asarray(np.diff(below, axis=-1))


def _in_band(band: Band, distance: Array, s: Situation, baseline: Baseline) -> Array:
    """Strokes to hole out from places in a band, shape of `distance`."""
    if band.kind is Trouble.BUNKER:
        return baseline.strokes(Surface.BUNKER, distance)
    if band.kind is Trouble.ROUGH:
        return baseline.strokes(Surface.ROUGH, distance)
    if band.kind is Trouble.WATER:
        drop = max(0.0, band.from_yd - DROP_YD)
        again = float(baseline.strokes(Surface.ROUGH, abs(s.pin_yd - drop)))
    else:
        again = float(baseline.strokes(surface_of(s.lie), s.pin_yd))
    return np.full(distance.shape, 1 + again)


def surface_of(lie: Lie) -> Surface:
    """From what a ball on this lie is to be holed out."""
    return Surface.ROUGH if lie in (Lie.ROUGH_UP, Lie.ROUGH_DOWN) else Surface.FAIRWAY


def _inside(s: Situation, plane: Plane, mean: Array, sd: Array, wide: Array) -> Array:
    """Share of balls on the green within ten feet of the pin, strip by strip of the circle."""
    edges = np.linspace(-TEN_FEET_YD, TEN_FEET_YD, STRIPS + 1)
    middle = (edges[1:] + edges[:-1]) / 2
    half = np.minimum(np.sqrt(TEN_FEET_YD**2 - middle**2), s.width_yd / 2)
    place = s.pin_yd + middle
    row = np.clip(np.searchsorted(plane.x, place) - 1, 0, len(plane.row_kind) - 1)
    on = (middle > -s.front_yd) & (middle < s.back_yd) & (plane.row_kind[row] < 0)
    along = np.diff(ndtr((s.pin_yd + edges - mean[..., None]) / sd[..., None]), axis=-1)
    across = 1 - 2 * ndtr(-half / wide[..., None])
    return np.asarray((along * across * on).sum(-1))


def _unsure(patterns: Sequence[Pattern], solid: Array, wide: Array, plane: Plane) -> Array:
    """Deviation of each shot's strokes for what is not known of its mean."""
    mean = np.array([p.finish_yd for p in patterns])
    off = np.array([p.mean_sd_yd for p in patterns])
    own = np.array([max(LEAST_SD, sqrt(p.ball_sd_yd**2 + p.run_sd_yd**2)) for p in patterns])
    cost = plane.across(wide) @ plane.cost.T
    along = plane.along(mean[:, None] + off[:, None] * _NODES, own[:, None])
    strokes = np.einsum("nax,nx->na", along, cost)
    middle = strokes @ _WEIGHTS
    return np.asarray(solid * np.sqrt(((strokes - middle[:, None]) ** 2) @ _WEIGHTS))


def _stay(
    patterns: Sequence[Pattern], solid: Array, wide: Array, plane: Plane
) -> tuple[Array, Array]:
    """What solid balls cost on top that come down in sand, water or out of bounds and would have
    run on; and how many come down there."""
    holds = [i for i, kind in enumerate(Trouble) if kind in STAYS_IN]
    rows = np.flatnonzero(np.isin(plane.row_kind, holds))
    if not len(rows):
        return np.zeros(len(patterns)), np.zeros(len(patterns))
    at = (plane.x[rows] + plane.x[rows + 1]) / 2
    cost = plane.across(wide) @ plane.cost.T
    carry = np.array([p.carry_yd for p in patterns])
    carry_sd = np.array([max(p.carry_sd_yd, LEAST_SD) for p in patterns])
    run = np.array([p.run_yd for p in patterns])
    run_sd = np.array([max(p.run_sd_yd, LEAST_SD) for p in patterns])
    there = plane.along(carry, carry_sd)[:, rows]
    more = np.zeros_like(there)
    some = np.flatnonzero(there.sum(1) > NEGLIGIBLE)
    on = plane.along(at[None, :] + run[some, None], run_sd[some, None])
    expected = np.einsum("nrx,nx->nr", on, cost[some])
    more[some] = np.maximum(cost[np.ix_(some, rows)] - expected, 0.0)
    return solid * (there * more).sum(1), solid * there.sum(1)
