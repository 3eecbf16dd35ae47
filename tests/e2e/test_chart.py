"""A chart on paper is on a phone, without a server, in a few minutes: by keyboard, counted."""

from __future__ import annotations

import re
from pathlib import Path

from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import Server, sign_in
from tests.e2e.steps import written

CLUBS = {"60": 60, "56": 56, "52": 52, "47": 47}
CHART = (
    ("28", "36", "45", "54", "62"),
    ("32", "42", "52", "61", "70"),
    ("37", "48", "60", "70", "80"),
    ("43", "55", "68", "80", "92"),
)
# Somebody who types two keys a second, and looks at each new view for five seconds.
KEYS_A_SECOND, LOOK_S, MOST_S = 2.0, 5.0, 300.0


def test_a_chart_typed_is_a_card_on_a_phone_without_a_server(
    page: Page, browser: Browser, own_server: Server, tmp_path: Path
) -> None:
    sign_in(page, own_server)
    href = page.get_by_role("link", name="Pell Underhagen").first.get_attribute("href") or ""
    student = href.split("/")[2]
    for label, loft in CLUBS.items():
        written(page, "POST", f"students/{student}/clubs", {"label": label, "loft_deg": loft})
    page.goto(f"{own_server.url}/s/{student}/matrix")
    page.get_by_role("link", name="Enter a chart").press("Enter")
    keys, views = 1, 1
    first = page.get_by_label("60 7:30 stock, yards")
    expect(first).to_be_visible()
    first.focus()
    for row in CHART:
        for number in (*row, ""):
            page.keyboard.type(number)
            page.keyboard.press("Enter")
            keys += len(number) + 1
    # What a box cannot be is said beside it, and nothing is lost.
    last = page.get_by_label("47 full stock, yards")
    last.fill("9o")
    page.keyboard.press("Control+Enter")
    expect(page.get_by_text("47 full: ", exact=False)).to_be_visible()
    expect(last).to_be_focused()
    page.reload()
    expect(page.get_by_label("56 9:00 stock, yards")).to_have_value("52")
    last.fill("")
    page.keyboard.press("Control+Enter")
    expect(page.get_by_text("20 numbers saved.")).to_be_visible()
    page.get_by_role("link", name="Card", exact=True).last.press("Enter")
    page.wait_for_url("**/card")
    expect(page.get_by_text("not bold: from a chart").first).to_be_visible()
    page.keyboard.press("p")
    page.keyboard.press("Enter")
    file = page.get_by_role("link", name="Card as a file")
    expect(file).to_be_visible()
    with page.expect_download() as download:
        file.press("Enter")
    keys, views = keys + 6, views + 2
    card = tmp_path / "card.html"
    download.value.save_as(card)
    assert card.stat().st_size < 300 * 1024
    took = keys / KEYS_A_SECOND + views * LOOK_S
    print(f"  chart of {sum(map(len, CHART))} numbers: {keys} keys, {views} views, about {took:.0f} s")
    assert took < MOST_S

    phone = browser.new_context(viewport={"width": 390, "height": 844}, offline=True)
    there = phone.new_page()
    asked: list[str] = []
    there.on("request", lambda request: asked.append(request.url))
    there.goto(card.as_uri())
    there.get_by_label("Distance in yards").fill("52")
    expect(there.locator(".shot .name")).to_contain_text("56 9:00")
    expect(there.locator(".shot .carry")).to_have_text(re.compile("from a chart"))
    there.get_by_role("button", name="to the pin").click()
    expect(there.locator(".shot .carry")).to_have_text(re.compile("of 10 finish on the green"))
    assert {url.split(":")[0] for url in asked} <= {"file", "data"}
    phone.close()
    # A browser that runs no script still says the numbers.
    old = browser.new_context(java_script_enabled=False, offline=True)
    plain = old.new_page()
    plain.goto(card.as_uri())
    expect(plain.get_by_role("row", name=re.compile(r"^50 52 8:00 48"))).to_be_visible()
    old.close()
