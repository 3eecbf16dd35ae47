"""The ground that balls finish on: rectangles around the pin, and what it takes to hole out from each."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.special import ndtr

from oxgang.core.pick.situation import Band, Situation, Trouble
from oxgang.core.pick.strokes import Baseline, Surface
from oxgang.core.words.shots import Lie

Array = NDArray[np.float64]

# One who aims at the green wants to hole out in so many from the pitch on.
WANTED: Final = 3.0
# The plane around the pin: how far it reaches short of it, past it and aside, and how fine it is
# close to the pin, around the green and beyond [yd]. Balls further off count at its edge. The edges
# of usual greens are edges of its strips.
SHORT_YD, PAST_YD, ASIDE_YD = 260.0, 120.0, 80.0
FINE: Final = ((4.0, 0.25), (16.0, 0.5), (46.0, 2.0), (100.0, 6.0), (400.0, 20.0))
LEAST_SD: Final = 1e-6
# Within so many deviations all balls are.
ALL_SD: Final = 7.5
# A ball out of water is dropped so far short of it [yd].
DROP_YD: Final = 2.0


@dataclass(frozen=True, slots=True)
class Plane:
    """What places around a pin cost, by rectangles: `x` (along, past the pin) and `y` (to one side,
    both are alike) are their edges [yd], `cost` strokes to hole out, `over` the chance of more than
    two of them, shape (nx, ny); `kind` is the place in `Trouble` of what lies in each strip along,
    -1 for nothing, shape (nx).
    """

    situation: Situation
    x: Array
    y: Array
    cost: Array
    over: Array
    kind: NDArray[np.int8]

    def along(self, mean: ArrayLike, sd: ArrayLike) -> Array:
        """How many balls finish in each strip along, shape (..., nx)."""
        return parts(self.x, np.asarray(mean)[..., None], np.asarray(sd)[..., None], True)

    def across(self, sd: ArrayLike) -> Array:
        """How many finish in each strip across, both sides together, shape (..., ny)."""
        wide = np.asarray(sd)[..., None]
        return 2 * parts(self.y, np.zeros_like(wide), wide, False)

    @property
    def green(self) -> NDArray[np.bool_]:
        """Which strips along are green, without trouble across it."""
        s = self.situation
        return (self.x[:-1] >= -s.front_yd) & (self.x[1:] <= s.back_yd) & (self.kind < 0)


def plane_of(situation: Situation, baseline: Baseline) -> Plane:
    """The plane of a situation, for a student of this level."""
    s = situation
    edges = [-s.front_yd, s.back_yd]
    edges += [e - s.pin_yd for band in s.trouble for e in (band.from_yd, band.to_yd)]
    x = _cut(-SHORT_YD, PAST_YD, edges)
    y = _cut(0.0, ASIDE_YD, [s.width_yd / 2])
    along, across = (x[1:] + x[:-1]) / 2, (y[1:] + y[:-1]) / 2
    distance = np.hypot(along[:, None], across[None, :])
    deep = (along > -s.front_yd) & (along < s.back_yd)
    cost = np.where(
        deep[:, None] & (across < s.width_yd / 2)[None, :],
        baseline.strokes(Surface.GREEN, distance),
        np.where(
            (along < -s.front_yd)[:, None],
            baseline.strokes(Surface.FAIRWAY, distance),
            baseline.strokes(Surface.ROUGH, distance),
        ),
    )
    kind, worst = np.full(len(along), -1, dtype=np.int8), np.zeros(len(along))
    for band in s.trouble:
        rows = np.flatnonzero((along + s.pin_yd > band.from_yd) & (along + s.pin_yd < band.to_yd))
        there = _in_band(band, distance[rows], s, baseline)
        # Trouble is never better than what it lies in, and of two bands the worse counts.
        worse = rows[there[:, 0] > worst[rows]]
        kind[worse] = list(Trouble).index(band.kind)
        worst[rows] = np.maximum(worst[rows], there[:, 0])
        cost[rows] = np.maximum(cost[rows], there)
    # A place that takes so many on average takes the whole numbers next to it.
    return Plane(s, x, y, cost, np.clip(cost - (WANTED - 1), 0.0, 1.0), kind)


def _cut(lo: float, hi: float, edges: Sequence[float]) -> Array:
    """Edges of strips around the pin, fine near it, and these."""
    away = [0.0]
    for reach, step in FINE:
        while away[-1] < reach:
            away.append(away[-1] + step)
    out = np.array(away)
    every = np.unique(np.concatenate([-out, out, edges]))
    return np.concatenate([[lo], every[(every > lo) & (every < hi)], [hi]])


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


def parts(edges: Array, mean: Array, sd: Array, both: bool | None) -> Array:
    """Shares of normal balls between the edges. Those beyond are in the outermost strips: at both
    ends, at the far one, or (None) nowhere."""
    off = (edges - mean) / np.maximum(sd, LEAST_SD)
    below = (off > 0).astype(float)
    near = np.abs(off) < ALL_SD
    below[near] = ndtr(off[near])
    if both:
        below[..., 0] = 0.0
    if both is not None:
        below[..., -1] = 1.0
    return np.asarray(np.diff(below, axis=-1))
