"""Balls: once each, marked, undone, asked about; and the matrix that answers."""

import threading
from datetime import date
from typing import Any

import pytest
from django.db import connections
from oxgang.academy.models import Club, Coach, Student
from oxgang.range_sessions.models import Ball, RangeSession
from pytest_django.fixtures import DjangoAssertNumQueries

from tests.server.conftest import Api


def ball(wedge: Club, uid: str, carry: float, **more: Any) -> dict[str, Any]:
    return {
        "uid": f"ball-{uid}",
        "hit_at": "2026-05-31T10:00:00Z",
        "club_id": str(wedge.pk),
        "swing": "9:00",
        "carry_yd": carry,
        **more,
    }


def test_five_balls_with_one_fat_make_the_centre_of_four(
    api: Api, student: Student, wedge: Club
) -> None:
    for i, carry in enumerate((60, 61, 62, 63)):
        api("PUT", f"/students/{student.pk}/balls", ball(wedge, str(i), carry))
    stored = api("PUT", f"/students/{student.pk}/balls", ball(wedge, "f", 41, strike="fat")).data
    assert stored["cell"]["carry_yd"] == 61.5
    assert (stored["cell"]["balls"], stored["cell"]["mishits"]) == (4, 1)
    matrix = api("GET", f"/students/{student.pk}/matrix").data
    (cell,) = matrix["cells"]
    assert cell["carry_yd"] == 61.5
    ground = matrix["ground"]
    assert ground["best"][62 - ground["axis_from_yd"]] == [0]
    assert ground["covered"] == 6  # 59 to 64 lie within 2.5 yards of 61.5
    assert [s["width"] for s in ground["fallow"]] == [29, 36]


def test_sending_twice_stores_once_and_undo_can_be_taken_back(
    api: Api, student: Student, wedge: Club
) -> None:
    url = f"/students/{student.pk}/balls"
    for _ in range(3):
        assert api("PUT", url, ball(wedge, "1", 60)).status_code == 200
    assert Ball.objects.count() == 1
    for _ in range(2):
        assert api("DELETE", f"{url}/ball-1").data["cell"] is None
    assert api("GET", f"{url}?day=2026-05-31").data == []
    # The late repeat of an undone ball does not bring it back.
    api("PUT", url, ball(wedge, "1", 60))
    assert api("GET", f"{url}?day=2026-05-31").data == []
    assert api("POST", f"{url}/ball-1/restore").data["cell"]["carry_yd"] == 60
    assert api("PATCH", f"{url}/ball-1", {"strike": "thin"}).data["cell"] is None
    marked = api("PATCH", f"{url}/ball-1", {"strike": "solid", "excluded": "wind"}).data
    assert (marked["cell"], marked["ball"]["excluded"]) == (None, "wind")


@pytest.mark.parametrize(
    ("change", "status", "field"),
    [
        ({"carry_yd": -5}, 422, "carry_yd"),
        ({"carry_yd": "far"}, 422, "carry_yd"),
        ({"carry_yd": None}, 422, "carry_yd"),
        ({"carry_yd": 180}, 409, "carry_yd"),
        ({"strike": "shank"}, 422, "strike"),
        ({"uid": "x"}, 422, "uid"),
        ({"hit_at": "yesterday"}, 422, "hit_at"),
        ({"club_id": "56"}, 422, "club_id"),
    ],
)
def test_bad_balls_get_a_sentence_for_their_field(
    api: Api, student: Student, wedge: Club, change: dict[str, Any], status: int, field: str
) -> None:
    response = api("PUT", f"/students/{student.pk}/balls", ball(wedge, "1", 60) | change)
    assert response.status_code == status
    assert response["Content-Type"] == "application/problem+json"
    assert response.data["field"] == field
    assert response.data["title"].endswith((".", "?"))
    assert not Ball.objects.exists()
    if status == 409:
        sure = ball(wedge, "1", 180, confirmed=True)
        assert api("PUT", f"/students/{student.pk}/balls", sure).status_code == 200


def test_a_clock_that_is_ahead_puts_no_ball_into_tomorrow(
    api: Api, student: Student, wedge: Club
) -> None:
    api("PUT", f"/students/{student.pk}/balls", ball(wedge, "1", 60, hit_at="2099-01-01T00:00:00Z"))
    assert Ball.objects.get().hit_on <= date.today()  # noqa: DTZ011 - the machine's own day


@pytest.mark.django_db(transaction=True)
def test_two_tablets_at_once_lose_and_double_nothing(coach: Coach, student: Student) -> None:
    wedge = student.clubs.get(label="56")
    failures: list[object] = []

    def tablet(own: str) -> None:
        api = Api(coach)
        for i in range(12):
            for uid in (f"shared-{i}", f"{own}-{i}"):
                r = api("PUT", f"/students/{student.pk}/balls", ball(wedge, uid, 60 + i / 10))
                if r.status_code != 200:
                    failures.append(r.content)
        connections.close_all()

    tablets = [threading.Thread(target=tablet, args=(name,)) for name in ("left", "right")]
    for t in tablets:
        t.start()
    for t in tablets:
        t.join()
    assert failures == []
    assert Ball.objects.count() == 36
    assert RangeSession.objects.count() == 1


def test_queries_are_bounded(
    api: Api,
    student: Student,
    wedge: Club,
    django_assert_max_num_queries: DjangoAssertNumQueries,
) -> None:
    for i in range(30):
        api("PUT", f"/students/{student.pk}/balls", ball(wedge, str(i), 55 + i / 5))
    for address in (f"/students/{student.pk}/matrix", f"/students/{student.pk}/balls", "/students"):
        with django_assert_max_num_queries(10):
            assert api.client.get(f"/api{address}").status_code == 200
    body = ball(wedge, "last", 60)
    with django_assert_max_num_queries(26):
        api("PUT", f"/students/{student.pk}/balls", body)


def test_a_new_scale_keeps_the_balls_and_re_expresses_the_cells(
    api: Api, student: Student, wedge: Club
) -> None:
    api("PUT", f"/students/{student.pk}/balls", ball(wedge, "1", 60))
    fraction = student.academy.scales.get(key="fraction")
    assert api("PATCH", f"/students/{student.pk}", {"scale_id": fraction.pk}).status_code == 200
    (cell,) = api("GET", f"/students/{student.pk}/matrix").data["cells"]
    assert cell["swing"] == "half"
    query = "club=56&swing=half&trajectory=stock"
    (hit,) = api("GET", f"/students/{student.pk}/cell-balls?{query}").data
    assert hit["swing"] == "9:00"
