"""What Import understands of a foreign file: its kind, its rows, what is wrong, what is to be asked.

`oxgang read` prints it; the page of Import maps columns by the same guess and reads by the same names.
"""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Final

from oxgang.core.errors import FileError
from oxgang.core.flight.checks import impossible
from oxgang.core.words.bag import Club
from oxgang.core.words.shots import Shot, Strike
from oxgang.core.words.swing import BUILT_IN, Position
from oxgang.files.chart import Chart, read_chart, split_height
from oxgang.files.days import DayOrder
from oxgang.files.foreign import NOTHING, Table, balls_alone, no_balls, sheets_of, table_of
from oxgang.files.mapping import ColumnMapping, day_orders, distances_in, guess, read_mapped
from oxgang.files.names import STRIKES, Found, bare, find_club, find_swing, scale_of_names
from oxgang.files.tables import RowProblem

# So many different names of clubs, swings or strikes are listed.
MOST_NAMES: Final = 40


@dataclass(frozen=True, slots=True)
class Question:
    """What a file does not say for certain: the file's own words, each once, and what they may be."""

    about: str
    values: list[str]
    proposal: str | None = None


@dataclass(slots=True)
class Understood:
    """What a foreign file holds. `rows` are those of which club, swing and distance are certain, as
    they are printed; `mapping` is how the columns of balls were read."""

    kind: str
    columns: dict[str, str]
    rows: list[dict[str, object]] = field(default_factory=list)
    bad: list[RowProblem] = field(default_factory=list)
    questions: list[Question] = field(default_factory=list)


def understand(
    data: bytes, clubs: Sequence[Club], positions: Sequence[Position] = (), *, unit: str = "yd"
) -> Understood:
    """What a file says, with the names of a bag and a scale.

    Parameters
    ----------
    positions
        The scale's; empty for the built-in one that most of the file's swings are of.
    unit
        The unit of length where the file says none: "yd" or "m".

    Raises
    ------
    FileError
        When nothing can be read of it.
    """
    sheets = sheets_of(data)
    known = tuple(positions) or _scale_of(sheets)
    chart = read_chart(sheets, clubs, known, unit=unit)
    if chart is not None:
        return _of_chart(chart)
    return _of_balls(table_of(sheets), clubs, known, unit)


def guessed_mapping(
    table: Table,
    clubs: Sequence[Club],
    positions: Sequence[Position],
    *,
    unit: str = "yd",
    others: Sequence[Position] = (),
) -> ColumnMapping:
    """What the columns of a table are, and what its names are where that is certain.

    `others` are swings of other scales that the academy has: a ball keeps the one it was hit with.
    """
    sources = guess(table, unit=unit, clubs=clubs, swings=[*positions, *others])
    first = ColumnMapping(sources)

    def certain(target: str, find: Callable[[str], Found]) -> dict[str, str]:
        found = {name: find(name) for name in names_of(table, first, target)}
        return {name: one.ours for name, one in found.items() if one.certain and one.ours != name}

    def swing(name: str) -> Found:
        own = find_swing(name, positions)
        return own if own.certain else find_swing(name, others)

    orders = day_orders(table, sources)
    return ColumnMapping(
        sources,
        certain("club", lambda name: find_club(name, clubs)),
        certain("swing", swing),
        days=next(iter(orders), DayOrder.DAY),
    )


def names_of(table: Table, mapping: ColumnMapping, target: str) -> list[str]:
    """The different names that a file has for clubs, swings or strikes, as often first."""
    source = mapping.sources.get(target)
    if source is None or source.column not in table.columns:
        return []
    different = balls_alone(table, no_balls(table)).different(source.column)
    counts = {name: n for name, n in different.items() if name.casefold() not in NOTHING}
    return sorted(counts, key=lambda name: -counts[name])[:MOST_NAMES]


def strange_strikes(table: Table, mapping: ColumnMapping) -> list[str]:
    """The words of a file's strikes that are none of ours: they are asked about."""
    return [name for name in names_of(table, mapping, "strike") if bare(name) not in STRIKES]


def _scale_of(sheets: Mapping[str, Sequence[tuple[int, Sequence[str]]]]) -> tuple[Position, ...]:
    """The positions of the built-in scale that most of the file's words are swings of."""
    words = {cell.strip() for lines in sheets.values() for _, cells in lines[:2000] for cell in cells}
    names = [split_height(word)[0] for word in words if word and not word.replace(".", "").isdigit()]
    found = scale_of_names(names)
    return (found or BUILT_IN[0]).positions


def _of_chart(chart: Chart) -> Understood:
    found = Understood("chart", chart.columns, bad=chart.problems)
    for box in chart.boxes:
        if box.club.certain and box.swing.certain:
            distance = round(box.distance_yd, 2)
            found.rows.append(
                {
                    "line": box.line,
                    "club": box.club.ours,
                    "swing": box.swing.ours,
                    "trajectory": box.trajectory,
                    "carry_yd": None if box.total else distance,
                    "total_yd": distance if box.total else None,
                    "offline_yd": None,
                    "strike": None,
                    "date": box.day or None,
                }
            )
    for about, names in chart.strange().items():
        found.questions += _asked(about, names)
    return found


def _asked(about: str, names: Mapping[str, Found]) -> list[Question]:
    """One question for the names that nothing is proposed for, and one for each other."""
    none = [name for name, one in names.items() if not one.ours]
    first = [Question(about, none)] if none else []
    return [*first, *(Question(about, [name], one.ours) for name, one in names.items() if one.ours)]


def _of_balls(table: Table, clubs: Sequence[Club], positions: Sequence[Position], unit: str) -> Understood:
    mapping = guessed_mapping(table, clubs, positions, unit=unit)
    distances = distances_in(table, mapping.sources)
    unsaid = not {"carry_yd", "total_yd"} & set(mapping.sources)
    if unsaid and not (distances and {"club", "swing"} & set(mapping.sources)):
        raise FileError(
            "This file has no carry or total column and isn't a chart of clubs and swings.",
            field="file",
        )
    of = {source.column: target for target, source in mapping.sources.items()}
    found = Understood("balls", {column: of.get(column, "note") for column in table.columns})
    asked = {
        "club": _uncertain(names_of(table, mapping, "club"), lambda name: find_club(name, clubs)),
        "swing": _uncertain(names_of(table, mapping, "swing"), lambda name: find_swing(name, positions)),
        "strike": {name: Found() for name in strange_strikes(table, mapping)},
    }
    for about, names in asked.items():
        found.questions += _asked(about, names)
    if unsaid:
        # A laser reads totals as often as carries: which it is has to be said.
        found.questions.append(Question("carry_yd", distances))
        return found
    for about in ("club", "swing"):
        if about not in mapping.sources:
            # No column says it: it is asked once for all rows.
            found.questions.append(Question(about, []))
    orders = day_orders(table, mapping.sources)
    if len(orders) > 1:
        found.questions.append(Question("date", [], None))
    usual = dict.fromkeys(asked["strike"], Strike.SOLID.value)
    club, swing = ("" if about in mapping.sources else _ANY for about in ("club", "swing"))
    reading = read_mapped(table, replace(mapping, strikes=usual, club=club, swing=swing))
    odd_words = _lines_struck(table, mapping, asked["strike"])
    for line, shot in reading.rows:
        if reason := impossible(shot):
            found.bad.append(RowProblem(line, _column(mapping, "total_yd", "carry_yd"), reason))
        elif _certain(shot, clubs, positions):
            found.rows.append(_row(line, shot, strange=line in odd_words, dated=len(orders) < 2))
    found.bad += reading.problems
    found.bad.sort(key=lambda problem: problem.line)
    return found


# Stands for a club or a swing that no column names.
_ANY: Final = "?"


def _uncertain(names: Collection[str], find: Callable[[str], Found]) -> dict[str, Found]:
    found = {name: find(name) for name in names}
    return {name: one for name, one in found.items() if not one.certain}


def _certain(shot: Shot, clubs: Sequence[Club], positions: Sequence[Position]) -> bool:
    return any(shot.cell.club == club.label for club in clubs) and any(
        shot.cell.swing == position.label for position in positions
    )


def _column(mapping: ColumnMapping, *targets: str) -> str:
    return next((mapping.sources[target].column for target in targets if target in mapping.sources), "")


def _lines_struck(table: Table, mapping: ColumnMapping, names: Collection[str]) -> set[int]:
    """The lines whose strike is one of these names."""
    source = mapping.sources.get("strike")
    if source is None:
        return set()
    cells = zip(table.rows, table.column(source.column), strict=True)
    return {line for (line, _), cell in cells if cell.strip() in names}


def _row(line: int, shot: Shot, *, strange: bool, dated: bool) -> dict[str, object]:
    moment = shot.hit_at or shot.hit_on
    return {
        "line": line,
        "club": shot.cell.club,
        "swing": shot.cell.swing,
        "trajectory": shot.cell.trajectory,
        "carry_yd": _short(shot.carry_yd),
        "total_yd": _short(shot.total_yd),
        "offline_yd": _short(shot.offline_yd),
        "strike": None if strange else shot.strike,
        "date": moment.isoformat() if moment and dated else None,
    }


def _short(value: float | None) -> float | None:
    return None if value is None else round(value, 2)
