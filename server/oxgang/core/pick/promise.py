"""What the pick promises of one shot before it is hit, to be held against where it finished.

A promise is an average over what is not known: the mean of the shot, which is the same for all balls
of it, and the day, which is the same for all shots of that day. Both are kept with the promise, so that
many promises can be judged together (`core.practice.course`).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, dataclass, replace
from math import hypot
from typing import Any, Final

import numpy as np

from oxgang.core.carry.noise import DAY_SD
from oxgang.core.pick.approach import approached
from oxgang.core.pick.mishits import Contact
from oxgang.core.pick.outcome import balls_of, mean_left, outcomes
from oxgang.core.pick.pattern import Pattern
from oxgang.core.pick.plane import plane_of
from oxgang.core.pick.situation import Situation, checked
from oxgang.core.pick.strokes import Baseline

# Points of the normal law and their weights (Gauss and Hermite, three points): exact for what is a
# polynomial of the fifth degree or less.
NODES, _WEIGHTS = np.polynomial.hermite_e.hermegauss(3)
WEIGHTS: Final = _WEIGHTS / _WEIGHTS.sum()


@dataclass(frozen=True, slots=True)
class Promise:
    """What is to be expected of a shot, mishits included: shares on the green and inside ten feet,
    strokes from there to the hole, how far from the hole it finishes [yd].

    `by_carry` is the share on the green where all balls of the shot carry less, as believed, and more,
    at `NODES`; `own` is how much of that variance is the shot's, the rest being the day's.
    """

    on: float
    near: float
    strokes: float
    left_yd: float
    by_carry: tuple[float, float, float]
    own: float

    def as_data(self) -> dict[str, object]:
        """As it is kept with a shot."""
        return {**asdict(self), "by_carry": list(self.by_carry)}

    @classmethod
    def of_data(cls, data: Mapping[str, Any]) -> Promise:
        """What `as_data` kept."""
        return cls(**{**data, "by_carry": tuple(data["by_carry"])})


def promise_of(pattern: Pattern, situation: Situation, baseline: Baseline, contact: Contact) -> Promise:
    """What the pick promises of one shot in a situation.

    Raises
    ------
    InputError
        For a situation that no ball faces.
    """
    situation = checked(situation)
    day_yd = DAY_SD * pattern.carry_yd
    off = hypot(pattern.mean_sd_yd, day_yd)
    moved = [
        replace(pattern, carry_yd=pattern.carry_yd + node * off, mean_sd_yd=0.0) for node in NODES.tolist()
    ]
    there, plane = approached(moved, situation), plane_of(situation, baseline)
    balls = balls_of(there, contact.kinds, situation.pin_yd)
    found = outcomes(balls, plane)
    on, near, strokes = ([getattr(one, name) for one in found] for name in ("on", "near", "cost"))
    return Promise(
        float(WEIGHTS @ on),
        float(WEIGHTS @ near),
        float(WEIGHTS @ strokes),
        float(WEIGHTS @ mean_left(balls, plane)),
        (on[0], on[1], on[2]),
        pattern.mean_sd_yd**2 / max(off**2, 1e-12),
    )
