"""Events, the log and its undo, two coaches at one student."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from oxgang.academy.models import Club, Coach, Entry, Event, Student
from oxgang.academy.services.academies import add_coach
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api
from tests.server.steps import cell, day, hit_ago, keep, last, sentence_of, undo

AGO = timedelta(days=1)


def half(found: dict[str, Any]) -> float:
    return float(found["carry_hi_yd"] - found["carry_lo_yd"]) / 2


def test_an_event_opens_the_numbers_and_taking_it_back_closes_them(api: Api, measured: Student) -> None:
    before = cell(api, measured)
    url = f"/students/{measured.pk}/events"
    body = {"kind": "technique", "on": day(3), "remark": "ball in the middle"}
    page = api("POST", url, body).data
    (event,) = page["events"]
    assert (event["touched"]["code"], event["by"], event["note"]) == (
        "touch-everything",
        "ilse",
        "ball in the middle",
    )
    opened = cell(api, measured)
    assert half(opened) > 1.5 * half(before)
    assert "before a change" in opened["doubts"]
    assert opened["balls"] == before["balls"]  # old balls stay
    assert api("POST", f"/events/{event['id']}/withdraw").data["events"] == []
    assert half(cell(api, measured)) == pytest.approx(half(before))
    api("POST", f"/events/{event['id']}/withdraw")  # twice changes nothing
    redo = last(api, measured)
    assert (redo["undoes"], redo["can_undo"]) == (True, True)
    undo(api, redo)
    assert len(api("GET", url).data["events"]) == 1
    assert api("POST", f"/events/{event['id']}/withdraw").data["events"] == []


@pytest.mark.parametrize(
    ("body", "field", "words"),
    [
        ({"kind": "technique", "on": day(-2)}, "on", "in the future"),
        ({"kind": "technique", "on": day(21)}, "on", "first ball"),
        ({"kind": "club bent", "on": day(2)}, "club_id", "Choose a club"),
        ({"kind": "dance", "on": day(2)}, "kind", "Input should be"),
        ({"kind": "technique", "on": day(2), "remark": "x" * 201}, "remark", "200"),
        ({"kind": "technique", "on": day(2), "swing": "13:00"}, "swing", "no swing"),
        ({"kind": "technique", "on": "2026-02-30"}, "on", "date"),
    ],
)
def test_events_that_cannot_be_are_refused_beside_their_field(
    api: Api, measured: Student, body: dict[str, Any], field: str, words: str
) -> None:
    refused = api("POST", f"/students/{measured.pk}/events", body)
    assert (refused.status_code, refused.data["field"]) == (422, field)
    assert words in refused.data["title"]
    assert not Event.objects.exists()


def test_a_new_club_takes_its_balls_and_gives_them_back(api: Api, measured: Student, wedge: Club) -> None:
    hit_ago(api, measured, wedge, [50, 51, 49], days_ago=2)
    keep(api, measured)
    url = f"/students/{measured.pk}/events"
    body = {"kind": "new club", "on": day(5), "club_id": str(wedge.pk), "loft_deg": 55}
    assert api("POST", url, body).status_code == 200
    new = Club.objects.get(label="56", used_from=day(5))
    assert (new.loft_deg, new.balls.count()) == (55, 3)
    wedge.refresh_from_db()
    assert (str(wedge.used_until), wedge.balls.count()) == (day(6), 8)
    assert cell(api, measured)["balls"] == 3
    clubs = api("GET", f"/students/{measured.pk}").data["clubs"]
    assert [c["in_use"] for c in clubs if c["label"] == "56"].count(True) == 1
    # A tablet that was open since before still sends the old club.
    hit_ago(api, measured, wedge, [52])
    assert new.balls.count() == 4
    # A matrix of before stands under the old club alone.
    earlier = api("GET", f"/students/{measured.pk}/matrix?as_of={day(6)}").data
    assert [c["label"] for c in earlier["clubs"]] == ["60", "56"]
    again = api("POST", url, body | {"club_id": str(new.pk), "on": day(5)})
    assert again.data["field"] == "on"
    event = Event.objects.get(kind="new club")
    api("POST", f"/events/{event.pk}/withdraw")
    wedge.refresh_from_db()
    assert (wedge.used_until, wedge.balls.count()) == (None, 12)  # with the one hit since
    new.refresh_from_db()
    assert new.archived_at is not None
    undo(api, last(api, measured))  # and done again
    assert Club.objects.get(pk=new.pk, archived_at=None).balls.count() == 4


def test_what_was_played_with_the_old_club_is_learnt_with_the_new_one(
    api: Api, measured: Student, wedge: Club
) -> None:
    """After a new wedge its shots had to be chosen again, one by one, in another view."""
    url = f"/students/{measured.pk}"
    keep(api, measured)
    shots = [
        {"club": "56", "swing": "9:00", "play": "played"},
        {"club": "56", "swing": "8:00", "play": "work"},
    ]
    assert api("POST", f"{url}/played", {"shots": shots}).status_code == 200

    def states() -> dict[str, str]:
        cells = api("GET", f"{url}/played").data["shots"]
        mine = [c for c in cells if c["club"] == "56" and c["play"] != "neither"]
        return {f"{c['swing']} {c['trajectory']}": c["play"] for c in mine}

    before = states()
    assert (before["9:00 stock"], before["8:00 stock"]) == ("played", "work")
    body = {"kind": "new club", "on": day(0), "club_id": str(wedge.pk), "loft_deg": 55}
    assert api("POST", f"{url}/events", body).status_code == 200
    assert states() == dict.fromkeys(before, "work")
    # One button plans what is learnt with it, and nothing else.
    plan = api("POST", f"{url}/check-up", {"balls": 10, "club": "56"}).data["plan"]["items"]
    assert {f"{item['swing']} {item['trajectory']}" for item in plan} <= set(before)
    assert {item["club"] for item in plan} == {"56"}
    entry = next(e for e in api("GET", f"{url}/history").data["entries"] if "new club" in sentence_of(e))
    assert undo(api, entry).status_code == 200
    assert states() == before


def test_a_bent_club_keeps_its_balls_and_gets_its_loft(api: Api, measured: Student, wedge: Club) -> None:
    before = half(cell(api, measured))
    body = {"kind": "club bent", "on": day(2), "club_id": str(wedge.pk), "loft_deg": 54}
    api("POST", f"/students/{measured.pk}/events", body)
    wedge.refresh_from_db()
    assert wedge.loft_deg == 54
    assert half(cell(api, measured)) > 1.3 * before
    undo(api, last(api, measured))
    wedge.refresh_from_db()
    assert wedge.loft_deg == 56


def test_every_kind_of_change_is_written_down_and_can_be_taken_back(
    api: Api, student: Student, wedge: Club
) -> None:
    url = f"/students/{student.pk}"
    hit_ago(api, student, wedge, [44, 45, 46])
    uid = Ball.objects.order_by("pk")[0].uid
    recipes = api("GET", f"{url}/recipes").data
    low = {**recipes["recipes"]["low"], "ball_in": -3}
    changed = {"school": "ball-back", "recipes": recipes["recipes"] | {"low": low}}

    def state() -> dict[str, Any]:
        student.refresh_from_db()
        wedge.refresh_from_db()
        return {
            "student": (student.notes, student.tolerance_yd, student.archived_at is None),
            "criteria": student.criteria.get("over_balls"),
            "club": (wedge.label, wedge.loft_deg, wedge.archived_at is None),
            "clubs": student.clubs.filter(archived_at=None).count(),
            "recipes": api("GET", f"{url}/recipes").data["recipes"]["low"]["ball_in"],
            "balls": sorted(
                (b.uid, b.strike, b.excluded, b.accepted, b.withdrawn_at is None) for b in Ball.objects.all()
            ),
        }

    criteria = {"solid": 0.7, "over_balls": 30, "cells": 0.7, "launches": 0.7}
    actions: list[tuple[str, str, Any, str]] = [
        ("PATCH", url, {"notes": "new", "tolerance_yd": 4}, "notes nothing to new"),
        ("PATCH", f"{url}/criteria", criteria, "Changed the stage criteria"),
        ("PATCH", f"/clubs/{wedge.pk}", {"loft_deg": 55.5}, "Changed the 56: loft 56 to 55.5"),
        ("POST", f"/clubs/{wedge.pk}/archive", None, "Removed the 56 from the bag"),
        ("POST", f"{url}/clubs", {"label": "50", "loft_deg": 50}, "Added the 50 to the bag"),
        ("PUT", f"{url}/recipes", changed, "Changed the set-ups"),
        ("PATCH", f"{url}/balls/{uid}", {"strike": "fat"}, "strike solid to fat"),
        ("PATCH", f"{url}/balls/{uid}", {"excluded": "a gust"}, "excluded nothing to a gust"),
        ("DELETE", f"{url}/balls/{uid}", None, "Undid 44 yd with 56 9:00"),
        ("POST", f"{url}/review", {}, "Confirmed 3 balls"),
        ("POST", f"{url}/archive", None, "Archived Ansel Quill"),
    ]
    for method, address, body, words in actions:
        before = state()
        assert api(method, address, body).status_code in (200, 201), (method, address)
        entry = last(api, student)
        assert words in sentence_of(entry)
        assert (entry["by"], entry["can_undo"]) == ("ilse", True)
        after = state()
        assert after != before, words
        assert undo(api, entry).status_code == 200
        assert state() == before, words
        again = last(api, student)
        assert (again["undoes"], sentence_of(again)[:7]) == (True, "Undone:")
        undo(api, again)  # and done once more
        assert state() == after, words
        undo(api, last(api, student))
    (recorded,) = Entry.objects.filter(key__startswith="balls ")
    assert (recorded.code, recorded.values["balls"]) == ("log-balls-recorded", 3)
    assert undo(api, {"id": recorded.pk}).status_code == 200
    assert not Ball.objects.filter(withdrawn_at=None).exists()
    undo(api, last(api, student))
    assert Ball.objects.filter(withdrawn_at=None).count() == 3


def test_what_was_changed_again_since_is_not_taken_back_over_it(
    api: Api, student: Student, wedge: Club
) -> None:
    api("PATCH", f"/clubs/{wedge.pk}", {"loft_deg": 55})
    first = last(api, student)
    api("PATCH", f"/clubs/{wedge.pk}", {"loft_deg": 54})
    refused = undo(api, first)
    assert (refused.status_code, refused.data["code"]) == (409, "changed-meanwhile")
    assert "Undo that first" in refused.data["title"]
    wedge.refresh_from_db()
    assert wedge.loft_deg == 54
    undo(api, last(api, student))
    assert undo(api, first).status_code == 200
    assert undo(api, first).status_code == 422  # taken back already
    # A club whose label was given away meanwhile cannot come back.
    api("POST", f"/clubs/{wedge.pk}/archive")
    gone = last(api, student)
    api("POST", f"/students/{student.pk}/clubs", {"label": "56", "loft_deg": 56})
    refused = undo(api, gone)
    assert (refused.status_code, refused.data["field"]) == (422, "label")
    wedge.refresh_from_db()
    assert wedge.archived_at is not None
    log = api("GET", f"/students/{student.pk}/history").data
    assert log["total"] == len(log["entries"]) > 5


def test_the_second_of_two_coaches_is_told_and_loses_nothing(
    api: Api, coach: Coach, student: Student, wedge: Club
) -> None:
    tobin = Api(add_coach(coach.academy, name="Tobin", log_in="tobin", password="six-long-words"))
    url = f"/students/{student.pk}"
    tobin("PATCH", url, {"tolerance_yd": 3, "was": {"tolerance_yd": 2.5}})
    api("PATCH", url, {"notes": "mine", "was": {"notes": ""}})  # another field: both stay
    told = api("PATCH", url, {"tolerance_yd": 4, "notes": "x", "was": {"tolerance_yd": 2.5}})
    assert (told.status_code, told.data["field"]) == (409, "tolerance_yd")
    assert 'Tobin changed the tolerance to "3.0" at ' in told.data["title"]
    assert api("GET", url).data["notes"] == "mine"
    assert api("PATCH", url, {"tolerance_yd": 3, "was": {"tolerance_yd": 2.5}}).status_code == 200
    assert api("PATCH", url, {"tolerance_yd": 4, "was": {"tolerance_yd": 3}}).status_code == 200
    tobin("PATCH", f"/clubs/{wedge.pk}", {"used_from": "2026-01-01", "was": {"used_from": None}})
    late = {"used_from": "2026-02-01", "was": {"used_from": None}}
    assert api("PATCH", f"/clubs/{wedge.pk}", late).data["field"] == "used_from"
    odd = {"used_from": "2026-02-01", "was": {"used_from": "never"}}
    assert api("PATCH", f"/clubs/{wedge.pk}", odd).status_code == 422
    seen = api("GET", f"{url}/recipes").data
    mine = {"school": "ball-back", "recipes": seen["schools"]["ball-back"]}
    was = {"school": seen["school"], "recipes": seen["recipes"]}
    assert tobin("PUT", f"{url}/recipes", mine | {"was": was}).status_code == 200
    other = {"school": "shallow", "recipes": seen["recipes"] | {"low": mine["recipes"]["low"]}}
    assert api("PUT", f"{url}/recipes", other | {"was": was}).status_code == 409
    assert api("PUT", f"{url}/recipes", other | {"was": mine}).status_code == 200
