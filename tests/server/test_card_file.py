"""A published card as one file: what stands in it, for whom, and by which command."""

from __future__ import annotations

import json
import re
from pathlib import Path

import pytest
from oxgang.academy.models import Club, Student
from oxgang.files.card_file import write_card_file

from tests.commands import oxgang
from tests.server.conftest import Api
from tests.server.steps import hit, keep

MOST_BYTES = 300 * 1024


def test_a_card_is_one_file_with_all_that_a_phone_shows(api: Api, student: Student, wedge: Club) -> None:
    url = f"/students/{student.pk}"
    assert api("GET", f"{url}/card.html").status_code == 404
    hit(api, student, wedge, [44, 45, 43, 44, 45])
    keep(api, student)
    note = "</script><script>alert(1)</script> <b>"
    assert api("POST", f"{url}/versions", {"note": note}).status_code == 200
    answer = api("GET", f"{url}/card.html")
    text = answer.content.decode()
    assert answer["Content-Disposition"] == 'attachment; filename="ansel-quill-card-v1.html"'
    assert len(answer.content) < MOST_BYTES
    content = json.loads(re.search(r'id="card-content">(.*?)</script>', text, re.S)[1])  # type: ignore[index]
    assert (content["student"], content["note"], bool(content["picks"])) == ("Ansel Quill", note, True)
    # Nothing is asked of a network, and nothing that somebody typed is a part of the page.
    assert "default-src 'none'" in text
    assert not re.search(r"(src|href)=|url\(|@import|https?://(?!www\.w3\.org)", text)
    assert text.count("<script") == 2
    # Without its script it says the numbers.
    assert "<tr><td>45<td>56 9:00<td>44" in text
    # A junior of whom nobody has agreed that a name stands on a phone goes by the first one.
    api("PATCH", f"{url}/consent", {"junior": True, "was": {"junior": False}})
    assert '"student":"Ansel"' in api("GET", f"{url}/card.html").content.decode()


def test_the_command_writes_it(data: Path, tmp_path: Path) -> None:
    file = tmp_path / "card.html"
    done = oxgang("card", "casimir", "--data", data, "-o", file)
    assert done.returncode == 0, done.stderr
    assert "<h1>Casimir Dunmoor</h1>" in file.read_text()
    done = oxgang("card", "casimir", "--data", data, "-o", file, "--language", "de")
    assert done.returncode == 0, done.stderr
    german = file.read_text()
    assert '<html lang="de">' in german
    assert "Fassung 1 vom" in german
    assert "Schlagfläche" in german
    for who, says in (
        ("nobody such", "nobody"),
        ("a", "Give the full name"),
        ("Pell Underhagen", "no published"),
    ):
        refused = oxgang("card", who, "--data", data, "-o", file)
        assert (refused.returncode, says in refused.stderr) == (2, True), refused.stderr
    assert oxgang("card", "casimir", "--data", tmp_path / "none", "-o", file).returncode == 2
    assert oxgang("card", "casimir", "--data", data, "-o", tmp_path / "no" / "card.html").returncode == 2


@pytest.mark.parametrize("student", ["<img src=x>", "\u2028", "O'Brien & Co"])
def test_names_are_text(student: str) -> None:
    content = {
        "student": student, "academy": "<i>", "version": 1, "day": "2026-05-31", "note": "",
        "shots": [{"name": "56 9:00", "carry": 44, "cue": "<u>"}],
        "lines": [{"at": 45, "shot": 0, "near": False, "add": 1}],
    }  # fmt: skip
    text = write_card_file(content, script="0", style="")
    assert "<img" not in text
    assert "<i>" not in text
    assert "<u>" not in text
    assert "56 9:00 + 1" in text
