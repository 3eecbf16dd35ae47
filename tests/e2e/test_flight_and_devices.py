"""A gate dragged in the picture, a net session, and a launch monitor heard live."""

from __future__ import annotations

import re
import time
from collections.abc import Callable
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import Server
from tests.e2e.steps import monitor, soon
from tests.e2e.views import still

Press = Callable[[str], None]


def open_student(page: Page, name: str, place: str) -> None:
    href = page.get_by_role("link", name=name).get_attribute("href") or ""
    page.goto(page.url.replace("/students", href.replace("/matrix", f"/{place}")))


def test_a_gate_is_dragged_until_only_the_high_ball_clears_it(signed_in: Page) -> None:
    page = signed_in
    open_student(page, "Jory Tamblin-Voss", "flight")
    near = page.get_by_role("application")
    expect(near).to_be_visible()
    row = page.get_by_role("row", name=re.compile("At the gate"))
    expect(row.get_by_role("cell").nth(1)).to_contain_text("clears by")
    box = near.bounding_box()
    handle = page.locator(".gate circle").bounding_box()
    assert box
    assert handle
    page.mouse.move(handle["x"] + 7, handle["y"] + 7)
    page.mouse.down()
    page.mouse.move(handle["x"] + 7, handle["y"] - 20, steps=5)
    page.mouse.up()
    expect(row.get_by_role("cell").nth(0)).to_contain_text("under by")
    expect(row.get_by_role("cell").nth(1)).to_contain_text("under by")
    expect(row.get_by_role("cell").nth(2)).to_contain_text("clears by")
    # A recipe that is kept is there after a reload; the picture follows the slider.
    lean = page.get_by_label("Shaft lean, low")
    lean.fill("16.5")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_role("status")).to_have_text("Saved.")
    page.reload()
    expect(page.get_by_label("Shaft lean, low")).to_have_value("16.5")


def test_a_net_session_by_keyboard_gives_launches(signed_in: Page, press: Press) -> None:
    page = signed_in
    open_student(page, "Jory Tamblin-Voss", "net")
    expect(page.get_by_text("Launch at a ball speed of")).to_be_visible()
    press("0 Enter 9 0 Enter - 6 0 Enter")
    expect(page.get_by_role("heading", name="1 of 3 in window")).to_be_visible()
    expect(page.locator("aside li").first).to_contain_text("too low")
    press("u")
    expect(page.get_by_role("heading", name="1 of 2 in window")).to_be_visible()


@pytest.mark.timing
def test_balls_of_a_monitor_arrive_within_a_second_and_once(
    signed_in: Page, server: Server, tmp_path: Path
) -> None:
    page = signed_in
    page.goto(f"{server.url}/devices")
    page.get_by_label("Name").fill("Bay 3")
    page.keyboard.press("Enter")
    token = page.locator(".token code").first.inner_text()
    page.goto(f"{server.url}/students")
    open_student(page, "Henrike Sandvoll", "range")
    page.wait_for_selector(".display")
    expect(page.locator(".centre .big")).to_be_visible()
    still(page)
    page.get_by_label("Launch monitor").select_option(label="Bay 3")
    expect(page.get_by_text("Connected.")).to_be_visible()
    balls = page.locator("ol.balls li")

    def from_sent_to_shown() -> float:
        shown = balls.count()
        playing = monitor(server, token, tmp_path, "--balls", "1", "--seed", str(shown))
        assert playing.stdout
        assert "sent 1 new" in playing.stdout.readline()
        sent = time.monotonic()
        expect(balls.nth(shown)).to_be_visible()
        took = time.monotonic() - sent
        playing.communicate()
        return took * 1000

    soon(page, 1000, from_sent_to_shown)
    before = balls.count()
    faults = ("--faults", "duplicate,out-of-order")
    monitor(server, token, tmp_path, "--balls", "8", "--rate", "600", *faults).communicate()
    expect(balls).to_have_count(before + 8)
    expect(page.locator(".waiting")).to_have_count(0)
    page.reload()
    expect(balls).to_have_count(before + 8)
