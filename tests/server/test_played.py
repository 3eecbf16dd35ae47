"""Choosing the shots: history and undo, two coaches, and what leaves the bag."""

from __future__ import annotations

import io
from typing import Any

import openpyxl
import pypdf
import pytest
from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.services.academies import add_coach, set_public_address
from oxgang.api.card.address import only_here
from oxgang.core.errors import InputError
from oxgang.matrix.models import PlayedShot

from tests.server.conftest import Api
from tests.server.steps import hit, keep, last, listed, sentence_of, undo


def shots(api: Api, student: Student) -> dict[str, Any]:
    found: dict[str, Any] = api("GET", f"/students/{student.pk}/played").data
    return found


def plays(page: dict[str, Any], what: str = "played") -> list[str]:
    return [f"{s['club']} {s['swing']}" for s in page["shots"] if s["play"] == what]


def choose(api: Api, student: Student, *choices: tuple[str, str], **more: Any) -> Any:
    body = [{"club": "56", "swing": swing, "play": play, **more} for swing, play in choices]
    return api("POST", f"/students/{student.pk}/played", {"shots": body})


def test_a_proposal_stands_in_till_a_coach_chooses_and_is_there_again_after_undo(
    api: Api, two_shots: Student
) -> None:
    page = shots(api, two_shots)
    assert (page["chosen"], plays(page)) == (False, ["56 9:00", "56 10:00"])
    assert page["proposal"]["covered"] == [5, 10]
    assert page["covered"] == {
        "yards": 71,
        "played": 10,
        "measured": 10,
        "all": page["covered"]["all"],
    }
    assert page["longest"] == {"label": "10:00", "arm_deg": 120, "full_too": False, "own": False}
    done = choose(api, two_shots, ("10:00", "work"))
    # The first choice makes the proposal the coach's own, changed as said.
    assert (done.data["chosen"], plays(done.data), plays(done.data, "work")) == (
        True,
        ["56 9:00"],
        ["56 10:00"],
    )
    assert done.data["covered"]["played"] == 5
    assert sentence_of(last(api, two_shots)) == "Chose shots, uses 56 9:00, learns 56 10:00"
    assert undo(api, last(api, two_shots)).status_code == 200
    page = shots(api, two_shots)
    assert (page["chosen"], plays(page)) == (False, ["56 9:00", "56 10:00"])
    undo(api, last(api, two_shots))  # and done again
    assert plays(shots(api, two_shots), "work") == ["56 10:00"]


def test_what_is_on_the_card_stays_proposed(api: Api, two_shots: Student, wedge: Club) -> None:
    """Until other shots bring three yardages more."""
    published = api("POST", f"/students/{two_shots.pk}/versions", {"note": "", "picks": False})
    assert published.status_code == 200
    hit(api, two_shots, wedge, [46, 46.5, 46], trajectory="low")
    keep(api, two_shots)
    assert plays(shots(api, two_shots)) == ["56 9:00", "56 10:00"]
    hit(api, two_shots, wedge, [34, 35, 33], swing="8:00")
    keep(api, two_shots)
    assert "56 8:00" in plays(shots(api, two_shots))


def test_two_coaches_choose_at_once(api: Api, two_shots: Student, coach: Coach) -> None:
    tobin = Api(add_coach(coach.academy, name="Tobin", log_in="tobin", password="six-long-words"))
    choose(api, two_shots, ("9:00", "played"), ("10:00", "played"))
    # Different shots: both have theirs.
    assert choose(tobin, two_shots, ("9:00", "work"), was="played").status_code == 200
    assert choose(api, two_shots, ("10:00", "neither"), was="played").status_code == 200
    page = shots(api, two_shots)
    assert (plays(page), plays(page, "work")) == ([], ["56 9:00"])
    # The same shot: the second is told, and nothing changes.
    refused = choose(api, two_shots, ("9:00", "neither"), ("10:00", "played"), was="played")
    assert (refused.status_code, refused.data["code"]) == (409, "changed-meanwhile")
    assert "56 9:00 is now still learning" in refused.data["title"]
    assert plays(shots(api, two_shots), "work") == ["56 9:00"]
    # The same choice twice is no quarrel, and one row.
    assert choose(tobin, two_shots, ("9:00", "work"), was="played").status_code == 200
    assert PlayedShot.objects.filter(student=two_shots).count() == 2


def test_what_cannot_be_hit_is_refused_and_nothing_is_stored(api: Api, two_shots: Student) -> None:
    nine = {"club": "56", "swing": "9:00", "play": "played"}
    for body in (
        [nine | {"club": "99"}],
        [nine | {"swing": "noon"}],
        [nine | {"back_in": 2}],
        [nine | {"play": "sometimes"}],
        [nine] * 101,
        # All or nothing.
        [nine, nine | {"swing": "noon"}],
    ):
        refused = api("POST", f"/students/{two_shots.pk}/played", {"shots": body})
        assert refused.status_code == 422, body
        assert refused.data["title"]
    assert not shots(api, two_shots)["chosen"]
    assert not PlayedShot.objects.exists()


def test_no_shot_played_answers_nothing_and_is_no_card(api: Api, two_shots: Student) -> None:
    url = f"/students/{two_shots.pk}"
    choose(api, two_shots, ("9:00", "neither"), ("10:00", "neither"))
    assert api("GET", f"{url}/card").data["thin"][0]["code"] == "card-no-shot"
    refused = api("POST", f"{url}/versions", {"picks": False})
    assert (refused.status_code, "No shots in use" in refused.data["title"]) == (422, True)
    # What is measured is named, and that it is not played.
    assert {s["role"] for s in api("GET", f"{url}/lookup?yardage=60").data} == {"unplayed"}
    (row,) = listed(api)["rows"]
    assert (row["state"], row["reasons"][0]["code"], row["covered"]) == ("due", "due-no-shot", 0)
    gaps = api("GET", f"{url}/gaps").data
    assert [g["gap"] for g in gaps["gaps"]] == [{"from_yd": 30, "to_yd": 100, "width": 71}]
    ways = {(f["way"], f["key"]["swing"]) for f in gaps["gaps"][0]["fills"]}
    assert ("play", "10:00") in ways or ("play", "9:00") in ways


def test_a_shot_whose_club_left_the_bag_is_kept_shown_and_not_offered(
    api: Api, two_shots: Student, wedge: Club
) -> None:
    choose(api, two_shots, ("9:00", "played"), ("10:00", "work"))
    api("POST", f"/clubs/{wedge.pk}/archive")
    page = shots(api, two_shots)
    assert [(g["swing"], g["play"]) for g in page["gone"]] == [
        ("9:00", "played"),
        ("10:00", "work"),
    ]
    assert page["gone"][0]["club"].startswith("56")
    assert plays(page) == []
    assert api("GET", f"/students/{two_shots.pk}/card").data["played"] == 0
    # It can be let go of; back in the bag, the rest is as it was.
    gone = page["gone"][1]
    body = {
        **{k: gone[k] for k in ("club", "swing", "trajectory")},
        "play": "neither",
        "was": "work",
    }
    assert api("POST", f"/students/{two_shots.pk}/played", {"shots": [body]}).status_code == 200
    api("POST", f"/clubs/{wedge.pk}/restore")
    page = shots(api, two_shots)
    assert (plays(page), plays(page, "work"), page["gone"]) == (["56 9:00"], [], [])


def test_a_choice_follows_the_student_into_another_scale(api: Api, two_shots: Student) -> None:
    choose(api, two_shots, ("9:00", "played"), ("10:00", "neither"))
    fraction = next(s for s in api("GET", "/scales").data if s["key"] == "fraction")
    api("PATCH", f"/students/{two_shots.pk}", {"scale_id": fraction["id"]})
    assert plays(shots(api, two_shots)) == ["56 half"]
    assert choose(api, two_shots, ("half", "work"), was="played").status_code == 200
    page = shots(api, two_shots)
    assert (plays(page), plays(page, "work")) == ([], ["56 half"])


def test_estimates_answer_only_as_wide_as_the_coach_lets_them_in(api: Api, two_shots: Student) -> None:
    url = f"/students/{two_shots.pk}"
    choose(api, two_shots, ("9:00", "played"), ("8:00", "played"))
    page = shots(api, two_shots)
    eight = next(s for s in page["shots"] if s["swing"] == "8:00" and s["play"] == "played")
    half = (eight["carry_hi_yd"] - eight["carry_lo_yd"]) / 2
    at = max(30, round(eight["carry_yd"]))

    def answer(yardage: int) -> Any:
        return next(r for r in shots(api, two_shots)["rungs"] if r["yardage"] == yardage)

    assert (eight["let_in"], answer(at)["shot"]) == (False, None)
    for width, there in ((half - 0.1, False), (half + 0.1, True)):
        api("PATCH", url, {"estimates_yd": round(width, 3)})
        assert (answer(at)["shot"] is not None) is there
        card = api("GET", f"{url}/card").data
        texts = [t for t in card["sheets"][0]["texts"] if t["text"] == "56 8:00"]
        assert [t["face"] for t in texts] == (["italic"] if there else [])
    assert "italic: estimated" in str(card["sheets"])
    api("PATCH", url, {"estimates_yd": None})
    assert answer(at)["shot"] is None
    refused = api("PATCH", url, {"estimates_yd": 40})
    assert (refused.status_code, refused.data["field"]) == (422, "estimates_yd")
    refused = api("PATCH", url, {"longest": "noon"})
    assert (refused.status_code, refused.data["field"]) == (422, "longest")


def test_everything_that_answers_says_the_same(api: Api, two_shots: Student) -> None:
    url = f"/students/{two_shots.pk}"
    choose(api, two_shots, ("9:00", "played"), ("10:00", "played"))
    page = shots(api, two_shots)
    card = api("GET", f"{url}/matrix").data
    book = openpyxl.load_workbook(io.BytesIO(api("GET", f"{url}/matrix.xlsx").content))
    rows = {r[0].value: r[1].value for r in book["by yardage"].iter_rows(min_row=2)}
    for rung in page["rungs"]:
        place, yardage = rung["shot"], rung["yardage"]
        said_so = "none" if place is None else f"56 {page['shots'][place]['swing']}"
        assert rows[yardage] == said_so
        assert card["ground"]["plays"][yardage - card["ground"]["axis_from_yd"]] == place
        # Flown today, a standard carry stays to a few hundredths of a yard: not at the edges.
        off = abs(page["shots"][rung["nearest"]]["carry_yd"] - yardage)
        if yardage % 9 == 0 and min(abs(off - 2.5), abs(off - 5)) > 0.1:
            looked = api("GET", f"{url}/lookup?yardage={yardage}").data[0]
            role = ("added" if rung["adds"] else "nearest") if place is None else "answer"
            assert (looked["role"], looked["cell"]["swing"]) == (
                role,
                page["shots"][rung["nearest"] if place is None else place]["swing"],
            )


def test_a_shot_with_a_adjustment_is_played_as_one(api: Api, two_shots: Student, wedge: Club) -> None:
    hit(api, two_shots, wedge, [39, 38, 40, 39, 38], ball_position_in=3.0)
    keep(api, two_shots)
    page = choose(api, two_shots, ("9:00", "played"), back_in=3.0).data
    adjusted = next(s for s in page["shots"] if s["back_in"])
    assert (adjusted["play"], adjusted["swing"]) == ("played", "9:00")
    pdf = api("POST", f"/students/{two_shots.pk}/versions", {"picks": False}).status_code
    assert pdf == 200
    text = (
        pypdf.PdfReader(io.BytesIO(api("GET", f"/students/{two_shots.pk}/card.pdf?sides=yardage").content))
        .pages[0]
        .extract_text()
    )
    assert "56 9:00, ball 3 in back" in text


def test_the_choice_travels_with_the_student(api: Api, two_shots: Student) -> None:
    url = f"/students/{two_shots.pk}"
    choose(api, two_shots, ("9:00", "played"), ("10:00", "work"))
    api("PATCH", url, {"longest": "9:00", "estimates_yd": 3})
    api("POST", f"{url}/versions", {"run": True, "cues": False, "step": 10, "picks": False})
    file = api("GET", f"{url}/student.json").content
    brought = api.upload("/student-files", file, known="second").json()
    again = Student.objects.get(pk=brought["id"])
    page = shots(api, again)
    assert (page["chosen"], plays(page), plays(page, "work")) == (True, ["56 9:00"], ["56 10:00"])
    assert (again.longest, again.estimates_yd, page["longest"]["own"]) == ("9:00", 3, True)
    assert api("GET", f"/students/{again.pk}/card.pdf").status_code == 200


def test_what_is_due_is_what_is_played(api: Api, two_shots: Student, wedge: Club) -> None:
    api("PATCH", f"/students/{two_shots.pk}", {"tolerance_yd": 1})
    choose(api, two_shots, ("9:00", "played"), ("10:00", "neither"))
    (row,) = listed(api)["rows"]
    assert (row["matters"], row["wide"], row["state"]) == (1, 1, "due")
    plan = api("POST", f"/students/{two_shots.pk}/check-up", {"balls": 6}).data["plan"]["items"]
    assert {i["swing"] for i in plan} == {"9:00"}
    choose(api, two_shots, ("10:00", "work"))
    items = api("POST", f"/students/{two_shots.pk}/plan", {"protocol": "check-up", "balls": 16}).data["items"]
    assert [i["swing"] for i in items] == ["9:00", "10:00"]
    assert min(i["balls"] for i in items) > 1


def test_an_own_scale_says_where_its_control_ends(api: Api, two_shots: Student) -> None:
    zones = next(s for s in api("GET", "/scales").data if s["key"] == "zones")
    assert zones["longest"] == "2"
    mine = {k: zones[k] for k in ("idea", "positions", "longest")} | {"name": "Mine"}
    made = api("POST", "/scales", mine).data
    api("PATCH", f"/students/{two_shots.pk}", {"scale_id": made["id"], "ball_limit": 80})
    assert shots(api, two_shots)["longest"]["label"] == "2"
    refused = api("POST", "/scales", mine | {"name": "Other", "longest": "9"})
    assert (refused.status_code, refused.data["field"]) == (422, "longest")
    url = f"/scales/{made['id']}"
    # Left out it stays, and goes with its position.
    kept = api("PUT", url, mine | {"longest": None, "idea": "New."}).data
    assert (kept["longest"], kept["idea"]) == ("2", "New.")
    shorter = [p for p in zones["positions"] if p["label"] != "2"]
    gone = api("PUT", url, {"name": "Mine", "positions": shorter, "confirmed": True}).data
    assert gone["longest"] == ""
    assert shots(api, two_shots)["longest"]["label"] in ("1", "3")


@pytest.mark.parametrize(
    "address", ["academy.example", "ftp://academy.example", "https://", "https://a.example?x=1"]
)
def test_a_public_address_is_one(coach: Coach, address: str) -> None:
    with pytest.raises(InputError, match="not an address"):
        set_public_address(coach.academy, address)
    set_public_address(coach.academy, "https://academy.example/ ")
    assert coach.academy.public_address == "https://academy.example"
    set_public_address(coach.academy, "")
    assert coach.academy.public_address == ""
    assert only_here("http://localhost:8000")
    assert only_here("http://[::1]/")
    assert not only_here("http://192.168.1.7:8000")


def test_a_kept_matrix_is_that_of_now(
    api: Api, two_shots: Student, wedge: Club, django_assert_max_num_queries: Any
) -> None:
    """A card that is looked at again computes nothing; whatever is written is in it at once."""
    url = f"/students/{two_shots.pk}"
    first = api("GET", f"{url}/card?run=true").data
    again = api("GET", f"{url}/card?run=true&step=10").data
    assert [t["text"] for t in again["sheets"][0]["texts"]] != [
        t["text"] for t in first["sheets"][0]["texts"]
    ]
    with django_assert_max_num_queries(14):
        assert api("GET", f"{url}/card?run=true").data == first
    choose(api, two_shots, ("10:00", "neither"))
    assert api("GET", f"{url}/card").data["played"] == 1
    was = next(s["carry_yd"] for s in shots(api, two_shots)["shots"] if s["play"] == "played")
    hit(api, two_shots, wedge, [54, 55, 53, 54, 55, 54, 56])
    keep(api, two_shots)
    now = next(s["carry_yd"] for s in shots(api, two_shots)["shots"] if s["play"] == "played")
    assert now > was + 3
    undo(api, last(api, two_shots))  # the review
    assert next(s["carry_yd"] for s in shots(api, two_shots)["shots"] if s["play"] == "played") == was
    api("PATCH", url, {"tolerance_yd": 9})
    assert shots(api, two_shots)["covered"]["played"] > 15
