"""Writes the demo academy into an empty database."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import datetime, time
from functools import partial
from zoneinfo import ZoneInfo

import numpy as np
from django.db import transaction

from oxgang.academy.models import Academy, Coach, PersonRole, Student
from oxgang.academy.selectors.people import day_at
from oxgang.academy.services.academies import add_coach, open_academy
from oxgang.academy.services.clubs import add_club
from oxgang.academy.services.ownership import hand_over, write_consent
from oxgang.academy.services.range_pictures import add_range_picture
from oxgang.academy.services.students import StudentFields, add_student
from oxgang.core.ground.played import Play
from oxgang.core.words.shots import CellKey, Trajectory
from oxgang.demo import course, practice
from oxgang.demo.balls import visits_of
from oxgang.demo.records import DemoStudent, ago
from oxgang.demo.scenario import (
    ACADEMY,
    ALTITUDE_M,
    ASSISTANT,
    COACHES,
    PASSWORD,
    RANGE,
    SECOND_COACHS,
    STUDENTS,
    TIME_ZONE,
    TOGETHER,
    TOGETHER_HOUR,
    TOGETHER_IN_DAYS,
)
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.matrix.selectors.played import proposal_for, shots_of
from oxgang.matrix.services.playing import Choice, choose_shots
from oxgang.matrix.services.publishing import publish
from oxgang.range_sessions.services.appointments import (
    AppointmentFields,
    make_appointment,
    make_together,
)
from oxgang.range_sessions.services.balls import record_balls
from oxgang.range_sessions.services.events import EventFields, add_event

SEED = 1086


@transaction.atomic
def load_demo(*, now: datetime, seed: int = SEED) -> Academy:
    """The academy, its coaches, students, clubs and balls. The same seed and day give the same."""
    academy = open_academy(ACADEMY, altitude_m=ALTITUDE_M, time_zone=TIME_ZONE)
    coaches = [add_coach(academy, name=name, log_in=log_in, password=PASSWORD) for log_in, name in COACHES]
    add_range_picture(RANGE, by=coaches[0], now=now)
    for number, wanted in enumerate(STUDENTS):
        rng = np.random.default_rng([seed, number])
        student = load_student(wanted, coaches[0], now, rng)
        _book(student, wanted, coaches, now)
    log_in, name = ASSISTANT
    add_coach(academy, name=name, log_in=log_in, password=PASSWORD, role=PersonRole.ASSISTANT)
    theirs = [academy.students.get(name=name) for name in SECOND_COACHS]
    hand_over(theirs, coaches[1], by=coaches[0], now=now)
    _book_together(academy, coaches[0], now)
    return academy


def _book_together(academy: Academy, coach: Coach, now: datetime) -> None:
    day = day_at(academy, now) + ago(TOGETHER_IN_DAYS)
    at = datetime.combine(day, time(TOGETHER_HOUR), ZoneInfo(academy.time_zone))
    group = [academy.students.get(name=name) for name in TOGETHER]
    make_together(group, AppointmentFields(starts_at=at, minutes=60), by=coach, now=now)


def load_student(wanted: DemoStudent, coach: Coach, now: datetime, rng: np.random.Generator) -> Student:
    """A student with bag, balls, events, lessons and tests as they happened up to `now`."""
    scale = coach.academy.scales.get(key=wanted.scale)
    fields = StudentFields(
        name=wanted.name,
        scale_id=scale.pk,
        hand=wanted.hand,
        units=wanted.units,
        tolerance_yd=wanted.tolerance_yd,
        notes=wanted.notes,
        ball_limit=wanted.ball_limit,
        handicap=wanted.handicap,
    )
    began = now - ago(max([0, *(v.days_ago for v in wanted.visits)]) + 1)
    student = add_student(fields, by=coach, now=began)
    if wanted.guardian:
        on = day_at(coach.academy, began)
        given = dict.fromkeys(("records_on", "pictures_on", "phone_on"), on)
        who = {"junior": True, "guardian": wanted.guardian}
        write_consent(student, who | given, by=coach, now=began, today=on)
    clubs = {club.label: add_club(student, club, by=coach, now=began) for club in wanted.clubs}
    # As it happened: a card says what was known on its day, a new club takes the balls after it.
    steps: list[tuple[int, Callable[..., object]]] = []
    for visit, shots in visits_of(wanted, now.date(), rng):
        hits = [(shot, clubs[shot.cell.club]) for shot in shots]
        record = partial(record_balls, student, hits, by=coach, accepted=True)
        steps.append((visit.days_ago, record))
    for event in wanted.events:
        change = EventFields(
            kind=event.kind,
            on=day_at(coach.academy, now) - ago(event.days_ago),
            club_id=clubs[event.club].pk if event.club else None,
            remark=event.remark,
        )
        add = partial(add_event, student, change, by=coach)
        steps.append((event.days_ago, add))
    for days in wanted.published:
        issue = partial(publish, student, "", by=coach)
        steps.append((days, issue))
    if wanted.plays:
        # After the last visit, before the last card.
        steps.append((min(v.days_ago for v in wanted.visits), partial(_choose, student, wanted, coach)))
    for lesson in wanted.lessons:
        steps.append((lesson.days_ago, partial(practice.write, student, lesson, coach)))
    for taken in wanted.rounds:
        steps.append((taken.days_ago, partial(practice.take, student, taken, coach, rng)))
    for played in wanted.course:
        steps.append((played.days_ago, partial(course.play, student, played, rng.spawn(1)[0])))
    for days, step in sorted(steps, key=lambda s: -s[0]):
        step(now=now - ago(days))
    for homework in wanted.homework:
        sent = practice.send(student, homework, coach, now=now - ago(homework.sent_ago))
        back = now - practice.days_back(homework)
        practice.report(student, sent, homework.done, rng, now=back)
    return student


def _choose(student: Student, wanted: DemoStudent, coach: Coach, *, now: datetime) -> None:
    found = matrix_of(student, day_at(student.academy, now))
    shots = shots_of(found)
    proposal = proposal_for(student, found, shots)
    names = [shots[i].name for i in proposal.shots(wanted.plays)]
    learning = [(CellKey(club, swing, Trajectory(height)), 0.0, 0.0) for club, swing, height in wanted.works]
    choices = [Choice(name, Play.PLAYED) for name in names]
    choices += [Choice(name, Play.WORK) for name in learning if name not in names]
    known = {choice.name for choice in choices}
    proposed = [shots[i].name for i in proposal.shots()]
    choices += [Choice(name, Play.NEITHER) for name in proposed if name not in known]
    choose_shots(student, found, choices, by=coach, now=now)


def _book(student: Student, wanted: DemoStudent, coaches: Sequence[Coach], now: datetime) -> None:
    zone = ZoneInfo(student.academy.time_zone)
    for session in wanted.sessions:
        day = day_at(student.academy, now) + ago(session.in_days)
        at = datetime.combine(day, time(session.hour), zone)
        # A session earlier today was booked before it.
        fields = AppointmentFields(
            starts_at=at,
            minutes=session.minutes,
            check_up=session.check_up,
            note=session.remark,
        )
        make_appointment(student, fields, by=coaches[session.coach], now=min(now, at))
