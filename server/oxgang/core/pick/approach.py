"""The ground on the way to the green, and what it leaves of a ball's run.

A pitch that comes down short of the green runs over fairway, perhaps rough, and up the bank of a
raised green before it is on it. A yard there takes as much out of a ball as several on the green:
by how the grass slows it, and by the height it climbs (a ball that rolls against a resistance of
`ROLLING` can climb so much for each yard that it would run). A ball that comes down on the bank
meets it more steeply than the level and bounces less far; the bank of a green raised by half a metre
holds it. The green is level.

The shares of the grass, the length of a bank and how much less sure such a run is are judgement,
no published source.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.flight.run import ROLLING
from oxgang.core.pick.pattern import Pattern
from oxgang.core.pick.plane import LEAST_SD
from oxgang.core.pick.situation import BANK_YD, Situation, Trouble
from oxgang.core.units import M_PER_YD

Array = NDArray[np.float64]

# A yard of fairway, and of rough, takes so many of a green.
FAIRWAY: Final = 1.3
ROUGH: Final = 2.5
# Downhill a ball still loses so much of what it would on the level.
LEAST: Final = 0.3
# A run over ground short of the green is less sure, by so much of the yards that it crosses.
UNSURE: Final = 0.25
# From this height on nobody plays a ball up the bank of a green [m].
BANK_M: Final = 0.5
# Balls of one shot come down at different places (Gauss and Hermite, seven points).
_NODES, _WEIGHTS = np.polynomial.hermite_e.hermegauss(7)
_WEIGHTS = _WEIGHTS / _WEIGHTS.sum()
# From the front of the green backwards and forwards, beyond any ball [yd].
FAR_YD: Final = 1000.0


@dataclass(frozen=True, slots=True)
class Ends:
    """Where balls come down and how far they run, with the deviations of that from ball to ball and of
    what is the same for all of them [yd], shape (n,)."""

    carry_yd: Array
    run_yd: Array
    run_sd_yd: Array
    run_off_yd: Array

    def of(self, patterns: Sequence[Pattern], which: Iterable[int]) -> list[Pattern]:
        """Those patterns as they end, by their places among the ends."""
        n = len(patterns)
        return [
            replace(
                patterns[i % n],
                carry_yd=float(self.carry_yd[i]),
                run_yd=float(self.run_yd[i]),
                run_sd_yd=float(self.run_sd_yd[i]),
                run_off_yd=float(self.run_off_yd[i]),
            )
            for i in which
        ]


def approached(patterns: Sequence[Pattern], situation: Situation) -> list[Pattern]:
    """The patterns with where they come down, and how far they run, on the ground of a situation.

    Parameters
    ----------
    patterns
        As they land and run at the height of the green, on its turf.
    """
    if not patterns:
        return []
    ends = ends_of(patterns, situation, [situation.green[0]])
    return ends.of(patterns, range(len(patterns)))


def ends_of(patterns: Sequence[Pattern], situation: Situation, fronts_yd: Sequence[float]) -> Ends:
    """Where the balls of patterns end with the front of the green at each of these distances [yd]:
    all patterns at the first, then at the next. Trouble goes along with the green."""
    names = ("carry_yd", "carry_sd_yd", "run_yd", "run_sd_yd", "run_off_yd", "landing_deg")
    times = len(fronts_yd)
    carry, carry_sd, run, run_sd, run_off, angle = (
        np.tile(np.array([getattr(p, name) for p in patterns], float), times) for name in names
    )
    fronts = np.repeat(np.asarray(fronts_yd, float), len(patterns))
    places, costs = _ground(situation)
    rise = situation.raised_m / M_PER_YD / np.tan(np.radians(angle))
    # What a ball that comes down on the bank has in it, in yards of green; the grass holds one that
    # would come back.
    up = [p.run_yd if p.bank_run_yd is None else p.bank_run_yd * _climbs(situation) for p in patterns]
    banked = np.minimum(np.maximum(np.tile(up, times), 0.0), run)

    def ends(came: Array) -> tuple[Array, Array]:
        """Where balls that come down there, at the height of the green, land and finish."""
        lands = came - fronts[:, None]
        # Short of a raised green the ground is lower: the ball flies on to the bank or past its foot.
        on_bank = lands / np.maximum(1 + rise[:, None] / BANK_YD, LEAST)
        beyond = lands + rise[:, None]
        lands = np.where(lands >= 0, lands, np.where(on_bank >= -BANK_YD, on_bank, beyond))
        has = np.where((lands < 0) & (lands >= -BANK_YD), banked[:, None], run[:, None])
        spent = np.interp(lands, places, costs) + np.maximum(has, 0.0)
        stops = np.interp(spent, costs, places) + np.minimum(has, 0.0)
        if situation.raised_m >= BANK_M:
            stops = np.where(lands < 0, np.minimum(stops, 0.0), stops)
        return lands + fronts[:, None], stops + fronts[:, None]

    middle, end = (part[:, 0] for part in ends(carry[:, None]))
    _, stops = ends(carry[:, None] + carry_sd[:, None] * _NODES)
    mean = stops @ _WEIGHTS
    spread = ((stops - mean[:, None]) ** 2) @ _WEIGHTS
    # Of the yards of run, how many are left, and how many of them lie short of the green.
    left = np.divide(end - middle, run, out=np.ones_like(run), where=run > LEAST_SD)
    left = np.clip(left, 0.0, 1.0)
    short = np.clip(np.minimum(end, fronts) - middle, 0.0, None)
    wide = np.sqrt(np.maximum(spread - carry_sd**2, 0.0) + (run_sd * left) ** 2)
    return Ends(middle, mean - middle, wide, np.hypot(run_off * left, UNSURE * short))


def _ground(situation: Situation) -> tuple[Array, Array]:
    """Places along the ground from the front of the green [yd], and what it takes to run there from
    the first of them, in yards of green; both rise."""
    front = situation.green[0]
    rough = [b for b in situation.trouble if b.kind is Trouble.ROUGH and b.from_yd < front]
    edges = {e - front for b in rough for e in (b.from_yd, b.to_yd) if e < front}
    places = sorted({-FAR_YD, -BANK_YD, 0.0, FAR_YD, *edges})
    costs = [0.0]
    for a, b in pairwise(places):
        middle = (a + b) / 2
        if middle > 0:
            per_yd = 1.0
        else:
            among = any(band.from_yd < middle + front < band.to_yd for band in rough)
            # Banks are mown less often than what lies before them.
            on_bank = middle > -BANK_YD and bool(situation.raised_m)
            per_yd = ROUGH if among or on_bank else FAIRWAY
            per_yd *= _climbs(situation) if on_bank else 1.0
        costs.append(costs[-1] + per_yd * (b - a))
    return np.array(places), np.array(costs)


def _climbs(situation: Situation) -> float:
    """How many yards on the level a yard of the bank takes, by its height alone."""
    return max(LEAST, 1 + situation.raised_m / M_PER_YD / BANK_YD / ROLLING)
