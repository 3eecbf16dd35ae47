"""The Flight view: set-ups kept, drawn, and held against the gate; today's air on the cells."""

from typing import Any

import pytest
from oxgang.academy.models import Club, Student
from oxgang.core.flight.recipes import RECIPES, School
from oxgang.core.words.shots import Trajectory

from tests.server.conftest import Api
from tests.server.steps import ball


def scene(api: Api, student: Student, wedge: Club, **more: Any) -> dict[str, Any]:
    kept = api("GET", f"/students/{student.pk}/recipes").data
    body = {"school": kept["school"], "recipes": kept["recipes"]}
    return body | {"club_id": str(wedge.pk), "club_speed_mps": 25} | more


def test_recipes_start_from_the_school_and_keep_what_the_coach_changed(api: Api, student: Student) -> None:
    url = f"/students/{student.pk}/recipes"
    start = api("GET", url).data
    assert start["recipes"]["low"]["lean_deg"] == RECIPES[School.SHALLOW][Trajectory.LOW].lean_deg
    start["recipes"]["low"] |= {"lean_deg": 15.5, "follow_through": "Short and low."}
    body = {"school": "shallow", "recipes": start["recipes"]}
    assert api("PUT", url, body).data["recipes"]["low"]["lean_deg"] == 15.5
    assert student.recipes.filter(in_use=True).count() == 1  # the untouched ones follow the school
    other = {"school": "ball-back", "recipes": start["schools"]["ball-back"]}
    assert api("PUT", url, other).data["recipes"] == start["schools"]["ball-back"]
    assert not student.recipes.filter(in_use=True).exists()
    body["recipes"]["low"]["lean_deg"] = 60
    refused = api("PUT", url, body)
    assert (refused.status_code, refused.data["field"]) == (422, "lean_deg")


def test_the_picture_orders_the_trajectories_and_the_schools(api: Api, student: Student, wedge: Club) -> None:
    gate = {"height_m": 1.0668, "distance_m": 1.8288}
    body = scene(api, student, wedge, gate=gate)
    drawn = api("POST", f"/students/{student.pk}/picture", body).data
    low, stock, high = (
        next(s for s in drawn["shots"] if s["trajectory"] == t) for t in ("low", "stock", "high")
    )
    # Common practice, no published source: low goes further and flatter, high shorter and steeper.
    assert low["launch_deg"] < stock["launch_deg"] < high["launch_deg"]
    assert low["carry_yd"] > stock["carry_yd"] > high["carry_yd"]
    assert [s["window"] for s in (stock, high)] == ["in", "in"]
    # A ball clears the gate when it launches above the angle that touches the bar, lift apart.
    for shot in (low, high):
        over = shot["launch_deg"] > drawn["gate_launch_deg"]
        assert (shot["above_gate_m"] > 0) == over
    schools = api("GET", f"/students/{student.pk}/recipes").data["schools"]
    back = api("POST", f"/students/{student.pk}/picture", body | {"recipes": schools["ball-back"]}).data[
        "shots"
    ]
    for mine, theirs in zip(drawn["shots"], back, strict=True):
        assert theirs["dynamic_loft_deg"] < mine["dynamic_loft_deg"]
        assert theirs["attack_deg"] < mine["attack_deg"]
        assert theirs["launch_deg"] < mine["launch_deg"]


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"club_speed_mps": 150}, "club_speed_mps"),
        ({"gate": {"height_m": -1, "distance_m": 2}}, "height_m"),
        ({"headwind_mps": 99}, "headwind_mps"),
        ({"temperature_c": 99}, "temperature_c"),
        ({"lie": "moon"}, "lie"),
    ],
)
def test_pictures_that_cannot_be_drawn_say_why(
    api: Api, student: Student, wedge: Club, change: dict[str, Any], field: str
) -> None:
    response = api("POST", f"/students/{student.pk}/picture", scene(api, student, wedge) | change)
    assert (response.status_code, response.data["field"]) == (422, field)


def test_cold_wind_shortens_the_cells(api: Api, student: Student, wedge: Club) -> None:
    url = f"/students/{student.pk}/today"
    for i, carry in enumerate((60, 61, 62)):
        api("PUT", f"/students/{student.pk}/balls", ball(wedge, str(i), carry))
    api("POST", f"/students/{student.pk}/review", {})
    (still,) = api("GET", url).data["cells"]
    assert still["today_yd"] == pytest.approx(still["standard_yd"], abs=0.02)
    (windy,) = api("GET", f"{url}?temperature_c=5&headwind_mps=5").data["cells"]
    assert 50 < windy["today_yd"] < still["standard_yd"] - 1
