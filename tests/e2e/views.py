"""Every view of the application, read off the routes: a new one is not forgotten."""

from __future__ import annotations

import re
from pathlib import Path

from playwright.sync_api import Page, expect

ROUTES = Path(__file__).parents[2] / "web/src/features"
_PATH = re.compile(r'path: "([^"]+)"')
# A page for somebody who is not signed in.
_OPEN = ("/come-in/:token",)


def all_views() -> list[str]:
    """The addresses of all views of a coach who is signed in, as the routes name them."""
    found = [
        path for file in ROUTES.glob("*/routes.ts") for path in _PATH.findall(file.read_text())
    ]
    views = sorted(path for path in found if path not in _OPEN)
    assert len(views) > 28  # the routes are where they are looked for
    return views


def address(view: str, *, student: str, group: str = "") -> str:
    """A view's address for a student and a group."""
    return view.replace(":studentId", student).replace(":groupId", group)


def come_to(page: Page, url: str) -> None:
    """Open a view and wait until it stands still: its data is there, and nothing is under way."""
    page.goto(url)
    page.wait_for_selector("main h1, main h2")
    # A group listens without an end: what is waited for is said by the page itself.
    expect(page.locator("main .waiting")).to_have_count(0, timeout=20_000)
    page.wait_for_timeout(300)


def open_everything(page: Page) -> None:
    """What is folded away is unfolded."""
    page.evaluate('() => document.querySelectorAll("details").forEach((d) => (d.open = true))')
    page.wait_for_timeout(50)
