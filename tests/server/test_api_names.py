"""The API's schema knows its parts by their bare names: two of one name would be one."""

from __future__ import annotations

import ast
import pkgutil
from collections import defaultdict
from collections.abc import Iterator
from enum import Enum
from importlib import import_module
from pathlib import Path

from ninja import Schema
from oxgang import api


def test_no_two_parts_of_the_api_have_one_name() -> None:
    modules = [
        import_module(found.name)
        for found in pkgutil.walk_packages(api.__path__, "oxgang.api.")
        if found.name.endswith((".schemas", ".messages", ".fields"))
    ]
    assert len(modules) > 15
    named: dict[str, set[type]] = defaultdict(set)
    for module in modules:
        for part in vars(module).values():
            if isinstance(part, type) and issubclass(part, Schema | Enum):
                named[part.__name__].add(part)
    assert {name: parts for name, parts in named.items() if len(parts) > 1} == {}


def answers_made() -> Iterator[tuple[str, type[Schema], ast.Call]]:
    """Where a router fills a schema by `made`, whose values no type checker sees."""
    for file in sorted(Path(api.__path__[0]).rglob("*.py")):
        module = import_module(
            f"oxgang.api.{'.'.join(file.relative_to(api.__path__[0]).with_suffix('').parts)}"
        )
        for node in ast.walk(ast.parse(file.read_text(encoding="utf-8"))):
            if isinstance(node, ast.Call) and getattr(node.func, "id", "") == "made" and node.args:
                yield f"{file.name}:{node.lineno}", getattr(module, ast.unparse(node.args[0])), node


def test_answers_are_filled_with_fields_that_there_are() -> None:
    found = list(answers_made())
    assert len(found) > 40
    for where, kind, call in found:
        given = {keyword.arg for keyword in call.keywords}
        assert given - {None} <= kind.model_fields.keys(), where
        if None not in given:
            needed = {name for name, field in kind.model_fields.items() if field.is_required()}
            resolved = {name for name in needed if hasattr(kind, f"resolve_{name}")}
            assert needed - resolved <= given, where
