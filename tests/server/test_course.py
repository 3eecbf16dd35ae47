"""Shots on the course: from the phone, once, and what a coach sees of them."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any

import pytest
from django.utils import timezone
from oxgang.academy.models import Coach, Student
from oxgang.practice.models import CourseLog
from oxgang.practice.services import course

from tests.server.conftest import Api, make_student
from tests.server.steps import day, last, sentence_of, undo
from tests.server.test_portal import Phone, link
from tests.server.test_practice import playing

__all__ = ["playing"]
SHOT: dict[str, Any] = {"place": 0, "pin_yd": 50, "finish": "green", "past_yd": -3, "right_yd": 4}


class OnCourse(Phone):
    """A phone on the course: the card that it shows, and its shots."""

    @property
    def card(self) -> dict[str, Any]:
        found: dict[str, Any] = self.get("card.json").json()
        return found

    def log(self, uid: str, **more: Any) -> Any:
        if "version" not in more:
            more["version"] = self.card["id"]
        text = json.dumps({"uid": uid, "played_at": timezone.now().isoformat(), **SHOT, **more})
        return self.client.put(f"/c/{self.token}/course", text, content_type="application/json")


@pytest.fixture
def phone(api: Api, playing: Student) -> OnCourse:
    api("POST", f"/students/{playing.pk}/versions", {"picks": False})
    return OnCourse(link(api, playing).token)


def seen(api: Api, student: Student, query: str = "") -> dict[str, Any]:
    found: dict[str, Any] = api("GET", f"/students/{student.pk}/course?{query}").data
    return found


def test_a_shot_comes_home_once_and_changes_no_carry(api: Api, playing: Student, phone: OnCourse) -> None:
    assert phone.get().json()["left_handed"] is False
    assert "course" in phone.get().json()["shows"]
    before = api("GET", f"/students/{playing.pk}/matrix").data["cells"]
    for _ in range(2):
        assert phone.log("shot-one-1").json() == {"uid": "shot-one-1"}
    assert phone.log("shot-two-2", finish="rough", pin_yd=66, place=1).status_code == 200
    assert api("GET", f"/students/{playing.pk}/matrix").data["cells"] == before
    told = seen(api, playing)
    newest, first = told["shots"]
    assert (first["shot"], first["pin_yd"], first["left_yd"]) == ("56 9:00", 50, 5)
    assert (newest["shot"], newest["finish"]) == ("56 10:00", "rough")
    assert (told["every"]["shots"], told["every"]["on"], told["every"]["judged"]) == (2, 1, 2)
    assert [(one["from_yd"], one["tally"]["on"]) for one in told["bands"]] == [(50, 1), (60, 0)]
    assert (told["verdict"]["code"], told["advice"]["values"]) == (
        "course-few",
        {"shots": 2, "wanted": 8},
    )
    assert told["handicap"] == 18
    # The log has one entry for a round, and its undo takes all of it.
    entry = last(api, playing)
    assert sentence_of(entry) == "The student logged 2 shots on the course"
    assert undo(api, entry).status_code == 200
    assert seen(api, playing)["shots"] == []


def test_a_promise_is_that_of_the_pick_and_stays(api: Api, playing: Student, phone: OnCourse) -> None:
    phone.log("shot-one-1", pin_yd=49)
    promise = CourseLog.objects.get().promise
    asked = api("GET", f"/students/{playing.pk}/pick?pin_yd=49").data
    (shot,) = (one for one in asked["shots"] if one["key"]["swing"] == "9:00")
    # The pick knows of no day that moves all carries: a little more sure of itself.
    assert promise["on"] == pytest.approx(shot["on_green"], abs=0.02)
    assert promise["strokes"] == pytest.approx(shot["strokes"], abs=0.02)
    # Another club in the bag, and the promise is what it was; of what is not in the matrix there is none.
    (club,) = (one for one in playing.clubs.all() if one.label == "56")
    api("POST", f"/clubs/{club.pk}/archive", {})
    phone.log("shot-two-2")
    assert [bool(row.promise) for row in CourseLog.objects.order_by("pk")] == [True, False]
    assert (seen(api, playing)["every"]["judged"], seen(api, playing)["every"]["shots"]) == (1, 2)


def test_a_round_of_sixty_is_sent_by_two_phones_and_by_an_older_card(
    api: Api, playing: Student, phone: OnCourse, monkeypatch: pytest.MonkeyPatch
) -> None:
    other, old = OnCourse(phone.token), phone.card["id"]
    api("POST", f"/students/{playing.pk}/versions", {"picks": False})
    assert phone.card["id"] != old
    for number in range(60):
        for one in (phone, other):
            assert one.log(f"round-shot-{number}", version=old).status_code == 200
    assert CourseLog.objects.filter(version=old).count() == 60
    assert seen(api, playing)["every"]["shots"] == 60
    monkeypatch.setattr(course, "MOST_A_DAY", 60)
    assert "More than 60 shots" in phone.log("one-too-many").json()["title"]


@pytest.mark.parametrize(
    ("wrong", "field"),
    [
        ({"pin_yd": 4}, "pin_yd"),
        ({"lie": "mat"}, "lie"),
        ({"place": 2}, "place"),
        ({"version": 999_999}, "place"),
        ({"finish": "green", "past_yd": 60, "right_yd": 0}, "left_yd"),
        ({"past_yd": None, "right_yd": None}, "left_yd"),
        ({"right_yd": None}, "past_yd"),
        ({"finish": "tree"}, "finish"),
        ({"uid": "x"}, "uid"),
    ],
)
def test_what_cannot_be_is_refused_with_a_sentence(
    phone: OnCourse, wrong: dict[str, Any], field: str
) -> None:
    answer = phone.log(**{"uid": "shot-one-1", **wrong})
    assert (answer.status_code, answer.json()["field"]) == (422, field)
    assert not CourseLog.objects.exists()


def test_a_shot_of_another_students_card_is_refused_and_the_coach_decides(
    api: Api, coach: Coach, playing: Student, phone: OnCourse
) -> None:
    beside = make_student(coach, "Beside")
    theirs = OnCourse(link(api, beside).token)
    assert theirs.log("shot-one-1", version=phone.card["id"]).json()["field"] == "place"
    api("PUT", f"/students/{playing.pk}/sharing/course", {"shown": False})
    assert phone.log("shot-one-1").status_code == 404


def test_a_coach_deletes_a_shot_and_looks_at_a_period(api: Api, playing: Student, phone: OnCourse) -> None:
    ago = timezone.now() - timedelta(days=30)
    phone.log("shot-old-1", played_at=ago.isoformat())
    # A clock that cannot have been right: it was when it came in.
    phone.log("shot-two-2", played_at="2020-01-01T10:00:00Z")
    assert [one["uid"] for one in seen(api, playing, f"from_day={day(3)}")["shots"]] == ["shot-two-2"]
    assert [one["uid"] for one in seen(api, playing, f"to_day={day(3)}")["shots"]] == ["shot-old-1"]
    url = f"/students/{playing.pk}/course/shot-two-2"
    assert [api("DELETE", url).status_code for _ in range(2)] == [200, 200]
    assert api("DELETE", f"/students/{playing.pk}/course/shot-six-6").status_code == 404
    assert [one["uid"] for one in seen(api, playing)["shots"]] == ["shot-old-1"]
    assert sentence_of(last(api, playing)).startswith("Deleted a shot on the course: 56 9:00")
    undo(api, last(api, playing))
    assert seen(api, playing)["every"]["shots"] == 2


def test_the_report_has_a_paragraph_and_the_students_file_the_shots(
    api: Api, playing: Student, phone: OnCourse
) -> None:
    url = f"/students/{playing.pk}"
    assert "course" not in api("GET", f"{url}/progress").data["words"]
    phone.log("shot-one-1")
    phone.log("shot-two-2", finish="penalty", past_yd=None, right_yd=None)
    words = api("GET", f"{url}/progress").data["words"].splitlines()
    greens = "On the course, 1 of 2 logged shots finished on the green."
    left = "On average they finished 15 ft from the hole."
    assert words[1] == f"{greens} {left}"
    assert phone.get().json()["course"] == [greens, left]
    before, file = seen(api, playing), api("GET", f"{url}/student.json").data
    answer = api.upload("/student-files", json.dumps(file).encode(), known="second")
    assert answer.status_code == 201, answer.content
    second = Student.objects.get(pk=answer.json()["id"])
    assert seen(api, second) == before
    assert {row.version.number for row in CourseLog.objects.filter(student=second) if row.version} == {1}
    file["course"][0] |= {"finish": "green", "left_yd": None, "past_yd": None, "right_yd": None}
    assert api.upload("/student-files", json.dumps(file).encode(), known="second").status_code == 422
    # Two records become one; what both have stays.
    phone.log("shot-three-3")
    merged = api("POST", f"/students/{second.pk}/merge", {"from_id": str(playing.pk)}).data
    assert seen(api, second)["every"]["shots"] == 3
    assert merged["stayed"] >= 2
