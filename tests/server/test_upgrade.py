"""Databases, student files and exports of release 0.1 (tests/data/release-0.1) are read whole."""

from __future__ import annotations

import json
import lzma
import re
import resource
import sqlite3
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path
from typing import Any, cast

import pytest
from django.apps import apps
from django.core.management import call_command
from django.db import connections
from oxgang.academy.models import Club, Coach, Entry, Student
from oxgang.core.units import M_PER_YD
from oxgang.matrix.models import PublishedMatrix
from oxgang.matrix.selectors import phone
from oxgang.matrix.selectors.phone import freeze_all, on_phone

from tests.commands import DATABASE, oxgang
from tests.server.conftest import Api
from tests.server.steps import pages
from tests.tiers import ALL

RELEASE = Path(__file__).parents[1] / "data/release-0.1"
# What an upgrade may add rows to, and a new day may compute anew.
MAY_CHANGE = (
    "academy_recoverycode",
    "auth_permission",
    "django_content_type",
    "django_migrations",
    "matrix_storedmatrix",
    "matrix_summary",
)

# The academy of release 0.1 had imported no matrix: an entry of the log as that release wrote it.
COLUMNS_OF_AN_IMPORTED_CARRY = """
UPDATE academy_entry SET changes = json_insert(changes, '$[#]', json('{
  "row": "range_sessions.ToldCell", "ids": [1],
  "before": {"told_on": "2026-05-01", "told_by_id": 1}, "after": {"told_on": "2026-05-02", "told_by_id": 2}
}')) WHERE id = (SELECT max(id) FROM academy_entry WHERE changes <> '[]')
"""


@pytest.fixture
def released(tmp_path: Path) -> Path:
    """A data folder as release 0.1 left it: the demo academy, and another one."""
    folder = tmp_path / "released"
    folder.mkdir()
    packed = (RELEASE / f"{DATABASE}.xz").read_bytes()
    (folder / DATABASE).write_bytes(lzma.decompress(packed))
    with closing(sqlite3.connect(folder / DATABASE)) as database:
        database.execute(COLUMNS_OF_AN_IMPORTED_CARRY)
        database.commit()
    return folder


def tables(file: Path) -> dict[str, int]:
    """The rows of each table."""
    with closing(sqlite3.connect(file)) as database:
        names = [
            name
            for (name,) in database.execute(
                "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'"
            )
        ]
        return {name: database.execute(f"SELECT count(*) FROM {name}").fetchone()[0] for name in names}


def shape(file: Path) -> dict[str, Any]:
    """Columns, indexes, foreign keys and constraints of each table, whatever their order."""
    found = {}
    with closing(sqlite3.connect(file)) as database:

        def rows(pragma: str, of: str) -> list[Any]:
            return database.execute(f"SELECT * FROM pragma_{pragma}(?)", (of,)).fetchall()

        for table in tables(file):
            (sql,) = database.execute("SELECT sql FROM sqlite_master WHERE name = ?", (table,)).fetchone()
            found[table] = {
                "columns": sorted((r[1], r[2], r[3], r[5]) for r in rows("table_info", table)),
                "indexes": sorted(
                    (tuple(c[2] for c in rows("index_info", r[1])), r[2], r[4])
                    for r in rows("index_list", table)
                ),
                "keys": sorted((r[2], r[3], r[4], r[6]) for r in rows("foreign_key_list", table)),
                "constraints": sorted(re.findall(r'CONSTRAINT "(\w+)"', sql)),
            }
    return found


def test_a_database_of_release_01_is_one_of_this_version(academy: Path, released: Path) -> None:
    before = tables(released / DATABASE)
    assert sum(before[name] > 0 for name in before if name[:5] in ("acade", "range")) > 12
    done = oxgang("upgrade", "--data", released)
    assert done.returncode == 0, done.stderr
    again = oxgang("upgrade", "--data", released)
    assert (again.returncode, "of this version already" in again.stdout) == (0, True), again.stderr
    assert shape(released / DATABASE) == shape(academy / DATABASE)
    after = tables(released / DATABASE)
    before["academy_rangepicture"] = 0
    before["practice_courselog"] = 0
    before["range_sessions_importedcarry"] = before.pop("range_sessions_toldcell")
    assert {n: c for n, c in after.items() if n not in MAY_CHANGE} == {
        n: c for n, c in before.items() if n not in MAY_CHANGE
    }
    with closing(sqlite3.connect(released / DATABASE)) as database:
        noted = {name for (name,) in database.execute("SELECT name FROM django_migrations")}
    assert "0001_version_1" in noted
    assert oxgang("check", released / DATABASE).returncode == 0


def test_an_upgrade_on_a_full_disk_names_no_copy_that_is_none(released: Path) -> None:
    before, most = tables(released / DATABASE), (released / DATABASE).stat().st_size // 3

    def small_disk() -> None:
        resource.setrlimit(resource.RLIMIT_FSIZE, (most, most))

    full = oxgang("upgrade", "--data", released, preexec_fn=small_disk)
    assert (full.returncode, "Traceback" in full.stderr) == (2, False), full.stderr
    assert "kept in" not in full.stderr
    assert tables(released / DATABASE) == before
    assert not list(released.glob("*before-upgrade*"))


@pytest.mark.parametrize("command", ["serve", "upgrade", "backup", "restore", "add-coach", "reset-password"])
def test_a_folder_that_cannot_be_written_gets_a_sentence(tmp_path: Path, command: str) -> None:
    (tmp_path / "file").touch()
    more: dict[str, list[object]] = {
        "backup": [tmp_path / "b"],
        "restore": [tmp_path / "file"],
        "reset-password": ["ilse"],
    }
    said = oxgang(command, *more.get(command, []), "--data", tmp_path / "file" / "data")
    assert (said.returncode, "Traceback" in said.stderr) == (2, False), said.stderr
    assert len(said.stderr.strip().splitlines()) == 1


def test_a_database_from_before_release_01_is_refused(released: Path) -> None:
    with closing(sqlite3.connect(released / DATABASE)) as database:
        database.execute("DELETE FROM django_migrations WHERE name = '0011_units_and_example'")
        database.commit()
    before = (released / DATABASE).read_bytes()
    for command in (("upgrade", "--data", released), ("check", released / DATABASE)):
        refused = oxgang(*command)
        assert (refused.returncode, "before release 0.1" in refused.stderr) == (2, True)
        assert "Traceback" not in refused.stderr
    assert (released / DATABASE).read_bytes() == before


@pytest.fixture
def opened(released: Path, django_db_blocker: Any) -> Iterator[None]:
    """That database, in the place of the usual one."""
    usual = connections["default"]
    settings = {**usual.settings_dict, "NAME": str(released / DATABASE)}
    with django_db_blocker.unblock():
        connections["default"] = type(usual)(settings, "default")
        call_command("migrate", verbosity=0)
        yield
        connections["default"].close()
        connections["default"] = usual


def test_the_log_of_release_01_speaks_of_rows_that_there_are(opened: None) -> None:
    """What was written down can be taken back: under the names that models and columns have now."""
    changes = [change for entry in Entry.objects.all() for change in entry.changes]
    assert {"range_sessions.Ball", "range_sessions.ImportedCarry"} <= {change["row"] for change in changes}
    for change in changes:
        model = apps.get_model(change["row"])
        known = {field.attname for field in model._meta.concrete_fields}
        assert {*change["before"], *change["after"]} <= known, change["row"]


def test_versions_of_release_01_are_frozen_by_the_upgrade(
    released: Path, monkeypatch: pytest.MonkeyPatch, opened: None
) -> None:
    """Each shot has the name and the carry that the release stored, and no later rule changes a byte."""
    freeze_all()
    seen = {}
    for version in PublishedMatrix.objects.all():
        seen[version.pk] = json.dumps(on_phone(version, picks=True))
        per = M_PER_YD if version.content["units"] == "m" else 1.0
        cells = version.content["cells"]
        stored = {(c["key"]["club"], c["key"]["swing"], round(c["carry_yd"] * per)) for c in cells}
        shown = on_phone(version, picks=False)["shots"]
        for shot in cast(list[dict[str, Any]], shown):
            club, swing = shot["name"].split()[:2]
            assert (club, swing, shot["carry"]) in stored, shot
    assert seen
    monkeypatch.setattr(phone, "by_yardage", None)
    freeze_all()
    assert {v.pk: json.dumps(on_phone(v, picks=True)) for v in PublishedMatrix.objects.all()} == seen


def test_every_page_of_every_student_of_release_01_opens(opened: None) -> None:
    for coach in Coach.objects.filter(role="head"):
        api = Api(coach)
        assert api("GET", "/students").status_code == 200
        students = Student.objects.filter(academy=coach.academy)
        for student in students if ALL else students[:2]:
            for page in pages():
                answer = api("GET", page.format(student_id=student.pk))
                # Without a published card there is no paper of it, without shots no week.
                refused = ("not-found", "unusable-input")
                fine = answer.status_code == 200 or answer.data["code"] in refused
                assert fine, (student.name, page, answer.content)


@pytest.mark.parametrize("name", ["odile", "rich"])
def test_a_students_file_of_release_01_is_read_whole(api: Api, name: str) -> None:
    content = (RELEASE / f"{name}.student.json").read_bytes()
    answer = api.upload("/student-files", content, known="second")
    assert answer.status_code == 201, answer.content
    made = answer.json()["id"]
    was, now = json.loads(content), api("GET", f"/students/{made}/student.json").data
    assert [b["measured"] for b in now["balls"]] == [b["measured"] for b in was["balls"]]
    was["imported_carries"] = was.pop("told")
    for part in set(was) - {"made_at", "academy"}:
        assert bool(now[part]) == bool(was[part]), part
        if isinstance(was[part], list):
            assert len(now[part]) == len(was[part]), part


def test_exports_of_release_01_are_read(api: Api, student: Student, wedge: Club, tmp_path: Path) -> None:
    for label, loft in (("SW", 56), ("GW", 51), ("PW", 46)):
        club = {"label": label, "loft_deg": loft}
        assert api("POST", f"/students/{student.pk}/clubs", club).status_code == 201
    rows = (RELEASE / "shots.csv").read_bytes()
    taken = b"".join(api.upload(f"/students/{student.pk}/shots", rows))
    assert f'"new": {len(rows.splitlines()) - 1}'.encode() in taken
    shots, bag, matrix = (RELEASE / f"{n}.csv" for n in ("shots", "bag", "matrix"))
    made = tmp_path / "matrix.csv"
    done = oxgang("matrix", shots, "--bag", bag, "--scale", "fraction", "-o", made)
    assert done.returncode == 0, done.stderr
    assert json.loads(oxgang("gaps", matrix).stdout)["coverage"]["measured"] > 0
