"""What the columns of a foreign table mean, guessed by names and values, and its rows read as balls."""

from __future__ import annotations

import re
from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import partial
from statistics import median
from typing import Final

from oxgang.core.words.bag import Club
from oxgang.core.words.measurements import LENGTHS, MEASURED, MEASUREMENTS, SPEEDS
from oxgang.core.words.shots import Shot, Spin, Tempo
from oxgang.core.words.swing import Position
from oxgang.files.days import DayOrder, iso_of, orders_of
from oxgang.files.foreign import MOST_OF, NOTHING, SHEET, Table, balls_alone, no_balls
from oxgang.files.names import HEADERS, HEIGHTS, STRIKES, bare, find_club, find_swing, side_of
from oxgang.files.shots import COLUMNS, take_balls
from oxgang.files.tables import (
    Reading,
    RowProblem,
    cell_text,
    many_objects,
    parse_number,
)

VOCABULARY: Final[Mapping[str, Collection[str]]] = {
    "spin": frozenset(Spin),
    "trajectory": HEIGHTS,
    "tempo": frozenset(Tempo),
}
# Whose cells may be words of the file's own, and what such a word is to us.
_WORDS_OF: Final[Mapping[str, Mapping[str, str]]] = {"trajectory": HEIGHTS, "strike": STRIKES}


# The units in which each target may stand, the usual one first, and how it is brought to ours.
UNITS: Final = {m.name: m.units for m in MEASUREMENTS if m.units}


TARGETS: Final = tuple(name for name in COLUMNS if name != "student")


NUMBERS: Final = frozenset(MEASURED)


# What a column is taken for, in turn; the first that fits wins. From some turn on, only what is left.
_LAST_TURN: Final = 95
_ALL_CALLED: Final = sorted(
    [
        *HEADERS,
        *((m.turn, m.name, m.called) for m in MEASUREMENTS if m.called),
        (99, "club", rf"^{SHEET}$"),
    ]
)
_CALLED: Final = [(target, pattern) for turn, target, pattern in _ALL_CALLED if turn < _LAST_TURN]
_LAST_CALLED: Final = [(target, pattern) for turn, target, pattern in _ALL_CALLED if turn >= _LAST_TURN]
# Numbers that may be distances of pitches, whatever their column is called [yards or metres].
DISTANCES: Final = (5.0, 200.0)


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


_ISO: Final = re.compile(r"\d{4}-\d\d")
# A number with its unit of length in one cell.
_IN_CELL: Final = re.compile(r"([+-]?[\d.,]+) ?(yds?|yards?|y|m|met(?:er|re)s?)", re.IGNORECASE)
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
    """What each target is in a file, and what its clubs, swings and strikes are called here.

    `club` and `swing` stand for every row where the file has no such column; `days` says which of
    day and month stands first in its dates.
    """

    sources: Mapping[str, Source]
    clubs: Mapping[str, str] = field(default_factory=dict)
    swings: Mapping[str, str] = field(default_factory=dict)
    strikes: Mapping[str, str] = field(default_factory=dict)
    club: str = ""
    swing: str = ""
    days: str = DayOrder.DAY


def guess(
    table: Table,
    *,
    unit: str = "yd",
    clubs: Sequence[Club] = (),
    swings: Sequence[Position] = (),
) -> dict[str, Source]:
    """What each target is, from the names of the columns, their units and values.

    Parameters
    ----------
    unit
        The student's unit of length, where the file says none.
    clubs, swings
        The student's clubs and swings: a column that names them is one, whatever it is called.
    """
    found: dict[str, Source] = {}
    names: tuple[tuple[str, Callable[[str], bool]], ...] = (
        ("swing", lambda text: find_swing(text, swings).certain),
        ("club", lambda text: find_club(text, clubs).certain),
        ("strike", lambda text: bare(text) in STRIKES),
        ("offline_yd", lambda text: side_of(text) != text),
    )
    for kind, is_one in names:
        own = _column_of(table, is_one, [source.column for source in found.values()])
        if own:
            found[kind] = Source(own, _unit(kind, own, table, unit))
    known = {source.column for source in found.values()}
    # What may mean anything is taken for something only where no other column is that.
    for column, called in [(c, part) for part in (_CALLED, _LAST_CALLED) for c in table.columns]:
        if column in known:
            continue
        name = re.sub(r"[\s_\-/\[\](),.:]+", " ", bare(column)).strip()
        exact = column.casefold().replace(" ", "_")
        units_off = re.sub(r"\b(yds?|m|mps|mph|kmh|kph|ft|feet|deg|rpm|s|c|f)\b|(?<=.)\byards?\b", "", name)
        target: str | None = None
        if exact in TARGETS and _means(exact, table.values(column)):
            target = exact
        for candidate, pattern in called:
            if target is None and candidate not in found and re.search(pattern, units_off.strip()):
                fits = candidate not in NUMBERS or _numeric(table.values(column))
                target = candidate if fits and _means(candidate, table.values(column)) else None
        if target is None or target in found:
            continue
        if target in NUMBERS and not _numeric(table.values(column)):
            continue
        found[target] = Source(column, _unit(target, column, table, unit))
        known.add(column)
    return _as_the_carries(found)


def _as_the_carries(found: Mapping[str, Source]) -> dict[str, Source]:
    """The sources, a length whose column names no unit in that of the carries, or else of the totals."""
    named = (_named_unit(t, found[t].column) for t in ("carry_yd", "total_yd") if t in found)
    unit = next((one for one in named if one), "")
    return {
        target: replace(source, unit=unit)
        if unit and UNITS.get(target) is LENGTHS and not _named_unit(target, source.column)
        else source
        for target, source in found.items()
    }


def distances_in(table: Table, sources: Mapping[str, Source]) -> list[str]:
    """The columns that no name tells of and that may be distances of shots: numbers of 5 to 200."""
    taken = {source.column for source in sources.values()}
    found = []
    for column in table.columns:
        numbers = [_number_of(value)[0].replace(",", ".") for value in table.values(column)]
        plain = [float(n) for n in numbers if re.fullmatch(r"\d+(\.\d+)?", n)]
        fits = plain and all(DISTANCES[0] <= number <= DISTANCES[1] for number in plain)
        if column not in taken and fits and len(plain) * 2 >= len(numbers):
            found.append(column)
    return found


def _numeric(values: Sequence[str]) -> bool:
    values = [value for value in values if value.casefold() not in NOTHING]
    good = sum(1 for value in values if re.fullmatch(r"[+-]?[\d.,]+", _number_of(value)[0]))
    return bool(values) and good >= len(values) / 2


def _number_of(text: str) -> tuple[str, str]:
    """A number without the side or the unit of length that stands with it, and that unit."""
    text = side_of(text.replace("\u2212", "-"))
    found = _IN_CELL.fullmatch(text)
    return (found[1], "yd" if found[2].casefold().startswith("y") else "m") if found else (text, "")


def _means(target: str, values: Sequence[str]) -> bool:
    """Whether the values of a column can be what its name says: a grade is no number of turns, and the
    time that a ball flies is no date."""
    if target == "date":
        said = [value for value in values if value.casefold() not in NOTHING]
        days = sum(bool(_ISO.match(v)) or any(iso_of(v, order) for order in DayOrder) for v in said)
        return 2 * days >= len(said)
    words = VOCABULARY.get(target)
    if words is None:
        return True
    words_of = [bare(value) for value in values if value.casefold() not in NOTHING]
    return not words_of or sum(value in words for value in words_of) >= len(words_of) / 2


def _column_of(table: Table, is_one: Callable[[str], bool], taken: Sequence[str]) -> str:
    """The column most of whose values are such names, if there is one.

    Names that are numbers ("56", "1") are also carries and counts: there the header has to say it.
    """
    best, most = "", 0.0
    for column in table.columns:
        values = [v for v in table.values(column) if v.casefold() not in NOTHING]
        if column in taken or not values:
            continue
        known = {value: bool(re.search(r"[^\d.,+\-\s]", value)) and is_one(value) for value in set(values)}
        share = sum(known[value] for value in values) / len(values)
        if share > most and share >= MOST_OF:
            best, most = column, share
    return best


def day_orders(table: Table, sources: Mapping[str, Source]) -> list[DayOrder]:
    """The orders of day and month that the dates of a file allow; two are to be asked about."""
    source = sources.get("date")
    if source is None or source.column not in table.columns:
        return []
    return sorted(orders_of(table.different(source.column)))


def _named_unit(target: str, column: str) -> str:
    """The unit that the name of a column says; "" where it says none."""
    called = column.casefold().replace("_", " ")
    units = UNITS.get(target, {})
    return next((unit for pattern, unit in _UNIT_WORDS if unit in units and re.search(pattern, called)), "")


def _unit(target: str, column: str, table: Table, length: str) -> str:
    units = UNITS.get(target)
    if units is None:
        return ""
    if named := _named_unit(target, column):
        return named
    if units is SPEEDS and target != "headwind_mps":
        numbers = [float(v.replace(",", ".")) for v in table.values(column) if _numeric([v])]
        middle = median(numbers) if numbers else 0.0
        return "km/h" if middle > _KMH_OVER else "mph" if middle > _MPH_OVER else "m/s"
    return length if units is LENGTHS else next(iter(units))


@many_objects()
def read_mapped(table: Table, mapping: ColumnMapping) -> Reading[Shot]:
    """The balls of a table under a mapping; rows that cannot be read are problems."""
    sources = {
        target: source
        for target, source in mapping.sources.items()
        if target in TARGETS and source.column in table.columns
    }
    taken = {source.column for source in mapping.sources.values()}
    notes = [name for name in table.columns if name not in taken]
    reading: Reading[Shot] = Reading(columns=table.columns, unknown_columns=notes)
    for title in table.left_out:
        template = f'the sheet "{title}" has other columns than the first, and is not read.'
        reading.problems.append(RowProblem(1, "", template))
    others = no_balls(table)
    reading.problems += [RowProblem(table.rows[at][0], "", reason) for at, reason in others.items()]
    table = balls_alone(table, others)
    texts = {target: table.column(source.column) for target, source in sources.items()}
    ours = {t: partial(_ours, t, source, mapping) for t, source in sources.items()}
    for target, fixed, names in (
        ("club", mapping.club, mapping.clubs),
        ("swing", mapping.swing, mapping.swings),
    ):
        texts.setdefault(target, [""] * len(table.rows))
        usual, read = names.get(fixed, fixed), ours.get(target, str)
        ours[target] = partial(_or, usual, read)
    notes_of = {name: table.column(name) for name in notes}
    take_balls(reading, [line for line, _ in table.rows], texts, notes_of, ours)
    named = {target: source.column for target, source in sources.items()}
    reading.problems = [
        replace(p, column=named.get(p.column, p.column), template=f"{table.where(p.line)}{p.template}")
        for p in reading.problems
    ]
    return reading


def _or(usual: str, read: Callable[[str], str], text: str) -> str:
    return read(text) or usual


def _ours(target: str, source: Source, mapping: ColumnMapping, text: str) -> str:
    """What a cell of a foreign file says in the words and units of shots.csv."""
    text = cell_text(text)
    if text.casefold() in NOTHING:
        return ""
    if target in NUMBERS:
        return _converted(text, target, source)
    if target in _WORDS_OF:
        meant = mapping.strikes.get(text, text) if target == "strike" else text
        return _WORDS_OF[target].get(bare(meant), meant)
    if target == "date":
        return iso_of(text, DayOrder(mapping.days or DayOrder.DAY)) or text
    if target == "club":
        return mapping.clubs.get(text, text)
    return mapping.swings.get(text, text) if target == "swing" else text


def _converted(text: str, target: str, source: Source) -> str:
    digits, unit = _number_of(text)
    units = UNITS.get(target, {})
    convert = units.get(unit if unit in units else source.unit)
    number = parse_number(digits, source.column)
    return repr(convert(number) if convert else number)
