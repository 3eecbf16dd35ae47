"""`oxgang serve` as it runs for real: slow and greedy clients, a killed keeper, files, upgrades."""

from __future__ import annotations

import http.client
import json
import os
import shutil
import signal
import socket
import sqlite3
import stat
import subprocess
import sys
import time
import urllib.request
from collections.abc import Callable, Iterator
from contextlib import closing
from pathlib import Path

import pytest

from tests.commands import DATABASE, counted, oxgang

PASSWORD = "fallow-ground"


class Real:
    """A server of its own on a data folder of its own."""

    def __init__(self, data: Path, *more: str) -> None:
        self.data = data
        with socket.socket() as s:
            s.bind(("127.0.0.1", 0))
            self.port: int = s.getsockname()[1]
        command = [sys.executable, "-m", "oxgang", "serve", "--data", str(data)]
        self.process = subprocess.Popen(
            [*command, "--port", str(self.port), *more],
            stdout=subprocess.DEVNULL,
            stderr=subprocess.PIPE,
            text=True,
            start_new_session=True,
        )
        self.until(lambda: self.get("/api/words")[0] == 200)

    def until(self, done: Callable[[], bool], seconds: float = 120) -> None:
        end = time.monotonic() + seconds
        while time.monotonic() < end:
            try:
                if done():
                    return
            except OSError:
                pass
            time.sleep(0.1)
        raise AssertionError("never came true")

    def get(self, path: str, timeout: float = 5) -> tuple[int, bytes]:
        connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=timeout)
        with closing(connection):
            connection.request("GET", path)
            answer = connection.getresponse()
            return answer.status, answer.read()

    def socket(self, sent: bytes) -> socket.socket:
        s = socket.create_connection(("127.0.0.1", self.port), timeout=30)
        s.sendall(sent)
        return s

    def stop(self) -> str:
        os.killpg(self.process.pid, signal.SIGKILL)
        return self.process.communicate()[1]


@pytest.fixture(scope="module")
def real(academy: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Real]:
    folder = tmp_path_factory.mktemp("served") / "data"
    shutil.copytree(academy, folder)
    folder.chmod(0o755)
    (folder / DATABASE).chmod(0o644)
    server = Real(folder)
    yield server
    server.stop()


def test_half_a_head_and_half_a_body_keep_nobody_out(real: Real) -> None:
    """Eight half-open sockets did."""
    half_head = b"POST /api/account HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Slow: "
    half_body = (
        b"POST /api/account HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n"
        b'Content-Length: 60\r\n\r\n{"log_in": "il'
    )

    def ten() -> float:
        started = time.monotonic()
        for _ in range(10):
            assert real.get("/api/words", timeout=60)[0] == 200
        return time.monotonic() - started

    alone = ten()
    slow = [real.socket(half_head) for _ in range(60)] + [real.socket(half_body) for _ in range(60)]
    try:
        assert ten() < 10 * alone  # one that waited for a half-open socket would take seconds each
        # Trickling a letter a second does not keep a head open beyond its time.
        trickling = slow[0]
        closed = False
        for _ in range(60):
            if closed:
                break
            try:
                trickling.sendall(b"x")
                trickling.settimeout(1)
                closed = trickling.recv(100) == b""
            except TimeoutError:
                continue
            except OSError:
                closed = True
        assert closed
    finally:
        for s in slow:
            s.close()


def everything(s: socket.socket) -> bytes:
    """What a server says until it closes."""
    said = b""
    try:
        while more := s.recv(4096):
            said += more
    except OSError:
        pass  # closed with our bytes unread: what was said before that is here
    return said


def test_a_greedy_body_is_refused_by_its_head(real: Real) -> None:
    before = (real.data / DATABASE).stat().st_size
    head = (
        "POST {} HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: {}\r\n\r\n"
    )
    for path, length in (("/api/account", 63_000_000), ("/api/students/x/shots", 400_000_000)):
        with closing(real.socket(head.format(path, length).encode() + b"{" * 1000)) as s:
            answer = everything(s).decode()  # which comes though the body does not
            assert answer.startswith("HTTP/1.1 413")
            assert json.loads(answer.split("\r\n\r\n", 1)[1])["code"] == "too-large"
    chunked = b"POST /api/account HTTP/1.1\r\nHost: 127.0.0.1\r\nTransfer-Encoding: chunked\r\n\r\n"
    with closing(real.socket(chunked)) as s:
        refused = b""
        try:
            for _ in range(200):
                s.sendall(b"10000\r\n" + b"x" * 65536 + b"\r\n")
        except OSError:
            pass
        try:
            refused = s.recv(4096)
        except OSError:
            refused = b"HTTP/1.1 413"  # closed before it could be read
        assert refused.startswith(b"HTTP/1.1 413")
    assert real.get("/api/words")[0] == 200
    assert (real.data / DATABASE).stat().st_size == before


def test_the_data_is_the_servers_own(real: Real, tmp_path: Path) -> None:
    real.until(lambda: real.get("/healthz")[0] == 200)
    assert stat.S_IMODE(real.data.stat().st_mode) == 0o700
    files = {file.name: stat.S_IMODE(file.stat().st_mode) for file in real.data.iterdir()}
    assert {DATABASE, "secret-key", "keeper.beat"} <= set(files)
    assert set(files.values()) == {0o600}
    backup = tmp_path / "monday.sqlite3"
    assert oxgang("backup", backup, "--data", real.data).returncode == 0
    assert stat.S_IMODE(backup.stat().st_mode) == 0o600


def keepers(real: Real) -> list[int]:
    found = subprocess.run(["ps", "-eo", "pid,ppid,args"], capture_output=True, text=True, check=True)
    rows = [line.split(None, 2) for line in found.stdout.splitlines()]
    return [int(r[0]) for r in rows if int_or(r[1]) == real.process.pid and "keeper" in r[2]]


def int_or(text: str) -> int:
    return int(text) if text.isdigit() else -1


def test_a_killed_keeper_is_started_again(real: Real) -> None:
    real.until(lambda: len(keepers(real)) == 1)
    (old,) = keepers(real)
    os.kill(old, signal.SIGKILL)
    real.until(lambda: keepers(real) not in ([], [old]))
    real.until(lambda: json.loads(real.get("/healthz")[1])["keeper"] == "ok")


def test_the_address_counts_behind_a_trusted_proxy_only(data: Path) -> None:
    proxied = Real(data, "--proxy", "127.0.0.1")
    try:
        opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor())

        def sign_in(password: str, address: str) -> int:
            with opener.open(f"http://127.0.0.1:{proxied.port}/api/account") as answer:
                token = json.load(answer)["csrf"]
            request = urllib.request.Request(
                f"http://127.0.0.1:{proxied.port}/api/account",
                json.dumps({"log_in": "ilse", "password": password}).encode(),
                {
                    "Content-Type": "application/json",
                    "X-CSRFToken": token,
                    "X-Forwarded-For": address,
                },
            )
            try:
                with opener.open(request) as answer:
                    return int(answer.status)
            except urllib.error.HTTPError as error:
                return error.code

        assert [sign_in("guess", "203.0.113.9") for _ in range(5)][-1] == 429
        assert sign_in(PASSWORD, "203.0.113.9") == 429
        assert sign_in(PASSWORD, "198.51.100.4") == 200
        assert oxgang("unlock", "ilse", "--data", data).returncode == 0
        assert sign_in(PASSWORD, "203.0.113.9") == 200
    finally:
        said = proxied.stop()
    assert all(line[:4].isdigit() for line in said.splitlines() if "AXES" in line)  # a time first
    nobody = oxgang("unlock", "nobody", "--data", data)
    assert (nobody.returncode, "Nobody signs in" in nobody.stderr) == (2, True)


def sql(data: Path, *statements: str) -> None:
    with closing(sqlite3.connect(data / DATABASE)) as database:
        for statement in statements:
            database.execute(statement)
        database.commit()


def before_practice(data: Path) -> list[str]:
    """What makes a database one from before the last step."""
    with closing(sqlite3.connect(data / DATABASE)) as database:
        rows = database.execute("SELECT name FROM sqlite_master WHERE name LIKE 'practice_%'")
        tables = {name for (name,) in rows if not name.endswith("_idx")}
    named = ("courselog", "round", "homework", "lesson", "ownword", "picture", "routine", "sharing")
    assert {f"practice_{name}" for name in named} <= tables
    gone = [f"DROP TABLE practice_{name}" for name in named]
    return [*gone, "DELETE FROM django_migrations WHERE app = 'practice'"]


def test_a_newer_database_is_refused_and_an_older_one_copied_before_it_is_changed(
    data: Path, tmp_path: Path
) -> None:
    newer = shutil.copytree(data, tmp_path / "newer")
    sql(
        newer,
        "INSERT INTO django_migrations (app, name, applied) "
        "VALUES ('matrix', '0999_from_tomorrow', '2027-01-01')",
    )
    before = (newer / DATABASE).read_bytes()
    refused = oxgang("serve", "--data", newer)
    assert (refused.returncode, "newer Oxgang" in refused.stderr) == (2, True)
    assert (newer / DATABASE).read_bytes() == before
    # One from before the last step is brought up, and stands beside itself as it was.
    sql(data, *before_practice(data))
    assert oxgang("demo", "--data", data, "--no-serve").returncode == 0
    (copy,) = data.glob("before-upgrade-*.sqlite3")
    assert stat.S_IMODE(copy.stat().st_mode) == 0o600
    with closing(sqlite3.connect(copy)) as old, closing(sqlite3.connect(data / DATABASE)) as new:
        applied = "SELECT name FROM django_migrations WHERE app = 'practice'"
        assert old.execute(applied).fetchall() == []
        assert ("0001_version_1",) in new.execute(applied).fetchall()
    # Nothing to bring up: no further copy.
    assert oxgang("demo", "--data", data, "--no-serve").returncode == 0
    assert len(list(data.glob("before-upgrade-*"))) == 1


@pytest.mark.parametrize(
    "damage",
    [
        "DROP TABLE range_sessions_storedmapping",
        "ALTER TABLE academy_student DROP COLUMN criteria",
        # A migration that has to be applied again, and cannot be.
        "DELETE FROM django_migrations WHERE app = 'practice'",
    ],
    ids=["a table is missing", "a column is missing", "a migration fails"],
)
def test_a_restore_is_rehearsed_on_a_copy(data: Path, tmp_path: Path, damage: str) -> None:
    """The live database was replaced first."""
    bad = shutil.copytree(data, tmp_path / "bad")
    sql(bad, damage)
    before = (data / DATABASE).read_bytes()
    refused = oxgang("restore", bad / DATABASE, "--data", data)
    assert refused.returncode == 2, refused.stdout
    assert "was not restored" in refused.stderr
    assert refused.stderr.strip().endswith("Nothing was changed.")
    assert "Traceback" not in refused.stderr
    assert (data / DATABASE).read_bytes() == before
    assert sorted(file.name for file in data.iterdir()) == [DATABASE]
    assert counted(data / DATABASE) > 0
