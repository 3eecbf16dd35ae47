"""The first day: from an empty server to a student's card on a phone, by keyboard, counted; help,
search and the look around."""

from __future__ import annotations

import os
import re
import socket
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path

import pytest
from axe_playwright_python.sync_playwright import Axe
from oxgang.core.words.glossary import Term
from playwright.sync_api import Browser, Page, ViewportSize, expect

from tests.e2e.conftest import Server
from tests.e2e.steps import open_menu
from tests.e2e.views import still

PHONE: ViewportSize = {"width": 390, "height": 800}
# A second and a half for each key and three for each Tab's look: a hand that is not in a hurry.
SECONDS_A_KEY, SECONDS_A_TAB, SECONDS_A_BALL = 1.0, 3.0, 30.0
LIMIT_S = 600
# What is done, and with how many keys; docs/firstday.md has the same table.
COUNTED: dict[str, int] = {}


class Hands:
    """A keyboard that counts."""

    def __init__(self, page: Page) -> None:
        self.page = page
        self.keys = self.tabs = self.balls = 0
        self._before = 0

    def press(self, *keys: str) -> None:
        for key in keys:
            self.page.keyboard.press(key)
            self.keys += 1
            self.tabs += key in ("Tab", "Shift+Tab")

    def type(self, text: str) -> None:
        self.page.keyboard.type(text)
        self.keys += len(text)

    def to(self, what: str) -> None:
        """Tab until the thing that says this has the focus."""
        here = """() => {
          const e = document.activeElement;
          return `${e?.textContent ?? ""} ${e?.getAttribute("aria-label") ?? ""} ${e?.id ?? ""}`;
        }"""
        for _ in range(40):
            if re.search(what, self.page.evaluate(here)):
                return
            self.press("Tab")
        raise AssertionError(f"nothing says {what}")

    def done(self, part: str) -> None:
        COUNTED[part] = self.keys - self._before
        self._before = self.keys


@pytest.fixture
def empty(tmp_path: Path) -> Iterator[str]:
    """A server for real without any account; the address that it prints."""
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        port = s.getsockname()[1]
    data = tmp_path / "data"
    process = subprocess.Popen(
        [sys.executable, "-m", "oxgang", "serve", "--data", str(data), "--port", str(port)],
        env={**os.environ, "PYTHONUNBUFFERED": "1"},
        stdout=subprocess.PIPE,
        stderr=subprocess.DEVNULL,
        text=True,
        start_new_session=True,
    )
    assert process.stdout
    printed = ""
    while "/start#" not in printed:
        printed = process.stdout.readline()
    for _ in range(100):
        try:
            urllib.request.urlopen(f"http://127.0.0.1:{port}/healthz", timeout=1)
            break
        except OSError:
            time.sleep(0.1)
    yield printed.strip()
    os.killpg(process.pid, 9)
    process.wait()


def test_a_newcomer_has_a_card_on_a_phone_within_ten_minutes(
    empty: str, page: Page, browser: Browser
) -> None:
    hands = Hands(page)
    page.goto(empty)
    expect(page.locator("#academy")).to_be_focused()
    hands.type("Low Furlong Golf")
    hands.to("^ *name$")
    hands.type("Bryn Ashdown")
    hands.to("start-log-in")
    hands.type("bryn")
    hands.to("start-password")
    hands.type("seven-tall-oaks")
    hands.press("Enter")
    hands.done("the academy and its coach")

    page.wait_for_url("**/students/new")
    expect(page.locator("#name")).to_be_focused()
    thread = page.get_by_label("Getting started")
    expect(thread.locator("[aria-current=step]")).to_contain_text("A student")
    hands.type("Elin Marsh")
    hands.to("four by name")
    hands.press("Enter")
    hands.to("Loft of club 2")
    hands.press("ArrowDown")  # 55.5: a bent sand wedge
    page.locator("#name").focus()  # back to the top, as a hand would by Shift+Tab
    hands.press("Enter")
    hands.done("the student, the bag, the swing lengths")

    page.wait_for_url("**/range*")
    expect(thread.locator("[aria-current=step]")).to_contain_text("Five balls")
    for carry in (61, 63, 60, 62, 61):
        hands.type(str(carry))
        hands.press("Enter")
        hands.balls += 1
    expect(page.locator("ol.balls li")).to_have_count(5)
    hands.done("five balls")

    expect(thread.locator("[aria-current=step]")).to_contain_text("Confirm")
    hands.press("g", "v")
    expect(page.get_by_role("button", name=re.compile("^Confirm 5"))).to_be_visible()
    hands.press("Enter")
    page.wait_for_url("**/matrix*")
    hands.done("keep them")

    expect(thread.locator("[aria-current=step]")).to_contain_text("The card")
    hands.press("g", "c")
    # A card of one cell says what is thin about it before it is published.
    expect(page.get_by_text("Only 1 shot in use")).to_be_visible()
    hands.press("p", "Enter")
    expect(thread.locator("[aria-current=step]")).to_contain_text("On the phone")
    hands.done("the card")

    hands.to("Create link")
    hands.press("Enter")
    expect(page.get_by_alt_text("QR code of the link")).to_be_visible()
    address = page.locator(".made a").get_attribute("href") or ""
    expect(thread).to_contain_text("Your first student has a card")
    hands.done("the phone")
    assert page.locator(".thread button").count() == 1

    phone = browser.new_context(viewport=PHONE, has_touch=True, is_mobile=True)
    own = phone.new_page()
    own.goto(address)
    # It opens where there is a shot, and says its name and carry.
    expect(own.locator(".shot .name")).to_have_text("LW 9:00")
    expect(own.locator(".shot")).to_contain_text("61")
    phone.close()

    taken = hands.keys * SECONDS_A_KEY + hands.tabs * SECONDS_A_TAB + hands.balls * SECONDS_A_BALL
    assert taken < LIMIT_S, (hands.keys, hands.tabs)
    written = Path("docs/firstday.md").read_text()
    for part, keys in COUNTED.items():
        assert f"| {part} | {keys} |" in written, (part, keys)
    assert f"{sum(COUNTED.values())} keys" in written


def test_the_thread_can_be_left_skipped_and_begun_anew(empty: str, page: Page) -> None:
    page.goto(empty)
    for name, value in (("#academy", "A"), ("#name", "B"), ("#start-log-in", "bryn")):
        page.fill(name, value)
    page.fill("#start-password", "short")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("too short")
    # Nothing is typed twice.
    assert page.input_value("#academy") == "A"
    page.fill("#start-password", "seven-tall-oaks")
    page.keyboard.press("Enter")
    page.wait_for_url("**/students/new")
    thread = page.get_by_label("Getting started")
    thread.get_by_role("button", name="Skip").click()
    expect(thread.locator("[aria-current=step]")).to_contain_text("Five balls")
    thread.get_by_role("button", name="Hide these steps").click()
    expect(thread).to_have_count(0)
    # The address is good once.
    page.goto(empty)
    expect(page.get_by_text("This address doesn't start a new academy")).to_be_visible()
    page.get_by_role("link", name="Sign in").click()
    page.get_by_role("link", name="Oxgang").click()
    page.get_by_role("button", name="Open an example student").click()
    page.wait_for_url("**/matrix*")
    expect(page.locator("div.ground svg")).to_be_visible()
    page.keyboard.press("g")
    page.keyboard.press("s")
    expect(page.locator("tbody tr")).to_have_count(1)
    page.get_by_role("button", name="Delete example").click()
    expect(page.get_by_text("No students yet")).to_be_visible()
    page.get_by_role("button", name="Show me step by step").click()
    expect(thread).to_be_visible()


def test_one_key_finds_students_places_words_and_actions(signed_in: Page, server: Server) -> None:
    page = signed_in
    option = page.locator(".ant-select-item-option")

    def find(text: str) -> None:
        page.keyboard.press("/")
        page.keyboard.type(text)

    find("Odile")
    expect(option).to_have_count(1)
    page.keyboard.press("Enter")
    page.wait_for_url("**/matrix*")
    find("Go to Set-ups")
    expect(option).to_have_count(1)
    page.keyboard.press("Enter")
    page.wait_for_url("**/flight")
    find("Gap: what")
    expect(option).to_have_count(1)
    page.keyboard.press("Enter")
    page.wait_for_url("**/words?word=fallow")
    expect(page.locator("dt").first).to_have_text("Gap")
    page.go_back()
    expect(page.get_by_role("heading", name="Set-ups")).to_be_visible()
    find("show these shortcuts")
    expect(option).to_have_count(1)
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Shortcuts on this page")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("heading", name="Shortcuts on this page")).to_have_count(0)
    still(page)  # the browser gives the focus back
    find("nothing of this kind")
    expect(page.get_by_text("No match.")).to_be_visible()


def test_every_word_is_explained_and_a_hint_opens_where_it_stands(signed_in: Page, server: Server) -> None:
    page = signed_in
    page.goto(f"{server.url}/words")
    page.get_by_role("button", name=f"All {len(Term)} terms").click()
    expect(page.locator("dl:not(.keys) dt")).to_have_count(len(Term))
    axe = Axe().run(page)
    assert not axe.response["violations"], axe.generate_report()
    page.get_by_label("Search terms").fill("zzz")
    page.get_by_role("button", name="show all").click()
    expect(page.locator("dl:not(.keys) dt")).to_have_count(len(Term))
    page.goto(f"{server.url}/students")
    hint = page.locator(".hint button").first
    hint.focus()
    page.keyboard.press("Enter")
    expect(page.locator(".bubble:visible")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.locator(".bubble:visible")).to_have_count(0)


def test_the_look_around_goes_through_the_places_and_is_left_at_any_step(
    signed_in: Page, server: Server
) -> None:
    page = signed_in
    open_menu(page)
    page.get_by_role("button", name="Tour").click()
    look = page.get_by_label("Tour")
    places = ("students", "matrix", "range", "review", "gaps", "pick", "card")
    for step, place in enumerate(places, 1):
        expect(look).to_contain_text(f"{step} of {len(places)}")
        expect(page).to_have_url(re.compile(rf"/{place}(\?.*)?$"))
        page.keyboard.press("]")
    expect(look).to_have_count(0)
    open_menu(page)
    page.get_by_role("button", name="Tour").click()
    expect(look).to_contain_text("1 of 7")
    page.keyboard.press("]")
    expect(look).to_contain_text("2 of 7")
    page.keyboard.press("Escape")
    expect(look).to_have_count(0)
