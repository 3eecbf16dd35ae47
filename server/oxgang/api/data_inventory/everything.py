"""Everything of a student in one archive: for programs, and for people to read."""

from __future__ import annotations

import json
from datetime import datetime
from io import BytesIO
from zipfile import ZIP_DEFLATED, ZipFile

from oxgang.academy.models import Consent, Student
from oxgang.academy.selectors.log import log_of
from oxgang.academy.selectors.people import local_day
from oxgang.academy.services.ownership import CONSENT_FIELDS
from oxgang.api.transfer.schemas import StudentFile
from oxgang.files.bag import write_bag
from oxgang.files.matrix import write_matrix
from oxgang.files.shots import write_shots
from oxgang.files.tables import write_table
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.practice.models import Picture
from oxgang.practice.selectors.transfer import everything_of
from oxgang.range_sessions.selectors.balls import clubs_for_file, shots_for_file

READ_ME = """Everything that {academy} keeps of {student}, taken along on {day}.

student.json   all records, in Oxgang's open format: another academy that works with Oxgang can
               import the student from it
shots.csv      every ball
matrix.csv     the wedge distance matrix of today
bag.csv        the clubs
log.csv        who did what with these records, and when
consent.json   who answers for the student, and what was agreed to
pictures/      the pictures of positions
"""


def everything_zip(student: Student, now: datetime) -> bytes:
    """A zip archive with all that is kept of a student."""
    day = local_day(student, now)
    file = StudentFile.model_validate(everything_of(student, now))
    content = BytesIO()
    with ZipFile(content, "w", ZIP_DEFLATED) as archive:
        read_me = READ_ME.format(academy=student.academy.name, student=student.name, day=day)
        archive.writestr("README.txt", read_me)
        archive.writestr("student.json", file.model_dump_json(indent=1))
        archive.writestr("shots.csv", write_shots(shots_for_file(student)))
        matrix = matrix_of(student, day).matrix
        archive.writestr("matrix.csv", write_matrix([*matrix.cells, *matrix.adjustments]))
        archive.writestr("bag.csv", write_bag(clubs_for_file(student)))
        archive.writestr("log.csv", _log(student))
        archive.writestr("consent.json", _consent(student))
        # What was taken away in the app and is still kept goes along too.
        for picture in Picture.objects.filter(student=student):
            name = f"{picture.taken_on}-{picture.pk}.jpg"
            archive.writestr(f"pictures/{name}", bytes(picture.content))
    return content.getvalue()


def _log(student: Student) -> str:
    rows = [
        [
            row.at.isoformat(timespec="seconds"),
            row.coach.name if row.coach else "",
            row.code.removeprefix("log-"),
            json.dumps(row.values, ensure_ascii=False),
        ]
        for row in log_of(student).order_by("at", "pk")
    ]
    return write_table(["at", "by", "what", "values"], rows)


def _consent(student: Student) -> str:
    consent = Consent.objects.filter(student=student).first()
    said_ = {} if consent is None else {n: getattr(consent, n) for n in CONSENT_FIELDS}
    return json.dumps(said_, indent=1, default=str, ensure_ascii=False)
