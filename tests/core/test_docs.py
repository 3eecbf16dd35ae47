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
