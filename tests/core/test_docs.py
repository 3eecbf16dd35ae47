"""What the docs name is there: files of the project, and pages that are linked."""

from __future__ import annotations

import re
import subprocess
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
PAGES = [
    name
    for name in subprocess.check_output(["git", "ls-files", "*.md"], cwd=ROOT, text=True).split()
    if not name.startswith(".github")
]
# Files that a page tells the reader to make.
TO_BE_MADE = {"server/oxgang/texts/fr.ftl"}
CODE = re.compile(r"`([\w./-]+\.(?:py|ts|vue|ftl))`")
LINK = re.compile(r"\]\(([^)#:\s]+)(?:#[^)]*)?\)")


@pytest.fixture(scope="module")
def files() -> list[str]:
    return subprocess.check_output(["git", "ls-files"], cwd=ROOT, text=True).split()


@pytest.mark.parametrize("page", PAGES)
def test_files_and_pages_that_are_named_exist(page: str, files: list[str]) -> None:
    text = (ROOT / page).read_text(encoding="utf-8")
    named = set(CODE.findall(text)) - TO_BE_MADE
    assert [one for one in named if not any(f"/{file}".endswith(f"/{one}") for file in files)] == []
    linked = LINK.findall(text)
    assert [one for one in linked if not (ROOT / page).parent.joinpath(one).exists()] == []


def test_every_requirement_of_the_security_standard_has_an_answer() -> None:
    """Met, not applicable, or not met and why; and the tests that it names are there."""
    text = (ROOT / "docs/security.md").read_text(encoding="utf-8")
    rows = re.findall(r"^\| (\d+\.\d+\.\d+)[^|]* \| ([^|]+) \| ([^|]+) \| ([^|]*) \|$", text, re.MULTILINE)
    assert len(rows) > 180
    assert len({number for number, *_ in rows}) == len(rows)
    assert {number.split(".")[0] for number, *_ in rows} == {str(n) for n in range(1, 15)}
    for number, _, state, where in rows:
        assert state in ("met", "not applicable", "not met"), number
        assert len(where) > (40 if state == "not met" else 2), number
    for name in set(re.findall(r"\b[\w/]*test_\w+\.py", text)):
        assert any((ROOT / folder / name).is_file() for folder in ("tests/server", ".")), name
