from __future__ import annotations

import json
from collections.abc import Iterator
from uuid import UUID

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import File, Form, Router
from ninja.files import UploadedFile

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import bag_of, student_of
from oxgang.academy.services.clubs import import_bag
from oxgang.api.auth import coach_of
from oxgang.api.files.schemas import BagImported, BagReport, FileReport
from oxgang.core.errors import InputError
from oxgang.files.bag import read_bag, write_bag
from oxgang.files.matrix import write_matrix
from oxgang.files.shots import write_shots
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.range_sessions.selectors.balls import known_uids, shots_for_file
from oxgang.range_sessions.services.balls import local_day
from oxgang.range_sessions.services.imports import import_balls, read_for

router = Router(tags=["files"])

# A page shows this many bad rows; the report says how many there are in all.
SHOWN = 200


def _csv(student: Student, kind: str, text: str) -> HttpResponse:
    response = HttpResponse(text, content_type="text/csv; charset=utf-8")
    name = slugify(student.name) or "student"
    response["Content-Disposition"] = f'attachment; filename="{name}-{kind}.csv"'
    return response


@router.get("/students/{student_id}/shots.csv", include_in_schema=False)
def shots_csv(request: HttpRequest, student_id: UUID) -> HttpResponse:
    """Every ball of the student."""
    student = student_of(coach_of(request).academy, student_id)
    return _csv(student, "shots", write_shots(shots_for_file(student)))


@router.get("/students/{student_id}/bag.csv", include_in_schema=False)
def bag_csv(request: HttpRequest, student_id: UUID) -> HttpResponse:
    """The student's bag."""
    student = student_of(coach_of(request).academy, student_id)
    return _csv(student, "bag", write_bag(club.as_core() for club in bag_of(student)))


@router.get("/students/{student_id}/matrix.csv", include_in_schema=False)
def matrix_csv(request: HttpRequest, student_id: UUID) -> HttpResponse:
    """The student's matrix as it stands today."""
    student = student_of(coach_of(request).academy, student_id)
    cells = matrix_of(student, local_day(student, timezone.now())).cells
    return _csv(student, "matrix", write_matrix(cells))


@router.post("/students/{student_id}/shots/check", response=FileReport)
def check_shots(
    request: HttpRequest, student_id: UUID, file: File[UploadedFile]
) -> dict[str, object]:
    """What a shots.csv holds. Nothing is stored."""
    student = student_of(coach_of(request).academy, student_id)
    read = read_for(student, file.read())
    known = known_uids(student)
    again = sum(1 for shot, _ in read.usable if shot.id in known)
    return {
        "rows": len(read.usable),
        "new": len(read.usable) - again,
        "known": again,
        "problems": read.problems[:SHOWN],
        "problems_total": len(read.problems),
        "questions": read.questions[:SHOWN],
        "questions_total": len(read.questions),
        "kept_as_notes": read.kept_as_notes,
    }


@router.post("/students/{student_id}/shots", include_in_schema=False)
def store_shots(
    request: HttpRequest, student_id: UUID, file: File[UploadedFile], skip_bad: Form[bool] = False
) -> StreamingHttpResponse:
    """Store a shots.csv, all or none, answering one JSON line a chunk of balls.

    A browser that goes away before the last line takes everything back.
    """
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    read = read_for(student, file.read())
    if read.problems and not skip_bad:
        raise InputError(
            "The file has bad rows. Choose whether to skip them or to cancel.", field="file"
        )
    total = len(read.usable)

    def lines() -> Iterator[str]:
        steps = import_balls(student, read, skip_bad=skip_bad, by=coach, now=timezone.now())
        new = 0
        for done, new in steps:
            yield json.dumps({"done": done, "total": total, "new": new, "stored": False}) + "\n"
        yield json.dumps({"done": total, "total": total, "new": new, "stored": True}) + "\n"

    return StreamingHttpResponse(lines(), content_type="application/x-ndjson")


@router.post("/students/{student_id}/bag/check", response=BagReport)
def check_bag(
    request: HttpRequest, student_id: UUID, file: File[UploadedFile]
) -> dict[str, object]:
    """What a bag.csv holds. Nothing is stored."""
    student_of(coach_of(request).academy, student_id)
    reading = read_bag(file.read())
    return {"clubs": len(reading.rows), "problems": reading.problems}


@router.post("/students/{student_id}/bag", response=BagImported)
def store_bag(
    request: HttpRequest, student_id: UUID, file: File[UploadedFile], skip_bad: Form[bool] = False
) -> dict[str, int]:
    """Add the clubs of a bag.csv and update those whose label the bag has."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    reading = read_bag(file.read())
    if reading.problems and not skip_bad:
        raise InputError(
            "The file has bad rows. Choose whether to skip them or to cancel.", field="file"
        )
    new, changed = import_bag(student, reading.records, by=coach)
    return {"new": new, "changed": changed}
