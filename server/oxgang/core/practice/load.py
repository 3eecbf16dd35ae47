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
