"""shots.csv: one row a ball."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import date, datetime
from enum import StrEnum
from functools import lru_cache
from typing import Any, Final

from oxgang.core.flight.checks import problem_with
from oxgang.core.words.measurements import CONVERTED, MEASURED, TRIMS
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
from oxgang.files.tables import (
    BadCell,
    Reading,
    Row,
    RowProblem,
    parse_number,
    read_table,
    read_word,
    write_table,
)

# Columns written, in order. Metres and miles an hour are read and become yards and m/s.
_HEAD: Final = ("id", "date", "student", "club", "swing", "trajectory", "spin", "tempo")
_OF_THE_DAY: Final = ("temperature_c", "altitude_m", "headwind_mps")
COLUMNS: Final = (
    *_HEAD,
    *(name for name in MEASURED if name not in _OF_THE_DAY),
    "strike", "ball", "lie",
    *_OF_THE_DAY,
    "excluded",
    *TRIMS,
    "grooves", "wet",
)  # fmt: skip
KNOWN: Final = (*COLUMNS, *CONVERTED)
REQUIRED: Final = ("club", "swing", "carry_yd|carry_m|total_yd|total_m|launch_deg")
MAX_ID: Final = 64
MAX_SWING: Final = 24
_ALTERNATIVES: Final = {into: (name, convert) for name, (into, convert) in CONVERTED.items()}


class YesNo(StrEnum):
    YES = "yes"
    NO = "no"


def read_shots(data: bytes) -> Reading[Shot]:
    """Read shots.csv. Carries over 150 yards are read as they stand; the caller asks about them.

    Raises
    ------
    FileError
        When the file as a whole cannot be read.
    """
    reading = read_table(data, required=REQUIRED, known=KNOWN, parse=shot_of)
    refuse_repeated_ids(reading)
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


def shot_of(row: Row, extra: dict[str, str]) -> Shot:
    """A ball from a row with the columns of shots.csv.

    Raises
    ------
    BadCell
        Naming the column that cannot be read.
    """
    columns = row.columns
    numbers: dict[str, Any] = {
        name: _number(row, name)
        for name in MEASURED
        if name in columns or (name in _ALTERNATIVES and _ALTERNATIVES[name][0] in columns)
    }
    if all(numbers.get(name) is None for name in ("carry_yd", "total_yd", "launch_deg")):
        raise BadCell("is empty, and so are total_yd and launch_deg.", field="carry_yd")
    identity = row.text("id")
    if len(identity) > MAX_ID:
        raise BadCell(f"is longer than {MAX_ID} characters.", field="id")
    hit_on, hit_at = _moment(row.text("date"))
    swing = row.required("swing")
    if len(swing) > MAX_SWING:
        raise BadCell(f"is longer than {MAX_SWING} characters.", field="swing")
    return Shot(
        id=identity,
        hit_on=hit_on,
        hit_at=hit_at,
        student=row.text("student"),
        cell=_key(
            row.required("club"),
            swing,
            read_word(row, "trajectory", Trajectory, Trajectory.STOCK),
            read_word(row, "spin", Spin, Spin.CHECK),
            read_word(row, "tempo", Tempo, Tempo.NORMAL),
        ),
        strike=read_word(row, "strike", Strike, Strike.SOLID),
        ball=read_word(row, "ball", BallType, BallType.PREMIUM),
        lie=read_word(row, "lie", Lie, Lie.FAIRWAY),
        excluded=row.text("excluded"),
        grooves=read_word(row, "grooves", Grooves, Grooves.CLEAN),
        wet=read_word(row, "wet", YesNo, YesNo.NO) is YesNo.YES,
        extra=extra,
        **{name: _measured(name, text) for name in TRIMS if (text := row.text(name))},
        **numbers,
    )


def _number(row: Row, name: str) -> float | None:
    if text := row.text(name):
        return _measured(name, text)
    if name in _ALTERNATIVES and (text := row.text(_ALTERNATIVES[name][0])):
        return _measured(_ALTERNATIVES[name][0], text)
    return None


@lru_cache(maxsize=65536)
def _measured(column: str, text: str) -> float:
    """A measured value in our unit. Of 100,000 balls few values are new."""
    name, convert = CONVERTED.get(column, (column, None))
    value = parse_number(text, column)
    if convert:
        value = convert(value)
    if sentence := problem_with(name, value):
        raise BadCell(sentence, field=column)
    return value


@lru_cache(maxsize=4096)
def _key(club: str, swing: str, height: Trajectory, spin: Spin, tempo: Tempo) -> CellKey:
    """One key object for each cell of a file: many balls share few cells."""
    return CellKey(club, swing, height, spin, tempo)


@lru_cache(maxsize=4096)
def _moment(text: str) -> tuple[date | None, datetime | None]:
    if not text:
        return None, None
    try:
        if len(text) <= len("2026-01-31"):
            return date.fromisoformat(text), None
        moment = datetime.fromisoformat(text)
    except ValueError:
        raise BadCell(
            f'"{text[:40]}" is not an ISO 8601 date such as 2026-05-31.', field="date"
        ) from None
    return moment.date(), moment


def refuse_repeated_ids(reading: Reading[Shot]) -> None:
    """The same id for different balls of one file is a problem; an identical row is not."""
    first: dict[str, tuple[int, Shot]] = {}
    kept = []
    for line, shot in reading.rows:
        if shot.id and shot.id in first:
            first_line, twin = first[shot.id]
            if twin != shot:
                reason = f'"{shot.id}" already stands on line {first_line}.'
                reading.problems.append(RowProblem(line, "id", reason))
            continue
        if shot.id:
            first[shot.id] = (line, shot)
        kept.append((line, shot))
    reading.rows = kept
    reading.problems.sort(key=lambda problem: problem.line)
