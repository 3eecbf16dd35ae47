"""Every view of the application, read off the routes: a new one is not forgotten."""

from __future__ import annotations

import re
from pathlib import Path

from playwright.sync_api import Page, expect

ROUTES = Path(__file__).parents[2] / "web/src/features"
_PATH = re.compile(r'path: "([^"]+)"')
# A page for somebody who is not signed in.
_OPEN = ("/come-in/:token?", "/start/:code?")


def all_views() -> list[str]:
    """The addresses of all views of a coach who is signed in, as the routes name them."""
    found = [path for file in ROUTES.glob("*/routes.ts") for path in _PATH.findall(file.read_text())]
    views = sorted(path for path in found if path not in _OPEN)
    assert len(views) > 28  # the routes are where they are looked for
    return views


def address(view: str, *, student: str, group: str = "") -> str:
    """A view's address for a student and a group."""
    return view.replace(":studentId", student).replace(":groupId", group)


# What can be read on a page, or heard. Where units are chosen, all of them are named.
_SAID = """() => {
  for (const e of document.querySelectorAll("[data-units]")) e.remove();
  const said = document.body.innerText.split("\\n");
  for (const e of document.querySelectorAll("*"))
    for (const name of ["aria-label", "title", "placeholder", "aria-valuetext", "alt"])
      if (e.getAttribute(name)) said.push(e.getAttribute(name));
  for (const e of document.querySelectorAll("svg text, svg title")) said.push(e.textContent);
  return said;
}"""
# Nothing of the page has changed for some frames, and its fonts are there.
_STILL = """(frames) => new Promise((done) => {
  let quiet = 0;
  const changes = new MutationObserver(() => (quiet = 0));
  changes.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
  const frame = () => {
    quiet += 1;
    if (quiet <= frames || document.fonts.status !== "loaded") return requestAnimationFrame(frame);
    changes.disconnect();
    done();
  };
  requestAnimationFrame(frame);
})"""


def still(page: Page, frames: int = 8) -> None:
    """Wait until the page stands still."""
    page.evaluate(_STILL, frames)


# Goes where a link of the application would go: the page is not loaded anew.
_GO = """(path) => {
  if (path === location.pathname + location.search) return;
  for (const part of document.querySelectorAll("main > *")) part.dataset.before = "";
  history.pushState(null, "", path);
  dispatchEvent(new PopStateEvent("popstate"));
}"""


def come_to(page: Page, url: str) -> None:
    """Open a view and wait until it stands still: its data is there, and nothing is under way."""
    page.goto(url)
    _arrived(page)


def go_on_to(page: Page, path: str) -> None:
    """The same from another view of the application, in a third of the time."""
    page.evaluate(_GO, path)
    expect(page.locator("main > [data-before]")).to_have_count(0)
    _arrived(page)


def _arrived(page: Page) -> None:
    page.wait_for_selector("main h1, main h2")
    # A group listens without an end: what is waited for is said by the page itself.
    expect(page.locator("main .waiting")).to_have_count(0)
    still(page)


def open_everything(page: Page) -> None:
    """What is folded away is unfolded."""
    page.evaluate('() => document.querySelectorAll("details").forEach((d) => (d.open = true))')
    still(page)


def in_other_units(page: Page, other: re.Pattern[str]) -> list[str]:
    """What a page says, or has read out, in units that the student does not use."""
    return [line for line in page.evaluate(_SAID) if other.search(line)]
