"""Taking balls from a shots.csv file."""

from __future__ import annotations

import hashlib
from collections.abc import Generator, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime

from django.db import transaction

from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.selectors.people import bag_of, known_swings
from oxgang.core.errors import InputError
from oxgang.core.flight.checks import question_about
from oxgang.core.words.measurements import MEASURED
from oxgang.core.words.shots import Shot, identified
from oxgang.core.words.swing import Position
from oxgang.files.shots import read_shots
from oxgang.files.tables import Reading, RowProblem, many_objects
from oxgang.range_sessions.services.balls import CHUNK, record_balls


@dataclass(frozen=True, slots=True)
class ReadFile:
    """A file after reading and matching: nothing is stored yet."""

    usable: list[tuple[Shot, Club]]
    lines: list[tuple[int, Shot]]
    problems: list[RowProblem]
    questions: list[RowProblem]
    kept_as_notes: list[str]


def read_for(student: Student, data: bytes) -> ReadFile:
    """Read a shots.csv for a student, matching its clubs and swings.

    Raises
    ------
    FileError
        When the file as a whole cannot be read.
    """
    return match(student, read_shots(data))


@many_objects()
def match(student: Student, reading: Reading[Shot]) -> ReadFile:
    """The balls of a file with the student's own clubs and swings.

    Balls without an id get one made from their content and their count in the file, so that the
    same file imported twice changes nothing.
    """
    clubs = bag_of(student, everything=True)
    swings = known_swings(student)
    names = ", ".join(p.label for p in student.scale.as_core().positions)
    problems = list(reading.problems)
    questions: list[RowProblem] = []
    usable: list[tuple[Shot, Club]] = []
    lines: list[tuple[int, Shot]] = []
    seen: dict[str, int] = {}
    known: dict[tuple[int, date | None], tuple[Club | None, Position | None]] = {}
    for line, shot in reading.rows:
        name = (id(shot.cell), shot.hit_on)  # files share one key a cell
        if name not in known:
            club = match_club(clubs, shot.cell.club, shot.hit_on)
            known[name] = (club, swings.get(shot.cell.swing.casefold()))
        club, swing = known[name]
        if club is None:
            bag = ", ".join(dict.fromkeys(c.label for c in clubs if c.archived_at is None))
            reason = f'"{shot.cell.club}" is not in the bag ({bag or "the bag is empty"}).'
            problems.append(RowProblem(line, "club", reason))
            continue
        if swing is None:
            reason = f'"{shot.cell.swing}" is not a swing of this student\'s scale ({names}).'
            problems.append(RowProblem(line, "swing", reason))
            continue
        if question := question_about(shot):
            column = "carry_yd" if shot.carry_yd is not None else "total_yd"
            questions.append(RowProblem(line, column, question))
        identity = shot.id or _made_id(shot, seen)
        cell = shot.cell
        if (cell.club, cell.swing) != (club.label, swing.label):
            cell = replace(cell, club=club.label, swing=swing.label)
        if cell is not shot.cell or identity != shot.id:
            shot = identified(shot, cell, identity)
        usable.append((shot, club))
        lines.append((line, shot))
    problems.sort(key=lambda problem: problem.line)
    return ReadFile(usable, lines, problems, questions, reading.unknown_columns)


def match_club(clubs: Sequence[Club], label: str, day: date | None) -> Club | None:
    """The club of this label that was in use on the day, else any of this label."""
    same = [club for club in clubs if club.label.casefold() == label.casefold()]
    in_use = [
        club for club in same if (club.archived_at is None if day is None else club.used_on(day))
    ]
    return next(iter([*in_use, *same]), None)


def import_balls(
    student: Student, file: ReadFile, *, skip_bad: bool, by: Coach, now: datetime
) -> Generator[tuple[int, int], None, None]:
    """Store a file's balls, all or none, yielding (balls looked at, new balls) after each chunk.

    Closing the generator before its end takes everything back.

    Raises
    ------
    InputError
        When the file has bad rows and they were not to be skipped.
    """
    if file.problems and not skip_bad:
        raise InputError(
            "The file has bad rows. Choose whether to skip them or to cancel.", field="file"
        )
    done = new = 0
    with transaction.atomic():
        for start in range(0, len(file.usable), CHUNK):
            chunk = file.usable[start : start + CHUNK]
            new += record_balls(student, chunk, by=by, now=now, from_file=True)
            done += len(chunk)
            yield done, new


def _made_id(shot: Shot, seen: dict[str, int]) -> str:
    k = shot.cell
    said = (
        k.club, k.swing, k.trajectory.value, k.spin.value, k.tempo.value, shot.strike.value,
        shot.ball.value, shot.lie.value, str(shot.hit_at or shot.hit_on), shot.excluded,
        *(getattr(shot, name) for name in MEASURED), *sorted(shot.extra.items()),
    )  # fmt: skip
    digest = hashlib.sha256(repr(said).encode()).hexdigest()[:24]
    seen[digest] = seen.get(digest, 0) + 1
    return f"file-{digest}-{seen[digest]}"
