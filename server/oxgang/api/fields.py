"""Kinds of input that more than one address takes."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, TypeVar

from ninja import Schema
from pydantic import AfterValidator, AwareDatetime, Field
from pydantic_core import PydanticCustomError

from oxgang.core.flight.checks import NO_SUCH_DAY, in_calendar
from oxgang.core.words.bag import MAX_LABEL
from oxgang.core.words.measurements import BY_NAME


def _within_the_calendar(moment: datetime) -> datetime:
    if not in_calendar(moment):
        raise PydanticCustomError("calendar", NO_SUCH_DAY)
    return moment


# Of a list: more than any academy has, fewer than a database can count.
MOST_PAGES = 1_000_000


def page_number(asked: int) -> int:
    """The page that is meant, counted from 1."""
    return max(1, min(asked, MOST_PAGES))


S = TypeVar("S", bound=Schema)


def made(kind: type[S], /, **values: Any) -> S:
    """An answer of a schema. Its parts may be records or core's own objects: they are read by their
    attributes, as ninja does, and checked against the schema."""
    return kind(**values)


# Names as a person gives them: of a club or a swing, and in a free line.
Label = Annotated[str, Field(max_length=MAX_LABEL)]
Line = Annotated[str, Field(max_length=200)]
# Of a row: what a database can count.
SmallInt = Annotated[int, Field(ge=0, le=2**53)]
# What was seen of a record before it was changed: a handful of fields.
Seen = Annotated[dict[str, Any], Field(max_length=40)]
# With its zone, and not so near the ends of what a computer can count that a zone goes beyond.
Moment = Annotated[AwareDatetime, AfterValidator(_within_the_calendar)]


def _within(name: str) -> Any:
    """The bounds that core has for a measured value of this name."""
    return Field(ge=BY_NAME[name].lo, le=BY_NAME[name].hi)


Temperature = Annotated[float, _within("temperature_c")]
Headwind = Annotated[float, _within("headwind_mps")]
BallPosition = Annotated[float, _within("ball_position_in")]
GripDown = Annotated[float, _within("grip_down_in")]
