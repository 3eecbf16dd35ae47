"""Where a student's name stands in what was written about others."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from django.db import models

from oxgang.academy.models import (
    Club,
    Consent,
    Event,
    RangePicture,
    Standard,
    StoredRecipe,
    Student,
)
from oxgang.core.words.complete import complete
from oxgang.matrix.models import PublishedMatrix
from oxgang.practice.models import CourseLog, Homework, Lesson, OwnWord, Routine
from oxgang.range_sessions.models import Appointment, Ball, FeedBall, ImportedCarry, StoredPlan

# A shorter part of a name stands in too many words.
SHORTEST: Final = 3
# A text is shown to so many characters, and so many texts of a kind.
SHOWN, MOST = 120, 40


class MentionKind(StrEnum):
    """What kind of text a name may stand in."""

    NOTES = "notes"
    LESSON = "lesson"
    HOMEWORK = "homework"
    APPOINTMENT = "appointment"
    EVENT = "event"
    EXCLUDED = "excluded"
    CHART = "chart"
    CLUB = "club"
    SET_UP = "set-up"
    PLAN = "plan"
    CARD = "card"
    CONSENT = "consent"
    MONITOR = "monitor"
    ACADEMY = "academy"


@dataclass(frozen=True, slots=True)
class Mention:
    """A text with the name in it; `student` is whose record it is, None is the academy's."""

    kind: MentionKind
    student: Student | None
    text: str


@dataclass(frozen=True, slots=True)
class _Texts:
    """The free texts of some models, by the path from each to its academy."""

    fields: tuple[tuple[type[models.Model], tuple[str, ...]], ...]
    academy: str = "student__academy"


FREE_TEXTS: Final = complete(
    MentionKind,
    {
        MentionKind.NOTES: _Texts(((Student, ("notes",)),), "academy"),
        MentionKind.LESSON: _Texts(((Lesson, ("cue", "drill", "note")),)),
        MentionKind.HOMEWORK: _Texts(((Homework, ("title", "cues")),)),
        MentionKind.APPOINTMENT: _Texts(((Appointment, ("note",)),)),
        MentionKind.EVENT: _Texts(((Event, ("note",)),)),
        MentionKind.EXCLUDED: _Texts(((Ball, ("excluded",)),)),
        MentionKind.CHART: _Texts(((ImportedCarry, ("source",)),)),
        MentionKind.CLUB: _Texts(((Club, ("label", "note")), (CourseLog, ("shot",)))),
        MentionKind.SET_UP: _Texts(((StoredRecipe, ("stance", "distance", "follow_through")),)),
        MentionKind.PLAN: _Texts(((StoredPlan, ("title",)),)),
        MentionKind.CARD: _Texts(((PublishedMatrix, ("note",)),)),
        MentionKind.CONSENT: _Texts(((Consent, ("guardian", "contact", "note")),)),
        MentionKind.MONITOR: _Texts(((FeedBall, ("question",)),), "device__academy"),
        MentionKind.ACADEMY: _Texts(
            (
                (Standard, ("name",)),
                (OwnWord, ("text",)),
                (Routine, ("name",)),
                (RangePicture, ("name",)),
            ),
            "academy",
        ),
    },
)


def mentions_of(student: Student) -> list[Mention]:
    """Texts of others, and of the academy, in which the student's whole or first name stands.

    An erasure takes the whole name out of the log and of the monitors' questions; these texts are
    somebody else's records, and stay as they are until a coach rewrites them.
    """
    first = student.name.split()[0]
    name = first if len(first) >= SHORTEST else student.name
    return list(_found(student, name, re.compile(rf"(?<!\w){re.escape(name)}(?!\w)", re.IGNORECASE)))


def _found(student: Student, name: str, whole: re.Pattern[str]) -> Iterator[Mention]:
    for kind, texts in FREE_TEXTS.items():
        left = MOST
        for model, fields in texts.fields:
            rows = model._default_manager.filter(**{texts.academy: student.academy})
            has_student = any(field.name == "student" for field in model._meta.fields)
            if has_student:
                rows = rows.exclude(student=student).select_related("student")
            elif model is Student:
                rows = rows.exclude(pk=student.pk)
            for field in fields:
                for row in rows.filter(**{f"{field}__icontains": name})[:left]:
                    text = str(getattr(row, field))
                    if not whole.search(text):
                        continue
                    left -= 1
                    owner = row if isinstance(row, Student) else getattr(row, "student", None)
                    yield Mention(kind, owner, text[:SHOWN])
