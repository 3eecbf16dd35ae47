"""Every sentence of the server that a person can read: the catalogue, and what errors and commands say.

One "place<TAB>text" a line, `{}` for a value; `make check` has them read (web/checks/plain.js).
"""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from pathlib import Path

ROOT = Path(__file__).parents[1] / "server" / "oxgang"
# Calls that say something to a person, by the name of what is called.
SAY = re.compile(
    r"(Error|Needed|NotFound|NotAllowed|Gone|BadCell|Busy|Missing|Conflict|Changed\w*|fail|problem|echo)$"
)


def catalogue() -> Iterator[tuple[str, str]]:
    """The messages of the English catalogues, each line of them with text."""
    lines = [
        (f"texts/{path.name}:{number}", line)
        for path in sorted((ROOT / "texts").glob("*en.ftl"))
        for number, line in enumerate(path.read_text().splitlines(), 1)
    ]
    for place, line in lines:
        if line.lstrip().startswith("#"):
            continue
        text = re.sub(r"^\s*(\*?\[[\w-]+\]|\.?[\w-]+ =)\s*", "", line)
        text = re.sub(r"\{[^{}]*(\{[^{}]*\}[^{}]*)*\}", "{}", text).strip()
        if re.search(r"[A-Za-z]{2}", text.replace("{}", "")) and "->" not in text:
            yield place, text


def _text(node: ast.expr) -> str | None:
    if isinstance(node, ast.Constant) and isinstance(node.value, str):
        return node.value
    if isinstance(node, ast.JoinedStr):
        return "".join(str(v.value) if isinstance(v, ast.Constant) else "{}" for v in node.values)
    return None


def said() -> Iterator[tuple[str, str]]:
    """What the server's errors and commands say."""
    for path in sorted(ROOT.rglob("*.py")):
        if "migrations" in path.parts or "webdist" in path.parts:
            continue
        for node in ast.walk(ast.parse(path.read_text())):
            if not isinstance(node, ast.Call):
                continue
            name = node.func.attr if isinstance(node.func, ast.Attribute) else getattr(node.func, "id", "")
            helps = [keyword.value for keyword in node.keywords if keyword.arg == "help"]
            for part in [*(node.args if SAY.search(name) else []), *helps]:
                text = _text(part)
                if text and re.search(r"[a-z] [a-z{]", text):
                    yield f"{path.relative_to(ROOT)}:{part.lineno}", " ".join(text.split())


if __name__ == "__main__":
    for place, text in [*catalogue(), *said()]:
        print(f"server/oxgang/{place}\t{text}")
