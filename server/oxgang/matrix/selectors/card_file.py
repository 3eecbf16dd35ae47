"""The newest published card as one file, with what the student may see of it."""

from __future__ import annotations

from django.conf import settings

from oxgang.academy.models import Student
from oxgang.academy.selectors.consent import agreed, first_name
from oxgang.core.errors import InputError
from oxgang.files.card_file import write_card_file
from oxgang.matrix.models import PublishedMatrix
from oxgang.matrix.selectors.phone import on_phone
from oxgang.texts.language import Language


def card_file(
    student: Student,
    version: PublishedMatrix,
    *,
    picks: bool,
    language: Language | None = None,
) -> str:
    """The file of a version, in the student's language or another; the name in full only where that
    is agreed to.

    Raises
    ------
    InputError
        When the interface was not built, so that there is no page to put into it.
    """
    folder = settings.WEB / "card-file"
    try:
        script, style = ((folder / f"card.{kind}").read_text(encoding="utf-8") for kind in ("js", "css"))
    except OSError:
        raise InputError("The interface is not built here: run make build first.") from None
    language = language or Language(student.language)
    content = on_phone(version, picks=picks, language=language)
    if not agreed(student).phone:
        content["student"] = first_name(str(content["student"]))
    return write_card_file(content, script=script, style=style, language=language)
