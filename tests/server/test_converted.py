"""What carries are converted by changes, or is undone: the balls follow, all at once."""

from __future__ import annotations

from typing import Any

import pytest
from django.utils import timezone
from oxgang.academy.models import Student
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.services import standard_carries
from oxgang.range_sessions.services.moved import bring_along, left

from tests.server.conftest import Api

NOW = timezone.now().isoformat()


def carries(student: Student) -> list[float | None]:
    return list(Ball.objects.filter(student=student).order_by("pk").values_list("standard_yd", flat=True))


@pytest.fixture
def totals(api: Api, student: Student) -> Student:
    """A student with balls of which only the total was read: the flight makes carries of them."""
    for i, club in enumerate(student.clubs.order_by("label")):
        for swing in ("8:00", "9:00"):
            ball = {"uid": f"total-{i}-{swing}", "hit_at": NOW, "swing": swing}
            body = {**ball, "club_id": str(club.pk), "total_yd": 60 + i}
            assert api("PUT", f"/students/{student.pk}/balls", body).status_code == 200
    return student


def changes(api: Api, student: Student) -> dict[str, tuple[str, str, Any]]:
    url = f"/students/{student.pk}"
    stands = api("GET", f"{url}/recipes").data
    leaning = stands["recipes"] | {"stock": stands["recipes"]["stock"] | {"lean_deg": 9.0}}
    return {
        "school": (
            "PUT",
            f"{url}/recipes",
            {"school": "ball-back", "recipes": stands["schools"]["ball-back"]},
        ),
        "set-up": ("PUT", f"{url}/recipes", {"school": stands["school"], "recipes": leaning}),
        "friction": ("PATCH", url, {"friction": "practised"}),
        "loft": ("PATCH", f"/clubs/{student.clubs.get(label='56').pk}", {"loft_deg": 50}),
    }


@pytest.mark.parametrize("what", ["school", "set-up", "friction", "loft"])
def test_what_is_undone_is_converted_back(api: Api, totals: Student, what: str) -> None:
    before = carries(totals)
    assert api(*changes(api, totals)[what]).status_code == 200
    now = carries(totals)
    assert now != before
    entry = api("GET", f"/students/{totals.pk}/history").data["entries"][0]["id"]
    assert api("POST", f"/history/{entry}/undo", {}).status_code == 200
    assert (left(totals.academy), carries(totals)) == (1, now)
    assert bring_along(totals.academy, 10.0) == 0
    assert carries(totals) == before


def test_many_balls_are_converted_behind_the_answer_all_at_once(
    api: Api, totals: Student, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(standard_carries, "SOON", 3)
    monkeypatch.setattr(standard_carries, "AT_ONCE", 2)
    before = carries(totals)
    answer = api(*changes(api, totals)["set-up"])
    assert (answer.data["converting"], carries(totals)) == (True, before)
    seen = []
    convert = standard_carries.normalize_carry

    def looked_at(*args: Any) -> None:
        # Somebody looks, and the coach corrects a ball, while others are being worked out.
        seen.append(carries(totals)[1:] == before[1:])
        convert(*args)
        if len(seen) == 2:
            api("PATCH", f"/students/{totals.pk}/balls/total-0-8:00", {"spin": "release"})

    monkeypatch.setattr(standard_carries, "normalize_carry", looked_at)
    bring_along(totals.academy, 10.0)
    assert (len(seen), all(seen)) == (4, True)
    assert not api("GET", f"/students/{totals.pk}/recipes").data["converting"]
    after = carries(totals)
    assert all(a != b for a, b in zip(after, before, strict=True))
    standard_carries.normalize_all_carries(totals)
    assert carries(totals) == after
