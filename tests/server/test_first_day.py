"""The first start by its code, a student with a bag at once, and the example student."""

from __future__ import annotations

import socket
from pathlib import Path
from typing import Any

import pytest
from django.conf import settings
from django.utils import timezone
from oxgang.academy.models import Academy, Club, Coach, Student
from oxgang.academy.services.first import FILE, first_code
from oxgang.demo.example import NAME

from tests.commands import oxgang
from tests.server.conftest import Api, make_coach

SAID: dict[str, Any] = {
    "academy": " Low  Furlong ",
    "time_zone": "Europe/Lisbon",
    "altitude_m": 40,
    "units": "m",
    "name": "Bryn Ashdown",
    "log_in": "Bryn",
    "password": "seven-tall-oaks",
}


@pytest.fixture
def code(db: None, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> str:
    monkeypatch.setattr(settings, "ENV", settings.ENV.model_copy(update={"data": tmp_path}))
    return first_code()


def test_the_first_start_opens_the_academy_and_signs_in(code: str, tmp_path: Path) -> None:
    api = Api(None)
    assert len(code) > 16
    assert first_code() == code  # started again, the address is the same
    assert (tmp_path / FILE).stat().st_mode & 0o777 == 0o600
    before = api("POST", "/account/start/look", {"token": code}).data
    assert "Europe/Lisbon" in before["zones"]
    assert len(before["rules"]) >= 2
    answer = api("POST", "/account/start", SAID | {"token": code})
    assert answer.status_code == 200
    coach = answer.data["coach"]
    assert (coach["name"], coach["role"], coach["academy"]["name"]) == (
        "Bryn Ashdown",
        "head",
        "Low Furlong",
    )
    assert (coach["academy"]["units"], coach["academy"]["time_zone"]) == ("m", "Europe/Lisbon")
    assert api("GET", "/students").data["rows"] == []
    # Good once: the file is gone, and the address begins nothing any more.
    assert not (tmp_path / FILE).exists()
    assert first_code() == ""
    for way, body in (("/look", {}), ("", {**SAID, "log_in": "other"})):
        assert api("POST", f"/account/start{way}", {**body, "token": code}).status_code == 404
    assert Academy.objects.count() == Coach.objects.count() == 1


@pytest.mark.parametrize(
    ("field", "value"),
    [
        ("academy", "  "),
        ("academy", "x" * 121),
        ("time_zone", "Mars/North"),
        ("altitude_m", 99_999),
        ("units", "ells"),
        ("log_in", " "),
        ("password", "short"),
    ],
)
def test_a_bad_answer_stands_beside_its_field_and_nothing_is_left(
    code: str, field: str, value: object
) -> None:
    answer = Api(None)("POST", "/account/start", {**SAID, "token": code, field: value})
    assert (answer.status_code, answer.data["field"]) == (422, field)
    assert not Academy.objects.exists()
    assert first_code() == code


def test_a_guessed_code_begins_nothing(code: str) -> None:
    for guess in ("x", code[:-1], code + "x", "ünbekannt"):
        assert Api(None)("POST", "/account/start", SAID | {"token": guess}).status_code == 404
    make_coach("There Already", "ilse")
    assert Api(None)("POST", "/account/start/look", {"token": code}).status_code == 404


def test_serve_says_where_the_first_account_is_made(tmp_path: Path) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        # A port that cannot be opened ends it after what it has to say.
        port = taken.getsockname()[1]
        said = oxgang("serve", "--data", tmp_path, "--port", port)
    code = (tmp_path / FILE).read_text()
    assert f"/start#{code}" in said.stdout
    assert len((tmp_path / "secret-key").read_text()) > 50


def test_a_new_student_has_bag_and_school_or_is_not_there_at_all(api: Api, coach: Coach) -> None:
    scale = coach.academy.scales.first()
    assert scale
    bag = api("GET", "/words").data["bags"][0]["clubs"]
    new = {"name": "Elin Marsh", "scale_id": scale.pk, "school": "ball-back", "clubs": bag}
    made = api("POST", "/students", new)
    assert made.status_code == 201
    assert [club["label"] for club in made.data["clubs"]] == [club["label"] for club in bag]
    assert Student.objects.get().school == "ball-back"
    twice = {**new, "name": "Other", "clubs": [*bag, bag[0]]}
    for bad in ({**new, "name": "Third", "clubs": [{"label": "X", "loft_deg": 12}]}, twice):
        assert api("POST", "/students", bad).status_code == 422
    assert Student.objects.count() == 1


def test_every_usual_bag_can_be_in_a_bag(api: Api, coach: Coach) -> None:
    scale = coach.academy.scales.first()
    assert scale
    bags = api("GET", "/words").data["bags"]
    assert len(bags) >= 3
    for bag in bags:
        new = {"name": bag["name"], "scale_id": scale.pk, "clubs": bag["clubs"]}
        assert api("POST", "/students", new).status_code == 201


@pytest.mark.parametrize("units", ["yd", "m"])
def test_the_example_comes_once_with_numbers_and_leaves_nothing(api: Api, coach: Coach, units: str) -> None:
    api("PATCH", "/settings", {"units": units})
    made = api("POST", "/example").data
    assert api("POST", "/example").data["id"] == made["id"]
    assert (made["name"], made["units"]) == (NAME, units)
    page = api("GET", "/students").data
    assert page["example"] == made["id"]
    assert page["rows"][0]["covered"] > 0.2
    # The head coach's figures are of real students only.
    now = timezone.now().date().isoformat()
    figures = api("GET", f"/figures?until={now}")
    assert figures.status_code == 200
    assert NAME not in str(figures.data)
    # Another academy has neither it nor the way to take it away.
    other = Api(make_coach("Elsewhere", "tobin"))
    assert other("DELETE", "/example").data == {"gone": False}
    assert api("DELETE", "/example").data == {"gone": True}
    assert api("DELETE", "/example").data == {"gone": False}
    assert not Student.objects.exists()
    assert not Club.objects.exists()
