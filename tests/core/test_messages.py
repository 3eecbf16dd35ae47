"""Codes and their messages: every code has one, every message has an example, none is left over."""

from __future__ import annotations

import json
import re
from enum import StrEnum
from pathlib import Path
from typing import Any

import pytest
from fluent.syntax import FluentParser, ast, visitor
from oxgang.academy.models import PersonRole
from oxgang.core.carry.matrix import Doubt
from oxgang.core.ground.card import Thin
from oxgang.core.ground.fills import Way
from oxgang.core.ground.stages import Stage
from oxgang.core.keeping.due import DueCode
from oxgang.core.keeping.events import EventKind, Touch
from oxgang.core.keeping.remarks import Moved, Remark
from oxgang.core.pick import choice
from oxgang.core.pick.changes import WhatIf
from oxgang.core.pick.rules import Rule
from oxgang.core.pick.situation import Trouble
from oxgang.core.pick.table import Wind
from oxgang.core.practice.course import CourseAdvice, Kept, Note
from oxgang.core.practice.course_shot import Finish
from oxgang.core.practice.faults import Sign
from oxgang.core.practice.forms import NetTarget, PracticeForm, Step
from oxgang.core.practice.load import Level
from oxgang.core.practice.plan import Place, Why
from oxgang.core.practice.portal import Shows
from oxgang.core.practice.protocols import Protocol
from oxgang.core.practice.trials import Trial
from oxgang.core.practice.week import WeekWhy
from oxgang.core.words.glossary import Term
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.lesson import Checkpoint, Drill, Fault, Seen, When
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import Lie
from oxgang.practice.selectors.data_inventory import RecordKind
from oxgang.practice.selectors.mentions import MentionKind
from oxgang.texts.messages import source, texts

ROOT = Path(__file__).parents[2]
# The page's own test reads the same file (web/src/shared/texts/texts.test.ts).
EXAMPLES: list[dict[str, Any]] = json.loads((ROOT / "tests/message_examples.json").read_text())
CODES: list[type[StrEnum]] = [DueCode, Touch, Why, Remark, Moved, Thin]
CODES += [CourseAdvice, Kept, Note]
CODES += [Checkpoint, Drill, Fault, Sign, WeekWhy]
CODES += [choice.PickReason, choice.Reach, Rule, WhatIf]
NAMES: dict[str, Any] = {
    "event": EventKind,
    "finish": Finish,
    "doubt": Doubt,
    "protocol": Protocol,
    "fill": Way,
    "stage": Stage,
    "place": Place,
    "trouble": Trouble,
    "lie": Lie,
    "green": Firmness,
    "pin": PinAt,
    "wind": Wind,
    "lesson": When,
    "form": PracticeForm,
    "step": Step,
    "mark": NetTarget,
    "trial": Trial,
    "shows": Shows,
    "portal-goal": choice.Goal,
    "level": Level,
    "record": RecordKind,
    "mention": MentionKind,
    "word": Term,
    "role": StrEnum("Role", PersonRole.values),
}


class Named(visitor.Visitor):
    """The values that a message uses, and the messages that stand in it."""

    def __init__(self) -> None:
        self.values: set[str] = set()
        self.messages: set[str] = set()

    def visit_VariableReference(self, node: ast.VariableReference) -> None:
        self.values.add(node.id.name)

    def visit_MessageReference(self, node: ast.MessageReference) -> None:
        self.messages.add(node.id.name)


MESSAGES = {
    entry.id.name: entry for entry in FluentParser().parse(source()).body if isinstance(entry, ast.Message)
}


ATTRIBUTES = {f"{name}.{a.id.name}" for name, m in MESSAGES.items() for a in m.attributes}


@pytest.mark.parametrize("example", EXAMPLES, ids=lambda e: f"{e['code']}-{len(e['values'])}")
def test_the_examples_are_said_in_yards_and_in_metres(example: dict[str, Any]) -> None:
    for units in ("yd", "m"):
        said = texts(units).format(example["code"], example["values"])
        assert said == example[units]
        assert "{" not in said  # no value is missing


def test_every_message_can_be_read_has_an_example_and_is_used() -> None:
    broken = [e for e in FluentParser().parse(source()).body if isinstance(e, ast.Junk)]
    assert not broken
    shown = {example["code"] for example in EXAMPLES}
    assert set(MESSAGES) | ATTRIBUTES <= shown
    inside = Named()
    for message in MESSAGES.values():
        inside.visit(message)
    codes = {code.value for family in CODES for code in family}
    codes |= {f"lesson-{seen}" for seen in Seen}
    codes |= {f"{of}-{name.replace(' ', '-')}" for of, names in NAMES.items() for name in names}
    places = [*(ROOT / "server/oxgang").rglob("*.py"), *(ROOT / "web/src").rglob("*.[tv]*")]
    code = "\n".join(p.read_text() for p in places if "webdist" not in p.parts)
    named = set(re.findall(r'["\'`]([a-z]+(?:-[a-z]+)+)["\'`]', code))
    # Fields and files are named by what they are.
    loose = {name for name in MESSAGES if name.startswith(("field-", "taken-"))}
    loose |= {name for name in MESSAGES if name.partition("-")[2] in named}  # titles
    assert set(MESSAGES) - inside.messages - codes - named - loose == set()


def test_every_code_and_every_word_of_the_trade_has_its_message() -> None:
    for family in CODES:
        assert {code.value for code in family} <= set(MESSAGES), family
    for of, names in NAMES.items():
        assert {f"{of}-{name.replace(' ', '-')}" for name in names} <= set(MESSAGES), of
    for checkpoint in Checkpoint:
        assert {f"{checkpoint}.{wrong}" for wrong in (Seen.MUCH, Seen.LITTLE)} <= ATTRIBUTES
    parts = {Fault: ("ball", "causes", "cue"), Drill: ("how",)}
    for family, attributes in parts.items():
        assert {f"{code}.{a}" for code in family for a in attributes} <= ATTRIBUTES
    assert {f"lesson-{seen}" for seen in Seen} <= set(MESSAGES)
    for kind in EventKind:
        assert texts().format(f"event-{kind}.about").endswith(".")
    for protocol in Protocol:
        assert texts().format(f"protocol-{protocol}.about").endswith(".")


def test_a_sentence_begins_with_a_capital_and_an_unknown_code_shows_itself() -> None:
    said = Message(DueCode.MOVED, {"touched": Touch.CLUB, "club": "56", "on": "2026-05-03", "numbers": 1})
    assert texts().sentence(said) == "The 56 changed on 3 May: 1 carry needs checking"
    assert texts().format("not-there") == "not-there"
    assert texts().format("event-technique.not-there") == "event-technique.not-there"
