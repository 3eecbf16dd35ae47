"""Landings by touch: one finger at 390 px, a dead network, a second tab, a coach's own range."""

from __future__ import annotations

import pytest
from playwright.sync_api import Browser, BrowserContext, Locator, Page, ViewportSize, expect

from tests.e2e.conftest import Server, sign_in
from tests.e2e.steps import asked, on_the_range, sent, soon

JORY = "Jory Tamblin-Voss"


def picture_of(page: Page, *, by_key: bool = False) -> Locator:
    if by_key:
        page.keyboard.press("p")
    else:
        page.get_by_role("button", name="Touch the landing").click()
    picture = page.locator("svg.range")
    expect(picture).to_be_visible()
    return picture


def touch(page: Page, picture: Locator, right: float, up: float) -> None:
    """A tap so many pixels from the middle of the picture."""
    box = picture.bounding_box()
    assert box
    page.touchscreen.tap(box["x"] + box["width"] / 2 + right, box["y"] + box["height"] / 2 - up)


@pytest.mark.parametrize(("name", "width", "height"), [(JORY, 390, 844), ("Maren Okafor", 1024, 768)])
def test_twenty_balls_by_touch_on_a_phone_and_a_tablet_without_a_network(
    browser: Browser, own_server: Server, name: str, width: int, height: int
) -> None:
    size = ViewportSize(width=width, height=height)
    phone = browser.new_context(viewport=size, has_touch=True, is_mobile=True)
    page = sign_in(phone.new_page(), own_server)
    student = on_the_range(page, own_server, name)
    picture = picture_of(page)
    phone.set_offline(True)
    for i in range(20):
        touch(page, picture, 3 * (i - 10), 2 * (i % 7))
    page.get_by_role("radio", name="fat").click()
    expect(page.locator("svg.range .dot")).to_have_count(20)
    expect(page.locator("svg.range .mishit")).to_have_count(1)
    expect(page.locator("ol.balls li.waiting")).to_have_count(20)
    phone.set_offline(False)
    sent(page, 20)
    balls = asked(page, f"students/{student}/balls")
    assert {ball["extra"]["read"] for ball in balls} == {"touch"}
    assert [ball["strike"] for ball in balls][-2:] == ["solid", "fat"]
    # Three pixels farther to the right each: so are the sides, and the dots of another tab.
    sides = [ball["offline_yd"] for ball in balls]
    assert sides == sorted(sides)
    assert sides[0] < -1 < 1 < sides[-1]
    tab = phone.new_page()
    tab.goto(page.url)
    expect(tab.locator("svg.range .dot")).to_have_count(20)
    phone.close()


def test_a_touch_shows_its_dot_at_once_among_four_hundred(tablet: BrowserContext, own_server: Server) -> None:
    page = sign_in(tablet.new_page(), own_server)
    student = on_the_range(page, own_server, "Casimir Dunmoor")
    picture = picture_of(page, by_key=True)
    picture.click()
    sent(page, 1)
    (one,) = asked(page, f"students/{student}/balls")
    many = [
        {**one, "uid": f"many-{i}", "carry_yd": 30 + i / 10, "offline_yd": i % 17 - 8} for i in range(400)
    ]
    page.route("**/api/students/*/balls", lambda route: route.fulfill(json=many))
    page.reload()
    expect(page.locator("svg.range .dot")).to_have_count(400)
    watch = """() => {
      const picture = document.querySelector("svg.range");
      const dots = () => picture.querySelectorAll(".dot").length;
      const before = dots();
      window.shown = new Promise((done) => {
        picture.addEventListener("pointerup", () => {
          const began = performance.now();
          new MutationObserver((_, seer) => {
            if (dots() === before) return;
            seer.disconnect();
            requestAnimationFrame(() => done(performance.now() - began));
          }).observe(picture, { childList: true, subtree: true });
        }, { once: true, capture: true });
      });
    }"""

    def took() -> float:
        page.evaluate(watch)
        box = picture.bounding_box()
        assert box
        page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] / 3)
        return float(page.evaluate("() => window.shown"))

    soon(page, 100, took)


def test_a_coach_draws_the_own_range_and_hits_on_it_with_keys_alone(
    tablet: BrowserContext, own_server: Server
) -> None:
    page = sign_in(tablet.new_page(), own_server)
    page.goto(f"{own_server.url}/settings?tab=range")
    page.get_by_label("Range picture", exact=True).select_option(label="new range picture")
    page.locator(".ranges").get_by_label("Name", exact=True).fill("Low field")
    page.get_by_role("button", name="Add target").click()
    for row, yards in enumerate(("40", "60", "400"), start=1):
        page.get_by_label(f"Distance of target {row}").fill(yards)
        if yards != "400":
            page.keyboard.press("Enter")
    page.get_by_role("button", name="Save range picture").click()
    expect(page.get_by_text('"400 yd" is 400 yd away')).to_be_visible()
    page.get_by_label("Distance of target 3").fill("80")
    page.get_by_role("button", name="Save range picture").click()
    expect(page.get_by_text("Saved Low field.")).to_be_visible()

    on_the_range(page, own_server, "Wren Ashcombe")
    page.keyboard.press("p")
    page.locator("svg.range").focus()
    page.get_by_label("Range picture", exact=True).select_option(label="Low field")
    page.locator("svg.range").focus()
    for key in ("ArrowUp", "ArrowUp", "ArrowRight", "Enter"):
        page.keyboard.press(key)
    sent(page, 1)
    expect(page.locator("svg.range .dot")).to_have_count(1)
    # Digits go on being typed, and Enter logs them.
    page.locator("svg.range").blur()
    for key in ("4", "1", "Enter"):
        page.keyboard.press(key)
    sent(page, 2)
