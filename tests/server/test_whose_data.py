"""Whose data it is: what is kept on one page, everything as one file, erasure without a trace."""

from __future__ import annotations

import csv
import io
import json
import sqlite3
from contextlib import closing
from datetime import timedelta
from pathlib import Path
from zipfile import ZipFile

import pytest
from django.apps import apps
from django.conf import settings
from django.db import connection
from django.db.models import CharField, TextField
from django.utils import timezone
from oxgang.academy.models import (
    Academy,
    AuditAction,
    Club,
    Coach,
    Entry,
    EntryLink,
    Student,
    SwingScale,
)
from oxgang.academy.models.factor import Factor
from oxgang.academy.server_state import noted
from oxgang.academy.services.log import record_academy_entry, record_entry
from oxgang.matrix.models import StoredMatrix, Summary
from oxgang.practice.models import Lesson, Picture
from oxgang.practice.selectors.mentions import FREE_TEXTS
from oxgang.practice.services.erasing import finish_erasures
from oxgang.range_sessions.models import Ball, Device, FeedBall

from tests.server.conftest import Api, make_student
from tests.server.steps import ball, day, hit_ago, keep, sentence_of
from tests.server.test_devices import SENT, feed, token_of

NAME = "Zephyrine Quillfeather"
SECRETS = (NAME, "Zephyrine", "Quillfeather", "left-wrist-sprain", "+49 1577", "Guardiana")


@pytest.fixture
def whole(api: Api, coach: Coach) -> Student:
    """A student of whom something of every kind is kept."""
    student = make_student(coach, NAME)
    url = f"/students/{student.pk}"
    wedge: Club = student.clubs.get(label="56")
    hit_ago(api, student, wedge, [44, 45, 43, 46, 44, 45], days_ago=9)
    keep(api, student)
    api("POST", f"{url}/versions", {"note": "first", "picks": False})
    api("POST", f"{url}/links", {"days": 30})
    api("PATCH", url, {"notes": "left-wrist-sprain in spring"})
    api("POST", f"{url}/events", {"kind": "technique", "on": day(4)})
    api("PUT", f"{url}/lessons/{day(3)}", {"cue": "left-wrist-sprain: soft hands"})
    api("POST", f"{url}/check-up", {"balls": 6})
    at = (timezone.now() + timedelta(days=2)).isoformat()
    body = {"student_id": str(student.pk), "starts_at": at, "note": "left-wrist-sprain"}
    api("POST", "/appointments", body)
    row = {"title": "x", "rows": [{"form": "random", "balls": 5}], "due_on": day(-5)}
    api("POST", f"{url}/homework", row)
    Picture.objects.create(
        student=student,
        swing="9:00",
        content=b"\xff\xd8left-wrist-sprain",
        width=1,
        height=1,
        taken_on=timezone.now().date(),
    )
    consent = {
        "junior": True,
        "guardian": "Guardiana Quillfeather",
        "contact": "+49 1577",
        "records_on": day(8),
    }
    assert api("PATCH", f"{url}/consent", consent).status_code == 200
    token = token_of(api)
    (device,) = api("GET", "/devices").data
    plays = {"club_id": str(wedge.pk), "swing": "9:00"}
    claim = {"student_id": str(student.pk), "plays": plays}
    api("PUT", f"/devices/{device['id']}/plays", claim)
    feed(token, SENT | {"hit_at": timezone.now().isoformat(), "player": "left-wrist-sprain"})
    assert Ball.objects.filter(student=student, sent__isnull=False).count() == 1
    return student


def test_one_page_says_what_is_kept_and_that_somebody_looked(api: Api, whole: Student) -> None:
    kept = api("GET", f"/students/{whole.pk}/data-inventory").data
    counts = {row["kind"]: row["count"] for row in kept["records"]}
    assert counts | {"balls": 7, "lessons": 1, "pictures": 1, "links": 1, "sent": 1} == counts
    assert set(counts) >= {"clubs", "events", "plans", "appointments", "homework", "consent", "log"}
    balls = next(row for row in kept["records"] if row["kind"] == "balls")
    assert (balls["first"], balls["last"]) == (day(9), day(0))
    assert kept["consent"]["guardian"] == "Guardiana Quillfeather"
    assert kept["links"][0]["opened"] == 0
    log = [sentence_of(e) for e in api("GET", f"/students/{whole.pk}/history").data["entries"]]
    assert log[0] == "Opened the data page"
    assert not any("1577" in line for line in log)


def test_everything_as_one_file(api: Api, whole: Student) -> None:
    answer = api("GET", f"/students/{whole.pk}/everything.zip")
    with ZipFile(io.BytesIO(answer.content)) as archive:
        names = archive.namelist()
        student = json.loads(archive.read("student.json"))
        shots = list(csv.DictReader(io.StringIO(archive.read("shots.csv").decode())))
        log = list(csv.DictReader(io.StringIO(archive.read("log.csv").decode())))
        consent = json.loads(archive.read("consent.json"))
        (picture,) = [archive.read(n) for n in names if n.startswith("pictures/")]
    assert {"README.txt", "matrix.csv", "bag.csv"} <= set(names)
    assert len(shots) == len(student["balls"]) == 7
    assert student["homeworks"][0]["title"] == "x"
    assert len(student["lessons"]) == 1
    assert consent["contact"] == "+49 1577"
    assert picture.startswith(b"\xff\xd8")
    assert {"student-added", "balls-kept", "consent-changed"} <= {row["what"] for row in log}
    entries = api("GET", f"/students/{whole.pk}/history").data["entries"]
    assert sentence_of(entries[0]) == "Downloaded everything as one file"


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"junior": True, "records_on": "2026-01-01"}, "guardian"),
        ({"pictures_on": "2999-01-01"}, "pictures_on"),
        ({"phone_on": "0300-01-01"}, "phone_on"),
    ],
)
def test_consent_is_given_by_somebody_on_a_day_that_has_been(
    api: Api, student: Student, body: dict[str, object], field: str
) -> None:
    refused = api("PATCH", f"/students/{student.pk}/consent", body)
    assert (refused.status_code, refused.data["field"]) == (422, field)


def rows_with(text: str) -> list[str]:
    """Every table with a row that has this text anywhere."""
    found = []
    for model in apps.get_models(include_auto_created=True):
        for row in model._default_manager.values_list():
            if any(
                text.casefold() in str(bytes(v) if isinstance(v, memoryview) else v).casefold() for v in row
            ):
                found.append(model._meta.label)
    return found


@pytest.mark.django_db(transaction=True)
def test_erasure_leaves_no_row_and_nothing_in_the_file(api: Api, whole: Student) -> None:
    """The rows, and the very bytes of the database and its log of writes, are searched."""
    pk, url = whole.pk, f"/students/{whole.pk}"
    other = make_student(Coach.objects.get(), "Ansel Quill")
    group = {"students": [str(pk), str(other.pk)]}
    opened = api("POST", "/groups", group).data["id"]
    shot = {"club_id": str(whole.clubs.get(label="56").pk), "swing": "9:00"}
    sentence_of = {"uid": "shot-1", "kind": "shot", "at": timezone.now().isoformat(), "number": 1}
    api("PUT", f"/groups/{opened}/turns", sentence_of | {"plays": shot})
    theirs = {"club_id": str(other.clubs.get(label="56").pk), "swing": "9:00"}
    api("PUT", f"/groups/{opened}/turns", sentence_of | {"uid": "shot-2", "number": 2, "plays": theirs})
    body = ball(other.clubs.get(label="56"), "moved", 51, hit_at=timezone.now().isoformat())
    api("PUT", f"/students/{other.pk}/balls", body)
    move = {"student_id": str(other.pk), "to_id": str(pk), "balls": ["ball-moved"]}
    assert api("PUT", f"/groups/{opened}/moves", move).data["moved"] == 1
    assert rows_with(NAME)
    kept = FeedBall.objects.count()
    for wrong in ("", "Zephyrine", "Ansel Quill"):
        refused = api("POST", f"{url}/erase", {"name": wrong})
        assert (refused.status_code, refused.data["field"]) == (422, "name")
    erased = api("POST", f"{url}/erase", {"name": " zephyrine  QUILLFEATHER "})
    assert (erased.status_code, erased.data["balls"]) == (200, 8), erased.content
    assert FeedBall.objects.count() == kept - 1
    for secret in (*SECRETS, str(pk)):
        assert set(rows_with(secret)) <= ({"academy.Erased"} if secret == str(pk) else set())
    file = Path(str(connection.settings_dict["NAME"]))
    for part in (file, file.with_name(f"{file.name}-wal")):
        content = part.read_bytes() if part.exists() else b""
        for secret in SECRETS:
            assert secret.encode() not in content, (part.name, secret)
    # A tablet that still holds balls of the student is told why they are not taken.
    late = api("PUT", f"{url}/balls", body)
    assert (late.status_code, late.data["code"]) == (410, "erased")
    assert "deleted permanently" in late.data["title"]
    assert api("GET", f"/students/{other.pk}").status_code == 200
    log = api("GET", "/history").data["entries"]
    assert log[0]["did"]["code"] == "log-student-erased"


@pytest.mark.django_db(transaction=True)
@pytest.mark.parametrize("name", ["Jürgen Ämling", 'Wren "Bo" Tarn', "Ann\\Marie", "O'Hara"])
def test_names_of_any_letters_and_former_ones_go_too(api: Api, coach: Coach, name: str) -> None:
    """In the database's JSON an umlaut, a quote and a backslash are written another way."""
    student = make_student(coach, "Maiden Ämmer")
    assert api("PATCH", f"/students/{student.pk}", {"name": name}).status_code == 200
    words = {"words": f"{name} (once Maiden Ämmer) hit it often"}
    record_academy_entry(coach.academy, AuditAction.SAID, words, by=coach, now=timezone.now())
    friend = make_student(coach, "Ansel Quill")
    record_entry(friend, AuditAction.SAID, {"words": f"beat {name.upper()}"}, by=coach, now=timezone.now())
    assert api("POST", f"/students/{student.pk}/erase", {"name": name}).status_code == 200
    rows = Entry.objects.filter(code="log-said").values_list("values", flat=True)
    said = [str(values["words"]) for values in rows]
    assert said == ["an erased student (once an erased student) hit it often", "beat an erased student"]


@pytest.mark.django_db(transaction=True)
def test_an_erasure_beside_a_reader_is_finished_later_and_keeps_nobody_waiting(
    api: Api, whole: Student, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(settings.ENV, "data", tmp_path)
    file = Path(str(connection.settings_dict["NAME"]))
    log = file.with_name(f"{file.name}-wal")
    with closing(sqlite3.connect(file)) as reader:
        reader.execute("BEGIN")
        reader.execute("SELECT count(*) FROM academy_student").fetchone()
        erased = api("POST", f"/students/{whole.pk}/erase", {"name": NAME})
        assert erased.data["traces"] is True
        assert api("POST", "/students", {"name": "Somebody"}).status_code in (201, 422)  # not 503
        finish_erasures(timezone.now())
        assert noted("traces") is not None
    finish_erasures(timezone.now())
    assert noted("traces") is None
    assert NAME.encode() not in (log.read_bytes() if log.exists() else b"") + file.read_bytes()
    assert api("GET", "/history").data["entries"][0]["did"]["code"] == "log-traces-gone"
    finish_erasures(timezone.now())
    assert Entry.objects.filter(code="log-traces-gone").count() == 1


def test_copies_that_hold_a_student_are_listed_by_name(
    api: Api, student: Student, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(settings.ENV, "data", tmp_path / "data")
    monkeypatch.setattr(settings.ENV, "backups", tmp_path / "nightly")
    for name in (
        "data/replaced-20990102-020000-000001.sqlite3",
        "nightly/backup-20990103-020000-000001.sqlite3.age",
        "nightly/backup-20200101-020000-000001.sqlite3",  # before the student came
        "nightly/mine.sqlite3",
    ):
        (tmp_path / name).parent.mkdir(exist_ok=True)
        (tmp_path / name).touch()
    found = api("GET", f"/students/{student.pk}/data-inventory").data["backups"]
    assert [(one["name"][:15], one["on"]) for one in found] == [
        ("backup-20990103", "2099-01-03"),
        ("replaced-209901", "2099-01-02"),
    ]


def test_an_erased_duplicate_leaves_its_namesake_alone(api: Api, student: Student, coach: Coach) -> None:
    twin = make_student(coach, student.name)
    api("PATCH", f"/students/{student.pk}", {"name": "Ansel Quill jun."})
    api("PATCH", f"/students/{student.pk}", {"name": twin.name})
    before = [e["did"] for e in api("GET", f"/students/{student.pk}/history").data["entries"]]
    assert api("POST", f"/students/{twin.pk}/erase", {"name": twin.name}).status_code == 200
    assert [e["did"] for e in api("GET", f"/students/{student.pk}/history").data["entries"]] == before
    assert str(twin.pk) in (settings.ENV.data / "erased.jsonl").read_text()
    # A browser is told whom to forget.
    assert api("GET", "/account").data["erased"] == [str(twin.pk)]
    assert Api(None)("GET", "/account").data["erased"] == []


def test_the_academys_rule_proposes_whom_to_erase(api: Api, whole: Student, coach: Coach) -> None:
    url = f"/students/{whole.pk}"
    api("POST", f"{url}/archive")
    Student.objects.filter(pk=whole.pk).update(archived_at=timezone.now() - timedelta(days=400))
    Picture.objects.update(taken_on=timezone.now().date() - timedelta(days=400))
    assert api("GET", "/settings/retention").data == {"students": [], "pictures": 0}
    api("PATCH", "/settings", {"keep_months": 14, "picture_months": 12})
    assert api("GET", "/settings/retention").data == {"students": [], "pictures": 1}
    api("PATCH", "/settings", {"keep_months": 13})
    (over,) = api("GET", "/settings/retention").data["students"]
    assert over["student"] == NAME
    assert api("GET", f"{url}/data-inventory").data["over_on"] < day(0)
    assert api("POST", "/settings/retention/pictures").data == {"pictures": 1}
    assert not Picture.objects.exists()


def test_where_else_the_name_stands_is_listed_before_an_erasure(
    api: Api, whole: Student, coach: Coach
) -> None:
    """A friend's lesson held the erased name, and nothing had said so."""
    url = f"/students/{whole.pk}/data-inventory"
    assert api("GET", url).data["mentions"] == []
    first = whole.name.split()[0]
    friend = make_student(coach, "Denzil Hocking").pk
    assert api("PATCH", f"/students/{friend}", {"notes": f"plays with {first.upper()}"}).status_code == 200
    note = f"{first}son stands nearer, {first} further"
    assert api("PUT", f"/students/{friend}/lessons/{day(0)}", {"note": note}).status_code == 200
    own = {"kind": "technique", "on": day(2), "note": first}
    assert api("POST", f"/students/{whole.pk}/events", own).status_code == 200
    found = {(m["kind"], m["student"]) for m in api("GET", url).data["mentions"]}
    assert found == {("notes", "Denzil Hocking"), ("lesson", "Denzil Hocking")}
    # Another word that begins like the name is no mention.
    Lesson.objects.filter(student=friend).update(note=f"{first}son stands nearer")
    assert [m["kind"] for m in api("GET", url).data["mentions"]] == ["notes"]


def test_no_free_text_is_forgotten() -> None:
    """Every column of words that is no code, id or token is looked through, or said not to be one."""
    listed = {
        (model, field) for texts in FREE_TEXTS.values() for model, names in texts.fields for field in names
    }
    # Keys of tables, hashes, machines' words, and who and what is named, and what is computed.
    not_free = {
        *(
            "token_hash",
            "code_hash",
            "code",
            "key",
            "uid",
            "session",
            "where",
            "browser",
            "signature",
            "swing",
        ),
        *("school", "friction", "stage", "longest", "state", "time_zone", "public_address", "scoring"),
    }
    names = {
        (Academy, "name"),
        (Coach, "name"),
        (SwingScale, "name"),
        (SwingScale, "idea"),
        (Student, "name"),
        (EntryLink, "name"),
        (Device, "name"),
        (Factor, "name"),
        (Summary, "name"),
        (Summary, "content"),
        (StoredMatrix, "content"),
    }
    forgotten = {
        (model, field.name)
        for model in apps.get_models()
        if model.__module__.startswith("oxgang.")
        for field in model._meta.get_fields()
        if isinstance(field, CharField | TextField) and not field.choices and field.name not in not_free
    }
    assert forgotten - listed == names
