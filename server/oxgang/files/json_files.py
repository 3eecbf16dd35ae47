"""Our own JSON exports, read back as the tables that they are."""

from __future__ import annotations

import json

from oxgang.core.errors import FileError
from oxgang.files.limits import check_bytes
from oxgang.files.tables import decode

# What our exports of balls and of a matrix say that they are, and where their rows stand.
SHOTS_SCHEMA = "oxgang-shots-1"
MATRIX_SCHEMA = "oxgang-matrix-1"
_ROWS = {SHOTS_SCHEMA: "balls", MATRIX_SCHEMA: "cells"}


def sheets_of_json(data: bytes) -> dict[str, list[tuple[int, list[str]]]] | None:
    """The rows of a JSON export, with a header, as the lines of a file; None for what is no JSON.

    Raises
    ------
    FileError
        When it is JSON and none of our exports.
    """
    check_bytes(data)
    if data[:200].lstrip(b"\xef\xbb\xbf \t\r\n")[:1] != b"{":
        return None
    try:
        content = json.loads(decode(data))
        rows = content[_ROWS[content["schema"]]]
        names = list(dict.fromkeys(name for row in rows for name in row))
        lines = [[_text(row.get(name)) for name in names] for row in rows]
    except (ValueError, TypeError, KeyError, AttributeError, RecursionError):
        raise FileError(
            "This JSON file has no balls and no matrix. Import a student's file under Students.",
            field="file",
        ) from None
    return {"": [(1, names), *enumerate(lines, start=2)]}


def _text(value: object) -> str:
    return "" if value is None else str(value)
