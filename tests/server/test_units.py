"""Units by academy, coach and student: who reads what the server says itself, and in what."""

from __future__ import annotations

import pytest
from oxgang.academy.models import Club, Coach, Student
from oxgang.core.units import UNITS

from tests.server.conftest import Api
from tests.server.steps import ball, hit
from tests.units import YARDS


def test_the_coachs_own_units_win_then_the_students_then_the_academys(
    api: Api, coach: Coach, student: Student
) -> None:
    def told(path: str) -> str:
        new = {"name": "X", "scale_id": student.scale_id} if path == "/students" else {}
        answer = api("POST" if new else "PATCH", path, {**new, "tolerance_yd": 44})
        assert answer.status_code == 422
        return str(answer.data["title"])

    own = f"/students/{student.pk}"
    assert "44 yd" in told(own)
    assert "44 yd" in told("/students")
    api("PATCH", own, {"units": "m"})
    assert "40.2 m" in told(own)
    assert "44 yd" in told("/students")
    api("PATCH", "/settings", {"units": "m-kmh"})
    assert "40.2 m" in told("/students")
    assert api("PUT", "/account/units", {"units": "yd-f"}).data["coach"]["units"] == "yd-f"
    assert "44 yd" in told(own)
    assert "44 yd" in told("/students")
    api("PUT", "/account/units", {"units": ""})
    assert "40.2 m" in told(own)


def test_units_that_are_none_are_refused_where_they_were_given(api: Api, student: Student) -> None:
    for path in (f"/students/{student.pk}", "/settings"):
        answer = api("PATCH", path, {"units": "ells"})
        assert (answer.status_code, answer.data["field"]) == (422, "units")
    assert api("PUT", "/account/units", {"units": "ells"}).status_code == 422


def test_an_unlikely_ball_is_asked_about_in_the_students_unit(
    api: Api, student: Student, wedge: Club
) -> None:
    api("PATCH", f"/students/{student.pk}", {"units": "m"})
    asked = api("PUT", f"/students/{student.pk}/balls", ball(wedge, "long", 160))
    assert (asked.status_code, asked.data["title"]) == (409, "146 m is long for a wedge. Save it?")
    # A row of a file too, whose own units are yards.
    text = "club,swing,carry_yd\n56,9:00,160\n56,9:00,500\n"
    report = api.upload(f"/students/{student.pk}/shots/check", text.encode()).json()
    said = [row["reason"] for row in report["questions"] + report["problems"]]
    assert len(said) == 2
    assert not any(YARDS.search(one) for one in said)


@pytest.mark.parametrize("units", UNITS)
def test_what_is_stored_is_not_touched_by_the_choice(
    units: str, api: Api, student: Student, wedge: Club
) -> None:
    """A file says yards whatever anybody reads (formats.md)."""
    hit(api, student, wedge, [61.5])
    api("PATCH", f"/students/{student.pk}", {"units": units})
    file = api("GET", f"/students/{student.pk}/shots.csv").content.decode()
    assert "carry_yd" in file
    assert ",61.5," in file
