"""The card as PDF in real sizes, black on white, drawn to be read at arm's length."""

from __future__ import annotations

import io
from enum import StrEnum
from typing import Final

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from oxgang.core.carry.cells import furrow
from oxgang.core.flight.chain import TYPICAL
from oxgang.core.ground.card import STEP_YD, Card, CardCell, by_yardage
from oxgang.core.words.shots import Trajectory
from oxgang.core.words.units import m_from_yd
from oxgang.files.lettering import BOLD, ITALIC, REGULAR, fitted


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
PANEL: Final = {
    Form.POCKET: (74 * mm, 105 * mm),
    Form.TAG: (60 * mm, 100 * mm),
    Form.A4: A4,
    Form.LETTER: LETTER,
}
MARGIN: Final = 4 * mm
WALL_MARGIN: Final = 15 * mm
# Smaller type than this [points] is not read at arm's length: clubs are left out, and said so.
SMALLEST: Final = 6.5
LARGEST: Final = 22.0
# Room for a club's name in the grid, in columns of numbers.
NAME_COLUMNS: Final = 1.5
# From one line of the note under the grid to the next [points].
NOTE_LEADING: Final = 7.5


def write_card(card: Card, form: Form, sides: list[Side]) -> bytes:
    """The PDF of a card.

    A pocket card has its sides two to a sheet, with a fold mark; the others one to a page.
    """
    width, height = PANEL[form]
    across = 2 if form is Form.POCKET else 1
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(width * across, height), pageCompression=1)
    canvas.setTitle(f"{card.student}, version {card.version}")
    margin = WALL_MARGIN if form in (Form.A4, Form.LETTER) else MARGIN
    for number, side in enumerate(sides):
        left = width * (number % across)
        _panel(canvas, card, side, left + margin, margin, width - 2 * margin, height - 2 * margin)
        if across == 2 and number % 2 == 0:
            canvas.setDash(1, 2)
            canvas.setLineWidth(0.4)
            canvas.line(width, 0, width, 3 * mm)
            canvas.line(width, height - 3 * mm, width, height)
            canvas.setDash()
        if number % across == across - 1 or number == len(sides) - 1:
            canvas.showPage()
    canvas.save()
    return out.getvalue()


def _panel(
    canvas: Canvas, card: Card, side: Side, x: float, y: float, width: float, height: float
) -> None:
    head = min(13.0, max(8.0, width / 22))
    top = y + height - head
    canvas.setFont(BOLD, head)
    canvas.drawString(x, top, fitted(card.student, BOLD, head, width * 0.62))
    canvas.setFont(REGULAR, head * 0.7)
    unit = "metres" if card.metres else "yards"
    canvas.drawRightString(x + width, top, f"v{card.version}  {card.day}  {unit}")
    canvas.setLineWidth(0.8)
    canvas.line(x, top - head * 0.35, x + width, top - head * 0.35)
    body = height - head * 1.7
    draw = {Side.YARDAGE: _yardages, Side.CLUB: _grid, Side.GROUND: _ground}[side]
    draw(canvas, card, x, y, width, body)


def _yardages(canvas: Canvas, card: Card, x: float, y: float, width: float, height: float) -> None:
    lines = by_yardage(card, step=STEP_YD)
    cues = dict(card.positions)
    row = height / max(1, len(lines))
    size = min(LARGEST, row * 0.72)
    for i, line in enumerate(lines):
        base = y + height - (i + 0.78) * row
        near = abs(line.off_yd) <= card.tolerance_yd
        canvas.setFont(BOLD, size)
        canvas.drawString(x, base, _distance(line.yardage, card))
        name = str(line.cell.key)
        bold = BOLD if line.cell.measured else ITALIC
        canvas.setFont(bold, size * 0.86)
        start = x + size * 2.1
        canvas.drawString(start, base, fitted(name, bold, size * 0.86, width * 0.5))
        said = f"{_distance(line.cell.carry_yd, card)}{'' if near else ' !'}"
        canvas.setFont(REGULAR, size * 0.8)
        canvas.drawRightString(x + width, base, said)
        cue = cues.get(line.cell.key.swing, "")
        free = width - size * 4.2 - canvas.stringWidth(name, bold, size * 0.86) - size
        if cue and free > width * 0.25:
            canvas.setFont(REGULAR, size * 0.6)
            text = fitted(cue, REGULAR, size * 0.6, free)
            canvas.drawString(
                start + canvas.stringWidth(name, bold, size * 0.86) + size, base, text
            )
        canvas.setLineWidth(0.2)
        canvas.line(x, base - row * 0.2, x + width, base - row * 0.2)


def _grid(canvas: Canvas, card: Card, x: float, y: float, width: float, height: float) -> None:
    heights = list(Trajectory)[::-1]
    cells = {(c.key.club, c.key.swing, c.key.trajectory): c for c in card.cells if c.key.usual}
    used = [t for t in heights if any(k[2] is t and c.measured for k, c in cells.items())]
    used = used or [Trajectory.STOCK]
    note_room = 2 * NOTE_LEADING + 2
    rows = len(card.clubs) * len(used) + 1
    most = int((height - note_room) / SMALLEST / 1.25) - 1
    shown = list(card.clubs)
    if rows - 1 > most:
        shown = shown[: max(1, most // len(used))]
    rows = len(shown) * len(used) + 1
    row = min(40.0, (height - note_room) / rows)
    column = width / (len(card.positions) + NAME_COLUMNS)
    size = min(LARGEST, row * 0.62, column / 2.4)
    top = y + height
    canvas.setFont(BOLD, size * 0.75)
    for j, (label, _) in enumerate(card.positions):
        text = fitted(label, BOLD, size * 0.75, column * 0.95)
        canvas.drawRightString(x + (j + 1 + NAME_COLUMNS) * column, top - row * 0.7, text)
    line = 0
    for club, _ in shown:
        for t in used:
            line += 1
            base = top - (line + 0.7) * row
            if t is used[0]:
                canvas.setLineWidth(0.5)
                canvas.line(x, base + row * 0.72, x + width, base + row * 0.72)
            name = club if t is Trajectory.STOCK or len(used) == 1 else f"  {t}"
            wanted = size * (0.95 if name == club else 0.7)
            room = column * (NAME_COLUMNS - 0.1)
            wide = canvas.stringWidth(name, BOLD, wanted)
            wanted = max(SMALLEST, min(wanted, wanted * room / max(wide, 1.0)))
            canvas.setFont(BOLD, wanted)
            canvas.drawString(x, base, fitted(name, BOLD, wanted, room))
            for j, (label, _) in enumerate(card.positions):
                cell = cells.get((club, label, t))
                if cell is not None:
                    _number(canvas, card, cell, x + (j + 1 + NAME_COLUMNS) * column, base, size)
    canvas.setFont(REGULAR, 6.5)
    left_out = [club for club, _ in card.clubs[len(shown) :]]
    club, loft = card.clubs[len(shown) // 2]
    lows = {t: TYPICAL.window(t, loft) for t in Trajectory}
    windows = ", ".join(f"{t} {lo:.0f}-{hi:.0f}" for t, (lo, hi) in lows.items())
    note = "italic: estimated"
    if left_out:
        note += f"; left out for room: {', '.join(left_out)}"
    canvas.drawString(x, y + NOTE_LEADING, fitted(note, REGULAR, 6.5, width))
    launch = f"launch \N{DEGREE SIGN} with the {club}: {windows}"
    canvas.drawString(x, y, fitted(launch, REGULAR, 6.5, width))


def _number(
    canvas: Canvas, card: Card, cell: CardCell, right: float, base: float, size: float
) -> None:
    canvas.setFont(BOLD if cell.measured else ITALIC, size)
    canvas.drawRightString(right, base, _distance(cell.carry_yd, card))


def _ground(canvas: Canvas, card: Card, x: float, y: float, width: float, height: float) -> None:
    """The ground in black and white: measured furrows filled, estimates outlined."""
    label = min(40.0, width * 0.14)
    lo, hi = card.from_yd - 5, card.to_yd + 5
    axis = 12.0
    lane = min(60.0, (height - axis) / max(1, len(card.clubs)))

    def at(yards: float) -> float:
        return x + label + (yards - lo) / (hi - lo) * (width - label)

    top = y + height
    for i, (club, _) in enumerate(card.clubs):
        upper = top - i * lane
        small = min(12.0, lane * 0.4)
        canvas.setFont(BOLD, small)
        canvas.drawString(x, upper - lane * 0.6, fitted(club, BOLD, small, label - 3))
        canvas.setLineWidth(0.2)
        canvas.line(x, upper - lane, x + width, upper - lane)
        for cell in card.cells:
            if cell.key.club != club or not lo < cell.carry_yd < hi or not cell.measured:
                continue
            place = {Trajectory.HIGH: 0.2, Trajectory.STOCK: 0.5, Trajectory.LOW: 0.8}
            middle = upper - lane * place[cell.key.trajectory]
            bar = lane * 0.18
            short, long = furrow(cell.carry_yd, cell.shot_sd_yd)
            from_x, to_x = at(max(lo, short)), at(min(hi, long))
            canvas.setFillGray(0.75)
            canvas.rect(from_x, middle - bar / 2, to_x - from_x, bar, stroke=1, fill=1)
            canvas.setFillGray(0)
            canvas.setLineWidth(1)
            canvas.line(at(cell.carry_yd), middle - bar, at(cell.carry_yd), middle + bar)
    bottom = top - len(card.clubs) * lane
    canvas.setFont(REGULAR, 7)
    for yards in range(card.from_yd, card.to_yd + 1, 10):
        canvas.drawCentredString(at(yards), bottom - 9, _distance(yards, card))


def _distance(yards: float, card: Card) -> str:
    return f"{m_from_yd(yards) if card.metres else yards:.0f}"
