"""What a crowd does to a real server: anonymous requests, idle connections, photos and log-ins.

Prints the figures of docs/running.md; the targets are those of docs/security.md. Two shared cores are
noisy: compare within one run.
"""

from __future__ import annotations

import http.client
import io
import json
import os
import random
import resource
import shutil
import socket
import statistics
import threading
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import ExitStack, closing
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import pytest
from PIL import Image

from tests.commands import oxgang
from tests.server.test_real_server import PASSWORD, Real

# Seconds of the crowd, and of mixed use; an hour by OXGANG_BENCH_S=3600.
CROWD_S = 30.0
MIXED_S = float(os.environ.get("OXGANG_BENCH_S", "120"))
IMPORTED = 100_000
REQUESTS = int(os.environ.get("OXGANG_BENCH_REQUESTS", "10000"))


@pytest.fixture(scope="module")
def real(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Real]:
    most = resource.getrlimit(resource.RLIMIT_NOFILE)[1]
    resource.setrlimit(resource.RLIMIT_NOFILE, (most, most))
    folder = tmp_path_factory.mktemp("crowd") / "data"
    made = oxgang("demo", "--data", folder, "--no-serve")
    assert made.returncode == 0, made.stderr
    # As the unit starts it: what a picture took goes back to the machine.
    unit = Path("deploy/oxgang.service").read_text(encoding="utf-8")
    for setting in unit.split("\nEnvironment=")[1].splitlines()[0].split():
        os.environ.__setitem__(*setting.split("="))
    server = Real(folder)
    yield server
    server.stop()
    shutil.rmtree(folder, ignore_errors=True)


def health(real: Real) -> float:
    start = time.monotonic()
    assert real.get("/healthz", timeout=60)[0] in (200, 503)
    return time.monotonic() - start


def memory_mb(real: Real) -> float:
    """What the server holds in memory [MB]."""
    text = Path(f"/proc/{real.process.pid}/status").read_text(encoding="ascii")
    return int(text.split("VmRSS:")[1].split()[0]) / 1024


@pytest.mark.parametrize("path", ["/api/words", "/api/account", "/c/nobody/portal.json", "/students"])
def test_forty_anonymous_requests_leave_health_quick(real: Real, path: str) -> None:
    with ThreadPoolExecutor(40) as crowd:
        asks = [crowd.submit(real.get, path, 120) for _ in range(40)]
        took = health(real)
        [ask.result() for ask in asks]
    print(f"\n40 x {path}: /healthz after {took:.2f} s")
    assert took < 1


def test_three_hundred_connections_for_thirty_seconds(real: Real) -> None:
    waits: list[float] = []
    wrong: list[object] = []
    end = time.monotonic() + CROWD_S

    def ask() -> None:
        connection = http.client.HTTPConnection("127.0.0.1", real.port, timeout=60)
        with closing(connection):
            while time.monotonic() < end:
                start = time.monotonic()
                try:
                    connection.request("GET", random.choice(("/api/account", "/api/words", "/healthz")))
                    answer = connection.getresponse()
                    answer.read()
                    if answer.status >= 500 and answer.status != 503:
                        wrong.append(answer.status)
                except (OSError, http.client.HTTPException) as error:
                    wrong.append(error)
                    connection.close()
                waits.append(time.monotonic() - start)
                time.sleep(random.uniform(1, 3))  # as a page does that asks now and then

    threads = [threading.Thread(target=ask) for _ in range(300)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    slow = statistics.quantiles(waits, n=20)[18]
    print(f"\n300 connections, {len(waits)} requests: p95 {slow:.2f} s, {len(wrong)} errors {wrong[:2]}")
    assert not wrong
    assert slow < 2


def test_idle_connections_leave_room(real: Real) -> None:
    with ExitStack() as held:
        for _ in range(1020):
            held.enter_context(socket.create_connection(("127.0.0.1", real.port), timeout=30))
        time.sleep(5)
        took = health(real)
    print(f"\n1,020 idle connections: /healthz after {took:.2f} s")
    assert took < 2


def test_memory_stays_over_mixed_use(real: Real) -> None:
    """Photos of 12 megapixels, log-ins right and wrong, reads; what the server holds at the end."""
    photo = io.BytesIO()
    Image.effect_noise((4000, 3000), 60).convert("RGB").save(photo, "JPEG", quality=60)
    signed = Signed(real)
    student = signed.ask("GET", "/api/students")["rows"][0]["id"]
    before, most, photos, log_ins = memory_mb(real), 0.0, 0, 0
    end = time.monotonic() + MIXED_S
    while time.monotonic() < end or photos < 50:
        signed.upload(f"/api/students/{student}/pictures", photo.getvalue())
        photos += 1
        signed.ask("GET", f"/api/students/{student}/matrix")
        with ThreadPoolExecutor(4) as tries:
            [tries.submit(Signed, real, f"nobody{photos}{n}") for n in range(3)]
        log_ins += 3
        most = max(most, memory_mb(real))
    after = memory_mb(real)
    print(
        f"\n{photos} photos, {log_ins} log-ins: {before:.0f} MB before, {most:.0f} at most, {after:.0f} after"
    )
    assert most < 500
    assert after - before < 100


class Signed:
    """A browser that signs in, with a wrong name or the right one."""

    def __init__(self, real: Real, name: str = "ilse") -> None:
        self.real, self.cookies = real, dict[str, str]()
        self.ask("GET", "/api/account")
        self.ask("POST", "/api/account", json.dumps({"log_in": name, "password": PASSWORD}).encode())

    def ask(self, method: str, path: str, body: bytes = b"", kind: str = "application/json") -> Any:
        connection = http.client.HTTPConnection("127.0.0.1", self.real.port, timeout=120)
        with closing(connection):
            headers = {"Content-Type": kind, "X-CSRFToken": self.cookies.get("csrftoken", "")}
            headers["Cookie"] = "; ".join(f"{name}={value}" for name, value in self.cookies.items())
            connection.request(method, path, body, headers)
            answer = connection.getresponse()
            for name, value in answer.getheaders():
                if name.lower() == "set-cookie":
                    key, _, rest = value.partition("=")
                    self.cookies[key] = rest.split(";")[0]
            content = answer.read()
            plain = "ndjson" in answer.getheader("Content-Type", "")
        return content if plain or content[:1] not in b"[{" else json.loads(content)

    def upload(self, path: str, picture: bytes) -> None:
        fields = {"swing": "9:00", "trajectory": "stock"}
        answer = self.send_form(path, fields, "p.jpg", "image/jpeg", picture)
        assert "id" in str(answer), answer

    def send_form(self, path: str, fields: dict[str, str], name: str, kind: str, content: bytes) -> Any:
        edge = "edge-of-a-part"
        head = 'Content-Disposition: form-data; name="{}"{}\r\n{}\r\n'
        parts = [head.format(key, "", "") + value for key, value in fields.items()]
        body = "".join(f"--{edge}\r\n{part}\r\n" for part in parts).encode()
        file = head.format("file", f'; filename="{name}"', f"Content-Type: {kind}\r\n")
        body += f"--{edge}\r\n{file}".encode() + content + f"\r\n--{edge}--\r\n".encode()
        return self.ask("POST", path, body, f"multipart/form-data; boundary={edge}")


def test_a_coach_types_on_while_100000_rows_come_in(real: Real) -> None:
    signed = Signed(real)
    student, other = [row["id"] for row in signed.ask("GET", "/api/students")["rows"][:2]]
    club = signed.ask("GET", f"/api/students/{other}")["clubs"][0]["id"]
    theirs = signed.ask("GET", f"/api/students/{student}")["clubs"][0]["label"]
    rows = [f"{theirs},9:00,{40 + i % 30},2026-05-{1 + i % 28:02d},row {i}" for i in range(IMPORTED)]
    content = "\n".join(["club,swing,carry_yd,date,remark", *rows]).encode()
    waits: list[float] = []

    def type_a_ball() -> float:
        ball = {"club_id": club, "swing": "9:00", "carry_yd": 60}
        ball |= {"uid": f"beside-{len(waits)}-{time.time()}", "hit_at": datetime.now(UTC).isoformat()}
        start = time.monotonic()
        answer = signed.ask("PUT", f"/api/students/{other}/balls", json.dumps(ball).encode())
        assert "stored" in str(answer) or "ball" in str(answer), answer
        return time.monotonic() - start

    alone = statistics.median(type_a_ball() for _ in range(20))
    start = time.monotonic()
    with ThreadPoolExecutor(1) as apart:
        path, of = f"/api/students/{student}/shots", Signed(real)
        coming = apart.submit(of.send_form, path, {}, "shots.csv", "text/csv", content)
        while not coming.done():
            waits.append(type_a_ball())
            time.sleep(0.2)
    last = json.loads(coming.result().splitlines()[-1])
    took = time.monotonic() - start
    assert (last["stored"], last["new"]) == (True, IMPORTED), last
    slow, most = statistics.quantiles(waits, n=20)[18], max(waits)
    status = Path(f"/proc/{real.process.pid}/status").read_text(encoding="ascii")
    peak = int(status.split("VmHWM:")[1].split()[0]) / 1024
    print(
        f"\n{IMPORTED:,} rows in {took:.1f} s; a ball typed meanwhile ({len(waits)}): median "
        f"{statistics.median(waits):.2f} s, p95 {slow:.2f}, longest {most:.2f}; alone {alone:.2f}; "
        f"the server at most {peak:.0f} MB"
    )
    assert slow < 1
    assert peak < 500


def test_memory_stays_over_many_requests(real: Real) -> None:
    """The views of a day in turn, for every student, with a ball typed now and then."""
    signed = Signed(real)
    students = [row["id"] for row in signed.ask("GET", "/api/students")["rows"]]
    views = ("matrix?live=true", "played", "gaps", "card", "history", "progress", "plan", "balls")
    asked, held = 0, []
    while asked < REQUESTS:
        for student in students:
            for view in views:
                assert signed.ask("GET", f"/api/students/{student}/{view}") is not None
            signed.ask("GET", "/api/students")
            asked += len(views) + 1
        held.append(memory_mb(real))
    early, late = held[len(held) // 5], held[-1]
    print(f"\n{asked:,} requests: {early:.0f} MB after a fifth of them, {late:.0f} at the end")
    assert late < 1.1 * early
