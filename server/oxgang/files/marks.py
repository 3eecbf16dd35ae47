"""What is drawn on paper, before it is a PDF or a picture on the screen: one drawing for both.

Places are in points from the lower left corner of a sheet.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Final

from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from oxgang.files.lettering import BOLD, fitted

LEFT: Final = "left"
RIGHT: Final = "right"
MIDDLE: Final = "middle"


@dataclass(frozen=True, slots=True)
class Text:
    """A line of text; `x` is where it begins, ends or has its middle, `y` where it stands."""

    x: float
    y: float
    text: str
    font: str
    size: float
    align: str = LEFT
    grey: float = 0.0


@dataclass(frozen=True, slots=True)
class Rule:
    """A straight line; `dash` is the length of its strokes and gaps, 0 unbroken."""

    x1: float
    y1: float
    x2: float
    y2: float
    width: float
    dash: float = 0.0


@dataclass(frozen=True, slots=True)
class Box:
    """A rectangle with a hair around it; `fill` 1 is white, 0 black."""

    x: float
    y: float
    width: float
    height: float
    fill: float


Mark = Text | Rule | Box


@dataclass(frozen=True, slots=True)
class Sheet:
    """One side of paper [points] and what is drawn on it, in order."""

    width: float
    height: float
    marks: list[Mark] = field(default_factory=list)

    def text(
        self,
        x: float,
        y: float,
        text: str,
        font: str,
        size: float,
        align: str = LEFT,
        *,
        room: float | None = None,
        grey: float = 0.0,
    ) -> float:
        """Write a line, cut where it has no `room`; returns its width."""
        shown = text if room is None else fitted(text, font, size, room)
        self.marks.append(Text(x, y, shown, font, size, align, grey))
        return stringWidth(shown, font, size)

    def rule(self, x1: float, y1: float, x2: float, y2: float, width: float, dash: float = 0) -> None:
        """Draw a line."""
        self.marks.append(Rule(x1, y1, x2, y2, width, dash))

    def box(self, x: float, y: float, width: float, height: float, fill: float) -> None:
        """Draw a rectangle."""
        self.marks.append(Box(x, y, width, height, fill))


def size_for(text: str, size: float, room: float, least: float, font: str = BOLD) -> float:
    """The size at which a text fits its room, between `least` and `size`."""
    wide = stringWidth(text, font, size)
    return max(least, min(size, size * room / max(wide, 1.0)))


def draw(canvas: Canvas, sheets: Sequence[Sheet]) -> None:
    """Every sheet as a page of a PDF."""
    for sheet in sheets:
        canvas.setPageSize((sheet.width, sheet.height))
        for mark in sheet.marks:
            _draw(canvas, mark)
        canvas.showPage()


def _draw(canvas: Canvas, mark: Mark) -> None:
    match mark:
        case Text():
            canvas.setFont(mark.font, mark.size)
            canvas.setFillGray(mark.grey)
            put = {
                LEFT: canvas.drawString,
                RIGHT: canvas.drawRightString,
                MIDDLE: canvas.drawCentredString,
            }
            put[mark.align](mark.x, mark.y, mark.text)
            canvas.setFillGray(0)
        case Rule():
            canvas.setLineWidth(mark.width)
            canvas.setDash([mark.dash, 2 * mark.dash] if mark.dash else [])
            canvas.line(mark.x1, mark.y1, mark.x2, mark.y2)
            canvas.setDash([])
        case Box():
            canvas.setLineWidth(0.4)
            canvas.setFillGray(mark.fill)
            canvas.rect(mark.x, mark.y, mark.width, mark.height, stroke=1, fill=1)
            canvas.setFillGray(0)
