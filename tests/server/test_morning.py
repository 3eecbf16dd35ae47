"""The morning's list, the calendar, the check-up, what a review says, progress."""

from __future__ import annotations

import io
from datetime import date, datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

import pypdf
import pytest
from django.utils import timezone
from icalendar import Calendar
from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.services.log import touch
from oxgang.core.keeping.ground_over_time import default_period
from oxgang.matrix.models import Summary
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.matrix.services import stored as stored_rows
from oxgang.range_sessions.models import Appointment, Ball

from tests.server.conftest import Api, make_coach, make_student
from tests.server.steps import ball, caught_up, cell, day, hit_ago, keep, last, listed, undo

AGO = timedelta(days=1)


def rows(api: Api, query: str = "") -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = listed(api, query)["rows"]
    return found


def test_the_morning_sorts_by_need_filters_searches_and_turns_pages(
    api: Api, coach: Coach, measured: Student, wedge: Club
) -> None:
    make_student(coach, "Bertrand Hollis")
    bare = make_student(coach, "Calla Hollis")
    bare.clubs.all().delete()
    page = listed(api)
    assert [r["name"] for r in page["rows"]] == ["Bertrand Hollis", "Calla Hollis", "Ansel Quill"]
    assert page["behind"] == 0
    top = page["rows"][2]
    assert (top["state"], top["balls"], top["waiting"]) == ("true", 8, 0)
    assert date.fromisoformat(top["due_on"]) > timezone.now().date()
    assert sum(s["to_yd"] - s["from_yd"] + 1 for s in top["ground"]) == 71
    api("POST", f"/students/{measured.pk}/events", {"kind": "injury", "on": day(3)})
    hit_ago(api, measured, wedge, [40])
    (top, *_) = rows(api)
    assert (top["name"], top["state"], top["waiting"]) == ("Ansel Quill", "due", 1)
    assert next((r["code"], r["values"].get("event")) for r in top["reasons"]) == (
        "due-event",
        "injury",
    )
    assert top["settles"] == top["wide"] == 1
    counts = listed(api)["counts"]
    assert counts == {"all": 3, "due": 1, "waiting": 1, "today": 0, "new": 2, "back": 0}
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
    api("PATCH", f"/students/{measured.pk}/balls/ball-0", {"excluded": "wind"})
    assert cell(api, measured)["carry_yd"] != first
    scale = measured.scale
    positions = [{"label": p.label, "arm_deg": p.arm_deg, "cue": ""} for p in scale.as_core().positions]
    positions[2]["arm_deg"] = 96
    api("PUT", f"/scales/{scale.pk}", {"name": scale.name, "idea": "", "positions": positions})
    assert Student.objects.filter(stale=True).exists()
    # One slow student must not hold the list up: the others are counted. Who is new is there.
    monkeypatch.setattr("oxgang.matrix.services.stored.CATCH_UP_S", 0)
    monkeypatch.setattr("oxgang.matrix.services.stored.MISPLACED_S", 600)
    coach = measured.academy.coaches.get()
    new = [make_student(coach, "Bertrand Hollis"), make_student(coach, "Calla Hollis")]
    api("POST", "/students/catch-up")
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

    monkeypatch.setattr("oxgang.matrix.services.stored.renew", broken)
    page = listed(api)
    assert (page["behind"], len(page["rows"])) == (0, 2)
    assert [r["code"] for r in page["rows"][0]["reasons"]] == ["due-broken"]
    assert [r["name"] for r in rows(api, "archived=true")] == ["Bertrand Hollis"]


def at(days: int, hour: int) -> str:
    when = timezone.now() + timedelta(days=days)
    return when.replace(hour=hour, minute=0, second=0, microsecond=0).isoformat()


@pytest.fixture
def lesson(student: Student) -> dict[str, Any]:
    """The body of an appointment in two days."""
    return {"student_id": str(student.pk), "starts_at": at(2, 10), "minutes": 45, "check_up": 15}


def subscribed(api: Api) -> str:
    """Where a calendar program follows this coach's appointments."""
    url: str = api("POST", "/calendar/link").data["url"]
    return "/" + url.split("/", 3)[3]


def followed(api: Api, address: str) -> Any:
    """The only event a calendar program sees there."""
    response = api.client.get(address)
    assert response["Content-Type"].startswith("text/calendar")
    (event,) = Calendar.from_ical(response.content).walk("VEVENT")
    return event


def test_an_appointment_is_booked_and_odd_ones_are_refused(api: Api, lesson: dict[str, Any]) -> None:
    made = api("POST", "/appointments", lesson | {"note": "Bring the 60; and water"}).data
    week = api("GET", "/calendar").data
    assert [(a["id"], a["reasons"]) for a in week["appointments"]] == [(made["id"], [])]
    for odd, field in (
        ({"starts_at": at(-3, 10)}, "starts_at"),
        ({"starts_at": at(900, 10)}, "starts_at"),
        ({"minutes": 5}, "minutes"),
        ({"check_up": 999}, "check_up"),
        ({"starts_at": at(2, 10)}, "starts_at"),  # the same time again
        ({"note": "x" * 201}, "note"),
    ):
        refused = api("POST", "/appointments", lesson | {"starts_at": at(3, 10)} | odd)
        assert (refused.status_code, refused.data["field"]) == (422, field), odd
    assert api("GET", "/calendar?days=63").data["field"] == "days"


def test_a_calendar_program_sees_what_was_booked(api: Api, lesson: dict[str, Any]) -> None:
    api("POST", "/appointments", lesson | {"note": "Bring the 60; and water"})
    event = followed(api, subscribed(api))
    assert str(event["SUMMARY"]) == "Ansel Quill: check-up, 15 balls"
    assert str(event["DESCRIPTION"]) == "Bring the 60; and water"
    begins = datetime.fromisoformat(lesson["starts_at"]).astimezone(ZoneInfo("UTC"))
    assert event.decoded("DTSTART") == begins
    assert event.decoded("DTEND") - begins == timedelta(minutes=45)


def test_an_appointment_moved_and_cancelled_keeps_its_name_in_every_calendar(
    api: Api, student: Student, lesson: dict[str, Any]
) -> None:
    one = f"/appointments/{api('POST', '/appointments', lesson).data['id']}"
    address = subscribed(api)
    first = followed(api, address)
    moved = {"starts_at": at(4, 9), "was": {"starts_at": lesson["starts_at"]}}
    assert api("PATCH", one, moved).status_code == 200
    late = api("PATCH", one, moved | {"starts_at": at(5, 9)})
    assert late.status_code == 409
    event = followed(api, address)
    assert (event["UID"], str(event["STATUS"])) == (first["UID"], "CONFIRMED")
    assert int(event["SEQUENCE"]) > int(first["SEQUENCE"])
    api("POST", f"{one}/cancel")
    assert str(followed(api, address)["STATUS"]) == "CANCELLED"
    assert api("GET", "/calendar").data["appointments"] == []
    undo(api, last(api, student))
    assert len(api("GET", "/calendar").data["appointments"]) == 1
    assert Appointment.objects.get().entry is not None


def test_a_new_address_of_the_calendar_ends_the_old_one(api: Api) -> None:
    first = subscribed(api)
    again = subscribed(api)
    assert api.client.get(again).status_code == 200
    assert api.client.get(first).status_code == 404
    api("POST", "/calendar/unlink")
    assert api.client.get(again).status_code == 404


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
    hit_ago(api, measured, wedge, [53, 54, 53, 52, 54, 53, 53, 54, 52, 53])
    alone = api("GET", f"{url}/review").data["verdict"]
    assert alone["advice"] == "check-up"  # one swing of one club cannot speak for all
    only = {"code": "touch-together-by-one", "values": {"only": "56"}}
    assert alone["suspicions"][0]["touched"] == only
    other = measured.clubs.get(label="60")
    for i, carry in enumerate((62, 63, 62, 61, 62, 63)):
        api("PUT", f"{url}/balls", ball(other, f"o{i}", carry, swing="10:00", hit_at=at(0, 0)))
    verdict = api("GET", f"{url}/review").data["verdict"]
    assert verdict["advice"] == "replace"
    assert (verdict["since"], verdict["bad_day"]) == (day(0), False)
    first = verdict["suspicions"][0]
    assert (first["touched"]["code"], first["club_id"]) == ("touch-together", None)
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
        hit_ago(api, student, wedge, [44 + i % 3 for i in range(10)], days_ago)
        todays = Ball.objects.filter(hit_on=day(days_ago)).order_by("pk")[:fat]
        for one in todays:
            api("PATCH", f"{url}/balls/{one.uid}", {"strike": "fat"})
    keep(api, student)
    api("POST", f"{url}/events", {"kind": "technique", "on": day(12)})
    found = api("GET", f"{url}/progress").data
    assert [(p["solid"]["hits"], p["solid"]["of"]) for p in found["points"]] == [
        (4, 10),
        (5, 10),
        (9, 10),
        (10, 10),
    ]
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
    for latest, shown in ((200, 365), (100, 182), (0, 182)):
        hit_days = (today - 400 * AGO, today - latest * AGO)
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


def test_a_student_who_cannot_be_computed_has_a_row_that_says_so(
    api: Api, student: Student, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    other = api("POST", "/students", {"name": "Bryn Calloway", "scale_id": student.scale_id}).data

    def broken(of: Student, day: date) -> Any:
        if of.pk == student.pk:
            raise ValueError("a record that nobody thought of")
        return matrix_of(of, day)

    monkeypatch.setattr("oxgang.matrix.services.stored.matrix_of", broken)
    touch([student.pk])
    caught_up(api)
    page = api("GET", "/students").data
    assert (page["behind"], {row["name"] for row in page["rows"]}) == (0, {student.name, other["name"]})
    (row,) = [row for row in page["rows"] if row["id"] == str(student.pk)]
    assert [reason["code"] for reason in row["reasons"]] == ["due-broken"]
    # It is not tried again until something of the student is written.
    for _ in range(3):
        api("POST", "/students/catch-up")
    assert caplog.text.count("could not be renewed") == 1
    monkeypatch.undo()
    touch([student.pk])
    caught_up(api)
    (row,) = [row for row in api("GET", "/students").data["rows"] if row["id"] == str(student.pk)]
    assert [reason["code"] for reason in row["reasons"]] != ["due-broken"]
