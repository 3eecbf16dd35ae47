"""How much hitting is enough for a session.

Cautions only, common practice with no published source: a coach sets the limit, pain stops the
session, and a clinician decides after an injury.
"""

from __future__ import annotations

from typing import Final

from oxgang.core.errors import InputError

BALL_LIMIT: Final = 80
# Usual for a junior of about eleven.
JUNIOR_LIMIT: Final = 30
LIMIT_RANGE: Final = (5, 300)
# Say something this many balls before the limit, and ask for a rest after so many in a row.
WARN_BEFORE: Final = 10
REST_EVERY: Final = 20
# What to say: at the limit, near it, and after every `REST_EVERY` balls.
STOP_WORDS: Final = "{hit} balls: the limit of {limit} is reached. Stop here; any pain means stop."
NEAR_WORDS: Final = "{left} more to the limit of {limit}."
REST_WORDS: Final = "{hit} balls: rest two minutes, loosen the grip, check wrist and back."


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
