"""Files into the academy and out of it again."""

import gzip
import json
import sqlite3
import threading
from collections.abc import Generator
from contextlib import closing
from typing import Any

import pytest
from django.db import OperationalError, connection
from django.utils import timezone
from oxgang.academy.models import Club, Coach, Student
from oxgang.core.errors import InputError
from oxgang.files.shots import read_shots
from oxgang.range_sessions.models import Ball, RangeSession
from oxgang.range_sessions.services import imports
from oxgang.range_sessions.services.balls import CHUNK
from oxgang.range_sessions.services.imports import import_balls, read_for
from oxgang.range_sessions.services.insert import MANY

from tests.server.conftest import Api, make_student

GOOD = (
    b"id,date,club,swing,carry_m,strike,wind note,headwind_mps,ball_speed_mph\n"
    b"a-1,2026-05-01,56,9:00,55,solid,gusty,2.5,52.1\n"
    b"a-2,2026-05-01T16:20:00+02:00,60,10:00,54.25,fat,,,\n"
    b",2026-05-01,56,9:00,55,,,,\n"
    b",2026-05-01,56,9:00,55,,,,\n"
)

OLD_IDS = [
    "file-5066f80a6f4b4e83a15379c1-1",
    "file-5066f80a6f4b4e83a15379c1-2",
    "file-00e829bf4aaa9e17d80c3d43-1",
]


def stored(response: Any) -> dict[str, Any]:
    lines = b"".join(response.streaming_content).decode().splitlines()
    last: dict[str, Any] = json.loads(lines[-1])
    return last


def test_a_file_goes_in_once_and_comes_out_without_loss(api: Api, coach: Coach, student: Student) -> None:
    url = f"/students/{student.pk}/shots"
    report = api.upload(f"{url}/check", GOOD).json()
    assert (report["new"], report["known"], report["problems_total"]) == (4, 0, 0)
    assert report["as_notes"] == ["wind_note"]
    assert Ball.objects.count() == 0
    assert stored(api.upload(url, GOOD)) == {"done": 4, "total": 4, "new": 4, "stored": True}
    assert stored(api.upload(url, GOOD))["new"] == 0
    assert api.upload(f"{url}/check", GOOD).json()["known"] == 4

    exported = api.client.get(f"/api/students/{student.pk}/shots.csv").content
    other = make_student(coach, "Bettany Fro")
    assert stored(api.upload(f"/students/{other.pk}/shots", exported))["new"] == 4
    again = api.client.get(f"/api/students/{other.pk}/shots.csv").content
    assert read_shots(again).records == read_shots(exported).records
    first = read_shots(exported).records[0]
    assert first.carry_yd == pytest.approx(55 / 0.9144)
    assert first.ball_speed_mps == pytest.approx(52.1 * 0.44704)
    assert (first.headwind_mps, first.extra) == (2.5, {"wind_note": "gusty"})


def test_bad_rows_store_nothing_until_the_coach_has_chosen(api: Api, student: Student) -> None:
    data = GOOD + b"a-9,2026-05-01,58,9:00,55,,,,\na-8,2026-05-01,56,half way,55,,,,\nx,,56,9:00,170,,,,\n"
    url = f"/students/{student.pk}/shots"
    report = api.upload(f"{url}/check", data).json()
    assert [(p["line"], p["column"]) for p in report["problems"]] == [(6, "club"), (7, "swing")]
    assert [(q["line"], q["column"]) for q in report["questions"]] == [(8, "carry_yd")]
    refused = api.upload(url, data)
    assert refused.status_code == 422
    assert Ball.objects.count() == 0
    assert stored(api.upload(url, data, skip_bad="true"))["new"] == 5


@pytest.mark.parametrize("data", [b"", b"club\n56\n", b"club,swing,carry_yd\n\x89PNG\x81\x8d\x8f\x90\x9d\n"])
def test_unreadable_files_are_refused_with_a_sentence(api: Api, student: Student, data: bytes) -> None:
    for address in ("shots/check", "shots"):
        response = api.upload(f"/students/{student.pk}/{address}", data)
        assert response.status_code == 422
        if data:
            assert response.json()["code"] == "unusable-file"


def long_file(balls: int) -> bytes:
    return b"club,swing,carry_yd\n" + b"".join(b"56,9:00,%d\n" % (40 + i % 40) for i in range(balls))


def begun(student: Student, coach: Coach, content: bytes) -> Generator[tuple[int, int], None, None]:
    """An import of which the first chunk is worked out."""
    file = read_for(student, content)
    steps = import_balls(student, file, skip_bad=False, by=coach, now=timezone.now())
    assert next(steps) == (CHUNK, CHUNK)
    return steps


@pytest.mark.django_db(transaction=True)
def test_an_import_keeps_nobody_waiting_and_broken_off_stores_nothing(coach: Coach, student: Student) -> None:
    steps = begun(student, coach, long_file(3 * CHUNK))
    with closing(sqlite3.connect(connection.settings_dict["NAME"], timeout=0)) as other:
        # Another writer gets the lock at once, and sees none of the balls.
        other.execute("BEGIN IMMEDIATE")
        assert other.execute("SELECT COUNT(*) FROM range_sessions_ball").fetchone() == (0,)
        other.rollback()
    steps.close()
    assert Ball.objects.count() == 0
    with connection.cursor() as cursor, pytest.raises(OperationalError, match="no such table"):
        cursor.execute("SELECT * FROM arriving_balls")


@pytest.mark.django_db(transaction=True)
def test_a_file_imported_twice_at_once_is_there_once(coach: Coach, student: Student) -> None:
    content = long_file(2 * CHUNK)
    answers: list[tuple[int, int]] = []

    def other() -> None:
        file = read_for(student, content)
        answers.extend(import_balls(student, file, skip_bad=False, by=coach, now=timezone.now()))
        connection.close()

    steps = begun(student, coach, content)
    thread = threading.Thread(target=other)
    thread.start()
    thread.join()
    assert answers[-1] == (2 * CHUNK, 2 * CHUNK)
    assert list(steps) == [(2 * CHUNK, 0)]
    assert Ball.objects.count() == 2 * CHUNK
    assert RangeSession.objects.count() == 1


def test_what_changes_while_a_file_is_worked_out_counts_for_all_of_it(
    api: Api, coach: Coach, student: Student, wedge: Club, monkeypatch: pytest.MonkeyPatch
) -> None:
    plain = long_file(2 * CHUNK)
    content = plain.replace(b"56,9:00", b"0,56,9:00").replace(b"club", b"altitude_m,club")
    steps = begun(student, coach, content)
    assert api("PATCH", "/settings", {"altitude_m": 1500}).status_code == 200
    assert list(steps)[-1] == (2 * CHUNK, 2 * CHUNK)
    rows: Any = Ball.objects.order_by("pk").values_list("carry_yd", "standard_yd")
    found = list(rows)
    assert [carry for carry, _ in found] == [40 + i % 40 for i in range(2 * CHUNK)]
    assert all(standard > carry + 0.3 for carry, standard in found)  # thin air carries further
    assert len({standard for _, standard in found}) == 40
    # Another loft is another club: the file would have to be matched anew, and nothing is stored.
    steps = begun(student, coach, content.replace(b"0,56,", b"1,56,"))
    assert api("PATCH", f"/clubs/{wedge.pk}", {"loft_deg": 55}).status_code == 200
    with pytest.raises(InputError, match="changed meanwhile"):
        list(steps)
    assert Ball.objects.count() == 2 * CHUNK
    # Who changes it again and again stops it, and the page is told why.
    monkeypatch.setattr(imports, "store_gathered", lambda *_, **__: None)
    answer = api.upload(f"/students/{student.pk}/shots", long_file(CHUNK))
    assert "Import the file again" in stored(answer)["refused"]


def test_a_long_file_goes_in_with_progress(api: Api, student: Student) -> None:
    rows = b"".join(
        b"r%d,2026-05-%02d,56,9:00,%.1f\n" % (i, 1 + i % 28, 55 + i % 100 / 10) for i in range(8_000)
    )
    response = api.upload(f"/students/{student.pk}/shots", b"id,date,club,swing,carry_yd\n" + rows)
    lines = [json.loads(line) for line in b"".join(response.streaming_content).splitlines()]
    assert len(lines) == 9
    assert lines[4]["done"] == 5_000
    assert lines[-1] == {"done": 8_000, "total": 8_000, "new": 8_000, "stored": True}


def test_bag_files(api: Api, coach: Coach, student: Student) -> None:
    url = f"/students/{student.pk}/bag"
    data = b"club,loft_deg,bounce_deg,note\n56,55,12,bent\n50,50,8,\n"
    assert api.upload(f"{url}/check", data).json() == {"clubs": 2, "problems": []}
    assert api.upload(url, data).json() == {"new": 1, "changed": 1}
    bad = api.upload(f"{url}/check", b"club,loft_deg\n44,95\n").json()
    assert bad["problems"][0]["line"] == 2
    assert api.upload(url, b"club,loft_deg\n44,95\n").status_code == 422
    exported = api.client.get(f"/api/students/{student.pk}/bag.csv").content
    assert b"56,55,12,bent" in exported
    other = make_student(coach, "Bettany Fro")
    api.upload(f"/students/{other.pk}/bag", exported)
    assert api.client.get(f"/api/students/{other.pk}/bag.csv").content == exported


def test_ids_made_of_content_are_those_of_balls_stored_long_ago(student: Student) -> None:
    """Worked out by the code of the first release: another id would bring every ball in twice."""
    data = (
        b"date,club,swing,carry_yd,offline_yd,remark\n"
        b"2026-05-01,56,9:00,60,-0.0,it's windy\n"
        b"2026-05-01,56,9:00,60,-0.0,it's windy\n"
        b"2026-05-02T10:00:00+02:00,56,9:00,61.5,0,\n"
    )
    assert read_for(student, data).ids == OLD_IDS
    # Some with an id and some without: each keeps its own.
    mixed = b"id,club,swing,carry_yd\nmine,56,9:00,60\n,56,9:00,60\n"
    ids = read_for(student, mixed).ids
    assert (ids[0], ids[1][:5]) == ("mine", "file-")


def test_many_rows_in_one_statement_are_what_one_by_one_they_would_be(
    api: Api, coach: Coach, student: Student
) -> None:
    url = f"/students/{student.pk}/shots"
    assert stored(api.upload(url, GOOD + GOOD.splitlines(keepends=True)[-1] * 60))["new"] > MANY
    fields = [field.attname for field in Ball._meta.concrete_fields if field.name != "id"]
    before = list(Ball.objects.order_by("uid").values(*fields))
    again = list(Ball.objects.order_by("uid"))
    Ball.objects.all().delete()
    for ball in again:
        Ball(**{name: getattr(ball, name) for name in fields}).save()
    assert list(Ball.objects.order_by("uid").values(*fields)) == before
    types = {type(value) for row in before for value in row.values()}
    assert {str, float, bool, dict, type(None)} <= types


def test_text_goes_out_packed_and_a_stream_line_by_line(api: Api, student: Student) -> None:
    plain = api("GET", f"/students/{student.pk}/matrix")
    asks = {"Accept-Encoding": "gzip"}
    packed = api.client.get(f"/api/students/{student.pk}/matrix", headers=asks)
    assert packed["Content-Encoding"] == "gzip"
    assert json.loads(gzip.decompress(packed.content)) == plain.data
    assert len(packed.content) < len(plain.content) / 4
    pdf = api.client.get(f"/api/students/{student.pk}/report.pdf", headers=asks)
    assert (pdf["Content-Type"], pdf.has_header("Content-Encoding")) == ("application/pdf", False)
    stream = api.upload(f"/students/{student.pk}/shots", GOOD)
    assert not stream.has_header("Content-Encoding")
    assert stored(stream)["stored"]
