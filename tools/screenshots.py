"""Takes docs/screenshots from a fresh demo academy: `make screenshots [ONLY=matrix,range]`."""

from __future__ import annotations

import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))

from tests.e2e.conftest import CHROMIUM, CHROMIUM_FLAGS, Server  # noqa: E402

OUT = ROOT / "docs" / "screenshots"
DESK, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 844}


def student(page: Page, name: str, place: str) -> None:
    """Go to a place of a student."""
    page.goto(page.url.split("/students")[0].split("/s/")[0] + "/students")
    page.wait_for_selector("table.plain")
    link = page.locator("tr.student").get_by_role("link", name=name)
    page.goto(page.url.replace("/students", "") + (link.get_attribute("href") or ""))
    page.wait_for_selector("div.ground svg")
    if place != "matrix":
        page.goto(page.url.split("?")[0].replace("/matrix", f"/{place}"))
    page.wait_for_timeout(400)


def press(page: Page, keys: str) -> None:
    """Press keys named in a string."""
    for key in keys.split():
        page.keyboard.press(key)
        page.wait_for_timeout(30)


def hit(page: Page, name: str) -> None:
    """A few balls on the range."""
    student(page, name, "range")
    press(page, "ArrowDown 4 3 Enter 4 5 Enter 3 3 f Enter 4 4 . 5 Enter 4 2 Enter 4 6 Enter 4 4")
    page.wait_for_timeout(600)


def students(page: Page) -> None:
    page.wait_for_timeout(300)


def progress(page: Page) -> None:
    student(page, "Odile Brackenshaw", "progress")
    page.wait_for_selector("figure svg[aria-label]")
    page.wait_for_timeout(600)


def course(page: Page) -> None:
    student(page, "Jory Tamblin-Voss", "progress")
    summary = page.locator("summary", has_text="On the course")
    summary.click()
    page.wait_for_selector(".track")
    summary.evaluate("part => part.scrollIntoView()")
    page.wait_for_timeout(500)


def matrix(page: Page) -> None:
    student(page, "Jory Tamblin-Voss", "matrix")
    press(page, "6 2 ArrowRight ArrowRight")
    page.wait_for_timeout(500)


def matrix_sun(page: Page) -> None:
    page.get_by_role("button", name="Outdoor").click()
    matrix(page)


def capture(page: Page) -> None:
    hit(page, "Maren Okafor")


def range_picture(page: Page) -> None:
    student(page, "Jory Tamblin-Voss", "range")
    press(page, "ArrowRight ArrowDown ArrowDown p")
    page.wait_for_selector("svg.range")
    box = page.locator("svg.range").bounding_box()
    assert box
    middle = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    for right, up in ((14, 6), (30, -28), (2, 30), (24, 12), (-6, -8), (18, 40), (40, 2)):
        page.mouse.click(middle[0] + right, middle[1] - up)
        page.wait_for_timeout(120)
        if right == 30:
            press(page, "f")
    page.wait_for_selector("ol.balls li.waiting", state="detached")
    page.wait_for_timeout(1500)


def flight(page: Page) -> None:
    student(page, "Jory Tamblin-Voss", "flight")
    page.get_by_label("compared with").check()
    page.get_by_label("Wind into the shot").fill("3")
    page.wait_for_timeout(1200)


def plan(page: Page) -> None:
    student(page, "Maren Okafor", "plan")
    press(page, "1")
    page.wait_for_timeout(600)


def review(page: Page) -> None:
    hit(page, "Maren Okafor")
    press(page, "Escape ArrowRight 6 2 Enter 6 4 Enter 6 3 Enter 4 7 Enter 6 5 Enter 6 1 Enter")
    page.wait_for_selector(".waiting", state="detached")
    press(page, "g v")
    page.wait_for_timeout(800)


def gaps(page: Page) -> None:
    student(page, "Jory Tamblin-Voss", "gaps")
    page.wait_for_selector(".gap li")
    page.locator(".gap li .word").first.click()
    page.wait_for_timeout(500)


def card(page: Page) -> str:
    """Publish, and make a link; the link's address."""
    student(page, "Jory Tamblin-Voss", "card")
    page.get_by_label("Note to the student").fill("Three heights, built this autumn.")
    # With the phone's picks it takes seconds.
    with page.expect_response(lambda answer: answer.url.endswith("/versions") and answer.ok, timeout=60_000):
        page.get_by_role("button", name="Publish").click()
    page.wait_for_selector(".pdf")
    page.get_by_role("button", name="Create link").click()
    page.wait_for_selector(".made img")
    page.wait_for_timeout(300)
    return page.locator(".made a").get_attribute("href") or ""


def played(page: Page) -> None:
    student(page, "Jory Tamblin-Voss", "shots")
    page.wait_for_selector(".columns li")
    press(page, "ArrowDown ArrowDown ArrowDown")
    page.wait_for_timeout(500)


def card_page(page: Page) -> None:
    student(page, "Jory Tamblin-Voss", "card")
    page.wait_for_selector("svg[role=img] text")
    page.wait_for_timeout(500)


def lesson(page: Page) -> None:
    student(page, "Odile Brackenshaw", "lesson")
    page.wait_for_selector(".check.at")
    press(page, "2 2 2 2 2 2 1 2 2 1 4")
    page.wait_for_timeout(900)


def practice(page: Page) -> None:
    student(page, "Maren Okafor", "practice")
    page.wait_for_selector(".forms button")
    press(page, "b r")
    page.wait_for_timeout(900)


def bays(page: Page) -> None:
    page.goto(page.url.replace("/students", "/bays"))
    for name in ("Odile Brackenshaw", "Maren Okafor", "Jory Tamblin-Voss", "Casimir Dunmoor"):
        page.locator("#bay-student").fill(name[:6])
        page.locator(".ant-select-item-option", has_text=name).wait_for()
        press(page, "Enter")
        page.locator("ol li", has_text=name).wait_for()
    page.get_by_role("button", name="Start with 4").click()
    page.wait_for_selector(".bay >> nth=3")
    page.wait_for_timeout(1500)
    press(page, "4 3 Enter 4 5 Enter Shift+Digit2 6 1 Enter Shift+Digit3 5 2 Enter f 5 6 Enter")
    press(page, "Shift+Digit4 4 8 Enter Shift+Digit2 5 9 Enter 6 2 Enter 6")
    page.wait_for_timeout(1500)


def card_phone(page: Page) -> None:
    page.goto(card(page))
    page.get_by_role("button", name="to the pin").click()
    page.get_by_text("and log it").wait_for()
    page.wait_for_timeout(300)


def pick(page: Page) -> None:
    student(page, "Jory Tamblin-Voss", "pick")
    page.wait_for_selector(".answer h2")
    press(page, "5 2 Enter f f t")
    page.wait_for_selector(".answer h2")
    page.wait_for_timeout(1200)


def chart(page: Page) -> None:
    student(page, "Maren Okafor", "chart")
    page.get_by_label("Measured by").fill("Ilse, laser")
    page.locator('[data-at="0-0"]').focus()
    for number in ("", "30", "41", "52", "", "", "", "36", "48", "59", "", "", "", "42", "50-54", "66"):
        page.keyboard.type(number)
        page.keyboard.press("Enter")


SHOTS: dict[str, tuple[Callable[[Page], None], dict[str, int]]] = {
    "students": (students, DESK),
    "progress": (progress, DESK),
    "course": (course, DESK),
    "matrix": (matrix, DESK),
    "matrix-sun": (matrix_sun, DESK),
    "plan": (plan, DESK),
    "range": (capture, DESK),
    "review": (review, DESK),
    "range-picture": (range_picture, DESK),
    "gaps": (gaps, DESK),
    "played": (played, DESK),
    "pick": (pick, DESK),
    "card": (card_page, DESK),
    "card-phone": (card_phone, PHONE),
    "lesson": (lesson, DESK),
    "practice": (practice, DESK),
    "bays": (bays, DESK),
    "flight": (flight, DESK),
    "chart": (chart, DESK),
}


def take(browser: Browser, server: Server, name: str) -> None:
    """One picture, in a context of its own."""
    act, size = SHOTS[name]
    context = browser.new_context(viewport={"width": size["width"], "height": size["height"]})
    page = context.new_page()
    page.goto(server.url)
    page.fill("#log-in", "ilse")
    page.fill("#password", "fallow-ground")
    page.keyboard.press("Enter")
    page.wait_for_selector("table.plain")
    act(page)
    page.screenshot(path=OUT / f"{name}.png")
    context.close()


def main() -> None:
    """Take the pictures named on the command line, or all."""
    wanted = sys.argv[1].split(",") if len(sys.argv) > 1 and sys.argv[1] else list(SHOTS)
    OUT.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        server = Server(Path(folder))
        server.start()
        try:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
            for name in wanted:
                take(browser, server, name)
        finally:
            server.kill()


if __name__ == "__main__":
    main()
