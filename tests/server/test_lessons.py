"""Lessons written down and looked at again; pictures without what a camera writes into them."""

from __future__ import annotations

import io
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from oxgang.academy.models import Student
from oxgang.core.words.lesson import Checkpoint
from oxgang.practice.models import Lesson, Picture
from oxgang.practice.services.pictures import MOST_BYTES, SIDE, reencoded
from oxgang.range_sessions.models import Ball
from PIL import Image

from tests.server.conftest import Api, make_coach, make_student
from tests.server.steps import day, last, sentence_of, undo

SEEN = {"check-shoulders": "little", "check-weight": "little", "check-feet": "fine"}


def write(api: Api, student: Student, when: str = "", **more: Any) -> Any:
    body = {"seen": SEEN, "faults": ["fault-fat"], "cue": "fault-fat.cue", "drill": "drill-brush"}
    return api("PUT", f"/students/{student.pk}/lessons/{when or day(0)}", body | more)


def lessons(api: Api, student: Student) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = api("GET", f"/students/{student.pk}/lessons").data["lessons"]
    return found


def test_a_lesson_is_written_changed_taken_away_and_brought_back(api: Api, student: Student) -> None:
    write(api, student, day(9), note="First look.")
    page = write(api, student).data
    assert [lesson["day"] for lesson in page["lessons"]] == [day(0), day(9)]
    assert page["lessons"][0]["seen"] == SEEN
    assert page["lessons"][0]["by"] == "ilse"
    assert len(page["checkpoints"]) == len(Checkpoint)
    write(api, student, note="Hat level.", looked_at=page["lessons"][0]["changed_at"])
    assert (len(lessons(api, student)), Lesson.objects.count()) == (2, 2)
    assert sentence_of(last(api, student)).startswith("Saved the lesson of")
    undo(api, last(api, student))
    assert lessons(api, student)[0]["note"] == ""
    api("DELETE", f"/students/{student.pk}/lessons/{day(0)}")
    assert [lesson["day"] for lesson in lessons(api, student)] == [day(9)]
    undo(api, last(api, student))
    assert lessons(api, student)[0]["day"] == day(0)


@pytest.mark.parametrize(
    ("when", "body", "sentence_of"),
    [
        (-1, {}, "on its day or later"),
        (0, {"seen": {"check-hat": "fine"}}, "no checkpoint"),
        (0, {"seen": {"check-feet": "wide"}}, "'fine'"),
        (0, {"faults": ["fault-shank"]}, "no fault"),
        (0, {"cue": "x" * 201}, "200"),
        (0, {"seen": {}, "faults": [], "cue": " ", "drill": ""}, "Add a checkpoint"),
    ],
)
def test_what_cannot_be_written_is_refused(
    api: Api, student: Student, when: int, body: dict[str, Any], sentence_of: str
) -> None:
    answer = write(api, student, day(when), **body)
    assert answer.status_code == 422
    assert sentence_of in answer.data["title"] + answer.data["field"]
    assert not Lesson.objects.exists()


def test_an_academys_own_words_are_its_own(api: Api, student: Student) -> None:
    word = {"kind": "checkpoint", "part": "setup", "text": " Hat  level"}
    hat = api("POST", "/lesson-words", word).data
    again = api("POST", "/lesson-words", word | {"text": "hat level"}).data
    assert (hat["text"], hat["id"]) == ("Hat level", again["id"])
    assert write(api, student, seen={hat["name"]: "much"}).status_code == 200
    assert api("POST", "/lesson-words", {"kind": "checkpoint", "text": "x"}).status_code == 422
    assert api("POST", "/lesson-words", {"kind": "cue", "text": "  "}).status_code == 422
    stranger = make_coach("Lower Marrowdale", "tobin")
    theirs = Api(stranger)
    assert write(theirs, make_student(stranger), seen={hat["name"]: "much"}).status_code == 422
    assert theirs("DELETE", f"/lesson-words/{hat['id']}").status_code == 404
    # Off the list, and still in the lesson that has it.
    left = api("DELETE", f"/lesson-words/{hat['id']}").data
    assert [word["archived"] for word in left] == [True]
    assert lessons(api, student)[0]["seen"] == {hat["name"]: "much"}
    file = api("GET", f"/students/{student.pk}/student.json").data
    assert file["lessons"][0]["note"] == "Hat level: much"


def test_the_balls_speak_for_a_fault_and_lead_is_left_for_a_right_hander(api: Api, measured: Student) -> None:
    url = f"/students/{measured.pk}"
    for i, pulled in enumerate(Ball.objects.filter(student=measured)):
        pulled.offline_yd = -5 - 0.1 * i  # to the left of the target
        pulled.save()
    found = api("POST", f"{url}/faults", {"seen": {}}).data
    assert [one["fault"] for one in found] == ["fault-across"]
    assert found[0]["because"][0]["code"] == "sign-lead-side"
    # For a left-hander the same balls went to the trail side.
    api("PATCH", url, {"hand": "left"})
    assert api("POST", f"{url}/faults", {"seen": {}}).data == []
    seen = {"check-shoulders": "little", "check-weight": "little", "own-99": "fine"}
    fat = api("POST", f"{url}/faults", {"seen": seen}).data
    assert [one["fault"] for one in fat] == ["fault-fat"]


# Pictures


def photograph(width: int = 3000, height: int = 2000, form: str = "JPEG", **more: Any) -> bytes:
    """A noisy picture, as a camera makes one."""
    noise = Image.effect_noise((width, height), 90).convert("RGB")
    out = io.BytesIO()
    noise.save(out, form, **more)
    return out.getvalue()


def with_place() -> bytes:
    """A photograph that says where and when it was taken, lying on its side."""
    exif = Image.Exif()
    exif[0x0112] = 6  # turn it by a quarter (Exif 2.3, table 4)
    exif[0x0132] = "2026:05:31 10:00:00"
    exif[0x010F] = "A camera"
    exif.get_ifd(0x8825)[1] = "N"
    return photograph(800, 600, exif=exif)


def send(api: Api, student: Student, content: bytes, swing: str = "9:00", **more: str) -> Any:
    token = api("GET", "/account").data["csrf"]
    file = SimpleUploadedFile("still.jpg", content, "image/jpeg")
    return api.client.post(
        f"/api/students/{student.pk}/pictures",
        {"file": file, "swing": swing, **more},
        headers={"X-CSRFToken": token},
    )


def test_a_picture_is_kept_small_upright_and_without_place_time_or_camera() -> None:
    assert b"A camera" in with_place()
    made = reencoded(with_place())
    assert (made.width, made.height) == (600, 800)
    assert b"Exif" not in made.content
    assert b"2026" not in made.content
    with Image.open(io.BytesIO(made.content)) as kept:
        assert (kept.format, dict(kept.getexif())) == ("JPEG", {})
    large = reencoded(photograph())
    assert len(large.content) <= MOST_BYTES
    assert max(large.width, large.height) == SIDE
    clear = io.BytesIO()
    Image.new("RGBA", (50, 20), (0, 0, 0, 0)).save(clear, "PNG")
    small = reencoded(clear.getvalue())
    assert (small.width, small.height) == (50, 20)


def test_no_write_waits_while_a_picture_is_read(
    api: Api, student: Student, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A ball waited ten seconds for a picture of 88 million points, which took 1.3 GB."""
    depths = []

    def looked_at(*of: Any, **more: Any) -> Any:
        depths.append(len(connection.savepoint_ids))
        return opened(*of, **more)

    opened = Image.open
    monkeypatch.setattr(Image, "open", looked_at)
    before = len(connection.savepoint_ids)
    assert send(api, student, with_place()).status_code == 200
    file = api("GET", f"/students/{student.pk}/student.json").content
    assert api.upload("/student-files", file, known="second").status_code == 201
    assert len(depths) == 2
    assert set(depths) == {before}


def test_a_picture_takes_the_place_of_the_one_before_and_goes_with_the_student(
    api: Api, student: Student
) -> None:
    first = send(api, student, with_place()).json()
    assert api("GET", first["address"].removeprefix("/api")).content[:2] == b"\xff\xd8"
    second = send(api, student, with_place()).json()
    send(api, student, with_place(), "9:00", trajectory="low")
    shown = api("GET", f"/students/{student.pk}/lessons").data["pictures"]
    assert [(p["id"], p["trajectory"]) for p in shown] == [(second["id"], None), (second["id"] + 1, "low")]
    assert Picture.objects.count() == 3
    other = Api(make_coach("Lower Marrowdale", "tobin"))
    assert other("GET", second["address"].removeprefix("/api")).status_code == 404
    assert send(other, student, with_place()).status_code == 404
    # The student's file has it, and another academy can read it.
    write(api, student)
    file = api("GET", f"/students/{student.pk}/student.json").content
    brought = other.upload("/student-files", file).json()
    page = other("GET", f"/students/{brought['id']}/lessons").data
    assert [p["swing"] for p in page["pictures"]] == ["9:00", "9:00"]
    assert page["lessons"][0]["seen"] == SEEN
    api("DELETE", f"/students/{student.pk}/pictures/{second['id']}")
    assert len(api("GET", f"/students/{student.pk}/lessons").data["pictures"]) == 1


def _bomb() -> bytes:
    """A small file of very many points."""
    out = io.BytesIO()
    Image.new("1", (15_000, 15_000)).save(out, "PNG")
    return out.getvalue()


@pytest.mark.parametrize(
    ("content", "swing", "status", "words"),
    [
        (b"no picture at all", "9:00", 422, "t a picture"),
        (b"", "9:00", 422, "picture"),
        (with_place()[:4000], "9:00", 422, "t a picture"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'/>", "9:00", 422, "a picture"),
        (b"\xff" * (50 * 2**20), "9:00", 422, "larger than 20 MB"),
        (_bomb(), "9:00", 422, "picture"),
        (with_place(), "noon", 422, 'no swing "noon"'),
    ],
    ids=["text", "empty", "cut off", "svg", "50 MB", "bomb", "no such swing"],
)
def test_what_is_no_picture_is_refused_with_a_sentence(
    api: Api, student: Student, content: bytes, swing: str, status: int, words: str
) -> None:
    answer = send(api, student, content, swing)
    assert (answer.status_code, words in answer.json()["title"]) == (status, True), answer.content
    assert not Picture.objects.exists()
