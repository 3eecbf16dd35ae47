"""Bringing in a student's file with what is in it of practice (see `selectors.transfer`)."""

from __future__ import annotations

from base64 import b64decode
from binascii import Error as NotBase64
from collections.abc import Mapping
from datetime import datetime
from typing import Any

from django.db import transaction

from oxgang.academy.models import Coach, Student
from oxgang.core.errors import InputError
from oxgang.matrix.services import transfer
from oxgang.practice.models import Homework, Lesson, Picture, Round, Sharing
from oxgang.practice.selectors.transfer import (
    HOMEWORK_FIELDS,
    LESSON_FIELDS,
    PICTURE_FIELDS,
    ROUND_FIELDS,
)
from oxgang.practice.services.pictures import reencoded


@transaction.atomic
def bring_in(file: Mapping[str, Any], *, by: Coach, now: datetime, confirmed: bool = False) -> Student:
    """A new student with everything in the file; its pictures are encoded anew here.

    Raises
    ------
    ConfirmationNeeded
        When this very student is here already.
    InputError
        When a record cannot be. Nothing is stored.
    """
    student = transfer.bring_in(file, by=by, now=now, confirmed=confirmed)
    days = [lesson["day"] for lesson in file["lessons"]]
    uids = [row["uid"] for row in file["rounds"]]
    if len(set(days)) != len(days) or len(set(uids)) != len(uids):
        raise InputError("Two lessons or rounds of the file are the same one.")
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
    for row in file["pictures"]:
        try:
            content = b64decode(row["jpeg"], validate=True)
        except (NotBase64, ValueError):
            raise InputError("A picture of the file is damaged.") from None
        made, width, height = reencoded(content)
        Picture.objects.create(
            student=student,
            by=by,
            content=made,
            width=width,
            height=height,
            **{name: row[name] for name in PICTURE_FIELDS},
        )
    if file["shows"] is not None:
        Sharing.objects.create(student=student, shows=file["shows"])
    return student
