"""An academy with a coach, a student with two clubs, and clients that speak JSON."""

from __future__ import annotations

import json
import logging
import secrets
import shutil
import time
from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import pytest
from django.test import Client
from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.services.academies import add_coach, open_academy
from oxgang.academy.services.clubs import add_club
from oxgang.academy.services.students import StudentFields, add_student
from oxgang.api.account.sessions import PROVED
from oxgang.config.logs import Redacting
from oxgang.core.words import bag

from tests.server.steps import GOOD, ball, come_in, day, hit, hit_ago, keep

NOW = datetime(2026, 5, 31, 10, 0, tzinfo=UTC)


class Api:
    """A signed-in browser."""

    def __init__(self, coach: Coach | None) -> None:
        self.client = Client(enforce_csrf_checks=True)
        if coach:
            self.client.force_login(coach.user, backend="django.contrib.auth.backends.ModelBackend")
            session = self.client.session
            session[PROVED] = time.time()
            session.save()

    @property
    def csrf(self) -> str:
        """The token of the cookie, as the page reads it; asked for once."""
        if "csrftoken" not in self.client.cookies:
            self.client.get("/api/account")
        return self.client.cookies["csrftoken"].value

    def __call__(self, method: str, path: str, body: Any = None, **extra: Any) -> Any:
        response = self.client.generic(
            method,
            f"/api{path}",
            b"" if body is None else json.dumps(body),
            content_type="application/json",
            headers={"X-CSRFToken": self.csrf},
            **extra,
        )
        response.data = response.json() if response.content[:1] in b"[{" else None  # type: ignore[attr-defined]
        return response

    def upload(self, path: str, content: bytes, **fields: str) -> Any:
        from django.core.files.uploadedfile import SimpleUploadedFile

        file = SimpleUploadedFile("shots.csv", content, "text/csv")
        return self.client.post(f"/api{path}", {"file": file, **fields}, headers={"X-CSRFToken": self.csrf})


def make_coach(academy: str, log_in: str) -> Coach:
    return add_coach(open_academy(academy), name=log_in, log_in=log_in, password="six-long-words")


def make_student(coach: Coach, name: str = "Ansel Quill") -> Student:
    scale = coach.academy.scales.get(key="clock")
    student = add_student(StudentFields(name=name, scale_id=scale.pk), by=coach, now=NOW)
    for label, loft in (("56", 56), ("60", 60)):
        add_club(student, bag.Club(label, loft), by=coach, now=NOW)
    return student


@pytest.fixture
def data(academy: Path, tmp_path: Path) -> Path:
    """The demo academy's folder, a copy of its own for each test."""
    shutil.copytree(academy, tmp_path / "data")
    return tmp_path / "data"


@pytest.fixture
def coach(db: None) -> Coach:
    return make_coach("Wexholt Hill", "ilse")


@pytest.fixture
def second(api: Api) -> Coach:
    url = api("POST", "/people/invitations", {"name": "Tobin Achterby"}).data["url"]
    assert come_in(url, log_in="tobin", password=GOOD).status_code == 200
    return Coach.objects.get(name="Tobin Achterby")


@pytest.fixture
def student(coach: Coach) -> Student:
    return make_student(coach)


@pytest.fixture
def wedge(student: Student) -> Club:
    return student.clubs.get(label="56")


@pytest.fixture
def api(coach: Coach) -> Api:
    return Api(coach)


@pytest.fixture
def rich(api: Api, student: Student, wedge: Club) -> Student:
    """A student with something of everything."""
    url = f"/students/{student.pk}"
    hit_ago(api, student, wedge, [44, 45, 43, 46, 44, 45], days_ago=9)
    more = {"launch_deg": 31, "strike": "thin", "headwind_mps": 3}
    api("PUT", f"{url}/balls", ball(wedge, "thin", 30, **more))
    api("DELETE", f"{url}/balls/ball-3")
    keep(api, student)
    assert api("POST", f"{url}/versions", {"note": "first", "picks": False}).status_code == 200
    hit_ago(api, student, wedge, [44, 45])
    api("POST", f"{url}/events", {"kind": "technique", "on": day(4)})
    api("POST", f"{url}/events", {"kind": "new club", "on": day(2), "club_id": str(wedge.pk)})
    api("POST", f"{url}/check-up", {"balls": 6})
    api("PATCH", url, {"notes": "Ünder way", "tolerance_yd": 3})
    seen = api("GET", f"{url}/recipes").data
    low = seen["recipes"]["low"] | {"ball_in": -3}
    api("PUT", f"{url}/recipes", {"school": "shallow", "recipes": seen["recipes"] | {"low": low}})
    return student


@pytest.fixture
def two_shots(api: Api, student: Student, wedge: Club) -> Student:
    """Two measured shots: 56 9:00 at about 44 and 56 10:00 at about 60."""
    hit(api, student, wedge, [44, 45, 43, 44, 45])
    hit(api, student, wedge, [60, 61, 59, 60, 62], swing="10:00")
    keep(api, student)
    return student


@pytest.fixture
def measured(api: Api, student: Student, wedge: Club) -> Student:
    hit_ago(api, student, wedge, [44, 45, 43, 44, 46, 44, 45, 43], days_ago=20)
    keep(api, student)
    return student


class _Kept(logging.Handler):
    """The lines as the log of a server has them."""

    def __init__(self) -> None:
        super().__init__()
        self.lines: list[str] = []
        self.setFormatter(Redacting("%(message)s"))

    def emit(self, record: logging.LogRecord) -> None:
        self.lines.append(self.format(record))


@pytest.fixture(autouse=True)
def no_secret_in_the_log(monkeypatch: pytest.MonkeyPatch) -> Iterator[None]:
    """Whatever a test does: no token that it made stands in the log."""
    made: list[str] = []
    make = secrets.token_urlsafe

    def remembered(size: int | None = None) -> str:
        made.append(make(size))
        return made[-1]

    monkeypatch.setattr(secrets, "token_urlsafe", remembered)
    kept = _Kept()
    logging.getLogger().addHandler(kept)
    yield
    logging.getLogger().removeHandler(kept)
    found = [line for line in kept.lines if any(token in line for token in made)]
    assert found == []
