"""Hands and eyes: keys with real focus, how a number is read, what is put right in place."""

from __future__ import annotations

import time

from playwright.sync_api import BrowserContext, Page, Request, Route, expect

from tests.e2e.conftest import Server, sign_in
from tests.e2e.steps import asked, on_the_range, sent, stored, type_balls
from tests.e2e.views import go_on_to, still


def test_52_enter_right_after_a_choice_is_logged_for_the_one_chosen(
    tablet: BrowserContext, own_server: Server
) -> None:
    page = sign_in(tablet.new_page(), own_server)
    odile = on_the_range(page, own_server, "Odile Brackenshaw")
    wren = on_the_range(page, own_server, "Wren Ashcombe")
    before = {one: len(stored(page, one)) for one in (odile, wren)}

    # Everything that the next page needs comes late.
    def late(route: Route) -> None:
        time.sleep(0.25)
        route.continue_()

    page.route("**/api/students/**", late)
    page.keyboard.press("/")
    page.keyboard.type("Odile")
    expect(page.locator(".ant-select-item-option")).to_have_count(1)
    for key in ("Enter", "5", "2", "Enter", "4", "8", "f", "Enter"):
        page.keyboard.press(key)
    page.wait_for_url(f"**/s/{odile}/range*")
    expect(page.locator("ol.balls li").first).to_contain_text("48")
    expect(page.locator("li.waiting")).to_have_count(0)
    assert len(stored(page, wren)) == before[wren]
    assert stored(page, odile)[before[odile] :] == [52, 48]


PLACES = (
    "/students",
    "/calendar",
    "/bays",
    "/people",
    "/settings",
    "/figures",
    "/account",
    "/devices",
    "/history",
    "/s/{}/data",
    "/s/{}/setup",
    "/s/{}/matrix",
    "/s/{}/plan",
    "/s/{}/range",
    "/s/{}/net",
    "/s/{}/review",
    "/s/{}/shots",
    "/s/{}/gaps",
    "/s/{}/card",
    "/s/{}/flight",
    "/s/{}/progress",
    "/s/{}/lesson",
    "/s/{}/practice",
    "/s/{}/sheet",
    "/s/{}/history",
    "/s/{}/import",
)


# What is pressed is caught before it does anything, so that only a view's own Enter could do more.
CATCH = """() => {
  if (!window.pressed)
    addEventListener("click", (e) => {
      window.pressed.push(e.target);
      e.preventDefault();
      e.stopImmediatePropagation();
    }, true);
  window.pressed = [];
  const places =
    "main button:enabled, main a[href], main summary, header a[href], header button";
  window.places = [...document.querySelectorAll(places)]
    .filter((e) => e.checkVisibility()).slice(0, 45);
  return window.places.length;
}"""


PRESSED = """(i) => [
  window.pressed.map((e) => window.places[i].contains(e)), window.places[i].outerHTML.slice(0, 200),
]"""


def test_enter_presses_what_has_the_focus_on_every_view(signed_in: Page, server: Server) -> None:
    """On every view, on every button, link and summary: it is pressed, and nothing else happens.

    Enter with the focus on "Exclude" kept thirty balls.
    """
    page = signed_in
    href = page.get_by_role("link", name="Casimir Dunmoor").get_attribute("href") or ""
    written: list[str] = []

    def note(request: Request) -> None:
        # A picture of Flight and the faults of a lesson are computed by POST; nothing is stored.
        if request.method != "GET" and not request.url.endswith(("/picture", "/faults")):
            written.append(request.url)

    page.on("request", note)
    tried = 0
    for place in PLACES:
        go_on_to(page, place.format(href.split("/")[2]))
        where = page.url
        for i in range(page.evaluate(CATCH)):
            page.evaluate("(i) => { window.pressed.length = 0; window.places[i].focus(); }", i)
            page.keyboard.press("Enter")
            pressed, name = page.evaluate(PRESSED, i)
            assert pressed == [True], (place, name)
            assert page.url == where, (place, name)
            tried += 1
    still(page)
    assert written == []
    assert tried > 250


def test_laser_and_total_do_not_go_along_to_the_next_student(
    tablet: BrowserContext, own_server: Server
) -> None:
    page = sign_in(tablet.new_page(), own_server)
    student = on_the_range(page, own_server, "Maren Okafor")
    page.locator(".conditions summary").first.click()
    page.locator(".conditions select").nth(2).select_option("laser")
    page.locator(".conditions select").nth(3).select_option("total")
    expect(page.locator(".reading")).to_have_text("total, by laser")
    on_the_range(page, own_server, "Henrike Sandvoll")
    expect(page.locator(".reading")).to_have_text("carry")
    on_the_range(page, own_server, "Maren Okafor")
    expect(page.locator(".reading")).to_have_text("total, by laser")
    before = len(stored(page, student))
    page.locator("body").click(position={"x": 5, "y": 700})
    type_balls(page, 66)
    expect(page.locator("li.waiting")).to_have_count(0)
    ball = asked(page, f"students/{student}/balls")[before]
    assert (ball["total_yd"], ball["carry_yd"], ball["extra"]) == (66, None, {"read": "laser"})


def test_a_ball_of_1970_is_asked_about_on_the_page(tablet: BrowserContext, own_server: Server) -> None:
    page = tablet.new_page()
    sign_in(page, own_server)
    student = on_the_range(page, own_server, "Wren Ashcombe")
    before = len(stored(page, student))
    page.evaluate("Date.prototype.toISOString = () => '1970-01-01T00:00:07.000Z'")
    type_balls(page, 34)
    expect(page.get_by_text("hit on 1 January 1970").first).to_be_visible()
    page.get_by_role("button", name="It was hit today").click()
    expect(page.get_by_text("hit on 1 January 1970")).to_have_count(0)
    sent(page, before + 1)
    assert stored(page, student)[before:] == [34]


def test_a_review_puts_a_strike_and_a_cell_right_in_place(tablet: BrowserContext, own_server: Server) -> None:
    page = sign_in(tablet.new_page(), own_server)
    student = on_the_range(page, own_server, "Odile Brackenshaw")
    type_balls(page, 29, 30)
    expect(page.locator("li.waiting")).to_have_count(0)
    page.keyboard.press("g")
    page.keyboard.press("v")
    page.locator("section.sheet summary").last.click()
    row = page.locator("section.sheet li").last
    row.get_by_label("Strike").select_option("thin")
    expect(page.get_by_text("Corrected:")).to_contain_text("thin")
    row.locator(".cell").click()
    swings = row.get_by_label("Swing").locator("option").all_inner_texts()
    row.get_by_label("Swing").select_option(swings[0])
    expect(page.get_by_text("Corrected:")).to_contain_text(swings[0])
    last = asked(page, f"students/{student}/balls")[-1]
    assert (last["strike"], last["swing"], last["accepted"]) == ("thin", swings[0], False)
