"""A session on the range for real: no network, killed servers, two tablets, a wrong clock."""

from __future__ import annotations

import http.cookiejar
import json
import random
import re
import shutil
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import Server
from tests.e2e.steps import kept_for_later
from tests.e2e.views import still
from tests.tiers import ALL

Press = Callable[[str], None]


class Tablet:
    """What the outbox of the page does, without a page: send until acknowledged, in order."""

    def __init__(self, server: Server) -> None:
        self.server = server
        self.jar = http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self.call("GET", "/api/account")
        self.call("POST", "/api/account", {"log_in": "ilse", "password": "fallow-ground"})

    def call(self, method: str, path: str, body: Any = None) -> Any:
        token = next((c.value for c in self.jar if c.name == "csrftoken"), "") or ""
        request = urllib.request.Request(
            self.server.url + path,
            data=None if body is None else json.dumps(body).encode(),
            method=method,
            headers={"Content-Type": "application/json", "X-CSRFToken": token},
        )
        with self.opener.open(request, timeout=10) as answer:
            return json.load(answer)

    def until_acknowledged(self, path: str, body: Any) -> int:
        """Send again until the server says so. How often it was sent."""
        for tries in range(1, 400):
            try:
                self.call("PUT", path, body)
            except (urllib.error.URLError, OSError, http.client.HTTPException):
                time.sleep(0.1)
            else:
                return tries
        raise AssertionError("never acknowledged")


KILLS = 20 if ALL else 3


def test_a_server_killed_between_any_two_balls_loses_and_doubles_none(academy: Path, tmp_path: Path) -> None:
    server = Server(shutil.copytree(academy, tmp_path / "data"))
    server.start()
    try:
        tablet = Tablet(server)
        rows = tablet.call("GET", "/api/students")["rows"]
        student = next(r for r in rows if r["name"] == "Casimir Dunmoor")["id"]
        club = tablet.call("GET", f"/api/students/{student}")["clubs"][0]["id"]

        def killer() -> None:
            chance = random.Random(7)
            for _ in range(KILLS):
                time.sleep(chance.uniform(0.2, 0.8))
                server.kill()
                server.start()

        murders = threading.Thread(target=killer)
        murders.start()
        now = datetime.now(UTC)
        balls = tries = 0
        while murders.is_alive():
            moment = (now + timedelta(milliseconds=balls - 5000)).isoformat()
            body = {"uid": f"run-{balls:04d}", "hit_at": moment, "club_id": club, "swing": "half"}
            body |= {"carry_yd": 40 + balls % 7}
            tries += tablet.until_acknowledged(f"/api/students/{student}/balls", body)
            balls += 1
        assert tries > balls  # it was killed in the middle of something
        stored = tablet.call("GET", f"/api/students/{student}/balls")
        assert [ball["uid"] for ball in stored] == [f"run-{i:04d}" for i in range(balls)]
    finally:
        server.kill()


def on_the_range(page: Page, name: str) -> None:
    page.get_by_role("link", name=name).click()
    page.wait_for_selector("div.ground svg")
    page.keyboard.press("g")
    page.keyboard.press("r")
    page.wait_for_selector(".display")
    expect(page.locator(".centre .big")).to_be_visible()
    still(page)


def test_the_session_goes_on_without_a_network_and_through_a_reload(signed_in: Page, press: Press) -> None:
    page = signed_in
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    page.reload()  # the service worker has the page from here on
    page.wait_for_selector("table.plain")
    on_the_range(page, "Wren Ashcombe")
    press("2 1 Enter")
    expect(page.locator("li.waiting")).to_have_count(0)
    kept_for_later(page)
    page.context.set_offline(True)
    press("2 2 Enter 2 3 Enter 1 2 f Enter")
    expect(page.locator("ol.balls li")).to_have_count(4)
    expect(page.get_by_text("3 balls to send")).to_be_visible()
    page.reload()
    page.wait_for_selector(".display")
    expect(page.locator("ol.balls li")).to_have_count(4)
    press("2 4 Enter")
    expect(page.get_by_text("4 balls to send")).to_be_visible()
    page.context.set_offline(False)
    expect(page.get_by_text(re.compile("balls? to send"))).to_be_hidden()
    page.reload()
    expect(page.locator("ol.balls li")).to_have_count(5)
    expect(page.locator("ol.balls li").first).to_contain_text("24")  # in the order hit


def test_two_tablets_on_one_session_merge_with_a_clock_ten_minutes_wrong(
    browser: Browser, server: Server
) -> None:
    pages = []
    for wrong in (0, 10):
        context = browser.new_context(viewport={"width": 1024, "height": 768})
        page = context.new_page()
        if wrong:
            page.clock.install(time=datetime.now() + timedelta(minutes=wrong))  # noqa: DTZ005
        page.goto(server.url)
        page.fill("#log-in", "tobin")
        page.fill("#password", "fallow-ground")
        page.keyboard.press("Enter")
        page.wait_for_selector("table.plain")
        on_the_range(page, "Odile Brackenshaw")
        pages.append(page)
    for page, digits in zip(pages, ("31", "32"), strict=True):
        for digit in digits:
            page.get_by_role("button", name=digit, exact=True).click()  # by touch
        page.get_by_role("button", name="Log ball").click()
    for page in pages:
        expect(page.locator("ol.balls li")).to_have_count(2)
        expect(page.locator("ol.balls")).to_contain_text("31")
        expect(page.locator("ol.balls")).to_contain_text("32")
        page.context.close()


def test_the_beginners_first_map_to_a_reviewed_matrix(signed_in: Page, press: Press) -> None:
    """docs/range.md counts these keys."""
    page = signed_in
    page.get_by_role("link", name="Odile Brackenshaw").click()
    page.wait_for_selector("div.ground svg")
    waiting = page.locator(".waiting-review")
    press("g p")
    page.wait_for_selector(".protocol")
    press("2")
    expect(page.get_by_role("heading", name="first map")).to_be_visible()
    page.get_by_label("Balls", exact=True).fill("15")
    page.get_by_role("heading", name="first map").click()
    press("2")
    expect(page.get_by_text("15 balls, 3 shots")).to_be_visible()
    press("Enter")
    page.wait_for_selector(".plan")
    still(page)
    started = page.locator("ol.balls li").count()
    for carries in (("28", "30", "29", "27", "31"), ("33", "35", "34", "32", "36")):
        for carry in carries:
            press(" ".join(carry) + " Enter")
        press("n")
    for carry in ("40", "41", "39", "42", "31"):
        press(" ".join(carry) + " Enter")
    press("f")
    expect(page.locator("ol.balls li")).to_have_count(started + 15)
    expect(page.locator(".plan .top")).to_contain_text("done")
    expect(page.locator(".waiting")).to_have_count(0)
    press("g v")
    expect(page.get_by_role("heading", name="Shots hit")).to_be_visible()
    press("Enter")
    page.wait_for_selector(".ground .furrow.measured")
    expect(waiting).to_have_count(0)


def test_a_yardage_is_looked_up_anywhere_and_a_gap_goes_into_the_plan(signed_in: Page, press: Press) -> None:
    page = signed_in
    page.get_by_role("link", name="Jory Tamblin-Voss").click()
    page.wait_for_selector(".ground .furrow")
    press("g t")
    page.get_by_role("link", name="Gaps").click()
    page.wait_for_selector(".gap li")
    press("y 6 8")
    dialog = page.get_by_role("dialog", name="Look up a distance")
    expect(dialog.locator("li").first).to_contain_text("on the green")
    dialog.locator("select").nth(1).select_option("carry")
    expect(dialog.locator("li").first).to_contain_text("carries 6")
    before = dialog.locator("li").first.inner_text()
    page.get_by_label("Headwind").fill("9")
    expect(dialog.locator("li").first).not_to_have_text(before)
    press("Escape")
    expect(dialog).to_be_hidden()
    words = page.locator(".gap li .word").first.inner_text()
    page.locator(".gap li").first.hover()
    expect(page.locator(".furrow.fill")).to_have_count(1)
    page.locator(".gap li").first.get_by_role("button", name="Plan ").click()
    expect(page.get_by_role("status")).to_contain_text(words)
    press("g p")
    expect(page.locator("table.plain tbody tr")).to_have_count(1)


def test_the_phone_card_opens_without_a_log_in_and_without_a_network(
    signed_in: Page, browser: Browser
) -> None:
    page = signed_in
    href = page.get_by_role("link", name="Henrike Sandvoll").get_attribute("href") or ""
    page.goto(page.url.replace("/students", href.replace("/matrix", "/card")))
    page.get_by_label("Note to the student").fill("For the autumn.")
    page.get_by_role("button", name="Publish").click()
    expect(page.get_by_text("Open the PDF")).to_be_visible()
    page.get_by_role("button", name="Create link").click()
    expect(page.get_by_alt_text("QR code of the link")).to_be_visible()
    address = page.locator(".made a").get_attribute("href") or ""
    phone = browser.new_context(viewport={"width": 390, "height": 844})
    card = phone.new_page()
    sizes: list[int] = []
    card.on("response", lambda r: sizes.append(len(r.body())))
    card.goto(address)
    expect(card.get_by_role("heading", name="Henrike Sandvoll")).to_be_visible()
    expect(card.locator(".at")).to_contain_text("m")
    # With the academy's own faces, two of them, and the games of the student's own place.
    assert 0 < sum(sizes) < 150_000
    at = card.get_by_label("Distance in metres")
    at.fill("32")
    expect(card.locator(".shot")).to_contain_text("AW hip")
    expect(card.locator(".shot")).to_contain_text("Hands to hip")
    card.get_by_role("button", name="+5").click()
    expect(at).to_have_value("37")
    expect(card.locator(".shot .name")).to_have_text("PW hip")
    at.fill("88")
    expect(card.locator(".shot")).to_contain_text("Nearest:")
    card.evaluate("navigator.serviceWorker.ready.then(() => true)")
    card.reload()
    expect(card.locator(".shot")).to_be_visible()
    kept_for_later(card)
    phone.set_offline(True)
    card.reload()
    expect(card.locator(".shot")).to_be_visible()
    assert card.evaluate("document.fonts.check('700 16px \"Bitter Variable\"')")
    # The pick needs no network either.
    card.get_by_role("button", name="to the pin").click()
    at.fill("48")
    expect(card.locator(".shot")).to_contain_text("of 10 finish on the green")
    calm = card.locator(".shot").inner_text()
    card.get_by_role("button", name="into", exact=True).click()
    card.get_by_role("button", name="rough, down").click()
    expect(card.get_by_role("button", name="rough, down")).to_have_attribute("aria-pressed", "true")
    expect(card.locator(".shot")).not_to_have_text(calm)
    phone.set_offline(False)
    page.locator("summary", has_text="link").click()
    page.get_by_role("button", name="Turn off").click()
    expect(page.get_by_role("button", name="Turn off")).to_have_count(0)
    card.reload()
    expect(card.get_by_text("This link has ended")).to_be_visible()
    # Nothing of the student is left on the phone.
    assert card.evaluate("Object.keys(localStorage).filter((name) => name.startsWith('/c/'))") == []
    phone.close()
