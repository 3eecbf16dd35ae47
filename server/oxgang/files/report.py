"""A page for a student and the parents, in the coach's words, with the figures behind them."""

from __future__ import annotations

import io
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Final, Literal
from xml.sax.saxutils import escape

from reportlab.graphics import renderPDF
from reportlab.graphics.charts.lineplots import LinePlot
from reportlab.graphics.shapes import Drawing, Line, Polygon, String
from reportlab.graphics.widgets.markers import makeMarker
from reportlab.lib.colors import Color, HexColor
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Paragraph

from oxgang.core.carry.cells import Basis, Cell
from oxgang.core.gaps import fallow
from oxgang.core.progress import Stretch
from oxgang.core.shots import Spin, Tempo, Trajectory
from oxgang.core.units import m_from_yd
from oxgang.files.lettering import BOLD, ITALIC, REGULAR, fitted

INK: Final = HexColor("#1d2b1f")
QUIET: Final = HexColor("#5c6a5d")
BAND: Final = HexColor("#d9d2bf")
EARTH: Final = HexColor("#8a4b14")
MARGIN: Final = 16 * mm
GAP: Final = 7 * mm
CHART_HEIGHT: Final = 52 * mm
WORDS_HEIGHT: Final = 42 * mm
# The table shows no more clubs than fit on the page.
MOST_CLUBS: Final = 8
SMALLEST: Final = 7.0
LINE: Final = 18.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Report:
    """What the page says. `looks` holds a day, the share of ground covered, and of doubtful cells.

    `cells` is the matrix at the end; shares are of 1; yards throughout. `practise` and `coming` are
    lines as they are printed: the homework and the next sessions.
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
    events: Sequence[tuple[date, str]]
    cells: Sequence[Cell]
    from_yd: int
    to_yd: int
    practise: Sequence[str] = ()
    coming: Sequence[str] = ()


@dataclass(frozen=True, slots=True)
class _Series:
    """Points in time: day, value, and the ends of the interval where there are any."""

    points: list[tuple[date, float, float, float]]
    colour: Color


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
    top = _events(canvas, report, top - GAP / 2, inner)
    top = _table(canvas, report, top - GAP, inner)
    _next(canvas, report, top - GAP, inner)
    canvas.setFillColor(QUIET)
    canvas.setFont(REGULAR, 7)
    canvas.drawString(
        MARGIN, MARGIN * 0.55, "Bands and ± hold the true value nine times in ten. Pain means stop."
    )
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
    period = f"{_day(report.from_day)} to {_day(report.to_day)}"
    said = f"{period}    {report.whole.balls} balls    {report.coach}"
    canvas.drawString(MARGIN, top - 31, fitted(said, REGULAR, 10, width))
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.8)
    canvas.line(MARGIN, top - 38, MARGIN + width, top - 38)
    return top - 38


def _words(canvas: Canvas, report: Report, top: float, width: float) -> float:
    text = "<br/>".join(escape(line) for line in report.words.splitlines())
    size = 11.5
    while True:
        style = ParagraphStyle(
            "words", fontName=REGULAR, fontSize=size, leading=size * 1.35, textColor=INK
        )
        paragraph = Paragraph(text, style)
        _, used = paragraph.wrap(width, 1000)
        if used <= WORDS_HEIGHT or size <= SMALLEST:
            break
        size -= 0.5
    paragraph.drawOn(canvas, MARGIN, top - used)
    return top - used


def _charts(canvas: Canvas, report: Report, top: float, width: float) -> float:
    each = (width - 2 * GAP) / 3
    solid = _Series(
        [
            (p.to_day, p.solid.value, p.solid.lo, p.solid.hi)
            for p in report.points
            if p.solid.value is not None
        ],
        INK,
    )
    spread = _Series(
        [
            (p.to_day, p.spread.value, p.spread.lo, p.spread.hi)
            for p in report.points
            if p.spread.value is not None
        ],
        INK,
    )
    covered = _Series([(day, c, c, c) for day, c, _ in report.looks], INK)
    doubtful = _Series([(day, d, d, d) for day, _, d in report.looks if d is not None], EARTH)
    widest = max([0.1, *(p[3] for p in spread.points)])
    charts = (
        ("Solid strikes", [solid], 1.0),
        ("Spread of solid balls", [spread], min(0.4, widest)),
        ("Ground with a shot (dark), doubtful (brown)", [covered, doubtful], 1.0),
    )
    for i, (title, series, highest) in enumerate(charts):
        drawing = _chart(report, title, series, highest, each)
        renderPDF.draw(drawing, canvas, MARGIN + i * (each + GAP), top - CHART_HEIGHT)
    return top - CHART_HEIGHT


def _chart(
    report: Report, title: str, series: Sequence[_Series], highest: float, width: float
) -> Drawing:
    drawing = Drawing(width, CHART_HEIGHT)
    drawing.add(String(0, CHART_HEIGHT - 8, title, fontName=BOLD, fontSize=8.5))
    left, bottom = 26.0, 16.0
    across, up = width - left - 4, CHART_HEIGHT - bottom - 18
    days = max(1, (report.to_day - report.from_day).days)

    def x(day: date) -> float:
        return left + (day - report.from_day).days / days * across

    def y(value: float) -> float:
        return bottom + min(value, highest) / highest * up

    for share in (0.0, 0.5, 1.0):
        at = y(share * highest)
        drawing.add(Line(left, at, left + across, at, strokeColor=BAND, strokeWidth=0.5))
        label = f"{100 * share * highest:.0f} %"
        drawing.add(_small(left - 3, at - 2.5, label, "end"))
    first, last = f"{report.from_day:%-d %b %y}", f"{report.to_day:%-d %b %y}"
    drawing.add(_small(left, 4, first, "start"))
    drawing.add(_small(left + across, 4, last, "end"))
    for day, _ in report.events:
        drawing.add(
            Line(x(day), bottom, x(day), bottom + up, strokeColor=EARTH, strokeDashArray=[1, 2])
        )
    for one in series:
        ends = [(x(p[0]), y(p[2]), y(p[3])) for p in one.points]
        if len(ends) > 1 and any(lo != hi for _, lo, hi in ends):
            outline = [v for at, lo, _ in ends for v in (at, lo)]
            outline += [v for at, _, hi in reversed(ends) for v in (at, hi)]
            drawing.add(Polygon(outline, fillColor=BAND, strokeColor=None))
    plot = LinePlot()
    drawn = [one for one in series if one.points]
    if not drawn:
        drawing.add(_small(left + 4, bottom + up / 2, "not measured", "start"))
        return drawing
    plot.x, plot.y = round(left), round(bottom)
    plot.width, plot.height = round(across), round(up)
    plot.data = [
        [((p[0] - report.from_day).days, min(p[1], highest)) for p in one.points] for one in drawn
    ]
    plot.xValueAxis.valueMin, plot.xValueAxis.valueMax = 0, days
    plot.yValueAxis.valueMin, plot.yValueAxis.valueMax = 0, highest
    plot.xValueAxis.visible = plot.yValueAxis.visible = 0
    for i, one in enumerate(drawn):
        plot.lines[i].strokeColor = one.colour
        plot.lines[i].strokeWidth = 1.2
        # A single session is a point and would not show as a line.
        marker = "FilledCircle" if i == 0 else "FilledDiamond"
        plot.lines[i].symbol = makeMarker(marker, size=3)  # type: ignore[no-untyped-call]
    drawing.add(plot)
    return drawing


def _small(x: float, y: float, text: str, anchor: Literal["start", "end"]) -> String:
    return String(x, y, text, fontName=REGULAR, fontSize=6.5, textAnchor=anchor, fillColor=QUIET)


def _events(canvas: Canvas, report: Report, top: float, width: float) -> float:
    if not report.events:
        return top
    canvas.setFillColor(EARTH)
    canvas.setFont(REGULAR, 8)
    said = "    ".join(f"{day:%-d %b}: {what}" for day, what in report.events)
    canvas.drawString(MARGIN, top - 8, fitted(said, REGULAR, 8, width))
    return top - 8


def _table(canvas: Canvas, report: Report, top: float, width: float) -> float:
    """The stock numbers as they stand, club by club and swing by swing."""
    stock = [
        c
        for c in report.cells
        if c.key.trajectory is Trajectory.STOCK
        and c.key.spin is Spin.CHECK
        and c.key.tempo is Tempo.NORMAL
    ]
    clubs = list(dict.fromkeys(c.key.club for c in stock))
    swings = list(dict.fromkeys(c.key.swing for c in stock))
    unit = "metres" if report.metres else "yards"
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 11)
    canvas.drawString(MARGIN, top - 10, f"Stock numbers now, {unit}")
    if not stock:
        canvas.setFont(REGULAR, 9)
        canvas.drawString(MARGIN, top - 26, "No wedge in the bag yet.")
        return top - 30
    column = width / (len(swings) + 1)
    row = LINE
    line = top - 30
    canvas.setFont(BOLD, 9)
    for j, swing in enumerate(swings):
        canvas.drawRightString(
            MARGIN + (j + 2) * column, line, fitted(swing, BOLD, 9, column * 0.95)
        )
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
            canvas.drawRightString(MARGIN + (j + 2) * column, line, f"{carry:.0f} ± {half:.0f}")
            canvas.setFillColor(INK)
    line -= row * 1.2
    canvas.setFillColor(QUIET)
    canvas.setFont(REGULAR, 8)
    notes = ["italic: estimated from the others"]
    if len(clubs) > MOST_CLUBS:
        notes.append(f"left out for room: {', '.join(clubs[MOST_CLUBS:])}")
    measured_cells = [c for c in report.cells if c.basis is Basis.MEASURED]
    gaps = fallow(
        measured_cells,
        from_yd=report.from_yd,
        to_yd=report.to_yd,
        tolerance_yd=report.tolerance_yd,
    )
    if measured_cells and gaps:
        widest = sorted(gaps, key=lambda g: -g.width)[:3]
        spans = ", ".join(
            f"{_unit(g.from_yd, report):.0f} to {_unit(g.to_yd, report):.0f}" for g in widest
        )
        notes.append(f"no measured shot yet for {spans}")
    canvas.drawString(MARGIN, line, fitted("; ".join(notes), REGULAR, 8, width))
    return line


def _next(canvas: Canvas, report: Report, top: float, width: float) -> None:
    """The homework and the sessions to come, as far as the page has room."""
    room = int((top - MARGIN - LINE) / LINE)
    for title, lines in (("To practise", report.practise), ("Next sessions", report.coming)):
        if not lines or room < 2:
            continue
        canvas.setFillColor(INK)
        canvas.setFont(BOLD, 11)
        canvas.drawString(MARGIN, top - 10, title)
        canvas.setFont(REGULAR, 10)
        shown = lines[: room - 1]
        for line in shown:
            top -= LINE
            canvas.drawString(MARGIN, top - 10, fitted(line, REGULAR, 10, width))
        top -= LINE + GAP / 2
        room -= len(shown) + 2


def _unit(yards: float, report: Report) -> float:
    return m_from_yd(yards) if report.metres else yards


def _day(day: date) -> str:
    return f"{day:%-d %B %Y}"
