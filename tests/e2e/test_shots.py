"""The shots a student plays in a real browser: by keys alone, by hand, and onto the card."""

from __future__ import annotations

from playwright.sync_api import BrowserContext, Page, expect

from tests.e2e.conftest import Server, sign_in


def shots_of(page: Page, server: Server, name: str) -> None:
    href = page.get_by_role("link", name=name).get_attribute("href") or ""
    page.goto(server.url + href.replace("/matrix", "/shots"))
    page.wait_for_selector(".columns li")


def test_shots_are_chosen_and_the_card_published_by_keys_alone(
    tablet: BrowserContext, own_server: Server
) -> None:
    page = sign_in(tablet.new_page(), own_server)
    shots_of(page, own_server, "Maren Okafor")
    played, work, rest = (page.locator(".columns section").nth(i) for i in range(3))
    expect(page.get_by_text("No shots chosen yet")).to_be_visible()
    expect(played.locator("li")).to_have_count(6)
    rungs = page.locator(".ladder tr.none")
    before = rungs.count()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("ArrowDown")
    expect(played.locator("li.here")).to_have_count(1)
    taken = played.locator("li.here .name").inner_text()
    page.keyboard.press("x")
    expect(played.locator("li")).to_have_count(5)
    expect(rest.locator("li.here .name")).to_have_text(taken)
    expect(page.get_by_text("No shots chosen yet")).to_have_count(0)
    expect(rungs).to_have_count(before + 1)  # the ladder answers at once
    page.keyboard.press("w")
    expect(work.locator("li .name")).to_have_text([taken])
    page.keyboard.press("u")
    expect(rest.locator("li.here .name")).to_have_text(taken)
    # The curve: a set of five, played as it is.
    page.locator("h1").click()
    page.keyboard.press("-")
    page.keyboard.press("Enter")
    expect(played.locator("li")).to_have_count(5)
    page.keyboard.press("g")
    page.keyboard.press("c")
    sheet = page.locator("svg[role=img]").first
    expect(sheet.locator("text", has_text="none").first).to_be_visible()
    expect(page.get_by_text("5 shots used")).to_be_visible()
    page.keyboard.press("p")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Publish version 2")).to_be_visible()
    page.keyboard.press("g")
    page.keyboard.press("b")
    page.get_by_role("link", name="History").click()
    expect(page.get_by_text("Chose shots, uses").first).to_be_visible()


def test_a_shot_is_dragged_and_taken_out_on_the_card(tablet: BrowserContext, own_server: Server) -> None:
    page = sign_in(tablet.new_page(), own_server)
    shots_of(page, own_server, "Jory Tamblin-Voss")
    played, work, _ = (page.locator(".columns section").nth(i) for i in range(3))
    count = played.locator("li").count()
    name = work.locator("li .name").first.inner_text()
    work.locator("li").first.drag_to(played.locator("h2"))
    expect(played.locator("li .name", has_text=name)).to_have_count(1)
    expect(played.locator("li")).to_have_count(count + 1)
    page.keyboard.press("g")
    page.keyboard.press("c")
    text = page.locator("svg[role=img] text", has_text=name.split()[0]).first
    expect(text).to_be_visible()
    page.get_by_text("Card form and shots").click()
    box = page.locator(".list label", has_text=name)
    expect(box.locator("input")).to_be_checked()
    box.locator("input").uncheck()
    expect(page.get_by_text(f"{count} shots used")).to_be_visible()
