from __future__ import annotations

from dataclasses import asdict
from uuid import UUID

from django.http import HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import File, Form, Router
from ninja.files import UploadedFile
from pydantic import ValidationError

from oxgang.academy.selectors.people import student_of
from oxgang.api.auth import CoachRequest, took_away
from oxgang.api.data_inventory.schemas import MergedOut
from oxgang.api.reading import reading
from oxgang.api.transfer.schemas import FORMAT, VERSION, BroughtIn, StudentFile
from oxgang.core.errors import FileError
from oxgang.files.json_text import read_json
from oxgang.files.limits import check_bytes
from oxgang.practice.selectors.transfer import everything_of
from oxgang.practice.services.transfer import KnownStudent, bring_in

router = Router(tags=["transfer"])


@router.get("/students/{student_id}/student.json", include_in_schema=False)
def take_away(request: CoachRequest, student_id: UUID) -> HttpResponse:
    """Everything of one student."""
    student = student_of(request.coach, student_id)
    took_away(request, student, "student-json")
    file = StudentFile.model_validate(everything_of(student, timezone.now()))
    response = HttpResponse(file.model_dump_json(indent=1), content_type="application/json")
    name = f"{slugify(student.name) or 'student'}.oxgang.json"
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    return response


@router.post("/student-files", response={201: BroughtIn})
def bring(
    request: CoachRequest, file: File[UploadedFile], known: Form[KnownStudent] = KnownStudent.ASK
) -> tuple[int, BroughtIn]:
    """A new student from a file, or what is new in it for a student who is here."""
    with reading():
        read = _read(file.read())
    done = bring_in(read.model_dump(), by=request.coach, now=timezone.now(), known=known)
    merged = None if done.merged is None else MergedOut(**asdict(done.merged))
    return 201, BroughtIn(
        id=done.student.pk,
        name=done.student.name,
        clubs=len(read.clubs),
        balls=len(read.balls),
        versions=len(read.versions),
        merged=merged,
    )


def _read(content: bytes) -> StudentFile:
    """A student's file.

    Raises
    ------
    FileError
        When it is not JSON, not a student's file, of a newer version, or damaged; with the place.
    """
    check_bytes(content)
    try:
        file = read_json(content)
    except ValueError:
        raise FileError("This JSON file is incomplete. Nothing was imported.", field="file") from None
    if not isinstance(file, dict) or file.get("format") != FORMAT:
        raise FileError("This is not the file of an Oxgang student.", field="file")
    version = file.get("version")
    if isinstance(version, int) and version > VERSION:
        raise FileError(
            f"The file is of version {version}, this Oxgang reads {VERSION}. Update Oxgang.",
            field="file",
        )
    try:
        return StudentFile.model_validate(file)
    except ValidationError as error:
        first = error.errors()[0]
        place = " ".join(str(part) for part in first["loc"])
        more = f", and {error.error_count() - 1} more" if error.error_count() > 1 else ""
        raise FileError(
            f"The file cannot be used at {place}: {first['msg']}{more}. Nothing was imported.",
            field="file",
        ) from None
