"""Every address with odd values in every field: a clear refusal or a good answer, never a crash.

The values are those that break parsers and databases in common practice (no published source).
"""

from __future__ import annotations

import copy
import io
import json
import random
from collections.abc import Iterator
from datetime import date, timedelta
from typing import Any
from urllib.parse import quote

import openpyxl
import pytest
from django.db import transaction
from django.utils import timezone
from oxgang.academy.models import Club, Coach, PersonRole, StandardKind, Student
from oxgang.academy.services.academies import add_coach
from oxgang.academy.services.people import invite
from oxgang.academy.services.standards import keep_standard
from oxgang.api.main import api as the_api
from oxgang.core.keeping.events import EventKind
from oxgang.matrix.models import CardLink
from oxgang.practice.services.homework import MOST_ROWS
from oxgang.range_sessions.feeds.plays import Plays
from oxgang.range_sessions.models import Device
from oxgang.range_sessions.services.appointments import AppointmentFields, make_appointment
from oxgang.range_sessions.services.bays import open_group, set_shot
from oxgang.range_sessions.services.events import EventFields, add_event
from PIL import Image

from tests.server.conftest import Api, make_student
from tests.server.steps import ball, hit

SCHEMA: dict[str, Any] = the_api.get_openapi_schema()
# What asks for a password, a code or a one-time token, and the monitors' feed, have own tests;
# files are tried in theirs.
APART = ("/api/account", "/api/feed/balls")
TEXTS = ["", "   ", "x" * 5000, "nul \x00", "half \ud800", "'; --", "<b>&", "\u202eabc", "1e400"]
NUMBERS = [-1, 0, 1e308, -1e308, 10**30, 2**63, 0.1, float("nan"), float("inf"), float("-inf")]
MOMENTS = ["0001-01-01", "9999-12-31", "2026-02-30", "0001-01-01T00:00:00+14:00"]
MOMENTS += ["9999-12-31T23:59:59-12:00", "2026-05-31T10:00:00"]
ODD: list[Any] = [None, True, [], {}, [None], {"a": {"b": []}}, *TEXTS, *NUMBERS, *MOMENTS]
# Where what is known differs by address.
BY_PATH = " by path"
# Of them so many come in each place of a body, others in the next: all come in every third or so.
TURN = 10
SET_UP = {"ball_in": 0, "lean_deg": 5, "face_open_deg": 0, "weight_lead_pct": 60}
# What fits a field where 60 or "56" would not.
FITS: dict[str, Any] = {
    "bounce_deg": 8, "tolerance_yd": 4, "from_yd": 30, "to_yd": 100, "used_until": None,
    "used_from": None, "stage": "", "swing": "9:00", "club": "56", "yardage": 62, "number": 1,
    "solid": 0.7, "cells": 0.7, "launches": 0.7, "over_balls": 20, "temperature_c": 18,
    "headwind_mps": 2, "distance_m": 3, "height_m": 2, "tape_height_m": 1.2, "arm_deg": 80,
    "protocol": "first map", "strike": "solid", "total_yd": None, "was": None, "feed_id": None,
    "school": "shallow", "excluded": "", "read": "laser", "net": None, "to": 1,
    "trajectory": "stock", "tempo": "normal", "club_speed_mps": 25, "recipes": {"stock": SET_UP},
    "spin": "check", "lie": "fairway", "ball_position_in": 2, "grip_down_in": 1, "confirmed": True,
    "moment": "as said", "keep": None, "seen": None, "trouble": "bunker:30-40", "raised_m": 1,
    "to_right_mps": 1, "width_yd": 18, "front_yd": 8, "back_yd": 10,
    "call": 0, "points": None, "code": "2718", "faults": [],
}  # fmt: skip


def operations() -> Iterator[Any]:
    for path, methods in SCHEMA["paths"].items():
        for method, operation in methods.items():
            body = operation.get("requestBody", {}).get("content", {})
            if not path.startswith(APART) and "multipart/form-data" not in body:
                yield pytest.param(method, path, id=f"{method} {path}")


def resolved(schema: dict[str, Any]) -> dict[str, Any]:
    """The schema behind references and behind "or null"."""
    if "$ref" in schema:
        return resolved(SCHEMA["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]])
    if "allOf" in schema:
        return resolved(schema["allOf"][0])
    kinds = [s for s in schema.get("anyOf", []) if s.get("type") != "null"]
    return resolved(kinds[0]) if kinds else schema


def usual(schema: dict[str, Any], known: dict[str, Any], name: str = "") -> Any:
    """A value that fits a schema; what has to exist is taken from `known`."""
    nothing = any(s.get("type") == "null" for s in schema.get("anyOf", []))
    shape = resolved(schema)
    fits = known.get(name) in shape["enum"] if "enum" in shape and known.get(name) else True
    if name in known and fits and (known[name] is not None or nothing):
        return known[name]
    if "enum" in shape:
        return shape["enum"][0]
    match shape.get("type"):
        case "object":
            return {n: usual(s, known, n) for n, s in shape.get("properties", {}).items()}
        case "array":
            return [usual(shape["items"], known)]
        case "integer" | "number":
            return min(60, shape.get("maximum", 60), shape.get("exclusiveMaximum", 61) - 1)
        case "boolean":
            return False
        case "string":
            formats = {"date": "2026-05-31", "date-time": "2026-05-31T10:00:00Z"}
            return formats.get(shape.get("format", ""), "56")
    return shape.get("const")


def with_odd_values(body: Any) -> Iterator[Any]:
    """The body with one odd value in the place of each of its parts, and as a whole."""

    def places(part: Any, way: tuple[Any, ...]) -> Iterator[tuple[Any, ...]]:
        yield way
        if isinstance(part, dict | list):
            pairs = part.items() if isinstance(part, dict) else enumerate(part)
            for key, value in pairs:
                yield from places(value, (*way, key))

    for number, way in enumerate(places(body, ())):
        # As a whole every one of them; in the parts of a body they take turns, place by place.
        turns = ODD if not way else [ODD[(number * TURN + i) % len(ODD)] for i in range(TURN)]
        for odd in turns:
            if not way:
                yield odd
                continue
            changed = copy.deepcopy(body)
            target = changed
            for key in way[:-1]:
                target = target[key]
            target[way[-1]] = odd
            yield changed


@pytest.fixture
def known(api: Api, student: Student, wedge: Club, coach: Coach) -> dict[str, Any]:
    """A student with everything an address can ask for."""
    now = timezone.now()
    hit(api, student, wedge, [44, 45, 43, 44, 45], hit_at="2026-05-20T10:00:00Z")
    hit(api, student, wedge, [60, 61, 59, 60, 62], swing="10:00", hit_at="2026-05-20T11:00:00Z")
    api("POST", f"/students/{student.pk}/review", {})
    api("POST", f"/students/{student.pk}/versions", {"picks": False})
    api("PUT", f"/students/{student.pk}/balls", ball(wedge, "zero", 60))
    api("POST", f"/students/{student.pk}/links", {})
    api("POST", "/devices", {"name": "Bay 3"})
    soon = AppointmentFields(starts_at=now + timedelta(days=1))
    booked = make_appointment(student, soon, by=coach, now=now)
    lesson = EventFields(kind=EventKind.TECHNIQUE, on=date(2026, 5, 31))
    event = add_event(student, lesson, by=coach, now=now)
    url, tomorrow = f"/students/{student.pk}", (now + timedelta(days=1)).date().isoformat()
    api("PUT", f"{url}/lessons/2026-05-31", {"note": "seen"})
    word = api("POST", "/lesson-words", {"kind": "cue", "text": "Slow"}).data
    row = {"form": "blocked", "balls": 3, "shot": {"club": "56", "swing": "9:00"}}
    routine = api("PUT", "/routines", {"name": "Winter", "rows": [row]}).data[0]
    sent = {"title": "Alone", "rows": [row] * MOST_ROWS, "due_on": tomorrow}
    homework = api("POST", f"{url}/homework", sent).data[0]
    call = {"yardage_yd": 44, "shot": row["shot"]}
    one = {"uid": "ball-zero", "form": "blocked", "calls": [call], "ended_at": now.isoformat()}
    results = [{"call": 0, "balls": [{"carry_yd": 44}]}]
    assert api("PUT", f"{url}/rounds", one | {"results": results}).status_code == 200
    still = io.BytesIO()
    Image.new("RGB", (9, 9)).save(still, "PNG")
    picture = api.upload(f"{url}/pictures", still.getvalue(), swing="9:00").json()
    second = add_coach(coach.academy, name="Tobin", log_in="tobin", password="six-long-words-too")
    others = [make_student(coach, f"Beside {i}") for i in range(4)]
    beside = others[0]
    group = open_group([student, beside], by=coach, now=now)
    plays = Plays(club_id=str(beside.clubs.get(label="56").pk), swing="9:00")
    set_shot(group, "shot-1", 2, plays, at=now, by=coach, now=now)
    look = {"step": 5, "order": "short-first", "cues": True, "run": False}
    kind = StandardKind.CARD
    standard = keep_standard(kind, "Wall", look, house=True, by=coach, now=now)
    invited, _ = invite("Rhona", PersonRole.COACH, by=coach, now=now)
    return FITS | {
        "group_id": str(group.pk),
        "standard_id": standard.pk,
        "person_id": second.pk,
        "coach_id": second.pk,
        "other_id": str(beside.pk),
        "to_id": str(beside.pk),
        "time_zone": "UTC",
        "public_address": "",
        "tolerances": {"club": 3},
        "shared_with": [],
        "together": None,
        "plays": None,
        "students": [str(one.pk) for one in others[1:3]],
        BY_PATH: {
            "/api/people/links/{link_id}": {"link_id": invited.pk},
            "/api/people/{person_id}/hand-over": {"to": coach.pk, "students": []},
            "/api/students/{student_id}/erase": {"name": student.name},
            "/api/groups/{group_id}/students": {"student_id": str(others[3].pk)},
            "/api/groups/{group_id}/moves": {"balls": ["ball-zero"]},
        },
        "day": "2026-05-31",
        "word_id": word["id"],
        "routine_id": routine["id"],
        "homework_id": homework["id"],
        "picture_id": picture["id"],
        "due_on": tomorrow,
        "student_id": str(student.pk),
        "club_id": str(wedge.pk),
        "scale_id": student.scale_id,
        "event_id": str(event.pk),
        "entry_id": event.entry_id,
        "appointment_id": str(booked.pk),
        "uid": "ball-zero",
        "link_id": CardLink.objects.get().pk,
        "device_id": Device.objects.get().pk,
        "starts_at": (now + timedelta(days=2)).isoformat(),
        "label": "50",
        "longest": "",
        "estimates_yd": 3,
        "sides": "yardage",
        "step": 5,
        "shots": [{"club": "56", "swing": "9:00", "play": "played"}],
        "items": [{"club": "56", "swing": "9:00", "balls": 5}],
    }


@pytest.mark.parametrize(("method", "path"), operations())
def test_odd_values_are_refused_with_a_sentence(
    api: Api, known: dict[str, Any], method: str, path: str
) -> None:
    operation = SCHEMA["paths"][path][method]
    known = known | known[BY_PATH].get(path, {})
    content = operation.get("requestBody", {}).get("content", {})
    asked = operation.get("parameters", [])
    usually = {p["name"]: usual(p["schema"], known, p["name"]) for p in asked}

    def ask(values: dict[str, Any], body: Any) -> Any:
        address = path.removeprefix("/api")
        queries = []
        for p in asked:
            text = quote(str(values[p["name"]]), safe="", errors="surrogatepass")
            if p["in"] == "path":
                address = address.replace(f"{{{p['name']}}}", text)
            elif values[p["name"]] is not None:
                queries.append(f"{p['name']}={text}")
        answer = api(method.upper(), f"{address}?{'&'.join(queries)}", body)
        if answer.status_code >= 400:
            assert answer.status_code in (400, 404, 409, 422), (values, body, answer.content)
            assert len(answer.data["title"]) > 10, (values, body, answer.content)
        return answer

    schema = content.get("application/json", {}).get("schema")
    body = usual(schema, known) if schema else None
    with transaction.atomic():
        answer = ask(usually, body)
        assert answer.status_code < 300, answer.content
        transaction.set_rollback(True)
    for p in asked:
        for odd in ODD:
            if not isinstance(odd, dict | list) and (p["in"] == "query" or odd not in ("", None)):
                ask(usually | {p["name"]: odd}, body)
    for changed in with_odd_values(body) if schema else ():
        ask(usually, changed)


@pytest.mark.parametrize(
    "body",
    [b"", b"{", b"NaN", b'{"name": NaN}', b'{"name": "\\ud800"}', b"\xff\xfe", b"[" * 100_000],
    ids=["nothing", "cut off", "NaN", "NaN inside", "half a character", "bytes", "nested"],
)
def test_bodies_that_are_no_json_are_refused(api: Api, student: Student, body: bytes) -> None:
    token = api("GET", "/account").data["csrf"]
    for path in ("/api/students", "/api/feed/balls"):
        header = {"X-CSRFToken": token}
        if "feed" in path:
            header = {
                "Authorization": f"Bearer {api('POST', '/devices', {'name': 'B'}).data['token']}"
            }
        answer = api.client.post(path, body, content_type="application/json", headers=header)
        assert answer.status_code == (
            413
            if len(body) > 65536 and "feed" not in path
            else 400
            if body or "feed" in path
            else 422
        )
        assert len(answer.json()["title"]) > 10
    assert Student.objects.count() == 1


def test_control_characters_become_blanks_and_every_file_can_still_be_written(
    api: Api, student: Student
) -> None:
    renamed = api("PATCH", f"/students/{student.pk}", {"name": "An\x0bsel", "notes": "C:\\u0000"})
    assert (renamed.data["name"], renamed.data["notes"]) == ("An sel", "C:\\u0000")
    rows = b"id,date,club,swing,carry_yd,strike note\na1,2026-05-20,56,9:00,60,fell\x0c short\n"
    assert b'"new": 1' in b"".join(api.upload(f"/students/{student.pk}/shots", rows))
    for file in ("shots.xlsx", "shots.csv", "shots.json", "matrix.xlsx", "student.json"):
        assert api("GET", f"/students/{student.pk}/{file}").status_code == 200, file
    book = openpyxl.load_workbook(
        io.BytesIO(api("GET", f"/students/{student.pk}/shots.xlsx").content)
    )
    assert "fell  short" in [cell.value for cell in book["balls"][2]]


PAGES = (
    "student.json", "shots.xlsx", "shots.csv", "matrix", "matrix.xlsx", "card.pdf", "progress",
    "report.pdf", "history", "gaps", "plan", "review", "events", "balls", "recipes",
)  # fmt: skip


def test_a_damaged_students_file_is_refused_or_works_on_every_page(api: Api, rich: Student) -> None:
    """Each value of the file in turn, a seeded sample of all: nothing half good is taken in."""
    for page in PAGES:
        assert api("GET", f"/students/{rich.pk}/{page}").status_code == 200, page
    file = api("GET", f"/students/{rich.pk}/student.json").data
    damaged = random.Random(7).sample(list(with_odd_values(file)), 24)
    taken = 0
    for one in damaged:
        answer = api.upload("/student-files", json.dumps(one).encode(), confirmed="true")
        assert answer.status_code in (201, 422), answer.content
        if answer.status_code == 422:
            assert len(answer.json()["title"]) > 10
            continue
        taken += 1
        made = answer.json()["id"]
        for page in PAGES:
            found = api("GET", f"/students/{made}/{page}")
            assert found.status_code in (200, 404, 422), (page, found.content)
        assert api("POST", f"/students/{made}/archive").status_code == 200
    assert 1 < taken < 12
