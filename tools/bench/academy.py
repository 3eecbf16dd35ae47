"""Writes a big academy: 10 coaches, 500 students, a million balls, and a small one beside it.

Run as `python -m tools.bench.academy FOLDER`. A few students are recorded through the services as a
coach would; the others are copies of them whose carries are scaled, written by SQL.
"""

from __future__ import annotations

import os
import random
import sys
import time
from pathlib import Path

COACHES, STUDENTS, BALLS = 10, 500, 2000
PATTERNS = 20
SMALL_STUDENTS = 20
SESSIONS = 25
PASSWORD = "fallow-ground"
SEED = 4


def build(data: Path) -> dict[str, float]:
    """Fill the folder's database. Returns bytes a ball, and seconds for building and renewing."""
    os.environ.update(
        OPENBLAS_NUM_THREADS="1",
        OXGANG_MODE="demo",
        OXGANG_DATA=str(data),
        DJANGO_SETTINGS_MODULE="oxgang.config.settings",
    )
    data.mkdir(parents=True, exist_ok=True)
    import django

    django.setup()
    from django.core.management import call_command
    from django.utils import timezone

    call_command("migrate", verbosity=0)
    from oxgang.academy.models import Academy, Student
    from oxgang.academy.selectors.people import student_of
    from oxgang.matrix.services.stored import renew
    from oxgang.range_sessions.models import Ball

    began = time.perf_counter()
    file = data / "oxgang.sqlite3"
    for name, prefix, coaches, students in (
        ("Great Marrow", "great", COACHES, STUDENTS),
        ("Small Marrow", "small", 1, SMALL_STUDENTS),
    ):
        _academy(name, prefix, coaches, students)
    built = time.perf_counter() - began
    balls = Ball.objects.count()
    size = _size(file)
    began = time.perf_counter()
    for academy in Academy.objects.all():
        for pk in Student.objects.filter(academy=academy).values_list("pk", flat=True):
            renew(student_of(academy, pk), timezone.now())
    renewed = time.perf_counter() - began
    return {
        "balls": balls,
        "bytes_a_ball": size / balls,
        "built_s": built,
        "renewed_s": renewed,
        "stored_bytes_a_student": (_size(file) - size) / Student.objects.count(),
    }


def _size(file: Path) -> int:
    from django.db import connection

    with connection.cursor() as cursor:
        cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    return file.stat().st_size


def _academy(name: str, prefix: str, coaches: int, students: int) -> None:
    from datetime import timedelta

    from django.utils import timezone
    from oxgang.academy.models import Student
    from oxgang.academy.services.academies import add_coach, open_academy
    from oxgang.academy.services.clubs import add_club
    from oxgang.academy.services.students import StudentFields, add_student
    from oxgang.core.words import bag
    from oxgang.core.words.shots import CellKey, Shot, Strike, Trajectory
    from oxgang.range_sessions.services.balls import CHUNK, record_balls

    rng = random.Random(SEED)
    now = timezone.now()
    academy = open_academy(name, altitude_m=180)
    staff = [
        add_coach(academy, name=f"Coach {i}", log_in=f"{prefix}{i}", password=PASSWORD)
        for i in range(coaches)
    ]
    scale = academy.scales.get(key="clock")
    positions = list(scale.as_core().positions)
    made: list[Student] = []
    for number in range(students):
        fields = StudentFields(name=f"Student {number:03d} of {name}", scale_id=scale.pk)
        student = add_student(fields, by=staff[number % coaches], now=now)
        clubs = [
            add_club(student, bag.Club(str(loft), loft), by=staff[0], now=now) for loft in (60, 56, 52, 47)
        ]
        made.append(student)
        if number >= PATTERNS:
            continue
        hits = []
        for i in range(BALLS):
            club, position = rng.choice(clubs), rng.choice(positions)
            height = rng.choice(list(Trajectory))
            share = position.arm_deg / 165 * (1.27 if height is Trajectory.LOW else 1.0)
            carry = rng.gauss(1, 0.05) * 84 * share * 1.027 ** (56 - club.loft_deg)
            day = now - timedelta(days=3 + 7 * (i * SESSIONS // BALLS), seconds=i)
            strike = Strike.SOLID if rng.random() < 0.85 else Strike.FAT
            cell = CellKey(club.label, position.label, height)
            hits.append((Shot(cell=cell, id=f"b{i}", hit_at=day, carry_yd=carry, strike=strike), club))
        for start in range(0, BALLS, CHUNK):
            record_balls(student, hits[start : start + CHUNK], by=staff[0], now=now, accepted=True)
    for number, student in enumerate(made[PATTERNS:]):
        _copy(made[number % PATTERNS], student, rng.uniform(0.9, 1.1))


def _copy(pattern: object, student: object, scale: float) -> None:
    """The pattern's balls as the student's, every carry longer or shorter by one share."""
    from django.db import connection
    from oxgang.academy.models import Student
    from oxgang.range_sessions.models import Ball, RangeSession

    assert isinstance(pattern, Student)
    assert isinstance(student, Student)
    theirs = {club.label: club.pk.hex for club in pattern.clubs.all()}
    own = {club.label: club.pk.hex for club in student.clubs.all()}
    days = list(RangeSession.objects.filter(student=pattern).values_list("day", flat=True))
    RangeSession.objects.bulk_create(RangeSession(student=student, day=day) for day in days)
    names = [str(f.column) for f in Ball._meta.concrete_fields if f.column != "id"]
    swap = " ".join(f"WHEN '{theirs[label]}' THEN '{own[label]}'" for label in own)
    values = {
        "student_id": f"'{student.pk.hex}'",
        "club_id": f"CASE club_id {swap} END",
        "session_id": "(SELECT s.id FROM range_sessions_rangesession s "
        f"WHERE s.student_id = '{student.pk.hex}' AND s.day = b.hit_on)",
        "carry_yd": f"carry_yd * {scale}",
        "standard_yd": f"home_yd * {scale}",
        "entry_id": "NULL",
    }
    chosen = ", ".join(values.get(name, name) for name in names)
    with connection.cursor() as cursor:
        cursor.execute(
            f"INSERT INTO range_sessions_ball ({', '.join(names)}) SELECT {chosen} "
            f"FROM range_sessions_ball b WHERE b.student_id = '{pattern.pk.hex}'"
        )


if __name__ == "__main__":
    for key, value in build(Path(sys.argv[1])).items():
        print(f"{key}={value:.1f}")
