"""What the card and the phone show of the shots used."""

from __future__ import annotations

import pytest
from django.utils import timezone
from oxgang.academy.models import Club, Coach, Student
from oxgang.core.ground.card import Card, by_yardage, thin
from oxgang.core.ground.proposal import propose
from oxgang.demo.season import load_demo
from oxgang.matrix.selectors.card import live_card
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.matrix.selectors.played import limit_of, played_in, proposal_for, shots_of
from oxgang.matrix.selectors.standing import standing_of

from tests.server.conftest import Api
from tests.server.steps import hit, keep
from tests.server.test_played import choose


def test_the_card_shows_what_moves_before_it_is_published(api: Api, two_shots: Student, wedge: Club) -> None:
    url = f"/students/{two_shots.pk}"
    choose(api, two_shots, ("9:00", "played"), ("10:00", "neither"))
    first = api("GET", f"{url}/card").data
    assert (first["next"], first["moved"], first["played"]) == (1, [], 1)
    assert [t["code"] for t in first["thin"]][:2] == ["card-few-shots", "card-little-ground"]
    api("POST", f"{url}/versions", {"picks": False})
    hit(api, two_shots, wedge, [52, 53, 51, 52, 54, 52, 53, 52])
    keep(api, two_shots)
    choose(api, two_shots, ("10:00", "played"))
    card = api("GET", f"{url}/card?sides=yardage,club,ground&order=long-first&step=10&run=true").data
    moved = {d["key"]["swing"]: d for d in card["moved"]}
    assert moved["9:00"]["after_yd"] > moved["9:00"]["before_yd"] + 2
    assert (moved["10:00"]["before"], moved["10:00"]["after"]) == ("neither", "played")
    ladder = [t["text"] for t in card["sheets"][0]["texts"]]
    assert ladder.index("60") < ladder.index("50") if "50" in ladder else "60" in ladder
    assert any(text.startswith("+") for text in ladder)
    assert len(card["sheets"]) == 2
    assert (card["sheets"][0]["width"], card["sheets"][0]["height"]) == pytest.approx(
        (148 * 72 / 25.4, 105 * 72 / 25.4)
    )
    for query, field in (("step=3", "step"), ("sides=back", "sides")):
        refused = api("GET", f"{url}/card?{query}")
        assert (refused.status_code, refused.data["field"]) == (422, field)
    refused = api("POST", f"{url}/versions", {"step": 7})
    assert (refused.status_code, refused.data["field"]) == (422, "step")


def test_a_link_says_where_phones_reach_it(api: Api, two_shots: Student, coach: Coach) -> None:
    url = f"/students/{two_shots.pk}"
    api("POST", f"{url}/versions", {"picks": False})
    made = api("POST", f"{url}/links", {}, SERVER_NAME="127.0.0.1").data
    assert (made["url"].startswith("http://127.0.0.1"), made["reached"]) == (True, False)
    coach.academy.public_address = "https://academy.example"
    coach.academy.save()
    made = api("POST", f"{url}/links", {}).data
    assert (made["url"].startswith("https://academy.example/c/"), made["reached"]) == (True, True)


def live(student: Student) -> Card:
    found = matrix_of(student, timezone.now().date())
    return live_card(student, found, played_in(student, found))


def test_every_demo_students_card_is_one_to_hand_out(db: None) -> None:
    """What the first release put on a card: full lob wedges, a junior's swings over the shoulder,
    45 = 54 high, 50 = 58 low, "PW full low 82 +- 26"."""
    demo = load_demo(now=timezone.now()).students.select_related("scale", "academy")
    for student in demo:
        found = matrix_of(student, timezone.now().date())
        card = live(student)
        arms = dict(zip((label for label, _ in card.positions), card.arms, strict=True))
        lofts = dict(card.clubs)
        for cell in card.played:
            assert cell.measured
            if arms[cell.key.swing] > 160:  # a full swing: of the least lofted club alone
                assert lofts[cell.key.club] == min(lofts.values())
            if student.name.startswith("Wren"):
                assert arms[cell.key.swing] <= 130  # nothing over the shoulder
        reached = [line for line in by_yardage(card) if line.reached]
        carries = [line.cell.carry_yd for line in reached]
        assert carries == sorted(carries)  # a ladder goes up
        assert sum(line.cell.key.trajectory != "stock" for line in reached) <= 1
        assert bool(thin(card)) or len(card.played) >= 3
        if student.name.startswith("Jory"):
            # At most twelve shots for nine tenths of the ground that his measured shots reach.
            own = shots_of(found)
            limit = limit_of(student, standing_of(student, found.matrix)[0])
            most = propose(
                own,
                limit,
                from_yd=student.from_yd,
                to_yd=student.to_yd,
                tolerance_yd=student.tolerance_yd,
                price=0.0,
            )
            assert most.covered[11] >= 0.9 * most.covered[-1]
            assert len(proposal_for(student, found, own).shots()) <= 12
    assert {s.name for s in demo if s.shots_chosen} == {"Jory Tamblin-Voss"}
