"""What a student's views cost as the student's balls become more: part of `make bench`.

CPU seconds of the answer, in this process, so that other work on the machine counts little. The first
answer reads all balls; the others are those of a coach at work, who adds a ball before each.
"""

from __future__ import annotations

import time
from collections.abc import Callable, Sequence
from datetime import date, timedelta
from functools import partial
from math import log
from statistics import median
from uuid import uuid4

import numpy as np
import pytest
from django.test import Client
from django.utils import timezone
from oxgang.academy.models import Student
from oxgang.academy.services.academies import add_coach
from oxgang.core.carry.balls import Hit
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.prior import Point, Points, mean_log_carry
from oxgang.core.words.bag import Club
from oxgang.core.words.shots import CellKey, Trajectory
from oxgang.core.words.swing import CLOCK
from oxgang.demo.season import load_demo
from oxgang.range_sessions.models import Ball, RangeSession

TODAY = date(2026, 6, 1)
BALLS = (500, 2_000, 8_000, 20_000, 50_000)
# Balls that wait for a review.
WAITING = 30
ROUNDS = 7
# From 2,000 to 20,000 balls nothing that a coach opens daily costs more than so many times as much.
GROWTH_LIMIT = 2.0


@pytest.fixture
def demo(db: None) -> Student:
    load_demo(now=timezone.now())
    return Student.objects.select_related("academy", "scale").get(name__startswith="Jory")


def test_views_of_a_student_by_the_number_of_balls(demo: Student) -> None:
    client = Client()
    coach = add_coach(demo.academy, name="B", log_in="bench", password="six-long-words")
    client.force_login(coach.user, backend="django.contrib.auth.backends.ModelBackend")
    took: dict[str, list[float]] = {}
    for number in BALLS:
        for name, cost in costs(client, with_balls(demo, number)).items():
            took.setdefault(name, []).append(cost)
    print("\n| ms of CPU at balls | " + " | ".join(f"{n:,}" for n in BALLS) + " | exponent |")
    print("|---|" + "---:|" * (len(BALLS) + 1))
    for name, row in took.items():
        growth = np.polyfit([log(n) for n in BALLS[1:4]], [log(t) for t in row[1:4]], 1)[0]
        print(f"| {name} | " + " | ".join(f"{1000 * t:.0f}" for t in row) + f" | {growth:.2f} |")
    slow = {
        name: row[3] / row[1]
        for name, row in took.items()
        if "first" not in name and row[3] > GROWTH_LIMIT * row[1]
    }
    assert not slow, slow


@pytest.mark.parametrize("clubs", [2, 4, 8])
def test_the_model_by_the_number_of_balls_and_shots(clubs: int) -> None:
    """The whole matrix from balls that are there in columns."""
    took = []
    for number in (200, 2_000, 20_000):
        bag = [Club(f"{i}", float(loft)) for i, loft in enumerate(np.linspace(60, 46, clubs))]
        known = Evidence(simulated(bag, number), bag, CLOCK.positions, TODAY)
        known.matrix()
        took.append(median(timed(known.matrix) for _ in range(ROUNDS)))
    growth = log(took[2] / took[1]) / log(10)
    shots = 3 * clubs * len(CLOCK.positions)
    each = ", ".join(f"{1000 * t:.1f}" for t in took)
    print(f"\n{shots} shots, 200, 2,000 and 20,000 balls: {each} ms of CPU, exponent {growth:.2f}")


def simulated(bag: Sequence[Club], number: int) -> list[Hit]:
    """Balls of all shots of a bag over 60 sessions."""
    rng = np.random.default_rng([33, number])
    shots = [
        (CellKey(club.label, position.label, height), club, position)
        for club in bag
        for position in CLOCK.positions
        for height in Trajectory
    ]
    points = [Point(c.label, c.loft_deg, p.arm_deg, key.trajectory) for key, c, p in shots]
    means = mean_log_carry(Points.of(points))
    at = np.sort(rng.integers(0, len(shots), number))
    carries = np.exp(means[at] + rng.normal(0, 0.05, number))
    days = rng.integers(0, 60, number)
    return [
        Hit(shots[i][0], points[i], float(carry), f"s{n}", TODAY - timedelta(days=int(6 * day)))
        for n, (i, carry, day) in enumerate(zip(at, carries, days, strict=True))
    ]


def with_balls(demo: Student, number: int) -> Student:
    """A student with the clubs of another and so many balls over three years, the last ones waiting."""
    student = Student.objects.get(pk=demo.pk)
    student.pk, student.name = uuid4(), f"{number} Balls"
    student.save(force_insert=True)
    clubs = []
    for club in demo.clubs.filter(archived_at=None):
        club.pk, club.student = uuid4(), student
        club.save(force_insert=True)
        clubs.append(club)
    rng = np.random.default_rng(number)
    now = timezone.now()
    swings = student.scale.as_core().positions
    sessions: dict[object, RangeSession] = {}
    rows = []
    for i in range(number):
        back = 1000 * (number - i) // number
        day = (now - timedelta(days=back)).date()
        if day not in sessions:
            sessions[day] = RangeSession.objects.create(student=student, day=day)
        club, swing = clubs[i % len(clubs)], swings[i // 7 % len(swings)]
        height = ("stock", "low", "high")[i // 31 % 3]
        carry = (20 + 0.5 * swing.arm_deg) * (1 + (60 - club.loft_deg) / 60) * np.exp(rng.normal(0, 0.06))
        rows.append(
            Ball(
                student=student,
                session=sessions[day],
                club=club,
                uid=f"grow-{i}",
                hit_on=day,
                hit_at=now - timedelta(days=back, seconds=number - i),
                swing=swing.label,
                arm_deg=swing.arm_deg,
                trajectory=height,
                spin="check",
                tempo="normal",
                strike="fat" if i % 9 == 0 else "solid",
                ball="premium",
                lie="mat",
                carry_yd=carry,
                standard_yd=carry,
                launch_deg=30.0 if i % 3 else None,
                accepted=i < number - WAITING,
            )
        )
    Ball.objects.bulk_create(rows, batch_size=500)
    return student


def costs(client: Client, student: Student) -> dict[str, float]:
    """Median CPU seconds of each view."""
    club = str(student.clubs.order_by("-loft_deg")[1].pk)
    label = student.clubs.get(pk=club).label
    base = f"/api/students/{student.pk}"
    shot = f"club={label}&swing=9:00&trajectory=stock"
    day = timezone.now().date()
    span = f"from_day={day - timedelta(days=365)}&to_day={day}"
    found = {"first matrix": timed(lambda: get(client, f"{base}/matrix?live=true"))}
    number = iter(range(10**6))
    cell = client.get(f"{base}/cell?{shot}").json()["cell"]
    usual = float(cell["carry_yd"])

    def ball() -> None:
        body = {"uid": f"more-{next(number)}", "hit_at": timezone.now().isoformat(), "club_id": club}
        body |= {"swing": "9:00", "carry_yd": round(usual)}  # type: ignore[dict-item]
        answer = client.put(f"{base}/balls", body, content_type="application/json")
        assert answer.status_code == 200, answer.content

    views = {
        "one ball": None,
        "matrix with what waits": f"{base}/matrix?live=true",
        "the shot after a ball": f"{base}/cell?{shot}",
        "why": f"{base}/why?{shot}",
        "review": f"{base}/review",
        "progress": f"{base}/progress?{span}",
        "matrix as reviewed": f"{base}/matrix",
        "shots used": f"{base}/played",
        "gaps": f"{base}/gaps",
        "card": f"{base}/card",
        "history": f"{base}/history",
    }
    for name, path in views.items():
        times = []
        for _ in range(ROUNDS):
            if path is None:
                times.append(timed(ball))
                continue
            ball()
            times.append(timed(partial(get, client, path)))
        found[name] = median(times)
    return found


def timed(work: Callable[[], object]) -> float:
    began = time.process_time()
    work()
    return time.process_time() - began


def get(client: Client, path: str) -> None:
    answer = client.get(path)
    assert answer.status_code == 200, (path, answer.content[:300])
