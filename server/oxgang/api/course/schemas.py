from __future__ import annotations

from datetime import date, datetime
from typing import Annotated

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import Moment, SmallInt
from oxgang.api.messages import CourseMessage
from oxgang.api.practice.schemas import Uid
from oxgang.core.pick.table import Wind
from oxgang.core.practice.course import Kept
from oxgang.core.practice.course_shot import MOST_LEFT_YD, PIN_RANGE_YD, Finish, checked_end
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.shots import Lie
from oxgang.practice.services.course import Played

Off = Annotated[float, Field(ge=-MOST_LEFT_YD, le=MOST_LEFT_YD)]


class CourseShotIn(Schema):
    """A shot on the course: which version of the card and which of its shots, to a pin so far off,
    from where; and where it finished, from the hole [yd]: `left_yd`, or `past_yd` and `right_yd`."""

    uid: Uid
    version: SmallInt
    place: int = Field(ge=0, le=200)
    pin_yd: float = Field(ge=PIN_RANGE_YD[0], le=PIN_RANGE_YD[1])
    lie: Lie = Lie.FAIRWAY
    wind: Wind = Wind.NONE
    green: Firmness = Firmness.MEDIUM
    pin: PinAt = PinAt.MIDDLE
    finish: Finish
    left_yd: float | None = Field(None, ge=0, le=MOST_LEFT_YD)
    past_yd: Off | None = None
    right_yd: Off | None = None
    played_at: Moment

    def as_core(self) -> Played:
        return Played(
            uid=self.uid,
            version=self.version,
            place=self.place,
            pin_yd=self.pin_yd,
            lie=self.lie,
            wind=self.wind,
            firmness=self.green,
            pin_at=self.pin,
            ended=checked_end(
                self.finish, left_yd=self.left_yd, past_yd=self.past_yd, right_yd=self.right_yd
            ),
            played_at=self.played_at,
        )


class CourseSaved(Schema):
    """The shot that was saved or deleted."""

    uid: str


class CourseShotOut(Schema):
    uid: str
    shot: str
    day: date
    played_at: datetime
    pin_yd: float
    lie: Lie
    finish: Finish
    left_yd: float | None
    past_yd: float | None
    right_yd: float | None


class GainedOut(Schema):
    """Strokes a shot better than the level (- is worse), with the interval."""

    shots: int
    mean: float
    lo: float
    hi: float


class TallyOut(Schema):
    """How some shots went against what was promised of those with a promise (`judged`)."""

    shots: int
    on: int
    left_yd: float | None
    judged: int
    judged_on: int
    promised: float
    least: int
    most: int
    promised_left_yd: float | None
    kept: Kept
    gained: GainedOut | None


class BandTally(Schema):
    """Pins between two distances: ten of the reader's units."""

    from_yd: float
    to_yd: float
    tally: TallyOut


class ShotTally(Schema):
    """One shot; `failing` is one that the range confirms and that misses more greens on the course
    than chance explains."""

    shot: str
    failing: bool
    tally: TallyOut


class CourseOut(Schema):
    """A student's shots on the course, newest first, and what they say. `handicap` is the level that
    strokes are held against."""

    shots: list[CourseShotOut]
    every: TallyOut
    bands: list[BandTally]
    kinds: list[ShotTally]
    verdict: CourseMessage
    advice: CourseMessage
    handicap: float
