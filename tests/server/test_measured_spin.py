"""Spin that a monitor measured says how a ball came out and makes no shot of its own."""

from __future__ import annotations

from importlib import import_module

import pytest
from django.apps import apps
from oxgang.academy.models import Student

from tests.server.conftest import Api
from tests.server.test_devices import feed, plays, sent, token_of


@pytest.mark.parametrize(("rpm", "grade"), [(5300, "check"), (3000, "release")])
def test_measured_spin_says_how_a_ball_came_out_and_makes_no_shot_of_its_own(
    api: Api, student: Student, rpm: float, grade: str
) -> None:
    """One swing became three shots, and the one that was hit an estimate despite eight balls."""
    token = token_of(api)
    plays(api, student)
    feed(token, {"balls": [sent(i, spin_rpm=rpm + i, ball_speed_mps=26) for i in range(4)]})
    feed(token, {"balls": [sent(i, spin_rpm=5300, ball_speed_mps=26) for i in range(4, 6)]})
    api("POST", f"/students/{student.pk}/review", {})
    (cell,) = (c for c in api("GET", f"/students/{student.pk}/matrix").data["cells"] if c["balls"])
    assert (cell["spin"], cell["balls"], cell["basis"]) == ("check", 6, "measured")
    shown = api("GET", f"/students/{student.pk}/why?club=56&swing=9:00&trajectory=stock").data["shown"]
    assert (shown["spins"], shown["grade"]) == (6, grade)
    looked = api("GET", f"/students/{student.pk}/lookup?yardage={cell['carry_yd']}").data[0]
    assert (looked["cell"]["spin"], looked["cell"]["balls"]) == ("check", 6)
    # Marking a ball anew does not move it either.
    uid = student.balls.all()[0].uid
    api("PATCH", f"/students/{student.pk}/balls/{uid}", {"strike": "thin"})
    assert {b.spin for b in student.balls.all()} == {"check"}


def test_balls_that_measured_spin_had_split_are_brought_together_and_back(api: Api, student: Student) -> None:
    token = token_of(api)
    plays(api, student)
    feed(token, {"balls": [sent(i, spin_rpm=3000, ball_speed_mps=26) for i in range(4)]})
    student.balls.update(spin="release")
    import_module("oxgang.range_sessions.migrations.0003_spin_joined").join(apps, None)
    assert {b.spin for b in student.balls.all()} == {"check"}
    student.refresh_from_db()
    assert student.moved
    entry = api("GET", f"/students/{student.pk}/history").data["entries"][0]
    assert (entry["did"]["code"], entry["did"]["values"]) == ("log-spin-joined", {"balls": 4})
    assert api("POST", f"/history/{entry['id']}/undo").status_code == 200
    assert {b.spin for b in student.balls.all()} == {"release"}
