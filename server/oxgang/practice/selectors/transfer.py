"""What of practice goes into a student's file."""

from __future__ import annotations

from base64 import b64encode
from datetime import datetime
from typing import Any

from oxgang.academy.models import Consent, Student
from oxgang.academy.services.ownership import CONSENT_FIELDS
from oxgang.matrix.selectors import transfer
from oxgang.practice.models import CourseLog, Homework, Lesson, OwnWord, Picture, Round, Sharing

LESSON_FIELDS = ("day", "seen", "faults", "cue", "drill", "note", "changed_at")
ROUND_FIELDS = (
    "uid",
    "row",
    "trial",
    "form",
    "scoring",
    "seed",
    "tolerance_yd",
    "calls",
    "results",
    "par",
    "points",
    "of",
    "score_only",
    "reported",
    "clock_off",
    "day",
    "ended_at",
    "received_at",
)
HOMEWORK_FIELDS = ("title", "cues", "rows", "due_on", "made_at", "closed_at")
COURSE_FIELDS = (
    "uid",
    "shot",
    "pin_yd",
    "lie",
    "wind",
    "firmness",
    "pin_at",
    "finish",
    "left_yd",
    "past_yd",
    "right_yd",
    "balls",
    "played_at",
    "day",
    "received_at",
)
PICTURE_FIELDS = ("swing", "trajectory", "taken_on", "arm_deg", "arm_sd_deg")


def everything_of(student: Student, now: datetime) -> dict[str, Any]:
    """All records of a student, those of practice with them. A lesson's own words of the academy
    are written out, for another one does not have them."""
    own = {word.name: word.text for word in OwnWord.objects.filter(academy=student.academy_id)}
    consent = Consent.objects.filter(student=student).first()
    sharing = Sharing.objects.filter(student=student).first()
    homeworks = Homework.objects.filter(student=student, withdrawn_at=None).order_by("made_at")
    return {
        **transfer.everything_of(student, now),
        "lessons": [
            _lesson(lesson, own) for lesson in Lesson.objects.filter(student=student, withdrawn_at=None)
        ],
        "homeworks": [
            {"id": str(homework.pk), **_fields(homework, HOMEWORK_FIELDS)} for homework in homeworks
        ],
        "rounds": [
            {
                **_fields(row, ROUND_FIELDS),
                "par": row.par or None,
                "homework": row.homework_id and str(row.homework_id),
            }
            for row in Round.objects.filter(student=student, withdrawn_at=None).order_by("pk")
        ],
        "course": [
            {
                **_fields(row, COURSE_FIELDS),
                "promise": row.promise or None,
                "version": row.version and row.version.number,
            }
            for row in CourseLog.objects.filter(student=student, withdrawn_at=None)
            .order_by("pk")
            .select_related("version")
        ],
        "pictures": [
            {
                **_fields(picture, PICTURE_FIELDS),
                "marks": picture.marks or None,
                "jpeg": b64encode(bytes(picture.content)).decode("ascii"),
            }
            for picture in Picture.objects.filter(student=student, withdrawn_at=None)
        ],
        "consent": None if consent is None else _fields(consent, CONSENT_FIELDS),
        "shows": None if sharing is None else sharing.shows,
    }


def _lesson(lesson: Lesson, own: dict[str, str]) -> dict[str, Any]:
    seen = {name: answer for name, answer in lesson.seen.items() if name not in own}
    answers = [f"{own[name]}: {answer}" for name, answer in lesson.seen.items() if name in own]
    answers += [own[name] for name in lesson.faults if name in own]
    note = "\n".join([lesson.note, *answers]).strip()
    faults = [name for name in lesson.faults if name not in own]
    return {**_fields(lesson, LESSON_FIELDS), "seen": seen, "faults": faults, "note": note[:2000]}


def _fields(row: object, names: tuple[str, ...]) -> dict[str, Any]:
    return {name: getattr(row, name) for name in names}
