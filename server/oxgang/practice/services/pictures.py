"""Keeping pictures of positions: re-encoded, without what a camera writes into them."""

from __future__ import annotations

import io
import warnings
from dataclasses import dataclass
from datetime import datetime
from threading import Lock
from typing import Final

from django.db import transaction
from PIL import Image, ImageOps, UnidentifiedImageError

from oxgang.academy.models import AuditAction, Coach, Hand, Student
from oxgang.academy.selectors.consent import agreed
from oxgang.academy.selectors.people import known_swings, local_day
from oxgang.academy.services.log import Changed, changed, created, fields_of, record_entry
from oxgang.core.errors import InputError
from oxgang.core.keeping.positions import Marks, arm_angle
from oxgang.files.limits import MB, MOST_PICTURE_BYTES
from oxgang.practice.models import Picture

# As it is kept.
MOST_BYTES: Final = 400_000
SIDE: Final = 1200
# What a measurement writes.
MEASURED: Final = ("marks", "arm_deg", "arm_sd_deg")
SMALLEST_SIDE: Final = 400
QUALITIES: Final = (85, 75, 65, 50)
# A picture of more points than any camera takes is a bomb.
MOST_POINTS: Final = 50_000_000
TOO_MANY_POINTS: Final = "The picture has more points than a camera takes."
_one = Lock()
Image.init()
FORMATS: Final = ("JPEG", "PNG", "WEBP", "GIF", "BMP", "TIFF")


@dataclass(frozen=True, slots=True)
class Encoded:
    """A picture as it is kept: a JPEG, and its sides."""

    content: bytes
    width: int
    height: int


def keep_picture(
    student: Student, swing: str, trajectory: str, content: bytes, *, by: Coach, now: datetime
) -> Picture:
    """The student's position at a swing length; it takes the place of the one before, which can be
    brought back.

    The picture is encoded before anything is written: nobody's ball waits for it.

    Raises
    ------
    InputError
        For a file that is no picture or too large, a swing or height that there is not, or a junior
        whose guardian has not agreed to pictures.
    """
    if not agreed(student).pictures:
        raise InputError(
            f"{student.name} is a junior. Save the guardian's consent to pictures first, under Data. The "
            "picture was not saved."
        )
    position = known_swings(student).get(swing.casefold())
    if position is None:
        raise InputError(f'There is no swing "{swing[:24]}" here.', field="swing")
    return _stored(student, position.label, trajectory, reencoded(content), by=by, now=now)


@transaction.atomic
def _stored(
    student: Student, swing: str, trajectory: str, made: Encoded, *, by: Coach, now: datetime
) -> Picture:
    mine = Picture.objects.filter(student=student, swing=swing, trajectory=trajectory, withdrawn_at=None)
    done: list[Changed] = []
    for old in mine:
        before = fields_of(old, ["withdrawn_at", "replaced"])
        old.withdrawn_at, old.replaced = now, True
        old.save(update_fields=["withdrawn_at", "replaced"])
        done += changed(old, before)
    picture = Picture.objects.create(
        student=student,
        swing=swing,
        trajectory=trajectory,
        content=made.content,
        width=made.width,
        height=made.height,
        taken_on=local_day(student, now),
        by=by,
    )
    values = {"swing": swing}
    changes = [*done, created(picture, "withdrawn_at")]
    record_entry(student, AuditAction.PICTURE_ADDED, values, by=by, now=now, changes=changes)
    return picture


@transaction.atomic
def remove_picture(picture: Picture, *, by: Coach, now: datetime) -> None:
    """Take a picture away; the log brings it back. Twice changes nothing."""
    if picture.withdrawn_at is None:
        before = fields_of(picture, ["withdrawn_at"])
        picture.withdrawn_at = now
        picture.save(update_fields=["withdrawn_at"])
        done, values = changed(picture, before), {"swing": picture.swing}
        record_entry(picture.student, AuditAction.PICTURE_REMOVED, values, by=by, now=now, changes=done)


@transaction.atomic
def measure_picture(picture: Picture, marks: Marks, *, by: Coach, now: datetime) -> Picture:
    """How far back the lead arm is on a picture, by what was touched on it; once more takes the place of
    what was measured before.

    Raises
    ------
    InputError
        For a point off the picture, or an arm or a line too short to measure.
    """
    found = arm_angle(marks, left_handed=picture.student.hand == Hand.LEFT)
    before = fields_of(picture, MEASURED)
    picture.marks = marks_data(marks)
    picture.arm_deg, picture.arm_sd_deg = found.arm_deg, found.sd_deg
    picture.save(update_fields=MEASURED)
    if done := changed(picture, before):
        values = {"swing": picture.swing}
        record_entry(picture.student, AuditAction.PICTURE_MEASURED, values, by=by, now=now, changes=done)
    return picture


def marks_data(marks: Marks) -> dict[str, object]:
    """What was touched, as it is kept and sent."""
    points = [{"x": x, "y": y} for x, y in (marks.shoulder, marks.hands, *(marks.line or ()))]
    shoulder, hands, *line = points
    return {"shoulder": shoulder, "hands": hands, "line": line or None, "touch": marks.touch}


def reencoded(content: bytes) -> Encoded:
    """A picture as it is kept: upright, at most 1200 points a side and 400 kB, its points alone:
    no place, no time, no camera. One at a time: each takes up to 300 MB while it is read.

    Raises
    ------
    InputError
        When it is too large, or no picture.
    """
    if len(content) > MOST_PICTURE_BYTES:
        raise InputError(
            f"The picture is larger than {MOST_PICTURE_BYTES // MB} MB. Nothing was saved.",
            field="file",
        )
    with _one:
        return _encoded(_upright(content))


def _upright(content: bytes) -> Image.Image:
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(content), formats=FORMATS) as opened:
                if opened.width * opened.height > MOST_POINTS:
                    raise InputError(TOO_MANY_POINTS, field="file")
                opened.draft("RGB", (2 * SIDE, 2 * SIDE))
                # Made small before it is turned: no second copy of all its points. Colours out of a
                # palette, and single bits, cannot be mixed before they are colours.
                if opened.mode in ("P", "1"):
                    turned = ImageOps.exif_transpose(opened.convert("RGB"))
                else:
                    opened.thumbnail((2 * SIDE, 2 * SIDE))
                    turned = ImageOps.exif_transpose(opened)
                return turned.convert("RGB")
    except InputError:
        raise
    except (
        UnidentifiedImageError,
        OSError,
        ValueError,
        SyntaxError,
        EOFError,
        Image.DecompressionBombError,
        Image.DecompressionBombWarning,
    ):
        raise InputError("This file isn't a picture. Use a JPEG or PNG.", field="file") from None


def _encoded(upright: Image.Image) -> Encoded:
    side = SIDE
    while True:
        small = upright.copy()
        small.thumbnail((side, side))
        for quality in QUALITIES:
            out = io.BytesIO()
            # A new picture from the points alone.
            Image.frombytes("RGB", small.size, small.tobytes()).save(
                out, "JPEG", quality=quality, optimize=True, progressive=True
            )
            if out.tell() <= MOST_BYTES:
                return Encoded(out.getvalue(), small.width, small.height)
        side = max(SMALLEST_SIDE, side * 3 // 4)
