from __future__ import annotations

from datetime import date, datetime
from typing import Annotated

from ninja import Schema
from pydantic import Field

from oxgang.academy.selectors.standards import Ownership
from oxgang.api.fields import Line, Moment
from oxgang.api.messages import SignMessage
from oxgang.core.keeping.positions import Marks
from oxgang.core.words.lesson import Checkpoint, Drill, Fault, Seen, When
from oxgang.core.words.shots import Trajectory
from oxgang.practice.models import WordKind
from oxgang.practice.models.lesson import MAX_NOTE

MOST_LOOKS = 100
Name = Annotated[str, Field(max_length=40)]
# No picture is larger; a point off its own is refused where that is known.
Points = Annotated[float, Field(ge=-(10**5), le=10**5)]


class LessonBody(Schema):
    """What was seen at the checkpoints that were looked at, by their codes or the names of the
    academy's own; faults likewise; one cue, one drill, free words."""

    seen: dict[Name, Seen] = Field(default_factory=dict, max_length=MOST_LOOKS)
    faults: list[Name] = Field(default_factory=list, max_length=20)
    cue: Line = ""
    drill: Line = ""
    note: str = Field("", max_length=MAX_NOTE)


class LessonIn(LessonBody):
    """`looked_at` is when the lesson that the coach was looking at was last changed."""

    looked_at: Moment | None = None


class LessonOut(LessonBody):
    day: date
    by: str
    changed_at: datetime

    @staticmethod
    def resolve_by(obj: object) -> str:
        by = getattr(obj, "by", None)
        return by.name if by else ""


class Looks(Schema):
    """What was seen so far, of which faults are asked."""

    seen: dict[Name, Seen] = Field(default_factory=dict, max_length=MOST_LOOKS)


class LikelyOut(Schema):
    """A fault that looks and balls speak for, and what speaks for it."""

    fault: Fault
    because: list[SignMessage]


class OwnWordIn(Schema):
    """`house` adds it for all coaches: a head coach's to do."""

    kind: WordKind
    text: Line
    part: When | None = None
    house: bool = False


class OwnWordOut(Schema):
    """A word of the academy's own; `name` is what a lesson calls it by."""

    id: int
    name: str
    kind: WordKind
    part: When | None
    text: str
    archived: bool
    ownership: Ownership


class CheckWords(Schema):
    checkpoint: Checkpoint
    part: When


class FaultWords(Schema):
    fault: Fault
    drill: Drill


class PicturePoint(Schema):
    x: Points
    y: Points


class MarksBody(Schema):
    """What was touched on a picture, in its own points, y downwards: lead shoulder and hands, perhaps
    two points of a line that is upright or level; `touch` is how well a touch sits."""

    shoulder: PicturePoint
    hands: PicturePoint
    line: list[PicturePoint] | None = Field(None, min_length=2, max_length=2)
    touch: float = Field(gt=0, le=10**5)

    def on(self, width: int, height: int) -> Marks:
        """As core reads them, on a picture of this size."""
        shoulder, hands, *line = ((one.x, one.y) for one in (self.shoulder, self.hands, *(self.line or ())))
        return Marks(width, height, shoulder, hands, (line[0], line[1]) if line else None, self.touch)


class SeenOut(Schema):
    """How far back the lead arm was on a day [degrees], by which picture, and that in the student's
    scale: the position, and how far from it."""

    picture_id: int
    day: date
    arm_deg: float
    sd_deg: float
    said: str
    off_deg: float


class PositionMoved(Schema):
    """How the newest measurement stands to those before [degrees]; `real` is more than their errors."""

    by_deg: float
    sd_deg: float
    real: bool


class SwingSeriesOut(Schema):
    """A swing length as it was measured, oldest first; `meant_deg` is where the scale has it."""

    swing: str
    meant_deg: float | None
    seen: list[SeenOut]
    moved: PositionMoved | None


class StillOut(Schema):
    """A position of the student's own; `address` is where the picture is, `marks` what was touched on
    it."""

    id: int
    swing: str
    trajectory: Trajectory | None
    width: int
    height: int
    taken_on: date
    address: str
    marks: MarksBody | None


class LessonsPage(Schema):
    """A student's lessons, newest first, the words for them, the pictures."""

    day: date
    lessons: list[LessonOut]
    checkpoints: list[CheckWords]
    faults: list[FaultWords]
    drills: list[Drill]
    own: list[OwnWordOut]
    pictures: list[StillOut]
