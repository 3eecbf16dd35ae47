"""A chart of shares over time, as the report prints it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Final, Literal

from reportlab.graphics.charts.lineplots import LinePlot
from reportlab.graphics.shapes import Drawing, Line, Polygon, String
from reportlab.graphics.widgets.markers import makeMarker
from reportlab.lib.colors import Color, HexColor

from oxgang.files.lettering import BOLD, REGULAR, fitted
from oxgang.texts.messages import Texts

INK: Final = HexColor("#1d2b1f")
QUIET: Final = HexColor("#5c6a5d")
BAND: Final = HexColor("#d9d2bf")
EARTH: Final = HexColor("#8a4b14")
HEADING: Final = 9.0


@dataclass(frozen=True, slots=True)
class Series:
    """Points in time: day, value, and the ends of the interval where there are any."""

    points: list[tuple[date, float, float, float]]
    colour: Color


def time_chart(
    title: str,
    series: Sequence[Series],
    *,
    highest: float,
    span: tuple[date, date],
    marks: Sequence[date],
    size: tuple[float, float],
    words: Texts,
) -> Drawing:
    """A chart of shares over time, 0 to `highest`, with dotted lines on the days of `marks`.

    `size` is width and height [points].
    """
    (from_day, to_day), (width, height) = span, size
    drawing = Drawing(width, height)
    heading = fitted(title, BOLD, HEADING, width)
    drawing.add(String(0, height - HEADING, heading, fontName=BOLD, fontSize=HEADING))
    left, bottom = 26.0, 16.0
    across, up = width - left - 4, height - bottom - 18
    days = max(1, (to_day - from_day).days)

    def x(day: date) -> float:
        return left + (day - from_day).days / days * across

    def y(value: float) -> float:
        return bottom + min(value, highest) / highest * up

    for share in (0.0, 0.5, 1.0):
        at = y(share * highest)
        drawing.add(Line(left, at, left + across, at, strokeColor=BAND, strokeWidth=0.5))
        label = f"{100 * share * highest:.0f} %"
        drawing.add(_small(left - 3, at - 2.5, label, "end"))
    first, last = words.with_year(from_day), words.with_year(to_day)
    drawing.add(_small(left, 4, first, "start"))
    drawing.add(_small(left + across, 4, last, "end"))
    for day in marks:
        drawing.add(Line(x(day), bottom, x(day), bottom + up, strokeColor=EARTH, strokeDashArray=[1, 2]))
    for one in series:
        ends = [(x(p[0]), y(p[2]), y(p[3])) for p in one.points]
        if len(ends) > 1 and any(lo != hi for _, lo, hi in ends):
            outline = [v for at, lo, _ in ends for v in (at, lo)]
            outline += [v for at, _, hi in reversed(ends) for v in (at, hi)]
            drawing.add(Polygon(outline, fillColor=BAND, strokeColor=None))
    plot = LinePlot()
    drawn = [one for one in series if one.points]
    if not drawn:
        drawing.add(_small(left + 4, bottom + up / 2, words.format("paper-not-measured"), "start"))
        return drawing
    plot.x, plot.y = round(left), round(bottom)
    plot.width, plot.height = round(across), round(up)
    plot.data = [[((p[0] - from_day).days, min(p[1], highest)) for p in one.points] for one in drawn]
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
