from __future__ import annotations

from datetime import date
from typing import Annotated, Final

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import Label
from oxgang.core.words.shots import Trajectory
from oxgang.range_sessions.models.imported_carry import MAX_SOURCE

# Four clubs of a dozen swings at three heights, and a few times that.
MOST_BOXES: Final = 1000
MAX_TEXT: Final = 40


class BoxIn(Schema):
    """One box as it was typed, in the reader's unit: "52", "52,5", "50-54"; empty gives its number up."""

    club: Label
    swing: Label
    trajectory: Trajectory
    text: str = Field(max_length=MAX_TEXT)


class ChartIn(Schema):
    """The boxes of a chart that were changed, who measured it and when, and whether it gives totals.

    Of a chart in a file `signature` is what it had, and `names` what its names are, by "club Wibble".
    """

    boxes: Annotated[list[BoxIn], Field(max_length=MOST_BOXES)]
    source: str = Field("", max_length=MAX_SOURCE)
    measured_on: date | None = None
    total: bool = False
    signature: str = Field("", max_length=64)
    names: dict[str, Label] = Field({}, max_length=100)


class ChartBox(Schema):
    """A number of the student's chart [yd]: a carry, or a total."""

    club: str
    swing: str
    trajectory: Trajectory
    distance_yd: float
    total: bool


class ChartOut(Schema):
    """The student's chart: numbers without their balls, and who measured the newest of them, when."""

    boxes: list[ChartBox]
    source: str
    measured_on: date | None


class FoundBox(Schema):
    """A number of a chart in a file [yd]: its names there, and the student's own where they are certain.
    `of_yd` are the ends of a range, of which it is the mean."""

    line: int
    club_name: str
    swing_name: str
    club: str
    swing: str
    trajectory: Trajectory
    distance_yd: float
    of_yd: tuple[float, float] | None


class StrangeName(Schema):
    """A name of a chart that is not certain, what it may be, and what it was said to be before."""

    about: str
    name: str
    proposal: str
    answer: str


class ChartLook(Schema):
    """What a chart in a file holds."""

    boxes: list[FoundBox]
    total: bool
    strange: list[StrangeName]
    signature: str
