"""The blank sheet, lessons beside the numbers, and that nothing of practice stays behind."""

from __future__ import annotations

import io
import sqlite3
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from django.apps import apps
from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.services.students import StudentFields, add_student
from oxgang.files.marks import Box
from oxgang.files.sheet import BOXES, SheetRow, Task, TaskRow, lay_homework, lay_sheet
from oxgang.practice.models import Picture
from oxgang.texts.messages import texts
from pypdf import PdfReader

from tests.commands import oxgang
from tests.server.conftest import NOW, Api, make_student
from tests.server.steps import day, hit_ago, keep, last, sentence_of, shows, undo
from tests.server.test_course import OnCourse
from tests.server.test_lessons import send as send_picture
from tests.server.test_lessons import with_place, write
from tests.server.test_portal import link
from tests.server.test_practice import answer_row, called, playing, put, round_in, send

__all__ = ["playing"]


def words(response: Any) -> str:
    return "\n".join(page.extract_text() for page in PdfReader(io.BytesIO(response.content)).pages)


def test_the_sheet_has_the_cells_of_the_plan_or_those_that_are_played(api: Api, playing: Student) -> None:
    url = f"/students/{playing.pk}"
    text = words(api("GET", f"{url}/sheet.pdf"))
    assert "Ansel Quill" in text
    for line in ("56 9:00", "56 10:00", "Carry of each ball [yd]", "Never walk out"):
        assert line in text
    assert sentence_of(last(api, playing)) == "Downloaded the paper score sheet"
    items = [{"club": "60", "swing": "8:00", "trajectory": "low", "balls": 5}]
    api("PUT", f"{url}/plan", {"title": "own", "items": items})
    api("PATCH", url, {"units": "m"})
    planned = words(api("GET", f"{url}/sheet.pdf"))
    assert "60 8:00 low" in planned
    assert "56 9:00" not in planned
    assert "[m]" in planned
    assert "yd" not in planned


def test_homework_on_paper_has_each_call_and_stands_on_the_report(api: Api, playing: Student) -> None:
    sent = send(api, playing).data[0]
    url = f"/students/{playing.pk}"
    text = words(api("GET", f"{url}/homework/{sent['id']}/sheet.pdf"))
    for line in ("Three days, by", "56 9:00, blocked", "Same swing.", "goal 3, par", "Random"):
        assert line in text
    assert text.split("\n").count("44") >= 5  # the blocked row calls its own carry, ball by ball
    assert sentence_of(last(api, playing)) == "Downloaded homework on paper"
    report = words(api("GET", f"{url}/report.pdf"))
    assert "56 9:00, blocked" in report
    api("PATCH", url, {"units": "m"})
    metres = words(api("GET", f"{url}/homework/{sent['id']}/sheet.pdf"))
    assert metres.split("\n").count("40") >= 5
    assert "yd" not in metres


@pytest.mark.parametrize(("calls", "pages"), [(1, 1), (10, 1), (60, 2)])
def test_no_row_of_homework_is_torn(calls: int, pages: int) -> None:
    row = TaskRow("Random", "A cue", ["44"] * calls, "par 5 of 10")
    task = Task("A name", "Wexholt Hill", "Alone", "by 7 Jun", "Slow.", "yd", [row] * 3, texts())
    sheets = lay_homework(task)
    assert len(sheets) == pages
    boxes = [mark for sheet in sheets for mark in sheet.marks if isinstance(mark, Box)]
    assert len(boxes) == 3 * calls
    for sheet in sheets:
        for mark in sheet.marks:
            if isinstance(mark, Box):
                assert mark.y > 50
                assert mark.x + mark.width < sheet.width


def test_a_student_without_a_cell_has_no_sheet(api: Api, coach: Coach) -> None:

    fields = StudentFields(name="Bo Tarn", scale_id=coach.academy.scales.get(key="clock").pk)
    nobody = add_student(fields, by=coach, now=NOW)
    answer = api("GET", f"/students/{nobody.pk}/sheet.pdf")
    assert (answer.status_code, "Plan a session" in answer.data["title"]) == (404, True)


@pytest.mark.parametrize(("rows", "pages"), [(1, 1), (17, 1), (18, 2), (40, 3)])
def test_every_cell_has_five_boxes_on_its_page(rows: int, pages: int) -> None:
    cells = [SheetRow(f"56 {i}", "A cue that is long enough to be cut" * 3) for i in range(rows)]
    sheets = lay_sheet("A name" * 12, "Wexholt Hill", "yd", cells, texts())
    assert len(sheets) == pages
    boxes = [mark for sheet in sheets for mark in sheet.marks if isinstance(mark, Box)]
    assert len(boxes) == BOXES * rows
    for sheet in sheets:
        for mark in sheet.marks:
            if isinstance(mark, Box):
                assert 0 < mark.x < mark.x + mark.width < sheet.width
                assert 20 < mark.y < mark.y + mark.height < sheet.height - 100


def test_a_lesson_stands_against_what_was_hit_since_the_one_before_and_till_the_next(
    api: Api, student: Student, wedge: Club
) -> None:
    fat = {"strike": "fat"}
    hit_ago(api, student, wedge, [44, 45, 43], days_ago=40)
    hit_ago(api, student, wedge, [30, 28, 31], days_ago=40, **fat)
    write(api, student, day(30), cue="Chest to the target")
    hit_ago(api, student, wedge, [44, 45, 43, 44], days_ago=20)
    write(api, student, day(10))
    hit_ago(api, student, wedge, [44, 30], days_ago=5)
    keep(api, student)
    found = api("GET", f"/students/{student.pk}/progress?from_day={day(50)}").data["lessons"]
    assert [(one["on"], one["cue"]) for one in found] == [
        (day(30), "Chest to the target"),
        (day(10), "fault-fat.cue"),
    ]
    sides = [(one["turn"]["before"]["balls"], one["turn"]["after"]["balls"]) for one in found]
    assert sides == [(6, 4), (4, 2)]
    assert found[0]["turn"]["solid"]["value"] == 0.5


def test_practice_is_taken_back_and_named_in_the_log(api: Api, playing: Student) -> None:
    send(api, playing)
    assert sentence_of(last(api, playing)).startswith("Sent homework: Three days, 11 balls by")
    undo(api, last(api, playing))
    assert api("GET", f"/students/{playing.pk}/homework").data == []
    undo(api, last(api, playing))
    assert len(api("GET", f"/students/{playing.pk}/homework").data) == 1
    row = {"form": "net", "balls": 3, "shot": {"club": "56", "swing": "9:00"}}
    calls = called(api, playing, row=row)
    results = [{"call": i, "balls": [{"met": i > 0}]} for i in range(3)]
    body = round_in(calls | {"calls": []}) | {"calls": calls["calls"], "results": results}
    kept = put(api, playing, body).data
    assert (kept["round"]["points"], kept["round"]["of"], kept["balls"]) == (2, 3, 0)
    assert sentence_of(last(api, playing)) == "Practised on the net: 2 of 3"
    # The next par on the net knows how this one went.
    again = called(api, playing, row=row)
    assert again["par"]["mean"] == pytest.approx(3 * (2 + 2) / (3 + 4), abs=0.01)


def test_a_ball_that_is_in_the_session_already_is_not_recorded_twice(api: Api, playing: Student) -> None:
    calls = called(api, playing, row={"form": "random", "balls": 2})
    body = round_in(calls)
    body["results"][0]["balls"][0] |= {"uid": "typed-on-the-range"}
    assert put(api, playing, body).data["balls"] == 1


def test_a_student_who_is_erased_leaves_nothing_of_practice(api: Api, playing: Student, coach: Coach) -> None:
    other = make_student(coach, "Bo Tarn")
    for student in (playing, other):
        write(api, student)
        send_picture(api, student, with_place())
        shows(api, student, "card", "course")
    send(api, playing)
    answer_row(api, playing, 0, "row-zero")
    api("POST", f"/students/{playing.pk}/versions", {"picks": False})
    OnCourse(link(api, playing).token).log("shot-one-1")
    of_students = [
        model
        for model in apps.get_app_config("practice").get_models()
        if any(field.name == "student" for field in model._meta.get_fields())
    ]
    assert len(of_students) == 6
    assert all(model._default_manager.filter(student=playing).exists() for model in of_students)
    pictures = Picture.objects.filter(student=playing).count()
    Student.objects.filter(pk=playing.pk).delete()
    left = {model.__name__: model._default_manager.count() for model in of_students}
    assert left == {"CourseLog": 0, "Homework": 0, "Lesson": 1, "Picture": pictures, "Round": 0, "Sharing": 1}


def test_a_backup_has_lessons_and_pictures_in_its_one_file(data: Path, tmp_path: Path) -> None:
    target = tmp_path / "copy.sqlite3"
    assert oxgang("backup", target, "--data", data).returncode == 0
    with closing(sqlite3.connect(target)) as copy:
        counts = [
            copy.execute(f"SELECT count(*) FROM practice_{name}").fetchone()[0]
            for name in ("lesson", "round", "homework")
        ]
    # The demo's stories: two students with several lessons.
    assert counts[0] >= 6
    assert min(counts) >= 2
