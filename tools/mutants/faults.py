"""The faults: a constant changed by a third, a comparison turned round, a branch left out."""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Final

COMPARED: Final[dict[type[ast.cmpop], type[ast.cmpop]]] = {
    ast.Lt: ast.LtE,
    ast.LtE: ast.Lt,
    ast.Gt: ast.GtE,
    ast.GtE: ast.Gt,
    ast.Eq: ast.NotEq,
    ast.NotEq: ast.Eq,
    ast.In: ast.NotIn,
    ast.NotIn: ast.In,
    ast.Is: ast.IsNot,
    ast.IsNot: ast.Is,
}
TURNED: Final[dict[type[ast.cmpop], type[ast.cmpop]]] = {
    ast.Lt: ast.GtE,
    ast.LtE: ast.Gt,
    ast.Gt: ast.LtE,
    ast.GtE: ast.Lt,
}
RECKONED: Final[dict[type[ast.operator], type[ast.operator]]] = {
    ast.Add: ast.Sub,
    ast.Sub: ast.Add,
    ast.Mult: ast.Div,
    ast.Div: ast.Mult,
}
Change = Callable[[], None]
CALLED: Final = {"min": "max", "max": "min", "any": "all", "all": "any"}
# What is no fault: how a thing is declared, and sentences.
DECLARED: Final = {"dataclass", "field", "InputError", "isinstance", "TypeVar"}


@dataclass(frozen=True, slots=True)
class Fault:
    """One fault: the file, the line, what it does in words, and the source with it."""

    file: Path
    line: int
    what: str
    source: str


def faults_in(file: Path) -> list[Fault]:
    """Every fault that can be put into a file, one at a time."""
    tree = ast.parse(file.read_text(encoding="utf-8"))
    found = []
    for node in list(_reckoning(tree)):
        for what, put, back in _changes_of(node):
            put()
            found.append(Fault(file, getattr(node, "lineno", 0), what, ast.unparse(tree)))
            back()
    return found


def _reckoning(at: ast.AST) -> Iterator[ast.AST]:
    """The nodes that decide something: no annotation, no declaration, no docstring."""
    for name, value in ast.iter_fields(at):
        if name in ("annotation", "returns", "decorator_list", "bases"):
            continue
        for child in value if isinstance(value, list) else [value]:
            if not isinstance(child, ast.AST) or isinstance(child, ast.Raise | ast.Import):
                continue
            called = child.func if isinstance(child, ast.Call) else None
            if isinstance(called, ast.Name) and called.id in DECLARED:
                continue
            yield child
            yield from _reckoning(child)


def _changes_of(node: ast.AST) -> Iterator[tuple[str, Change, Change]]:
    """What can be done to a node: in words, doing it, and taking it back."""
    if isinstance(node, ast.Constant) and type(node.value) in (int, float):
        old = node.value
        assert isinstance(old, int | float)
        new = old + max(1, round(old / 3)) if isinstance(old, int) else old * 4 / 3 or 0.1
        yield f"{old!r} is {new!r}", *_set(node, "value", old, new)
    elif isinstance(node, ast.Compare) and len(node.ops) == 1:
        op = node.ops[0]
        for table in (COMPARED, TURNED):
            if other := table.get(type(op)):
                words = f"{type(op).__name__} is {other.__name__}"
                yield words, *_set(node, "ops", [op], [other()])
    elif isinstance(node, ast.BoolOp):
        other_bool = ast.Or() if isinstance(node.op, ast.And) else ast.And()
        yield (
            "and is or" if isinstance(node.op, ast.And) else "or is and",
            *_set(node, "op", node.op, other_bool),
        )
    elif isinstance(node, ast.BinOp) and type(node.op) in RECKONED:
        reckoned = RECKONED[type(node.op)]
        words = f"{type(node.op).__name__} is {reckoned.__name__}"
        yield words, *_set(node, "op", node.op, reckoned())
    elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        yield "the minus is left out", *_set(node, "op", node.op, ast.UAdd())
    elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        twice = ast.UnaryOp(ast.Not(), node.operand)
        yield "the not is left out", *_set(node, "operand", node.operand, twice)
    elif isinstance(node, ast.If | ast.IfExp):
        for value in (False, True):
            yield f"if is {value}", *_set(node, "test", node.test, ast.Constant(value))
    elif isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in CALLED:
        other_name = CALLED[node.func.id]
        yield (
            f"{node.func.id} is {other_name}",
            *_set(node, "func", node.func, ast.Name(other_name, ast.Load())),
        )


def _set(node: ast.AST, name: str, old: object, new: object) -> tuple[Change, Change]:
    return lambda: setattr(node, name, new), lambda: setattr(node, name, old)
