"""How much hitting is enough for a session.

Cautions only, common practice with no published source: a coach sets the limit, pain stops the
session, and a clinician decides after an injury.
"""

from __future__ import annotations

from enum import StrEnum
from typing import Final

from oxgang.core.errors import InputError
from oxgang.core.ground.gaps import FROM_YD, TO_YD, TOLERANCE_RANGE_YD, TOLERANCE_YD
from oxgang.core.ground.stages import Stage
from oxgang.core.words.complete import complete

BALL_LIMIT: Final = 80
# Usual for a junior of about eleven.
JUNIOR_LIMIT: Final = 30
# A student of this handicap is a beginner. Common practice, no published source.
BEGINNERS_HANDICAP: Final = 36.0
LIMIT_RANGE: Final = (5, 300)
# Say something this many balls before the limit, and ask for a rest after so many in a row.
WARN_BEFORE: Final = 10
REST_EVERY: Final = 20


# A handicap up to this is a low one. Common practice, no published source.
LOW_HANDICAP: Final = 9.0


class Level(StrEnum):
    """What students are compared and set up by."""

    JUNIOR = "junior"
    BEGINNER = "beginner"
    CLUB = "club"
    LOW = "low"
    UNKNOWN = "unknown"


# How near a carry has to be to a distance for it to be covered, before a coach says otherwise [yd], for a
# student of the usual distances: about what two of three solid balls of 60 yards hold, whose deviation is
# 4 % of the carry for a low handicap, 5 % for a club player and 7 % for a beginner or a junior. Common
# practice, no published source.
USUAL_TOLERANCE: Final = complete(
    Level,
    {
        Level.JUNIOR: 4.0,
        Level.BEGINNER: 4.0,
        Level.CLUB: 3.0,
        Level.LOW: TOLERANCE_YD,
        Level.UNKNOWN: TOLERANCE_YD,
    },
)


def tolerance_over(usual_yd: float, from_yd: float, to_yd: float) -> float:
    """A level's tolerance for a student of these distances [yd]: the same share of their middle as of
    that of the usual ones, to a tenth, since scatter grows with the carry."""
    lo, hi = TOLERANCE_RANGE_YD
    return min(hi, max(lo, round(usual_yd * (from_yd + to_yd) / (FROM_YD + TO_YD), 1)))


def level_of(handicap: float | None, ball_limit: int, junior_limit: int = JUNIOR_LIMIT) -> Level:
    """A student's level, by balls a session and handicap (None: not known).

    A junior is told by the limit of balls, whatever the handicap: a child's body sets it.
    `junior_limit` is what the academy allows juniors.
    """
    if ball_limit <= junior_limit:
        return Level.JUNIOR
    if handicap is None:
        return Level.UNKNOWN
    if handicap >= BEGINNERS_HANDICAP:
        return Level.BEGINNER
    return Level.LOW if handicap <= LOW_HANDICAP else Level.CLUB


def is_beginner(stage: Stage, ball_limit: int, handicap: float | None) -> bool:
    """Whether a student is a junior or a beginner, whose longest controlled swing is shorter: by
    stage, balls a session, or handicap (None: not known)."""
    return (
        stage is Stage.CONTACT
        or ball_limit <= JUNIOR_LIMIT
        or (handicap is not None and handicap >= BEGINNERS_HANDICAP)
    )


def checked_limit(balls: int) -> int:
    """The limit, once it is one.

    Raises
    ------
    InputError
        Outside 5 to 300 balls.
    """
    lo, hi = LIMIT_RANGE
    if not lo <= balls <= hi:
        raise InputError(f"Set a limit of {lo} to {hi} balls.", field="ball_limit")
    return balls
