from __future__ import annotations

from datetime import date

from ninja import Schema

from oxgang.practice.selectors.figures import By


class ShareFigure(Schema):
    """So many of so many with the interval of the share; `of` 0 is too little to say."""

    hits: int
    of: int
    value: float | None
    lo: float
    hi: float


class MeanFigure(Schema):
    value: float | None
    lo: float
    hi: float
    of: int


class SpreadFigure(Schema):
    """Scatter of single solid balls as a share of the carry; no value is too little to say."""

    value: float | None
    lo: float
    hi: float
    freedom: int


class FigureOut(Schema):
    """A group in a month: contact, scatter, yards reached, students with something due, rounds."""

    month: date
    students: int
    balls: int
    solid: ShareFigure
    spread: SpreadFigure
    covered: MeanFigure
    due: ShareFigure
    rounds: int


class FigureLine(Schema):
    """`name` is a coach's or a student's; of a level its code, of the whole academy ""."""

    key: str
    name: str
    students: int
    months: list[FigureOut]


class FiguresOut(Schema):
    """`behind` is how many students' figures are being renewed."""

    by: By
    lines: list[FigureLine]
    fewest_students: int
    behind: int


class SideBySide(Schema):
    lines: list[FigureLine]
    fewest_students: int
