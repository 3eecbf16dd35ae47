"""The green that a ball is played to, and the level of who plays it, where nothing else is said."""

from __future__ import annotations

from enum import StrEnum
from typing import Final

# From a pin in the middle to the front and the back of a green of usual size, and across it; from
# one at the front or the back to that edge [yd]. Common practice, no published source.
FRONT_YD: Final = 8.0
BACK_YD: Final = 10.0
WIDTH_YD: Final = 18.0
NEAR_EDGE_YD: Final = 4.0
# Trouble beside it, where nobody says how deep it is and how clear of the edge [yd], and how much a
# raised green is [m]. Judgement.
DEEP_YD: Final = 6.0
CLEAR_YD: Final = 2.0
RAISED_M: Final = 3.0
# What is taken for a student of whom no handicap is known.
USUAL_HANDICAP: Final = 18.0


class Firmness(StrEnum):
    """How hard the turf is on which a ball lands."""

    SOFT = "soft"
    MEDIUM = "medium"
    FIRM = "firm"


class PinAt(StrEnum):
    """Where on a green of usual size the pin stands."""

    FRONT = "front"
    MIDDLE = "middle"
    BACK = "back"
