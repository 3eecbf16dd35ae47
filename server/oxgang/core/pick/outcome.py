"""What the balls of a shot cost: where they finish, and what it takes to hole out from there.

The plane is cut into rectangles whose edges are those of the green and of the trouble; what a place
costs is taken at their middles, how many balls finish in each is exact (normal along and across).
Each shot is solid balls and the kinds of mishits. A stroke here is the one played and all that
follow.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray
from scipy.special import ndtr

from oxgang.core.pick.mishits import Mishit
from oxgang.core.pick.pattern import Pattern
from oxgang.core.pick.plane import LEAST_SD, Plane, parts
from oxgang.core.pick.situation import STAYS_IN, Trouble
from oxgang.core.words.measurements import FEET_A_YARD

Array = NDArray[np.float64]

TEN_FEET_YD: Final = 10 / FEET_A_YARD
# Strips of the circle of ten feet.
STRIPS: Final = 32
# How a shot's mean may be off, for the uncertainty of its strokes: points of the normal law and
# their weights (Gauss and Hermite, three points).
_NODES, _WEIGHTS = np.polynomial.hermite_e.hermegauss(3)
_WEIGHTS = _WEIGHTS / _WEIGHTS.sum()
# Where a shot would best finish is looked for so far to either side of where it does [yd].
AIMS: Final = np.arange(-8.0, 8.5, 1.0)
# So few balls do not count.
NEGLIGIBLE: Final = 1e-4


@dataclass(frozen=True, slots=True)
class Caught:
    """What trouble catches of a shot's balls on their way: how many, what they cost on top
    [strokes], how many of them would have been on the green, inside ten feet, and are now among
    those that need more than three."""

    share: float = 0.0
    strokes: float = 0.0
    on_green: float = 0.0
    inside_10ft: float = 0.0
    over_three: float = 0.0


@dataclass(frozen=True, slots=True)
class Outcome:
    """What becomes of a shot's balls, mishits included, by where they finish: shares of balls and
    strokes. What is caught on its way is apart (`caught`) and in `cost`, `on`, `near` and `worse`.

    `unsure` is the deviation of the strokes for what is not known of the shot's carry and run, and
    `by_run` what the strokes would be more where the ground runs less, as believed, and more, by a
    deviation of what is not known of it: the same for all shots of a student on a day. `over_three`
    are those that need more than three in all; `trouble` has the share that finishes in each kind.
    """

    on_green: float
    inside_10ft: float
    strokes: float
    unsure: float
    by_run: tuple[float, float, float]
    over_three: float
    short: float
    long: float
    trouble: dict[Trouble, float]
    caught: Caught

    @property
    def cost(self) -> float:
        """Strokes, with what is caught: what shots are compared by."""
        return self.strokes + self.caught.strokes

    @property
    def by_carry(self) -> float:
        """What of `unsure` is the carry's doing [strokes]."""
        less, _, more = self.by_run
        return math.sqrt(max(self.unsure**2 - (less**2 + more**2) / 2, 0.0))

    @property
    def band(self) -> tuple[float, float, float]:
        """What it costs where the ground runs less, as believed, and more."""
        less, as_is, more = (self.cost + by for by in self.by_run)
        return less, as_is, more

    @property
    def on(self) -> float:
        """Share of balls on the green that get there."""
        return self.on_green - self.caught.on_green

    @property
    def near(self) -> float:
        """Share of balls inside ten feet that get there."""
        return self.inside_10ft - self.caught.inside_10ft

    @property
    def worse(self) -> float:
        """Share of balls that need more than three, with what is caught."""
        return self.over_three + self.caught.over_three


@dataclass(frozen=True, slots=True)
class Balls:
    """The balls of shots around a pin [yd past it]: solid ones, then each kind of mishit, shape
    (n, 1 + kinds): how many they are, where they finish along (mean, deviation), how wide.

    `carry`, `run` are those of solid balls with their deviations, `off` how well the mean is known,
    `run_off` how well the run is, and `own` the deviation of what is neither; shape (n,).
    """

    weight: Array
    mean: Array
    sd: Array
    wide: Array
    carry: Array
    carry_sd: Array
    run: Array
    run_sd: Array
    off: Array
    run_off: Array
    own: Array


def balls_of(patterns: Sequence[Pattern], kinds: Sequence[Mishit], pins_yd: ArrayLike) -> Balls:
    """The balls of shots, each at its pin [yd from the ball], a scalar or shape (n,)."""
    names = (
        "mishit_share",
        "finish_yd",
        "finish_sd_yd",
        "lateral_sd_yd",
        "carry_yd",
        "carry_sd_yd",
        "run_yd",
        "run_sd_yd",
        "mean_sd_yd",
        "run_off_yd",
        "ball_sd_yd",
    )
    rows = np.array([[getattr(p, name) for name in names] for p in patterns], dtype=float)
    missed, finish, finish_sd, wide = rows[:, 0:1], rows[:, 1:2], rows[:, 2:3], rows[:, 3:4]
    carry, carry_sd, run, run_sd, off, run_off, ball_sd = rows[:, 4:].T
    share, at, spread, wider = (
        np.array([[getattr(k, name) for k in kinds]], dtype=float)
        for name in ("share", "finish", "finish_sd", "wide")
    )
    pins = np.broadcast_to(np.asarray(pins_yd, float), carry.shape)
    return Balls(
        np.hstack([1 - missed, missed * share / max(float(share.sum()), LEAST_SD)]),
        np.hstack([finish, finish * at]) - pins[:, None],
        np.maximum(np.hstack([finish_sd, np.abs(finish) * spread]), LEAST_SD),
        np.maximum(np.hstack([wide, wide * wider]), LEAST_SD),
        carry - pins,
        np.maximum(carry_sd, LEAST_SD),
        run,
        np.maximum(run_sd, LEAST_SD),
        off,
        run_off,
        np.maximum(np.hypot(ball_sd, run_sd), LEAST_SD),
    )


def outcomes_of(patterns: Sequence[Pattern], kinds: Sequence[Mishit], plane: Plane) -> list[Outcome]:
    """What becomes of each shot's balls."""
    if not patterns:
        return []
    return outcomes(balls_of(patterns, kinds, plane.situation.pin_yd), plane)


@dataclass(frozen=True, slots=True)
class Spread:
    """How many of the balls finish in each strip: along and across (shape (n, 1 + kinds, strips)),
    along for each point at which the solid ball's carry and then its run may be (n, points, strips),
    and inside ten feet of the pin by strips of that circle."""

    along: Array
    across: Array
    unsure: Array
    inside: Array


def _spread_of(balls: Balls, plane: Plane) -> Spread:
    """How balls spread over the strips of a plane."""
    edges, half = _circle(plane)
    within = parts(edges, balls.mean[..., None], balls.sd[..., None], None)
    return Spread(
        plane.along(balls.mean, balls.sd),
        plane.across(balls.wide),
        np.concatenate(
            [
                plane.along(balls.mean[:, [0]] + balls.off[:, None] * _NODES, balls.own[:, None]),
                plane.along(
                    balls.mean[:, [0]] + balls.run_off[:, None] * (-1.0, 0.0, 1.0),
                    np.hypot(balls.own, balls.off)[:, None],
                ),
            ],
            axis=1,
        ),
        within * (1 - 2 * ndtr(-half / balls.wide[..., None])),
    )


def outcomes(balls: Balls, plane: Plane) -> list[Outcome]:
    """What becomes of balls on a plane, shot by shot."""
    s, weight, mean, sd = plane.situation, balls.weight, balls.mean, balls.sd
    spread = _spread_of(balls, plane)
    along, across = spread.along, spread.across
    on_across = 1 - 2 * ndtr(-s.width_yd / 2 / balls.wide)
    parts = [
        along[..., plane.green].sum(-1) * on_across,
        spread.inside[..., _on_green(plane)].sum(-1),
        ((along @ plane.cost) * across).sum(-1),
        ((along @ plane.over) * across).sum(-1),
        ndtr((-s.front_yd - mean) / sd),
        ndtr((mean - s.back_yd) / sd),
        *(along[..., plane.kind == i].sum(-1) for i in range(len(Trouble))),
    ]
    total = np.stack([(weight * part).sum(1) for part in parts], 1)
    (unsure, by_run), caught = _unsure(balls, plane, spread), _caught(balls, plane, spread)
    kinds = list(Trouble) if s.trouble else []
    return [
        Outcome(
            on,
            inside,
            1 + strokes,
            float(unsure[i]),
            (float(by_run[i, 0]), 0.0, float(by_run[i, 2])),
            over,
            short,
            long,
            {kind: share for kind, share in zip(kinds, in_it, strict=False) if share},
            caught[i],
        )
        for i, (on, inside, strokes, over, short, long, *in_it) in enumerate(total.tolist())
    ]


def mean_left(balls: Balls, plane: Plane) -> Array:
    """How far from the hole balls finish on average [yd], shape (n,); what trouble catches is not
    counted."""
    along, across = ((edges[1:] + edges[:-1]) / 2 for edges in (plane.x, plane.y))
    left = np.hypot(along[:, None], across[None, :])
    spread = ((plane.along(balls.mean, balls.sd) @ left) * plane.across(balls.wide)).sum(-1)
    return np.asarray((balls.weight * spread).sum(1))


def best_finish(pattern: Pattern, kinds: Sequence[Mishit], plane: Plane) -> tuple[float, float]:
    """Where this shot's solid balls would best finish, past the pin [yd, - is short of it], and
    what that saves against finishing at it [strokes]."""
    pin = plane.situation.pin_yd
    balls = balls_of([pattern] * len(AIMS), kinds, pin)
    # As the shot is made longer or shorter its mishits go along.
    scale = (pin + AIMS) / max(pattern.finish_yd, 1.0)
    moved = replace(
        balls,
        mean=(balls.mean + pin) * scale[:, None] - pin,
        carry=(balls.carry + pin) * scale - pin,
        run=balls.run * scale,
    )
    found = np.array([outcome.cost for outcome in outcomes(moved, plane)])
    at = int(found.argmin())
    return float(AIMS[at]), float(found[AIMS == 0.0][0] - found[at])


def _circle(plane: Plane) -> tuple[Array, Array]:
    """Edges along of strips of the circle of ten feet around the pin, as far as it is green, and half
    their widths."""
    s = plane.situation
    edges = np.linspace(-min(TEN_FEET_YD, s.front_yd), min(TEN_FEET_YD, s.back_yd), STRIPS + 1)
    middle = (edges[1:] + edges[:-1]) / 2
    return edges, np.sqrt(TEN_FEET_YD**2 - middle**2)


def _on_green(plane: Plane) -> NDArray[np.bool_]:
    """Which strips of the circle have no trouble across them."""
    edges, _ = _circle(plane)
    return plane.green[np.searchsorted(plane.x, (edges[1:] + edges[:-1]) / 2) - 1]


def _unsure(balls: Balls, plane: Plane, spread: Spread) -> tuple[Array, Array]:
    """Deviation of each shot's strokes for what is not known of its carry and run, shape (n,), and what
    they are more with less run, with the run believed and with more, shape (n, 3)."""
    cost = spread.across[:, 0] @ plane.cost.T
    strokes = np.einsum("nax,nx->na", spread.unsure, cost)
    by_carry, by_run = strokes[:, : len(_NODES)], strokes[:, len(_NODES) :]
    middle = by_carry @ _WEIGHTS
    solid = balls.weight[:, 0]
    of_carry = (by_carry - middle[:, None]) ** 2 @ _WEIGHTS
    moved = by_run - by_run[:, 1:2]
    of_run = (moved[:, 0] ** 2 + moved[:, 2] ** 2) / 2
    return solid * np.sqrt(of_carry + of_run), solid[:, None] * moved


def _caught(balls: Balls, plane: Plane, spread: Spread) -> list[Caught]:
    """What sand, water or out of bounds catches of the solid balls on their way: they come down in
    it, or short of it and would have run through."""
    n = len(balls.carry)
    holds = np.isin(plane.kind, [i for i, kind in enumerate(Trouble) if kind in STAYS_IN])
    if not holds.any():
        return [Caught()] * n
    there = plane.along(balls.carry, balls.carry_sd)
    # From each strip along the first one that holds a ball, and the first beyond that trouble.
    at = np.arange(len(holds))
    stop = _next(holds)
    beyond = _next(~holds)[np.minimum(stop, len(at) - 1)]
    rows = np.flatnonzero((stop < len(at)) & (there.max(0) > NEGLIGIBLE))
    middle = (plane.x[rows] + plane.x[rows + 1]) / 2
    some = np.flatnonzero(there[:, rows].sum(1) > NEGLIGIBLE)
    on = plane.along(middle[None, :] + balls.run[some, None], balls.run_sd[some, None])
    # A ball that comes down in it stays there; one short of it must have run beyond it.
    past = holds[rows][:, None] | (at[None, :] >= beyond[rows][:, None])
    solid = balls.weight[some, 0][:, None] * there[np.ix_(some, rows)]
    # How many are caught that come down in a row and would have finished in a strip.
    caught = solid[:, :, None] * on * past
    across = spread.across[some, 0]

    def more(places: Array) -> Array:
        cost = across @ places.T
        dearer = np.maximum(cost[:, stop[rows], None] - cost[:, None, :], 0.0)
        return np.asarray(np.einsum("nrx,nrx->n", caught, dearer))

    wide = balls.wide[some, 0][:, None]
    finish = caught.sum(1)
    on_green = 1 - 2 * ndtr(-plane.situation.width_yd / 2 / wide)
    strip = (plane.x[1:] + plane.x[:-1]) / 2
    half = np.sqrt(np.maximum(TEN_FEET_YD**2 - strip**2, 0.0)) * plane.green
    inside = 1 - 2 * ndtr(-half[None, :] / wide)
    values = np.zeros((n, 5))
    values[some] = np.stack(
        [
            finish.sum(1),
            more(plane.cost),
            (finish * plane.green * on_green).sum(1),
            (finish * inside).sum(1),
            more(plane.over),
        ],
        1,
    )
    return [Caught(*row) for row in values.tolist()]


def _next(which: NDArray[np.bool_]) -> NDArray[np.intp]:
    """From each place the next one, itself included, that is so; their number where none is."""
    n = len(which)
    places = np.where(which, np.arange(n), n)
    return np.asarray(np.minimum.accumulate(places[::-1])[::-1])
