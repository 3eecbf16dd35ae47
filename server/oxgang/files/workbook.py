"""Workbooks from anywhere: unpacked within bounds, parsed without entities, refused whole."""

from __future__ import annotations

import io
import re
import zipfile
from collections.abc import Iterator, Sequence
from datetime import date, datetime

import openpyxl

# openpyxl parses with defusedxml where that is installed and lxml is not used; the import makes a
# missing one an error here rather than a hole there.
from defusedxml.ElementTree import fromstring
from openpyxl.utils import range_boundaries
from openpyxl.xml import DEFUSEDXML, LXML

from oxgang.core.errors import FileError
from oxgang.files.limits import (
    MB,
    MOST_IN_A_CELL,
    MOST_PARTS,
    MOST_SHARED_TEXT,
    MOST_TAGS,
    MOST_UNPACKED,
    Meter,
)
from oxgang.files.tables import without_controls

assert fromstring
assert DEFUSEDXML
assert not LXML
UNREADABLE = "This workbook can't be read. Save it again, or as CSV, then choose it again."
HEADER_ONLY = 1
# Merged cells are looked for in sheets up to this size, and so many of them: larger ones are logs.
MERGED_WITHIN = 8 * MB
MOST_MERGED = 2000
_MERGE = re.compile(rb'<mergeCell ref="([A-Z]+[0-9]+:[A-Z]+[0-9]+)"')


def read_workbook(data: bytes) -> dict[str, list[tuple[int, list[str]]]]:
    """The rows of every sheet that has a table, each with its number, by the sheet's name.

    Raises
    ------
    FileError
        When the workbook is damaged, unpacks to more than is read, or holds what no workbook needs.
    """
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as package:
            _check(package)
            book = openpyxl.load_workbook(io.BytesIO(data), read_only=True, data_only=True)
            meter = Meter()
            sheets = {
                str(sheet.title): _merged(
                    list(_rows(sheet.iter_rows(values_only=True), meter)), _merges(package, sheet)
                )
                for sheet in book.worksheets
            }
        return {title: rows for title, rows in sheets.items() if len(rows) > HEADER_ONLY}
    except FileError:
        raise
    # A damaged workbook fails in as many ways as the reader has lines: every one of them means that
    # this file cannot be read, and nothing else.
    except (Exception, RecursionError) as error:
        raise FileError(UNREADABLE, field="file") from error


def _check(package: zipfile.ZipFile) -> None:
    """Check what a package says that it unpacks to; reading stops there, whatever is in it."""
    parts = package.infolist()
    if len(parts) > MOST_PARTS:
        raise FileError(
            f"The workbook has {len(parts):,} parts, more than a list of balls has.", field="file"
        )
    if sum(part.file_size for part in parts) > MOST_UNPACKED:
        raise FileError(
            f"The workbook unpacks to more than {MOST_UNPACKED // MB} MB. Split it, or save the "
            "sheet of balls as CSV.",
            field="file",
        )
    texts = (p.file_size for p in parts if p.filename.casefold().endswith("sharedstrings.xml"))
    if sum(texts) > MOST_SHARED_TEXT:
        raise FileError(
            f"The workbook holds more than {MOST_SHARED_TEXT // MB} MB of text. Split it, or leave "
            "out the columns that are not needed.",
            field="file",
        )
    tags = 0
    for part in parts:
        with package.open(part) as content:
            while chunk := content.read(MB):
                tags += chunk.count(b"<")
                if tags > MOST_TAGS:
                    raise FileError(
                        "The workbook is too large. Split it.",
                        field="file",
                    )


def _rows(rows: Iterator[tuple[object, ...]], meter: Meter) -> Iterator[tuple[int, list[str]]]:
    for line, values in enumerate(rows, start=1):
        last = len(values)
        while last and values[last - 1] is None:
            last -= 1
        # Blank rows take their time too.
        meter.row(last)
        if last:
            yield line, [_cell(value) for value in values[:last]]


def _merges(package: zipfile.ZipFile, sheet: object) -> list[tuple[int, int, int, int]]:
    """The merged cells of a sheet: first column and row, last column and row, from 1."""
    name = str(getattr(sheet, "_worksheet_path", "")).lstrip("/")
    if name not in package.namelist() or package.getinfo(name).file_size > MERGED_WITHIN:
        return []
    found = _MERGE.findall(package.read(name))[:MOST_MERGED]
    bounds = (range_boundaries(ref.decode()) for ref in found)
    return [tuple(int(end or 0) for end in of) for of in bounds]  # type: ignore[misc]


def _merged(
    rows: list[tuple[int, list[str]]], merges: Sequence[tuple[int, int, int, int]]
) -> list[tuple[int, list[str]]]:
    """Rows with the text of a merged cell in each cell of its first column: it names what is beside it."""
    by_line = dict(rows)
    for left, top, _, bottom in merges:
        text = (by_line.get(top) or [])[left - 1 : left]
        for line in range(top + 1, bottom + 1):
            cells = by_line.get(line)
            if text and cells is not None and len(cells) >= left:
                cells[left - 1] = text[0]
    return rows


def _cell(value: object) -> str:
    if value is None:
        return ""
    if isinstance(value, datetime):
        return value.isoformat() if (value.hour or value.minute) else value.date().isoformat()
    if isinstance(value, date):
        return value.isoformat()
    if isinstance(value, float):
        return f"{value:.10g}"
    text = str(value)
    if len(text) > MOST_IN_A_CELL:
        raise FileError(f"A cell holds more than {MOST_IN_A_CELL:,} characters.", field="file")
    return without_controls(text)
