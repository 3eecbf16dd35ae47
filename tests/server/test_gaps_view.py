"""Gaps, another bag, look-up: what the view asks of the server."""

from __future__ import annotations

import pytest
from oxgang.academy.models import Club, Student

from tests.server.conftest import Api
from tests.server.steps import day, hit


def test_gaps_name_the_fallow_and_ways_that_stay_within_the_stage(
    api: Api, student: Student, wedge: Club
) -> None:
    url = f"/students/{student.pk}/gaps"
    empty = api("GET", url).data
    assert empty["measured"] == 0
    assert empty["gaps"][0]["gap"]["width"] == 71
    hit(api, student, wedge, [44, 45, 43, 44, 45])
    hit(api, student, wedge, [60, 61, 59, 60, 62], swing="10:00")
    api("POST", f"/students/{student.pk}/review", {})
    api("PATCH", f"/students/{student.pk}", {"stage": "distance"})
    found = api("GET", url).data
    share = found["coverage"]
    assert 0 < share["played"] <= share["measured"] <= share["all"] < 1
    # The widest first; a yard or two is a footnote; together they are all that lies fallow.
    assert [g["gap"]["width"] for g in found["gaps"]] == sorted(
        (g["width"] for g in found["fallow"] if g["width"] > 2), reverse=True
    )
    assert len(found["small"]) + len(found["gaps"]) == len(found["fallow"])
    assert (found["played"], found["chosen"]) == (2, False)
    widths = {(g["gap"]["from_yd"], g["gap"]["to_yd"]): g["fills"] for g in found["gaps"]}
    fills = [fill for some in widths.values() for fill in some if not fill["later"]]
    assert fills
    assert all(fill["use"] > 0 for fill in fills)
    assert {fill["key"]["trajectory"] for fill in fills} == {"stock"}
    # Accepting one is adding it to the plan.
    item = fills[0]["key"] | {"balls": 5, "why": {"code": "plan-own", "values": {"words": "a gap"}}}
    kept = api("PUT", f"/students/{student.pk}/plan", {"title": "gaps", "items": [item]})
    assert kept.data["plan"]["items"][0]["club"] == fills[0]["key"]["club"]
    for query, field in (
        ("tolerance_yd=0", "tolerance_yd"),
        ("from_yd=90&to_yd=40", "from_yd"),
        ("from_yd=1&to_yd=400", "to_yd"),
    ):
        refused = api("GET", f"{url}?{query}")
        assert (refused.status_code, refused.data["field"]) == (422, field)


def test_another_bag_is_tried_and_never_stored(api: Api, student: Student, wedge: Club) -> None:
    hit(api, student, wedge, [44, 45, 43, 44, 45])
    api("POST", f"/students/{student.pk}/review", {})
    url = f"/students/{student.pk}/what-if"
    more = [{"label": k, "loft_deg": v} for k, v in (("60", 60), ("56", 56), ("51", 51))]
    tried = api("POST", url, {"clubs": more}).data
    assert [club["label"] for club in tried["clubs"]] == ["60", "56", "51"]
    assert {c["basis"] for c in tried["cells"] if c["club"] == "51"} == {"estimated"}
    bent = api("POST", url, {"clubs": [{"label": "56", "loft_deg": 54}]}).data
    assert {c["basis"] for c in bent["cells"]} == {"estimated"}  # another loft, another club
    assert student.clubs.count() == 2
    for clubs, field in (
        ([], "clubs"),
        ([{"label": "a", "loft_deg": 56}, {"label": "A", "loft_deg": 52}], "clubs"),
        ([{"label": "a", "loft_deg": 9}], "loft_deg"),
    ):
        assert api("POST", url, {"clubs": clubs}).data["field"] == field
    search = f"/students/{student.pk}/loft-search"
    best = api("POST", search, {"number": 2, "staying": ["56"]}).data
    assert len(best[0]["lofts"]) == 2
    assert best[0]["covered"] >= best[-1]["covered"]
    assert api("POST", search, {"number": 7, "staying": []}).data["field"] == "number"


@pytest.mark.parametrize("kind", ["technique", "club bent"])
def test_what_has_changed_travels_with_the_balls(api: Api, measured: Student, kind: str) -> None:
    """The matrix said +-12 after an event, the same bag under what-if still +-3."""
    url = f"/students/{measured.pk}"
    (club,) = [c for c in api("GET", f"{url}/matrix").data["clubs"] if c["label"] == "56"]
    body = {"kind": kind, "on": day(2), "remark": ""}
    of_club = {"club_id": club["id"], "loft_deg": 57.0} if kind == "club bent" else {}
    assert api("POST", f"{url}/events", body | of_club).status_code == 200
    found = api("GET", f"{url}/matrix").data
    bag = [{k: c[k] for k in ("label", "loft_deg", "bounce_deg")} for c in found["clubs"]]
    tried = api("POST", f"{url}/what-if", {"clubs": bag}).data
    carries = ("club", "swing", "trajectory", "carry_yd", "carry_lo_yd", "carry_hi_yd", "doubts")
    assert [{k: c[k] for k in carries} for c in tried["cells"]] == [
        {k: c[k] for k in carries} for c in found["cells"]
    ]


def test_a_yardage_is_looked_up_in_todays_wind(api: Api, student: Student, wedge: Club) -> None:
    hit(api, student, wedge, [60, 61, 59, 60, 62], swing="10:00")
    api("POST", f"/students/{student.pk}/review", {})
    url = f"/students/{student.pk}/lookup?yardage=60"
    calm = api("GET", url).data[0]
    assert (calm["cell"]["club"], calm["cell"]["swing"]) == ("56", "10:00")
    assert calm["today_yd"] == pytest.approx(calm["cell"]["carry_yd"], abs=0.1)
    assert calm["total_yd"] == pytest.approx(calm["today_yd"] + calm["run_yd"])
    assert 0.2 < calm["chance"] < 0.9
    windy = api("GET", f"{url}&headwind_mps=6&temperature_c=5").data
    same = next(s for s in windy if s["cell"] == calm["cell"])
    assert same["today_yd"] < calm["today_yd"] - 1
    assert api("GET", f"/students/{student.pk}/lookup?yardage=900").status_code == 422
