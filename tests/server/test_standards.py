"""Standards of the house, offered to all its coaches, and a coach's own beside them."""

from __future__ import annotations

from typing import Any

import pytest
from oxgang.academy.models import Coach, PersonRole, Student
from oxgang.academy.services.academies import add_coach
from oxgang.core.flight.recipes import RECIPES, School
from oxgang.core.words.shots import Trajectory

from tests.server.conftest import Api, make_coach

CARD = {"step": 10, "order": "long-first", "cues": False, "run": True}


@pytest.fixture
def two(coach: Coach) -> tuple[Api, Api]:
    tobin = add_coach(
        coach.academy,
        name="Tobin",
        log_in="tobin",
        password="six-long-words",
        role=PersonRole.COACH,
    )
    return Api(coach), Api(tobin)


def offered(api: Api, path: str, key: str = "name") -> list[tuple[str, str]]:
    found = api("GET", path).data
    rows: list[dict[str, Any]] = found if isinstance(found, list) else found["routines"]
    return [(row[key], row["ownership"]) for row in rows]


def test_the_house_offers_its_card_forms_and_set_ups(two: tuple[Api, Api]) -> None:
    head, coach = two
    wall = {"kind": "card", "name": "Wall", "card": CARD}
    assert head("PUT", "/standards", wall | {"house": True}).status_code == 200
    recipes = {t.value: RECIPES[School.BALL_BACK][t] for t in Trajectory}
    plain = {name: {f: getattr(r, f) for f in r.__dataclass_fields__} for name, r in recipes.items()}
    low = {"school": "ball-back", "recipes": plain}
    body = {"kind": "set-up", "name": "Links", "set_ups": low}
    assert coach("PUT", "/standards", body).status_code == 200
    assert offered(coach, "/standards") == [("Wall", "house"), ("Links", "mine")]
    assert offered(head, "/standards") == [("Wall", "house")]
    kept = {row["name"]: row for row in coach("GET", "/standards").data}
    assert kept["Wall"]["card"] == CARD
    assert kept["Links"]["set_ups"]["recipes"] == plain
    # The same name takes the new content; another's name is not taken.
    head("PUT", "/standards", wall | {"house": True, "card": CARD | {"step": 2}, "was": CARD})
    assert coach("GET", "/standards").data[0]["card"]["step"] == 2
    taken = coach("PUT", "/standards", wall)
    assert (taken.status_code, "belongs to the academy" in taken.data["title"]) == (422, True)
    # What is the house's is a head coach's; what is a coach's own is nobody else's.
    for refused in (
        coach("PUT", "/standards", wall | {"house": True}),
        coach("DELETE", f"/standards/{kept['Wall']['id']}"),
    ):
        assert (refused.status_code, refused.data["code"]) == (403, "not-allowed")
    assert head("DELETE", f"/standards/{kept['Links']['id']}").status_code == 404
    stranger = Api(make_coach("Lower Marrowdale", "marrow"))
    assert stranger("DELETE", f"/standards/{kept['Wall']['id']}").status_code == 404
    assert offered(stranger, "/standards") == []
    head("DELETE", f"/standards/{kept['Wall']['id']}")
    entry = head("GET", "/history").data["entries"][0]
    assert coach("POST", f"/history/{entry['id']}/undo").status_code == 403
    head("POST", f"/history/{entry['id']}/undo")
    assert offered(head, "/standards") == [("Wall", "house")]


@pytest.mark.parametrize(
    "body",
    [
        {"kind": "card", "name": "x"},
        {"kind": "card", "name": " ", "card": CARD},
        {"kind": "card", "name": "x", "card": CARD | {"step": 7}},
        {"kind": "set-up", "name": "x", "card": CARD},
        {
            "kind": "set-up",
            "name": "x",
            "set_ups": {
                "school": "shallow",
                "recipes": {
                    "low": {
                        "ball_in": 99,
                        "lean_deg": 5,
                        "face_open_deg": 0,
                        "weight_lead_pct": 60,
                    }
                },
            },
        },
    ],
)
def test_what_cannot_be_a_standard(api: Api, body: dict[str, object]) -> None:
    assert api("PUT", "/standards", body).status_code == 422
    assert api("GET", "/standards").data == []


def test_protocols_and_words_of_the_house_and_of_ones_own(two: tuple[Api, Api], student: Student) -> None:
    head, coach = two
    url = f"/students/{student.pk}"
    row = {"form": "blocked", "balls": 3, "shot": {"club": "56", "swing": "9:00"}}
    head("PUT", "/routines", {"name": "Winter", "rows": [row], "house": True})
    coach("PUT", "/routines", {"name": "Mine", "rows": [row]})
    assert offered(coach, f"{url}/practice") == [("Mine", "mine"), ("Winter", "house")]
    assert offered(head, f"{url}/practice") == [("Winter", "house")]
    assert coach("PUT", "/routines", {"name": "x", "rows": [row], "house": True}).status_code == 403
    assert coach("PUT", "/routines", {"name": "Winter", "rows": [row]}).status_code == 422
    assert coach("POST", "/lesson-words", {"kind": "cue", "text": "A", "house": True}).status_code == 403
    own = coach("POST", "/lesson-words", {"kind": "cue", "text": "Slow"}).data
    assert own["ownership"] == "mine"
    seen = head("GET", f"{url}/lessons").data["own"]
    assert [(word["text"], word["ownership"]) for word in seen] == [("Slow", "other")]
    assert head("DELETE", f"/lesson-words/{own['id']}").status_code == 404
    # The head coach says the same: it is the house's now.
    shared = head("POST", "/lesson-words", {"kind": "cue", "text": "slow", "house": True}).data
    assert (shared["id"], shared["ownership"]) == (own["id"], "house")
    assert coach("DELETE", f"/lesson-words/{own['id']}").status_code == 403
