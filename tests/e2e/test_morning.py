"""A coach's morning in a real browser: who is due, why, the check-up, the review, the new card."""

from __future__ import annotations

import re

from playwright.sync_api import Browser, Page, expect

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


def open_student(page: Page, name: str) -> None:
    page.get_by_role("link", name=name).click()
    page.wait_for_selector("div.ground svg")


def test_the_one_back_from_the_winter_is_first_and_fifteen_balls_settle_it(
    page: Page, own_server: Server
) -> None:
    sign_in(page, own_server)
    first = page.locator("tr.student").first
    expect(first).to_contain_text(NAME)
    expect(first).to_contain_text("New 54 since")
    expect(first).to_contain_text("Back from a break")
    page.keyboard.press("c")
    page.wait_for_url("**/range*")
    expect(page.get_by_text("15 balls left")).to_be_visible()
    cells = hit_the_plan(page)
    assert any(name.startswith("54 ") for name in cells), cells
    page.keyboard.press("g")
    page.keyboard.press("v")
    expect(page.get_by_role("heading", name="Confirm")).to_be_visible()
    expect(page.locator(".verdict")).to_be_visible()
    page.keyboard.press("Enter")
    page.wait_for_url("**/matrix")
    page.keyboard.press("g")
    page.keyboard.press("c")
    page.get_by_role("button", name="Publish").click()
    expect(page.get_by_role("heading", name="Publish version 3")).to_be_visible()
    page.keyboard.press("g")
    page.keyboard.press("s")
    row = page.locator("tr.student").filter(has_text=NAME)
    # The full swing of the least lofted is at the edge of what so few balls settle.
    expect(row).to_contain_text(re.compile("All carries confirmed|carries? over ±"))
    expect(row).not_to_contain_text("Back from a break")
    expect(page.locator("tr.student").first).not_to_contain_text(NAME)


def test_a_creeping_student_is_started_anew_from_a_day(page: Page, own_server: Server) -> None:
    """Ten balls well beyond the numbers: the review says what moved; one press starts them anew."""
    sign_in(page, own_server)
    open_student(page, "Jory Tamblin-Voss")
    page.keyboard.press("g")
    page.keyboard.press("r")
    expect(page.locator(".picker table")).to_be_visible()
    for key in ("ArrowRight", "ArrowDown", "ArrowRight"):
        page.keyboard.press(key)
        expect(page.locator(".big").first).to_be_visible()
        number = float(page.locator(".big").first.inner_text())
        for off in (0, 1, -1, 0, 2, -1):
            page.keyboard.type(str(round(number * 1.2) + off))
            page.keyboard.press("Enter")
    page.wait_for_selector(".waiting", state="detached")
    page.keyboard.press("g")
    page.keyboard.press("v")
    verdict = page.locator(".verdict")
    expect(verdict).to_contain_text("Probably changed:")
    verdict.get_by_role("button", name="Start its carries over").click()
    expect(page.get_by_text("hardly count")).to_be_visible()
    page.keyboard.press("Enter")
    page.wait_for_url("**/matrix")
    page.keyboard.press("g")
    page.keyboard.press("b")
    happened = page.locator("section").filter(has=page.get_by_role("heading", name="Changes"))
    expect(happened).to_contain_text("carries changed")
    happened.get_by_role("button", name="Undo").click()
    expect(happened).to_contain_text("No changes yet")


def test_a_session_is_booked_moved_started_and_its_booking_taken_back(page: Page, own_server: Server) -> None:
    sign_in(page, own_server)
    page.keyboard.press("g")
    page.keyboard.press("d")
    expect(page.get_by_role("heading", name="Calendar", level=1)).to_be_visible()
    page.keyboard.press("ArrowRight")
    form = page.locator("form")
    form.get_by_label("Student").fill("Maren")
    page.locator(".ant-select-item-option", has_text="Maren Okafor").click()
    page.get_by_label("Time").fill("13:30")
    form.get_by_role("button", name="Book").click()
    expect(page.get_by_text("Booked:")).to_be_visible()
    alone = page.locator("article").filter(has_text="Maren Okafor")
    card = alone.filter(has_not_text="Odile")  # not the session that three have together
    expect(card).to_contain_text("13:30")
    # The same hour once more: the coach is told where it happened, and what was typed stays.
    form.get_by_label("Student").fill("Wren")
    page.locator(".ant-select-item-option", has_text="Wren Ashcombe").click()
    page.get_by_label("Time").fill("14:00")
    form.get_by_role("button", name="Book").click()
    expect(form).to_contain_text("Ilse Varnholt already has a session then")
    expect(form).to_contain_text("Wren Ashcombe")
    card.locator("summary").click()
    card.get_by_role("button", name="Move").click()
    page.get_by_label("Time").fill("15:30")
    form.get_by_role("button", name="Save").click()
    expect(card).to_contain_text("15:30")
    page.get_by_role("button", name="Create link").click()
    expect(page.get_by_text("it won't be shown again")).to_be_visible()
    address = page.locator(".made a").inner_text()
    feed = page.request.get(address)
    assert feed.status == 200
    assert "Maren Okafor: check-up\\, 15 balls" in feed.text()
    card.get_by_role("button", name="Start").click()
    page.wait_for_url("**/range*")
    expect(page.get_by_text("15 balls left")).to_be_visible()


def test_two_coaches_at_one_student(page: Page, own_server: Server, browser: Browser) -> None:
    sign_in(page, own_server)
    open_student(page, "Maren Okafor")
    page.keyboard.press("g")
    page.keyboard.press("b")
    expect(page.get_by_label("Notes")).to_be_visible()
    other = browser.new_page()
    sign_in(other, own_server, "tobin")
    other.goto(page.url)
    other.get_by_label("Notes").fill("Tobin was here first.")
    other.get_by_role("button", name="Save", exact=True).click()
    expect(other.get_by_text("Saved.")).to_be_visible()
    other.close()
    page.get_by_label("Notes").fill("Ilse writes something else.")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("Tobin Achterby changed the notes")).to_be_visible()
    assert page.get_by_label("Notes").input_value() == "Ilse writes something else."
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("Saved.")).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("link", name="History").click()
    first = page.locator("li").first
    expect(first).to_contain_text("Ilse writes something else.")
    first.get_by_role("button", name="Undo").click()
    expect(page.locator("li").first).to_contain_text("Undone")
    page.keyboard.press("g")
    page.keyboard.press("b")
    expect(page.get_by_label("Notes")).to_have_value("Tobin was here first.")


def test_progress_is_shown_and_handed_out_in_the_coachs_words(page: Page, own_server: Server) -> None:
    sign_in(page, own_server)
    open_student(page, "Odile Brackenshaw")
    page.keyboard.press("g")
    page.keyboard.press("o")
    expect(page.locator("figure > svg")).to_have_count(3)
    expect(page.get_by_text("+18 points")).to_be_visible()
    words = page.get_by_label("Your words to the student")
    expect(words).to_have_value(re.compile("Odile hit 152 balls"))
    words.fill("Lovely contact, Odile.")
    page.keyboard.press("Escape")
    # A browser without a viewer of its own saves the file: its page never has an address.
    with page.context.expect_event("request", lambda asked: ".pdf" in asked.url) as asked:
        page.get_by_role("button", name="Download PDF").click()
    assert "words=Lovely+contact" in asked.value.url
    pdf = page.request.get(asked.value.url)
    assert pdf.body()[:5] == b"%PDF-"
    page.get_by_role("button", name="1 month").click()
    # The lesson of five days ago is in it, the event of two months ago is not.
    expect(page.get_by_role("heading", name="Hold the finish until it lands")).to_be_visible()
    expect(page.get_by_role("heading", name="technique")).to_have_count(0)
