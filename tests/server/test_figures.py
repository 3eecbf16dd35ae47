"""Figures: against statsmodels and scipy, small numbers hidden, nothing of single students."""

from __future__ import annotations

import csv
import io
import math
from datetime import date

import numpy as np
import pytest
from django.contrib.auth.models import User
from django.utils import timezone
from oxgang.academy.models import Coach, Student
from oxgang.core.carry.balls import Hit
from oxgang.core.carry.prior import Point
from oxgang.core.keeping.figures import (
    FEWEST_STUDENTS,
    Tally,
    figure_of,
    mean_of,
    months_back,
    tallies_of,
)
from oxgang.core.words.intervals import LEVEL
from oxgang.core.words.shots import CellKey, Strike
from oxgang.matrix.services.stored import renew
from scipy import stats
from statsmodels.stats.proportion import proportion_confint

from tests.server.conftest import Api, make_student
from tests.server.steps import hit_ago, keep

MAY = date(2026, 5, 1)


def hit(day: date, carry: float, strike: Strike = Strike.SOLID) -> Hit:
    return Hit(CellKey("56", "9:00"), Point("56", 56, 90), carry, day=day, strike=strike)


def test_a_students_balls_by_month() -> None:
    may, june = date(2026, 5, 30), date(2026, 6, 1)
    balls = [hit(may, c) for c in (50, 52, 54)] + [hit(may, 30, Strike.FAT), hit(june, 80)]
    found = tallies_of(balls)
    assert [(t.month, t.balls, t.solid) for t in found] == [(MAY, 4, 3), (date(2026, 6, 1), 1, 1)]
    logs = np.log([50, 52, 54])
    assert found[0].squares == pytest.approx(((logs - logs.mean()) ** 2).sum())
    assert (found[0].freedom, found[1].freedom) == (2, 0)


def test_a_groups_month_has_the_intervals_of_reference_libraries() -> None:
    rng = np.random.default_rng(3)
    reached = rng.uniform(0.3, 0.9, 7)
    students = [Tally(MAY, 40, 30 + i, 0.004, 9, reached[i], i < 3, i) for i in range(7)]
    found = figure_of(MAY, students)
    solid = sum(30 + i for i in range(7))
    lo, hi = proportion_confint(solid, 280, 1 - LEVEL, method="wilson")
    assert (found.solid.lo, found.solid.hi) == pytest.approx((lo, hi))
    wanted = stats.t.interval(LEVEL, 6, reached.mean(), reached.std(ddof=1) / math.sqrt(7))
    assert (found.covered.lo, found.covered.hi) == pytest.approx(wanted)
    low = math.sqrt(0.028 / stats.chi2.ppf((1 + LEVEL) / 2, 63))
    assert found.spread.value == pytest.approx(math.sqrt(0.028 / 63))
    assert found.spread.lo == pytest.approx(low)
    lo, hi = proportion_confint(3, 7, 1 - LEVEL, method="wilson")
    assert (found.due.lo, found.due.hi, found.rounds) == pytest.approx((lo, hi, 21))
    assert mean_of([0.5]).of == 0


def test_small_numbers_are_hidden() -> None:
    few = [Tally(MAY, 60, 50, 0.01, 20, 0.5, True)] * (FEWEST_STUDENTS - 1)
    found = figure_of(MAY, few)
    hidden = (found.solid.value, found.spread.value, found.covered.value, found.due.value)
    assert hidden == (None, None, None, None)
    assert (found.students, found.balls) == (2, 120)
    assert figure_of(MAY, few[:1], alone=True).solid.value == pytest.approx(50 / 60)
    barely = [Tally(MAY, 6, 5)] * 3  # three students, and eighteen balls
    assert figure_of(MAY, barely).solid.value is None


def test_months_run_backwards_over_the_new_year() -> None:
    assert months_back(date(2026, 2, 14), 4) == [
        date(2025, 11, 1),
        date(2025, 12, 1),
        date(2026, 1, 1),
        date(2026, 2, 1),
    ]


@pytest.fixture
def six(api: Api, coach: Coach) -> list[Student]:
    students = [make_student(coach, f"Student {i}") for i in range(6)]
    for i, student in enumerate(students):
        handicap = 4 if i < 3 else 18
        api("PATCH", f"/students/{student.pk}", {"handicap": handicap})
        wedge = student.clubs.get(label="56")
        hit_ago(api, student, wedge, [60 + i + k % 3 for k in range(10)])
        hit_ago(api, student, wedge, [30.0], strike="fat")
        keep(api, student)
    for student in students:
        student.refresh_from_db()
        renew(student, timezone.now())
    return students


def test_by_coach_and_by_level(api: Api, six: list[Student]) -> None:
    found = api("GET", "/figures?by=level&months=2").data
    assert [(line["name"], line["students"]) for line in found["lines"]] == [
        ("", 6),
        ("club", 3),
        ("low", 3),
    ]
    now = {line["name"]: line["months"][-1] for line in found["lines"]}
    assert (now[""]["balls"], now["low"]["balls"]) == (66, 33)
    assert now["low"]["solid"]["value"] == pytest.approx(10 / 11)
    assert now["low"]["due"]["of"] == 3
    other = Coach.objects.create(
        user=User.objects.create(username="x"),
        academy=six[0].academy,
        name="Tobin",
    )
    api("PUT", f"/students/{six[0].pk}/coach", {"coach_id": other.pk})
    lines = api("GET", "/figures?by=coach&months=1").data["lines"]
    alone = next(line for line in lines if line["name"] == "Tobin")
    # One student is no group: how much was hit is said, how well is not.
    assert alone["months"][0]["balls"] == 11
    assert alone["months"][0]["solid"]["of"] == 0
    text = api.client.get("/api/figures/table.csv?by=coach&months=1").content.decode()
    rows = list(csv.DictReader(io.StringIO(text)))
    assert [(row["group"], row["balls"], row["solid"] != "") for row in rows] == [
        ("all", "66", True),
        ("Tobin", "11", False),
        ("ilse", "55", True),
    ]
    assert "Student" not in text


def test_side_by_side(api: Api, six: list[Student]) -> None:
    url = f"/figures/side-by-side?student_id={six[0].pk}&months=1"
    alone, peers = api("GET", url).data["lines"]
    assert (alone["name"], peers["name"], peers["students"]) == ("Student 0", "low", 2)
    assert alone["months"][0]["solid"]["value"] == pytest.approx(10 / 11)
    assert peers["months"][0]["solid"]["value"] is None  # two are no group
    one, other = api("GET", f"{url}&other_id={six[5].pk}").data["lines"]
    assert (one["name"], other["name"]) == ("Student 0", "Student 5")
    for odd in ("months=0", "months=61", "by=phase"):
        assert api("GET", f"/figures?{odd}").status_code == 422


def test_what_is_taken_back_leaves_the_tally(api: Api, six: list[Student]) -> None:
    before = api("GET", "/figures?months=1").data["lines"][0]["months"][0]["balls"]
    uid = six[0].balls.order_by("pk")[0].uid
    api("DELETE", f"/students/{six[0].pk}/balls/{uid}")
    six[0].refresh_from_db()
    renew(six[0], timezone.now())
    after = api("GET", "/figures?months=1").data["lines"][0]["months"][0]["balls"]
    assert (before, after) == (66, 65)
