"""Looking at passwords: counted before they are hashed, and one at a time."""

from __future__ import annotations

from threading import BoundedSemaphore

from django.contrib.auth import authenticate
from django.contrib.auth.models import User
from django.http import HttpRequest

from oxgang.api.reading import turn_of

# Whoever waits longer for a turn is told so: somebody is trying passwords.
WAIT_S = 10
# Whether a try is allowed is asked in the same turn in which a wrong one is counted, so that of many
# at once no more are looked at than the limit has; and a hash takes much memory.
_turn = BoundedSemaphore(1)


def user_with(request: HttpRequest, log_in: str, password: str) -> User | None:
    """Who signs in by this name and password; None for a wrong one, which is counted, or a locked name.

    Raises
    ------
    Busy
        When too many others are trying.
    """
    words = "Too many sign-ins right now. Try again in a minute."
    with turn_of(_turn, WAIT_S, words):
        user = authenticate(request, username=log_in.strip().lower(), password=password)
    return user if isinstance(user, User) else None
