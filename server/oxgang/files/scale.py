"""scale.csv: one row a swing length."""

from __future__ import annotations

from typing import Final

from oxgang.core.errors import FileError
from oxgang.core.words.swing import Position, Scale, checked_positions
from oxgang.files.tables import Row, read_table

COLUMNS: Final = ("position", "order", "arm_deg", "cue")


def read_scale(data: bytes, *, name: str) -> Scale:
    """Read scale.csv, which is usable as a whole or not at all.

    Raises
    ------
    FileError
        When the file cannot be read or one of its rows is bad.
    InputError
        When the positions do not make a scale.
    """
    reading = read_table(data, required=("position", "arm_deg"), known=COLUMNS, parse=_position)
    if reading.problems:
        raise FileError("\n".join(p.sentence(name) for p in reading.problems), field="file")
    return Scale(name, name, "", checked_positions(reading.records))


def _position(row: Row, extra: dict[str, str]) -> Position:
    return Position(row.required("position"), row.required_number("arm_deg"), row.text("cue"))
