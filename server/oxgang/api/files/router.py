from __future__ import annotations

import json
import re
from collections.abc import Collection, Iterator
from dataclasses import asdict, replace
from datetime import date
from uuid import UUID

from django.http import HttpResponse, StreamingHttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import File, Form, Query, Router
from ninja.files import UploadedFile
from pydantic import ValidationError

from oxgang.academy.models import Coach, Student
from oxgang.academy.selectors.people import bag_of, local_day, student_of
from oxgang.academy.services.clubs import import_bag
from oxgang.api.auth import CoachRequest, took_away
from oxgang.api.chart.looking import chart_look
from oxgang.api.fields import made
from oxgang.api.files.schemas import (
    MOST_SHOWN,
    BagImported,
    BagReport,
    CarriesImported,
    FileLook,
    FileReport,
    MappingBody,
    PreviewBall,
)
from oxgang.api.readers import reader_of
from oxgang.api.reading import reading
from oxgang.core.errors import InputError
from oxgang.core.ground.card import by_yardage
from oxgang.core.words.shots import Shot
from oxgang.files.bag import read_bag, write_bag
from oxgang.files.export import (
    write_json,
    write_matrix_json,
    write_matrix_workbook,
    write_workbook,
)
from oxgang.files.foreign import Table, people_in, read_any, sheets_of, table_of
from oxgang.files.mapping import TARGETS, UNITS, ColumnMapping, Source, day_orders, read_mapped
from oxgang.files.matrix import read_matrix, write_matrix
from oxgang.files.shots import write_shots
from oxgang.files.tables import RowProblem, write_table
from oxgang.files.understand import names_of, strange_strikes
from oxgang.matrix.selectors.card import live_card
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.matrix.selectors.played import played_in
from oxgang.range_sessions.selectors.balls import clubs_for_file, known_uids, shots_for_file
from oxgang.range_sessions.selectors.mappings import guessed, remembered
from oxgang.range_sessions.services.imported_carries import import_carries
from oxgang.range_sessions.services.imports import ReadFile, import_balls, match, read_for
from oxgang.range_sessions.services.mappings import remember

router = Router(tags=["files"])

PREVIEW = 8
# Whose balls a file's are: those of everybody in it.
EVERYBODY = "*"
WHO_HEADER = re.compile(rb"player|student|golfer|pupil|name", re.IGNORECASE)
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
BAD_ROWS = "The file has bad rows. Choose whether to skip them or to cancel."


def _csv(request: CoachRequest, student: Student, kind: str, text: str) -> HttpResponse:
    return _file(request, student, f"{kind}.csv", text.encode(), "text/csv; charset=utf-8")


def _file(request: CoachRequest, student: Student, name: str, content: bytes, kind: str) -> HttpResponse:
    took_away(request, student, name.replace(".", "-"))
    response = HttpResponse(content, content_type=kind)
    owner = slugify(student.name) or "student"
    response["Content-Disposition"] = f'attachment; filename="{owner}-{name}"'
    return response


@router.get("/students/{student_id}/shots.csv", include_in_schema=False)
def shots_csv(request: CoachRequest, student_id: UUID, day: Query[date | None] = None) -> HttpResponse:
    """Every ball of the student, or of one day."""
    student = student_of(request.coach, student_id)
    return _csv(request, student, "shots", write_shots(shots_for_file(student, day)))


@router.get("/students/{student_id}/shots.xlsx", include_in_schema=False)
def shots_xlsx(request: CoachRequest, student_id: UUID, day: Query[date | None] = None) -> HttpResponse:
    """The same as a workbook."""
    student = student_of(request.coach, student_id)
    return _file(request, student, "shots.xlsx", write_workbook(shots_for_file(student, day)), XLSX)


@router.get("/students/{student_id}/shots.json", include_in_schema=False)
def shots_json(request: CoachRequest, student_id: UUID, day: Query[date | None] = None) -> HttpResponse:
    """The same as JSON."""
    student = student_of(request.coach, student_id)
    text = write_json(shots_for_file(student, day))
    return _file(request, student, "shots.json", text.encode(), "application/json")


@router.get("/students/{student_id}/bag.csv", include_in_schema=False)
def bag_csv(request: CoachRequest, student_id: UUID) -> HttpResponse:
    """The student's bag."""
    student = student_of(request.coach, student_id)
    return _csv(request, student, "bag", write_bag(clubs_for_file(student)))


@router.get("/students/{student_id}/matrix.csv", include_in_schema=False)
def matrix_csv(request: CoachRequest, student_id: UUID) -> HttpResponse:
    """The student's matrix as it stands today."""
    student = student_of(request.coach, student_id)
    matrix = matrix_of(student, local_day(student, timezone.now())).matrix
    return _csv(request, student, "matrix", write_matrix([*matrix.cells, *matrix.adjustments]))


@router.get("/students/{student_id}/matrix.xlsx", include_in_schema=False)
def matrix_xlsx(request: CoachRequest, student_id: UUID) -> HttpResponse:
    """The matrix as a workbook: the cells, a shot for every yardage, the balls."""
    student = student_of(request.coach, student_id)
    found = matrix_of(student, local_day(student, timezone.now()))
    cells = [*found.matrix.cells, *found.matrix.adjustments]
    card = live_card(student, found, played_in(student, found))
    lines = by_yardage(replace(card, metres=False), step=1)
    book = write_matrix_workbook(cells, lines, shots_for_file(student))
    return _file(request, student, "matrix.xlsx", book, XLSX)


@router.get("/students/{student_id}/matrix.json", include_in_schema=False)
def matrix_json(request: CoachRequest, student_id: UUID) -> HttpResponse:
    """The matrix as JSON."""
    student = student_of(request.coach, student_id)
    matrix = matrix_of(student, local_day(student, timezone.now())).matrix
    cells = [*matrix.cells, *matrix.adjustments]
    return _file(request, student, "matrix.json", write_matrix_json(cells).encode(), "application/json")


@router.post("/students/{student_id}/imported-carries", response=CarriesImported)
def imported_carries(
    request: CoachRequest, student_id: UUID, file: File[UploadedFile], skip_bad: Form[bool] = False
) -> CarriesImported:
    """Take in a matrix from a file (columns of matrix.csv, as CSV or workbook)."""
    coach = request.coach
    student = student_of(coach, student_id)
    with reading():
        table = read_any(file.read())
        text = write_table(table.columns, (row for _, row in table.rows))
        found = read_matrix(text.encode())
    accepted = estimated = 0
    misfits: list[RowProblem] = []
    if skip_bad or not found.problems:
        accepted, estimated, misfits = import_carries(
            student,
            found.rows,
            skip_bad=skip_bad,
            by=coach,
            now=timezone.now(),
        )
    problems = [*found.problems, *misfits]
    return made(CarriesImported, accepted=accepted, estimated=estimated, problems=problems)


@router.post("/students/{student_id}/shots/check", response=FileReport)
def check_shots(request: CoachRequest, student_id: UUID, file: File[UploadedFile]) -> FileReport:
    """What a shots.csv holds. Nothing is stored."""
    student = student_of(request.coach, student_id)
    with reading():
        content = file.read()
        _refuse_of_many(student, content)
        return _report(student, read_for(student, content))


@router.post("/students/{student_id}/shots", include_in_schema=False)
def store_shots(
    request: CoachRequest, student_id: UUID, file: File[UploadedFile], skip_bad: Form[bool] = False
) -> StreamingHttpResponse:
    """Store a shots.csv, all or none, answering one JSON line a chunk of balls.

    A browser that goes away before the last line takes everything back.
    """
    coach = request.coach
    student = student_of(coach, student_id)
    with reading():
        content = file.read()
        _refuse_of_many(student, content)
        read = read_for(student, content)
    if read.problems and not skip_bad:
        raise InputError(BAD_ROWS, field="file")
    return _stored(student, read, skip_bad, coach)


def _stored(student: Student, read: ReadFile, skip_bad: bool, coach: Coach) -> StreamingHttpResponse:
    total = len(read.balls)

    def lines() -> Iterator[str]:
        steps = import_balls(student, read, skip_bad=skip_bad, by=coach, now=timezone.now())
        new = 0
        try:
            for done, new in steps:
                yield json.dumps({"done": done, "total": total, "new": new, "stored": False}) + "\n"
        except InputError as error:
            yield json.dumps({"refused": str(error)}) + "\n"
            return
        yield json.dumps({"done": total, "total": total, "new": new, "stored": True}) + "\n"

    return StreamingHttpResponse(lines(), content_type="application/x-ndjson")


@router.post("/students/{student_id}/files/look", response=FileLook)
def look(
    request: CoachRequest, student_id: UUID, file: File[UploadedFile], mapping: Form[str] = ""
) -> FileLook:
    """What any table holds under a mapping; without one it is remembered or guessed."""
    coach = request.coach
    student = student_of(coach, student_id)
    chosen, person, odd = _mapping(mapping) if mapping else (None, "", False)
    with reading():
        content = file.read()
        sheets = sheets_of(content)
        chart = None if chosen else chart_look(student, sheets, unit=reader_of(request).carry.sign)
        if chart is not None:
            return chart
        table = table_of(sheets)
        people = _people(table, student)
        person = person or next((one for one in people if _same(one, student.name)), "")
        table = _of(table, people, person)
        known = None if chosen else remembered(coach.academy, table)
        used = chosen or known or guessed(student, table)
        read = match(student, read_mapped(table, used), odd=odd)
    return made(
        FileLook,
        **_report(student, read).model_dump(),
        columns=[{"name": name, "sample": table.values(name, 3)} for name in table.columns],
        targets=TARGETS,
        units={target: list(units) for target, units in UNITS.items()},
        mapping={**asdict(used), "person": person},
        people=people,
        day_orders=day_orders(table, used.sources),
        remembered=known is not None,
        file_clubs=names_of(table, used, "club"),
        file_swings=names_of(table, used, "swing"),
        file_strikes=strange_strikes(table, used),
        bag=[club.label for club in bag_of(student)],
        positions=[p.label for p in student.scale.as_core().positions],
        preview=[_preview(line, shot) for line, shot in read.first(PREVIEW)],
    )


@router.post("/students/{student_id}/files/take", include_in_schema=False)
def take(
    request: CoachRequest,
    student_id: UUID,
    file: File[UploadedFile],
    mapping: Form[str],
    skip_bad: Form[bool] = False,
) -> StreamingHttpResponse:
    """Store a foreign file's balls under a mapping, and remember the mapping for its header."""
    coach = request.coach
    student = student_of(coach, student_id)
    used, person, odd = _mapping(mapping)
    with reading():
        table = read_any(file.read())
        people = _people(table, student)
        if people and person not in (*people, EVERYBODY):
            raise InputError("Choose the student who hit these balls. Nothing was imported.", field="person")
        table = _of(table, people, person)
        read = match(student, read_mapped(table, used), odd=odd)
    if read.problems and not skip_bad:
        raise InputError(BAD_ROWS, field="file")
    remember(coach.academy, table, used, by=coach)
    return _stored(student, read, skip_bad, coach)


def _same(one: str, other: str) -> bool:
    return " ".join(one.split()).casefold() == " ".join(other.split()).casefold()


def _people(table: Table, student: Student) -> list[str]:
    """Whom a file names, unless it names this student alone: then nobody need be asked."""
    _, named = people_in(table)
    return [] if len(named) == 1 and _same(named[0], student.name) else named


def _of(table: Table, people: Collection[str], person: str) -> Table:
    """The rows of one person, or all."""
    return table.only(people_in(table)[0], person) if person in people else table


def _refuse_of_many(student: Student, content: bytes) -> None:
    """A shots.csv has no player; one that names others is no file of this student's."""
    if not WHO_HEADER.search(content[:2000].split(b"\n", 1)[0]):
        return
    if people := _people(read_any(content), student):
        raise InputError(
            f"This file names {len(people)} players. Import it as any other file, and say whose balls "
            "these are. Nothing was saved."
            if len(people) > 1
            else f"This file names {people[0]}. Import it as any other file, and say that these balls "
            f"are {student.name}'s. Nothing was saved.",
            field="file",
        )


def _mapping(text: str) -> tuple[ColumnMapping, str, bool]:
    """How columns are read, whose balls are meant, and whether those that are asked about are taken."""
    try:
        body = MappingBody.model_validate_json(text)
    except ValidationError as error:
        raise InputError(f"The mapping cannot be read: {error.errors()[0]['msg']}.") from None
    sources = {target: Source(s.column, s.unit) for target, s in body.sources.items()}
    mapping = ColumnMapping(sources, body.clubs, body.swings, body.strikes, body.club, body.swing, body.days)
    return mapping, body.person, body.odd


def _preview(line: int, shot: Shot) -> PreviewBall:
    cell = shot.cell
    return PreviewBall(
        line=line,
        club=cell.club,
        swing=cell.swing,
        trajectory=cell.trajectory,
        strike=shot.strike,
        carry_yd=shot.carry_yd,
        total_yd=shot.total_yd,
        launch_deg=shot.launch_deg,
        spin_rpm=shot.spin_rpm,
        ball_speed_mps=shot.ball_speed_mps,
    )


def _report(student: Student, read: ReadFile) -> FileReport:
    again = read.known(known_uids(student))
    return made(
        FileReport,
        rows=len(read.balls),
        new=len(read.balls) - again,
        known=again,
        problems=read.problems[:MOST_SHOWN],
        problems_total=len(read.problems),
        questions=read.questions[:MOST_SHOWN],
        questions_total=len(read.questions),
        as_notes=read.as_notes,
    )


@router.post("/students/{student_id}/bag/check", response=BagReport)
def check_bag(request: CoachRequest, student_id: UUID, file: File[UploadedFile]) -> BagReport:
    """What a bag.csv holds. Nothing is stored."""
    student_of(request.coach, student_id)
    with reading():
        found = read_bag(file.read())
    return made(BagReport, clubs=len(found.rows), problems=found.problems)


@router.post("/students/{student_id}/bag", response=BagImported)
def store_bag(
    request: CoachRequest, student_id: UUID, file: File[UploadedFile], skip_bad: Form[bool] = False
) -> BagImported:
    """Add the clubs of a bag.csv and update those whose label the bag has."""
    coach = request.coach
    student = student_of(coach, student_id)
    with reading():
        found = read_bag(file.read())
    if found.problems and not skip_bad:
        raise InputError(BAD_ROWS, field="file")
    new, changed = import_bag(student, found.records, by=coach, now=timezone.now())
    return BagImported(new=new, changed=changed)
