"""What `oxgang read` does. Apart from the other commands: it needs no model."""

from __future__ import annotations

import json
from dataclasses import asdict
from pathlib import Path

import typer

from oxgang.cli.report import fail, read_bytes, read_records, scale_of
from oxgang.core.errors import OxgangError
from oxgang.files.bag import read_bag
from oxgang.files.understand import understand


def read(file: Path, bag: Path, scale: str) -> None:
    """What Import would understand of a foreign file, as JSON."""
    clubs = read_records(bag, read_bag)
    chosen = scale_of(scale)
    try:
        found = understand(read_bytes(file), clubs, chosen.positions if chosen else ())
    except OxgangError as error:
        fail(f"{file}: {error.sentence}")
    result = {
        "kind": found.kind,
        "columns": found.columns,
        "rows": found.rows,
        "bad": [{"line": p.line, "column": p.column, "reason": p.reason} for p in found.bad],
        "questions": [asdict(question) for question in found.questions],
    }
    typer.echo(json.dumps(result, ensure_ascii=False))
