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
from tests.server.steps import ball, caught_up, cell_now


def test_five_balls_with_one_fat_make_the_centre_of_four(api: Api, student: Student, wedge: Club) -> None:
    for i, carry in enumerate((60, 61, 62, 63)):
        api("PUT", f"/students/{student.pk}/balls", ball(wedge, str(i), carry))
    api("PUT", f"/students/{student.pk}/balls", ball(wedge, "f", 41, strike="fat"))
    stored = cell_now(api, student)
    # Four balls about 61.5, drawn a little to what the rule of thumb expects of a half swing.
    assert stored["cell"]["carry_yd"] == pytest.approx(61, abs=1)
    assert (stored["cell"]["balls"], stored["cell"]["mishits"]) == (4, 1)
    # Nothing enters the matrix before the review.
    unseen = api("GET", f"/students/{student.pk}/matrix").data
    assert unseen["waiting"] == 5
    assert {c["basis"] for c in unseen["cells"]} == {"estimated"}
    assert api("POST", f"/students/{student.pk}/review", {}).data == {"accepted": 5}
    matrix = api("GET", f"/students/{student.pk}/matrix").data
    (cell,) = (c for c in matrix["cells"] if c["basis"] == "measured")
    assert cell == stored["cell"] | {"play": "played"}  # the only one: it is proposed
    assert len(matrix["cells"]) == 2 * 6 * 3
    ground = matrix["ground"]
    best = ground["best"][round(cell["carry_yd"]) - ground["axis_from_yd"]]
    assert matrix["cells"][best[0]] == cell
    assert matrix["cells"][ground["plays"][round(cell["carry_yd"]) - ground["axis_from_yd"]]] == cell
    assert ground["covered_played"] == 5
    assert ground["covered_measured"] == 5  # within 2.5 yards
    assert ground["covered"] >= 5
    assert sum(s["width"] for s in ground["unsure"]) == 71 - 5


def test_sending_twice_stores_once_and_undo_can_be_taken_back(
    api: Api, student: Student, wedge: Club
) -> None:
    url = f"/students/{student.pk}/balls"
    for _ in range(3):
        assert api("PUT", url, ball(wedge, "1", 60)).status_code == 200
    assert Ball.objects.count() == 1
    for _ in range(2):
        assert api("DELETE", f"{url}/ball-1").status_code == 200
        assert cell_now(api, student)["cell"]["basis"] == "estimated"
    assert api("GET", f"{url}?day=2026-05-31").data == []
    # The late repeat of an undone ball does not bring it back.
    api("PUT", url, ball(wedge, "1", 60))
    assert api("GET", f"{url}?day=2026-05-31").data == []
    api("POST", f"{url}/ball-1/restore")
    assert cell_now(api, student)["cell"]["balls"] == 1
    api("PATCH", f"{url}/ball-1", {"strike": "thin"})
    assert cell_now(api, student)["cell"]["balls"] == 0
    marked = api("PATCH", f"{url}/ball-1", {"strike": "solid", "excluded": "wind"}).data
    assert (cell_now(api, student)["cell"]["balls"], marked["ball"]["excluded"]) == (0, "wind")


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


def test_a_clock_that_is_ahead_puts_no_ball_into_tomorrow(api: Api, student: Student, wedge: Club) -> None:
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
    caught_up(api)  # computed once, then kept
    for address in (f"/students/{student.pk}/matrix", f"/students/{student.pk}/balls", "/students"):
        # The list asks for the academy's example beside its rows.
        with django_assert_max_num_queries(10):
            assert api.client.get(f"/api{address}").status_code == 200
    body = ball(wedge, "last", 60)
    with django_assert_max_num_queries(23):
        api("PUT", f"/students/{student.pk}/balls", body)


def test_a_new_scale_keeps_the_balls_and_re_expresses_the_cells(
    api: Api, student: Student, wedge: Club
) -> None:
    api("PUT", f"/students/{student.pk}/balls", ball(wedge, "1", 60))
    fraction = student.academy.scales.get(key="fraction")
    assert api("PATCH", f"/students/{student.pk}", {"scale_id": fraction.pk}).status_code == 200
    cells = api("GET", f"/students/{student.pk}/matrix?live=true").data["cells"]
    (cell,) = (c for c in cells if c["balls"])
    assert (cell["swing"], cell["re_expressed"]) == ("half", 1)
    assert "from another scale" in cell["doubts"]
    query = "club=56&swing=half&trajectory=stock"
    (hit,) = api("GET", f"/students/{student.pk}/cell-balls?{query}").data
    assert hit["swing"] == "9:00"


def test_a_windy_ball_is_brought_home_and_an_old_club_still_tells_of_the_swing(
    api: Api, student: Student, wedge: Club
) -> None:
    csv = "date,club,swing,carry_yd,headwind_mps\n" + "2026-05-30,56,9:00,60,5\n" * 5
    upload = api.upload(f"/students/{student.pk}/shots", csv.encode())
    assert b'"stored": true' in upload.getvalue()
    api("POST", f"/students/{student.pk}/review", {})
    query = "club=56&swing=9:00&trajectory=stock"
    balls = api("GET", f"/students/{student.pk}/cell-balls?{query}").data
    assert all(b["carry_yd"] == 60 < b["standard_yd"] < 66 for b in balls)
    behind = api("GET", f"/students/{student.pk}/why?{query}").data
    assert behind["steps"][0]["reason"] == "own"
    assert behind["steps"][0]["stands_yd"] == pytest.approx(balls[0]["standard_yd"], abs=0.1)
    assert [d["balls"] for d in behind["history"]] == [5]
    assert behind["set_up"]["values"]["handle"] == "level"
    before = api("GET", f"/students/{student.pk}/matrix").data["cells"]
    api("PATCH", f"/clubs/{wedge.pk}", {"used_until": "2026-05-30"})
    after = api("GET", f"/students/{student.pk}/matrix").data["cells"]
    assert {c["club"] for c in after} == {"60"}
    half = {c["swing"]: c for c in before if c["club"] == "60" and c["trajectory"] == "stock"}
    (now,) = (c for c in after if (c["swing"], c["trajectory"]) == ("9:00", "stock"))
    assert now["carry_yd"] == pytest.approx(half["9:00"]["carry_yd"])
    compared = api("GET", f"/students/{student.pk}/compare").data
    assert compared["wedges"] == []  # the 60 was never hit
    # No club of the bag has a measured swing: there is nothing to do the arithmetic from.
    assert compared["arithmetic"] == []
