"""A metres student's papers and phone name no yard, and a yards student's no metre: every PDF of the
addresses, the phone's card and place. The views are read in test_layout.py."""

from __future__ import annotations

import io
import re
from typing import Any

import pypdf
import pytest
from django.urls import get_resolver
from playwright.sync_api import Page, expect

from tests.e2e.conftest import Server
from tests.e2e.steps import asked, student_named, written
from tests.e2e.views import in_other_units, open_everything, still
from tests.units import METRES, YARDS

READERS = {
    "Henrike Sandvoll-Achterberg of Lower Marrowdale": YARDS,
    "Maren Okafor": METRES,
}


@pytest.mark.parametrize("name", READERS)
def test_every_paper_is_in_the_students_unit(signed_in: Page, server: Server, name: str) -> None:
    page, other = signed_in, READERS[name]
    student = student_named(page, name)
    written(page, "POST", f"students/{student}/versions", {"note": "", "picks": True})
    homework = [one["id"] for one in asked(page, f"students/{student}/homework")]
    papers = [path for path in addresses(get_resolver().url_patterns) if path.endswith(".pdf")]
    assert len(papers) >= 4
    read = 0
    for path in papers:
        for one in homework if "homework_id" in path else [""]:
            filled = re.sub(r"<(?:\w+:)?student_id>", student, path)
            filled = re.sub(r"<(?:\w+:)?homework_id>", str(one), filled)
            answer = page.request.get(f"{server.url}/{filled}")
            assert answer.ok, (filled, answer.text())
            pages = pypdf.PdfReader(io.BytesIO(answer.body())).pages
            text = "\n".join(sheet.extract_text() for sheet in pages)
            assert len(text) > 40
            assert not other.search(text), (path, other.findall(text))
            read += 1
    assert read >= 3


def addresses(patterns: Any, before: str = "") -> list[str]:
    """All addresses of the server, as Django resolves them."""
    found = []
    for one in patterns:
        path = before + str(one.pattern)
        inner = getattr(one, "url_patterns", None)
        found += addresses(inner, path) if inner is not None else [path]
    return found


@pytest.mark.parametrize("name", READERS)
def test_the_phone_is_in_the_students_unit(signed_in: Page, server: Server, name: str) -> None:
    page, other = signed_in, READERS[name]
    student = student_named(page, name)
    written(page, "POST", f"students/{student}/versions", {"note": "", "picks": True})
    for part in asked(page, f"students/{student}/sharing")["parts"]:
        written(page, "PUT", f"students/{student}/sharing/{part}", {"shown": True})
    made = written(page, "POST", f"students/{student}/links", {})
    page.goto(made["url"])
    tabs = page.locator("nav.tabs button")
    expect(tabs.nth(1)).to_be_visible()
    for i in range(tabs.count()):
        tabs.nth(i).click()
        still(page)
        open_everything(page)
        assert not in_other_units(page, other), i
