"""What every view shows first, at 1280 by 800 in the demo: few controls, few words, one filled button."""

from __future__ import annotations

from pathlib import Path

from playwright.sync_api import Page

from tests.e2e.conftest import Server, sign_in
from tests.e2e.steps import student_named, written
from tests.e2e.views import address, all_views, go_on_to

SIGHT = (Path(__file__).parent / "sight.js").read_text()
CONTROLS, WORDS, FILLED = 45, 130, 1
# A form of boxes, one for each ball or shot on paper: its boxes are what it is for.
BOXES = {"/s/:studentId/sheet", "/s/:studentId/chart"}
NAME = "Jory Tamblin-Voss"


def test_every_view_shows_few_things_first(page: Page, own_server: Server) -> None:
    sign_in(page, own_server)
    page.set_viewport_size({"width": 1280, "height": 800})
    href = page.get_by_role("link", name=NAME).first.get_attribute("href") or ""
    student = href.split("/")[2]
    group = written(page, "POST", "groups", {"students": [student, student_named(page, "Odile Brackenshaw")]})
    over, table = [], []
    for view in all_views():
        go_on_to(page, address(view, student=student, group=group["id"]))
        seen = page.evaluate(SIGHT)
        table.append(f"{seen['controls']:4} {seen['words']:4} {seen['filled']}  {view}")
        few = view in BOXES or seen["controls"] <= CONTROLS
        if not few or seen["words"] > WORDS or seen["filled"] > FILLED:
            over.append(table[-1])
    print("\ncontrols words filled", *table, sep="\n")
    assert not over, "\n".join(["controls, words or filled buttons beyond 45, 130, 1:", *over])
