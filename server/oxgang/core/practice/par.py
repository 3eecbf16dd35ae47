"""What a student should score: par, from the student's own matrix.

Each ball is solid or a mishit of the student's; a solid one scatters about its shot's carry. What
is not known of the carries, and what a day does to all of them, is shared by the balls of a round,
so that rounds differ by more than their balls: the distribution of a score is the mean, over joint
draws of the carries, of the score's distribution where they are known. There the balls are
independent, and points follow a Poisson binomial distribution (Wang 1993, On the number of
successes in independent trials, Statistica Sinica 3, 295-312; from memory).
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr

from oxgang.core.carry.noise import DAY_SD
from oxgang.core.pick.mishits import Mishit
from oxgang.core.pick.strokes import Baseline
from oxgang.core.practice.forms import Call
from oxgang.core.practice.scoring import Scoring, strokes_from
from oxgang.core.words.shots import CellKey

Array = NDArray[np.float64]

# Joint draws of the carries, a power of two as Sobol's sequence wants, and rounds played on each
# where strokes are counted.
DRAWS: Final = 256
ROUNDS: Final = 16
SEED: Final = 7
# How often a ball on the net meets its mark before it is known, as so many balls. Judgement.
USUAL_ON_NET: Final = 0.5
NET_BALLS: Final = 4.0
# Quantiles of strokes that are kept.
STROKES_AT: Final = tuple(i / 100 for i in range(1, 100))


@dataclass(frozen=True, slots=True)
class Shot:
    """How a student hits one shot: its carry [yd], the scatter of solid balls [share of the carry]
    and the share of mishits."""

    key: CellKey
    carry_yd: float
    scatter: float
    mishits: float


@dataclass(frozen=True, slots=True)
class Player:
    """How a student hits the shots: what is not known of their log carries, shape (n, n), how
    mishits finish, and how often a ball on the net meets its mark."""

    shots: Sequence[Shot]
    covariance: Array
    kinds: Sequence[Mishit]
    on_net: float = 0.5

    def place(self, key: CellKey | None) -> int | None:
        """Where a shot stands; None for one that is not known."""
        return next((i for i, shot in enumerate(self.shots) if shot.key == key), None)


@dataclass(frozen=True, slots=True)
class Par:
    """The distribution of a score over a student's days. `points` has the probability of each
    number of points, 0 upwards, `strokes` quantiles of strokes at `STROKES_AT`; one of them is
    empty. `counted` are the calls that have a shot."""

    scoring: Scoring
    mean: float
    counted: int
    points: tuple[float, ...] = ()
    strokes: tuple[float, ...] = ()

    @property
    def par(self) -> int:
        """The score of a usual day."""
        return round(self.mean)

    def beats(self, score: float) -> float:
        """On what share of days the student would score worse than this."""
        if self.scoring is Scoring.WITHIN:
            return float(sum(p for k, p in enumerate(self.points) if k < score))
        return float(np.mean(np.asarray(self.strokes) > score)) if self.strokes else 0.0


def on_net(met: int, of: int) -> float:
    """How often a student's ball on the net meets its mark, by so many of the student's own."""
    return (met + USUAL_ON_NET * NET_BALLS) / (of + NET_BALLS)


def par_of(
    calls: Sequence[Call],
    player: Player,
    scoring: Scoring,
    *,
    tolerance_yd: float,
    baseline: Baseline,
) -> Par:
    """What the student should score for these calls. A call without a shot is never met."""
    carries = draws_of(player)
    if scoring is Scoring.WITHIN:
        chances = np.stack([_chance(call, player, carries, tolerance_yd) for call in calls], axis=1)
        points = points_of(chances).mean(axis=0)
        mean = float(points @ np.arange(len(points)))
        return Par(scoring, mean, len(calls), points=tuple(float(p) for p in points))
    total = _strokes(calls, player, carries, baseline)
    at = np.quantile(total, STROKES_AT)
    return Par(scoring, float(total.mean()), len(calls), strokes=tuple(float(q) for q in at))


def draws_of(player: Player) -> Array:
    """Joint draws of the shots' carries on a day [yd], shape (`DRAWS`, n)."""
    # A second to load: only who works a par out waits for it.
    from scipy.stats import qmc

    n = len(player.shots)
    if not n:
        return np.zeros((DRAWS, 0))
    # The day moves all carries together.
    covariance = player.covariance + DAY_SD**2
    engine = qmc.MultivariateNormalQMC(
        np.zeros(n), covariance, engine=qmc.Sobol(n, rng=np.random.default_rng(SEED))
    )
    means = np.array([shot.carry_yd for shot in player.shots])
    return np.asarray(means * np.exp(engine.random(DRAWS)))


def points_of(chances: Array) -> Array:
    """The distribution of the number of successes of independent trials.

    Parameters
    ----------
    chances
        Of each trial, shape (draws, trials).

    Returns
    -------
    ndarray
        Probability of 0 to all successes, shape (draws, trials + 1).
    """
    draws, trials = chances.shape
    points = np.zeros((draws, trials + 1))
    points[:, 0] = 1.0
    for i in range(trials):
        p = chances[:, i : i + 1]
        # So far there are no more successes than trials.
        points[:, 1 : i + 2] = points[:, 1 : i + 2] * (1 - p) + points[:, : i + 1] * p
        points[:, :1] *= 1 - p
    return points


def _chance(call: Call, player: Player, carries: Array, tolerance_yd: float) -> Array:
    """Of meeting a call in each draw, shape (draws,)."""
    if call.mark is not None:
        return np.full(len(carries), player.on_net**call.balls)
    place = player.place(call.shot)
    if place is None or call.yardage_yd is None:
        return np.zeros(len(carries))
    shot, carry = player.shots[place], carries[:, place]
    lo, hi = call.yardage_yd - tolerance_yd, call.yardage_yd + tolerance_yd
    solid = _between(carry, shot.scatter * carry, lo, hi)
    missed = sum(
        (
            share
            * _between(
                kind.finish * carry,
                np.hypot(kind.finish * shot.scatter, kind.finish_sd) * carry,
                lo,
                hi,
            )
            for kind, share in zip(player.kinds, _shares(player.kinds), strict=True)
        ),
        np.zeros(len(carries)),
    )
    one = (1 - shot.mishits) * solid + shot.mishits * missed
    return np.asarray(one**call.balls)


def _between(mean: Array, sd: Array, lo: float, hi: float) -> Array:
    spread = np.maximum(sd, 1e-6)
    return np.asarray(ndtr((hi - mean) / spread) - ndtr((lo - mean) / spread))


def _strokes(calls: Sequence[Call], player: Player, carries: Array, baseline: Baseline) -> Array:
    """Strokes of rounds played on each draw, shape (`DRAWS` * `ROUNDS`,)."""
    rng = np.random.default_rng(SEED)
    total = np.zeros((len(carries), ROUNDS))
    for call in calls:
        place = player.place(call.shot)
        if place is None or call.yardage_yd is None:
            continue
        worst = np.zeros(total.shape)
        for _ in range(call.balls):
            ball = played(player, place, carries[:, place], ROUNDS, rng)
            worst = np.maximum(worst, np.abs(ball - call.yardage_yd))
        total += strokes_from(worst, baseline)
    return total.ravel()


def played(player: Player, place: int, carry: Array, number: int, rng: np.random.Generator) -> Array:
    """So many balls of a shot for each of its carries [yd], shape (carries, number)."""
    shot = player.shots[place]
    size = (len(carry), number)
    ball = carry[:, None] * (1 + shot.scatter * rng.standard_normal(size))
    kinds = player.kinds
    which = rng.choice(len(kinds), size=size, p=_shares(kinds))
    finish = np.array([kind.finish for kind in kinds])[which]
    finish_sd = np.array([kind.finish_sd for kind in kinds])[which]
    missed = finish * ball + finish_sd * carry[:, None] * rng.standard_normal(size)
    return np.asarray(np.where(rng.random(size) < shot.mishits, missed, ball))


def _shares(kinds: Sequence[Mishit]) -> Array:
    shares = np.array([kind.share for kind in kinds])
    return np.asarray(shares / shares.sum())


def as_data(par: Par) -> dict[str, object]:
    """As it is kept with a round."""
    return {
        "scoring": par.scoring.value,
        "mean": round(par.mean, 3),
        "counted": par.counted,
        "points": [round(p, 6) for p in par.points],
        "strokes": [round(q, 3) for q in par.strokes],
    }


def of_data(data: Mapping[str, object]) -> Par:
    """What `as_data` kept."""
    points, strokes = data.get("points") or (), data.get("strokes") or ()
    assert isinstance(points, Sequence)
    assert isinstance(strokes, Sequence)
    return Par(
        Scoring(str(data["scoring"])),
        float(str(data["mean"])),
        int(str(data["counted"])),
        tuple(float(p) for p in points),
        tuple(float(q) for q in strokes),
    )
