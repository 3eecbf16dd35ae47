"""A lesson must not be lost: real offline, real second tab, real second coach."""

from __future__ import annotations

import re
from typing import Any

from playwright.sync_api import Browser, BrowserContext, Page, Request, Route, expect

from tests.e2e.conftest import Server, sign_in
from tests.e2e.steps import (
    asked,
    device_made,
    kept_for_later,
    monitor,
    on_the_range,
    open_menu,
    sent,
    stored,
    type_balls,
)
from tests.e2e.views import still

WAITS = re.compile("balls? to send")


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
    expect(page.get_by_text("Another server answered")).to_be_visible()
    expect(page.get_by_text(WAITS)).to_be_hidden()
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
    expect(page.get_by_text("This browser can't save anything")).to_be_visible()
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
    kept_for_later(page)
    tablet.set_offline(True)
    type_balls(page, 41, 42)
    expect(page.get_by_text("2 balls to send")).to_be_visible()
    # Every view says so, and signing out says what happens to them.
    page.keyboard.press("g")
    page.keyboard.press("m")
    page.wait_for_url("**/matrix")
    expect(page.get_by_text("2 balls to send")).to_be_visible()
    open_menu(page)
    page.get_by_role("button", name="Sign out").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("2 balls are waiting to send. They stay in this browser")
    expect(dialog).to_contain_text("No connection.")
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
    expect(page.get_by_text("2 balls of Ilse Varnholt not sent yet")).to_be_visible()
    still(page)
    assert len(stored(page, student)) == before
    open_menu(page)
    page.get_by_role("button", name="Sign out").click()
    expect(page.locator("#log-in")).to_be_visible()
    page.fill("#log-in", "ilse")
    page.fill("#password", "fallow-ground")
    page.keyboard.press("Enter")
    # No range page has to be opened.
    page.wait_for_selector("table.plain")
    expect(page.get_by_text("not sent yet")).to_be_hidden()
    expect(page.get_by_text(WAITS)).to_be_hidden()
    # What goes quickly is no news on the page: that nothing is shown does not say that it is there.
    for _ in range(50):
        if len(stored(page, student)) == before + 2:
            break
        page.wait_for_timeout(200)
    assert stored(page, student)[before:] == [41, 42]
    history = asked(page, f"students/{student}/history")["entries"]
    recorded = next(e for e in history if e["did"]["code"] == "log-balls-recorded")
    assert recorded["by"] == "Ilse Varnholt"


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


def test_a_page_of_the_coach_before_is_loaded_anew(tablet: BrowserContext, own_server: Server) -> None:
    """A second tab signs somebody else in: the first must not write in his name."""
    page = sign_in(tablet.new_page(), own_server, "ilse")
    student = on_the_range(page, own_server, "Henrike Sandvoll")
    before = len(stored(page, student))
    # It cannot learn of the other before the ball is hit: a read of its own would tell it.
    page.route("**/api/**", lambda route: route.abort())
    other = tablet.new_page()
    other.goto(own_server.url)
    open_menu(other)
    other.get_by_role("button", name="Sign out").click()
    other.wait_for_selector("#log-in")
    other.fill("#log-in", "tobin")
    other.fill("#password", "fallow-ground")
    other.keyboard.press("Enter")
    other.wait_for_selector("table.plain")
    page.bring_to_front()
    type_balls(page, 44)
    expect(page.get_by_text(WAITS)).to_be_visible()
    page.unroute("**/api/**")
    expect(page.get_by_role("button", name="Tobin Achterby: account")).to_be_visible()
    expect(page.get_by_text("1 ball of Ilse Varnholt not sent yet")).to_be_visible()
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
    expect(first.get_by_text(WAITS)).to_be_hidden()
    expect(second.get_by_text(WAITS)).to_be_hidden()
    assert sorted(asked_for) == ["DELETE", "PUT"]
    first.bring_to_front()
    first.keyboard.press("r")
    sent(first, before + 1)
    second.bring_to_front()
    second.evaluate("window.dispatchEvent(new Event('online'))")
    still(second, frames=30)
    assert stored(first, student)[before:] == [51]


def test_a_device_goes_on_playing_while_the_view_is_cut_off(
    tablet: BrowserContext, own_server: Server, tmp_path: Any
) -> None:
    page = sign_in(tablet.new_page(), own_server)
    token = device_made(page, "Bay 7")
    student = on_the_range(page, own_server, "Henrike Sandvoll")
    before = len(stored(page, student))
    page.get_by_label("Launch monitor").select_option(label="Bay 7")
    expect(page.get_by_text("Connected.")).to_be_visible()
    tablet.set_offline(True)
    playing = monitor(own_server, token, tmp_path, "--balls", "65", "--rate", "6000")
    assert playing.wait(timeout=60) == 0
    tablet.set_offline(False)
    expect(page.get_by_text(f"{before + 65} balls today")).to_be_visible()
    assert len(stored(page, student)) == before + 65


def test_a_part_that_is_no_more_loads_the_page_anew_once(browser: Browser, own_server: Server) -> None:
    """After an update the old parts of the application are gone from the server."""
    plain = browser.new_context(service_workers="block")
    page = sign_in(plain.new_page(), own_server)
    loads: list[str] = []

    def load(request: Request) -> None:
        if request.is_navigation_request():
            loads.append(request.url)

    def missing(route: Route) -> None:
        if loads:
            route.continue_()
        else:
            route.fulfill(status=404, body="")

    # From the first page on: no part of it comes before it is said to be gone.
    page.route("**/assets/ShotsPage-*.js", missing)
    on_the_range(page, own_server, "Jory Tamblin-Voss")
    page.on("request", load)
    with page.expect_request(lambda request: request.is_navigation_request()):
        page.keyboard.press("g")
        page.keyboard.press("t")
    expect(page.get_by_role("heading", name="Shots", exact=True)).to_be_visible()
    assert len(loads) == 1
    # Gone for good: a sentence, and no endless loading.
    page.goto(page.url.replace("/shots", "/range"))
    page.wait_for_selector(".display")
    loads.clear()
    page.keyboard.type("5")
    page.keyboard.press("g")
    page.keyboard.press("t")
    expect(page.get_by_text("couldn't load")).to_be_visible()
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
