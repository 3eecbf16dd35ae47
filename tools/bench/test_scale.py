"""A million balls, 20 clients at once, a server on one core: part of `make bench`.

Every client asks again as soon as it is answered, without a pause: harder than 20 coaches.
"""

from __future__ import annotations

import http.client
import json
import os
import random
import re
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from pathlib import Path
from statistics import median, quantiles

import pytest

from tests.e2e.conftest import Server
from tools.bench.academy import PASSWORD, STUDENTS

CLIENTS = 20
SECONDS = 15.0
LIMIT_S = 0.300
FIGURES_S = 0.500
ROOT = Path(__file__).resolve().parents[2]
# What one page may cost more in an academy 25 times as big.
GROWTH = 1.5


class Client:
    """A signed-in browser that keeps its connection."""

    def __init__(self, server: Server, log_in: str) -> None:
        self.connection = http.client.HTTPConnection("127.0.0.1", server.port, timeout=60)
        self.cookies: dict[str, str] = {}
        csrf = json.loads(self.ask("GET", "/api/account"))["csrf"]
        body = json.dumps({"log_in": log_in, "password": PASSWORD})
        self.ask("POST", "/api/account", body, csrf)

    def ask(self, method: str, path: str, body: str | None = None, csrf: str = "") -> bytes:
        headers = {"Cookie": "; ".join(f"{k}={v}" for k, v in self.cookies.items())}
        if body is not None:
            headers |= {"Content-Type": "application/json", "X-CSRFToken": csrf}
        self.connection.request(method, path, body, headers)
        answer = self.connection.getresponse()
        content = answer.read()
        assert answer.status == 200, (path, answer.status, content[:200])
        for cookie in answer.headers.get_all("Set-Cookie") or []:
            name, value = re.match(r"([^=]+)=([^;]*)", cookie).groups()  # type: ignore[union-attr]
            self.cookies[name] = value
        return content


@pytest.fixture(scope="module")
def academy(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    data = tmp_path_factory.mktemp("scale")
    said = subprocess.run(
        [sys.executable, "-m", "tools.bench.academy", str(data)],
        cwd=ROOT,
        check=True,
        capture_output=True,
        text=True,
    ).stdout
    print("\n" + said)
    server = Server(data)
    server.start()
    assert server.process is not None
    everything = os.sched_getaffinity(0)
    one = {min(everything)}
    for group in _family(server.process.pid):
        os.sched_setaffinity(group, one)
    # The clients must not take the server's core.
    os.sched_setaffinity(0, everything - one or everything)
    yield server
    server.kill()
    os.sched_setaffinity(0, everything)


def _family(pid: int) -> list[int]:
    """The threads of a process and of its children."""
    found = [int(task) for task in os.listdir(f"/proc/{pid}/task")]
    for task in list(found):
        children = Path(f"/proc/{pid}/task/{task}/children").read_text().split()
        for child in children:
            found += _family(int(child))
    return found


def test_the_list_and_the_matrix_with_20_clients_at_once(academy: Server) -> None:
    first = Client(academy, "great0")
    ids = []
    for page in range(1, STUDENTS // 100 + 1):
        rows = json.loads(first.ask("GET", f"/api/students?size=100&page={page}"))["rows"]
        ids += [row["id"] for row in rows]
    assert len(set(ids)) == STUDENTS
    times: dict[str, list[float]] = {"students": [], "matrix": []}
    clients = [Client(academy, f"great{i % 10}") for i in range(CLIENTS)]
    until = time.perf_counter() + SECONDS

    def work(number: int, client: Client) -> None:
        rng = random.Random(number)
        while time.perf_counter() < until:
            what = rng.choice(("students", "matrix"))
            path = f"/api/students/{rng.choice(ids)}/matrix"
            if what == "students":
                show = rng.choice(("all", "due", "today"))
                path = f"/api/students?page={rng.randint(1, 5)}&show={show}"
            began = time.perf_counter()
            client.ask("GET", path)
            times[what].append(time.perf_counter() - began)

    threads = [threading.Thread(target=work, args=pair) for pair in enumerate(clients)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    for what, took in times.items():
        p95 = quantiles(took, n=20)[-1]
        each = len(took) / SECONDS
        print(f"{what}: {each:.0f} a second, median {median(took):.3f} s, p95 {p95:.3f} s")
        assert p95 < LIMIT_S


def test_a_page_costs_the_same_in_a_small_academy(academy: Server) -> None:
    costs = {}
    for log_in in ("small0", "great0"):
        client = Client(academy, log_in)
        took = []
        for _ in range(60):
            began = time.perf_counter()
            client.ask("GET", "/api/students?size=20")
            took.append(time.perf_counter() - began)
        costs[log_in] = median(took)
    print(f"a page of 20: {costs['small0'] * 1e3:.1f} ms of 20, {costs['great0'] * 1e3:.1f} ms of 500")
    assert costs["great0"] < GROWTH * costs["small0"]


def test_the_head_coachs_figures_of_500_students_and_a_million_balls(academy: Server) -> None:
    client = Client(academy, "great0")
    for path in ("/api/figures?by=coach&months=12", "/api/figures?by=level&months=24"):
        took = []
        for _ in range(20):
            began = time.perf_counter()
            found = json.loads(client.ask("GET", path))
            took.append(time.perf_counter() - began)
        balls = sum(month["balls"] for month in found["lines"][0]["months"])
        print(f"{path}: {balls:,} balls, median {median(took):.3f} s, max {max(took):.3f} s")
        assert balls > 900_000
        assert median(took) < FIGURES_S
