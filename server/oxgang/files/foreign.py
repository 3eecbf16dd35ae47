"""Tables from anywhere: any CSV or workbook, its columns guessed, mapped and read as balls."""

from __future__ import annotations

import hashlib
import io
import re
import zipfile
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from statistics import median
from typing import Final

from oxgang.core.errors import FileError
from oxgang.core.words.measurements import LENGTHS, MEASURED, MEASUREMENTS, SPEEDS
from oxgang.core.words.shots import Shot
from oxgang.files.limits import check_bytes
from oxgang.files.shots import COLUMNS, refuse_repeated_ids, shot_of
from oxgang.files.tables import (
    BadCell,
    Reading,
    Row,
    RowProblem,
    as_said,
    decode,
    many_objects,
    parse_number,
    records,
)
from oxgang.files.workbook import read_workbook

# A title may stand above the header: it is looked for in this many rows.
HEADER_WITHIN: Final = 10
SAMPLE: Final = 200
# The units in which each target may stand, the usual one first, and how it is brought to ours.
UNITS: Final = {m.name: m.units for m in MEASUREMENTS if m.units}
TARGETS: Final = tuple(name for name in COLUMNS if name != "student")
NUMBERS: Final = frozenset(MEASURED)
# How a column of words that means a target tends to be called. Common practice.
_WORDS_CALLED: Final = (
    (11, "club", r"^club( ?(name|type))?$|^iron$|^wedge$"),
    (12, "swing", r"swing|length|shot ?type|position"),
    (13, "trajectory", r"trajectory|flight|height"),
    (14, "strike", r"strike|contact|quality"),
    (15, "tempo", r"tempo"),
    (16, "date", r"date|time|day"),
    (17, "id", r"^(shot|ball)? ?(id|uuid)$"),
    (18, "ball", r"^ball( ?type)?$"),
    (19, "lie", r"^lie|surface"),
    (24, "excluded", r"exclu"),
)
# What a column is taken for, in turn; the first that fits wins.
_CALLED: Final = tuple(
    (target, pattern)
    for _, target, pattern in sorted(
        [*_WORDS_CALLED, *((m.turn, m.name, m.called) for m in MEASUREMENTS if m.called)]
    )
)
_UNIT_WORDS: Final = (
    (r"km/?h|kph", "km/h"),
    (r"m/?s\b|mps", "m/s"),
    (r"mph", "mph"),
    (r"yd|yard", "yd"),
    (r"ft|feet", "ft"),
    (r"\bm\b|met(er|re)", "m"),
    (r"°? ?f\b|fahr", "F"),
    (r"°? ?c\b|cels", "C"),
)
# A wedge's ball leaves at 15 to 40 m/s: a larger median is miles an hour, a still larger km/h.
_MPH_OVER: Final = 42.0
_KMH_OVER: Final = 100.0


@dataclass(frozen=True, slots=True)
class Source:
    """The column that means a target, and the unit its numbers are in ("" where there is none)."""

    column: str
    unit: str = ""


@dataclass(frozen=True, slots=True)
class ColumnMapping:
    """What each target is in a file, and what its clubs and swings are called here.

    `club` and `swing` stand for every row where the file has no such column.
    """

    sources: Mapping[str, Source]
    clubs: Mapping[str, str] = field(default_factory=dict)
    swings: Mapping[str, str] = field(default_factory=dict)
    club: str = ""
    swing: str = ""


@dataclass(frozen=True, slots=True)
class Table:
    """A table as it came: columns, and rows with the line on which each stands."""

    columns: list[str]
    rows: list[tuple[int, list[str]]]

    @property
    def signature(self) -> str:
        """The same for files with the same header, so that a mapping is remembered."""
        return hashlib.sha256("\n".join(self.columns).casefold().encode()).hexdigest()

    def values(self, column: str, most: int = SAMPLE) -> list[str]:
        """The first values of a column that are not empty."""
        at = self.columns.index(column)
        found = (as_said(row[at]) for _, row in self.rows if at < len(row) and row[at].strip())
        return [value for value, _ in zip(found, range(most), strict=False)]


@many_objects()
def read_any(data: bytes) -> Table:
    """The table of a CSV file or of a workbook's first sheet that has one.

    Raises
    ------
    FileError
        When there is no table in it, or more than is read.
    """
    check_bytes(data)
    lines = read_workbook(data) if zipfile.is_zipfile(io.BytesIO(data)) else _text(data)
    if not lines:
        raise FileError("The file is empty.", field="file")
    top = lines[:HEADER_WITHIN]
    header = max(range(len(top)), key=lambda i: (_words(top[i][1]), -i))
    columns = [" ".join(as_said(name).split()) for name in lines[header][1]]
    if len([name for name in columns if name]) < 1 or header + 1 >= len(lines):
        raise FileError("There is no table with a header and rows in this file.", field="file")
    seen: dict[str, int] = {}
    for i, name in enumerate(columns):
        name = name or f"column {i + 1}"
        seen[name] = seen.get(name, 0) + 1
        columns[i] = name if seen[name] == 1 else f"{name} ({seen[name]})"
    return Table(columns, lines[header + 1 :])


def _text(data: bytes) -> list[tuple[int, list[str]]]:
    return list(records(decode(data)))


def _words(row: Sequence[str]) -> int:
    """How many cells of a row are words: a header has more than a row of numbers."""
    return sum(1 for cell in row if re.search(r"[A-Za-z]", cell))


def guess(table: Table, *, unit: str = "yd") -> dict[str, Source]:
    """What each target is, from the names of the columns, their units and values.

    Parameters
    ----------
    unit
        The student's unit of length, where the file says none.
    """
    found: dict[str, Source] = {}
    for column in table.columns:
        name = re.sub(r"[\s_\-/\[\](),.:]+", " ", column.casefold()).strip()
        exact = column.casefold().replace(" ", "_")
        bare = re.sub(r"\b(yds?|yards?|m|mps|mph|kmh|kph|ft|feet|deg|rpm|s|c|f)\b", "", name)
        target = exact if exact in TARGETS else None
        for candidate, pattern in _CALLED:
            if target is None and candidate not in found and re.search(pattern, bare.strip()):
                target = candidate
        if target is None or target in found:
            continue
        if target in NUMBERS and not _numeric(table.values(column)):
            continue
        found[target] = Source(column, _unit(target, column, table, unit))
    return found


def _numeric(values: Sequence[str]) -> bool:
    good = sum(1 for value in values if re.fullmatch(r"[+-]?[\d.,]+ ?[LRlr]?", value))
    return bool(values) and good >= len(values) / 2


def _unit(target: str, column: str, table: Table, length: str) -> str:
    units = UNITS.get(target)
    if units is None:
        return ""
    for pattern, unit in _UNIT_WORDS:
        if unit in units and re.search(pattern, column.casefold().replace("_", " ")):
            return unit
    if units is SPEEDS and target != "headwind_mps":
        numbers = [float(v.replace(",", ".")) for v in table.values(column) if _numeric([v])]
        middle = median(numbers) if numbers else 0.0
        return "km/h" if middle > _KMH_OVER else "mph" if middle > _MPH_OVER else "m/s"
    return length if units is LENGTHS else next(iter(units))


@many_objects()
def read_mapped(table: Table, mapping: ColumnMapping) -> Reading[Shot]:
    """The balls of a table under a mapping; rows that cannot be read are problems."""
    places = {name: i for i, name in enumerate(table.columns)}
    index = {name: i for i, name in enumerate(TARGETS)}
    taken = {s.column for s in mapping.sources.values()}
    notes = [(name, places[name]) for name in table.columns if name not in taken]
    plan = [
        (index[target], places[s.column], UNITS.get(target, {}).get(s.unit), target in NUMBERS)
        for target, s in mapping.sources.items()
        if target in index and s.column in places
    ]
    fixed = [(index["club"], mapping.club), (index["swing"], mapping.swing)]
    club, swing = index["club"], index["swing"]
    present = {TARGETS[i]: i for i, _, _, _ in plan}
    present |= {name: index[name] for name in ("club", "swing")}
    reading: Reading[Shot] = Reading(columns=table.columns, unknown_columns=[n for n, _ in notes])
    named = {target: s.column for target, s in mapping.sources.items()}
    for line, values in table.rows:
        cells = [""] * len(TARGETS)
        try:
            for at, text in fixed:
                cells[at] = text
            for to, place, convert, number in plan:
                text = as_said(values[place]) if place < len(values) else ""
                if text and number:
                    text = _converted(text, convert, table.columns[place])
                if text or not cells[to]:
                    cells[to] = text
            cells[club] = mapping.clubs.get(cells[club], cells[club])
            cells[swing] = mapping.swings.get(cells[swing], cells[swing])
            extra = {
                name: as_said(values[at])
                for name, at in notes
                if at < len(values) and values[at].strip()
            }
            reading.rows.append((line, shot_of(Row(present, cells), extra)))
        except BadCell as error:
            column = named.get(error.field, error.field)
            reading.problems.append(RowProblem(line, column, error.told))
    refuse_repeated_ids(reading)
    return reading


@lru_cache(maxsize=65536)
def _converted(text: str, convert: Callable[[float], float] | None, column: str) -> str:
    sign = 1.0
    if text[-1] in "LlRr" and text[:1] in "0123456789.,+-":
        sign = -1.0 if text[-1] in "Ll" else 1.0
        text = text[:-1].strip()
    number = sign * parse_number(text, column)
    return repr(convert(number) if convert else number)
