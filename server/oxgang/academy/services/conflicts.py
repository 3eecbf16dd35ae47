"""Two writers at once: the database decides who was first, and the other begins again."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import Final, ParamSpec, TypeVar

from django.db import IntegrityError, transaction

P = ParamSpec("P")
R = TypeVar("R")
TRIES: Final = 3


def retry_on_conflict(write: Callable[P, R]) -> Callable[P, R]:
    """A write in a transaction that is done anew when a unique constraint says that somebody else
    was quicker: the second time it sees what the other one wrote."""

    @wraps(write)
    def tried(*args: P.args, **kwargs: P.kwargs) -> R:
        for left in reversed(range(TRIES)):
            try:
                with transaction.atomic():
                    return write(*args, **kwargs)
            except IntegrityError:
                if not left:
                    raise
        raise AssertionError("the last try returns or raises")

    return tried
