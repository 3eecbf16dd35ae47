"""What a coach saw is what he reads: the quiet question by keyboard, reasons that add up."""

from __future__ import annotations

import re

from playwright.sync_api import BrowserContext, expect

from tests.e2e.conftest import Server, sign_in
from tests.e2e.steps import asked, on_the_range, sent, type_balls


def test_a_ball_far_out_is_answered_by_one_key(tablet: BrowserContext, own_server: Server) -> None:
    page = sign_in(tablet.new_page(), own_server)
    student = on_the_range(page, own_server, "Maren Okafor")
    usual = round(float(page.locator(".centre .big").inner_text()))
    type_balls(page, usual)
    sent(page, 1)
    expect(page.locator(".ask")).to_have_count(0)
    type_balls(page, usual - 18)
    expect(page.locator(".ask")).to_contain_text("short of the usual")
    page.keyboard.press("m")
    expect(page.locator(".ask")).to_have_count(0)
    expect(page.locator(".announcement")).to_contain_text("Last ball: fat.")
    sent(page, 2)
    balls = asked(page, f"students/{student}/balls")
    assert [ball["strike"] for ball in balls] == ["solid", "fat"]
    # Far past it: the coach types on, and is not asked about that ball again.
    type_balls(page, usual + 16)
    expect(page.locator(".ask")).to_contain_text("past the usual")
    type_balls(page, usual)
    sent(page, 4)
    expect(page.locator(".ask")).to_have_count(0)


def test_the_parts_of_why_add_up_as_shown_and_trims_say_their_basis(
    tablet: BrowserContext, own_server: Server
) -> None:
    page = sign_in(tablet.new_page(), own_server)
    on_the_range(page, own_server, "Maren Okafor")
    page.get_by_role("link", name="Matrix").click()
    page.get_by_role("button", name=re.compile(r"^56 9:00 stock")).click()
    panel = page.locator("aside .cell")
    expect(panel.get_by_role("heading", name=re.compile(r"^Why \d"))).to_be_visible()
    shown = [text.replace("−", "-") for text in panel.locator("dd").all_inner_texts()]
    *parts, total = [float(text) for text in shown]
    assert round(sum(parts), 1) == total
    expect(panel).to_contain_text("Adjustments, by the rule of thumb")
    expect(panel).to_contain_text(re.compile(r"Runs \d+ ± \d+"))
