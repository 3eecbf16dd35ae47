"""Taking balls from a file: matching them with the student's own clubs and swings, storing them."""

from __future__ import annotations

import hashlib
from collections import Counter
from collections.abc import Callable, Collection, Generator, Iterator, Sequence
from dataclasses import dataclass, field, replace
from datetime import date, datetime
from functools import cached_property
from typing import Any, Final

import numpy as np
from django.utils import timezone
from numpy.typing import NDArray

from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.selectors.people import bag_of, file_names, known_swings, local_day, match_club
from oxgang.core.errors import InputError
from oxgang.core.flight.chain import TYPICAL, contact_of
from oxgang.core.flight.checks import ASK_OVER_IN, ASK_OVER_YD, DRAWN_BACK_YD, plainly_fit, question_about
from oxgang.core.words.measurements import ADJUSTMENTS, MEASURED
from oxgang.core.words.shots import USUAL, CellKey, Shot
from oxgang.files.columns import Balls
from oxgang.files.shots import read_shots
from oxgang.files.tables import Reading, RowProblem, cell_text, many_objects
from oxgang.range_sessions.services.arriving import basis_of, gather, gathering, store_gathered
from oxgang.range_sessions.services.ball_rows import columns_of
from oxgang.range_sessions.services.balls import CHUNK, fresh_of

# So often a file is worked out, where what it rests on changes meanwhile.
TRIES: Final = 3
# What lies between ball and face.
_CONTACT = ("lie", "ball", "grooves", "wet")
_PLAIN = Shot(cell=USUAL)
# In the ids of balls that came in before others were measured, in this order. A later measurement is in the
# id of a ball that has it: a file without it gives the ids that are stored.
MEASURED_AT_FIRST: Final = (
    "carry_yd",
    "total_yd",
    "launch_deg",
    "spin_rpm",
    "ball_speed_mps",
    "club_speed_mps",
    "attack_deg",
    "dynamic_loft_deg",
    "apex_yd",
    "landing_deg",
    "offline_yd",
    "temperature_c",
    "altitude_m",
    "headwind_mps",
)


@dataclass(frozen=True)
class ReadFile:
    """A file after reading and matching: nothing is stored yet. `cells` are those of the balls by
    the names of the student's own `clubs` and swings, one a ball."""

    balls: Balls = field(repr=False)
    cells: Sequence[CellKey] = field(repr=False)
    clubs: Sequence[Club] = field(repr=False)
    problems: list[RowProblem]
    questions: list[RowProblem]
    as_notes: list[str]

    @cached_property
    def ids(self) -> list[str]:
        """The id of every ball. One without gets one from its content and its count in the file, so
        that the same file imported twice changes nothing."""
        given = self.balls.fields.get("id", [""] * len(self.balls))
        if all(given):
            return list(given)
        made = _made_ids(self.balls, [not identity for identity in given])
        return [identity or next(made) for identity in given]

    def known(self, stored: Collection[str]) -> int:
        """How many of the balls are among the stored ids; none is made where none can be."""
        if not stored:
            return 0
        return sum(identity in stored for identity in self.ids)

    def first(self, most: int) -> list[tuple[int, Shot]]:
        """The first balls with their lines, by the student's own names."""
        shown = range(min(most, len(self.balls)))
        return [(self.balls.lines[i], self.balls.shot(i, cell=self.cells[i])) for i in shown]

    def some(self, start: int, most: int) -> list[tuple[Shot, Club]]:
        """The balls from a place on, with their clubs."""
        return [
            (self.balls.shot(i, cell=self.cells[i], id=self.ids[i]), self.clubs[i])
            for i in range(start, min(start + most, len(self.balls)))
        ]


def read_for(student: Student, data: bytes) -> ReadFile:
    """Read a shots.csv for a student, matching its clubs and swings.

    Raises
    ------
    FileError
        When the file as a whole cannot be read.
    """
    return match(student, read_shots(data))


@many_objects()
def match(student: Student, reading: Reading[Shot], *, odd: bool = True) -> ReadFile:
    """The balls of a file with the student's own clubs and swings; without those that are asked about,
    unless `odd`."""
    balls = reading.rows
    assert isinstance(balls, Balls)
    bag = bag_of(student, everything=True)
    named = file_names(student, local_day(student, timezone.now()))
    by_name = {named[club.pk].casefold(): club for club in bag if named[club.pk] != club.label}
    swings = known_swings(student)
    names = ", ".join(p.label for p in student.scale.as_core().positions)
    labels = ", ".join(dict.fromkeys(c.label for c in bag if c.archived_at is None))
    # Balls of one cell share its key, so that it need not be compared.
    keys = {id(cell): cell for cell in balls.cells}
    rows = list(zip(map(id, balls.cells), balls.of("hit_on"), strict=True))
    found: dict[tuple[int, date | None], tuple[CellKey, Club] | RowProblem] = {}
    for name, day in set(rows):
        cell = keys[name]
        club = by_name.get(cell.club.casefold()) or match_club(bag, cell.club, day)
        swing = swings.get(cell.swing.casefold())
        if club is None:
            reason = f'"{cell.club}" is not in the bag ({labels or "the bag is empty"}).'
            found[name, day] = RowProblem(0, "club", reason)
        elif swing is None:
            reason = f'"{cell.swing}" is not a swing of this student\'s scale ({names}).'
            found[name, day] = RowProblem(0, "swing", reason)
        else:
            found[name, day] = replace(cell, club=club.label, swing=swing.label), club
    problems = list(reading.problems)
    if any(isinstance(one, RowProblem) for one in found.values()):
        matched = [found[row] for row in rows]
        problems += [
            replace(one, line=line)
            for line, one in zip(balls.lines, matched, strict=True)
            if isinstance(one, RowProblem)
        ]
        keep = [not isinstance(one, RowProblem) for one in matched]
        balls, rows = balls.among(keep), [row for row, k in zip(rows, keep, strict=True) if k]
    problems.sort(key=lambda problem: problem.line)
    questions = _questions(balls)
    if questions and not odd:
        asked = {question.line for question in questions}
        keep = [line not in asked for line in balls.lines]
        balls, rows = balls.among(keep), [row for row, k in zip(rows, keep, strict=True) if k]
    both: list[Any] = [found[row] for row in rows]
    cells, clubs = [cell for cell, _ in both], [club for _, club in both]
    return ReadFile(balls, cells, clubs, problems, questions, reading.unknown_columns)


def _questions(balls: Balls) -> list[RowProblem]:
    """What is asked about the balls. Most are plainly right: only the others are looked at."""
    asked = []
    for at in np.flatnonzero(_odd(balls)):
        line, shot = balls[int(at)]
        if question := question_about(shot):
            column = "carry_yd" if shot.carry_yd is not None else "total_yd"
            asked.append(RowProblem(line, column, question))
    return asked


def _odd(balls: Balls) -> NDArray[np.bool_]:
    """Which balls `question_about` might ask about, shape (n,)."""

    def values(name: str) -> NDArray[np.float64]:
        if name not in balls.fields:
            return np.full(len(balls), np.nan)
        return np.array(balls.fields[name], dtype=float)

    carry = values("carry_yd")
    distance = np.where(np.isnan(carry), values("total_yd"), carry)
    odd = (distance > ASK_OVER_YD) | (values("total_yd") < carry - DRAWN_BACK_YD)
    for name in ADJUSTMENTS:
        odd |= np.abs(values(name)) > ASK_OVER_IN
    speed, launch = values("ball_speed_mps"), values("launch_deg")
    # A typical launch stands in for one that was not measured, and is not known here.
    bare = np.flatnonzero(~np.isnan(speed) & ~np.isnan(carry) & ~(np.abs(launch) > 0))
    if len(bare):
        kinds = list(zip(balls.cells, *(balls.of(name) for name in _CONTACT), strict=True))
        one_of = {kinds[at]: int(at) for at in bare}
        typical = {kind: _typical(balls.shot(at)) for kind, at in one_of.items()}
        launch[bare] = [typical[kinds[at]] for at in bare]
    return np.asarray(odd | ~plainly_fit(speed, carry, launch))


def _typical(shot: Shot) -> float:
    return TYPICAL.start(shot.cell, contact_of(shot)).launch_deg


def import_balls(
    student: Student, file: ReadFile, *, skip_bad: bool, by: Coach, now: datetime
) -> Generator[tuple[int, int], None, None]:
    """Store a file's balls, all or none, yielding (balls looked at, new balls) after each chunk; with the
    last one they are stored.

    They are worked out first and stored in one go, anew if what they rest on was changed meanwhile.
    Closing the generator before its end stores nothing.

    Raises
    ------
    InputError
        When the file has bad rows and they were not to be skipped, or others keep changing the student.
    """
    if file.problems and not skip_bad:
        raise InputError("The file has bad rows. Choose whether to skip them or to cancel.", field="file")
    total = len(file.balls)
    names = basis_of(student).names
    for _ in range(TRIES):
        basis, new = basis_of(student), 0
        if basis.names != names:
            break
        with gathering():
            for start in range(0, total, CHUNK):
                fresh = fresh_of(student, file.some(start, CHUNK))
                if fresh:
                    gather(columns_of(basis.student, fresh, now=now), first=start)
                new += len(fresh)
                if start + CHUNK < total:
                    yield start + CHUNK, new
            stored = store_gathered(basis, by=by, now=now)
        if stored is not None:
            yield total, stored
            return
    raise InputError(
        "This student was changed meanwhile. Nothing was imported. Import the file again.",
        field="file",
    )


def _made_ids(balls: Balls, wanted: Sequence[bool]) -> Iterator[str]:
    """An id for each ball that wants one, from its content: a digest of what `repr` says of a tuple
    of it, put together by columns. It must stay as it is: stored balls have such ids."""

    def pieces(name: str, say: Callable[[Any], str]) -> list[str]:
        values = balls.fields.get(name) or [getattr(_PLAIN, name)] * len(balls)
        texts = {value: say(value) for value in set(values)}
        if 0 in texts:
            # Minus nought is nought, and written otherwise.
            return [say(value) if value == 0 else texts[value] for value in values]
        return [texts[value] for value in values]

    names = {
        k: repr((k.club, k.swing, k.trajectory.value, k.spin.value, k.tempo.value))[1:-1]
        for k in set(balls.cells)
    }
    days, moments = balls.of("hit_on"), balls.of("hit_at")
    when = [moment or day for day, moment in zip(days, moments, strict=True)]
    parts = [
        [names[cell] for cell in balls.cells],
        *(pieces(name, lambda word: repr(word.value)) for name in ("strike", "ball", "lie")),
        [repr(str(one)) for one in when],
        pieces("excluded", repr),
        *(pieces(name, repr) for name in MEASURED_AT_FIRST),
    ]
    for name in (m for m in MEASURED if m not in MEASURED_AT_FIRST):
        values = balls.fields.get(name) or [None] * len(balls)
        more = ["" if value is None else f", {(name, value)!r}" for value in values]
        parts[-1] = [f"{text}{one}" for text, one in zip(parts[-1], more, strict=True)]
    for name in sorted(balls.notes):
        texts = {cell: cell_text(cell) for cell in set(balls.notes[name])}
        notes = {cell: f", {(name, text)!r}" if text else "" for cell, text in texts.items()}
        parts[-1] = [f"{text}{notes[cell]}" for text, cell in zip(parts[-1], balls.notes[name], strict=True)]
    seen: Counter[str] = Counter()
    for want, row in zip(wanted, zip(*parts, strict=True), strict=True):
        if want:
            digest = hashlib.sha256(f"({', '.join(row)})".encode()).hexdigest()[:24]
            seen[digest] += 1
            yield f"file-{digest}-{seen[digest]}"
