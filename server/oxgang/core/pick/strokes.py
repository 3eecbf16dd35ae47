"""Strokes to hole out from a place, at a student's level.

References
----------
Broadie (2012), "Assessing golfer performance on the PGA Tour", Interfaces 42, 146, and *Every Shot
Counts* (2014): the tour's averages from 3 to 90 feet on the green, from 20 to 100 yards off it;
from memory. The knots at 0 and 10 yards are continued from them here and are judgement, as is that
a ball at the hole still takes one.

Other levels are an interpolation: what a stroke costs beyond the first one grows in a straight line
with the handicap, so that an 18 needs 3.2 from 60 yards of fairway (common practice, no published
source) and 2.1 putts from 30 feet. Sand costs an ordinary player more than rough does: judgement.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray

from oxgang.core.errors import InputError
from oxgang.core.words.complete import complete
from oxgang.core.words.green import USUAL_HANDICAP
from oxgang.core.words.measurements import FEET_A_YARD

Array = NDArray[np.float64]


class Surface(StrEnum):
    """Where a ball lies that is to be holed out."""

    GREEN = "green"
    FAIRWAY = "fairway"
    ROUGH = "rough"
    BUNKER = "bunker"


# (feet, strokes) on the green, (yards, strokes) off it.
TOUR: Final[Mapping[Surface, tuple[tuple[float, float], ...]]] = complete(
    Surface,
    {
        Surface.GREEN: (
            (0, 1.0),
            (3, 1.04),
            (5, 1.23),
            (8, 1.50),
            (10, 1.61),
            (15, 1.78),
            (20, 1.87),
            (30, 1.98),
            (40, 2.06),
            (60, 2.21),
            (90, 2.40),
        ),
        Surface.FAIRWAY: (
            (0, 2.0),
            (10, 2.18),
            (20, 2.40),
            (40, 2.60),
            (60, 2.70),
            (80, 2.75),
            (100, 2.80),
        ),
        Surface.ROUGH: (
            (0, 2.15),
            (10, 2.34),
            (20, 2.59),
            (40, 2.78),
            (60, 2.91),
            (80, 2.96),
            (100, 3.02),
        ),
        Surface.BUNKER: (
            (0, 2.40),
            (10, 2.43),
            (20, 2.53),
            (40, 2.82),
            (60, 3.15),
            (80, 3.24),
            (100, 3.23),
        ),
    },
)
# A tour player's handicap, and that of the anchors.
TOUR_HANDICAP: Final = -5.0
ANCHOR_HANDICAP: Final = 18.0
HANDICAP_RANGE: Final = (-10.0, 54.0)
# The anchors: strokes of an 18 from 60 yards of fairway, putts from 30 feet.
ANCHOR_FAIRWAY: Final = 3.2
ANCHOR_PUTTS: Final = 2.1
# How much more than on grass an 18 loses in sand beyond what a tour player does.
ANCHOR_SAND: Final = 1.4


@dataclass(frozen=True, slots=True)
class Baseline:
    """Strokes to hole out by surface and distance: linear between knots, flat beyond them."""

    handicap: float
    knots: Mapping[Surface, tuple[tuple[float, float], ...]]

    def strokes(self, surface: Surface, distance_yd: ArrayLike) -> Array:
        """Strokes from distances to the hole [yd], of any shape."""
        at = np.asarray(distance_yd, float)
        if surface is Surface.GREEN:
            at = at * FEET_A_YARD
        where, strokes = zip(*self.knots[surface], strict=True)
        return np.asarray(np.interp(at, where, strokes))


def baseline_for(handicap: float | None) -> Baseline:
    """The strokes to hole out of a student with this handicap; `USUAL_HANDICAP` for None.

    Raises
    ------
    InputError
        Outside -10 to 54.
    """
    level = USUAL_HANDICAP if handicap is None else handicap
    lo, hi = HANDICAP_RANGE
    if not lo <= level <= hi:
        raise InputError(f"A handicap of {level:g} is outside {lo:g} to {hi:g}.", field="handicap")
    part = max(0.0, level - TOUR_HANDICAP) / (ANCHOR_HANDICAP - TOUR_HANDICAP)
    grass = (ANCHOR_FAIRWAY - 1) / (_at(Surface.FAIRWAY, 60) - 1)
    more = {
        Surface.GREEN: (ANCHOR_PUTTS - 1) / (_at(Surface.GREEN, 30) - 1),
        Surface.FAIRWAY: grass,
        Surface.ROUGH: grass,
        Surface.BUNKER: ANCHOR_SAND,
    }
    knots = {
        surface: tuple(
            (at, round(1 + (strokes - 1) * (1 + (more[surface] - 1) * part), 4)) for at, strokes in table
        )
        for surface, table in TOUR.items()
    }
    return Baseline(level, knots)


def _at(surface: Surface, knot: float) -> float:
    return dict(TOUR[surface])[knot]
