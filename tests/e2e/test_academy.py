"""People, settings, whose data it is: in the browser, as the people concerned."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import Server, sign_in
from tests.e2e.steps import asked, on_the_range, type_balls

GOOD = "furrow-and-fallow"


def test_a_head_coach_invites_somebody_who_comes_in_and_leaves(browser: Browser, own_server: Server) -> None:
    head = sign_in(browser.new_context().new_page(), own_server)
    head.get_by_role("button", name="Academy").press("Enter")
    head.get_by_role("link", name="People").press("Enter")
    head.fill("#person", "Sunniva Ellerby")
    head.select_option("#role", "assistant")
    expect(head.get_by_text("can't publish, export or delete")).to_be_visible()
    head.get_by_role("button", name="Create invitation").press("Enter")
    url = head.locator(".link a").inner_text()
    other = browser.new_context()
    page = other.new_page()
    page.goto(url.replace(re.match(r"https?://[^/]+", url)[0], own_server.url))  # type: ignore[index]
    # The rules stand there before anything is typed; a weak one is refused and uses nothing up.
    expect(page.get_by_text("at least 12 characters")).to_be_visible()
    page.fill("#new-log-in", "sunniva")
    page.fill("#new-password", "12345678")
    page.keyboard.press("Enter")
    expect(page.get_by_text("too common")).to_be_visible()
    page.fill("#new-password", GOOD)
    page.keyboard.press("Enter")
    page.wait_for_selector("table.plain")
    expect(page.get_by_role("button", name="Sunniva Ellerby: account")).to_be_visible()
    student = on_the_range(page, own_server, "Casimir Dunmoor")
    type_balls(page, 52)
    expect(page.locator("ol.balls li.waiting")).to_have_count(0)
    # An assistant logs; the review is a coach's.
    page.goto(f"{own_server.url}/s/{student}/review")
    page.get_by_role("button", name=re.compile("^Confirm")).first.press("Enter")
    expect(page.get_by_text("Assistants can't do this. Ask a coach")).to_be_visible()
    head.reload()
    row = head.locator("tr", has_text="Sunniva Ellerby")
    expect(row).to_contain_text("sunniva")
    row.get_by_role("button", name="Deactivate").click()
    head.get_by_role("button", name="Deactivate Sunniva Ellerby").click()
    expect(head.get_by_text("Everything Sunniva Ellerby wrote stays")).to_be_visible()
    page.goto(f"{own_server.url}/students")
    expect(page.locator("#log-in")).to_be_visible()
    last = head.locator("tr", has_text="Ilse Varnholt").get_by_role("button", name="Deactivate")
    last.click()
    head.get_by_role("button", name="Deactivate Ilse Varnholt").click()
    expect(head.get_by_text("the only head coach")).to_be_visible()
    other.close()
    head.context.close()


def test_settings_are_kept_and_what_follows_is_said(page: Page, own_server: Server) -> None:
    sign_in(page, own_server)
    page.goto(f"{own_server.url}/settings")
    page.fill("#altitude", "20000")
    page.get_by_role("button", name=re.compile("Save 1 change")).click()
    expect(page.get_by_text("Give an altitude of")).to_be_visible()
    page.fill("#altitude", "790")
    page.get_by_role("button", name="New students").click()
    page.select_option("#units", "m")
    page.get_by_role("button", name=re.compile("Save 2 changes")).click()
    expect(page.get_by_text(re.compile(r"Saved\. The balls of \d+ students"))).to_be_visible()
    page.goto(f"{own_server.url}/students/new")
    expect(page.get_by_label("Units", exact=True).last).to_have_value("m")
    # The academy's yards bring feet along.
    assert asked(page, "settings")["altitude_m"] == pytest.approx(240.8, abs=0.1)


def test_an_erased_student_is_gone_and_a_tablet_with_balls_is_told(
    browser: Browser, page: Page, own_server: Server
) -> None:
    tablet = browser.new_context()
    away = sign_in(tablet.new_page(), own_server, "tobin")
    student = on_the_range(away, own_server, "Wren Ashcombe")
    tablet.set_offline(True)
    type_balls(away, 41)
    expect(away.locator("ol.balls li.waiting")).to_have_count(1)
    sign_in(page, own_server)
    page.goto(f"{own_server.url}/s/{student}/data")
    expect(page.get_by_role("heading", name="Data")).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("link", name="Everything as one file").click()
    assert download.value.suggested_filename == "wren-ashcombe-everything.zip"
    page.get_by_text("Delete permanently", exact=True).click()
    page.get_by_role("button", name="Delete…").press("Enter")
    page.fill("#erase-name", "Wren")
    page.keyboard.press("Enter")
    expect(page.get_by_text("exactly as shown. Nothing was deleted")).to_be_visible()
    page.fill("#erase-name", "wren ashcombe")
    page.keyboard.press("Enter")
    page.wait_for_url("**/students")
    expect(page.get_by_role("link", name="Wren Ashcombe")).to_have_count(0)
    tablet.set_offline(False)
    expect(away.get_by_text("deleted permanently").first).to_be_visible()
    tablet.close()
