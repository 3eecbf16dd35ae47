"""Access: how much gets in, who is locked out, whom a session lets in, what the server says."""

from __future__ import annotations

import ast
import os
import re
import shutil
import sqlite3
import subprocess
import sys
import time
import tracemalloc
from collections.abc import Iterator
from contextlib import closing
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
import time_machine
from axes.models import AccessAttempt
from django.db import connection
from django.test import Client, override_settings
from django.utils import timezone
from oxgang.academy.models import Coach, Student
from oxgang.academy.services.academies import add_coach
from oxgang.api.main import api as the_api
from oxgang.api.portal.public import portal_api
from oxgang.cli import chores
from oxgang.config.limits import LARGEST, SMALL, limit_of
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api
from tests.server.steps import ball, sentence_of

SCHEMA: dict[str, Any] = the_api.get_openapi_schema()


def parts(schema: Any, way: str) -> Iterator[tuple[str, dict[str, Any]]]:
    """Every schema inside a schema, with the way to it."""
    if "$ref" in schema:
        name = schema["$ref"].rsplit("/", 1)[1]
        if way.count(name) < 2:
            yield from parts(SCHEMA["components"]["schemas"][name], f"{way}/{name}")
        return
    for kind in ("anyOf", "allOf", "oneOf"):
        for one in schema.get(kind, ()):
            yield from parts(one, way)
    if "type" in schema:
        yield way, schema
    for name, one in schema.get("properties", {}).items():
        yield from parts(one, f"{way}.{name}")
    for inner in ("items", "additionalProperties"):
        if isinstance(schema.get(inner), dict):
            yield from parts(schema[inner], f"{way}[]")


def asked() -> Iterator[tuple[str, dict[str, Any]]]:
    """Every field of every request."""
    for path, methods in SCHEMA["paths"].items():
        for method, operation in methods.items():
            for p in operation.get("parameters", ()):
                yield from parts(p["schema"], f"{method} {path}?{p['name']}")
            for content in operation.get("requestBody", {}).get("content", {}).values():
                yield from parts(content["schema"], f"{method} {path}")


def test_no_field_of_a_request_is_without_bounds() -> None:
    loose = []
    for way, schema in asked():
        # A path's length is the server's; a file is bounded by the body; an own format by itself.
        bounded = {"maxLength", "enum", "const", "format", "pattern"} & set(schema)
        in_path = "?" in way and f"{{{way.rsplit('?', 1)[1]}}}" in way
        if schema["type"] == "string" and not bounded and not in_path:
            loose.append(way)
        if schema["type"] == "array" and "maxItems" not in schema:
            loose.append(way)
        open_keys = schema["type"] == "object" and schema.get("additionalProperties")
        named = "propertyNames" in schema  # the keys are words of the trade
        if open_keys and "maxProperties" not in schema and not named:
            loose.append(way)
    assert [way for way in loose if not way.endswith(("mapping", ".file"))] == []
    assert len(list(asked())) > 250


def test_a_large_body_is_refused_before_it_is_read(api: Api, coach: Coach) -> None:
    """One log-in request of 63 MB grew the database by 190 MB."""
    login = b'{"log_in": "ilse", "password": "' + b"x" * 8_000_000 + b'"}'
    client = Client()
    rows = AccessAttempt.objects.count()
    tracemalloc.start()
    answer = client.post("/api/account", login, content_type="application/json")
    peak = tracemalloc.get_traced_memory()[1]
    tracemalloc.stop()
    assert (answer.status_code, answer.json()["code"]) == (413, "too-large")
    assert "64 kB" in answer.json()["title"]
    assert AccessAttempt.objects.count() == rows
    assert peak < 12_000_000  # the test client holds one copy
    long = {"log_in": "x" * 151, "password": "y" * 201}
    assert Api(None)("POST", "/account", long).status_code == 422
    assert AccessAttempt.objects.count() == rows


def test_data_is_kept_by_no_cache_and_is_no_page(api: Api, student: Student) -> None:
    for address in (
        "/students",
        f"/students/{student.pk}/shots.csv",
        f"/students/{student.pk}/card.pdf",
        "/account",
    ):
        answer = api("GET", address)
        assert answer["Cache-Control"] == "no-store", address
        assert "filename=" in answer["Content-Disposition"], address
        assert answer["X-Content-Type-Options"] == "nosniff"
    assert "no-store" in Client().get("/c/nobody/portal.json")["Cache-Control"]


@pytest.mark.parametrize(
    "kind", ["text/plain", "application/x-www-form-urlencoded", "", "multipart/form-data"]
)
def test_a_body_of_another_type_is_refused(api: Api, student: Student, kind: str) -> None:
    """A form of a foreign page can send these; it cannot send JSON."""
    answer = api.client.generic(
        "PATCH", f"/api/students/{student.pk}", '{"name": "Eve"}', kind, headers={"X-CSRFToken": api.csrf}
    )
    assert answer.status_code == 415
    student.refresh_from_db()
    assert student.name != "Eve"


@pytest.mark.parametrize("address", ["shots", "shots/check", "imported-carries", "files/look", "bag/check"])
def test_only_somebody_signed_in_sends_files(api: Api, student: Student, address: str) -> None:
    url = f"/api/students/{student.pk}/{address}"
    assert limit_of(url).upload
    stranger = Client().post(url, b"x" * (LARGEST + 1), content_type="text/csv")
    assert (stranger.status_code, stranger.json()["code"]) == (401, "signed-out")
    refused = api.client.post(url, b"x" * (LARGEST + 1), content_type="text/csv")
    assert (refused.status_code, refused.json()["field"]) == (422, "file")
    assert "24 MB" in refused.json()["title"]
    assert limit_of(f"/api/students/{student.pk}/balls").most == SMALL


def test_nobody_without_a_log_in_is_told_what_addresses_there_are() -> None:
    """The description of the interface cost 3.8 s of processor a time."""
    for path in ("/api/openapi.json", "/api/docs", "/api/schema"):
        assert Client().get(path).status_code == 404


def open_addresses() -> list[str]:
    """Every address that answers somebody without a log-in, found in the routers and in the urls."""
    found = ["/healthz", "/index.html", "/students", "/c/nobody", "/c/nobody/card.json", "/cal/nobody.ics"]
    for api_, prefix in ((the_api, "/api"), (portal_api, "/c")):
        for _, router in api_._routers:
            for path, view in router.path_operations.items():
                for operation in view.operations:
                    if operation.auth_param is None or api_ is portal_api:
                        found.append(re.sub(r"\{\w+\}", "9999", f"{prefix}{path}"))
    return sorted(set(found))


def test_nobody_without_a_log_in_makes_the_server_work(coach: Coach) -> None:
    """A second of processor for each request would let forty of them stop everybody. The cost is that
    of the thread alone, beside how fast the machine is."""
    asked = open_addresses()
    assert {"/api/account", "/api/words", "/api/account/links/look", "/c/9999/portal.json"} <= set(asked)
    start = time.thread_time()
    sum(n * n for n in range(300_000))
    pace = max(1.0, (time.thread_time() - start) / 0.02)
    stranger = Client()
    stranger.get("/healthz")  # what a process does once
    for address in asked:
        took = []
        for _ in range(3):
            start = time.thread_time()
            for method in ("GET", "POST"):
                stranger.generic(method, address, "{}", content_type="application/json")
            took.append(time.thread_time() - start)
        assert min(took) < 2 * 0.02 * pace, (address, took)


def test_over_https_the_cookies_are_this_hosts_alone(tmp_path: Path) -> None:
    script = (
        "import django; django.setup(); from django.conf import settings as s;"
        "print(s.SESSION_COOKIE_NAME, s.CSRF_COOKIE_NAME, s.SESSION_COOKIE_SECURE, s.SESSION_COOKIE_PATH,"
        " s.SESSION_COOKIE_DOMAIN)"
    )
    environment = os.environ | {"OXGANG_HTTPS": "true", "DJANGO_SETTINGS_MODULE": "oxgang.config.settings"}
    said = subprocess.run(
        [sys.executable, "-c", script], env=environment, capture_output=True, text=True, check=True
    )
    assert said.stdout.split() == ["__Host-oxgang", "__Host-csrftoken", "True", "/", "None"]


def test_the_page_has_the_same_headers_from_a_file_and_from_the_server(db: None) -> None:
    """The service worker keeps /index.html and serves it for every place."""
    by_server, by_file = Client().get("/students"), Client().get("/index.html")
    for name in ("Content-Security-Policy", "X-Frame-Options", "X-Content-Type-Options"):
        kept = sorted(by_server[name].split("; "))
        assert kept == sorted(by_file[name].split("; ")), name
    assert "frame-ancestors 'none'" in by_file["Content-Security-Policy"]


def test_assets_go_compressed_and_are_cached(db: None) -> None:
    client = Client()
    page = client.get("/index.html").getvalue().decode()
    script = re.search(r"/assets/index-[^\"]+\.js", page)
    assert script is not None
    plain = client.get(script.group())
    for coding, share in (("br", 0.36), ("gzip", 0.42)):
        packed = client.get(script.group(), headers={"Accept-Encoding": coding})
        assert packed["Content-Encoding"] == coding
        assert packed["Vary"] == "Accept-Encoding"
        assert packed["ETag"]
        assert "immutable" in packed["Cache-Control"]
        assert int(packed["Content-Length"]) < share * int(plain["Content-Length"])


def test_a_full_disk_gets_a_sentence_and_what_is_there_can_still_be_read(api: Api, student: Student) -> None:
    wedge = student.clubs.get(label="56")
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA page_count")
        pages = cursor.fetchone()[0]
        cursor.execute(f"PRAGMA max_page_count = {pages}")
    try:
        full = None
        for i in range(400):
            full = api("PUT", f"/students/{student.pk}/balls", ball(wedge, f"full-{i}", 60))
            if full.status_code != 200:
                break
        assert full is not None
        assert (full.status_code, full.data["code"]) == (507, "disk-full")
        assert full["Content-Type"] == "application/problem+json"
        assert "Nothing was saved" in full.data["title"]
        stored = Ball.objects.count()
        assert api("GET", f"/students/{student.pk}/shots.csv").status_code == 200
    finally:
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA max_page_count = 1073741823")
    assert Ball.objects.count() == stored


def test_what_breaks_outside_an_address_is_a_problem_too(api: Api, monkeypatch: pytest.MonkeyPatch) -> None:
    from django.db import OperationalError

    def locked(*args: object) -> None:
        raise OperationalError("database is locked")

    monkeypatch.setattr("oxgang.config.middleware.KeepSession.__call__", locked)
    api.client.raise_request_exception = False
    answer = api.client.get("/api/students")
    assert (answer.status_code, answer.json()["code"]) == (503, "busy")


def test_health_says_what_is_wrong(
    db: None, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, settings: Any
) -> None:
    monkeypatch.setattr(settings.ENV, "data", tmp_path)
    silent = Client().get("/healthz")
    assert (silent.status_code, silent.json()["keeper"]) == (503, "is not running")
    (tmp_path / "keeper.beat").touch()
    assert Client().get("/healthz").json() == {
        "ok": True,
        "database": "ok",
        "disk": "ok",
        "keeper": "ok",
        "backup": "ok",
    }
    monkeypatch.setattr(shutil, "disk_usage", lambda _: shutil._ntuple_diskusage(9, 8, 1))
    assert Client().get("/healthz").json()["disk"] == "is nearly full"


def test_an_old_backup_and_a_damaged_database_are_said(
    api: Api, coach: Coach, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, settings: Any
) -> None:
    """To whoever watches the server, and on the head coach's first view."""
    second = add_coach(coach.academy, name="Rhona", log_in="rhona", password="six-long-words")
    second_coach = Api(second)

    def said() -> tuple[str, str, list[str]]:
        parts, account = Client().get("/healthz").json(), api("GET", "/account").data
        assert second_coach("GET", "/account").data["server"] == []
        return parts["database"], parts["backup"], account["server"]

    monkeypatch.setattr(settings.ENV, "data", tmp_path)
    monkeypatch.setattr(settings.ENV, "backups", tmp_path / "nightly")
    with closing(sqlite3.connect(settings.ENV.database)) as database, database:
        database.execute("CREATE TABLE one (n TEXT)")
        database.executemany("INSERT INTO one VALUES (?)", [("x" * 500,)] * 200)
        database.execute("CREATE INDEX i ON one (n)")
    monkeypatch.setattr(chores, "clear", lambda *_: None)
    assert said() == ("ok", "none yet", ["server-no-backup"])
    start = timezone.now()
    monkeypatch.setattr(chores, "write_dated", lambda _, folder, __: folder.mkdir(exist_ok=True))
    chores.Chores(settings.ENV).do(start)
    assert said() == ("ok", "ok", [])
    with time_machine.travel(start + timedelta(hours=51)):
        api("POST", "/account/proof", {"password": "six-long-words"})
        assert said() == ("ok", "is old", ["server-old-backup"])
    content = bytearray(settings.ENV.database.read_bytes())
    content[5 * 4096 : 7 * 4096] = b"\xff" * (2 * 4096)
    settings.ENV.database.write_bytes(content)
    chores.Chores(settings.ENV).do(start)
    assert said() == ("is damaged", "ok", ["server-damaged"])


def test_migrations_import_no_live_code() -> None:
    """What a migration does must not change with the code around it."""
    import oxgang

    found = list(Path(oxgang.__file__).parent.glob("*/migrations/0*.py"))
    assert len(found) >= 4
    for file in found:
        for node in ast.walk(ast.parse(file.read_text())):
            names = [a.name for a in node.names] if isinstance(node, ast.Import) else []
            names += [node.module or ""] if isinstance(node, ast.ImportFrom) else []
            assert not [name for name in names if name.startswith("oxgang")], file.name


@override_settings(DEBUG=False)
def test_an_academys_log_is_its_own(api: Api, coach: Coach) -> None:
    api("POST", "/devices", {"name": "Bay 3"})
    words = [sentence_of(entry) for entry in api("GET", "/history").data["entries"]]
    assert words == ["Created a token for Bay 3"]
    from tests.server.conftest import make_coach

    assert Api(make_coach("Lower Marrowdale", "tobin"))("GET", "/history").data["entries"] == []
