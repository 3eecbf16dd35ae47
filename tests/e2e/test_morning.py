"""A coach's morning in a real browser: who is due, why, the check-up, the review, the new card."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.e2e.conftest import Server, sign_in

NAME = "Casimir Dunmoor"


def hit_the_plan(page: Page) -> list[str]:
    """Hit every ball of the plan near the number that the view expects; the cells that were hit."""
    hit = []
    off = (0, 2, -1, 1, -2)
    ball = 0
    rows = page.locator(".plan li")
    for row in range(rows.count()):
        rows.nth(row).click()
        name = page.locator("h1").inner_text()
        expect(page.locator(".big")).to_be_visible()
        number = float(page.locator(".big").first.inner_text())
        for _ in range(3):
            carry = round(number + off[ball % len(off)])
            page.keyboard.type(str(carry))
            page.keyboard.press("Enter")
            ball += 1
        hit.append(name)
    page.wait_for_selector(".waiting", state="detached")
    return hit


def test_the_one_back_from_the_winter_is_first_and_fifteen_balls_settle_it(
    page: Page, own_server: Server
) -> None:
    sign_in(page, own_server)
    first = page.locator("tr.student").first
    expect(first).to_contain_text(NAME)
    expect(first).to_contain_text("New 54 since")
    expect(first).to_contain_text("Back from a break")
    expect(first).to_contain_text("settles all")
    page.keyboard.press("c")
    page.wait_for_url("**/range*")
    expect(page.get_by_text("15 balls left")).to_be_visible()
    cells = hit_the_plan(page)
    assert any(name.startswith("54 ") for name in cells), cells
    page.keyboard.press("g")
    page.keyboard.press("v")
    expect(page.get_by_role("heading", name="Review")).to_be_visible()
    expect(page.locator(".verdict")).to_be_visible()
    page.keyboard.press("Enter")
    page.wait_for_url("**/matrix")
    page.keyboard.press("g")
    page.keyboard.press("c")
    page.get_by_role("button", name="Publish a version").click()
    expect(page.get_by_text("v2", exact=True).first).to_be_visible()
    page.keyboard.press("g")
    page.keyboard.press("s")
    row = page.locator("tr.student").filter(has_text=NAME)
    expect(row).to_contain_text("Every number holds")
    expect(row).to_contain_text("card today")
    expect(page.locator("tr.student").first).not_to_contain_text(NAME)
