"""A blank sheet for the pencil: each cell with boxes to fill in, day and conditions on top."""

from __future__ import annotations

import io
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from oxgang.files.lettering import BOLD, REGULAR
from oxgang.files.marks import Sheet, draw, size_for
from oxgang.texts.messages import Texts

BOXES: Final = 5
MARGIN: Final = 15 * mm
ROW: Final = 13 * mm
BOX: Final = (20 * mm, 10.5 * mm)
TOP: Final = 46 * mm
FOOT: Final = 22 * mm
# Homework on paper: so many calls a line, room for a row's name, and for a line of boxes.
CALLS: Final = 10
FOOT_SIZE: Final = 8.5
SMALLEST: Final = 6.5
TASK_HEAD: Final = 11 * mm
TASK_LINE: Final = 15 * mm
TASK_BOX: Final = (18 * mm, 9 * mm)
# What is written down of a day, and where the line for it begins and ends [mm].
OF_THE_DAY: Final = (
    ("day", 0, 28),
    ("lie", 38, 26),
    ("ball", 73, 26),
    ("wind", 109, 24),
    ("air", 142, 22),
)


@dataclass(frozen=True, slots=True)
class SheetRow:
    """A cell by its name, and a cue under it."""

    name: str
    cue: str = ""


def write_sheet(student: str, academy: str, unit: str, rows: Sequence[SheetRow], words: Texts) -> bytes:
    """The PDF of a sheet: as many pages as the rows need."""
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=A4, pageCompression=1)
    canvas.setTitle(f"{student}, {words.format('paper-score-sheet')}")
    draw(canvas, lay_sheet(student, academy, unit, rows, words))
    canvas.save()
    return out.getvalue()


@dataclass(frozen=True, slots=True)
class TaskRow:
    """A row of homework: what it is, its cue, what is called ball by ball, what is wanted of it."""

    name: str
    cue: str
    calls: Sequence[str]
    wanted: str


@dataclass(frozen=True, slots=True)
class Task:
    """Homework for a paper: whose, which, by when, with which cues."""

    student: str
    academy: str
    title: str
    due: str
    cues: str
    unit: str
    rows: Sequence[TaskRow]
    words: Texts


def write_homework(task: Task) -> bytes:
    """The PDF of homework: each call with a box for what the ball did."""
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=A4, pageCompression=1)
    canvas.setTitle(f"{task.student}, {task.title}")
    draw(canvas, lay_homework(task))
    canvas.save()
    return out.getvalue()


def lay_homework(task: Task) -> list[Sheet]:
    """The pages of homework: rows follow each other, and none is torn."""
    width, height = A4
    right = width - MARGIN
    pages: list[Sheet] = []
    y = 0.0
    for row in task.rows:
        lines = [row.calls[i : i + CALLS] for i in range(0, len(row.calls), CALLS)]
        tall = TASK_HEAD + len(lines) * TASK_LINE
        if not pages or y - tall < FOOT:
            sheet = Sheet(width, height)
            pages.append(sheet)
            sheet.text(MARGIN, height - 20 * mm, task.student, BOLD, 16, room=100 * mm)
            sheet.text(right, height - 20 * mm, task.academy, REGULAR, 9, "right", room=70 * mm)
            text = f"{task.title}, {task.due}"
            sheet.text(MARGIN, height - 28 * mm, text, BOLD, 12, room=right - MARGIN)
            sheet.text(MARGIN, height - 34 * mm, task.cues, REGULAR, 10, room=right - MARGIN)
            boxes = task.words.format("paper-boxes", {"unit": task.unit})
            _foot(sheet, task.words, f"{boxes} {task.words.format('paper-letters')}", right - MARGIN)
            y = height - 42 * mm
        sheet = pages[-1]
        sheet.text(MARGIN, y, row.name, BOLD, 12, room=105 * mm)
        sheet.text(right, y, row.wanted, REGULAR, 10, "right", room=70 * mm)
        sheet.text(MARGIN, y - 5 * mm, row.cue, REGULAR, 9, room=right - MARGIN)
        for n, line in enumerate(lines):
            top = y - TASK_HEAD - n * TASK_LINE
            for i, called in enumerate(line):
                x = MARGIN + i * TASK_BOX[0]
                sheet.text(x, top + 1.2 * mm, called, BOLD, 10, room=TASK_BOX[0] - 2)
                sheet.box(x, top - TASK_BOX[1], TASK_BOX[0] - 2 * mm, TASK_BOX[1], 1.0)
        y -= tall + 6 * mm
    return pages


def _foot(sheet: Sheet, words: Texts, letters: str, room: float) -> None:
    """What the boxes take, and the cautions, as large as they fit."""
    for text, at in ((letters, 14), (words.format("paper-caution"), 9)):
        sheet.text(MARGIN, at * mm, text, REGULAR, size_for(text, FOOT_SIZE, room, SMALLEST), room=room)


def lay_sheet(student: str, academy: str, unit: str, rows: Sequence[SheetRow], words: Texts) -> list[Sheet]:
    """The pages of a sheet."""
    title = words.format("paper-score-sheet")
    width, height = A4
    fit = int((height - TOP - FOOT) / ROW)
    pages = [rows[i : i + fit] for i in range(0, len(rows), fit)] or [rows]
    found = []
    for number, page in enumerate(pages, start=1):
        sheet = Sheet(width, height)
        right = width - MARGIN
        sheet.text(MARGIN, height - 20 * mm, student, BOLD, 16, room=120 * mm)
        paged = words.format("paper-page", {"title": title, "page": number, "pages": len(pages)})
        text = title if len(pages) == 1 else paged
        sheet.text(right, height - 20 * mm, f"{text}. {academy}", REGULAR, 9, "right", room=70 * mm)
        line = height - 31 * mm
        for code, at, length in OF_THE_DAY:
            x = MARGIN + at * mm
            wide = sheet.text(x, line, words.format(f"paper-{code}"), REGULAR, 9)
            sheet.rule(x + wide + 2, line - 1, x + length * mm + 8, line - 1, 0.5)
        sheet.text(MARGIN, height - 40 * mm, words.format("paper-carry", {"unit": unit}), REGULAR, 9)
        for i, row in enumerate(page):
            y = height - TOP - (i + 1) * ROW
            left = right - BOXES * (BOX[0] + 2 * mm)
            sheet.text(MARGIN, y + 5.5 * mm, row.name, BOLD, 12, room=left - MARGIN - 4)
            if row.cue:
                sheet.text(MARGIN, y + 1.4 * mm, row.cue, REGULAR, 8, room=left - MARGIN - 4)
            for n in range(BOXES):
                sheet.box(left + n * (BOX[0] + 2 * mm), y + 1 * mm, *BOX, 1.0)
        _foot(sheet, words, words.format("paper-letters"), right - MARGIN)
        found.append(sheet)
    return found
