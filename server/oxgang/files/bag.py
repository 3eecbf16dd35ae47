"""bag.csv: one row a club."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Final

from oxgang.core.words.bag import Club, checked_club
from oxgang.files.tables import Reading, Row, RowProblem, read_table, write_table

COLUMNS: Final = ("club", "loft_deg", "bounce_deg", "note")
# How the fields of a club are called in the file.
_COLUMN_OF: Final = {"label": "club"}


def read_bag(data: bytes) -> Reading[Club]:
    """Read bag.csv.

    Raises
    ------
    FileError
        When the file as a whole cannot be read.
    """
    reading = read_table(data, required=("club", "loft_deg"), known=COLUMNS, parse=_club)
    reading.problems = [
        RowProblem(p.line, _COLUMN_OF.get(p.column, p.column), p.reason) for p in reading.problems
    ]
    seen: set[str] = set()
    kept = []
    for line, club in reading.rows:
        if club.label.casefold() in seen:
            reading.problems.append(
                RowProblem(line, "club", f'a club labelled "{club.label}" stands above already.')
            )
            continue
        seen.add(club.label.casefold())
        kept.append((line, club))
    reading.rows = kept
    return reading


def write_bag(clubs: Iterable[Club]) -> str:
    """bag.csv text."""
    return write_table(COLUMNS, ((c.label, f"{c.loft_deg:g}", _plain(c.bounce_deg), c.note) for c in clubs))


def _plain(value: float | None) -> str:
    return "" if value is None else f"{value:g}"


def _club(row: Row, extra: dict[str, str]) -> Club:
    notes = [row.text("note"), *(f"{name}: {value}" for name, value in extra.items())]
    return checked_club(
        Club(
            label=row.required("club"),
            loft_deg=row.required_number("loft_deg"),
            bounce_deg=row.number("bounce_deg"),
            note="; ".join(note for note in notes if note),
        )
    )
