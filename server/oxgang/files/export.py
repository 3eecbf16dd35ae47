"""Balls as a workbook and as JSON, with the columns of shots.csv."""

from __future__ import annotations

import io
import json
from collections.abc import Iterable, Sequence
from datetime import date, datetime

from openpyxl import Workbook
from openpyxl.cell import Cell
from openpyxl.styles import Font
from openpyxl.worksheet.worksheet import Worksheet

from oxgang.core.carry import matrix
from oxgang.core.ground.card import CardLine
from oxgang.core.words.shots import Shot
from oxgang.files.json_files import MATRIX_SCHEMA, SHOTS_SCHEMA
from oxgang.files.matrix import COLUMNS as MATRIX_COLUMNS
from oxgang.files.matrix import matrix_values
from oxgang.files.shots import COLUMNS, table_of
from oxgang.files.tables import as_text


def write_workbook(shots: Sequence[Shot]) -> bytes:
    """One sheet, `balls`: header in bold, numbers as numbers, moments without their zone."""
    book = Workbook()
    _sheet(book, "balls", *table_of(shots))
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
    return json.dumps({"schema": SHOTS_SCHEMA, "columns": COLUMNS, "balls": balls}, default=str, indent=1)


def write_matrix_workbook(
    cells: Sequence[matrix.Cell], lines: Sequence[CardLine], shots: Sequence[Shot]
) -> bytes:
    """A workbook as a coach would have made it: sheets `matrix`, `by yardage` and `balls`.

    By yardage stands the shot that is played, or none with the nearest.
    """
    book = Workbook()
    _sheet(book, "matrix", MATRIX_COLUMNS, (matrix_values(cell) for cell in cells))
    rows = (
        (
            line.yardage,
            line.cell.name if line.reached else "none",
            round(line.cell.carry_yd, 1),
            round(line.off_yd, 1),
            "measured" if line.cell.measured else "estimated",
            "" if line.reached else line.cell.name,
        )
        for line in lines
    )
    _sheet(book, "by yardage", ("yardage", "shot", "carry_yd", "off_yd", "basis", "nearest"), rows)
    columns, balls = table_of(shots)
    _sheet(book, "balls", columns, balls)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def write_matrix_json(cells: Sequence[matrix.Cell]) -> str:
    """{"schema", "cells": [{column: value}]}, distances in yards."""
    named = [dict(zip(MATRIX_COLUMNS, matrix_values(cell), strict=True)) for cell in cells]
    return json.dumps({"schema": MATRIX_SCHEMA, "cells": named}, default=str, indent=1)


def _sheet(book: Workbook, title: str, columns: Sequence[str], rows: Iterable[Sequence[object]]) -> None:
    sheet = book.active if book.sheetnames == ["Sheet"] else book.create_sheet()
    assert sheet is not None
    sheet.title = title
    sheet.append([_cell(sheet, name) for name in columns])
    for cell in sheet[1]:
        cell.font = Font(bold=True)
    sheet.freeze_panes = "A2"
    for row in rows:
        sheet.append([_cell(sheet, value) for value in row])


def _cell(sheet: Worksheet, value: object) -> str | int | float | Cell | None:
    """A value as a workbook holds it. Text that looks like a formula is text, and marked as such
    (OWASP, "CSV Injection")."""
    if isinstance(value, datetime | date):
        return value.isoformat()
    if value is None or isinstance(value, int | float):
        return value
    text = str(value)
    if as_text(text) is text:
        return text
    cell = Cell(sheet, row=1, column=1)
    cell.value = text
    cell.data_type = "s"
    cell.quotePrefix = True
    return cell
