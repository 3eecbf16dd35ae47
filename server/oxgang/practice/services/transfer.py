"""Bringing in a student's file with what is in it of practice (see `selectors.transfer`)."""

from __future__ import annotations

from base64 import b64decode
from binascii import Error as NotBase64
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum
from typing import Any

from django.db import transaction

from oxgang.academy.models import Coach, Consent, Student
from oxgang.academy.selectors.consent import agreed
from oxgang.academy.selectors.people import students_at
from oxgang.academy.services.ownership import to_be_confirmed
from oxgang.core.errors import ConfirmationNeeded, InputError
from oxgang.core.practice.course_shot import Finish, checked_end
from oxgang.matrix.models import PublishedMatrix
from oxgang.matrix.services import transfer
from oxgang.practice.models import CourseLog, Homework, Lesson, Picture, Round, Sharing
from oxgang.practice.selectors.transfer import (
    COURSE_FIELDS,
    HOMEWORK_FIELDS,
    LESSON_FIELDS,
    PICTURE_FIELDS,
    ROUND_FIELDS,
)
from oxgang.practice.services.merging import Merged, take_over
from oxgang.practice.services.pictures import Encoded, reencoded


class KnownStudent(StrEnum):
    """What a file is for whose student is here already."""

    ASK = "ask"
    UPDATE = "update"
    SECOND = "second"


@dataclass(frozen=True, slots=True)
class BroughtIn:
    """The student, and what went into an existing record; None for a new one."""

    student: Student
    merged: Merged | None = None


def bring_in(
    file: Mapping[str, Any], *, by: Coach, now: datetime, known: KnownStudent = KnownStudent.ASK
) -> BroughtIn:
    """A new student with everything in the file, or what is new in it for a student who is here.

    An update makes an archived record of its own first and takes that over, so that one undo takes
    it back.

    Raises
    ------
    ConfirmationNeeded
        When this very student, or one of this name, is here, and nothing is said of it.
    InputError
        When a record cannot be, or it cannot be told whom to update. Nothing is stored.
    """
    # Before anything is written: nobody's ball waits for a picture.
    pictures = [reencoded(_bytes_of(row)) for row in file["pictures"]]
    return _brought_in(file, pictures, by, now, known)


def _bytes_of(picture: Mapping[str, Any]) -> bytes:
    try:
        return b64decode(picture["jpeg"], validate=True)
    except (NotBase64, ValueError):
        raise InputError("A picture of the file is damaged.") from None


@transaction.atomic
def _brought_in(
    file: Mapping[str, Any], pictures: Sequence[Encoded], by: Coach, now: datetime, known: KnownStudent
) -> BroughtIn:
    here = _known(file["student"], by)
    if known is KnownStudent.ASK and here:
        raise ConfirmationNeeded(f"{here[0].name} already exists. Add what's new, or add a second student?")
    if known is KnownStudent.UPDATE and len(here) != 1:
        raise InputError(
            f"{len(here) or 'No'} students are named {file['student']['name']}. Import the file as a new "
            "student, then merge the two records under Data."
        )
    if known is KnownStudent.UPDATE and here[0].archived_at is not None:
        raise InputError(f"{here[0].name} is archived. Restore the student first.")
    student = _new(file, pictures, by, now)
    if known is not KnownStudent.UPDATE:
        return BroughtIn(student)
    student.archived_at = now
    student.save(update_fields=["archived_at"])
    return BroughtIn(here[0], take_over(student, here[0], by=by, now=now))


def _known(data: Mapping[str, Any], by: Coach) -> list[Student]:
    """The very student of the file, else those of the name."""
    all_here = students_at(by)
    return list(all_here.filter(pk=data["id"])) or list(
        all_here.filter(name__iexact=" ".join(data["name"].split()), archived_at=None)
    )


def _new(file: Mapping[str, Any], pictures: Sequence[Encoded], by: Coach, now: datetime) -> Student:
    """A new student with everything in the file; its pictures were encoded anew."""
    student = transfer.bring_in(file, by=by, now=now)
    days = [lesson["day"] for lesson in file["lessons"]]
    uids = [row["uid"] for row in file["rounds"]]
    played = [row["uid"] for row in file["course"]]
    if any(len(set(some)) != len(some) for some in (days, uids, played)):
        raise InputError("Two lessons, rounds or shots of the file are the same one.")
    Lesson.objects.bulk_create(
        Lesson(student=student, by=by, **{name: lesson[name] for name in LESSON_FIELDS})
        for lesson in file["lessons"]
    )
    homeworks = {
        row["id"]: Homework.objects.create(
            student=student, by=by, **{name: row[name] for name in HOMEWORK_FIELDS}
        )
        for row in file["homeworks"]
    }
    Round.objects.bulk_create(
        Round(
            student=student,
            by=None if row["reported"] else by,
            homework=homeworks.get(row["homework"]),
            seen_at=now,
            **{name: row[name] for name in ROUND_FIELDS} | {"par": row["par"] or {}},
        )
        for row in file["rounds"]
    )
    for row in file["course"]:
        where = {name: row[name] for name in ("left_yd", "past_yd", "right_yd")}
        checked_end(Finish(row["finish"]), **where)
    versions = {row.number: row for row in PublishedMatrix.objects.filter(student=student)}
    CourseLog.objects.bulk_create(
        CourseLog(
            student=student,
            version=versions.get(row["version"]),
            **{name: row[name] for name in COURSE_FIELDS} | {"promise": row["promise"] or {}},
        )
        for row in file["course"]
    )
    if file["consent"] is not None:
        Consent.objects.create(student=student, **to_be_confirmed(file["consent"]))
    # A junior's pictures stay behind until the consent that came along is confirmed here.
    keeps = agreed(student).pictures
    for row, made in zip(file["pictures"], pictures, strict=True) if keeps else ():
        Picture.objects.create(
            student=student,
            by=by,
            content=made.content,
            width=made.width,
            height=made.height,
            **{name: row[name] for name in PICTURE_FIELDS} | {"marks": row["marks"] or {}},
        )
    if file["shows"] is not None:
        Sharing.objects.create(student=student, shows=file["shows"])
    return student
