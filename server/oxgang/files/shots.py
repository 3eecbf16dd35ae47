"""shots.csv: one row a ball."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from datetime import date, datetime
from enum import StrEnum
from functools import partial
from typing import Any, Final, TypeVar

from oxgang.core.flight.checks import problem_with
from oxgang.core.words.measurements import ADJUSTMENTS, CONVERTED, MEASURED
from oxgang.core.words.shots import (
    BallType,
    CellKey,
    Grooves,
    Lie,
    Shot,
    Spin,
    Strike,
    Tempo,
    Trajectory,
)
from oxgang.files.columns import Balls, each, turned
from oxgang.files.tables import (
    BadCell,
    Reading,
    RowProblem,
    cell_text,
    decode,
    many_objects,
    parse_number,
    read_header,
    records,
    word_of,
    write_table,
)

# Columns written, in order. Metres and miles an hour are read and become yards and m/s.
_HEAD: Final = ("id", "date", "student", "club", "swing", "trajectory", "spin", "tempo")
_OF_THE_DAY: Final = ("temperature_c", "altitude_m", "headwind_mps")
COLUMNS: Final = (
    *_HEAD,
    *(name for name in MEASURED if name not in _OF_THE_DAY),
    "strike",
    "ball",
    "lie",
    *_OF_THE_DAY,
    "excluded",
    *ADJUSTMENTS,
    "grooves",
    "wet",
)
KNOWN: Final = (*COLUMNS, *CONVERTED)
REQUIRED: Final = ("club", "swing", "carry_yd|carry_m|total_yd|total_m|launch_deg")
MAX_ID: Final = 64
MAX_SWING: Final = 24
# What the words of a column may be, and what a ball is where it says nothing.
_GRADES: Final = (
    ("trajectory", Trajectory, Trajectory.STOCK),
    ("spin", Spin, Spin.CHECK),
    ("tempo", Tempo, Tempo.NORMAL),
)
# The column of the same in another unit.
_OTHER: Final = {into: name for name, (into, _) in CONVERTED.items()}


class YesNo(StrEnum):
    YES = "yes"
    NO = "no"


_WORDS: Final[tuple[tuple[str, type[StrEnum], StrEnum], ...]] = (
    ("strike", Strike, Strike.SOLID),
    ("ball", BallType, BallType.PREMIUM),
    ("lie", Lie, Lie.FAIRWAY),
    ("grooves", Grooves, Grooves.CLEAN),
)
E = TypeVar("E", bound=StrEnum)
T = TypeVar("T")


@many_objects()
def read_shots(data: bytes) -> Reading[Shot]:
    """Read shots.csv. Carries over 150 yards are read as they stand; the caller asks about them.

    Raises
    ------
    FileError
        When the file as a whole cannot be read.
    """
    rows = records(decode(data))
    header = read_header(rows, required=REQUIRED, known=KNOWN)
    reading: Reading[Shot] = Reading(columns=header.columns, unknown_columns=header.unknown)
    kept: list[tuple[int, list[str]]] = []
    for line, values in rows:
        problem = header.overlong(line, values) if len(values) > len(header.columns) else None
        if problem:
            reading.problems.append(problem)
        else:
            kept.append((line, values))
    texts = dict(zip(header.index, turned(kept, header.index.values()), strict=True))
    notes = {name: texts.pop(name) for name in header.unknown}
    take_balls(reading, [line for line, _ in kept], texts, notes)
    return reading


def write_shots(shots: Iterable[Shot]) -> str:
    """shots.csv text. Reading it back gives equal shots."""
    return write_table(*table_of(list(shots)))


def table_of(shots: Sequence[Shot]) -> tuple[tuple[str, ...], Iterable[list[object]]]:
    """Columns (those of the format, then the notes) and one row a ball."""
    extras = sorted({name for shot in shots for name in shot.extra})
    return (*COLUMNS, *extras), (_values(shot, extras) for shot in shots)


def _values(shot: Shot, extras: list[str]) -> list[object]:
    moment = shot.hit_at.isoformat() if shot.hit_at else shot.hit_on
    cell = shot.cell
    head = [shot.id, moment, shot.student, cell.club, cell.swing]
    head += [cell.trajectory, cell.spin, cell.tempo]
    middle = [getattr(shot, name) for name in COLUMNS[len(head) :]]
    middle[-1] = YesNo.YES if shot.wet else YesNo.NO
    return [*head, *middle, *(shot.extra.get(name, "") for name in extras)]


def take_balls(
    reading: Reading[Shot],
    lines: Sequence[int],
    texts: Mapping[str, Sequence[str]],
    notes: Mapping[str, Sequence[str]],
    ours: Mapping[str, Callable[[str], str]] | None = None,
) -> None:
    """Read balls by columns into a reading, and what is wrong with rows into its problems.

    Parameters
    ----------
    lines
        Where each ball stands in the file, shape (n,).
    texts
        The columns of shots.csv that there are, `club` and `swing` among them, shape (n,) each.
    notes
        Columns that mean nothing here.
    ours
        What a text of a column is in the words and units of shots.csv, where it is in others.
    """
    bad: dict[int, BadCell] = {}

    def column(
        name: str, read: Callable[[str], T], instead: T, over: list[T] | None = None
    ) -> list[T] | None:
        if name not in texts:
            return over
        as_written = (ours or {}).get(name, cell_text)
        cells = texts[name]
        if over is None:
            return each(cells, lambda text: read(as_written(text)), bad, instead)
        # Where a value stands already, what else the row says of it is not read.
        open_cells = ["" if v is not None else c for v, c in zip(over, cells, strict=True)]
        rest = each(open_cells, lambda text: read(as_written(text)), bad, instead)
        return [a if a is not None else b for a, b in zip(over, rest, strict=True)]

    fields: dict[str, list[Any] | None] = {}
    for name in MEASURED:
        fields[name] = column(name, partial(_number, name), None)
        if other := _OTHER.get(name):
            fields[name] = column(other, partial(_number, other), None, fields[name])
    for at in _without_distance(fields, len(lines)):
        none = "is empty, and so are total_yd and launch_deg."
        bad.setdefault(at, BadCell(none, field="carry_yd"))
    fields["id"] = column("id", _identity, "")
    never: tuple[date | None, datetime | None] = (None, None)
    moments = column("date", _moment, never)
    if moments:
        fields["hit_on"] = [day for day, _ in moments]
        fields["hit_at"] = [moment for _, moment in moments]
    swings = column("swing", partial(_named, "swing"), "")
    clubs = column("club", partial(_named, "club"), "")
    grades = [
        column(name, partial(_word, name, words, usual), usual) or [usual] * len(lines)
        for name, words, usual in _GRADES
    ]
    for name, words, usual in _WORDS:
        fields[name] = column(name, partial(_word, name, words, usual), usual)
    for name in ("student", "excluded"):
        fields[name] = column(name, str, "")
    fields["wet"] = column("wet", lambda text: _word("wet", YesNo, YesNo.NO, text) is YesNo.YES, False)
    for name in ADJUSTMENTS:
        fields[name] = column(name, partial(_adjustment, name), 0.0)
    rows = list(zip(clubs or (), swings or (), *grades, strict=True))
    # One object for all balls of one cell.
    keys: dict[tuple[Any, ...], CellKey] = {row: CellKey(*row) for row in set(rows)}
    there = {name: values for name, values in fields.items() if values is not None}
    balls = Balls(lines, [keys[row] for row in rows], there, notes)
    reading.problems += [RowProblem(lines[i], e.field, e.template) for i, e in bad.items()]
    reading.rows = balls.among([i not in bad for i in range(len(lines))]) if bad else balls
    refuse_repeated_ids(reading)


def _without_distance(fields: Mapping[str, Sequence[float | None] | None], n: int) -> list[int]:
    """The rows that have neither a carry, nor a total, nor a launch."""
    there = [v for name in ("carry_yd", "total_yd", "launch_deg") if (v := fields[name]) is not None]
    if any(None not in values for values in there):
        return []
    empty = (None,) * len(there)
    return [i for i, row in enumerate(zip(*there, strict=True)) if row == empty] if there else list(range(n))


def _named(column: str, text: str) -> str:
    if not text:
        raise BadCell("is empty.", field=column)
    if column == "swing" and len(text) > MAX_SWING:
        raise BadCell(f"is longer than {MAX_SWING} characters.", field=column)
    return text


def _identity(text: str) -> str:
    if len(text) > MAX_ID:
        raise BadCell(f"is longer than {MAX_ID} characters.", field="id")
    return text


def _word(column: str, words: type[E], usual: E, text: str) -> E:
    return word_of(text, column, words, usual)


def _number(column: str, text: str) -> float | None:
    return _measured(column, text) if text else None


def _adjustment(column: str, text: str) -> float:
    return _number(column, text) or 0.0


def _measured(column: str, text: str) -> float:
    """A measured value in our unit. Of 100,000 balls few values are new."""
    name, convert = CONVERTED.get(column, (column, None))
    value = parse_number(text, column)
    if convert:
        value = convert(value)
    if sentence := problem_with(name, value):
        raise BadCell(sentence, field=column)
    return value


def _moment(text: str) -> tuple[date | None, datetime | None]:
    if not text:
        return None, None
    try:
        if len(text) <= len("2026-01-31"):
            return date.fromisoformat(text), None
        moment = datetime.fromisoformat(text)
    except ValueError:
        raise BadCell(f'"{text[:40]}" is not an ISO 8601 date such as 2026-05-31.', field="date") from None
    return moment.date(), moment


def refuse_repeated_ids(reading: Reading[Shot]) -> None:
    """The same id for different balls of one file is a problem; an identical row is not."""
    balls = reading.rows
    assert isinstance(balls, Balls)
    ids = balls.fields.get("id", ())
    given = [identity for identity in ids if identity]
    if len(set(given)) < len(given):
        first: dict[str, int] = {}
        keep = [True] * len(balls)
        for at, identity in enumerate(ids):
            if not identity or identity not in first:
                first[identity] = at
                continue
            keep[at] = False
            if balls.shot(at) != balls.shot(first[identity]):
                reason = f'"{identity}" already stands on line {balls.lines[first[identity]]}.'
                reading.problems.append(RowProblem(balls.lines[at], "id", reason))
        reading.rows = balls.among(keep)
    reading.problems.sort(key=lambda problem: problem.line)
