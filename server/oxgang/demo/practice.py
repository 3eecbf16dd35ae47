"""Lessons, rounds and homework of the demo: hit by the simulated students, not tuned."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from typing import Any

import numpy as np

from oxgang.academy.models import Coach, Student
from oxgang.academy.selectors.people import day_at
from oxgang.core.pick.mishits import Mishit
from oxgang.core.practice.forms import Call, PracticeForm, calls_of
from oxgang.core.practice.par import Shot
from oxgang.core.practice.trials import RULES, Trial, row_of, weakest
from oxgang.core.words.shots import Strike
from oxgang.demo.records import DemoHomework, DemoLesson, DemoRound, ago
from oxgang.practice.as_data import call_data, call_of
from oxgang.practice.models import Homework
from oxgang.practice.selectors.player import field_of, matrix_now, player_of
from oxgang.practice.services.homework import HomeworkFields, send_homework
from oxgang.practice.services.lessons import LessonFields, write_lesson
from oxgang.practice.services.rounds import Hit, save_round
from oxgang.range_sessions.services.review import review


def write(student: Student, lesson: DemoLesson, coach: Coach, *, now: datetime) -> None:
    """Write down a lesson on its day."""
    fields = LessonFields(
        seen=lesson.seen,
        faults=lesson.faults,
        cue=lesson.cue,
        drill=lesson.drill,
        note=lesson.remark,
    )
    write_lesson(student, day_at(student.academy, now), fields, by=coach, now=now)


def take(
    student: Student, wanted: DemoRound, coach: Coach, rng: np.random.Generator, *, now: datetime
) -> None:
    """Take a test with the coach; its balls are reviewed."""
    student.refresh_from_db()
    cached = matrix_now(student, now)
    field = field_of(student, cached)
    trial = Trial(wanted.trial)
    row = row_of(trial, field, weakest(field, []), student.ball_limit)
    calls = calls_of(row, field, wanted.seed)
    hit = Hit(
        uid=f"demo-round-{wanted.days_ago}",
        form=RULES[trial].form,
        trial=trial,
        seed=wanted.seed,
        calls=[call_data(call, field) for call in calls],
        results=_hit(student, calls, rng, now),
        ended_at=now,
    )
    save_round(student, hit, by=coach, now=now)
    review(student, aside={}, keep=None, by=coach, now=now)


def send(student: Student, wanted: DemoHomework, coach: Coach, *, now: datetime) -> Homework:
    """Send homework of two rows: one shot blocked, then yardages called."""
    student.refresh_from_db()
    club, swing = wanted.shot
    shot = {"club": club, "swing": swing, "trajectory": "stock", "spin": "check", "tempo": "normal"}
    rows: list[dict[str, Any]] = [
        {"form": PracticeForm.BLOCKED, "balls": 8, "shot": shot, "wanted": 5},
        {"form": PracticeForm.RANDOM, "balls": 10, "wanted": 4},
    ]
    due = day_at(student.academy, now) + timedelta(days=wanted.sent_ago + wanted.due_in)
    fields = HomeworkFields(title=wanted.title, cues=wanted.cues, rows=rows, due_on=due)
    return send_homework(student, fields, by=coach, now=now)


def report(
    student: Student, homework: Homework, done: int, rng: np.random.Generator, *, now: datetime
) -> None:
    """What the student hit alone, row by row, comes back."""
    student.refresh_from_db()
    for place, row in enumerate(homework.rows[:done]):
        calls = [call_of(call) for call in row["calls"]]
        hit = Hit(
            uid=f"demo-home-{homework.pk.hex[:8]}-{place}",
            form=PracticeForm(row["form"]),
            calls=row["calls"],
            results=_hit(student, calls, rng, now),
            ended_at=now - timedelta(minutes=20 * (done - place)),
            homework=homework,
            row=place,
        )
        save_round(student, hit, by=None, now=now)


def days_back(wanted: DemoHomework) -> timedelta:
    """How long ago it came back: half way to its day, but not in the future."""
    return ago(max(1, wanted.sent_ago // 2))


def _hit(
    student: Student, calls: list[Call], rng: np.random.Generator, now: datetime
) -> list[dict[str, Any]]:
    """What the student does with these calls, by the numbers of the day."""
    keys = {call.shot for call in calls if call.shot is not None}
    player = player_of(student, matrix_now(student, now), keys)
    results = []
    for number, call in enumerate(calls):
        place = player.place(call.shot)
        if place is None:
            continue
        shot = player.shots[place]
        balls = [_struck(shot, player.kinds, rng) for _ in range(call.balls)]
        results.append({"call": number, "balls": balls})
    return results


def _struck(shot: Shot, kinds: Sequence[Mishit], rng: np.random.Generator) -> dict[str, float | str]:
    """A ball, and how it was struck."""
    carry = rng.normal(shot.carry_yd, shot.scatter * shot.carry_yd)
    strike = Strike.SOLID
    if rng.random() < shot.mishits:
        shares = np.array([kind.share for kind in kinds])
        kind = kinds[rng.choice(len(kinds), p=shares / shares.sum())]
        strike = kind.kind
        carry = carry * kind.finish + rng.normal(0, kind.finish_sd * shot.carry_yd)
    return {"carry_yd": round(max(2.0, float(carry)), 1), "strike": strike.value}
