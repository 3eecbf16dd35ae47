"""Balls that were logged for the wrong student: moved whenever it is noticed, and taken back whole."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any
from uuid import uuid4

import pytest
from django.utils import timezone
from oxgang.academy.models import Club, Coach, Entry, Student
from oxgang.academy.services.clubs import add_club
from oxgang.academy.services.log import BLOCK
from oxgang.core.words import bag
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api, make_student
from tests.server.steps import cell, day, hit_ago, keep, last, sentence_of, undo


@pytest.fixture
def other(coach: Coach) -> Student:
    return make_student(coach, "Odile Fenn")


def balls_of(student: Student) -> dict[str, float | None]:
    rows = Ball.objects.filter(student=student, withdrawn_at=None)
    return {row.uid: row.carry_yd for row in rows}


def cells(api: Api, student: Student) -> int:
    rows = api("GET", f"/students/{student.pk}/matrix").data["cells"]
    return sum(cell["balls"] for cell in rows)


def give(api: Api, source: Student, to: Student, balls: list[str], **more: Any) -> Any:
    body = {"to_id": str(to.pk), "balls": balls} | more
    return api("PUT", f"/students/{source.pk}/balls-of-another", body)


def test_balls_of_a_month_ago_move_with_their_day_and_come_back_in_one(
    api: Api, student: Student, other: Student, wedge: Club
) -> None:
    hit_ago(api, student, wedge, [44, 45, 46, 47], days_ago=30)
    keep(api, student)
    uids = sorted(balls_of(student))
    assert cells(api, student) == 4
    answer = give(api, student, other, uids[:3])
    assert (answer.status_code, answer.data["moved"]) == (200, 3)
    assert give(api, student, other, uids[:3]).data["moved"] == 0
    assert (sorted(balls_of(student)), sorted(balls_of(other))) == (uids[3:], uids[:3])
    # They keep their day, and wait for a review where they are.
    moved = Ball.objects.filter(student=other, withdrawn_at=None)
    assert {(b.hit_on, b.swing, b.accepted) for b in moved} == {
        (Ball.objects.get(uid=uids[3], student=student).hit_on, "9:00", False)
    }
    keep(api, other)
    assert (cells(api, student), cells(api, other)) == (1, 3)
    # Either one's history takes the whole move back, and does it again.
    out, came = last(api, student), api("GET", f"/students/{other.pk}/history").data["entries"]
    came = next(entry for entry in came if entry["did"]["code"] == "log-balls-moved-in")
    assert sentence_of(out) == "Moved 3 balls to Odile Fenn, who hit them"
    assert sentence_of(came) == "Moved 3 balls here from Ansel Quill"
    assert undo(api, came).status_code == 200
    assert (sorted(balls_of(student)), balls_of(other)) == (uids, {})
    assert (cells(api, student), cells(api, other)) == (4, 0)
    refused = undo(api, out)
    assert (refused.status_code, len(balls_of(student))) == (409, 4)
    again = api("GET", f"/students/{other.pk}/history").data["entries"][0]
    assert undo(api, again).status_code == 200
    assert (len(balls_of(student)), len(balls_of(other))) == (1, 3)


def test_a_club_or_swing_that_the_other_has_not_is_asked_for(
    api: Api, coach: Coach, student: Student, other: Student, wedge: Club
) -> None:
    other.clubs.filter(label="56").delete()
    mine = add_club(other, bag.Club("55", 55), by=coach, now=timezone.now())
    hit_ago(api, student, wedge, [44, 45])
    uids = sorted(balls_of(student))
    refused = give(api, student, other, uids)
    assert (refused.status_code, refused.data["field"]) == (422, "club_id")
    assert 'Odile Fenn has no "56" in the bag' in refused.data["title"]
    assert len(balls_of(student)) == 2
    assert give(api, student, other, uids, club_id=str(mine.pk), swing="wibble").data["field"] == "swing"
    assert give(api, student, other, uids, club_id=str(wedge.pk)).data["field"] == "club_id"
    assert give(api, student, other, uids, club_id=str(mine.pk), swing="10:00").data["moved"] == 2
    assert {(b.club.label, b.swing) for b in Ball.objects.filter(student=other)} == {("55", "10:00")}
    # To oneself, nothing, and of a ball that never was.
    assert give(api, other, other, uids).data["field"] == "to_id"
    assert give(api, student, other, ["ball-none"]).status_code == 404


def test_typed_balls_are_taken_back_by_the_block_they_were_hit_in(
    api: Api, student: Student, wedge: Club
) -> None:
    """A wrong half hour is no reason to take the morning back."""
    hit_ago(api, student, wedge, [44, 45, 46])
    hit_ago(api, student, wedge, [47])
    Entry.objects.filter(student=student).update(at=timezone.now() - BLOCK - timedelta(minutes=1))
    hit_ago(api, student, wedge, [80, 81])
    second, first, *_ = api("GET", f"/students/{student.pk}/history").data["entries"]
    assert [entry["did"]["values"]["balls"] for entry in (first, second)] == [4, 2]
    assert undo(api, second).status_code == 200
    assert sorted(c for c in balls_of(student).values() if c) == [44, 45, 46, 47]
    # What comes after a taking back is a block of its own.
    hit_ago(api, student, wedge, [48])
    assert undo(api, first).status_code == 200
    assert [*balls_of(student).values()] == [48]


def test_two_records_of_one_person_become_one_and_two_again(
    api: Api, coach: Coach, student: Student, other: Student, wedge: Club
) -> None:
    # The other record: a 56 of the same loft, a 60 of another, its own balls, lesson, card and link.
    other.clubs.filter(label="60").update(loft_deg=58)
    theirs = {club.label: club for club in other.clubs.all()}
    hit_ago(api, student, wedge, [44, 45, 46, 44, 45], days_ago=20)
    hit_ago(api, other, theirs["56"], [47, 48, 47], days_ago=20)
    hit_ago(api, other, theirs["60"], [40, 41, 42, 41, 40], days_ago=3)
    keep(api, student)
    keep(api, other)
    for one, days in ((student, 9), (other, 9), (other, 2)):
        url = f"/students/{one.pk}/lessons/{day(days)}"
        assert api("PUT", url, {"note": f"of {one.name}", "looked_at": None}).status_code == 200
    for one in (student, other):
        assert api("POST", f"/students/{one.pk}/versions", {"picks": False}).status_code == 200
    token = api("POST", f"/students/{other.pk}/links", {}).data["url"].rpartition("/")[2]
    before = {one.pk: everything_of(one) for one in (student, other)}
    url = f"/students/{student.pk}/merge"
    assert api("POST", url, {"from_id": str(student.pk)}).data["field"] == "from_id"
    done = api("POST", url, {"from_id": str(other.pk)})
    assert done.status_code == 200, done.content
    assert done.data == {"balls": 8, "lessons": 1, "cards": 1, "links": 1, "stayed": 1}
    cells = {
        (c["club"], c["swing"]): c["balls"]
        for c in api("GET", f"/students/{student.pk}/matrix").data["cells"]
        if c["balls"]
    }
    # The 56 is one club; the other 60 stands beside the first under a name of its own.
    assert cells == {("56", "9:00"): 8, ("60 2", "9:00"): 5}
    assert [v["number"] for v in api("GET", f"/students/{student.pk}/versions").data] == [2, 1]
    assert api.client.get(f"/c/{token}/card.json").json()["version"] == 2
    other.refresh_from_db()
    assert other.archived_at is not None
    assert api("POST", url, {"from_id": str(other.pk)}).data["field"] == "from_id"
    assert sentence_of(last(api, student)) == "Merged Odile Fenn into this record: 8 balls, 1 lesson"
    # One undo, in either history, and both are what they were.
    entry = api("GET", f"/students/{other.pk}/history").data["entries"][0]
    assert sentence_of(entry) == "Merged this record into Ansel Quill"
    assert undo(api, entry).status_code == 200
    assert {one.pk: everything_of(one) for one in (student, other)} == before
    other.refresh_from_db()
    assert other.archived_at is None


def everything_of(student: Student) -> dict[str, object]:
    """What is stored of a student, row by row, but the log and what is computed."""
    found: dict[str, object] = {}
    for relation in Student._meta.related_objects:
        if relation.related_model._meta.model_name in ("entry", "summary", "storedmatrix", "tally"):
            continue
        rows = relation.related_model._default_manager.filter(**{relation.field.name: student})
        found[relation.related_model.__name__] = sorted(map(str, rows.values_list()))
    return found


def test_the_file_of_a_known_student_updates_once(
    api: Api, coach: Coach, student: Student, wedge: Club
) -> None:
    """A student who comes back with last year's file, and more in it, was a second student."""
    hit_ago(api, student, wedge, [44, 45, 46, 44, 45, 46], days_ago=20)
    url = f"/students/{student.pk}"
    assert api("POST", f"{url}/events", {"kind": "technique", "on": day(9), "note": "x"}).status_code == 200
    assert api("PUT", f"{url}/lessons/{day(9)}", {"note": "a"}).status_code == 200
    keep(api, student)
    assert api("POST", f"{url}/versions", {"picks": False}).status_code == 200
    row = {"title": "x", "rows": [{"form": "random", "balls": 5}], "due_on": day(-5)}
    assert api("POST", f"{url}/homework", row).status_code == 200
    file = api("GET", f"{url}/student.json").data
    before = everything_of(student)
    # The other academy has hit two more balls and given a lesson since.
    other_ball = file["balls"][0] | {"uid": "elsewhere-1"}
    file["balls"] += [other_ball, other_ball | {"uid": "elsewhere-2"}]
    file["lessons"].append(file["lessons"][0] | {"day": day(3)})

    def bring(**more: str) -> Any:
        return api.upload("/student-files", json.dumps(file).encode(), **more)

    asked = bring()
    assert (asked.status_code, asked.json()["code"]) == (409, "confirm")
    assert "Add what's new" in asked.json()["title"]
    done = bring(known="update").json()
    assert (done["id"], done["merged"]["balls"], done["merged"]["lessons"]) == (str(student.pk), 2, 1)
    assert (done["merged"]["cards"], done["merged"]["stayed"]) == (0, 6 + 1 + 1 + 1 + 1)
    assert cell(api, student)["balls"] == 8
    assert student.events.count() == 1
    # Once more brings nothing, and one undo takes everything back.
    again = bring(known="update").json()["merged"]
    assert {name: again[name] for name in ("balls", "lessons", "cards", "links")} == dict.fromkeys(
        ("balls", "lessons", "cards", "links"), 0
    )
    entries = api("GET", f"{url}/history").data["entries"]
    assert (
        undo(api, next(e for e in entries if e["can_undo"] and "2 balls" in sentence_of(e))).status_code
        == 200
    )
    assert everything_of(student) == before
    # A file from elsewhere is known by the name; of two of one name nobody guesses.
    file["student"]["id"] = str(uuid4())
    assert bring().status_code == 409
    assert bring(known="second").status_code == 201
    refused = bring(known="update")
    assert (refused.status_code, "2 students are named" in refused.json()["title"]) == (422, True)
