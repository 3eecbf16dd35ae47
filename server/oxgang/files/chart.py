"""Charts from anywhere: clubs down and swings across, or the other way, a number in each box.

A chart may have a table for each height, under a title, on a sheet of its own, or with the heights in
the header; a box may hold a range. What a name does not say for certain is asked about.
"""

from __future__ import annotations

import hashlib
import re
from collections import defaultdict
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Final

from oxgang.core.units import yd_from_m
from oxgang.core.words.bag import Club
from oxgang.core.words.measurements import ADJUSTMENTS, REFUSE_OVER_YD
from oxgang.core.words.shots import Spin, Tempo, Trajectory
from oxgang.core.words.swing import Position
from oxgang.files.foreign import NOTHING, sums_up
from oxgang.files.names import HEIGHTS, Found, bare, club_meaning, find_club, find_swing, swing_meaning
from oxgang.files.tables import BadCell, RowProblem, cell_text, parse_number

Lines = Sequence[tuple[int, list[str]]]
# So many names of one kind in a row, and so large a share of it, are a header.
LEAST_NAMES: Final = 2
SHARE: Final = 0.5
# No chart on paper has so many lines; longer tables are of balls.
MOST_LINES: Final = 1000
# What a matrix of ours has in its header, and what its usual shots say.
MATRIX_COLUMNS: Final = frozenset({"club", "swing", "carry_yd", "basis"})
_USUAL: Final = {
    "spin": ("", Spin.CHECK),
    "tempo": ("", Tempo.NORMAL),
    **dict.fromkeys(ADJUSTMENTS, ("", "0", "0.0")),
}
# A title says what the numbers are: totals ("Total balls: 40" does not), and in which unit ("M. Okafor" not).
_TOTAL: Final = re.compile(r"\b(totals?|gesamt\w*)\b(?! (balls|shots|hits))")
_UNITS: Final = (
    (re.compile(r"\b(yds?|yards?)\b"), "yd"),
    (re.compile(r"[(\[]m[)\]]|\bin m\b|\b(met(er|re)s?|metern?)\b"), "m"),
)
# A title of more words than these speaks of a height only where it speaks of a flight: "High Field Golf
# Club" does not.
_FEW_WORDS: Final = 2
_OF_FLIGHT: Final = re.compile(r"\b(trajector\w+|flight|shots?|balls?|heights?|flug\w*|hoehe|schlaege?)\b")
_RANGE: Final = re.compile(r"([\d.,]+) ?(?:-|to|bis) ?([\d.,]+)")
_TWO: Final = re.compile(r"[\d.,]+ ?[/|;] ?[\d.,]+")
_BOX: Final = re.compile(
    r"[~\u2248]? ?([\d.,]+) ?(?:(yds?|yards?|y|m|met(?:er|re)s?)\b)?\.?(?: ?(?:\u00b1|\+/-) ?[\d.,]+)?"
)


@dataclass(frozen=True, slots=True)
class Box:
    """A number of a chart [yd]: by its line, the names of club and swing as they stand there, and what
    these are of ours. `of` are the ends of a range [yd]."""

    line: int
    club_name: str
    swing_name: str
    club: Found
    swing: Found
    trajectory: Trajectory
    distance_yd: float
    total: bool
    of: tuple[float, float] | None = None
    day: str = ""


@dataclass(slots=True)
class Chart:
    """What a chart holds: its boxes, what is wrong with some, and what its columns are."""

    boxes: list[Box] = field(default_factory=list)
    problems: list[RowProblem] = field(default_factory=list)
    columns: dict[str, str] = field(default_factory=dict)

    @property
    def signature(self) -> str:
        """The same for charts with the same names that are not certain, so that an answer is remembered."""
        names = sorted(f"{about} {name}" for about, found in self.strange().items() for name in found)
        return hashlib.sha256("\n".join(["chart", *names]).casefold().encode()).hexdigest() if names else ""

    def strange(self) -> dict[str, dict[str, Found]]:
        """The names of clubs and of swings that are not certain, and what each may be."""
        names: dict[str, dict[str, Found]] = {"club": {}, "swing": {}}
        for box in self.boxes:
            if not box.club.certain:
                names["club"][box.club_name] = box.club
            if not box.swing.certain:
                names["swing"][box.swing_name] = box.swing
        return names


def split_height(name: str) -> tuple[str, Trajectory | None]:
    """A name without the height that stands with it ("9:00 low", "56 (flach)"), and that height."""
    words = re.findall(r"[^\s()\[\],;]+", name)
    heights = [word for word in words if bare(word) in HEIGHTS]
    if swing_meaning(name) is not None or len(heights) != 1:
        return name, None
    return " ".join(word for word in words if word != heights[0]), HEIGHTS[bare(heights[0])]


def read_chart(
    sheets: Mapping[str, Lines],
    clubs: Sequence[Club],
    positions: Sequence[Position],
    *,
    unit: str = "yd",
) -> Chart | None:
    """The chart in the lines of one or more sheets; None where there is none.

    Parameters
    ----------
    sheets
        Their lines by their titles, "" for a file without sheets. A matrix of ours is a chart too, but for
        what is estimated there.
    clubs, positions
        The student's: what the names of a chart are to be.
    unit
        The unit of length where the chart says none: "yd" or "m".
    """
    chart = Chart()
    for lines in sheets.values():
        header = lines[0][1] if lines else []
        if {bare(name).replace(" ", "_") for name in header} >= MATRIX_COLUMNS:
            _read_matrix(chart, lines, clubs, positions)
            return chart
    found = [
        _Reader(chart, clubs, positions, unit, title).read(lines)
        for title, lines in sheets.items()
        if len(lines) <= MOST_LINES
    ]
    _refuse_twice(chart)
    return chart if any(found) else None


def _refuse_twice(chart: Chart) -> None:
    """Of a shot with two numbers neither is taken: what tells them apart is not known."""
    numbers: dict[tuple[str, str, Trajectory], list[Box]] = defaultdict(list)
    for box in chart.boxes:
        club = box.club.ours if box.club.certain else box.club_name
        swing = box.swing.ours if box.swing.certain else box.swing_name
        numbers[club, swing, box.trajectory].append(box)
    twice = [box for boxes in numbers.values() if len({b.distance_yd for b in boxes}) > 1 for box in boxes]
    for box in twice:
        reason = f'"{box.club_name} {box.swing_name}" has more than one number here. Which one is it?'
        chart.problems.append(RowProblem(box.line, box.swing_name, reason))
    chart.boxes = [box for box in chart.boxes if box not in twice]
    chart.problems.sort(key=lambda problem: problem.line)


def _read_matrix(chart: Chart, lines: Lines, clubs: Sequence[Club], positions: Sequence[Position]) -> None:
    """The rows of a matrix of ours, each a box. Other spins, tempos and adjustments are no boxes."""
    names = [bare(name).replace(" ", "_") for name in lines[0][1]]
    chart.columns = {name: name if name in MATRIX_COLUMNS else "note" for name in lines[0][1]}
    for line, cells in lines[1:]:
        row = {name: cell_text(cell) for name, cell in zip(names, cells, strict=False)}
        if row.get("basis", "").casefold() == "estimated":
            chart.problems.append(RowProblem(line, "basis", "is estimated, without a ball."))
            continue
        if any(row.get(name, "") not in usual for name, usual in _USUAL.items()):
            chart.problems.append(RowProblem(line, "", "is a variant of a shot and has no box in a chart."))
            continue
        try:
            value, _ = value_of(row.get("carry_yd", ""), "yd", "carry_yd")
        except BadCell as error:
            chart.problems.append(RowProblem(line, error.field, error.template))
            continue
        club, swing = row.get("club", ""), row.get("swing", "")
        height = HEIGHTS.get(bare(row.get("trajectory", "")), Trajectory.STOCK)
        of = find_club(club, clubs), find_swing(swing, positions)
        day = row.get("last_measured", "")
        chart.boxes.append(Box(line, club, swing, *of, height, value, total=False, day=day))


class _Reader:
    """Reads the tables of one sheet, from its first line to its last."""

    def __init__(
        self, chart: Chart, clubs: Sequence[Club], positions: Sequence[Position], unit: str, title: str
    ) -> None:
        self.chart, self.clubs, self.positions = chart, clubs, positions
        self.unit, self.total = unit, False
        self.heard: Trajectory | None = None
        self.names: list[tuple[int, str, Trajectory | None]] = []
        self.down = self.corner = ""
        self.last = self.titled = ""
        self.hear(title)
        # What a sheet is called holds for all its tables, a title for the next one.
        self.of_sheet = self.height = self.heard or Trajectory.STOCK
        self.heard = None

    def hear(self, text: str) -> None:
        """What a title says of the numbers below it: club or swing, height, unit, and whether they are
        totals."""
        said = bare(text)
        if text and (self._is_club(text) or self._is_swing(text)):
            self.titled = text
        words = re.findall(r"[a-z]+", said)
        heights = {HEIGHTS[word] for word in words if word in HEIGHTS}
        if len(heights) == 1 and (len(words) <= _FEW_WORDS or _OF_FLIGHT.search(said)):
            self.heard = heights.pop()
        for pattern, unit in _UNITS:
            if pattern.search(said):
                self.unit = unit
        self.total = self.total or bool(_TOTAL.search(said))

    def read(self, lines: Lines) -> bool:
        """Read the lines into the chart; whether there was a table."""
        any_table = False
        above: Sequence[str] = []
        for line, cells in lines:
            if self._header(cells, above):
                any_table, above = True, []
            elif any_table and self._row(line, cells):
                continue
            else:
                if len([cell for cell in cells if cell.strip()]) == 1:
                    self.hear(" ".join(cells))
                above = cells
        return any_table

    def _is_swing(self, name: str) -> bool:
        return find_swing(name, self.positions).certain

    def _is_club(self, name: str) -> bool:
        return find_club(name, self.clubs).certain

    def _header(self, cells: Sequence[str], above: Sequence[str]) -> bool:
        for across, down, is_name in (
            ("swing", "club", self._is_swing),
            ("club", "swing", self._is_club),
        ):
            at = _names_in(cells, is_name)
            if at is None:
                continue
            self.down, self.last = down, ""
            self.corner = cell_text(cells[0]) if at else ""
            groups = _heights_above(above, len(cells))
            self.names = []
            for i in range(at, len(cells)):
                if text := cell_text(cells[i]):
                    name, height = split_height(text)
                    self.names.append((i, name, height or groups[i]))
                    self.chart.columns[text] = across if is_name(name) else "note"
            for i, text in enumerate(map(cell_text, cells[:at])):
                if text:
                    self.hear(text)
                    self.chart.columns[text] = down if not i else _beside(text)
            self.height, self.heard = self.heard or self.of_sheet, None
            return True
        return self._heights(cells)

    def _heights(self, cells: Sequence[str]) -> bool:
        """A header of heights: its table is of the club or the swing that the title names."""
        at = next((i for i, cell in enumerate(cells) if bare(cell) in HEIGHTS), 0)
        if not at or not self.titled or sum(bare(cell) in HEIGHTS for cell in cells) < LEAST_NAMES:
            return False
        self.last = ""
        self.down = "swing" if self._is_club(self.titled) else "club"
        self.names = [(i, self.titled, HEIGHTS.get(bare(cell))) for i, cell in enumerate(cells) if i >= at]
        self.chart.columns |= {text: "trajectory" for cell in cells[at:] if (text := cell_text(cell))}
        return True

    def _row(self, line: int, cells: Sequence[str]) -> bool:
        """Read a row of boxes; whether it was one."""
        start = self.names[0][0]
        numbers = [
            (at, name, height) for at, name, height in self.names if at < len(cells) and cells[at].strip()
        ]
        if not any(re.search(r"\d", cells[at]) for at, _, _ in numbers):
            return False
        if sums_up(cells):
            self.chart.problems.append(RowProblem(line, "", "sums up other rows, so it isn't a shot."))
            return True
        label, row_height = "", None
        for cell in cells[:start]:
            text = cell_text(cell)
            if (bare(text) in HEIGHTS and label) or (bare(text) in HEIGHTS and start > 1):
                row_height = HEIGHTS[bare(text)]
            elif text and not label:
                label, row_height = split_height(text)
        # Under a club that is named once stand its heights.
        if not label and row_height is not None:
            label = self.last
        self.last = label or self.last
        is_label = self._is_club if self.down == "club" else self._is_swing
        for at, name, height in numbers:
            text = cell_text(cells[at])
            if bare(name) == bare(self.corner) and is_label(text):
                # A second table stands beside the first.
                label = text
            elif re.search(r"\d", text) or self._named(name):
                self._box(line, text, label, name, height or row_height or self.height)
        return True

    def _named(self, name: str) -> bool:
        """Whether a name of the header is one of ours; a column of notes is not."""
        return name == self.titled or self._is_club(name) or self._is_swing(name)

    def _box(self, line: int, text: str, label: str, name: str, height: Trajectory) -> None:
        if text.casefold() in NOTHING:
            return
        club, swing = (label, name) if self.down == "club" else (name, label)
        try:
            value, ends = value_of(text, self.unit, name)
        except BadCell as error:
            self.chart.problems.append(RowProblem(line, error.field, error.template))
            return
        self.chart.boxes.append(
            Box(
                line,
                club,
                swing,
                find_club(club, self.clubs),
                find_swing(swing, self.positions),
                height,
                value,
                self.total,
                ends,
            )
        )


def _beside(header: str) -> str:
    """What a column beside the names is: one of heights, or a note."""
    return "trajectory" if re.search(r"height|trajectory|flight|hoehe|flugbahn", bare(header)) else "note"


def _names_in(cells: Sequence[str], is_name: Callable[[str], bool]) -> int | None:
    """Where the names of a header begin; None for a row that is none.

    Numbers alone ("56 52 47", "1 2 3") are names where all of the row are, and its first cell is not.
    """
    there = [(i, split_height(text)[0]) for i, cell in enumerate(cells) if (text := cell_text(cell))]
    names = [(i, text) for i, text in there if is_name(text)]
    if len({text for _, text in names}) < LEAST_NAMES:
        return None
    first = names[0][0]
    before = [text for i, text in there if i < first]
    others = len(there) - len(before)
    if all(re.fullmatch(r"[\d.,]+", text) for _, text in names):
        if first == 0 or others > len(names) or any(re.search(r"\d", text) for text in before):
            return None
    elif first == 0 or others * SHARE > len(names):
        return None
    # A club with its number before the names: a row of balls, not a header.
    return None if any(club_meaning(text)[1] for text in before) else first


def _heights_above(above: Sequence[str], width: int) -> list[Trajectory | None]:
    """The height of each column by a row of heights above the header, each until the next."""
    heights = [HEIGHTS.get(bare(cell)) for cell in above]
    if sum(height is not None for height in heights) < LEAST_NAMES:
        return [None] * width
    filled: list[Trajectory | None] = []
    for i in range(width):
        here = heights[i] if i < len(heights) else None
        filled.append(here or (filled[-1] if filled else None))
    return filled


def value_of(text: str, unit: str, column: str) -> tuple[float, tuple[float, float] | None]:
    """The number of a box [yd], and the ends where it is a range: then its mean."""
    if _TWO.fullmatch(text):
        raise BadCell(f'"{text[:40]}" is two numbers. Which one is the carry?', field=column)
    if ends := _RANGE.fullmatch(bare(text)):
        lo, hi = (_yards(parse_number(end, column), unit) for end in ends.groups())
        if not lo <= hi:
            raise BadCell(f'"{text[:40]}" is not a range from short to long.', field=column)
        return _checked((lo + hi) / 2, column), (lo, hi)
    box = _BOX.fullmatch(bare(text))
    if not box:
        raise BadCell(f'"{text[:40]}" is not a number.', field=column)
    own = ("yd" if box[2].startswith("y") else "m") if box[2] else unit
    return _checked(_yards(parse_number(box[1], column), own), column), None


def _yards(value: float, unit: str) -> float:
    return yd_from_m(value) if unit == "m" else value


def _checked(value: float, column: str) -> float:
    if not 0 < value <= REFUSE_OVER_YD:
        raise BadCell(f"{value:.0f} yards is not a carry.", field=column)
    return value
