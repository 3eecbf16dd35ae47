"""A page for a student and the parents, in the coach's words, with the figures behind them."""

from __future__ import annotations

import io
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Final
from xml.sax.saxutils import escape

from reportlab.graphics import renderPDF
from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Paragraph

from oxgang.core.carry.matrix import Basis, Cell
from oxgang.core.ground.gaps import covered_yardages, stretches
from oxgang.core.keeping.events import Happened, Touch
from oxgang.core.keeping.progress import Share, Spread, Stretch, Turn
from oxgang.core.keeping.remarks import before_and_after
from oxgang.core.units import m_from_yd, shown
from oxgang.core.words import intervals
from oxgang.core.words.shots import Trajectory
from oxgang.files.charts import BAND, EARTH, INK, QUIET, Series, time_chart
from oxgang.files.lettering import BOLD, ITALIC, REGULAR, fitted
from oxgang.texts.cards import swing_name
from oxgang.texts.messages import Texts

FIELD: Final = HexColor("#b9c9ac")
MARGIN: Final = 16 * mm
GAP: Final = 7 * mm
CHART_HEIGHT: Final = 44 * mm
# The strip of the ground [points].
STRIP: Final = 14.0
# The newest events have room.
MOST_TURNS: Final = 3
WORDS_HEIGHT: Final = 42 * mm
# The table shows no more clubs than fit on the page.
MOST_CLUBS: Final = 8
SMALLEST: Final = 7.0
LINE: Final = 18.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Report:
    """What the page says. `looks` holds a day, the share of ground covered, and of doubtful numbers.

    `cells` is the matrix at the end, `played` what of it the student plays; shares are of 1; yards
    throughout. `practise` and `coming` are lines as they are printed: the homework and the next
    sessions. `turns` are the events of the period with before and after.
    """

    student: str
    academy: str
    coach: str
    metres: bool
    words: str
    tolerance_yd: float
    from_day: date
    to_day: date
    whole: Stretch
    points: Sequence[Stretch]
    looks: Sequence[tuple[date, float, float | None]]
    turns: Sequence[tuple[Happened, Turn | None]]
    cells: Sequence[Cell]
    played: Sequence[Cell]
    from_yd: int
    to_yd: int
    texts: Texts
    practise: Sequence[str] = ()
    coming: Sequence[str] = ()


def write_report(report: Report) -> bytes:
    """The report as a PDF of one A4 page."""
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=A4, pageCompression=1)
    canvas.setTitle(f"{report.student}, {report.from_day} to {report.to_day}")
    width, height = A4
    inner = width - 2 * MARGIN
    top = _head(canvas, report, height - MARGIN, inner)
    top = _words(canvas, report, top - GAP / 2, inner)
    top = _charts(canvas, report, top - GAP, inner)
    top = _turns(canvas, report, top - GAP / 2, inner)
    top = _table(canvas, report, top - GAP, inner)
    if top > MARGIN + STRIP + 60:
        top = _ground(canvas, report, top - GAP, inner)
    _next(canvas, report, top - GAP, inner)
    canvas.setFillColor(QUIET)
    canvas.setFont(REGULAR, 7)
    note = report.texts.format("report-interval", {"level": intervals.words()})
    canvas.drawString(MARGIN, MARGIN * 0.55, note)
    canvas.drawRightString(width - MARGIN, MARGIN * 0.55, f"{report.academy}")
    canvas.showPage()
    canvas.save()
    return out.getvalue()


def _head(canvas: Canvas, report: Report, top: float, width: float) -> float:
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 20)
    canvas.drawString(MARGIN, top - 16, fitted(report.student, BOLD, 20, width))
    canvas.setFillColor(QUIET)
    canvas.setFont(REGULAR, 10)
    words = report.texts
    ends = {"from": words.day(report.from_day), "to": words.day(report.to_day)}
    balls = words.format("paper-balls", {"balls": report.whole.balls})
    text = f"{words.format('paper-period', ends)}    {balls}    {report.coach}"
    canvas.drawString(MARGIN, top - 31, fitted(text, REGULAR, 10, width))
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.8)
    canvas.line(MARGIN, top - 38, MARGIN + width, top - 38)
    return top - 38


def _words(canvas: Canvas, report: Report, top: float, width: float) -> float:
    text = "<br/>".join(escape(line) for line in report.words.splitlines())
    size = 11.5
    while True:
        style = ParagraphStyle("words", fontName=REGULAR, fontSize=size, leading=size * 1.35, textColor=INK)
        paragraph = Paragraph(text, style)
        _, used = paragraph.wrap(width, 1000)
        if used <= WORDS_HEIGHT or size <= SMALLEST:
            break
        size -= 0.5
    paragraph.drawOn(canvas, MARGIN, top - used)
    return top - used


def _charts(canvas: Canvas, report: Report, top: float, width: float) -> float:
    """Two by two where launch was measured, else three in a row."""

    def shares(of: Callable[[Stretch], Share | Spread]) -> Series:
        found = [(p.to_day, of(p)) for p in report.points]
        return Series([(day, x.value, x.lo, x.hi) for day, x in found if x.value is not None], INK)

    say = report.texts.format
    spread = shares(lambda p: p.spread)
    covered = Series([(day, c, c, c) for day, c, _ in report.looks], INK)
    doubtful = Series([(day, d, d, d) for day, _, d in report.looks if d is not None], EARTH)
    widest = max([0.1, *(p[3] for p in spread.points)])
    charts: list[tuple[str, list[Series], float]] = [
        (say("paper-solid"), [shares(lambda p: p.solid)], 1.0),
        (say("paper-spread"), [spread], min(0.4, widest)),
        (say("paper-covered"), [covered, doubtful], 1.0),
    ]
    across = 3
    if report.whole.launch.of:
        charts.insert(2, (say("paper-launches"), [shares(lambda p: p.launch)], 1.0))
        across = 2
    each = (width - (across - 1) * GAP) / across
    for i, (title, series, highest) in enumerate(charts):
        drawing = time_chart(
            title,
            series,
            highest=highest,
            span=(report.from_day, report.to_day),
            marks=[event.on for event, _ in report.turns],
            size=(each, CHART_HEIGHT),
            words=report.texts,
        )
        below = (i // across + 1) * CHART_HEIGHT + i // across * GAP
        renderPDF.draw(drawing, canvas, MARGIN + i % across * (each + GAP), top - below)
    rows = -(-len(charts) // across)
    return top - rows * CHART_HEIGHT - (rows - 1) * GAP


def _turns(canvas: Canvas, report: Report, top: float, width: float) -> float:
    """The events, each with what came before against what came after."""
    shown = report.turns[-MOST_TURNS:]
    words = report.texts
    for event, turn in shown:
        top -= LINE
        canvas.setFillColor(EARTH)
        canvas.setFont(BOLD, 9)
        text = f"{words.day(event.on)}, {_named(event, words)}"
        room = width * 0.34
        canvas.drawString(MARGIN, top + 4, fitted(text, BOLD, 9, room - 6))
        canvas.setFillColor(INK)
        canvas.setFont(REGULAR, 9)
        moved = before_and_after(turn) if turn else []
        after = "; ".join(words.say(one) for one in moved) or words.format("turn-one-side")
        canvas.drawString(MARGIN + room, top + 4, fitted(after, REGULAR, 9, width - room))
    return top


def _ground(canvas: Canvas, report: Report, top: float, width: float) -> float:
    """The ground as a strip: the shots played as ticks, what they cover filled, the rest empty."""
    lo, hi = report.from_yd, report.to_yd
    held = covered_yardages(report.played, from_yd=lo, to_yd=hi, tolerance_yd=report.tolerance_yd)
    step = width / (hi - lo + 1)

    def at(yards: float) -> float:
        return MARGIN + (yards - lo + 0.5) * step

    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 11)
    canvas.drawString(MARGIN, top - 10, report.texts.format("paper-ground"))
    low = top - 18 - STRIP
    canvas.setFillColor(FIELD)
    for span in stretches(held):
        start = MARGIN + (span.from_yd - lo) * step
        canvas.rect(start, low, (span.to_yd - span.from_yd + 1) * step, STRIP, stroke=0, fill=1)
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.5)
    canvas.rect(MARGIN, low, width, STRIP, stroke=1, fill=0)
    canvas.setLineWidth(1.2)
    for cell in report.played:
        if lo <= cell.carry_yd <= hi:
            canvas.line(at(cell.carry_yd), low - 2, at(cell.carry_yd), low + STRIP + 2)
    canvas.setFillColor(QUIET)
    canvas.setFont(REGULAR, 8)
    for yards in range(-(-lo // 10) * 10, hi + 1, 10):
        canvas.drawCentredString(at(yards), low - 11, shown(_unit(yards, report)))
    return low - 11


def _table(canvas: Canvas, report: Report, top: float, width: float) -> float:
    """The stock numbers as they stand, club by club and swing by swing."""
    stock = [c for c in report.cells if c.key.trajectory is Trajectory.STOCK and c.key.usual]
    clubs = list(dict.fromkeys(c.key.club for c in stock))
    swings = list(dict.fromkeys(c.key.swing for c in stock))
    say = report.texts.format
    unit = say("paper-unit-m" if report.metres else "paper-unit-yd")
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 11)
    canvas.drawString(MARGIN, top - 10, say("paper-stock", {"unit": unit}))
    if not stock:
        canvas.setFont(REGULAR, 9)
        canvas.drawString(MARGIN, top - 26, say("paper-no-wedge"))
        return top - 30
    column = width / (len(swings) + 1)
    row = LINE
    line = top - 30
    canvas.setFont(BOLD, 9)
    for j, swing in enumerate(swings):
        name = fitted(swing_name(swing, report.texts), BOLD, 9, column * 0.95)
        canvas.drawRightString(MARGIN + (j + 2) * column, line, name)
    by_key = {(c.key.club, c.key.swing): c for c in stock}
    for club in clubs[:MOST_CLUBS]:
        line -= row
        canvas.setLineWidth(0.3)
        canvas.setStrokeColor(BAND)
        canvas.line(MARGIN, line + row * 0.72, MARGIN + width, line + row * 0.72)
        canvas.setFont(BOLD, 10)
        canvas.drawString(MARGIN, line, fitted(club, BOLD, 10, column * 1.2))
        for j, swing in enumerate(swings):
            cell = by_key.get((club, swing))
            if cell is None:
                continue
            measured = cell.basis is Basis.MEASURED
            canvas.setFillColor(INK if measured else QUIET)
            canvas.setFont(BOLD if measured else ITALIC, 10)
            carry, half = _unit(cell.carry_yd, report), _unit(cell.half_yd, report)
            canvas.drawRightString(MARGIN + (j + 2) * column, line, f"{shown(carry)} ± {shown(half)}")
            canvas.setFillColor(INK)
    line -= row * 1.2
    canvas.setFillColor(QUIET)
    canvas.setFont(REGULAR, 8)
    notes = [say("paper-estimated")]
    if len(clubs) > MOST_CLUBS:
        notes.append(say("paper-left-out", {"names": ", ".join(clubs[MOST_CLUBS:])}))
    canvas.drawString(MARGIN, line, fitted("; ".join(notes), REGULAR, 8, width))
    return line


def _next(canvas: Canvas, report: Report, top: float, width: float) -> None:
    """The homework and the sessions to come, as far as the page has room."""
    room = int((top - MARGIN - LINE) / LINE)
    for code, lines in (("paper-practise", report.practise), ("paper-sessions", report.coming)):
        if not lines or room < 2:
            continue
        canvas.setFillColor(INK)
        canvas.setFont(BOLD, 11)
        canvas.drawString(MARGIN, top - 10, report.texts.format(code))
        canvas.setFont(REGULAR, 10)
        shown = lines[: room - 1]
        for line in shown:
            top -= LINE
            canvas.drawString(MARGIN, top - 10, fitted(line, REGULAR, 10, width))
        top -= LINE + GAP / 2
        room -= len(shown) + 2


def _named(event: Happened, words: Texts) -> str:
    name = words.format(f"event-{event.kind}")
    if event.touched.code is Touch.EVERYTHING:
        return name
    return f"{name} ({words.say(event.touched)})"


def _unit(yards: float, report: Report) -> float:
    return m_from_yd(yards) if report.metres else yards
