"""The card on paper in real sizes, black on white, drawn to be read at arm's length."""

from __future__ import annotations

import io
from collections.abc import Iterable, Sequence
from datetime import date
from enum import StrEnum
from typing import Final

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from oxgang.core.carry.cells import furrow
from oxgang.core.carry.matrix import Basis
from oxgang.core.flight.chain import TYPICAL
from oxgang.core.ground.card import Card, CardCell, CardLine, by_yardage
from oxgang.core.ground.played import Play
from oxgang.core.units import whole_added, whole_run
from oxgang.core.words.complete import complete
from oxgang.core.words.shots import Spin, Tempo, Trajectory
from oxgang.files.lettering import BOLD, ITALIC, REGULAR
from oxgang.files.marks import MIDDLE, RIGHT, Sheet, draw, size_for
from oxgang.files.paper import Paper
from oxgang.texts.cards import height_name, spin_name, swing_name, tempo_name
from oxgang.texts.messages import Texts


class Form(StrEnum):
    POCKET = "pocket"
    TAG = "tag"
    A4 = "a4"
    LETTER = "letter"


class Side(StrEnum):
    YARDAGE = "yardage"
    CLUB = "club"
    GROUND = "ground"


# Size of one panel [points]; the pocket card is two of them on one sheet, folded in the middle.
PANEL: Final = complete(
    Form,
    {
        Form.POCKET: (74 * mm, 105 * mm),
        Form.TAG: (60 * mm, 100 * mm),
        Form.A4: A4,
        Form.LETTER: LETTER,
    },
)
# Rows of one club in the grid: the usual height first.
GRID_ORDER: Final = complete(Trajectory, {Trajectory.STOCK: 0, Trajectory.HIGH: 1, Trajectory.LOW: 2})
# Where a height stands in its club's lane, from the top.
IN_LANE: Final = complete(Trajectory, {Trajectory.HIGH: 0.2, Trajectory.STOCK: 0.5, Trajectory.LOW: 0.8})
MARGIN: Final = 4 * mm
WALL_MARGIN: Final = 15 * mm
# Smaller type than this [points] is not read at arm's length: rows are left out, and said so.
SMALLEST: Final = 6.5
LARGEST: Final = 22.0
TALLEST_RUNG: Final = 40.0
# Room for a row's name in the grid, in columns of numbers.
NAME_COLUMNS: Final = 1.5
LEAST_NAME_COLUMNS: Final = 0.8
# From one line of the notes to the next [points].
NOTE_LEADING: Final = 7.5
NOTE_SIZE: Final = 6.5
# More sides than this are no card.
MOST_SIDES: Final = 6
# What is not said firmly: a nearest shot where none is played, a shot in work.
LIGHT: Final = 0.35

Row = tuple[str, Trajectory, Spin, Tempo, float, float]


def write_card(card: Card, form: Form, sides: Sequence[Side], words: Texts) -> bytes:
    """The PDF of a card."""
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=PANEL[form], pageCompression=1)
    canvas.setTitle(words.format("paper-title", {"student": card.student, "version": card.version}))
    draw(canvas, lay_card(card, form, sides, words))
    canvas.save()
    return out.getvalue()


def lay_card(card: Card, form: Form, sides: Sequence[Side], words: Texts) -> list[Sheet]:
    """The sheets of a card.

    A pocket card has its sides two to a sheet, with a fold mark; the others one to a page.
    """
    width, height = PANEL[form]
    across = 2 if form is Form.POCKET else 1
    margin = WALL_MARGIN if form in (Form.A4, Form.LETTER) else MARGIN
    sheets: list[Sheet] = []
    paper = Paper(card, words)
    for number, side in enumerate(sides):
        if number % across == 0:
            sheets.append(Sheet(width * across, height))
        left = width * (number % across)
        _panel(sheets[-1], paper, side, left + margin, margin, width - 2 * margin, height - 2 * margin)
    if across == 2:
        for sheet in sheets:
            sheet.rule(width, 0, width, 3 * mm, 0.4, 1)
            sheet.rule(width, height - 3 * mm, width, height, 0.4, 1)
    return sheets


def _panel(sheet: Sheet, paper: Paper, side: Side, x: float, y: float, width: float, height: float) -> None:
    card = paper.card
    head = min(13.0, max(8.0, width / 22))
    top = y + height - head
    sheet.text(x, top, card.student, BOLD, head, room=width * 0.62)
    unit = paper.say("unit-m" if card.metres else "unit-yd")
    version = f"v{card.version}  " if card.version else ""
    sheet.text(
        x + width,
        top,
        f"{version}{paper.words.with_year(date.fromisoformat(card.day))}, {unit}",
        REGULAR,
        head * 0.7,
        RIGHT,
    )
    sheet.rule(x, top - head * 0.35, x + width, top - head * 0.35, 0.8)
    body = height - head * 1.7
    lay = {Side.YARDAGE: _yardages, Side.CLUB: _grid, Side.GROUND: _ground}[side]
    lay(sheet, paper, x, y, width, body)


def _yardages(sheet: Sheet, paper: Paper, x: float, y: float, width: float, height: float) -> None:
    """The ladder: yardage, shot, how far it carries; a shot that stands on several rungs is named
    on the first."""
    card = paper.card
    lines = by_yardage(card)
    if not lines:
        sheet.text(x, y + height - 14, paper.say("no-shots"), REGULAR, 9, room=width)
        return
    rungs = _together(lines)
    notes = _packed(_ladder_notes(paper, lines), width)
    foot = NOTE_LEADING * len(notes) + (3 if notes else 0)
    row = min(TALLEST_RUNG, (height - foot) / len(rungs))
    size = min(LARGEST, row * 0.72)
    runs = [_run(line, paper) for line in lines]
    wide = max((stringWidth(run, REGULAR, size * RUN_SIZE) for run in runs), default=0)
    columns = (x + size * 2.1, x + width - (wide + size * 0.3 if wide else 0))
    before: CardCell | None = None
    for i, (line, last) in enumerate(rungs):
        base = y + height - (i + 0.78) * row
        same = before is not None and line.reached and line.cell == before
        _rung(sheet, paper, (line, last), x, base, columns, size, same=same)
        if run := _run(line, paper):
            sheet.text(x + width, base, run, REGULAR, size * RUN_SIZE, RIGHT)
        before = line.cell if line.reached else None
        sheet.rule(columns[0] if same else x, base - row * 0.2, x + width, base - row * 0.2, 0.2)
    for i, note in enumerate(reversed(notes)):
        sheet.text(x, y + i * NOTE_LEADING, note, REGULAR, NOTE_SIZE, room=width)


def _together(lines: Sequence[CardLine]) -> list[tuple[CardLine, CardLine]]:
    """The rungs, first and last line of each: lines in a row that nothing reaches are one."""
    rungs: list[tuple[CardLine, CardLine]] = []
    for line in lines:
        if rungs and _nothing(line) and _nothing(rungs[-1][1]):
            rungs[-1] = (rungs[-1][0], line)
        else:
            rungs.append((line, line))
    return rungs


def _run(line: CardLine, paper: Paper) -> str:
    """How far the shot of a rung runs, "+7", or between what it usually does, "+5-9"."""
    cell = line.cell
    if not (paper.card.look.run and line.reached) or cell.run_yd is None:
        return ""
    lo, hi = cell.run_ends(paper.unit) or (whole_run(paper.unit(cell.carry_yd), paper.unit(cell.run_yd)),) * 2
    if lo == hi:
        return f"{lo:+d}"
    return f"+{lo}-{hi}" if lo >= 0 else f"{lo:+d} {hi:+d}"


def _nothing(line: CardLine) -> bool:
    return not (line.reached or line.adds)


def _rung(
    sheet: Sheet,
    paper: Paper,
    ends: tuple[CardLine, CardLine],
    x: float,
    base: float,
    columns: tuple[float, float],
    size: float,
    *,
    same: bool,
) -> None:
    start, right = columns
    line, last = ends
    cell, grey = line.cell, LIGHT if _nothing(line) else 0.0
    at, full = paper.distance(line.yardage), size
    if last is not line:
        at = f"{at}-{paper.distance(last.yardage)}"
        size = size_for(at, size, start - x - 1, SMALLEST)
    sheet.text(x, base, at, BOLD, size, grey=grey)
    size = full
    carry = "" if _nothing(line) else paper.distance(cell.carry_yd)
    wide = sheet.text(right, base, carry, REGULAR, size * 0.8, RIGHT, grey=grey)
    room = right - wide - size * 0.3 - start
    if not line.reached:
        if line.adds:
            text = f"{paper.name(cell)} {_added(line, paper)}"
            sheet.text(start, base, text, REGULAR, size_for(text, size * 0.86, room, SMALLEST), room=room)
        else:
            sheet.text(start, base, paper.say("none"), ITALIC, size * 0.6, room=room, grey=LIGHT)
        return
    if same:
        sheet.text(start, base, paper.say("same"), REGULAR, size * 0.6, grey=LIGHT)
        return
    face = FACE_OF[cell.basis]
    name = paper.name(cell)
    wanted = size_for(name, size * 0.86, room, SMALLEST, face)
    used = sheet.text(start, base, name, face, wanted, room=room)
    cue = paper.cue(cell)
    free = room - used - size * 0.5
    if cue and free > stringWidth("Hands to", REGULAR, size * 0.6):
        small = size_for(cue, size * 0.6, free, min(SMALLEST, size * 0.6), REGULAR)
        sheet.text(start + used + size * 0.5, base, cue, REGULAR, small, room=free)


# The run beside a carry, as a share of the ladder's type.
RUN_SIZE: Final = 0.6
# In which face a shot stands, by what its number rests on.
FACE_OF: Final = complete(Basis, {Basis.MEASURED: BOLD, Basis.REPORTED: REGULAR, Basis.ESTIMATED: ITALIC})


def _faces(cells: Iterable[CardCell], paper: Paper) -> list[str]:
    """What the faces of the shots on a card mean, where there is more than one."""
    there = {cell.basis for cell in cells}
    codes = {Basis.REPORTED: "from-chart", Basis.ESTIMATED: "estimated"}
    return [paper.say(code) for basis, code in codes.items() if basis in there]


def _ladder_notes(paper: Paper, lines: Sequence[CardLine]) -> list[str]:
    notes = _faces((line.cell for line in lines if line.reached), paper)
    if not all(line.reached for line in lines):
        notes.append(paper.say("add"))
    if paper.card.look.run and any(line.cell.run_yd is not None for line in lines):
        notes.append(paper.say("run"))
    return notes


def _packed(notes: Sequence[str], width: float) -> list[str]:
    """Notes in as few lines as they fit."""
    lines: list[str] = []
    for note in notes:
        longer = f"{lines[-1]}; {note}" if lines else note
        if lines and stringWidth(longer, REGULAR, NOTE_SIZE) <= width:
            lines[-1] = longer
        else:
            lines.append(note)
    return lines


def _row_of(cell: CardCell) -> Row:
    k = cell.key
    return k.club, k.trajectory, k.spin, k.tempo, cell.back_in, cell.down_in


def _row_name(row: Row, paper: Paper) -> str:
    """What a row has beside its club: "low grab", "ball 3 back"; "" for the usual."""
    _, height, spin, tempo, back, down = row
    text: list[str] = [] if height is Trajectory.STOCK else [height_name(height, paper.words)]
    text += [] if spin is Spin.CHECK else [spin_name(spin, paper.words)]
    text += [] if tempo is Tempo.NORMAL else [tempo_name(tempo, paper.words)]
    text += [paper.say("ball-back" if back > 0 else "ball-forward", inches=f"{abs(back):g}")] if back else []
    text += [paper.say("grip-down", inches=f"{down:g}")] if down else []
    return " ".join(text)


def _grid_rows(card: Card, shots: Sequence[CardCell]) -> list[Row]:
    """Rows of the grid: club by club, the usual shot first, then as the ground draws them."""
    clubs = [label for label, _ in card.clubs]

    def place(row: Row) -> tuple[object, ...]:
        club, height, spin, tempo, back, down = row
        variant = (list(Spin).index(spin), list(Tempo).index(tempo))
        plain = spin is Spin.CHECK and tempo is Tempo.NORMAL and not (back or down)
        return clubs.index(club), not plain, GRID_ORDER[height], variant, back, down

    return sorted({_row_of(cell) for cell in shots}, key=place)


def _grid(sheet: Sheet, paper: Paper, x: float, y: float, width: float, height: float) -> None:
    """The shots played and in work: a row a club and way of hitting it, a column a swing."""
    card = paper.card
    shots = [cell for cell in card.cells if cell.play is not Play.NEITHER]
    swings = {cell.key.swing for cell in shots}
    columns = [label for label, _ in card.positions if label in swings]
    rows = _grid_rows(card, shots)
    if not rows:
        sheet.text(x, y + height - 14, paper.say("no-shots"), REGULAR, 9, room=width)
        return
    note_room = 2 * NOTE_LEADING + 2
    most = int((height - note_room) / SMALLEST / 1.25) - 1
    left_out = rows[most:]
    rows = rows[:most]
    row = min(40.0, (height - note_room) / (len(rows) + 1))
    # What short names leave is the numbers'.
    longest = max(len(f"{one[0]} {_row_name(one, paper)}".strip()) for one in rows)
    beside = min(NAME_COLUMNS, max(LEAST_NAME_COLUMNS, longest / 4))
    column = width / (len(columns) + beside)
    size = min(LARGEST, row * 0.62, column / 2.4)
    top = y + height
    ends = {label: x + (j + 1 + beside) * column for j, label in enumerate(columns)}
    names = [swing_name(label, paper.words) for label in columns]
    # One size for all, with a gap between two that fill their columns.
    wanted = min(size_for(name, size * 0.75, column * 0.86, SMALLEST) for name in names)
    for name, end in zip(names, ends.values(), strict=True):
        sheet.text(end, top - row * 0.7, name, BOLD, wanted, RIGHT, room=column * 0.95)
    cells = {(_row_of(cell), cell.key.swing): cell for cell in shots}
    before = ""
    for line, one in enumerate(rows, 1):
        base = top - (line + 0.7) * row
        club, more = one[0], _row_name(one, paper)
        if club != before:
            sheet.rule(x, base + row * 0.72, x + width, base + row * 0.72, 0.5)
        name = " ".join([club, more] if club != before else [f"  {more}"]).rstrip()
        room = column * (beside - 0.1)
        wanted = size_for(name, size * (0.95 if club != before else 0.7), room, SMALLEST)
        sheet.text(x, base, name, BOLD, wanted, room=room)
        before = club
        for label, end in ends.items():
            cell = cells.get((one, label))
            if cell is not None:
                _number(sheet, paper, cell, end, base, size)
    for i, note in enumerate(_grid_notes(paper, shots, left_out)):
        sheet.text(x, y + (1 - i) * NOTE_LEADING, note, REGULAR, NOTE_SIZE, room=width)


def _number(sheet: Sheet, paper: Paper, cell: CardCell, right: float, base: float, size: float) -> None:
    text = paper.distance(cell.carry_yd)
    if cell.play is Play.WORK:
        sheet.text(right, base, f"({text})", REGULAR, size * 0.8, RIGHT)
        return
    sheet.text(right, base, text, FACE_OF[cell.basis], size, RIGHT)


def _grid_notes(paper: Paper, shots: Sequence[CardCell], left_out: Sequence[Row]) -> tuple[str, str]:
    """What the marks mean, and the launch to look for."""
    text = _faces((cell for cell in shots if cell.play is Play.PLAYED), paper)
    if any(cell.play is Play.WORK for cell in shots):
        text.append(paper.say("learning"))
    if left_out:
        names = dict.fromkeys(f"{row[0]} {_row_name(row, paper)}".strip() for row in left_out)
        text.append(paper.say("left-out", names=", ".join(names)))
    clubs = [c for c in paper.card.clubs if any(cell.key.club == c[0] for cell in shots)]
    club, loft = clubs[len(clubs) // 2]
    heights = [t for t in Trajectory if any(cell.key.trajectory is t for cell in shots)]
    ends = {t: TYPICAL.window(t, loft) for t in heights}
    windows = ", ".join(f"{height_name(t, paper.words)} {lo:.0f}-{hi:.0f}" for t, (lo, hi) in ends.items())
    return "; ".join(text), paper.say("launch", club=club, windows=windows)


def _ground(sheet: Sheet, paper: Paper, x: float, y: float, width: float, height: float) -> None:
    """The ground in black and white: played furrows dark, those in work light."""
    card = paper.card
    label = min(40.0, width * 0.14)
    lo, hi = card.from_yd - 5, card.to_yd + 5
    axis = 12.0
    lane = min(60.0, (height - axis) / max(1, len(card.clubs)))

    def at(yards: float) -> float:
        return x + label + (yards - lo) / (hi - lo) * (width - label)

    top = y + height
    for i, (club, _) in enumerate(card.clubs):
        upper = top - i * lane
        sheet.text(x, upper - lane * 0.6, club, BOLD, min(12.0, lane * 0.4), room=label - 3)
        sheet.rule(x, upper - lane, x + width, upper - lane, 0.2)
        for cell in card.cells:
            if cell.key.club != club or not lo < cell.carry_yd < hi or cell.play is Play.NEITHER:
                continue
            middle = upper - lane * IN_LANE[cell.key.trajectory]
            bar = lane * 0.18
            short, long = furrow(cell.carry_yd, cell.shot_sd_yd)
            from_x, to_x = at(max(lo, short)), at(min(hi, long))
            fill = 0.7 if cell.play is Play.PLAYED else 1.0
            sheet.box(from_x, middle - bar / 2, to_x - from_x, bar, fill)
            tick = at(cell.carry_yd)
            sheet.rule(tick, middle - bar, tick, middle + bar, 1)
    bottom = top - len(card.clubs) * lane
    for yards in range(card.from_yd, card.to_yd + 1, 10):
        sheet.text(at(yards), bottom - 9, paper.distance(yards), REGULAR, 7, MIDDLE)


def _added(line: CardLine, paper: Paper) -> str:
    """What is added to a shot, or taken off, to reach a distance: "+ 2"."""
    more = whole_added(paper.unit(line.yardage), paper.unit(line.cell.carry_yd))
    sign = "+" if more >= 0 else "\N{MINUS SIGN}"
    return f"{sign} {abs(more)}"
