"""On the course with a phone and no network: two touches after each ball, and what the coach sees."""

from __future__ import annotations

import re

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import Server, sign_in
from tests.e2e.steps import asked, on_the_range, until, written
from tests.e2e.test_practice import PHONE

LOG = re.compile("^Play .* and log it$")
# Where each ball finishes on the picture, as shares of it from the hole, and on what.
SHOTS = [(0.1, -0.1, "green"), (-0.05, 0.2, "green"), (0.3, 0.35, "rough")] * 4


def play(phone: Page, pin: int, right: float, short: float, finish: str) -> None:
    phone.locator(".at input").fill(str(pin))
    phone.get_by_role("button", name=LOG).tap()
    box = phone.locator(".hole").bounding_box()
    assert box
    x, y = box["x"] + box["width"] * (0.5 + right), box["y"] + box["height"] * (0.5 + short)
    phone.touchscreen.tap(x, y)
    phone.get_by_role("button", name=finish, exact=True).tap()
    expect(phone.locator(".status")).to_contain_text(f"Logged: {pin} yd")


def test_twelve_shots_without_a_network_show_in_progress_with_their_calibration(
    browser: Browser, own_server: Server
) -> None:
    page = sign_in(browser.new_page(), own_server)
    student = on_the_range(page, own_server, "Maren Okafor")
    written(page, "POST", f"students/{student}/versions", {"picks": True})
    address = written(page, "POST", f"students/{student}/links", {"days": 9})["url"]
    context = browser.new_context(viewport=PHONE, has_touch=True, is_mobile=True)
    phone = context.new_page()
    phone.goto(f"{own_server.url}/c/{address.rpartition('/')[2]}")
    phone.get_by_role("button", name="to the pin").tap()
    context.set_offline(True)

    # Nothing is logged without a place, and what was typed stands in for a touch.
    phone.get_by_role("button", name=LOG).tap()
    assert not Axe().run(phone).response["violations"]
    phone.get_by_role("button", name="green", exact=True).tap()
    expect(phone.locator(".said")).to_have_text(
        "First touch where it finished, or type how far from the hole."
    )
    phone.get_by_label("From the hole in feet").fill("400")
    phone.get_by_role("button", name="green", exact=True).tap()
    expect(phone.locator(".said")).to_have_text("400 ft is too far away.")
    phone.get_by_role("button", name="Back").tap()

    for number, (right, short, finish) in enumerate(SHOTS):
        play(phone, 44 + number, right, short, finish)
    status = phone.locator(".status")
    expect(status).to_contain_text("Logged: 55 yd, ")
    expect(status).to_contain_text("short, trail side")
    expect(status).to_contain_text("11 shots are waiting on this phone until it's online.")
    # The last one was not so.
    phone.get_by_role("button", name="Undo").tap()
    expect(status).not_to_contain_text("Logged")
    play(phone, 66, *SHOTS[0])
    context.set_offline(False)
    expect(status).not_to_contain_text("waiting")
    # The page is left: the last one goes too, and nothing goes twice.
    phone.goto("about:blank")
    phone.goto(f"{own_server.url}/c/{address.rpartition('/')[2]}")
    expect(phone.locator(".at input")).to_be_visible()
    phone.get_by_role("button", name="Progress").tap()
    expect(phone.get_by_text(re.compile("logged shots finished on the green"))).to_be_visible()

    def told() -> tuple[int, int, int]:
        every = asked(page, f"students/{student}/course")["every"]
        return every["shots"], every["judged"], every["on"]

    until(page, told, (12, 12, 9))
    context.close()

    page.goto(f"{own_server.url}/s/{student}/progress")
    page.locator("summary", has_text="On the course").click()
    expect(page.get_by_text(re.compile("9 of 12 finished on the green. The card promised"))).to_be_visible()
    expect(page.locator("tr", has_text="40 to 50").locator(".greens")).to_have_text("4 of 6")
    page.get_by_text("Latest shots").click()
    newest = page.locator("tr", has_text="66 yd")
    expect(newest).to_contain_text("green")
    newest.get_by_role("button", name="Delete").click()
    expect(page.get_by_text(re.compile("8 of 11 finished on the green"))).to_be_visible()
