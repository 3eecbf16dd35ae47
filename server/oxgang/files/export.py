"""Balls as a workbook and as JSON, with the columns of shots.csv."""

from __future__ import annotations

import io
import json
from collections.abc import Sequence
from datetime import datetime

from openpyxl import Workbook
from openpyxl.styles import Font

from oxgang.core.shots import Shot
from oxgang.files.shots import COLUMNS, table_of

SCHEMA = "oxgang-shots-1"


def write_workbook(shots: Sequence[Shot]) -> bytes:
    """One sheet, `balls`: header in bold, numbers as numbers, moments without their zone."""
    columns, rows = table_of(shots)
    book = Workbook()
    sheet = book.active
    assert sheet is not None
    sheet.title = "balls"
    sheet.append(list(columns))
    for cell in sheet[1]:
        cell.font = Font(bold=True)
    sheet.freeze_panes = "A2"
    for row in rows:
        sheet.append([_plain(value) for value in row])
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def write_json(shots: Sequence[Shot]) -> str:
    """{"schema", "balls": [{column: value}]}; empty values are left out."""
    columns, rows = table_of(shots)
    balls = [
        {name: value for name, value in zip(columns, row, strict=True) if value not in (None, "")}
        for row in rows
    ]
    return json.dumps({"schema": SCHEMA, "columns": COLUMNS, "balls": balls}, default=str, indent=1)


def _plain(value: object) -> str | int | float | None:
    if isinstance(value, datetime):
        return value.isoformat()
    if value is None or isinstance(value, int | float):
        return value
    # A cell that begins like a formula is text all the same.
    text = str(value)
    return f"'{text}" if text[:1] in "=+@" else text
