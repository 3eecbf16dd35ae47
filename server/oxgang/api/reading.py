"""Files are read two at a time: each takes a processor and some hundred megabytes."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore
from typing import Final

from oxgang.core.errors import OxgangError, ProblemCode

AT_ONCE: Final = 2
WAIT_S: Final = 30.0
_readers = BoundedSemaphore(AT_ONCE)


class Busy(OxgangError):
    """Others are doing the same; nothing was stored."""

    code = ProblemCode.BUSY


@contextmanager
def turn_of(turns: BoundedSemaphore, wait_s: float, otherwise: str) -> Iterator[None]:
    """Wait for one's turn, at most so long [s], and hold it.

    Raises
    ------
    Busy
        With the sentence `otherwise`, when the others take too long.
    """
    if not turns.acquire(timeout=wait_s):
        raise Busy(otherwise)
    try:
        yield
    finally:
        turns.release()


@contextmanager
def reading() -> Iterator[None]:
    """Wait for one's turn, and hold it while a file is read.

    Raises
    ------
    Busy
        When the others take too long.
    """
    words = "The server is reading other files. Nothing was saved. Try again in a minute."
    with turn_of(_readers, WAIT_S, words):
        yield
