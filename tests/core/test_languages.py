"""A second language: whatever a student reads is said in it, and a catalogue that lacks a message fails."""

from __future__ import annotations

import json
from collections.abc import Iterable
from datetime import UTC, date, datetime
from pathlib import Path
from typing import Any

import pytest
from fluent.syntax import FluentParser, ast
from oxgang.core.flight.recipes import RECIPES
from oxgang.core.ground.card import CardCell
from oxgang.core.keeping.events import EventKind, Touch
from oxgang.core.keeping.remarks import Moved, Remark
from oxgang.core.pick.choice import Goal
from oxgang.core.pick.table import LIES, REASONS, Wind
from oxgang.core.practice.course import CourseAdvice, Note
from oxgang.core.practice.course_shot import Finish
from oxgang.core.practice.forms import NetTarget, PracticeForm
from oxgang.core.practice.trials import Trial
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.lesson import Drill, Fault
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import CellKey, Spin, Strike, Tempo, Trajectory
from oxgang.core.words.swing import BUILT_IN
from oxgang.texts.cards import BROUGHT, in_language, in_shots, shot_name
from oxgang.texts.language import Language
from oxgang.texts.messages import file_of, texts
from oxgang.texts.phone import phone_words

# Swings that read alike in every language: times, shares and numbers.
ALIKE = {"7:30", "8:00", "9:00", "10:00", "11:00", "90 %", "1", "2", "3", "L to L"}
OTHERS = [language for language in Language if language is not Language.ENGLISH]
PHONE = Path(__file__).parents[2] / "web/src/card"
# Families of messages, and what stands after the name of each.
FAMILIES: dict[str, Iterable[str]] = {
    "asked": ("lie", "wind", "green", "pin"),
    "lie": LIES,
    "wind": Wind,
    "green": Firmness,
    "pin": PinAt,
    "spin": [spin for spin in Spin if spin is not Spin.CHECK],
    "tempo": [tempo for tempo in Tempo if tempo is not Tempo.NORMAL],
    "height": Trajectory,
    "adjusted": ("back", "forward", "down"),
    "card-file": ("title", "head", "none"),
    "strike": Strike,
    "mark": NetTarget,
    "finish": Finish,
    "event": EventKind,
    "portal-goal": Goal,
    "portal": ("due", "par", "wanted", "day"),
    "report": ("interval", "homework"),
    "list": ("between", "last"),
}


def needed() -> set[str]:
    """Every message and attribute that a student's card, phone and papers are put together from."""
    found = {f"{family}-{code}" for family, codes in FAMILIES.items() for code in codes}
    for family, codes in {"form": PracticeForm, "trial": Trial}.items():
        found |= {part for code in codes for part in (f"{family}-{code}", f"{family}-{code}.about")}
    found |= {f"{fault}.cue" for fault in Fault} | {part for d in Drill for part in (d, f"{d}.how")}
    found |= {f"{why}.short" for why in REASONS} | {*Touch, *Remark, *Moved, *Note}
    found |= set(CourseAdvice) - {CourseAdvice.LOG, CourseAdvice.NOTHING}
    found |= {"recipe-words", "remark-ground", "turn-one-side", *BROUGHT.values()}
    return {code.replace(" ", "-") for code in found}


def messages_in(name: str) -> dict[str, ast.Pattern]:
    """The messages and attributes of a catalogue."""
    found: dict[str, ast.Pattern] = {}
    for entry in FluentParser().parse(file_of(name)).body:
        assert not isinstance(entry, ast.Junk), entry.content
        if isinstance(entry, ast.Message):
            found |= {f"{entry.id.name}.{a.id.name}": a.value for a in entry.attributes}
            if entry.value:
                found[entry.id.name] = entry.value
    return found


def values_in(pattern: ast.Pattern) -> set[str]:
    """The names of the values that a message asks for."""
    return {node["id"]["name"] for node in _nodes(pattern.to_json()) if node["type"] == "VariableReference"}


def _nodes(of: Any) -> Iterable[dict[str, Any]]:
    if isinstance(of, dict):
        if "type" in of:
            yield of
        of = list(of.values())
    if isinstance(of, list):
        for part in of:
            yield from _nodes(part)


@pytest.mark.parametrize("language", OTHERS)
def test_a_catalogue_has_every_message_of_a_student_and_no_other(language: Language) -> None:
    said = set(messages_in(f"{language}.ftl"))
    assert needed() - said == set()
    swings = {code for code in said if code.startswith("swing-")}
    assert {code.split(".")[0] for code in said - needed() - swings} <= set(REASONS)
    words = texts("yd", language)
    for scale in BUILT_IN:
        for position in scale.positions:
            name = shot_name(cell(position.label), words).removeprefix("56 ")
            assert (name == position.label) == (position.label in ALIKE), name


@pytest.mark.parametrize("name", ["paper", "phone", ""])
@pytest.mark.parametrize("language", OTHERS)
def test_a_message_asks_for_the_same_values_in_every_language(language: Language, name: str) -> None:
    mine, english = (messages_in(f"{name}.{one}.ftl".lstrip(".")) for one in (language, "en"))
    if name:
        assert set(mine) == set(english)
    for code in set(mine) & set(english):
        assert values_in(mine[code]) <= values_in(english[code]), code


@pytest.mark.parametrize("language", list(Language))
def test_the_phone_says_what_its_catalogue_says(language: Language) -> None:
    written = json.loads((PHONE / f"words.{language}.json").read_text(encoding="utf-8"))
    assert written == phone_words(language), "run make api"


def test_days_and_numbers_are_written_as_the_language_writes_them() -> None:
    """Outside check: Unicode's CLDR, by Babel."""
    english, german = texts("yd"), texts("m", Language.GERMAN)
    assert english.format("portal-due", {"on": "2026-09-03"}) == "by 3 Sep"
    assert german.format("portal-due", {"on": "2026-09-03"}) == "bis 3. Sept."
    assert german.day(date(2026, 3, 3)) == "3. M\u00e4rz 2026"
    assert german.session(datetime(2026, 12, 3, 17, 30, tzinfo=UTC)) == "Do., 3. Dezember, 17:30"
    values: dict[str, str | int] = {"place": 1, "inches": "1", "handle": "level", "open": 0, "weight": 55}
    assert "Ball 2,5 cm weiter vorn" in german.format("recipe-words", values)


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
    for shot, named in (("56 half low", "56 halb flach"), ("half low", "half flach"), ("AW x", "AW x")):
        message = in_shots(Message.of(CourseAdvice.SHOT, shot=shot), words)
        assert message.values["shot"] == named
    for recipe in RECIPES.values():
        for height in recipe.values():
            assert in_language(height.follow_through, words) != height.follow_through
