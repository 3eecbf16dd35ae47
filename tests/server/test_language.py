"""What a student reads, in the student's language."""

from __future__ import annotations

import io
import re
from collections.abc import Iterator
from typing import Any

import pypdf
from oxgang.academy.models import Student

from tests.server.conftest import Api
from tests.server.test_lessons import write
from tests.server.test_portal import link
from tests.server.test_practice import playing, send

__all__ = ["playing"]


def texts_in(of: Any, *path: Any) -> Iterator[tuple[tuple[Any, ...], str]]:
    """Every text of an answer and where it stands."""
    if isinstance(of, str):
        yield path, of
    for name, part in of.items() if isinstance(of, dict) else enumerate(of) if isinstance(of, list) else ():
        yield from texts_in(part, *path, name)


def test_whoever_reads_german_reads_german(api: Api, playing: Student) -> None:
    """Every text of card and place is another one than in English, but codes and what a coach wrote."""
    url = f"/students/{playing.pk}"
    write(api, playing)
    send(api, playing)
    api("POST", f"{url}/versions", {"note": ""})
    phone = link(api, playing)

    def read() -> dict[tuple[Any, ...], str]:
        return dict(texts_in([phone.get("portal.json").json(), phone.get("card.json").json()]))

    english = read()
    assert api("PATCH", url, {"language": "de"}).data["language"] == "de"
    german = read()
    assert '<html lang="de">' in phone.client.get(f"/c/{phone.token}").content.decode()
    assert set(german) == set(english)
    same = {
        path for path, text in english.items() if text == german[path] and re.search("[a-z]{3}", text)
    } - {path for path, text in english.items() if text == "Wind"}
    names = {next(name for name in reversed(path) if isinstance(name, str)) for path in same}
    codes = {"academy", "student", "form", "trial", "scoring", "code", "shows", "strikes", "day", "kind"}
    codes |= {
        "swing",
        "club",
        "trajectory",
        "spin",
        "tempo",
        "uid",
        "id",
        "name",
        "title",
        "cues",
        "cue",
        "letters",
    }
    assert names <= codes, {path: english[path] for path in same if path[-1] not in codes}
    papers = {"card.pdf": "Yards", "sheet.pdf": "\u00dcbungsblatt", "report.pdf": "Zum \u00dcben"}
    for name, word in papers.items():
        book = pypdf.PdfReader(io.BytesIO(api("GET", f"{url}/{name}").content))
        text = " ".join(page.extract_text() for page in book.pages)
        assert word in text, text
