"""A shot on the course as it was played: where it finished, what can be, and what it was worth in strokes.

Strokes to hole out are those of `core.pick.strokes` (Broadie 2012, from memory; other levels interpolated).
"""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from datetime import date
from enum import StrEnum
from math import hypot, isfinite
from typing import Final

from oxgang.core.errors import InputError
from oxgang.core.pick.plane import surface_of
from oxgang.core.pick.promise import Promise
from oxgang.core.pick.strokes import Baseline, Surface
from oxgang.core.words.complete import complete
from oxgang.core.words.shots import Lie

# From a pitch to the pin [yd]; how far from the hole it may finish, and on a green [yd].
PIN_RANGE_YD: Final = (5.0, 130.0)
MOST_LEFT_YD: Final = 130.0
MOST_PUTT_YD: Final = 50.0


class Finish(StrEnum):
    """Where a shot on the course finished."""

    GREEN = "green"
    FAIRWAY = "fairway"
    ROUGH = "rough"
    BUNKER = "bunker"
    PENALTY = "penalty"
    HOLED = "holed"


# From what it is holed out next; a holed ball is not, and after a penalty the shot is played again.
_SURFACE: Final = complete(
    Finish,
    {
        Finish.GREEN: Surface.GREEN,
        Finish.FAIRWAY: Surface.FAIRWAY,
        Finish.ROUGH: Surface.ROUGH,
        Finish.BUNKER: Surface.BUNKER,
        Finish.PENALTY: None,
        Finish.HOLED: None,
    },
)


# Of these nobody has to say where they lie.
PLACELESS: Final = frozenset({Finish.PENALTY, Finish.HOLED})


@dataclass(frozen=True, slots=True)
class Ended:
    """Where a shot finished: `left_yd` from the hole, `past_yd` beyond it and `right_yd` to the right
    of it where the direction is known [yd]."""

    finish: Finish
    left_yd: float | None
    past_yd: float | None = None
    right_yd: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class CourseShot:
    """A shot as it was played: to a pin so far off, from a lie. `promise` is None for a shot that the
    student's matrix does not have; `balls` is how many it rested on."""

    shot: Hashable
    day: date
    pin_yd: float
    lie: Lie
    ended: Ended
    promise: Promise | None = None
    balls: int = 0

    @property
    def on(self) -> bool:
        return self.ended.finish in (Finish.GREEN, Finish.HOLED)


def checked_pin(pin_yd: float) -> float:
    """The distance of a pitch to the pin.

    Raises
    ------
    InputError
        Outside 5 to 130 yards.
    """
    lo, hi = PIN_RANGE_YD
    if not (isfinite(pin_yd) and lo <= pin_yd <= hi):
        raise InputError(f"The pin is {lo:g} to {hi:g} yards away.", field="pin_yd")
    return pin_yd


def checked_end(
    finish: Finish,
    *,
    left_yd: float | None = None,
    past_yd: float | None = None,
    right_yd: float | None = None,
) -> Ended:
    """Where a shot finished, from how far it was from the hole or from where it lay around it.

    Raises
    ------
    InputError
        For a place without a distance, or one that cannot be.
    """
    if finish is Finish.HOLED:
        return Ended(finish, 0.0, 0.0, 0.0)
    if past_yd is not None and right_yd is not None:
        left_yd = hypot(past_yd, right_yd)
    elif past_yd is not None or right_yd is not None:
        raise InputError("Say how far past the hole and how far to the side.", field="past_yd")
    if left_yd is None:
        if finish in PLACELESS:
            return Ended(finish, None)
        raise InputError("Say how far from the hole it finished.", field="left_yd")
    if not (isfinite(left_yd) and 0 <= left_yd <= MOST_LEFT_YD):
        raise InputError(f"It finished 0 to {MOST_LEFT_YD:g} yards from the hole.", field="left_yd")
    if finish is Finish.GREEN and left_yd > MOST_PUTT_YD:
        raise InputError(f"No putt is longer than {MOST_PUTT_YD:g} yards.", field="left_yd")
    return Ended(finish, left_yd, past_yd, right_yd)


def gained_by(shot: CourseShot, baseline: Baseline) -> float:
    """How many strokes a shot was better than players of the level need [strokes], - is worse."""
    before = float(baseline.strokes(surface_of(shot.lie), shot.pin_yd))
    end, surface = shot.ended, _SURFACE[shot.ended.finish]
    if end.finish is Finish.HOLED:
        return before - 1
    if surface is None or end.left_yd is None:
        # A stroke on top, and again from where it was played.
        return before - (2 + before)
    return before - (1 + float(baseline.strokes(surface, end.left_yd)))
