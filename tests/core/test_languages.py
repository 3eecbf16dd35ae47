"""A second language: whatever a card says is said in it, and a catalogue that lacks a message fails."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

import pytest
from fluent.syntax import FluentParser, ast
from oxgang.core.flight.recipes import RECIPES
from oxgang.core.ground.card import CardCell
from oxgang.core.pick.table import LIES, REASONS, Wind
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.core.words.swing import BUILT_IN
from oxgang.texts.cards import BROUGHT, in_language, shot_name
from oxgang.texts.language import Language
from oxgang.texts.messages import source, texts

# Swings that read alike in every language: times, shares and numbers.
ALIKE = {"7:30", "8:00", "9:00", "10:00", "11:00", "90 %", "1", "2", "3", "L to L"}
OTHERS = [language for language in Language if language is not Language.ENGLISH]


def needed() -> set[str]:
    """Every message and attribute that a card is put together from."""
    found = {"recipe-words", "card-file-title", "card-file-head", "card-file-none", *BROUGHT.values()}
    found |= {"adjusted-back", "adjusted-forward", "adjusted-down", "height-low", "height-high"}
    found |= {f"asked-{what}" for what in ("lie", "wind", "green", "pin")}
    families: dict[str, Iterable[str]] = {"lie": LIES, "wind": Wind, "green": Firmness, "pin": PinAt}
    found |= {f"{family}-{code}" for family, codes in families.items() for code in codes}
    found |= {f"{why}.short" for why in REASONS}
    found |= {f"spin-{spin}" for spin in Spin if spin is not Spin.CHECK}
    return found | {f"tempo-{tempo}" for tempo in Tempo if tempo is not Tempo.NORMAL}


@pytest.mark.parametrize("language", OTHERS)
def test_a_catalogue_has_every_message_of_a_card_and_no_other(language: Language) -> None:
    said: set[str] = set()
    for entry in FluentParser().parse(source(language)).body:
        assert not isinstance(entry, ast.Junk), entry.content
        if isinstance(entry, ast.Message):
            said |= {entry.id.name} | {f"{entry.id.name}.{a.id.name}" for a in entry.attributes}
    assert needed() - said == set()
    swings = {code for code in said if code.startswith("swing-")}
    assert {code.split(".")[0] for code in said - needed() - swings} <= set(REASONS)
    words = texts("yd", language)
    for scale in BUILT_IN:
        for position in scale.positions:
            name = shot_name(cell(position.label), words).removeprefix("56 ")
            assert (name == position.label) == (position.label in ALIKE), name


def cell(swing: str, **more: Any) -> CardCell:
    key = CellKey("56", swing, Trajectory.LOW if more else Trajectory.STOCK)
    return CardCell(key, 48, 46, 50, 2, 5, measured=True, **more)


def test_what_a_coach_wrote_stays_as_it_is() -> None:
    words = texts("yd", Language.GERMAN)
    assert in_language("Hands to hip.", words) == "H\u00e4nde bis zur H\u00fcfte."
    assert in_language("Like cutting hay", words) == "Like cutting hay"
    assert shot_name(cell("half", back_in=3, down_in=1), words) == (
        "56 halb flach, Ball 3 in weiter hinten, Griff 1 in k\u00fcrzer"
    )
    for recipe in RECIPES.values():
        for height in recipe.values():
            assert in_language(height.follow_through, words) != height.follow_through
