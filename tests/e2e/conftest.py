"""A real server with the demo academy, and a browser that is signed in."""

from __future__ import annotations

import os
import shutil
import socket
import subprocess
import sys
import time
import urllib.request
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

# A state is waited for as long as a busy machine may take: no test depends on its speed.
PATIENCE_MS = 120_000
expect.set_options(timeout=PATIENCE_MS)
# The same browser without windows of its own: a tenth less to do.
CHROMIUM = shutil.which("chromium-headless-shell") or shutil.which("chromium")

CHROMIUM_FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
]


class Server:
    """`oxgang demo` as a user starts it; it can be killed and started again on its data."""

    def __init__(self, data: Path) -> None:
        self.data = data
        with socket.socket() as s:
            s.bind(("127.0.0.1", 0))
            self.port: int = s.getsockname()[1]
        self.url = f"http://127.0.0.1:{self.port}"
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        command = [sys.executable, "-m", "oxgang", "demo", "--data", str(self.data)]
        self.process = subprocess.Popen(
            [*command, "--port", str(self.port)],
            env={**os.environ, "OXGANG_MODE": "demo"},
            stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL,
            start_new_session=True,
        )
        while self.process.poll() is None:
            try:
                urllib.request.urlopen(f"{self.url}/api/words", timeout=20)
            except OSError:
                time.sleep(0.1)
            else:
                return
        raise RuntimeError("the demo server did not start")

    def kill(self) -> None:
        """SIGKILL to the server and its workers: no goodbye."""
        if self.process:
            os.killpg(self.process.pid, 9)
            self.process.wait()
            self.process = None


@pytest.fixture(scope="session")
def server(academy: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    server = Server(shutil.copytree(academy, tmp_path_factory.mktemp("demo") / "data"))
    server.start()
    yield server
    server.kill()


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args: dict[str, Any]) -> dict[str, Any]:
    return {
        **browser_type_launch_args,
        "executable_path": CHROMIUM,
        "args": CHROMIUM_FLAGS,
    }


@pytest.fixture(scope="session", autouse=True)
def _patient(browser: Browser) -> None:
    browser.on("context", lambda context: context.set_default_timeout(PATIENCE_MS))


@pytest.fixture(scope="session")
def browser_context_args(browser_context_args: dict[str, Any]) -> dict[str, Any]:
    return {**browser_context_args, "viewport": {"width": 1280, "height": 800}}


@pytest.fixture(scope="module")
def own_server(academy: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    """A server with demo data that no other module has touched."""
    server = Server(shutil.copytree(academy, tmp_path_factory.mktemp("own") / "data"))
    server.start()
    yield server
    server.kill()


@pytest.fixture
def tablet(browser: Browser) -> Iterator[BrowserContext]:
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    yield context
    context.close()


def sign_in(page: Page, server: Server, log_in: str = "ilse") -> Page:
    """The list of students, once somebody has signed in. The form itself has tests of its own."""
    account = f"{server.url}/api/account"
    token = page.request.get(account).json()["csrf"]
    answer = page.request.post(
        account,
        data={"log_in": log_in, "password": "fallow-ground"},
        headers={"X-CSRFToken": token},
    )
    assert answer.ok, answer.text()
    page.goto(f"{server.url}/students")
    page.wait_for_selector("table.plain")
    return page


@pytest.fixture
def signed_in(page: Page, server: Server) -> Page:
    return sign_in(page, server)


@pytest.fixture
def press(page: Page) -> Callable[[str], None]:
    """Press keys named in a string, separated by spaces."""

    def press(keys: str) -> None:
        for key in keys.split():
            page.keyboard.press(key)

    return press
