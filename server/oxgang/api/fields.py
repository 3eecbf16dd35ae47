"""Kinds of input that more than one address takes."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import AfterValidator, AwareDatetime
from pydantic_core import PydanticCustomError

from oxgang.core.checks import NO_SUCH_DAY, in_calendar


def _within_the_calendar(moment: datetime) -> datetime:
    if not in_calendar(moment):
        raise PydanticCustomError("calendar", NO_SUCH_DAY)
    return moment


# Of a list: more than any academy has, fewer than a database can count.
MOST_PAGES = 1_000_000


def page_number(asked: int) -> int:
    """The page that is meant, counted from 1."""
    return max(1, min(asked, MOST_PAGES))


# With its zone, and not so near the ends of what a computer can count that a zone goes beyond.
Moment = Annotated[AwareDatetime, AfterValidator(_within_the_calendar)]
