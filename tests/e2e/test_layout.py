"""Every view of the routes on a desk and on a phone: nothing is cut, lies over something else or is
wider than the page, axe finds nothing, and a metres student's name no yard, a yards student's no metre.
 `make test-all` adds the sizes between and the sun theme.

Outside check: axe-core, by the rules of WCAG 2.2 A and AA and its best practices.
"""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, ViewportSize, expect

from tests.e2e.conftest import Server, sign_in
from tests.e2e.steps import asked, device_made, monitor, on_the_range, student_named, written
from tests.e2e.views import address, all_views, come_to, go_on_to, in_other_units, open_everything, still
from tests.tiers import ALL
from tests.units import METRES, YARDS

DESK = ViewportSize(width=1280, height=800)
PHONE = ViewportSize(width=390, height=800)
BETWEEN = [ViewportSize(width=1024, height=768), ViewportSize(width=768, height=1024)]
LONG_NAME = "Henrike Sandvoll-Achterberg of Lower Marrowdale"
WIDE_FILE = (
    b"Date of the day;Club;Swing;Carry Distance;Offline;Strike;Ball Speed;Launch Angle;Spin Rate;Apex;Total\n"
    b"2026-11-01;58;9:00;44.2;1.2;solid;60;30;7000;12;46\n"
)
WRONG = (Path(__file__).parent / "layout.js").read_text()


def axe_of(page: Page) -> list[str]:
    """What axe finds wrong, a line each."""
    found = Axe().run(page).response["violations"]
    return [f"{one['id']}: {node['html'][:150]}" for one in found for node in one["nodes"]]


def wrong_at(page: Page, size: ViewportSize) -> list[str]:
    """What is wrong with the layout at a size, a line each."""
    page.set_viewport_size(size)
    still(page)
    return list(page.evaluate(WRONG))


def test_the_check_sees_what_is_wrong(page: Page) -> None:
    """The sentences of layout.js, each against a page with that fault, and one without any."""
    good = "<p>above</p><p>below</p><button>Keep</button>"
    faults = {
        "the page is": f"{good}<div style='width: 900px; height: 9px'></div>",
        "cut": f"{good}<p style='width: 3em; overflow: hidden; white-space: pre'>much longer</p>",
        "one over the other": f"{good}<p style='margin-top: -1em; height: 0'>over</p><p>it</p>",
        "pressed together": f"{good}<button style='margin-left: -2em'>Drop</button>",
        "out of its box": "<p style='width: 3em'><button style='width: 6em'>Drop</button></p>",
        "cut in itself": "<button style='width: 3em; overflow: hidden'>Unbreakable</button>",
        "out of the page": f"{good}<p style='position: absolute; left: -3em'>gone</p>",
    }
    page.set_viewport_size(PHONE)
    page.set_content(good)
    assert page.evaluate(WRONG) == []
    for said, html in faults.items():
        page.set_content(html)
        assert any(line.startswith(said) for line in page.evaluate(WRONG)), said


def test_every_view_is_whole_at_every_size_and_in_every_theme(page: Page, own_server: Server) -> None:
    server = own_server
    sign_in(page, server)
    student = student_named(page, LONG_NAME)
    others = [student_named(page, name) for name in ("Odile Brackenshaw", "Maren Okafor")]
    group = written(page, "POST", "groups", {"students": [student, *others]})["id"]
    # The group is of one set of units.
    units = asked(page, f"students/{student}")["units"]
    for other in others:
        written(page, "PATCH", f"students/{other}", {"units": units})
    # The narrowest place of the calendar is beside its form, on a Sunday.
    today = datetime.now(UTC).date()
    sunday = today + timedelta(days=6 - today.weekday())
    written(
        page,
        "POST",
        "appointments/together",
        {
            "students": [student, *others],
            "starts_at": f"{sunday}T21:30:00Z",
        },
    )
    faults = []
    for view in all_views():
        page.set_viewport_size(DESK)
        go_on_to(page, address(view, student=student, group=group))
        open_everything(page)
        faults += [f"{view} paper: {line}" for line in axe_of(page)]
        if ":studentId" in view or ":groupId" in view:
            faults += [f"{view} yards: {line}" for line in in_other_units(page, YARDS)]
        for size in (DESK, *(BETWEEN if ALL else ()), PHONE):
            faults += [f"{view} {size['width']}: {line}" for line in wrong_at(page, size)]
        if not ALL:
            continue
        page.set_viewport_size(DESK)
        # The page that begins an academy has no bar: it is read before anybody signs in.
        sun = page.get_by_role("button", name="Outdoor", exact=True)
        if sun.count():
            sun.click()
            for size in (PHONE, DESK):
                faults += [f"{view} sun {size['width']}: {line}" for line in wrong_at(page, size)]
            faults += [f"{view} sun: {line}" for line in axe_of(page)]
            page.get_by_role("button", name="Indoor", exact=True).click()
    written(page, "POST", f"groups/{group}/end", {})
    assert not faults, "\n".join(faults)


def test_ant_design_finds_its_styles_in_the_file_of_the_build(page: Page, own_server: Server) -> None:
    """Worked out in the browser they take longer than all else; only its icons' may."""
    sign_in(page, own_server)
    student = student_named(page, LONG_NAME)
    for view in ("/calendar", "/students/new", "/s/:studentId/lesson", "/s/:studentId/pick"):
        come_to(page, own_server.url + address(view, student=student))
        made = page.locator("style[data-css-hash]").all_inner_texts()
        assert [text[:40] for text in made if not text.startswith(".anticon")] == [], view
        assert page.locator(".ant-btn, .ant-input").first.evaluate(
            "(e) => getComputedStyle(e).borderRadius === '3px'"
        )
    # Our own say it better here and there: the field on the bar is dark as the bar is.
    page.keyboard.press("/")
    field = page.locator("header .ant-select-selector")
    expect(field).to_have_css("background-color", "rgb(58, 65, 56)")


@pytest.mark.parametrize("name", ["Jory Tamblin-Voss", "Pell Underhagen"])
def test_many_numbers_and_none_are_whole_on_a_phone(
    page: Page, own_server: Server, tmp_path: Path, name: str
) -> None:
    """A student with three heights for whom a device plays, and one of whom nothing is known."""
    server = own_server
    sign_in(page, server)
    student = student_named(page, name)
    if not name.startswith("Pell"):
        plays(page, server, name, tmp_path)
    faults = []
    for view in all_views():
        if ":studentId" in view or view == "/devices":
            page.set_viewport_size(DESK)
            go_on_to(page, address(view, student=student))
            if view.endswith("/import"):
                page.get_by_label("File to import").set_input_files(
                    {"name": "day.csv", "mimeType": "text/csv", "buffer": WIDE_FILE}
                )
                expect(page.get_by_role("heading", name="The first balls")).to_be_visible()
            faults += [f"{view} phone: {line}" for line in wrong_at(page, PHONE)]
            if view != "/devices":
                faults += [f"{view} metres: {line}" for line in in_other_units(page, METRES)]
            # Of what is empty axe has not read anything yet.
            if ALL and name.startswith("Pell"):
                faults += [f"{view} phone: {line}" for line in axe_of(page)]
    assert not faults, "\n".join(faults)


def plays(page: Page, server: Server, name: str, folder: Path) -> None:
    """A device with a long name sends a dozen balls of a student."""
    long = "The third bay, the covered one behind the hut"
    token = device_made(page, long)
    on_the_range(page, server, name)
    page.get_by_label("Launch monitor").select_option(label=long)
    expect(page.get_by_text("Connected.")).to_be_visible()
    assert monitor(server, token, folder, "--balls", "12", "--rate", "600").wait(timeout=60) == 0
    expect(page.locator("ol.balls li").nth(11)).to_be_visible()
