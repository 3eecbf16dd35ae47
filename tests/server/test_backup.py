"""Backups while balls are written, restores that check first, students moving house."""

from __future__ import annotations

import json
import os
import resource
import shutil
import sqlite3
import threading
from collections.abc import Iterator
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any
from uuid import UUID

import pytest
from django.db.models import F
from oxgang.academy.erasures import remember_erasure
from oxgang.academy.models import Student
from oxgang.cli.copies import newest, write_dated
from oxgang.range_sessions.models import Ball

from tests.commands import DATABASE, counted, oxgang
from tests.server.conftest import Api, make_coach
from tests.server.steps import pages, sentence_of
from tests.tiers import ALL


@pytest.fixture
def writing(data: Path) -> Iterator[sqlite3.Connection]:
    """Somebody who writes pairs of rows, each pair in one transaction, as fast as it goes."""
    database = sqlite3.connect(data / DATABASE, timeout=30, check_same_thread=False)
    database.execute("PRAGMA journal_mode=WAL")
    database.execute("CREATE TABLE pair (n INTEGER, half INTEGER)")
    database.commit()
    stop = threading.Event()

    def write() -> None:
        n = 0
        while not stop.wait(0.001):
            with database:
                database.execute("INSERT INTO pair VALUES (?, 0)", (n,))
                database.execute("INSERT INTO pair VALUES (?, 1)", (n,))
            n += 1

    thread = threading.Thread(target=write)
    thread.start()
    yield database
    stop.set()
    thread.join()
    database.close()


def test_a_backup_under_write_load_is_one_moment_and_comes_back_whole(
    data: Path, tmp_path: Path, writing: sqlite3.Connection
) -> None:
    file = tmp_path / "backups" / "monday.sqlite3"
    file.parent.mkdir()
    balls = counted(data / DATABASE)
    for _ in range(3 if ALL else 2):
        done = oxgang("backup", file, "--data", data)
        assert done.returncode == 0, done.stderr
        assert f"7 students and {balls:,} balls" in done.stdout
        with closing(sqlite3.connect(file)) as kept:
            pairs = kept.execute("SELECT n, count(*) FROM pair GROUP BY n").fetchall()
        assert pairs
        assert all(count == 2 for _, count in pairs)  # never half of a transaction
        assert [n for n, _ in pairs] == list(range(len(pairs)))
    assert [p.name for p in file.parent.iterdir()] == ["monday.sqlite3"]
    # Restored while the writer still has the database open.
    with writing:
        writing.execute("DELETE FROM range_sessions_ball")
    restored = oxgang("restore", file, "--data", data)
    assert restored.returncode == 0, restored.stderr
    assert counted(data / DATABASE) == balls
    (replaced,) = data.glob("replaced-*.sqlite3")
    assert counted(replaced) == 0
    assert replaced.name in restored.stdout


def test_a_restored_backup_honours_erasures(data: Path, tmp_path: Path) -> None:
    """Whoever was erased after the backup, by the file beside the database or by the database."""
    file = tmp_path / "monday.sqlite3"
    assert oxgang("backup", file, "--data", data).returncode == 0
    with closing(sqlite3.connect(data / DATABASE)) as now:
        first, second, *_ = (row[0] for row in now.execute("SELECT id FROM academy_student ORDER BY name"))
        academy = now.execute("SELECT id FROM academy_academy").fetchone()[0]
        values = (academy, second, "2026-11-30 10:00:00")
        now.execute("INSERT INTO academy_erased (academy_id, student, at) VALUES (?, ?, ?)", values)
        now.commit()
    remember_erasure(data, str(UUID(first)), academy, datetime(2026, 11, 30, tzinfo=UTC))
    with (data / "erased.jsonl").open("a") as cut_off:
        cut_off.write('{"student": "')
    restored = oxgang("restore", file, "--data", data)
    assert restored.returncode == 0, restored.stderr
    assert "2 students who were erased since that backup: erased again." in restored.stdout
    with closing(sqlite3.connect(data / DATABASE)) as now:
        left = {row[0] for row in now.execute("SELECT id FROM academy_student")}
        assert len(left) == 5
        assert not left & {first, second}
        assert now.execute("SELECT count(*) FROM academy_erased").fetchone()[0] == 2


def spoiled(file: Path, tmp_path: Path) -> dict[str, tuple[Path, str]]:
    """Files that are not backups, each with what is to be said of it."""
    whole = file.read_bytes()
    files = {
        "notes.txt": (b"Tuesday: wedges", "is not an Oxgang backup"),
        "empty": (b"", "is not an Oxgang backup"),
        "cut": (whole[: len(whole) // 3], "is damaged"),
        "torn": (whole[:20000] + b"\x5a" * 40000 + whole[60000:], "is damaged"),
    }
    made = {}
    for name, (content, words) in files.items():
        (tmp_path / name).write_bytes(content)
        made[name] = (tmp_path / name, words)
    for name, sql, words in (
        ("other", "CREATE TABLE songs (name TEXT)", "not one of Oxgang"),
        (
            "newer",
            "INSERT INTO django_migrations (app, name, applied) "
            "VALUES ('academy', '0999_from_tomorrow', '2027-01-01')",
            "newer Oxgang",
        ),
        ("orphan", "UPDATE range_sessions_ball SET club_id = 'nobody' WHERE id = 1", "is damaged"),
    ):
        path = tmp_path / name
        if name != "other":
            shutil.copy(file, path)
        with closing(sqlite3.connect(path)) as database:
            database.execute(sql)
            database.commit()
        made[name] = (path, words)
    made["missing"] = (tmp_path / "missing", "cannot be read")
    return made


def test_a_backup_opens_no_doors(data: Path, tmp_path: Path) -> None:
    """Whoever finds one is signed in nowhere, and without the passphrase reads nothing."""
    session = "a-session-that-somebody-is-signed-in-by"
    with closing(sqlite3.connect(data / DATABASE)) as database, database:
        (coach,) = database.execute("SELECT min(id) FROM academy_coach").fetchone()
        for statement, row in (
            ("INSERT INTO django_session VALUES (?, 'x', '2099-01-01')", (session,)),
            (
                "INSERT INTO academy_signin (session, at, seen_at, 'where', browser, coach_id)"
                " VALUES (?, '2026-01-01', '2026-01-01', '', '', ?)",
                (session, coach),
            ),
        ):
            database.execute(statement, row)
    plain, sealed, words = (tmp_path / name for name in ("plain", "sealed", "words"))
    assert oxgang("backup", plain, "--data", data).returncode == 0
    assert session.encode() not in plain.read_bytes()
    words.write_text("a long phrase for the safe\n")
    made = oxgang("backup", sealed, "--data", data, "--passphrase-file", words)
    assert made.returncode == 0, made.stderr
    assert b"Maren" in plain.read_bytes()
    assert b"Maren" not in sealed.read_bytes()
    other = tmp_path / "other"
    other.write_text("another long phrase\n")
    for options, said in (
        ((), "is encrypted"),
        (("--passphrase-file", other), "cannot be opened with this passphrase"),
        (("--passphrase-file", tmp_path / "nowhere"), "cannot be read"),
    ):
        refused = oxgang("restore", sealed, "--data", data, *options)
        assert (refused.returncode, said in refused.stderr) == (2, True), refused.stderr
    balls = counted(data / DATABASE)
    with closing(sqlite3.connect(data / DATABASE)) as database, database:
        database.execute("DELETE FROM range_sessions_ball")
    assert "can be restored" in oxgang("check", sealed, "--passphrase-file", words).stdout
    restored = oxgang("restore", sealed, "--data", data, "--passphrase-file", words)
    assert restored.returncode == 0, restored.stderr
    assert counted(data / DATABASE) == balls
    # One of an earlier release has sessions in it.
    with closing(sqlite3.connect(plain)) as database, database:
        database.execute("INSERT INTO django_session VALUES (?, 'x', '2099-01-01')", (session,))
    assert oxgang("restore", plain, "--data", data).returncode == 0
    with closing(sqlite3.connect(data / DATABASE)) as database:
        assert database.execute("SELECT count(*) FROM django_session").fetchone() == (0,)


def test_a_wrong_clock_costs_no_backup(data: Path, tmp_path: Path) -> None:
    """Copies dated in years to come: the one just written stays, and they go first."""
    folder = tmp_path / "nightly"
    folder.mkdir()
    for year in (2035, 2036, 2037):
        ahead = folder / f"backup-{year}0101-020000-000000.sqlite3"
        ahead.write_bytes(b"")
        os.utime(ahead, (datetime(year, 1, 1, tzinfo=UTC).timestamp(),) * 2)
    now = datetime.now(UTC)
    assert newest(folder, now) is None
    made = [write_dated(data / DATABASE, folder, 2) for _ in range(2)]
    assert sorted(folder.iterdir()) == made
    written = newest(folder, now)
    assert written
    assert abs(written - now) < timedelta(minutes=4)


def test_what_is_no_backup_is_refused_with_a_sentence_and_nothing_touched(data: Path, tmp_path: Path) -> None:
    file = tmp_path / "good.sqlite3"
    assert oxgang("backup", file, "--data", data).returncode == 0
    before = (data / DATABASE).read_bytes()
    for name, (path, words) in spoiled(file, tmp_path).items():
        refused = oxgang("restore", path, "--data", data)
        assert refused.returncode == 2, name
        assert words in refused.stderr, (name, refused.stderr)
        assert refused.stderr.strip().endswith("Nothing was changed."), name
        assert "Traceback" not in refused.stderr
        assert (data / DATABASE).read_bytes() == before, name
        assert not list(data.glob("replaced-*"))
    nothing = oxgang("backup", tmp_path / "x", "--data", tmp_path / "nowhere")
    assert nothing.returncode == 2
    assert "no Oxgang database" in nothing.stderr


def test_a_full_disk_leaves_the_old_backup_as_it_was(data: Path, tmp_path: Path) -> None:
    file = tmp_path / "kept.sqlite3"
    assert oxgang("backup", file, "--data", data).returncode == 0
    before = file.read_bytes()

    def small_disk() -> None:
        resource.setrlimit(resource.RLIMIT_FSIZE, (len(before) // 3, len(before) // 3))

    full = oxgang("backup", file, "--data", data, preexec_fn=small_disk)
    assert full.returncode == 2, full.stdout
    assert f"{file} is as it was." in full.stderr
    assert "Traceback" not in full.stderr
    assert file.read_bytes() == before
    assert sorted(p.name for p in tmp_path.iterdir()) == ["data", "kept.sqlite3"]
    stopped = oxgang("restore", file, "--data", data, preexec_fn=small_disk)
    assert stopped.returncode == 2
    assert counted(data / DATABASE) == counted(file)


def student_file(api: Api, student: Student) -> dict[str, Any]:
    file: dict[str, Any] = api("GET", f"/students/{student.pk}/student.json").data
    return file


def bring(api: Api, file: object, **more: str) -> Any:
    content = file if isinstance(file, bytes) else json.dumps(file).encode()
    return api.upload("/student-files", content, **more)


def test_a_student_moves_house_with_everything(api: Api, rich: Student) -> None:
    file = student_file(api, rich)
    other = make_coach("Lower Marrowdale", "tobin")
    there = Api(other)
    made = bring(there, file)
    assert made.status_code == 201, made.content
    new = Student.objects.get(pk=made.json()["id"])
    assert new.academy_id == other.academy_id
    again = student_file(there, new)

    def same(one: dict[str, Any]) -> dict[str, Any]:
        """Without what belongs to the house: ids, days of making, the academy."""
        clubs = {club["id"]: i for i, club in enumerate(one["clubs"])}
        swapped = json.dumps(one | {"made_at": "", "academy": {}, "student": one["student"] | {"id": ""}})
        for club, number in clubs.items():
            swapped = swapped.replace(club, f"club {number}")
        found: dict[str, Any] = json.loads(swapped)
        return found

    assert same(again) == same(file)
    assert len(again["balls"]) == Ball.objects.filter(student=rich).count() == 9
    cells = [
        {
            (c["club"], c["swing"], c["trajectory"]): (round(c["carry_yd"], 6), c["balls"])
            for c in a("GET", f"/students/{s.pk}/matrix").data["cells"]
        }
        for a, s in ((api, rich), (there, new))
    ]
    assert cells[0] == cells[1]
    history = [sentence_of(e) for e in there("GET", f"/students/{new.pk}/history").data["entries"]]
    assert "Imported Ansel Quill from Wexholt Hill" in history
    twice = bring(api, file)
    assert (twice.status_code, twice.json()["code"]) == (409, "confirm")
    assert bring(api, file, known="second").status_code == 201
    assert Student.objects.filter(academy=rich.academy).count() == 2


def test_criteria_of_a_students_file_are_what_the_form_takes(api: Api, rich: Student) -> None:
    """A count that came back as 20.0 broke every view of the student, and the list for everybody."""
    criteria = {"solid": 0.7, "over_balls": 30, "cells": 0.6, "launches": 0.5}
    assert api("PATCH", f"/students/{rich.pk}/criteria", criteria).status_code == 200
    file = student_file(api, rich)
    assert file["student"]["criteria"] == criteria
    made = bring(api, file, known="second")
    assert made.status_code == 201, made.content
    new = Student.objects.get(pk=made.json()["id"])
    assert isinstance(new.criteria["over_balls"], int)
    # One that was stored before this was mended is read as well.
    stored_before = criteria | {"over_balls": 30.0}
    Student.objects.filter(pk=rich.pk).update(criteria=stored_before, revision=F("revision") + 1)
    for student in (rich, new):
        for page in (*pages(), "/students/{student_id}/pick?pin_yd=60"):
            answer = api("GET", page.format(student_id=student.pk))
            assert answer.status_code < 500, (page, answer.content)
    for odd in ({"over_balls": 20.5}, {"over_balls": 4}, {"solid": 0}, {"shots": 1}, {"cells": "many"}):
        file["student"]["criteria"] = criteria | odd
        refused = bring(api, file, known="second")
        assert refused.status_code == 422, odd
        assert len(refused.json()["title"]) > 10
    file["student"]["criteria"] = {}
    assert bring(api, file, known="second").status_code == 201


def test_student_files_that_cannot_be(api: Api, rich: Student) -> None:
    file = student_file(api, rich)
    students, balls = Student.objects.count(), Ball.objects.count()

    def broken(change: Any) -> dict[str, Any]:
        copy: dict[str, Any] = json.loads(json.dumps(file))
        copy["student"]["id"] = "00000000-0000-4000-8000-000000000000"
        change(copy)
        return copy

    cases: list[tuple[object, str]] = [
        (b"\x89PNG", "JSON file is incomplete"),
        (json.dumps(file).encode()[:-40], "JSON file is incomplete"),
        ([1, 2], "not the file of an Oxgang student"),
        ({"format": "something else"}, "not the file of an Oxgang student"),
        (broken(lambda f: f.update(version=2)), "of version 2"),
        (broken(lambda f: f["balls"][3].update(strike="shank")), "balls 3 strike"),
        (broken(lambda f: f["balls"][3].update(club="nobody")), 'no club "nobody"'),
        (broken(lambda f: f["balls"].append(f["balls"][0])), "one id"),
        (broken(lambda f: f["balls"][0]["measured"].update(colour=3)), '"colour"'),
        (broken(lambda f: f["student"].update(tolerance_yd=99)), "tolerance"),
        (broken(lambda f: f["clubs"][0].update(loft_deg=5)), "loft"),
        (broken(lambda f: f["scale"].update(positions=[])), "scale positions"),
        (broken(lambda f: f.pop("events")), "events"),
        (broken(lambda f: f.update(surprise=1)), "surprise"),
    ]
    for content, words in cases:
        refused = bring(api, content, known="second")
        assert refused.status_code == 422, words
        assert words in refused.json()["title"], refused.json()
        assert (Student.objects.count(), Ball.objects.count()) == (students, balls), words


def test_the_schema_of_the_student_file_is_the_one_in_the_docs() -> None:
    from oxgang.api.transfer.schemas import StudentFile

    kept = Path(__file__).parents[2] / "docs" / "student.schema.json"
    assert json.loads(kept.read_text()) == StudentFile.model_json_schema()
