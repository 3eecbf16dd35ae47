"""What more than one browser test does on the range view, or asks behind it."""

from __future__ import annotations

import re
import subprocess
import sys
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, expect

from tests.e2e.conftest import Server

# Till a version is published, with the phone's picks: seconds on a machine that others use too.
PUBLISHED_MS = 30_000


def on_the_range(page: Page, server: Server, name: str) -> str:
    """The range view of a student; its number."""
    page.goto(f"{server.url}/students")
    href = page.get_by_role("link", name=name).first.get_attribute("href") or ""
    student = href.split("/")[2]
    page.goto(f"{server.url}/s/{student}/range")
    page.wait_for_selector(".display")
    expect(page.locator(".centre .big")).to_be_visible()
    return student


def type_balls(page: Page, *carries: int) -> None:
    for carry in carries:
        page.keyboard.type(str(carry))
        page.keyboard.press("Enter")


def sent(page: Page, count: int) -> None:
    """So many balls of today are on the page, and none of them waits."""
    expect(page.locator("ol.balls li")).to_have_count(count)
    expect(page.locator("ol.balls li.waiting")).to_have_count(0)


def stored(page: Page, student: str) -> list[float]:
    """The carries that the server has of today."""
    return [ball["carry_yd"] for ball in asked(page, f"students/{student}/balls")]


def asked(page: Page, path: str) -> Any:
    """What the server says at an address, whatever the page has kept."""
    origin = "/".join(page.url.split("/")[:3])
    return page.request.get(f"{origin}/api/{path}").json()


_WRITE = """async ([method, path, body]) => {
  const token = /csrftoken=([^;]*)/.exec(document.cookie)?.[1];
  const answer = await fetch(`/api/${path}`, {
    method, body: JSON.stringify(body),
    headers: { "X-CSRFToken": token, "Content-Type": "application/json" },
  });
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
  return answer.json();
}"""


def written(page: Page, method: str, path: str, body: dict[str, Any]) -> Any:
    """What the server answers to what the page's coach changes."""
    return page.evaluate(_WRITE, [method, path, body])


def device_made(page: Page, name: str) -> str:
    """The token of a new device."""
    return str(written(page, "POST", "devices", {"name": name})["token"])


def monitor(server: Server, token: str, folder: Path, *options: str) -> subprocess.Popen[str]:
    """The simulated launch monitor, playing; its queue is kept in the folder."""
    command = [sys.executable, "-m", "oxgang", "monitor", "--url", server.url, "--token", token]
    return subprocess.Popen(
        [*command, "--queue", str(folder / "queue.jsonl"), *options],
        stdout=subprocess.PIPE,
        text=True,
    )


def student_named(page: Page, name: str) -> str:
    """The number of a student."""
    rows = asked(page, "students")["rows"]
    return next(str(row["id"]) for row in rows if row["name"] == name)


def open_menu(page: Page) -> None:
    """What folds out behind the coach's name: account, words, sign out."""
    page.get_by_role("button", name=re.compile(": account, help$")).click()
