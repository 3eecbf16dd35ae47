"""Adjustments, lies, friction, grooves and the moment of a change, from the API down."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from django.utils import timezone
from oxgang.academy.models import Club, Event, Student
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api
from tests.server.steps import ball, cell, hit, hit_ago, keep

pytestmark = pytest.mark.django_db
NINE = "club=56&swing=9:00&trajectory=stock"


def why(api: Api, student: Student) -> dict[str, Any]:
    found: dict[str, Any] = api("GET", f"/students/{student.pk}/why?{NINE}").data
    return found


def standard_carries() -> dict[str, float]:
    return {ball.uid: ball.standard_yd or 0.0 for ball in Ball.objects.all()}


def test_the_number_its_reasons_its_adjustment_and_its_run_are_one_answer(
    api: Api, student: Student, wedge: Club
) -> None:
    hit(api, student, wedge, [60, 61, 59, 60, 60])
    keep(api, student)
    behind, number = why(api, student), cell(api, student)
    assert behind["steps"][-1]["stands_yd"] == pytest.approx(number["carry_yd"])
    assert {t["taught"] for t in behind["adjustments"]} == {0}
    # Common practice, no published source: a stock pitch of 60 yards runs 10 to 20 %.
    assert 5 < behind["start"]["run_yd"] < 16
    lookup = f"/students/{student.pk}/lookup?yardage=60"
    shot = next(s for s in api("GET", lookup).data if s["cell"]["balls"] and not s["cell"]["back_in"])
    assert shot["run_yd"] == pytest.approx(behind["start"]["run_yd"], abs=0.3)
    drawn = api(
        "POST",
        f"/students/{student.pk}/picture",
        {
            **{k: api("GET", f"/students/{student.pk}/recipes").data[k] for k in ("school", "recipes")},
            "club_id": str(wedge.pk),
            "club_speed_mps": 25,
        },
    ).data
    stock = next(s for s in drawn["shots"] if s["trajectory"] == "stock")
    assert stock["launch_deg"] == pytest.approx(behind["start"]["launch_deg"], abs=0.01)
    ratio = behind["start"]["spin_rpm"] / behind["start"]["ball_speed_mps"]
    assert stock["spin_rpm"] / stock["ball_speed_mps"] == pytest.approx(ratio, rel=1e-6)
    assert stock["window"] == "in"
    rough = api("GET", f"{lookup}&lie=rough-down").data
    assert all(s["today_yd"] < 0.8 * s["cell"]["carry_yd"] for s in rough)


def test_a_practised_student_and_other_set_ups_bring_the_balls_home_anew(
    api: Api, student: Student, wedge: Club
) -> None:
    api("PUT", f"/students/{student.pk}/balls", ball(wedge, "windy", 60, headwind_mps=6))
    total = {"carry_yd": None, "total_yd": 75}
    api("PUT", f"/students/{student.pk}/balls", ball(wedge, "total", 0, **total))
    standard = standard_carries()
    seen = api("PATCH", f"/students/{student.pk}", {"handicap": 2}).data
    assert (seen["finds"], seen["friction"], seen["handicap"]) == ("practised", "", 2)
    # A practised strike spins more and runs less: the same total was a longer carry.
    practised = standard_carries()
    assert practised["ball-total"] > standard["ball-total"] + 1
    api("PATCH", f"/students/{student.pk}", {"friction": "ordinary"})
    assert standard_carries() == standard
    assert api("PATCH", f"/students/{student.pk}", {"handicap": None}).data["handicap"] is None
    api("PATCH", f"/clubs/{wedge.pk}", {"loft_deg": 50})
    assert standard_carries()["ball-total"] < standard["ball-total"]
    for wrong in (55, -11):
        refused = api("PATCH", f"/students/{student.pk}", {"handicap": wrong})
        assert refused.status_code == 422


def test_wet_and_worn_go_with_a_ball_and_out_and_in_again(api: Api, student: Student, wedge: Club) -> None:
    url = f"/students/{student.pk}"
    api("PUT", f"{url}/balls", ball(wedge, "soaked", 60, wet=True, grooves="worn"))
    dry = api("PUT", f"{url}/balls", ball(wedge, "clean", 60)).data["ball"]
    assert (dry["wet"], dry["grooves"]) == (False, "clean")
    stored = Ball.objects.get(uid="ball-soaked")
    assert (stored.wet, stored.grooves) == (True, "worn")
    assert stored.standard_sd > 0.02
    text = api("GET", f"{url}/shots.csv").content.decode()
    assert text.splitlines()[0].endswith("grip_down_in,grooves,wet")
    assert sorted(row.rsplit(",", 2)[1:] for row in text.splitlines()[1:]) == [
        ["clean", "no"],
        ["worn", "yes"],
    ]
    odd = "club,swing,carry_yd,grooves,wet\n56,9:00,60,rusty,yes\n56,9:00,60,clean,soaked\n"
    problems = api.upload(f"{url}/shots/check", odd.encode()).json()["problems"]
    assert [(p["line"], p["column"]) for p in problems] == [(2, "grooves"), (3, "wet")]
    put_right = api("PATCH", f"{url}/balls/ball-soaked", {"wet": False}).data["ball"]
    assert put_right["wet"] is False
    assert Ball.objects.get(uid="ball-soaked").standard_sd < stored.standard_sd
    file = api("GET", f"{url}/student.json").data
    assert {b["grooves"] for b in file["balls"]} == {"clean", "worn"}


def test_what_cannot_be_is_asked_or_refused(api: Api, student: Student, wedge: Club) -> None:
    url = f"/students/{student.pk}/balls"
    far = api("PUT", url, ball(wedge, "far-back", 60, ball_position_in=20))
    assert far.status_code == 409
    assert "20" in far.data["title"]
    kept = api("PUT", url, ball(wedge, "far-back", 60, ball_position_in=20, confirmed=True))
    assert kept.status_code == 200
    refused = api("PUT", url, ball(wedge, "no-such", 60, ball_position_in=300, confirmed=True))
    assert (refused.status_code, refused.data["field"]) == (422, "ball_position_in")


def test_a_change_said_today_splits_the_day_at_its_moment(api: Api, student: Student, wedge: Club) -> None:
    now = timezone.now()
    for i in range(6):
        before = {"hit_at": (now - timedelta(minutes=1)).isoformat(), "moment": "unasked"}
        api("PUT", f"/students/{student.pk}/balls", ball(wedge, f"before-{i}", 58, **before))
    day = api("GET", f"/students/{student.pk}/matrix?live=true").data["day"]
    api("POST", f"/students/{student.pk}/events", {"kind": "technique", "on": day})
    event = Event.objects.get()
    assert event.at is not None
    assert event.at >= now
    for i in range(6):
        api(
            "PUT",
            f"/students/{student.pk}/balls",
            ball(wedge, f"after-{i}", 67, hit_at=now.isoformat()),
        )
        Ball.objects.filter(uid=f"ball-after-{i}").update(hit_at=event.at + timedelta(seconds=i + 1))
    keep(api, student)
    split = cell(api, student)["carry_yd"]
    Event.objects.update(at=None)
    student.refresh_from_db()
    whole = api("GET", f"/students/{student.pk}/matrix?live=true").data["cells"]
    (merged,) = (c["carry_yd"] for c in whole if c["balls"])
    assert split > 65 > merged + 1


def test_a_ball_far_out_is_asked_about_with_its_cells_number(api: Api, student: Student, wedge: Club) -> None:
    hit(api, student, wedge, [60, 61, 59, 60, 60, 61])
    url = f"/students/{student.pk}/cell?{NINE}"
    assert api("GET", url).data["question"] is None
    api(
        "PUT",
        f"/students/{student.pk}/balls",
        ball(wedge, "short-one", 44, hit_at=timezone.now().isoformat()),
    )
    asked = api("GET", url).data["question"]
    assert asked["uids"] == ["ball-short-one"]
    assert asked["guesses"][0] == "mishit"
    assert asked["off_yd"] < -12
    api("PATCH", f"/students/{student.pk}/balls/ball-short-one", {"strike": "fat"})
    assert api("GET", url).data["question"] is None


def test_a_run_that_was_measured_is_one_number_everywhere(api: Api, student: Student, wedge: Club) -> None:
    url = f"/students/{student.pk}"
    hit_ago(api, student, wedge, [44, 45, 43, 44], days_ago=9, total_yd=52)
    keep(api, student)
    assert why(api, student)["start"]["seen"] is None
    hit_ago(api, student, wedge, [44, 45, 43, 44, 45], days_ago=5, total_yd=52)
    keep(api, student)
    shot = {"club": "56", "swing": "9:00", "play": "played"}
    api("POST", f"{url}/played", {"shots": [shot]})
    seen = why(api, student)["start"]["seen"]
    assert (seen["balls"], 6 < seen["run_yd"] < 9) == (9, True)
    assert api("GET", f"{url}/lookup?yardage=44").data[0]["run_seen"] == seen
    assert api("GET", f"{url}/pick?pin_yd=52").data["shots"][0]["run_seen"] == seen
    api("POST", f"{url}/versions", {"run": True})
    link = api("POST", f"{url}/links", {}).data["url"].rpartition("/")[2]
    (phone,) = api.client.get(f"/c/{link}/card.json").json()["shots"]
    carry = round(api("GET", f"{url}/lookup?yardage=44").data[0]["cell"]["carry_yd"])
    assert (phone["run_balls"], phone["runs"]) == (9, None)
    assert phone["run"] == pytest.approx(seen["run_yd"], abs=1)
    assert carry + phone["run"] == pytest.approx(52, abs=1)
