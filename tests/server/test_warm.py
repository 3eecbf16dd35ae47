"""The server loads beforehand what core imports late."""

from __future__ import annotations

import ast
from pathlib import Path

import oxgang
from oxgang.config.listen import SLOW_IMPORTS


def test_every_late_import_of_core_is_loaded_before_it_is_asked_for() -> None:
    late: set[str] = set()
    for file in (Path(oxgang.__file__).parent / "core").rglob("*.py"):
        for function in ast.walk(ast.parse(file.read_text(encoding="utf-8"))):
            if isinstance(function, ast.FunctionDef):
                late |= {
                    node.module or ""
                    for node in ast.walk(function)
                    if isinstance(node, ast.ImportFrom) and not (node.module or "").startswith("oxgang")
                }
    assert late == set(SLOW_IMPORTS)
