"""A table keyed by an enum has a row for each member, or nothing starts."""

from __future__ import annotations

import ast
import doctest
from enum import Enum
from importlib import import_module
from pathlib import Path

import oxgang
import pytest
from oxgang.core.words import complete

ROOT = Path(oxgang.__file__).parent
# Tables that are meant for some members only.
SOME = {
    "core.pick.changes._WINDS by WhatIf": "what else the wind may be",
    "core.pick.changes._PINS by WhatIf": "what else the pin may be",
    "core.pick.changes._LIES by WhatIf": "what else the lie may be",
    "core.pick.changes._GREENS by WhatIf": "what else the green may be",
    "core.pick.rules.WANTS by Rule": "rules that ask for a height",
    "core.words.lesson.CAUSES by Checkpoint": "what a fault is seen by",
    "demo.balls.MISHITS by Strike": "every strike but the solid one",
}


def literal_tables() -> list[tuple[str, str, ast.Dict, ast.expr]]:
    """Dict literals of modules with attributes of one class as keys: module, class, literal, statement."""
    found = []
    for file in sorted(ROOT.rglob("*.py")):
        module = ".".join(file.relative_to(ROOT).with_suffix("").parts)
        if ".migrations." in module:
            continue
        for statement in ast.parse(file.read_text(encoding="utf-8")).body:
            value = getattr(statement, "value", None)
            if not isinstance(statement, ast.Assign | ast.AnnAssign) or value is None:
                continue
            target = statement.target if isinstance(statement, ast.AnnAssign) else statement.targets[0]
            for node in ast.walk(value):
                keys = node.keys if isinstance(node, ast.Dict) else []
                names = {ast.unparse(k.value) for k in keys if isinstance(k, ast.Attribute)}
                if isinstance(node, ast.Dict) and len(names) == 1 and len(keys) > 1:
                    found.append((f"{module}.{ast.unparse(target)}", names.pop(), node, value))
    return found


def test_every_table_of_an_enum_is_checked_where_it_is_written() -> None:
    found, partial = 0, set()
    for name, keys, table, value in literal_tables():
        module = import_module(f"oxgang.{name.rsplit('.', 1)[0]}")
        if not (isinstance(enum := getattr(module, keys, None), type) and issubclass(enum, Enum)):
            continue
        if (what := f"{name} by {keys}") in SOME:
            partial.add(what)
            assert len(table.keys) < len(enum), f"{name} has every member: it is a complete table"
            continue
        found += 1
        checked = [
            call.args[1]
            for call in ast.walk(value)
            if isinstance(call, ast.Call) and ast.unparse(call.func) == "complete"
        ]
        assert table in checked, f"{name}: write complete({keys}, {{...}})"
    assert found > 15
    assert partial == set(SOME)


def test_a_member_that_was_forgotten_is_named() -> None:
    class Colour(Enum):
        RED, GREEN = "red", "green"

    with pytest.raises(TypeError, match="this table of Colour has no row for green"):
        complete.complete(Colour, {Colour.RED: 1})
    assert complete.complete(Colour, {Colour.RED: 1, Colour.GREEN: 2}) == {Colour.RED: 1, Colour.GREEN: 2}
    assert doctest.testmod(complete).failed == 0
