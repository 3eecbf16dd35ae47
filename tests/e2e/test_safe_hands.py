"""A lesson must not be lost: real offline, real second tab, real second coach, real focus."""

from __future__ import annotations

import json
import re
import subprocess
import sys
import time
from collections.abc import Iterator
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, Request, Route, expect

from tests.e2e.conftest import Server, sign_in

WAITS = re.compile("balls? waits? to be sent")


@pytest.fixture
def tablet(browser: Browser) -> Iterator[BrowserContext]:
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    yield context
    context.close()


def on_the_range(page: Page, server: Server, name: str) -> str:
    """The range view of a student; its number."""
    page.goto(f"{server.url}/students")
    href = page.get_by_role("link", name=name).first.get_attribute("href") or ""
    student = href.split("/")[2]
    page.goto(f"{server.url}/s/{student}/range")
    page.wait_for_selector(".display")
    expect(page.locator(".centre .big")).to_be_visible()
    return student


def type_balls(page: Page, *carries: int) -> None:
    for carry in carries:
        page.keyboard.type(str(carry))
        page.keyboard.press("Enter")


def sent(page: Page, count: int) -> None:
    """So many balls of today are on the page, and none of them waits."""
    expect(page.locator("ol.balls li")).to_have_count(count)
    expect(page.locator("ol.balls li.waiting")).to_have_count(0)


def stored(page: Page, student: str) -> list[float]:
    """The carries that the server has of today."""
    return [ball["carry_yd"] for ball in asked(page, f"students/{student}/balls")]


def asked(page: Page, path: str) -> Any:
    """What the server says at an address, whatever the page has kept."""
    origin = "/".join(page.url.split("/")[:3])
    return page.request.get(f"{origin}/api/{path}").json()


def put(route: Route) -> bool:
    return route.request.method == "PUT" and "/balls" in route.request.url


def test_a_foreign_answer_acknowledges_nothing(tablet: BrowserContext, own_server: Server) -> None:
    page = sign_in(tablet.new_page(), own_server)
    student = on_the_range(page, own_server, "Wren Ashcombe")
    answers = [
        {"status": 200, "body": "<h1>Welcome to the hotel</h1>", "content_type": "text/html"},
        {"status": 403, "body": "blocked"},
    ]

    def proxy(route: Route) -> None:
        if put(route) and answers:
            route.fulfill(**answers.pop(0))  # type: ignore[arg-type]
        else:
            route.continue_()

    page.route("**/api/**", proxy)
    type_balls(page, 31, 32)
    expect(page.get_by_text("answered in its place")).to_be_visible()
    expect(page.get_by_text(WAITS)).to_be_hidden(timeout=15_000)
    assert answers == []
    sent(page, 2)
    assert stored(page, student) == [31, 32]


def test_a_browser_that_keeps_nothing_sends_from_memory_and_says_so(
    tablet: BrowserContext, own_server: Server
) -> None:
    tablet.add_init_script(
        "IDBFactory.prototype.open = () => { throw new DOMException('no', 'InvalidStateError') };"
    )
    page = sign_in(tablet.new_page(), own_server)
    student = on_the_range(page, own_server, "Wren Ashcombe")
    before = len(stored(page, student))
    expect(page.get_by_text("This browser keeps nothing")).to_be_visible()
    type_balls(page, 33)
    sent(page, before + 1)
    assert stored(page, student)[before:] == [33]


def test_another_coach_on_the_tablet_neither_sends_nor_sees_what_is_not_his(
    tablet: BrowserContext, own_server: Server
) -> None:
    page = sign_in(tablet.new_page(), own_server, "ilse")
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    student = on_the_range(page, own_server, "Maren Okafor")
    before = len(stored(page, student))
    page.wait_for_timeout(400)  # what was read is kept
    tablet.set_offline(True)
    type_balls(page, 41, 42)
    expect(page.get_by_text("2 balls wait to be sent")).to_be_visible()
    # Every view says so, and signing out says what happens to them.
    page.keyboard.press("g")
    page.keyboard.press("m")
    page.wait_for_url("**/matrix")
    expect(page.get_by_text("2 balls wait to be sent")).to_be_visible()
    page.get_by_role("button", name="Sign out").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("2 balls wait to be sent. What waits stays in this browser")
    expect(dialog).to_contain_text("There is no network")
    dialog.get_by_role("button", name="Sign out").click()
    expect(page.locator("#log-in")).to_be_visible()
    expect(page.get_by_text("You are signed out on this device")).to_be_visible()
    # Nothing that was read of students is left, and a reload does not sign anybody in.
    page.reload()
    expect(page.locator("#log-in")).to_be_visible()
    assert kept_reads(page) == 0
    tablet.set_offline(False)
    page.reload()
    expect(page.locator("#log-in")).to_be_visible()
    page.fill("#log-in", "tobin")
    page.fill("#password", "fallow-ground")
    page.keyboard.press("Enter")
    expect(page.get_by_text("2 balls of Ilse Varnholt wait in this browser")).to_be_visible()
    page.wait_for_timeout(1200)
    assert len(stored(page, student)) == before
    page.get_by_role("button", name="Sign out").click()
    expect(page.locator("#log-in")).to_be_visible()
    page.fill("#log-in", "ilse")
    page.fill("#password", "fallow-ground")
    page.keyboard.press("Enter")
    # No range page has to be opened.
    page.wait_for_selector("table.plain")
    expect(page.get_by_text("wait in this browser")).to_be_hidden()
    expect(page.get_by_text(WAITS)).to_be_hidden(timeout=10_000)
    assert stored(page, student)[before:] == [41, 42]
    history = asked(page, f"students/{student}/history")["entries"]
    assert next(e for e in history if e["words"].startswith("Recorded"))["by"] == "Ilse Varnholt"


def kept_reads(page: Page) -> int:
    return int(
        page.evaluate(
            """async () => {
              const names = (await indexedDB.databases()).map((d) => d.name);
              if (!names.includes("oxgang-reads")) return 0;
              const open = indexedDB.open("oxgang-reads");
              const db = await new Promise((done) => (open.onsuccess = () => done(open.result)));
              const count = db.transaction("reads").objectStore("reads").count();
              const n = await new Promise((done) => (count.onsuccess = () => done(count.result)));
              db.close();
              const caches_ = await caches.keys();
              return n + caches_.filter((name) => name.includes("api")).length;
            }"""
        )
    )


def test_a_page_of_the_coach_before_is_loaded_anew(
    tablet: BrowserContext, own_server: Server
) -> None:
    """A second tab signs somebody else in: the first must not write in his name."""
    page = sign_in(tablet.new_page(), own_server, "ilse")
    student = on_the_range(page, own_server, "Henrike Sandvoll")
    before = len(stored(page, student))
    other = tablet.new_page()
    other.goto(own_server.url)
    other.get_by_role("button", name="Sign out").click()
    other.wait_for_selector("#log-in")
    other.fill("#log-in", "tobin")
    other.fill("#password", "fallow-ground")
    other.keyboard.press("Enter")
    other.wait_for_selector("table.plain")
    page.bring_to_front()
    type_balls(page, 44)
    expect(page.get_by_text("Tobin")).to_be_visible()
    expect(page.get_by_text("1 ball of Ilse Varnholt waits")).to_be_visible()
    assert len(stored(page, student)) == before


def test_two_tabs_send_once_and_a_slept_tab_sends_nothing_old(
    tablet: BrowserContext, own_server: Server
) -> None:
    first = sign_in(tablet.new_page(), own_server)
    student = on_the_range(first, own_server, "Jory Tamblin-Voss")
    before = len(stored(first, student))
    second = tablet.new_page()
    on_the_range(second, own_server, "Jory Tamblin-Voss")
    asked_for: list[str] = []

    def count(request: Request) -> None:
        if request.method in ("PUT", "DELETE") and "/balls" in request.url:
            asked_for.append(request.method)

    for page in (first, second):
        page.on("request", count)
    tablet.set_offline(True)
    first.bring_to_front()
    type_balls(first, 51)
    first.keyboard.press("u")
    expect(first.get_by_text(WAITS)).to_be_visible()
    expect(second.get_by_text(WAITS)).to_be_visible()
    asked_for.clear()
    tablet.set_offline(False)
    expect(first.get_by_text(WAITS)).to_be_hidden(timeout=10_000)
    expect(second.get_by_text(WAITS)).to_be_hidden(timeout=10_000)
    assert sorted(asked_for) == ["DELETE", "PUT"]
    first.bring_to_front()
    first.keyboard.press("r")
    sent(first, before + 1)
    second.bring_to_front()
    second.evaluate("window.dispatchEvent(new Event('online'))")
    second.wait_for_timeout(1500)
    assert stored(first, student)[before:] == [51]


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
    "/students", "/calendar", "/devices", "/history", "/s/{}/setup", "/s/{}/matrix", "/s/{}/plan",
    "/s/{}/range", "/s/{}/net", "/s/{}/review", "/s/{}/gaps", "/s/{}/card", "/s/{}/flight",
    "/s/{}/progress", "/s/{}/history", "/s/{}/import",
)  # fmt: skip


# What is pressed is caught before it does anything, so that only a view's own Enter could do more.
CATCH = """() => {
  window.pressed = [];
  addEventListener("click", (e) => {
    window.pressed.push(e.target);
    e.preventDefault();
    e.stopImmediatePropagation();
  }, true);
  const places =
    "main button:enabled, main a[href], main summary, header a[href], header button";
  window.places = [...document.querySelectorAll(places)]
    .filter((e) => e.checkVisibility()).slice(0, 45);
  return window.places.length;
}"""


def test_enter_presses_what_has_the_focus_on_every_view(signed_in: Page, server: Server) -> None:
    """On every view, on every button, link and summary: it is pressed, and nothing else happens.

    Enter with the focus on "Set aside" kept thirty balls.
    """
    page = signed_in
    href = page.get_by_role("link", name="Casimir Dunmoor").get_attribute("href") or ""
    written: list[str] = []

    def note(request: Request) -> None:
        # The Flight view has its picture computed by POST; nothing is stored by it.
        if request.method != "GET" and "/picture" not in request.url:
            written.append(request.url)

    page.on("request", note)
    tried = 0
    for place in PLACES:
        page.goto(server.url + place.format(href.split("/")[2]))
        page.wait_for_selector("main h1, main h2")
        page.wait_for_timeout(350)
        where = page.url
        for i in range(page.evaluate(CATCH)):
            page.evaluate("(i) => { window.pressed.length = 0; window.places[i].focus(); }", i)
            page.keyboard.press("Enter")
            pressed = page.evaluate(
                "(i) => window.pressed.map((e) => window.places[i].contains(e))", i
            )
            name = page.evaluate("(i) => window.places[i].outerHTML.slice(0, 200)", i)
            assert pressed == [True], (place, name)
            assert page.url == where, (place, name)
            tried += 1
    page.wait_for_timeout(300)
    assert written == []
    assert tried > 250


def test_laser_and_total_do_not_go_along_to_the_next_student(
    tablet: BrowserContext, own_server: Server
) -> None:
    page = sign_in(tablet.new_page(), own_server)
    student = on_the_range(page, own_server, "Maren Okafor")
    page.locator(".conditions select").nth(2).select_option("laser")
    page.locator(".conditions select").nth(3).select_option("total")
    expect(page.locator(".reading")).to_have_text("total, by laser")
    expect(page.locator(".display")).to_contain_text("total")
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


def test_a_ball_of_1970_is_asked_about_on_the_page(
    tablet: BrowserContext, own_server: Server
) -> None:
    page = tablet.new_page()
    sign_in(page, own_server)
    student = on_the_range(page, own_server, "Wren Ashcombe")
    before = len(stored(page, student))
    page.evaluate("Date.prototype.toISOString = () => '1970-01-01T00:00:07.000Z'")
    type_balls(page, 34)
    expect(page.get_by_text("hit on 1 January 1970").first).to_be_visible()
    page.get_by_role("button", name="It is of today").click()
    expect(page.get_by_text("hit on 1 January 1970")).to_have_count(0)
    sent(page, before + 1)
    assert stored(page, student)[before:] == [34]


def test_a_review_puts_a_strike_and_a_cell_right_in_place(
    tablet: BrowserContext, own_server: Server
) -> None:
    page = sign_in(tablet.new_page(), own_server)
    student = on_the_range(page, own_server, "Odile Brackenshaw")
    type_balls(page, 29, 30)
    expect(page.locator("li.waiting")).to_have_count(0)
    page.keyboard.press("g")
    page.keyboard.press("v")
    row = page.locator("section.sheet li").last
    row.get_by_label("Strike").select_option("thin")
    expect(page.get_by_text("Put right:")).to_contain_text("thin")
    row.locator(".cell").click()
    swings = row.get_by_label("Swing").locator("option").all_inner_texts()
    row.get_by_label("Swing").select_option(swings[0])
    expect(page.get_by_text("Put right:")).to_contain_text(swings[0])
    last = asked(page, f"students/{student}/balls")[-1]
    assert (last["strike"], last["swing"], last["kept"]) == ("thin", swings[0], False)


def test_a_device_goes_on_playing_while_the_view_is_cut_off(
    tablet: BrowserContext, own_server: Server, tmp_path: Any
) -> None:
    page = sign_in(tablet.new_page(), own_server)
    made = page.evaluate(
        """async () => {
          const token = document.cookie.match(/csrftoken=([^;]*)/)[1];
          const headers = { "Content-Type": "application/json", "X-CSRFToken": token };
          const body = JSON.stringify({ name: "Bay 7" });
          return (await fetch("/api/devices", { method: "POST", headers, body })).json();
        }"""
    )
    student = on_the_range(page, own_server, "Henrike Sandvoll")
    before = len(stored(page, student))
    page.get_by_label("Listen to").select_option(label="Bay 7")
    expect(page.get_by_text("Listening.")).to_be_visible()
    tablet.set_offline(True)
    command = [
        sys.executable, "-m", "oxgang", "monitor", "--url", own_server.url, "--token",
        made["token"], "--balls", "65", "--rate", "6000", "--queue", str(tmp_path / "q.jsonl"),
    ]  # fmt: skip
    done = subprocess.run(command, capture_output=True, text=True, check=True, timeout=60)
    assert json.dumps(done.stdout).count("sent") > 0
    tablet.set_offline(False)
    expect(page.get_by_text(f"{before + 65} balls today")).to_be_visible(timeout=10_000)
    assert len(stored(page, student)) == before + 65


def test_a_part_that_is_no_more_loads_the_page_anew_once(
    browser: Browser, own_server: Server
) -> None:
    """After an update the old parts of the application are gone from the server."""
    plain = browser.new_context(service_workers="block")
    page = sign_in(plain.new_page(), own_server)
    on_the_range(page, own_server, "Jory Tamblin-Voss")
    gone = {"is": True}
    loads: list[str] = []

    def load(request: Request) -> None:
        if request.is_navigation_request():
            loads.append(request.url)

    def missing(route: Route) -> None:
        if gone["is"] and not loads:
            route.fulfill(status=404, body="")
        else:
            route.continue_()

    page.on("request", load)
    page.route("**/assets/GapsPage-*.js", missing)
    page.keyboard.press("g")
    page.keyboard.press("a")
    expect(page.get_by_role("heading", name="Gaps")).to_be_visible()
    assert len(loads) == 1
    # Gone for good: a sentence, and no endless loading.
    page.goto(page.url.replace("/gaps", "/range"))
    page.wait_for_selector(".display")
    loads.clear()
    page.keyboard.type("5")
    page.keyboard.press("g")
    page.keyboard.press("a")
    expect(page.get_by_text("could not be loaded")).to_be_visible()
    expect(page.locator(".display")).to_contain_text("5")  # what was typed is still there
    plain.close()


def test_the_kept_page_has_the_servers_headers(tablet: BrowserContext, own_server: Server) -> None:
    """The second load had no policy, and could be framed."""
    page = sign_in(tablet.new_page(), own_server)
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    second = page.goto(f"{own_server.url}/students")
    assert second is not None
    assert second.from_service_worker
    headers = second.headers
    assert "frame-ancestors 'none'" in headers["content-security-policy"]
    assert headers["x-frame-options"] == "DENY"
