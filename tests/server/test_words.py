"""The words, limits and defaults that the page has from the server."""

from __future__ import annotations

import json
from pathlib import Path

from oxgang.academy.models import AuditAction
from oxgang.texts.messages import source

from tests.server.conftest import Api

ROOT = Path(__file__).parents[2]


def test_the_pages_own_tests_have_true_words(api: Api) -> None:
    """`tests/words.json` stands for the server in the component tests."""
    words = api("GET", "/words").data
    assert words.pop("texts") == source()
    assert words == json.loads((ROOT / "tests/words.json").read_text())


def test_every_action_of_the_log_has_its_words() -> None:
    messages = source()
    for did in AuditAction:
        assert f"\n{did} =" in messages, did
