"""The ten commonest jobs by keyboard alone: how many keys each takes, and over how many views."""

from __future__ import annotations

import datetime as dt
import re
from collections.abc import Callable
from dataclasses import dataclass, field

from playwright.sync_api import BrowserContext, Page, expect

from tests.e2e.conftest import Server, sign_in
from tests.e2e.steps import asked, device_made, written
from tests.e2e.views import come_to, still

MOST_KEYS, MOST_VIEWS = 25, 3


@dataclass
class Hands:
    """Presses keys and counts them; words of a note are not counted. Remembers the views it saw."""

    page: Page
    keys: int = 0
    views: set[str] = field(default_factory=set)

    def press(self, keys: str) -> None:
        for key in keys.split():
            self.page.keyboard.press(key)
            self.keys += 1

    def words(self, text: str) -> None:
        self.page.keyboard.type(text)

    def see(self, view: str, what: str) -> None:
        """Arrive at a view and look until something stands there."""
        self.page.wait_for_url(f"**{view}*")
        self.views.add(view)
        expect(self.page.locator(what).first).to_be_visible()
        still(self.page)

    def find(self, letters: str) -> None:
        self.press(" ".join("/" + letters))
        expect(self.page.locator(".ant-select-item-option")).to_have_count(1)
        self.press("Enter")
        self.see("/matrix", "div.ground svg")

    def choose(self, name: str) -> None:
        """Down the list to somebody's row."""
        rows = self.page.locator("tr.student")
        for at in range(rows.count()):
            self.press("ArrowDown")
            if name in rows.nth(at).inner_text():
                break
        expect(self.page.locator("tr.chosen")).to_contain_text(name)


def five_balls(hands: Hands) -> None:
    hands.find("jor")
    hands.press("g r")
    hands.see("/range", ".centre .big")
    # What that shot carries, so that nobody asks about it.
    expected = re.findall(r"\d+", hands.page.locator(".centre .big").first.inner_text())[0]
    hands.press(f"{' '.join(expected)} Enter " * 5)
    expect(hands.page.locator("ol.balls li")).to_have_count(5)
    expect(hands.page.locator("ol.balls li.waiting")).to_have_count(0)


def review_and_publish(hands: Hands) -> None:
    hands.choose("Jory")
    hands.press("g v")
    hands.see("/review", "button:has-text('Confirm and publish')")
    hands.press("p")
    hands.see("/card", "h2:has-text('Publish version')")


def lesson_with_note_and_homework(hands: Hands) -> None:
    hands.choose("Maren")
    hands.press("g l")
    hands.see("/lesson", ".check.at")
    hands.press("2 2 1 n")
    hands.words("soft hands, slow feet")
    hands.press("Control+Enter")
    expect(hands.page.get_by_text("Lesson saved.")).to_be_visible()
    hands.press("w")
    hands.see("/practice", ".forms button")
    expect(hands.page.locator(".test").first).to_contain_text("par")
    hands.press("b r h")
    expect(hands.page.get_by_text("Sent: due")).to_be_visible()


def monitor_into_a_group(hands: Hands) -> None:
    hands.press("g y")
    hands.see("/bays", "button:has-text('Start again')")
    hands.press("Enter")
    hands.see("/bays/", ".monitor select")
    hands.press("v")
    expect(hands.page.locator(".monitor select").first).not_to_have_value("")


def new_wedge(hands: Hands) -> None:
    hands.choose("Jory")
    hands.press("g b")
    hands.see("/setup", "button:has-text('New club')")
    hands.press("n ArrowDown Tab 5 5 Enter")
    expect(hands.page.get_by_text("with the new one")).to_be_visible()
    hands.press("c")
    hands.see("/range", ".centre .big")


def booking(hands: Hands) -> None:
    hands.press("ArrowDown b")
    hands.see("/calendar", "#day:focus")
    day = dt.datetime.now().astimezone() + dt.timedelta(days=9)
    # The browser's own field: month, day, year, hour, minute, half of the day.
    hands.press(" ".join(f"{day:%m%d%Y}") + " Tab Tab " + " ".join("0715") + " p Enter")
    expect(hands.page.get_by_text(re.compile("^Booked: .* at 19:15"))).to_be_visible()


def link_for_the_phone(hands: Hands) -> None:
    hands.find("jor")
    hands.press("g c")
    hands.see("/card", "#make-link")
    hands.press("l Enter")
    expect(hands.page.get_by_alt_text("QR code of the link")).to_be_visible()


def rounds_that_come_back(hands: Hands) -> None:
    hands.find("jor")
    hands.press("g e")
    hands.see("/practice", "button:has-text('Seen')")
    hands.press("i")
    expect(hands.page.get_by_text("returned.")).to_have_count(0)


def report(hands: Hands) -> None:
    hands.find("jor")
    hands.press("g o")
    hands.see("/progress", "main svg")
    with hands.page.expect_popup() as opened:
        hands.press("p")
    opened.value.close()


def pick(hands: Hands) -> None:
    hands.find("jor")
    hands.press("g k")
    hands.see("/pick", ".answer h2")
    hands.press("6 2 Enter w")
    expect(hands.page.locator(".answer h2")).to_be_visible()
    expect(hands.page.get_by_role("slider", name="Pin")).to_have_attribute("aria-valuenow", "62")


JOBS: tuple[Callable[[Hands], None], ...] = (
    five_balls,
    review_and_publish,
    lesson_with_note_and_homework,
    monitor_into_a_group,
    new_wedge,
    booking,
    link_for_the_phone,
    rounds_that_come_back,
    report,
    pick,
)


def test_ten_jobs_by_keyboard(
    tablet: BrowserContext, own_server: Server, record_property: Callable[[str, object], None]
) -> None:
    page = sign_in(tablet.new_page(), own_server)
    rows = asked(page, "students")["rows"]
    named = {row["name"].split()[0]: row["id"] for row in rows}
    # What stands there on such a day: a group of last week, a monitor, a round from a phone.
    device_made(page, "Bay monitor")
    trio = [named[name] for name in ("Odile", "Wren", "Casimir")]
    group = written(page, "POST", "groups", {"students": trio})["id"]
    written(page, "POST", f"groups/{group}/end", {})
    faults = []
    for job in JOBS:
        come_to(page, f"{own_server.url}/students")
        expect(page.locator("tr.student").first).to_be_visible()
        hands = Hands(page, views={"/students"})
        job(hands)
        name, keys, views = job.__name__.replace("_", " "), hands.keys, len(hands.views)
        # `make test` prints it at its end.
        record_property(name, f"{keys} keys, {views} views")
        if keys > MOST_KEYS or views > MOST_VIEWS:
            faults.append((name, keys, views))
    assert not faults
