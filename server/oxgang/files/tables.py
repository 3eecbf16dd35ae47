"""Delimited text as people really send it: byte-order marks, other delimiters, decimal commas."""

from __future__ import annotations

import csv
import gc
import io
import re
from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field
from enum import StrEnum
from itertools import accumulate, islice
from typing import Final, Generic, TypeVar

from oxgang.core.errors import FileError, InputError
from oxgang.core.units import in_units
from oxgang.files.limits import METERED, MOST_IN_A_CELL, Meter, check_bytes

T = TypeVar("T")
E = TypeVar("E", bound=StrEnum)
DELIMITERS: Final = ",;\t|"
# A title may stand above the header.
TOP_LINES: Final = 4
TOP_CHARACTERS: Final = 8000
# Without tab, line feed and return: nobody reads them, and a workbook cannot hold them.
_CONTROL: Final = re.compile(r"[\x01-\x08\x0b\x0c\x0e-\x1f]")
# What a spreadsheet takes for a formula, and text that has been marked as none (OWASP, "CSV
# Injection"): a quote in front, which is taken off again when the file is read. Plain numbers stay.
_FORMULA: Final = re.compile(r"[\s']*[=+\-@\t\r]")
_PLAIN_NUMBER: Final = re.compile(r"[+-]?\d+(\.\d+)?")
csv.field_size_limit(MOST_IN_A_CELL)
_BREAKS: Final = re.compile(r"\r\n|\r|\n")
# What spreadsheets of western Europe write where it is not UTF-8, and from how much of a file it is told.
CODE_PAGES: Final = ("cp1252", "latin_1")
GUESSED_FROM: Final = 64 * 1024
_UTF16_MARKS: Final = (b"\xff\xfe", b"\xfe\xff")


@dataclass(frozen=True, slots=True)
class RowProblem:
    """Why a row cannot be used. `line` counts from 1 at the header; `column` may be ""; `template` may
    have quantities in it (`units.quantity`)."""

    line: int
    column: str
    template: str

    @property
    def reason(self) -> str:
        """Why, in the units of files."""
        return in_units(self.template)

    def sentence(self, file_name: str) -> str:
        """One plain sentence naming file, line and column."""
        where = f"{file_name}, line {self.line}"
        if self.column:
            where += f", column {self.column}"
        return f"{where}: {self.reason}"


@dataclass(slots=True)
class Reading(Generic[T]):
    """What a file held: the usable rows with their line numbers, and the others with reasons."""

    rows: Sequence[tuple[int, T]] = field(default_factory=list)
    problems: list[RowProblem] = field(default_factory=list)
    columns: list[str] = field(default_factory=list)
    unknown_columns: list[str] = field(default_factory=list)

    @property
    def records(self) -> list[T]:
        return [record for _, record in self.rows]


@contextmanager
def many_objects() -> Iterator[None]:
    """Makes a great many records without the cycle collector, which finds none among them.

    It takes a third of the time of a file of 100,000 rows.
    """
    was = gc.isenabled()
    gc.disable()
    try:
        yield
    finally:
        if was:
            gc.enable()


class BadCell(InputError):
    """A value in a column that cannot be read; becomes a `RowProblem`."""


class Row:
    """One row by column name. Empty cells and missing columns read as ""."""

    __slots__ = ("_index", "_values")

    def __init__(self, index: dict[str, int], values: Sequence[str]) -> None:
        self._index = index
        self._values = values

    @property
    def columns(self) -> dict[str, int]:
        """The columns that the file has, with their places."""
        return self._index

    def text(self, column: str) -> str:
        at = self._index.get(column)
        if at is None or at >= len(self._values):
            return ""
        return cell_text(self._values[at])

    def required(self, column: str) -> str:
        value = self.text(column)
        if not value:
            raise BadCell("is empty.", field=column)
        return value

    def number(self, column: str) -> float | None:
        """A number with decimal point or comma; None when empty."""
        value = self.text(column)
        return parse_number(value, column) if value else None

    def required_number(self, column: str) -> float:
        return parse_number(self.required(column), column)


def cell_text(cell: str) -> str:
    """The text of a cell, without blanks around it and without the mark of `as_text`."""
    text = cell.lstrip()
    return (text[1:] if text[:1] == "'" and _FORMULA.match(text[1:]) else text).strip()


def as_text(value: object) -> object:
    """A value for a CSV file: text that a spreadsheet would take for a formula is marked."""
    if not isinstance(value, str) or not _FORMULA.match(value) or _PLAIN_NUMBER.fullmatch(value):
        return value
    return f"'{value}"


def parse_number(value: str, column: str) -> float:
    """A finite number from text with a decimal point or a decimal comma.

    Raises
    ------
    BadCell
        When the text is no number.
    """
    text = value.replace(",", ".") if value.count(",") == 1 and "." not in value else value
    try:
        number = float(text)
    except ValueError:
        number = float("nan")
    if number - number != 0:  # catches nan and both infinities
        raise BadCell(f'"{value[:40]}" is not a number.', field=column)
    return number


def read_word(row: Row, column: str, words: type[E], default: E) -> E:
    """A word of a vocabulary, in any case; `default` when the cell is empty."""
    return word_of(row.text(column), column, words, default)


def word_of(text: str, column: str, words: type[E], default: E) -> E:
    """The same of a text."""
    if not text:
        return default
    try:
        return words(text.casefold())
    except ValueError:
        allowed = ", ".join(words)
        raise BadCell(f'"{text[:40]}" is not one of {allowed}.', field=column) from None


def decode(data: bytes) -> str:
    """The text of a file; control characters become blanks.

    Raises
    ------
    FileError
        When it is too large, empty or no text: UTF-8, UTF-16, or the code pages of western Europe.
    """
    check_bytes(data)
    if not data.strip():
        raise FileError("The file is empty.", field="file")
    if data.startswith(_UTF16_MARKS):
        try:
            return without_controls(data.decode("utf-16"))
        except UnicodeDecodeError:
            raise FileError("The file is damaged UTF-16 text.", field="file") from None
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        # Slow to load, and most files are UTF-8.
        from charset_normalizer import from_bytes

        best = from_bytes(data[:GUESSED_FROM], cp_isolation=list(CODE_PAGES)).best()
        if best is None or b"\x00" in data[:GUESSED_FROM]:
            line = data.count(b"\n", 0, error.start) + 1
            raise FileError(
                f"Line {line} is not UTF-8 text. Save the file as CSV in UTF-8 and choose it again.",
                field="file",
            ) from None
        text = data.decode(best.encoding, errors="replace")
    if "\x00" in text and (wide := _wide(data)):
        return without_controls(wide)
    if "\x00" in text:
        raise FileError("This is not a text file. Save it as CSV and choose it again.", field="file")
    return without_controls(text)


def _wide(data: bytes) -> str:
    """UTF-16 without a mark: every other byte of plain letters is none. "" for anything else."""
    try:
        text = data.decode("utf-16-le" if data[1:2] == b"\x00" else "utf-16-be")
    except UnicodeDecodeError:
        return ""
    return "" if "\x00" in text else text


def without_controls(text: str) -> str:
    """The text with blanks in the place of control characters."""
    return _CONTROL.sub(" ", text)


@dataclass(frozen=True, slots=True)
class Header:
    """A format's header in a file: all columns, the place of each, those it does not know."""

    columns: list[str]
    index: dict[str, int]
    unknown: list[str]

    def overlong(self, line: int, values: Sequence[str]) -> RowProblem | None:
        """The problem with a row that has values beyond the header."""
        if len(values) <= len(self.columns) or not any(v.strip() for v in values[len(self.columns) :]):
            return None
        return RowProblem(line, "", f"has {len(values)} values for {len(self.columns)} columns.")


def read_header(
    rows: Iterator[tuple[int, list[str]]], *, required: Sequence[str], known: Iterable[str]
) -> Header:
    """The header that a format's file begins with.

    Parameters
    ----------
    required
        Columns that must be in the header. An element "a|b" asks for at least one of them.
    known
        All columns the format knows.

    Raises
    ------
    FileError
        When the file has no usable header.
    """
    try:
        header_line, header = next(rows)
    except StopIteration:
        raise FileError("The file is empty.", field="file") from None
    columns = [cell_text(name).casefold().replace(" ", "_") for name in header]
    twice = [name for name, count in Counter(columns).items() if name and count > 1]
    if twice:
        raise FileError(f'Line {header_line}: two columns are called "{twice[0]}".', field="file")
    missing = [r for r in required if not any(c in columns for c in r.split("|"))]
    if missing:
        names = ", ".join(m.replace("|", " or ") for m in missing)
        raise FileError(
            f"Line {header_line}: the column {names} is missing. The header has: {', '.join(columns)}.",
            field="file",
        )
    index = {name: at for at, name in enumerate(columns) if name}
    formats = set(known)
    return Header(columns, index, [name for name in index if name not in formats])


@many_objects()
def read_table(
    data: bytes,
    *,
    required: Sequence[str],
    known: Iterable[str],
    parse: Callable[[Row, dict[str, str]], T],
) -> Reading[T]:
    """Read a delimited file row by row.

    Parameters
    ----------
    data
        The file.
    required, known
        See `read_header`; columns that are not known are handed to `parse` as a dict.
    parse
        Makes a record of a row, or raises `InputError` naming the column in `field`.

    Raises
    ------
    FileError
        When the file has no usable header.
    """
    rows = records(decode(data))
    header = read_header(rows, required=required, known=known)
    reading: Reading[T] = Reading(columns=header.columns, unknown_columns=header.unknown)
    found: list[tuple[int, T]] = []
    for line, values in rows:
        if problem := header.overlong(line, values):
            reading.problems.append(problem)
            continue
        row = Row(header.index, values)
        extra = {name: value for name in header.unknown if (value := row.text(name))}
        try:
            found.append((line, parse(row, extra)))
        except InputError as error:
            reading.problems.append(RowProblem(line, error.field, error.template))
    reading.rows = found
    return reading


def records(text: str) -> Iterator[tuple[int, list[str]]]:
    """Rows with the line number on which each starts. Blank lines are passed over.

    Raises
    ------
    FileError
        When the text is no delimited table, or more than is read.
    """
    reader = csv.reader(io.StringIO(text, newline=""), delimiter=_delimiter(text))
    meter, start = Meter(), 1
    try:
        while chunk := list(islice(reader, METERED)):
            # A cell with line breaks in it moves the lines of the rows behind it.
            plain = reader.line_num == start + len(chunk) - 1
            if plain:
                lines: Iterable[int] = range(start, start + len(chunk))
            else:
                lines = accumulate((_lines_in(values) for values in chunk[:-1]), initial=start)
            for values in chunk:
                while values and not values[-1].strip():
                    values.pop()
            meter.rows([len(values) for values in chunk if values])
            yield from ((line, values) for line, values in zip(lines, chunk, strict=True) if values)
            start = reader.line_num + 1
    except csv.Error as error:
        line = reader.line_num
        raise FileError(f"Line {line} cannot be read as CSV ({error}).", field="file") from None


def _lines_in(values: Sequence[str]) -> int:
    return 1 + sum(len(_BREAKS.findall(value)) for value in values)


def _delimiter(text: str) -> str:
    """The delimiter that splits one of the first lines into the most words: the header's."""
    top = [line for line in text[:TOP_CHARACTERS].splitlines() if line.strip()][:TOP_LINES]
    words = {
        delimiter: max(
            (
                sum(1 for part in line.split(delimiter) if re.search(r"[A-Za-z]", part)),
                line.count(delimiter),
                -i,
            )
            for i, line in enumerate(top)
        )
        for delimiter in DELIMITERS
        if top
    }
    return max(words, key=lambda d: words[d]) if words else DELIMITERS[0]


def write_table(columns: Sequence[str], rows: Iterable[Sequence[object]]) -> str:
    """RFC 4180 text with a header. None becomes an empty cell; no cell is a formula."""
    out = io.StringIO(newline="")
    writer = csv.writer(out)
    writer.writerow([as_text(name) for name in columns])
    writer.writerows(["" if v is None else as_text(v) for v in row] for row in rows)
    return out.getvalue()
