"""Tables from anywhere: any CSV or workbook, its columns guessed, mapped and read as balls."""

from __future__ import annotations

import hashlib
import io
import re
import zipfile
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from itertools import islice
from typing import Final

from oxgang.core.errors import FileError
from oxgang.files.columns import turned
from oxgang.files.json_files import sheets_of_json
from oxgang.files.limits import check_bytes
from oxgang.files.tables import (
    cell_text,
    decode,
    many_objects,
    records,
)
from oxgang.files.workbook import read_workbook

# A title may stand above the header: it is looked for in this many rows.
HEADER_WITHIN: Final = 10
_PERSON: Final = re.compile(r"player|student|golfer|name", re.IGNORECASE)
SAMPLE: Final = 200
# A table ends with at most so many lines of text.
FOOT: Final = 5
# How programs write that there is no value.
NOTHING: Final = frozenset({"", "n/a", "na", "#n/a", "nan", "none", "null", "-", "--", "–", "—"})
# A column is of clubs or swings when so many of its values are.
MOST_OF: Final = 0.6
# What a row begins with that sums up the others: it is no ball.
_SUMS: Final = re.compile(
    r"(avg|average|mean|median|std\.?( ?dev\.?)?|deviation|totals?|sum|min(imum)?|max(imum)?"
    r"|mittel(wert)?|durchschnitt|summe|streuung|standardabweichung|\u00f8)[.:]?",
    re.IGNORECASE,
)
_UNIT: Final = re.compile(
    r"yds?|yards?|m|met(er|re)s?|ft|feet|in|cm|mph|m/?s|mps|km/?h|kph"
    r"|rpm|deg(rees?)?|\u00b0 ?[cf]?|%|s|sec"
)
_UNNAMED: Final = re.compile(r"column \d+")
# What the column of a workbook's sheets is called.
SHEET: Final = "sheet"


# A column of who hit the balls; of names of clubs or files there are many.
_WHO: Final = re.compile(
    r".*\b(player|student|golfer|pupil)\b.*|((first|last|full|family) ?)?name", re.IGNORECASE
)


# The lines of every sheet of a file, with their numbers, by its name.
Sheets = Mapping[str, list[tuple[int, list[str]]]]


@dataclass(frozen=True, slots=True)
class Table:
    """A table as it came: columns, and rows with the line on which each stands."""

    columns: list[str]
    rows: list[tuple[int, list[str]]]
    # Sheets of a workbook whose columns are others: they are not read.
    left_out: Sequence[str] = ()
    # Behind which line each sheet of several begins.
    starts: Sequence[tuple[int, str]] = ()
    _turned: dict[str, Sequence[str]] = field(default_factory=dict, compare=False, repr=False)

    def column(self, name: str) -> Sequence[str]:
        """The cells of a column, "" where a row is shorter, shape (n,)."""
        if not self._turned:
            cells = turned(self.rows, range(len(self.columns)))
            self._turned.update(zip(self.columns, cells, strict=True))
        return self._turned[name]

    def only(self, column: str, value: str) -> Table:
        """The rows that have a value in a column."""
        kept = [
            row for row, cell in zip(self.rows, self.column(column), strict=True) if cell_text(cell) == value
        ]
        return replace(self, rows=kept, _turned={})

    def where(self, line: int) -> str:
        """The sheet of a line and its line there, where there are several; else nothing."""
        before = [(start, title) for start, title in self.starts if start < line]
        if not before or line == 1:
            return ""
        start, title = before[-1]
        return f'sheet "{title}", line {line - start}: '

    @property
    def signature(self) -> str:
        """The same for files with the same header, so that a mapping is remembered."""
        return hashlib.sha256("\n".join(self.columns).casefold().encode()).hexdigest()

    def values(self, column: str, most: int = SAMPLE) -> list[str]:
        """The first values of a column that are not empty."""
        found = (cell_text(cell) for cell in self.column(column) if cell.strip())
        return list(islice(found, most))

    def different(self, column: str) -> dict[str, int]:
        """How often each value of a column stands there, those first that stand first."""
        counts: dict[str, int] = {}
        for cell, count in Counter(self.column(column)).items():
            if value := cell_text(cell):
                counts[value] = counts.get(value, 0) + count
        return counts


@many_objects()
def read_any(data: bytes) -> Table:
    """The table of a CSV file, or of a workbook.

    A workbook may have a sheet for each club: sheets with the columns of the first are read as one
    table, the sheet's name in a column of its own.

    Raises
    ------
    FileError
        When there is no table in it, or more than is read.
    """
    return table_of(sheets_of(data))


def sheets_of(data: bytes) -> Sheets:
    """The lines of a CSV file, or of our own JSON, under "", or those of every sheet of a workbook under its
    name.

    Raises
    ------
    FileError
        When it is neither, or more than is read.
    """
    check_bytes(data)
    if not zipfile.is_zipfile(io.BytesIO(data)):
        return sheets_of_json(data) or {"": list(records(decode(data)))}
    return read_workbook(data)


def table_of(sheets: Sheets) -> Table:
    """The table that stands in sheets (see `read_any`)."""
    if list(sheets) == [""]:
        return _table(sheets[""])
    tables: dict[str, Table] = {}
    for title, lines in sheets.items():
        try:
            tables[title] = _table(lines)
        except FileError:
            if len(sheets) == 1:
                raise
    if len(tables) < 2:
        return next(iter(tables.values()), None) or _table([])
    columns = next(iter(tables.values())).columns
    same = {title: table for title, table in tables.items() if table.columns == columns}
    left_out = [title for title in sheets if title not in same]
    if len(same) == 1:
        return Table(columns, next(iter(same.values())).rows, left_out)
    blank = [""] * len(columns)
    rows: list[tuple[int, list[str]]] = []
    starts: list[tuple[int, str]] = []
    for title, table in same.items():
        # As if the sheets stood one under the other.
        start = rows[-1][0] if rows else 0
        starts.append((start, title))
        rows += [(start + line, [*(cells + blank)[: len(columns)], title]) for line, cells in table.rows]
    return Table([*columns, SHEET], rows, left_out, starts)


def _table(lines: list[tuple[int, list[str]]]) -> Table:
    """The table that stands in lines: under a title perhaps, with units perhaps."""
    if not lines:
        raise FileError("The file is empty.", field="file")
    top = lines[:HEADER_WITHIN]
    header = max(range(len(top)), key=lambda i: (_words(top[i][1]), -i))
    columns = [" ".join(cell_text(name).split()) for name in lines[header][1]]
    if header + 2 < len(lines) and _names_again(lines[header + 1][1]):
        columns, header = _both(columns, lines[header + 1][1]), header + 1
    if len([name for name in columns if name]) < 1 or header + 1 >= len(lines):
        raise FileError("There is no table with a header and rows in this file.", field="file")
    seen: dict[str, int] = {}
    for i, name in enumerate(columns):
        name = name or f"column {i + 1}"
        seen[name] = seen.get(name, 0) + 1
        columns[i] = name if seen[name] == 1 else f"{name} ({seen[name]})"
    rows = lines[header + 1 :]
    if rows and _are_units(rows[0][1]):
        # Units in a row of their own belong to the names above them.
        for i, cell in enumerate(rows[0][1][: len(columns)]):
            columns[i] += f" [{cell.strip().strip('[]()')}]" if cell.strip() else ""
        rows = rows[1:]
    return Table(*_without_blanks(columns, _filled_down(columns, rows)))


def _names_again(cells: Sequence[str]) -> bool:
    """Whether a row under a header is a second one: words alone, and no units."""
    there = [cell for cell in cells if cell.strip()]
    return len(there) > 1 and not any(re.search(r"\d", cell) for cell in there) and not _are_units(cells)


def _both(groups: Sequence[str], cells: Sequence[str]) -> list[str]:
    """The names of two header rows: the lower one, with its group where it stands there twice."""
    width = max(len(groups), len(cells))
    upper = [*groups, *[""] * (width - len(groups))]
    lower = [" ".join(cell_text(cell).split()) for cell in cells] + [""] * (width - len(cells))
    for i in range(1, width):
        upper[i] = upper[i] or (upper[i - 1] if lower[i] else "")
    twice = {name for name in lower if lower.count(name) > 1}
    return [
        low if low and low not in twice else " ".join(part for part in (up, low) if part)
        for up, low in zip(upper, lower, strict=True)
    ]


def _filled_down(columns: Sequence[str], rows: list[tuple[int, list[str]]]) -> list[tuple[int, list[str]]]:
    """Rows of a grouped table: a first column that names each group once, and is blank below it."""
    first = [cells[0].strip() if cells else "" for _, cells in rows]
    named = [cell for cell in first if cell]
    blank = [
        i for i, (cell, (_, cells)) in enumerate(zip(first, rows, strict=True)) if not cell and len(cells) > 1
    ]
    if len(blank) < 2 or not first[0] or len(set(named)) < len(named) or any(map(_SUMS.fullmatch, named)):
        return rows
    filled, last = [], ""
    for line, cells in rows:
        last = cells[0] if cells and cells[0].strip() else last
        filled.append((line, [last, *cells[1:]]))
    return filled


def _are_units(cells: Sequence[str]) -> bool:
    words_of = [cell.strip().strip("[]()").casefold() for cell in cells if cell.strip()]
    return len(words_of) > 1 and all(_UNIT.fullmatch(cell) for cell in words_of)


def sums_up(cells: Sequence[str]) -> bool:
    """Whether a row sums up others, at the foot of a table or between groups."""
    first = next((cell for cell in cells if cell.strip()), "")
    return bool(_SUMS.fullmatch(first.strip()))


def _sums_up(columns: Sequence[str], cells: Sequence[str]) -> bool:
    """The same of a row under columns: a player may be called Max."""
    at = next((i for i, cell in enumerate(cells) if cell.strip()), 0)
    return at < len(columns) and not _PERSON.search(columns[at]) and sums_up(cells)


def people_in(table: Table) -> tuple[str, list[str]]:
    """The column of who hit the balls, and whom it names, those first that stand first; "" and nobody
    where there is no such column."""
    for column in table.columns:
        if _WHO.fullmatch(column.strip()) and (named := list(table.different(column))):
            return column, named
    return "", []


def no_balls(table: Table) -> dict[int, str]:
    """The places of the rows that are no balls, and why: those that sum up others, looked for among
    those that begin like one, and lines of text at the foot."""
    found: dict[int, str] = {}
    first = table.column(table.columns[0])
    odd = {cell for cell in set(first) if not cell.strip() or _SUMS.fullmatch(cell.strip())}
    for at, cell in enumerate(first) if odd else ():
        if cell in odd and _sums_up(table.columns, table.rows[at][1]):
            found[at] = "sums up other rows, so it isn't a ball."
    for at in range(max(0, len(table.rows) - FOOT), len(table.rows)):
        there = [cell for cell in table.rows[at][1] if cell.strip()]
        if len(table.columns) > 1 and len(there) == 1 and re.search(r"[^\W\d_]{2}", there[0]):
            found.setdefault(at, "is a line of text, not a ball.")
    return found


def balls_alone(table: Table, others: Mapping[int, str]) -> Table:
    """The table without the rows that are no balls."""
    if not others:
        return table
    rows = [row for at, row in enumerate(table.rows) if at not in others]
    return Table(table.columns, rows, table.left_out, table.starts)


def _without_blanks(
    columns: list[str], rows: list[tuple[int, list[str]]]
) -> tuple[list[str], list[tuple[int, list[str]]]]:
    """Without columns that have neither a name nor a value: some programs write thousands."""
    last = max((i for i, cell in enumerate(columns) if not _UNNAMED.fullmatch(cell)), default=-1)
    longer = [cells for _, cells in rows if len(cells) > last + 1]
    for cells in longer:
        for i in range(len(cells) - 1, last, -1):
            if cells[i].strip():
                last = i
                break
    if not longer:
        return columns[: last + 1], rows
    return columns[: last + 1], [(line, cells[: last + 1]) for line, cells in rows]


def _words(row: Sequence[str]) -> int:
    """How many cells of a row are words: a header has more than a row of numbers."""
    return sum(1 for cell in row if re.search(r"[A-Za-z]", cell))
