"""Range pictures of an academy, and balls that were touched on one."""

from __future__ import annotations

from importlib import import_module
from math import hypot
from typing import Any

import pytest
from django.apps import apps
from oxgang.academy.models import Club, Coach, Student
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api
from tests.server.steps import ball, last, undo

HILL: dict[str, Any] = {
    "name": "Hill",
    "targets": [{"name": "Flag", "distance_yd": 60, "right_yd": -4, "green_yd": 6, "height_m": 1.0}],
    "left_yd": 30.0,
    "right_yd": None,
    "far_yd": None,
}
TOUCH: dict[str, Any] = {
    "spot": {"out_yd": 60, "right_yd": 5},
    "aim_deg": 0,
    "gap_yd": 4,
    "finger_yd": 0.7,
    "height_m": 0,
}


def touch(club: Club, uid: str, **more: Any) -> dict[str, Any]:
    return ball(club, uid, 1, landing={**TOUCH, **more}) | {"carry_yd": None}


def test_a_range_picture_is_drawn_changed_removed_and_restored(api: Api, coach: Coach) -> None:
    made = api("POST", "/range-pictures", HILL).data
    assert api("GET", "/range-pictures").data == [made]
    assert made == HILL | {"id": made["id"]}
    url = f"/range-pictures/{made['id']}"
    wider = HILL | {"left_yd": 35.0}
    assert api("PUT", url, wider | {"was": HILL}).data["left_yd"] == 35
    other = api("PUT", url, HILL | {"right_yd": 40, "was": HILL})
    assert (other.status_code, other.data["code"]) == (409, "changed-meanwhile")
    assert api("PUT", url, HILL | {"right_yd": 40, "was": wider}).data["right_yd"] == 40
    assert api("POST", "/range-pictures", HILL | {"name": " hill "}).data["field"] == "name"
    assert api("PUT", url, HILL | {"targets": []}).data["field"] == "targets"
    assert api("DELETE", url).data == []
    assert api("DELETE", url).data == []
    assert api("GET", "/range-pictures").data == []
    assert api("PUT", url, HILL).status_code == 409
    assert undo(api, api("GET", "/history").data["entries"][0]).status_code == 200
    assert [one["right_yd"] for one in api("GET", "/range-pictures").data] == [40]


def test_a_touch_is_a_ball_with_carry_side_and_how_it_was_read(
    api: Api, student: Student, wedge: Club
) -> None:
    url = f"/students/{student.pk}/balls"
    stored = api("PUT", url, touch(wedge, "touch-1", rest={"out_yd": 66, "right_yd": 5})).data["ball"]
    assert (stored["carry_yd"], stored["offline_yd"], stored["total_yd"]) == (60.2, 5, 66.2)
    assert stored["extra"] == {"read": "touch", "read_sd_yd": "2.01", "aim_deg": "0.0"}
    # Sent twice it is stored once; it is read as well as it says.
    api("PUT", url, touch(wedge, "touch-1"))
    assert Ball.objects.get().read_sd == pytest.approx(2.01 / 60.2, abs=1e-4)
    # Aimed at a flag to the right the same place is to the left of the line.
    aimed = api("PUT", url, touch(wedge, "touch-2", aim_deg=10)).data["ball"]
    assert aimed["offline_yd"] == -5.5
    # By the picture that the academy has: a flag four yards to the left of the middle, a metre up.
    drawn = api("POST", "/range-pictures", HILL).data["id"]
    known = api("PUT", url, touch(wedge, "touch-4", picture_id=drawn)).data["ball"]["extra"]
    assert (known["height_m"], known["read_sd_yd"]) == ("1.00", "1.71")
    # Brought to level ground.
    up = api("PUT", url, touch(wedge, "touch-3", height_m=3)).data["ball"]
    assert up["carry_yd"] == 60.2
    assert up["standard_yd"] > stored["standard_yd"] + 1.5


def test_a_landing_is_moved_and_only_one_that_was_touched(api: Api, student: Student, wedge: Club) -> None:
    url = f"/students/{student.pk}/balls"
    api("PUT", url, touch(wedge, "touch-1", height_m=2))
    api("PUT", url, ball(wedge, "typed-1", 60))
    moved = api("PATCH", f"{url}/ball-touch-1", {"landing": TOUCH | {"spot": {"out_yd": 55, "right_yd": 0}}})
    assert (moved.data["ball"]["carry_yd"], moved.data["ball"]["offline_yd"]) == (55, 0)
    assert "height_m" not in moved.data["ball"]["extra"]
    assert Ball.objects.get(uid="ball-touch-1").standard_yd == pytest.approx(55, abs=0.1)
    refused = api("PATCH", f"{url}/ball-typed-1", {"landing": TOUCH})
    assert (refused.status_code, refused.data["field"]) == (422, "landing")
    assert undo(api, last(api, student)).status_code == 200
    back = Ball.objects.get(uid="ball-touch-1")
    assert (back.carry_yd, back.offline_yd, back.extra["height_m"]) == (60.2, 5, "2.00")


@pytest.mark.parametrize(
    "wrong",
    [
        {"spot": {"out_yd": -3, "right_yd": 0}},
        {"spot": {"out_yd": 900, "right_yd": 0}},
        {"rest": {"out_yd": 40, "right_yd": 0}},
        {"aim_deg": 90},
        {"gap_yd": -1},
        {"height_m": 99},
    ],
)
def test_a_touch_that_cannot_be_is_refused_whole(
    api: Api, student: Student, wedge: Club, wrong: dict[str, Any]
) -> None:
    refused = api("PUT", f"/students/{student.pk}/balls", touch(wedge, "touch-1", **wrong))
    assert refused.status_code == 422
    assert refused.data["title"].endswith(".")
    assert not Ball.objects.exists()


def test_readings_of_an_older_database_become_the_balls_own(api: Api, student: Student, wedge: Club) -> None:
    api("PUT", f"/students/{student.pk}/balls", ball(wedge, "eye", 60, read="eye", headwind_mps=4))
    stored = Ball.objects.get()
    then, own = stored.standard_sd, stored.read_sd
    Ball.objects.update(standard_sd=hypot(then, own), read_sd=0)
    revision = Student.objects.get().revision
    import_module("oxgang.range_sessions.migrations.0006_how_carries_were_read").apart(apps, None)
    stored.refresh_from_db()
    assert (stored.standard_sd, stored.read_sd) == pytest.approx((then, own), abs=2e-3)
    assert Student.objects.get().revision == revision + 1
