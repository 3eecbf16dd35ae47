"""The command that writes a student's card as one file."""

from __future__ import annotations

from pathlib import Path
from typing import Annotated

import typer

from oxgang.cli.database import DATABASE
from oxgang.cli.report import fail
from oxgang.cli.server import Data, start_django, use_secret_key
from oxgang.core.errors import OxgangError
from oxgang.texts.language import Language


def card(
    student: Annotated[str, typer.Argument(help="the student's name, or a part that is one student's alone")],
    output: Annotated[Path, typer.Option("-o", "--output", help="card.html")],
    data: Data = Path("oxgang-data"),
    language: Annotated[Language | None, typer.Option(help="another language than the student's own")] = None,
) -> None:
    """The newest published card as one file that needs no network."""
    if not (data / DATABASE).is_file():
        fail(f"{data}: there is no Oxgang database here. Give its folder with --data.")
    use_secret_key(data)
    start_django("prod", data, "127.0.0.1")
    from oxgang.academy.models import Academy
    from oxgang.academy.selectors.people import students_at
    from oxgang.core.practice.portal import Shows
    from oxgang.matrix.selectors.card_file import card_file
    from oxgang.matrix.selectors.published import versions_of
    from oxgang.practice.selectors.portal import shows_of

    everyone = [
        one for academy in Academy.objects.all() for one in students_at(academy).filter(archived_at=None)
    ]
    wanted = " ".join(student.split()).casefold()
    found = [one for one in everyone if wanted in (one.name.casefold(), str(one.pk))]
    found = found or [one for one in everyone if wanted and wanted in one.name.casefold()]
    if len(found) != 1:
        names = ", ".join(one.name for one in found) or "nobody"
        fail(f'"{student}" is {names}. Give the full name of one student.')
    version = versions_of(found[0]).first()
    if version is None:
        fail(f"{found[0].name} has no published card yet.")
    try:
        text = card_file(found[0], version, picks=Shows.PICK in shows_of(found[0]), language=language)
        output.write_text(text, encoding="utf-8", newline="")
    except OxgangError as error:
        fail(error.sentence)
    except OSError as error:
        fail(f"{output}: cannot be written ({error.strerror}).")
