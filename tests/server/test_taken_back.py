"""What belongs to many, and what was handed out: asked about, written down, taken back."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from django.utils import timezone
from oxgang.academy.models import Club, Coach, Entry, Student
from oxgang.academy.services.academies import add_coach
from oxgang.range_sessions.models import Ball, ImportedCarry

from tests.server.conftest import Api
from tests.server.steps import ball, cell, hit, hit_ago, keep, last, sentence_of, undo


def shortened(student: Student, by: int = 2) -> dict[str, Any]:
    scale = student.scale
    scale.refresh_from_db()
    return {"name": scale.name, "idea": scale.idea, "positions": scale.positions[:-by]}


def test_shortening_a_scale_is_asked_about_written_down_and_taken_back(
    api: Api, student: Student, wedge: Club, coach: Coach
) -> None:
    """Any coach could take swings away from every student, with no history and no way back."""
    hit(api, student, wedge, [70, 71, 69, 70, 72], swing="full")
    keep(api, student)
    url = f"/scales/{student.scale_id}"
    asked = api("PUT", url, shortened(student))
    assert (asked.status_code, asked.data["code"]) == (409, "confirm")
    assert "5 balls of students on this scale were hit with 11:00, full" in asked.data["title"]
    assert cell(api, student, swing="full")["balls"] == 5
    done = api("PUT", url, shortened(student) | {"confirmed": True})
    assert [p["label"] for p in done.data["positions"]] == ["7:30", "8:00", "9:00", "10:00"]
    assert cell(api, student, swing="10:00")["balls"] == 5  # at the nearest swing that is left
    entry = api("GET", "/history").data["entries"][0]
    assert (sentence_of(entry), entry["can_undo"]) == (
        "Changed the scale Clock, lead arm, without 11:00, full",
        True,
    )
    assert undo(api, entry).status_code == 200
    assert cell(api, student, swing="full")["balls"] == 5
    # Swings without a ball go without a question.
    assert api("PUT", url, shortened(student, 1) | {"confirmed": False}).status_code == 409
    Ball.objects.update(swing="9:00", arm_deg=90)
    assert api("PUT", url, shortened(student, 1)).status_code == 200


def test_a_scale_that_somebody_else_changed_is_not_overwritten_unseen(
    api: Api, student: Student, coach: Coach
) -> None:
    tobin = Api(add_coach(coach.academy, name="Tobin", log_in="tobin", password="six-long-words"))
    seen = api("GET", "/scales").data[0]
    was = {name: seen[name] for name in ("name", "idea", "positions")}
    url = f"/scales/{seen['id']}"
    mine = was | {"idea": "Mine."}
    assert tobin("PUT", url, was | {"idea": "His.", "was": was}).status_code == 200
    refused = api("PUT", url, mine | {"was": was})
    assert (refused.status_code, refused.data["code"]) == (409, "changed-meanwhile")
    assert api("PUT", url, mine | {"was": was | {"idea": "His."}}).data["idea"] == "Mine."
    # Taking back the older change would undo the newer one unseen.
    entries = api("GET", "/history").data["entries"]
    assert undo(api, entries[1]).data["code"] == "changed-meanwhile"
    assert undo(api, entries[0]).status_code == 200
    assert api("GET", "/scales").data[0]["idea"] == "His."


def test_told_numbers_and_publications_are_taken_back(api: Api, student: Student, wedge: Club) -> None:
    url = f"/students/{student.pk}"

    def told(carry: int) -> Any:
        return api.upload(f"{url}/imported-carries", f"club,swing,carry_yd\n56,9:00,{carry}\n".encode())

    assert told(60).json()["accepted"] == 1
    assert cell(api, student)["imported_yd"] == 60
    assert told(64).json()["accepted"] == 1
    assert undo(api, last(api, student)).status_code == 200
    assert cell(api, student)["imported_yd"] == 60
    first = Entry.objects.filter(student=student, code="log-carries-told").earliest("pk")
    assert undo(api, {"id": first.pk}).status_code == 200
    assert cell(api, student)["imported_yd"] is None
    assert ImportedCarry.objects.count() == 1
    assert undo(api, last(api, student)).status_code == 200
    assert cell(api, student)["imported_yd"] == 60

    hit_ago(api, student, wedge, [60, 61, 59, 60, 61])
    keep(api, student)
    for number in (1, 2):
        assert api("POST", f"{url}/versions", {"picks": False}).data["number"] == number
    published = last(api, student)
    assert undo(api, published).status_code == 200
    assert [v["number"] for v in api("GET", f"{url}/versions").data] == [1]
    assert api("GET", f"{url}/card.pdf").status_code == 200
    assert api("POST", f"{url}/versions", {"picks": False}).data["number"] == 3  # a number is used once


def plan(title: str, **more: Any) -> dict[str, Any]:
    return {"title": title, "items": [{"club": "56", "swing": "9:00", "balls": 5}], **more}


def test_homework_and_a_stale_page_do_not_overwrite_the_plan_of_the_session(
    api: Api, student: Student
) -> None:
    url = f"/students/{student.pk}/plan"
    session = api("PUT", url, plan("session")).data["plan"]
    page = api("PUT", url, plan("at home", homework=True)).data
    assert (page["plan"]["title"], page["homework"]["title"]) == ("session", "at home")
    # A page that saw no plan, or an earlier one, keeps its own only when told to.
    for seen in (None, (timezone.now() - timedelta(hours=1)).isoformat()):
        refused = api("PUT", url, plan("old", seen=seen, looked=True))
        assert (refused.status_code, refused.data["code"]) == (409, "changed-meanwhile")
        assert "planned session" in refused.data["title"]
    newer = api("PUT", url, plan("new", seen=session["made_at"], looked=True)).data["plan"]
    assert newer["title"] == "new"
    assert undo(api, last(api, student)).status_code == 200
    assert api("GET", url).data["plan"]["title"] == "session"
    assert api("DELETE", url).data["plan"] is None
    assert api("GET", url).data["homework"]["title"] == "at home"
    assert undo(api, last(api, student)).status_code == 200
    assert api("GET", url).data["plan"]["items"] == session["items"]


def test_adjusted_balls_are_kept_and_leave_the_cell_alone(api: Api, student: Student, wedge: Club) -> None:
    """Eight balls with the ball three inches back moved the cell by 3.7 yards."""
    url = f"/students/{student.pk}"
    hit(api, student, wedge, [60, 61, 59, 60, 60])
    keep(api, student)
    before = cell(api, student)
    for i in range(8):
        more = {"ball_position_in": 3, "grip_down_in": 1} if i % 2 else {"ball_position_in": 3}
        api("PUT", f"{url}/balls", ball(wedge, f"adjustment-{i}", 67, **more))
    keep(api, student)
    after = cell(api, student)
    assert after["balls"] == 5
    assert after["carry_yd"] == pytest.approx(before["carry_yd"], abs=0.5)
    adjustments = api("GET", f"{url}/matrix").data["adjustments"]
    assert [(t["back_in"], t["down_in"], t["balls"]) for t in adjustments] == [(3, 0, 4), (3, 1, 4)]
    assert all(65 < t["carry_yd"] < 68.5 for t in adjustments)
    rows = api("GET", f"{url}/matrix.csv").content.decode().splitlines()
    assert rows[0].endswith("last_measured,ball_position_in,grip_down_in")
    assert sorted(row.rsplit(",", 2)[1:] for row in rows[1:])[-2:] == [["3", "0"], ["3", "1"]]
    csv = api("GET", f"{url}/shots.csv").content.decode().splitlines()
    place = csv[0].split(",").index("ball_position_in")
    assert sorted(row.split(",")[place] for row in csv[1:]) == ["0.0"] * 5 + ["3.0"] * 8
    rows = [csv[0], *csv[1:]]
    again = api.upload(f"{url}/shots/check", "\n".join(rows).encode()).json()
    assert (again["new"], again["known"], again["problems_total"]) == (0, 13, 0)
    file = api("GET", f"{url}/student.json").data
    assert sum(b["grip_down_in"] for b in file["balls"]) == 4
    # The protocol that measures adjustments says which each ball is.
    draft = api("POST", f"{url}/plan", {"protocol": "ball-position trim", "balls": 15}).data
    assert [item["ball_position_in"] for item in draft["items"]] == [2, 0, -2]
    refused = api("PUT", f"{url}/balls", ball(wedge, "far", 60, ball_position_in=200))
    assert (refused.status_code, refused.data["field"]) == (422, "ball_position_in")


def test_a_ball_days_off_is_asked_about_and_either_answer_is_taken(
    api: Api, student: Student, wedge: Club
) -> None:
    """A clock at 1970 filed its balls under 1970."""
    url = f"/students/{student.pk}/balls"
    body = ball(wedge, "old", 60, hit_at="1970-01-01T00:00:05Z", moment="unasked")
    asked = api("PUT", url, body)
    assert (asked.status_code, asked.data["code"], asked.data["field"]) == (
        409,
        "confirm",
        "hit_at",
    )
    assert "1 January 1970" in asked.data["title"]
    assert not Ball.objects.exists()
    today = api("PUT", url, body | {"moment": "arrival"}).data["ball"]
    assert today["hit_on"] == timezone.now().date().isoformat()
    # Sent again without the answer it is the ball that is there, not a question.
    assert api("PUT", url, body).data["ball"]["hit_on"] == today["hit_on"]
    weekend = (timezone.now() - timedelta(hours=47)).isoformat()
    assert api("PUT", url, ball(wedge, "fri", 60, hit_at=weekend, moment="unasked")).status_code == 200
    kept = api("PUT", url, body | {"uid": "ball-kept", "moment": "as said"}).data["ball"]
    assert kept["hit_on"] == "1970-01-01"


def test_a_ball_is_put_right_in_place(api: Api, student: Student, wedge: Club) -> None:
    url = f"/students/{student.pk}/balls"
    hit(api, student, wedge, [44, 45, 43, 44])
    api("PUT", url, ball(wedge, "wrong", 58, headwind_mps=3))
    standard = Ball.objects.get(uid="ball-wrong").standard_yd
    sixty = student.clubs.get(label="60")
    right = {"swing": "10:00", "trajectory": "high", "strike": "thin", "club_id": str(sixty.pk)}
    moved = api("PATCH", f"{url}/ball-wrong", right).data["ball"]
    assert [moved[n] for n in ("club", "swing", "trajectory", "strike")] == ["60", "10:00", "high", "thin"]
    stored = Ball.objects.get(uid="ball-wrong")
    assert stored.arm_deg == 120
    assert stored.standard_yd != standard  # another height loses another share to the wind
    assert undo(api, last(api, student)).status_code == 200
    stored.refresh_from_db()
    assert (stored.club, stored.swing, stored.arm_deg, stored.standard_yd) == (wedge, "9:00", 90, standard)
    for wrong, field in (
        ({"swing": "13:00"}, "swing"),
        ({"ball_position_in": 40}, "ball_position_in"),
    ):
        refused = api("PATCH", f"{url}/ball-wrong", wrong)
        assert (refused.status_code, refused.data["field"]) == (422, field)
    stranger = Api(add_coach(student.academy, name="T", log_in="tobin", password="six-long-words"))
    theirs = {"club_id": "00000000-0000-4000-8000-000000000000"}
    assert stranger("PATCH", f"{url}/ball-wrong", theirs).status_code == 422


@pytest.mark.parametrize(
    ("file", "words"),
    [
        ("shots.csv", "shots.csv"),
        ("matrix.xlsx", "matrix.xlsx"),
        ("student.json", "the whole student as a file"),
        ("card.pdf", "the card, version 1"),
    ],
)
def test_what_leaves_the_academy_is_written_down(api: Api, rich: Student, file: str, words: str) -> None:
    rich.refresh_from_db()
    revision = rich.revision
    assert api("GET", f"/students/{rich.pk}/{file}").status_code == 200
    entry = last(api, rich)
    assert (sentence_of(entry), entry["by"], entry["can_undo"]) == (f"Downloaded {words}", "ilse", False)
    rich.refresh_from_db()
    assert rich.revision == revision  # nothing of the student has changed


def test_a_session_starts_from_the_students_own_usual(api: Api, student: Student, wedge: Club) -> None:
    url = f"/students/{student.pk}"
    assert api("GET", f"{url}/usual").data == {"lie": "mat", "ball": "premium"}
    hit_ago(api, student, wedge, [60, 61, 62], days_ago=9, lie="tee")
    for number, lie in enumerate(("fairway", "fairway", "mat")):
        more = {"lie": lie, "ball": "range", "hit_at": timezone.now().isoformat()}
        api("PUT", f"{url}/balls", ball(wedge, f"n{number}", 60, **more))
    assert api("GET", f"{url}/usual").data == {"lie": "fairway", "ball": "range"}
