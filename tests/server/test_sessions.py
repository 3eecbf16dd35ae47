"""Plans, stages, reviews: what to hit, and what of it enters the matrix."""

from __future__ import annotations

from typing import Any

import pytest
from oxgang.academy.models import Club, Student
from oxgang.core.practice.protocols import Protocol
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api
from tests.server.steps import ball, cell_now, hit


@pytest.mark.parametrize("protocol", list(Protocol))
def test_every_protocol_makes_a_plan_that_can_be_kept(api: Api, student: Student, protocol: str) -> None:
    url = f"/students/{student.pk}/plan"
    draft = api("POST", url, {"protocol": protocol, "balls": 30, "yardage": 55}).data
    assert draft["balls"] == sum(item["balls"] for item in draft["items"])
    assert 0 < draft["balls"] <= 30
    assert all(item["why"]["code"] for item in draft["items"])
    body = {"title": protocol, "homework": True, "items": draft["items"]}
    page = api("PUT", url, body).data
    saved = page["homework"]
    assert (saved["title"], saved["homework"], saved["items"]) == (protocol, True, draft["items"])
    assert page["plan"] is None
    assert api("DELETE", f"{url}?homework=true").data["homework"] is None


def test_plans_that_cannot_be(api: Api, student: Student, coach: object) -> None:
    url = f"/students/{student.pk}/plan"
    for body, field in (
        ({"protocol": "dance"}, "protocol"),
        ({"protocol": "check-up", "balls": 0}, "balls"),
        ({"protocol": "first map", "swing": "13:00"}, "swing"),
        ({"protocol": "tempo map", "club": "driver"}, "club"),
    ):
        refused = api("POST", url, body)
        assert (refused.status_code, refused.data["field"]) == (422, field)
    assert api("PUT", url, {"title": "x", "items": []}).data["field"] == "items"
    student.clubs.all().delete()
    empty = api("POST", url, {"protocol": "check-up"})
    assert (empty.status_code, "bag" in empty.data["title"]) == (422, True)


def test_a_plans_effect_is_drawn_before_a_ball_is_hit(api: Api, student: Student, wedge: Club) -> None:
    hit(api, student, wedge, [44.0 + i % 3 for i in range(6)])
    base = f"/students/{student.pk}"
    shot = {"club": "56", "trajectory": "stock", "spin": "check", "tempo": "normal"}

    def wide(matrix: dict[str, Any]) -> dict[str, float]:
        return {
            c["swing"]: c["carry_hi_yd"] - c["carry_lo_yd"]
            for c in matrix["cells"]
            if c["club"] == "56" and c["trajectory"] == "stock"
        }

    def yards(strips: list[dict[str, Any]], kind: str) -> int:
        return sum(s["to_yd"] - s["from_yd"] + 1 for s in strips if s["kind"] == kind)

    now = api("GET", f"{base}/matrix").data
    items = [{**shot, "swing": "9:00", "balls": 9}, {**shot, "swing": "full", "balls": 6}]
    effect = api("POST", f"{base}/plan/effect", {"items": items}).data
    then = effect["matrix"]
    assert wide(then)["full"] < 0.6 * wide(now)["full"]
    assert wide(then)["9:00"] < wide(now)["9:00"]
    # Balls taken to land where they are expected move no number, and none is stored.
    assert [c["carry_yd"] for c in then["cells"]] == pytest.approx(
        [c["carry_yd"] for c in now["cells"]], rel=0.02
    )
    assert then["ground"]["covered_measured"] > now["ground"]["covered_measured"]
    assert yards(effect["later"], "sure") > yards(effect["now"], "sure")
    every = now["ground"]["to_yd"] - now["ground"]["from_yd"] + 1
    assert sum(yards(effect["now"], kind) for kind in ("sure", "doubtful", "fallow")) == every
    assert Ball.objects.count() == 6
    # A net tells no carry, and a cell that the matrix does not have is not foreseen.
    for odd in ({**items[1], "place": "net"}, {**items[1], "swing": "11:00", "club": "none"}):
        same = api("POST", f"{base}/plan/effect", {"items": [odd]}).data["matrix"]
        assert wide(same) == wide(now)
    assert api("POST", f"{base}/plan/effect", {"items": [{**items[0], "balls": 0}]}).status_code == 422
    # An adjustment teaches its cell less than the plain swing does.
    down = {**items[1], "grip_down_in": 2.0}
    adjusted = api("POST", f"{base}/plan/effect", {"items": [down]}).data["matrix"]
    plain = api("POST", f"{base}/plan/effect", {"items": [items[1]]}).data["matrix"]
    assert wide(plain)["full"] < wide(adjusted)["full"] < wide(now)["full"]


def test_stages_follow_the_criteria_unless_the_coach_says_otherwise(
    api: Api, student: Student, wedge: Club
) -> None:
    url = f"/students/{student.pk}/plan"
    assert api("GET", url).data["stage"] == "contact"
    hit(api, student, wedge, [44.0 + i % 3 for i in range(20)])
    page = api("GET", url).data
    assert (page["stage"], page["standings"][0]["holds"]) == ("distance", True)
    contact = page["standings"][0]
    assert (contact["good"], contact["of"], contact["share"], contact["least"]) == (20, 20, 0.8, 20)
    strict = page["criteria"] | {"over_balls": 40}
    assert api("PATCH", f"/students/{student.pk}/criteria", strict).data["stage"] == "contact"
    wrong = api("PATCH", f"/students/{student.pk}/criteria", {"solid": 80})
    assert wrong.data["field"] == "solid"
    api("PATCH", f"/students/{student.pk}", {"stage": "trajectory"})
    page = api("GET", url).data
    assert (page["stage"], page["by_hand"]) == ("trajectory", True)
    low = api("POST", url, {"protocol": "check-up", "balls": 45}).data["items"]
    assert {item["trajectory"] for item in low} > {"stock"}
    api("PATCH", f"/students/{student.pk}", {"stage": "distance"})
    flat = api("POST", url, {"protocol": "check-up", "balls": 45}).data["items"]
    assert {item["trajectory"] for item in flat} == {"stock"}


def test_a_review_shows_before_and_after_and_keeps_what_the_coach_keeps(
    api: Api, student: Student, wedge: Club
) -> None:
    earlier = "2026-05-20T10:00:00Z"
    hit(api, student, wedge, [44, 45, 43, 44, 46, 44, 45, 43], hit_at=earlier)
    api("POST", f"/students/{student.pk}/review", {})
    hit(api, student, wedge, [52, 53, 51, 52, 54, 52, 53, 51, 30])
    url = f"/students/{student.pk}/review"
    seen = api("GET", url).data
    assert len(seen["balls"]) == 9
    (moved,) = (m for m in seen["moved"] if m["new_balls"])
    assert moved["real"]
    assert moved["after"]["carry_yd"] > moved["before"]["carry_yd"] + 2
    assert seen["verdict"]["shift"]["changed"]
    assert seen["verdict"]["shift"]["lo"] > 0.05
    (odd,) = seen["suspects"]
    assert odd["carry_yd"] == pytest.approx(30)
    assert api("POST", url, {"aside": {odd["uid"]: " "}}).data["field"] == "aside"
    some = [b["uid"] for b in seen["balls"][:3]]
    answer = api("POST", url, {"keep": some, "aside": {odd["uid"]: "topped it"}}).data
    assert answer == {"accepted": 4}
    assert len(api("GET", url).data["balls"]) == 5  # the others go on waiting
    stored = Ball.objects.get(uid=odd["uid"])
    assert (stored.excluded, stored.accepted) == ("topped it", True)
    assert api("POST", url, {}).data == {"accepted": 5}
    day = str(stored.hit_on)
    assert api("GET", url).data["days"] == [day, "2026-05-20"]
    reopened = api("POST", f"/students/{student.pk}/reopen", {"day": day}).data
    assert reopened == {"accepted": 9}
    assert Ball.objects.count() == 17


def test_how_a_carry_was_read_and_the_days_air_are_taken_into_account(
    api: Api, student: Student, wedge: Club
) -> None:
    url = f"/students/{student.pk}/balls"
    more = {}
    for read in ("typed", "laser", "eye"):
        answer = api("PUT", url, ball(wedge, read, 44, read=read)).data
        more[read] = Ball.objects.get(uid=answer["ball"]["uid"]).read_sd
    assert more["typed"] == 0 < more["laser"] < more["eye"]
    windy = api("PUT", url, ball(wedge, "windy", 44, headwind_mps=5, temperature_c=8)).data
    assert windy["ball"]["standard_yd"] > 45
    now = cell_now(api, student)
    assert now["more_balls"] is None or now["more_balls"] > 0
    total = ball(wedge, "total", 1, total_yd=60) | {"carry_yd": None}
    assert 35 < api("PUT", url, total).data["ball"]["standard_yd"] < 58
