"""What a student's file has of practice."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Final, Literal

from ninja import Schema
from pydantic import AliasChoices, ConfigDict, Field

from oxgang.api.fields import Line, Moment
from oxgang.api.lessons.schemas import MarksBody
from oxgang.api.practice.schemas import MOST_CALLS, CallBody, ResultBody, RowBody, Seed, Uid
from oxgang.core.keeping.positions import ANGLE_RANGE_DEG
from oxgang.core.pick.table import Wind
from oxgang.core.practice.course_shot import MOST_LEFT_YD, PIN_RANGE_YD, Finish
from oxgang.core.practice.forms import PracticeForm
from oxgang.core.practice.scoring import Scoring
from oxgang.core.practice.trials import Trial
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.lesson import Seen
from oxgang.core.words.shots import Lie
from oxgang.practice.models.course import MAX_SHOT_NAME
from oxgang.practice.models.homework import MAX_CUES, MAX_TITLE
from oxgang.practice.models.lesson import MAX_NOTE
from oxgang.practice.services.homework import MOST_ROWS

MOST_LESSONS: Final = 2000
MOST_ROUNDS: Final = 10_000
MOST_COURSE: Final = 20_000
MOST_PICTURES: Final = 60
Name = Annotated[str, Field(max_length=40)]
Share = Annotated[float, Field(ge=0, le=1)]


class _Part(Schema):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class LessonPart(_Part):
    day: date
    seen: dict[Name, Seen] = Field(max_length=100)
    faults: list[Name] = Field(max_length=20)
    cue: Line
    drill: Line
    note: str = Field(max_length=MAX_NOTE)
    changed_at: Moment


class ParPart(_Part):
    """A par as it was: the distribution of points, or quantiles of strokes."""

    scoring: Scoring
    mean: float = Field(ge=0, le=600)
    counted: int = Field(ge=0, le=MOST_CALLS)
    points: list[Share] = Field(max_length=MOST_CALLS + 1)
    strokes: list[float] = Field(max_length=99)


class HomeworkRowPart(RowBody):
    seed: Seed
    calls: list[CallBody] = Field(min_length=1, max_length=MOST_CALLS)
    par: ParPart


class HomeworkPart(_Part):
    id: str = Field(max_length=40)
    title: str = Field(max_length=MAX_TITLE)
    cues: str = Field(max_length=MAX_CUES)
    rows: list[HomeworkRowPart] = Field(min_length=1, max_length=MOST_ROWS)
    due_on: date
    made_at: Moment
    closed_at: Moment | None


class RoundPart(_Part):
    uid: Uid
    homework: str | None = Field(max_length=40)
    row: int | None = Field(ge=0, lt=MOST_ROWS)
    trial: Trial | Literal[""]
    form: PracticeForm
    scoring: Scoring
    seed: Seed
    tolerance_yd: float = Field(gt=0, le=50)
    calls: list[CallBody] = Field(min_length=1, max_length=MOST_CALLS)
    results: list[ResultBody] = Field(max_length=MOST_CALLS)
    par: ParPart | None
    points: float | None = Field(ge=0, le=600)
    of: int = Field(ge=0, le=MOST_CALLS)
    score_only: bool = Field(validation_alias=AliasChoices("score_only", "told"))
    reported: bool
    clock_off: bool
    day: date
    ended_at: Moment
    received_at: Moment


class PromisePart(_Part):
    """What was promised of a shot, as it was."""

    on: Share
    near: Share
    strokes: float = Field(ge=0, le=20)
    left_yd: float = Field(ge=0, le=400)
    by_carry: list[Share] = Field(min_length=3, max_length=3)
    own: Share


class CoursePart(_Part):
    uid: Uid
    version: int | None = Field(ge=1, le=100_000)
    shot: str = Field(max_length=MAX_SHOT_NAME)
    pin_yd: float = Field(ge=PIN_RANGE_YD[0], le=PIN_RANGE_YD[1])
    lie: Lie
    wind: Wind
    firmness: Firmness
    pin_at: PinAt
    finish: Finish
    left_yd: float | None = Field(ge=0, le=MOST_LEFT_YD)
    past_yd: float | None = Field(ge=-MOST_LEFT_YD, le=MOST_LEFT_YD)
    right_yd: float | None = Field(ge=-MOST_LEFT_YD, le=MOST_LEFT_YD)
    promise: PromisePart | None
    balls: int = Field(ge=0, le=1_000_000)
    played_at: Moment
    day: date
    received_at: Moment


class PicturePart(_Part):
    swing: str = Field(max_length=24)
    trajectory: str = Field(max_length=5)
    taken_on: date
    marks: MarksBody | None = None
    arm_deg: float | None = Field(None, ge=ANGLE_RANGE_DEG[0], le=ANGLE_RANGE_DEG[1])
    arm_sd_deg: float | None = Field(None, gt=0, le=90)
    jpeg: str = Field(max_length=600_000)
