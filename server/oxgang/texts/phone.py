"""What the student's phone says: a catalogue of its own, since a phone has no library that reads one.

`make api` writes it to web/src/card/words.*.json, each value of a sentence as {name}.
"""

from __future__ import annotations

from functools import lru_cache

from fluent.syntax import FluentParser, ast

from oxgang.texts.language import Language
from oxgang.texts.messages import file_of


@lru_cache
def phone_words(language: Language) -> dict[str, str]:
    """The sentences by their ids.

    Raises
    ------
    TypeError
        For a message that a phone cannot say: one with a choice or a function.
    """
    parsed = FluentParser().parse(file_of(f"phone.{language}.ftl"))
    return {
        entry.id.name: "".join(_part(e) for e in entry.value.elements)
        for entry in parsed.body
        if isinstance(entry, ast.Message) and entry.value
    }


def _part(element: ast.TextElement | ast.Placeable) -> str:
    if isinstance(element, ast.TextElement):
        return element.value
    if isinstance(element.expression, ast.VariableReference):
        return f"{{{element.expression.id.name}}}"
    raise TypeError(f"a phone cannot say {element.expression}")
