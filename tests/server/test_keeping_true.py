"""Events, the log and its undo, two coaches at one student, the morning's list, progress."""

from __future__ import annotations

import io
from datetime import date, datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

import pypdf
import pytest
from django.utils import timezone
from icalendar import Calendar
from oxgang.academy.models import Club, Coach, Entry, Event, Student
from oxgang.academy.services.academies import add_coach
from oxgang.api.matrix import stored as stored_rows
from oxgang.matrix.models import Summary
from oxgang.matrix.selectors.progress import default_period
from oxgang.range_sessions.models import Appointment, Ball

from tests.server.conftest import Api, make_coach, make_student
from tests.server.test_balls import ball

AGO = timedelta(days=1)


def day(days_ago: int) -> str:
    return (timezone.now().date() - days_ago * AGO).isoformat()


def hit(api: Api, student: Student, club: Club, carries: list[float], days_ago: int = 0) -> None:
    start = Ball.objects.count()
    at = (timezone.now() - timedelta(days=days_ago)).isoformat()
    for i, carry in enumerate(carries):
        body = ball(club, f"b{start + i}", carry, hit_at=at)
        assert api("PUT", f"/students/{student.pk}/balls", body).status_code == 200


def keep(api: Api, student: Student) -> None:
    assert api("POST", f"/students/{student.pk}/review", {}).status_code == 200


def cell(api: Api, student: Student, club: str = "56", swing: str = "9:00") -> dict[str, Any]:
    cells = api("GET", f"/students/{student.pk}/matrix").data["cells"]
    found: dict[str, Any] = next(
        c for c in cells if (c["club"], c["swing"], c["trajectory"]) == (club, swing, "stock")
    )
    return found


def half(found: dict[str, Any]) -> float:
    return float(found["carry_hi_yd"] - found["carry_lo_yd"]) / 2


def last(api: Api, student: Student) -> dict[str, Any]:
    entry: dict[str, Any] = api("GET", f"/students/{student.pk}/history").data["entries"][0]
    return entry


def undo(api: Api, entry: dict[str, Any]) -> Any:
    return api("POST", f"/history/{entry['id']}/undo")


@pytest.fixture
def measured(api: Api, student: Student, wedge: Club) -> Student:
    hit(api, student, wedge, [44, 45, 43, 44, 46, 44, 45, 43], days_ago=20)
    keep(api, student)
    return student


def test_an_event_opens_the_numbers_and_taking_it_back_closes_them(
    api: Api, measured: Student
) -> None:
    before = cell(api, measured)
    url = f"/students/{measured.pk}/events"
    body = {"kind": "technique", "on": day(3), "remark": "ball in the middle"}
    page = api("POST", url, body).data
    (event,) = page["events"]
    assert (event["touched"], event["by"], event["note"]) == (
        "everything",
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
        ({"kind": "technique", "on": day(-2)}, "on", "still to come"),
        ({"kind": "technique", "on": day(21)}, "on", "first ball"),
        ({"kind": "club bent", "on": day(2)}, "club_id", "which club"),
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


def test_a_new_club_takes_its_balls_and_gives_them_back(
    api: Api, measured: Student, wedge: Club
) -> None:
    hit(api, measured, wedge, [50, 51, 49], days_ago=2)
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
    hit(api, measured, wedge, [52])
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


def test_a_bent_club_keeps_its_balls_and_gets_its_loft(
    api: Api, measured: Student, wedge: Club
) -> None:
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
    hit(api, student, wedge, [44, 45, 46])
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
                (b.uid, b.strike, b.excluded, b.kept, b.withdrawn_at is None)
                for b in Ball.objects.all()
            ),
        }

    criteria = {"solid": 0.7, "over_balls": 30, "cells": 0.7, "launches": 0.7}
    actions: list[tuple[str, str, Any, str]] = [
        ("PATCH", url, {"notes": "new", "tolerance_yd": 4}, "notes nothing to new"),
        ("PUT", f"{url}/criteria", criteria, "Changed when a stage holds"),
        ("PATCH", f"/clubs/{wedge.pk}", {"loft_deg": 55.5}, "Changed the 56: loft 56 to 55.5"),
        ("POST", f"/clubs/{wedge.pk}/archive", None, "Took the 56 out of the bag"),
        ("POST", f"{url}/clubs", {"label": "50", "loft_deg": 50}, "Put the 50 into the bag"),
        ("PUT", f"{url}/recipes", changed, "Changed the set-ups"),
        ("PATCH", f"{url}/balls/{uid}", {"strike": "fat"}, "strike solid to fat"),
        ("PATCH", f"{url}/balls/{uid}", {"excluded": "a gust"}, "excluded nothing to a gust"),
        ("DELETE", f"{url}/balls/{uid}", None, "Withdrew 44 yd with 56 9:00"),
        ("POST", f"{url}/review", {}, "Kept 3 balls"),
        ("POST", f"{url}/archive", None, "Archived Ansel Quill"),
    ]
    for method, address, body, words in actions:
        before = state()
        assert api(method, address, body).status_code in (200, 201), (method, address)
        entry = last(api, student)
        assert words in entry["words"], entry["words"]
        assert (entry["by"], entry["can_undo"]) == ("ilse", True)
        after = state()
        assert after != before, words
        assert undo(api, entry).status_code == 200
        assert state() == before, words
        again = last(api, student)
        assert (again["undoes"], again["words"][:10]) == (True, "Took back:")
        undo(api, again)  # and done once more
        assert state() == after, words
        undo(api, last(api, student))
    (recorded,) = Entry.objects.filter(key__startswith="balls ")
    assert recorded.words.startswith("Recorded 3 balls of ")
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
    assert "Take that back first" in refused.data["title"]
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
    published = api("POST", f"/students/{student.pk}/links", {"days": 5})
    assert published.status_code == 422
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


def rows(api: Api, query: str = "") -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = api("GET", f"/students?{query}").data["rows"]
    return found


def test_the_morning_sorts_by_need_filters_searches_and_turns_pages(
    api: Api, coach: Coach, measured: Student, wedge: Club
) -> None:
    make_student(coach, "Bertrand Hollis")
    bare = make_student(coach, "Calla Hollis")
    bare.clubs.all().delete()
    page = api("GET", "/students").data
    assert [r["name"] for r in page["rows"]] == ["Bertrand Hollis", "Calla Hollis", "Ansel Quill"]
    assert page["behind"] == 0
    top = page["rows"][2]
    assert (top["state"], top["balls"], top["waiting"]) == ("true", 8, 0)
    assert date.fromisoformat(top["due_on"]) > timezone.now().date()
    assert sum(s["to_yd"] - s["from_yd"] + 1 for s in top["ground"]) == 71
    api("POST", f"/students/{measured.pk}/events", {"kind": "injury", "on": day(3)})
    hit(api, measured, wedge, [40])
    (top, *_) = rows(api)
    assert (top["name"], top["state"], top["waiting"]) == ("Ansel Quill", "due", 1)
    assert any(r.startswith("Injury on ") for r in top["reasons"])
    assert top["settles"] == top["wide"] == 1
    counts = api("GET", "/students").data["counts"]
    assert counts == {"all": 3, "due": 1, "waiting": 1, "today": 0, "new": 2}
    assert [r["name"] for r in rows(api, "show=new")] == ["Bertrand Hollis", "Calla Hollis"]
    assert [r["name"] for r in rows(api, "search=hol%20cal")] == ["Calla Hollis"]
    assert [r["name"] for r in rows(api, "size=1&page=2")] == ["Bertrand Hollis"]
    assert api("GET", "/students?search=hollis&size=1").data["total"] == 2
    assert rows(api, "page=9") == []
    assert api("GET", "/students?show=odd").status_code == 422
    stranger = Api(make_coach("Lower Marrowdale", "elsewhere"))
    assert stranger("GET", "/students").data["counts"]["all"] == 0


def test_the_list_follows_every_write_and_every_new_day(
    api: Api, measured: Student, monkeypatch: pytest.MonkeyPatch
) -> None:
    assert rows(api)[0]["due_on"]
    assert Student.objects.filter(stale=True).count() == 0
    api("PATCH", f"/students/{measured.pk}", {"name": "Ansel Quill-Voss"})
    assert Student.objects.filter(stale=True).count() == 1
    assert rows(api)[0]["name"] == "Ansel Quill-Voss"
    Summary.objects.update(day=day(1))
    stored = Summary.objects.get()
    rows(api)
    stored.refresh_from_db()
    assert stored.day == timezone.now().date()
    first = cell(api, measured)["carry_yd"]
    api("PATCH", f"/students/{measured.pk}/balls/ball-b0", {"excluded": "wind"})
    assert cell(api, measured)["carry_yd"] != first
    scale = measured.scale
    positions = [{"label": p.label, "arm_deg": p.arm_deg, "cue": ""} for p in scale.positions.all()]
    positions[2]["arm_deg"] = 96
    api("PUT", f"/scales/{scale.pk}", {"name": scale.name, "idea": "", "positions": positions})
    assert Student.objects.filter(stale=True).exists()
    # One slow student must not hold the list up: the others are counted. Who is new is there.
    monkeypatch.setattr("oxgang.api.matrix.stored.CATCH_UP_S", 0)
    coach = measured.academy.coaches.get()
    new = [make_student(coach, "Bertrand Hollis"), make_student(coach, "Calla Hollis")]
    page = api("GET", "/students").data
    assert page["behind"] == 1
    assert {r["name"] for r in page["rows"]} > {s.name for s in new}
    # One whose records cannot be read takes nobody else off the list.
    api("POST", f"/students/{new[0].pk}/archive")
    renew = stored_rows.renew

    def broken(student: Student, now: datetime) -> None:
        if student.pk == measured.pk:
            raise ValueError("records of nonsense")
        renew(student, now)

    monkeypatch.setattr("oxgang.api.matrix.stored.renew", broken)
    page = api("GET", "/students").data
    assert (page["behind"], len(page["rows"])) == (1, 2)
    assert [r["name"] for r in rows(api, "archived=true")] == ["Bertrand Hollis"]


def at(days: int, hour: int) -> str:
    when = timezone.now() + timedelta(days=days)
    return when.replace(hour=hour, minute=0, second=0, microsecond=0).isoformat()


def test_a_calendar_is_booked_moved_cancelled_and_followed(
    api: Api, student: Student, coach: Coach
) -> None:
    body = {"student_id": str(student.pk), "starts_at": at(2, 10), "minutes": 45, "check_up": 15}
    made = api("POST", "/appointments", body | {"note": "Bring the 60; and water"}).data
    week = api("GET", "/calendar").data
    assert [a["id"] for a in week["appointments"]] == [made["id"]]
    assert week["appointments"][0]["reasons"] == []
    for odd, field in (
        ({"starts_at": at(-3, 10)}, "starts_at"),
        ({"starts_at": at(900, 10)}, "starts_at"),
        ({"minutes": 5}, "minutes"),
        ({"check_up": 999}, "check_up"),
        ({"starts_at": at(2, 10)}, "starts_at"),  # the same time again
        ({"note": "x" * 201}, "note"),
    ):
        refused = api("POST", "/appointments", body | {"starts_at": at(3, 10)} | odd)
        assert (refused.status_code, refused.data["field"]) == (422, field), odd
    url = api("POST", "/calendar/link").data["url"]
    address = "/" + url.split("/", 3)[3]

    def feed() -> Any:
        response = api.client.get(address)
        assert response["Content-Type"].startswith("text/calendar")
        return Calendar.from_ical(response.content).walk("VEVENT")

    (event,) = feed()
    assert str(event["SUMMARY"]) == "Ansel Quill: check-up, 15 balls"
    assert str(event["DESCRIPTION"]) == "Bring the 60; and water"
    assert event.decoded("DTSTART") == datetime.fromisoformat(str(body["starts_at"])).astimezone(
        ZoneInfo("UTC")
    )
    assert event.decoded("DTEND") - event.decoded("DTSTART") == timedelta(minutes=45)
    uid, sequence = str(event["UID"]), int(event["SEQUENCE"])
    moved = {"starts_at": at(4, 9), "was": {"starts_at": body["starts_at"]}}
    assert api("PATCH", f"/appointments/{made['id']}", moved).status_code == 200
    assert (
        api("PATCH", f"/appointments/{made['id']}", moved | {"starts_at": at(5, 9)}).status_code
        == 409
    )
    (event,) = feed()
    assert (str(event["UID"]), str(event["STATUS"])) == (uid, "CONFIRMED")
    assert int(event["SEQUENCE"]) > sequence
    api("POST", f"/appointments/{made['id']}/cancel")
    (event,) = feed()
    assert str(event["STATUS"]) == "CANCELLED"
    assert api("GET", "/calendar").data["appointments"] == []
    undo(api, last(api, student))
    assert len(api("GET", "/calendar").data["appointments"]) == 1
    assert Appointment.objects.get().entry is not None
    again = api("POST", "/calendar/link").data["url"]
    assert again != url
    assert api.client.get(address).status_code == 404  # the new address ends the old one
    api("POST", "/calendar/unlink")
    assert api.client.get("/" + again.split("/", 3)[3]).status_code == 404
    assert api("GET", "/calendar?days=63").data["field"] == "days"


def test_a_session_takes_the_planners_check_up_as_its_plan(api: Api, measured: Student) -> None:
    url = f"/students/{measured.pk}"
    api("POST", f"{url}/events", {"kind": "season break", "on": day(3)})
    plan = api("POST", f"{url}/check-up", {"balls": 10}).data["plan"]
    assert plan["title"] == "check-up"
    (item,) = plan["items"]
    assert (item["club"], item["swing"], item["balls"]) == ("56", "9:00", 10)
    moved = api("POST", f"{url}/check-up", {"balls": 6, "moved": True, "club": "56"}).data["plan"]
    assert [(i["club"], i["balls"]) for i in moved["items"]] == [("56", 6)]
    assert api("POST", f"{url}/check-up", {"balls": 0}).status_code == 422


def test_a_review_says_what_moved_and_numbers_start_anew_from_a_day(
    api: Api, measured: Student, wedge: Club
) -> None:
    url = f"/students/{measured.pk}"
    hit(api, measured, wedge, [53, 54, 53, 52, 54, 53, 53, 54, 52, 53])
    alone = api("GET", f"{url}/review").data["verdict"]
    assert alone["advice"] == "check-up"  # one swing of one club cannot speak for all
    assert alone["suspicions"][0]["words"] == "all carries together (only the 56 was hit)"
    other = measured.clubs.get(label="60")
    for i, carry in enumerate((62, 63, 62, 61, 62, 63)):
        api("PUT", f"{url}/balls", ball(other, f"o{i}", carry, swing="10:00", hit_at=at(0, 0)))
    verdict = api("GET", f"{url}/review").data["verdict"]
    assert verdict["advice"] == "replace"
    assert (verdict["since"], verdict["bad_day"]) == (day(0), False)
    first = verdict["suspicions"][0]
    assert (first["words"], first["club_id"]) == ("all carries together", None)
    assert first["lo"] > 0.08
    keep(api, measured)
    blended = cell(api, measured)["carry_yd"]
    body = {"kind": "numbers moved", "on": verdict["since"]}
    assert api("POST", f"{url}/events", body).status_code == 200
    renewed = cell(api, measured)["carry_yd"]
    assert blended < renewed < 54.5
    assert renewed == pytest.approx(53.1, abs=0.8)


def test_progress_and_its_page(api: Api, student: Student, wedge: Club) -> None:
    url = f"/students/{student.pk}"
    empty = api("GET", f"{url}/progress").data
    assert (empty["first_ball"], empty["points"]) == (None, [])
    for days_ago, fat in ((40, 6), (30, 5), (9, 1), (2, 0)):
        hit(api, student, wedge, [44 + i % 3 for i in range(10)], days_ago)
        todays = Ball.objects.filter(hit_on=day(days_ago)).order_by("pk")[:fat]
        for one in todays:
            api("PATCH", f"{url}/balls/{one.uid}", {"strike": "fat"})
    keep(api, student)
    api("POST", f"{url}/events", {"kind": "technique", "on": day(12)})
    found = api("GET", f"{url}/progress").data
    assert [(p["solid"]["hits"], p["solid"]["of"]) for p in found["points"]] == [
        (4, 10), (5, 10), (9, 10), (10, 10),
    ]  # fmt: skip
    (turn,) = found["turns"]
    assert turn["turn"]["solid"]["lo"] > 0.2
    looks = {x["day"]: x for x in found["looks"]}
    assert looks[day(40)]["numbers"] == 1
    assert looks[day(2)]["covered"] >= looks[day(40)]["covered"]
    assert "to 95 % in the second" in found["words"]
    assert api("GET", f"{url}/progress?from_day={day(1)}&to_day={day(5)}").data["field"] == "to_day"
    assert api("GET", f"{url}/progress?from_day={day(-5)}").data["field"] == "to_day"
    today = timezone.now().date()
    # Who hit nothing for half a year is shown the whole one.
    for last, shown in ((200, 365), (100, 182), (0, 182)):
        hit_days = (today - 400 * AGO, today - last * AGO)
        assert default_period(hit_days, today) == (today - shown * AGO, today)
    said = "Ünlike Ágnes Őri-Łoś last month: solid & <straight>.\nWork on the half swing."
    response = api.client.get(f"/api{url}/report.pdf", {"words": said})
    reader = pypdf.PdfReader(io.BytesIO(response.content))
    assert len(reader.pages) == 1
    text = reader.pages[0].extract_text()
    assert "Ünlike Ágnes Őri-Łoś last month: solid & <straight>." in text
    assert "Ansel Quill" in text
    assert "44 ± " in text or "45 ± " in text
    long = api.client.get(f"/api{url}/report.pdf", {"words": "Every ball counts. " * 60})
    assert len(pypdf.PdfReader(io.BytesIO(long.content)).pages) == 1
    assert api.client.get(f"/api{url}/report.pdf", {"words": "x" * 1201}).status_code == 422
