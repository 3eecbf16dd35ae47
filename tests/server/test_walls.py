"""Who may do what: academies are walls, sessions and tokens are needed, tries are throttled."""

import re
import subprocess
import sys
from datetime import date, timedelta
from pathlib import Path

import oxgang
import pytest
from django.test import Client
from django.utils import timezone
from oxgang.academy.models import Club, Coach, Student
from oxgang.api.main import api as the_api
from oxgang.config.environment import DEV_SECRET, Environment
from oxgang.core.keeping.events import EventKind
from oxgang.range_sessions.services.appointments import AppointmentFields, make_appointment
from oxgang.range_sessions.services.events import EventFields, add_event

from tests.server.conftest import Api, make_coach, make_student
from tests.server.steps import ball, listed

BODIES: dict[str, dict[str, object]] = {
    "put": {"uid": "x" * 10, "hit_at": "2026-05-31T10:00:00Z", "swing": "9:00", "carry_yd": 60},
    "post": {"label": "50", "loft_deg": 50},
    "patch": {"strike": "fat"},
}
BY_ACADEMY = r"\b(student_of|students_at|club_of)\([^()]*academy"
CALL = {"yardage_yd": 60, "shot": None}
OF_PRACTICE: dict[str, dict[str, object]] = {
    "homework": {"title": "x", "rows": [{"form": "random", "balls": 5}], "due_on": "2026-05-31"},
    "rounds": {"form": "random", "calls": [CALL], "results": [], "ended_at": "2026-05-31T10:00Z"},
    "calls": {"trial": "ladder"},
    "marks": {"shoulder": {"x": 1, "y": 1}, "hands": {"x": 2, "y": 2}, "touch": 1},
    "chart": {"boxes": []},
    "{part}": {"shown": True},
    "coach": {"coach_id": 1},
    "{person_id}": {"shared": True},
    "code": {"code": "2718"},
    "{day}": {"note": "x"},
    "erase": {"name": "x"},
}


def test_every_address_of_another_academys_student_is_a_404(
    student: Student, wedge: Club, coach: Coach
) -> None:
    stranger = make_coach("Lower Marrowdale", "tobin")
    theirs = make_student(stranger)
    api = Api(stranger)
    scale = student.scale_id
    soon = AppointmentFields(starts_at=timezone.now() + timedelta(days=1))
    booked = make_appointment(student, soon, by=coach, now=timezone.now())
    api_of_owner = Api(coach)
    api_of_owner("PUT", f"/students/{student.pk}/balls", ball(wedge, "0", 60))
    lesson = EventFields(kind=EventKind.TECHNIQUE, on=date(2026, 5, 31))
    event = add_event(student, lesson, by=coach, now=timezone.now())
    tried = 0
    for path, methods in the_api.get_openapi_schema()["paths"].items():
        if not re.search(r"\{(student_id|club_id|scale_id|event_id|entry_id|appointment_id)\}", path):
            continue
        for method in methods:
            address = path.removeprefix("/api").format(
                student_id=student.pk,
                club_id=wedge.pk,
                scale_id=scale,
                uid="none-such",
                number=1,
                link_id=1,
                event_id=event.pk,
                entry_id=event.entry_id,
                appointment_id=booked.pk,
                day="2026-05-31",
                picture_id=1,
                homework_id=student.pk,
                word_id=1,
                routine_id=1,
                person_id=1,
                part="card",
            )
            body = BODIES.get(method, {}) | {"club_id": str(wedge.pk)}
            if path.endswith(("/plan", "effect", "criteria", "reopen")):
                body |= {"protocol": "first map", "title": "x", "items": [], "day": "2026-05-31"}
                body |= {"solid": 0.8, "over_balls": 20, "cells": 0.7, "launches": 0.7}
            if path.endswith("/played"):
                body = {"shots": []}
            if path.endswith(("what-if", "loft-search")):
                body = {"clubs": [], "number": 1, "staying": []}
            if path.endswith(("recipes", "picture")):
                body |= {"school": "shallow", "recipes": {}, "club_speed_mps": 25}
            body |= OF_PRACTICE.get(path.rsplit("/", 1)[1], {})
            if path.endswith("/merge"):
                body = {"from_id": str(student.pk)}
            if path.endswith("/balls-of-another"):
                body = {"to_id": str(student.pk), "balls": ["none-such"]}
            if path.endswith("/events"):
                body = {"kind": "technique", "on": "2026-05-31"}
            if "range-pictures" in path:
                body = {"name": "x", "targets": [{"name": "a", "distance_yd": 60}]}
            if "scale_id" in path:
                body = {"name": "x", "positions": [{"label": "a", "arm_deg": 90}]}
            if method == "get" and address.endswith(("cell", "cell-balls", "net-plan", "why", "lookup")):
                address += "?club=56&swing=9:00&trajectory=stock&yardage=62"
            if "/pick" in path:
                address += "?pin_yd=60&seed=1&lie=fairway"
            if path.endswith("/pictures"):
                response = api.upload(address, b"no picture", swing="9:00")
            elif path.endswith(("check", "bag", "look", "imported-carries")):
                response = api.upload(address, b"club,loft_deg\n56,56\n")
            else:
                response = api(method.upper(), address, body)
            assert response.status_code == 404, (method, path, response.content)
            tried += 1
    assert tried > 15
    for file in (
        "shots.csv",
        "shots.xlsx",
        "shots.json",
        "bag.csv",
        "matrix.csv",
        "matrix.xlsx",
        "matrix.json",
        "card.pdf",
    ):
        assert api("GET", f"/students/{student.pk}/{file}").status_code == 404
    assert api.upload(f"/students/{student.pk}/shots", b"x").status_code == 404
    # Another academy's club cannot be hit, and its scale cannot be taken.
    body = BODIES["put"] | {"club_id": str(wedge.pk)}
    assert api("PUT", f"/students/{theirs.pk}/balls", body).status_code == 404
    assert api("PATCH", f"/students/{theirs.pk}", {"scale_id": scale}).status_code == 404
    assert [row["name"] for row in listed(api)["rows"]] == ["Ansel Quill"]


def test_nothing_is_read_or_written_without_a_session_or_a_token(student: Student) -> None:
    assert Api(None)("GET", "/students").status_code == 401
    assert Api(None)("POST", "/students", {"name": "x", "scale_id": 1}).data["code"] == "signed-out"
    client = Api(student.academy.coaches.get()).client
    refused = client.post("/api/students", {"name": "x"}, content_type="application/json")
    assert refused.status_code == 403
    no_token = Client(enforce_csrf_checks=True)
    sent = {"log_in": "ilse", "password": "six-long-words"}
    assert no_token.post("/api/account", sent, content_type="application/json").status_code == 422


def test_log_in_is_throttled_and_says_so(coach: Coach) -> None:
    api = Api(None)
    wrong = {"log_in": "ilse", "password": "guess"}
    for _ in range(4):
        assert api("POST", "/account", wrong).status_code == 422
    assert api("POST", "/account", wrong).status_code == 429
    right = api("POST", "/account", {"log_in": "ilse", "password": "six-long-words"})
    assert right.status_code == 429
    assert "Wait" in right.data["title"]


def test_log_in_and_out(coach: Coach) -> None:
    api = Api(None)
    signed = api("POST", "/account", {"log_in": " Ilse ", "password": "six-long-words"})
    assert signed.data["coach"]["academy"]["name"] == "Wexholt Hill"
    assert api("GET", "/students").status_code == 200
    assert api("DELETE", "/account").data["coach"] is None
    assert api("GET", "/students").status_code == 401


def test_a_real_server_refuses_defaults_and_weak_passwords(tmp_path: Path) -> None:
    for key in (DEV_SECRET, "short"):
        with pytest.raises(ValueError, match="OXGANG_SECRET_KEY"):
            Environment(mode="prod", secret_key=key).refuse_defaults_in_production()
    command = [sys.executable, "-m", "oxgang", "serve", "--data", str(tmp_path)]
    env = {"PATH": ""}
    add = [*command[:3], "add-coach", "--data", str(tmp_path), "--academy", "A", "--name", "Ilse"]
    env["OXGANG_PASSWORD"] = "123"
    weak = subprocess.run([*add, "--log-in", "ilse"], capture_output=True, text=True, env=env, check=False)
    assert (weak.returncode, "password" in weak.stderr.lower()) == (2, True)


def test_students_are_looked_up_in_one_module() -> None:
    """Elsewhere `students_at(reader)` or `student_of(reader, id)`: nobody can forget who reads."""
    root = Path(oxgang.__file__).parent
    reader = root / "academy/selectors/people.py"
    elsewhere = [
        str(file.relative_to(root))
        for file in root.rglob("*.py")
        if file != reader
        and "migrations" not in file.parts
        and re.search(r"\bStudent\.objects\.(?!create\()", file.read_text(encoding="utf-8"))
    ]
    assert elsewhere == []
    assert "Student.objects" in reader.read_text(encoding="utf-8")
    routers = [
        file
        for file in (root / "api").rglob("*.py")
        if re.search(BY_ACADEMY, file.read_text(encoding="utf-8"))
    ]
    assert routers == [], "A router hands on who asks, not the academy."
