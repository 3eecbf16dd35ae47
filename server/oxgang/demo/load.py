"""Writes the demo academy into an empty database."""

from __future__ import annotations

from datetime import datetime

import numpy as np
from django.db import transaction

from oxgang.academy.models import Academy, Club, Coach, Student
from oxgang.academy.services.academies import add_coach, open_academy
from oxgang.academy.services.clubs import add_club
from oxgang.academy.services.students import StudentFields, add_student
from oxgang.demo.balls import balls_of
from oxgang.demo.scenario import ACADEMY, ALTITUDE_M, COACHES, PASSWORD, STUDENTS, DemoStudent, ago
from oxgang.range_sessions.services.balls import CHUNK, record_balls

SEED = 1086


@transaction.atomic
def load_demo(*, now: datetime, seed: int = SEED) -> Academy:
    """The academy, its coaches, students, clubs and balls. The same seed and day give the same."""
    academy = open_academy(ACADEMY, altitude_m=ALTITUDE_M)
    coaches = [
        add_coach(academy, name=name, log_in=log_in, password=PASSWORD) for log_in, name in COACHES
    ]
    for number, wanted in enumerate(STUDENTS):
        rng = np.random.default_rng([seed, number])
        _load_student(wanted, coaches[0], now, rng)
    return academy


def _load_student(
    wanted: DemoStudent, coach: Coach, now: datetime, rng: np.random.Generator
) -> Student:
    scale = coach.academy.scales.get(key=wanted.scale)
    fields = StudentFields(
        name=wanted.name,
        scale_id=scale.pk,
        hand=wanted.hand,
        units=wanted.units,
        tolerance_yd=wanted.tolerance_yd,
        notes=wanted.notes,
        ball_limit=wanted.ball_limit,
    )
    student = add_student(fields, by=coach, now=now)
    clubs: dict[str, Club] = {}
    for club in wanted.clubs:
        began = wanted.new_clubs.get(club.label)
        ended = wanted.ended_clubs.get(club.label)
        clubs[club.label] = add_club(
            student,
            club,
            by=coach,
            used_from=None if began is None else now.date() - ago(began),
            used_until=None if ended is None else now.date() - ago(ended + 1),
        )
    hits = [(shot, clubs[shot.cell.club]) for shot in balls_of(wanted, now.date(), rng)]
    for start in range(0, len(hits), CHUNK):
        record_balls(student, hits[start : start + CHUNK], by=coach, now=now, kept=True)
    return student
