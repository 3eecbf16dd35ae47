from __future__ import annotations

from ninja import Schema


class ProblemRow(Schema):
    line: int
    column: str
    reason: str


class FileReport(Schema):
    """What a file holds, before anything of it is stored."""

    rows: int
    new: int
    known: int
    problems: list[ProblemRow]
    problems_total: int
    questions: list[ProblemRow]
    questions_total: int
    kept_as_notes: list[str]


class BagReport(Schema):
    clubs: int
    problems: list[ProblemRow]


class BagImported(Schema):
    new: int
    changed: int
