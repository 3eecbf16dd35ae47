from __future__ import annotations

from datetime import date, datetime
from typing import Annotated

from ninja import Schema
from pydantic import Field

from oxgang.academy.selectors.standards import Ownership
from oxgang.api.fields import Line, Moment
from oxgang.api.messages import SignMessage
from oxgang.core.words.lesson import Checkpoint, Drill, Fault, Seen, When
from oxgang.core.words.shots import Trajectory
from oxgang.practice.models import WordKind
from oxgang.practice.models.lesson import MAX_NOTE

MOST_LOOKS = 100
Name = Annotated[str, Field(max_length=40)]


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


class StillOut(Schema):
    """A position of the student's own; `address` is where the picture is."""

    id: int
    swing: str
    trajectory: Trajectory | None
    width: int
    height: int
    taken_on: date
    address: str


class LessonsPage(Schema):
    """A student's lessons, newest first, the words for them, the pictures."""

    day: date
    lessons: list[LessonOut]
    checkpoints: list[CheckWords]
    faults: list[FaultWords]
    drills: list[Drill]
    own: list[OwnWordOut]
    pictures: list[StillOut]
