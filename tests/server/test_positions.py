"""Positions measured on a student's pictures: by two touches, over months."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from django.utils import timezone
from oxgang.academy.models import Student
from oxgang.practice.models import Picture

from tests.server.conftest import Api
from tests.server.steps import last, sentence_of, undo
from tests.server.test_lessons import photograph, send

# On a picture of 600 by 800: the arm level, to the left of the shoulder.


def at(x: float, y: float) -> dict[str, float]:
    return {"x": x, "y": y}


LEVEL: dict[str, Any] = {"shoulder": at(350, 300), "hands": at(150, 300), "line": None, "touch": 3}


@pytest.fixture
def still(api: Api, student: Student) -> dict[str, Any]:
    made: dict[str, Any] = send(api, student, photograph(600, 800)).json()
    return made


def measure(api: Api, student: Student, picture: dict[str, Any], **more: Any) -> Any:
    return api("PUT", f"/students/{student.pk}/pictures/{picture['id']}/marks", {**LEVEL, **more})


def test_two_touches_measure_a_position_and_the_log_takes_it_back(
    api: Api, student: Student, still: dict[str, Any]
) -> None:
    assert still["marks"] is None
    (nine,) = measure(api, student, still).data
    assert (nine["swing"], nine["meant_deg"], nine["moved"]) == ("9:00", 90, None)
    assert (nine["seen"][0]["arm_deg"], nine["seen"][0]["said"]) == (90, "9:00")
    # A door frame that leans to the right: the arm was lower than it looked.
    (tilted,) = measure(api, student, still, line=[at(500, 700), at(535, 300)]).data
    assert tilted["seen"][0]["arm_deg"] == pytest.approx(85, abs=0.01)
    assert tilted["seen"][0]["sd_deg"] < nine["seen"][0]["sd_deg"]
    shown = api("GET", f"/students/{student.pk}/lessons").data["pictures"][0]
    assert shown["marks"]["line"] == [at(500, 700), at(535, 300)]
    assert sentence_of(last(api, student)) == "Measured the picture of 9:00"
    undo(api, last(api, student))
    assert api("GET", f"/students/{student.pk}/positions").data == [nine]
    # For a left-hander the trail side is on the other.
    api("PATCH", f"/students/{student.pk}", {"hand": "left"})
    assert measure(api, student, still).data["field"] == "hands"
    (left,) = measure(api, student, still, hands=at(550, 300)).data
    assert left["seen"][0]["arm_deg"] == 90


def test_a_series_goes_on_when_a_picture_is_replaced_and_not_when_it_is_deleted(
    api: Api, student: Student, still: dict[str, Any]
) -> None:
    measure(api, student, still)
    Picture.objects.update(taken_on=timezone.now().date() - timedelta(days=60))
    newer = send(api, student, photograph(600, 800)).json()
    (nine,) = measure(api, student, newer, hands=at(160, 230)).data
    assert [one["said"] for one in nine["seen"]] == ["9:00", "9:40"]
    assert nine["moved"]["real"] is True
    # It goes along in the student's file, as far as its pictures do.
    file = api("GET", f"/students/{student.pk}/student.json").content
    second = api.upload("/student-files", file, known="second").json()["id"]
    (copied,) = api("GET", f"/students/{second}/positions").data
    assert copied["seen"] == [nine["seen"][1] | {"picture_id": copied["seen"][0]["picture_id"]}]
    api("DELETE", f"/students/{student.pk}/pictures/{newer['id']}")
    (before,) = api("GET", f"/students/{student.pk}/positions").data
    assert [one["said"] for one in before["seen"]] == ["9:00"]


@pytest.mark.parametrize(
    ("wrong", "field"),
    [
        ({"hands": at(601, 300)}, "hands"),
        ({"shoulder": at(350, -1)}, "shoulder"),
        ({"hands": at(352, 310)}, "hands"),
        ({"line": [at(10, 10), at(12, 12)]}, "line"),
        ({"touch": 0}, "touch"),
    ],
)
def test_touches_that_cannot_be_are_refused(
    api: Api, student: Student, still: dict[str, Any], wrong: dict[str, Any], field: str
) -> None:
    answer = measure(api, student, still, **wrong)
    assert (answer.status_code, answer.data["field"]) == (422, field)
    assert api("GET", f"/students/{student.pk}/positions").data == []
