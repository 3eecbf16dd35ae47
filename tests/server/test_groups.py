"""Students side by side: every ball once, to whoever hit it, whatever arrives when."""

from __future__ import annotations

from collections import Counter
from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4
from zoneinfo import ZoneInfo

import pytest
from django.utils import timezone
from hypothesis import given
from hypothesis import strategies as st
from oxgang.academy.models import Academy, Club, Coach, Student
from oxgang.range_sessions.feeds.plays import LAGS, MOST_LAG, STEADY, clock_lag
from oxgang.range_sessions.models import Appointment, Ball, FeedBall, Group

from tests.server.conftest import Api, make_coach, make_student
from tests.server.steps import ball, last, sentence_of, undo
from tests.server.test_devices import feed, token_of

NAMES = ("Ansel Quill", "Berit Soames", "Corin Ashlade")


@pytest.fixture
def three(coach: Coach) -> list[Student]:
    return [make_student(coach, name) for name in NAMES]


def plays(student: Student, club: str = "56", swing: str = "9:00", **more: Any) -> dict[str, Any]:
    return {"club_id": str(student.clubs.get(label=club).pk), "swing": swing, **more}


def turn(api: Api, group: str, kind: str, at: datetime | None = None, **more: Any) -> Any:
    said = {"uid": f"t-{uuid4()}", "kind": kind, "at": (at or timezone.now()).isoformat()}
    return api("PUT", f"/groups/{group}/turns", said | more)


@pytest.fixture
def group(api: Api, three: list[Student]) -> str:
    """Three bays, each with a shot of its own, opened two minutes ago; the first is up."""
    opened = api("POST", "/groups", {"students": [str(s.pk) for s in three]})
    assert (opened.status_code, opened.data["up"]) == (201, 1), opened.content
    key = str(opened.data["id"])
    ago = timezone.now() - timedelta(minutes=2)
    Group.objects.update(made_at=ago)
    Group.objects.get().turns.update(at=ago)
    for number, (student, swing) in enumerate(zip(three, ("8:00", "9:00", "10:00"), strict=True), 1):
        shot = plays(student, swing=swing)
        assert turn(api, key, "shot", at=ago, number=number, plays=shot).status_code == 200
    return key


@pytest.fixture
def monitor(api: Api, group: str) -> str:
    token = token_of(api)
    (device,) = api("GET", "/devices").data
    used = api("PUT", f"/groups/{group}/monitor", {"device_id": device["id"]})
    assert used.data["monitor"]["name"] == "Bay 3"
    return token


def whose() -> dict[str, list[str]]:
    rows: dict[str, list[str]] = {name: [] for name in NAMES}
    for row in Ball.objects.filter(withdrawn_at=None).select_related("student").order_by("uid"):
        rows[row.student.name].append(row.uid.rsplit("-", 1)[-1])
    return rows


def sent(uid: str, at: datetime, carry: float = 50) -> dict[str, Any]:
    return {"id": f"ball-{uid}", "hit_at": at.isoformat(), "carry_yd": carry}


def test_sixty_balls_of_one_monitor_go_each_to_whoever_was_up(
    api: Api, three: list[Student], group: str, monitor: str
) -> None:
    """Ten balls a minute for each of three; the monitor's network is cut for a third of them, one
    wrong student is put right, and each matrix has exactly its own balls."""
    start, wanted, late = timezone.now() - timedelta(seconds=118), {}, []
    for i in range(60):
        number, at = i % 3 + 1, start + timedelta(seconds=1.9 * i)
        turn(api, group, "up", at=at - timedelta(seconds=0.6), number=number)
        wanted[f"{i:04}"] = NAMES[number - 1]
        shot = sent(f"{i:04}", at, carry=40 + 10 * number)
        if 20 <= i < 40:
            late.append(shot)
            continue
        if i == 40:
            assert feed(monitor, {"balls": late}).json()["new"] == 20
        assert feed(monitor, shot).status_code == 200
        assert feed(monitor, shot).json()["new"] == 0
    found = whose()
    assert {uid: name for name, uids in found.items() for uid in uids} == wanted
    assert Counter(map(len, found.values())) == {20: 3}
    rows = Ball.objects.filter(withdrawn_at=None)
    assert {(b.student.name, b.swing, b.carry_yd) for b in rows} == set(
        zip(NAMES, ("8:00", "9:00", "10:00"), (50.0, 60.0, 70.0), strict=True)
    )
    # One was Corin's all the same: he had walked up to the second mat.
    one = Ball.objects.get(uid__endswith="-0004", withdrawn_at=None)
    move = {"student_id": str(three[1].pk), "to_id": str(three[2].pk), "balls": [one.uid]}
    for _ in range(2):
        moved = api("PUT", f"/groups/{group}/moves", move)
    assert moved.data["moved"] == 0
    assert [len(uids) for uids in whose().values()] == [20, 19, 21]
    for student, balls in zip(three, (20, 19, 21), strict=True):
        assert api("POST", f"/students/{student.pk}/review", {}).status_code == 200
        cells = api("GET", f"/students/{student.pk}/matrix").data["cells"]
        assert sum(cell["balls"] for cell in cells) == balls
    back = {"student_id": str(three[2].pk), "to_id": str(three[1].pk), "balls": [one.uid]}
    assert api("PUT", f"/groups/{group}/moves", back).data["moved"] == 1
    assert [len(uids) for uids in whose().values()] == [20, 20, 20]


def test_a_ball_that_overtakes_its_turn_goes_to_who_was_up(
    api: Api, three: list[Student], group: str, monitor: str
) -> None:
    """A slow network: the ball is there before the turn that was pressed before it."""
    now = timezone.now()
    feed(monitor, sent("0000", now - timedelta(seconds=0.4)))
    assert [len(uids) for uids in whose().values()] == [1, 0, 0]
    turn(api, group, "up", at=now - timedelta(seconds=0.8), number=2)
    assert [len(uids) for uids in whose().values()] == [0, 1, 0]


def test_a_turn_that_a_tablet_tells_late_brings_the_balls_along(
    api: Api, three: list[Student], group: str, monitor: str
) -> None:
    now = timezone.now()
    for i in range(6):
        feed(monitor, sent(f"{i}000", now - timedelta(seconds=60 - 5 * i)))
    assert [len(uids) for uids in whose().values()] == [6, 0, 0]
    by_hand = {
        "student_id": str(three[0].pk),
        "to_id": str(three[2].pk),
        "balls": [Ball.objects.get(uid__endswith="4000").uid],
    }
    assert api("PUT", f"/groups/{group}/moves", by_hand).data["moved"] == 1
    # The tablet had no network: bay 2 has been up since the third ball.
    told = turn(api, group, "up", at=now - timedelta(seconds=51), number=2)
    assert told.data["up"] == 2
    found = whose()
    assert found[NAMES[0]] == ["0000", "1000"]
    assert found[NAMES[1]] == ["2000", "3000", "5000"]
    assert found[NAMES[2]] == ["4000"]  # put right by hand: it stays
    assert {b.swing for b in Ball.objects.filter(student=three[1])} == {"9:00"}


def test_the_monitor_may_stand_at_a_bay_while_another_one_is_up(
    api: Api, three: list[Student], group: str, monitor: str
) -> None:
    turn(api, group, "monitor", number=3)
    turn(api, group, "up", number=1)
    feed(monitor, sent("0001", timezone.now()))
    assert [len(uids) for uids in whose().values()] == [0, 0, 1]
    stood = turn(api, group, "monitor", number=None).data
    assert stood["monitor"]["at"] is None
    feed(monitor, sent("0002", timezone.now()))
    assert [len(uids) for uids in whose().values()] == [1, 0, 1]
    # The claim goes with the turn, so that every other view says the same.
    assert [d["plays_for"] for d in api("GET", "/devices").data] == [str(three[0].pk)]
    turn(api, group, "up", number=2)
    assert [d["plays_for"] for d in api("GET", "/devices").data] == [str(three[1].pk)]


def test_a_monitor_whose_clock_is_behind_is_read_by_its_quickest_ball(
    api: Api, group: str, monitor: str
) -> None:
    behind = timedelta(seconds=40)
    for i in range(LAGS):
        feed(monitor, sent(f"{i}000", timezone.now() - behind))
    turn(api, group, "up", number=2)
    feed(monitor, sent("9000", timezone.now() - behind))
    assert whose()[NAMES[1]] == ["9000"]


@given(st.lists(st.integers(0, 600_000), max_size=8))
def test_only_a_steady_lag_is_the_clocks(took: list[int]) -> None:
    lags = [timedelta(milliseconds=ms) for ms in took]
    lag, last = clock_lag(lags), lags[:LAGS]
    if lag:
        assert len(last) == LAGS
        assert max(last) - min(last) <= STEADY
        assert lag == min(last) <= MOST_LAG
    steady = [timedelta(seconds=40, milliseconds=ms) for ms in (300, 10, 250, 40, 90)]
    assert clock_lag([*steady, *lags]) == timedelta(seconds=40, milliseconds=10)
    # Five that waited for a network and came in a burst.
    assert not clock_lag([timedelta(seconds=30 + 6 * i) for i in range(5)])


def test_what_is_said_about_a_group_that_cannot_be(api: Api, three: list[Student], group: str) -> None:
    again = api("POST", "/groups", {"students": [str(three[1].pk), str(three[0].pk)]})
    assert (again.status_code, "bay 2 of a group of ilse" in again.data["title"]) == (409, True)
    fresh = [make_student(Coach.objects.get(), f"New {i}") for i in range(7)]
    for students, word in (
        ([fresh[0]], "2 to 6"),
        (fresh, "2 to 6"),
        ([fresh[0], fresh[0]], "two bays"),
    ):
        answer = api("POST", "/groups", {"students": [str(s.pk) for s in students]})
        assert (answer.status_code, word in answer.data["title"]) == (422, True)
    api("POST", f"/students/{fresh[1].pk}/archive")
    gone = api("POST", "/groups", {"students": [str(s.pk) for s in fresh[:2]]})
    assert "archived" in gone.data["title"]
    assert "Nobody hits in bay 5" in turn(api, group, "up", number=5).data["title"]
    not_his = plays(three[0])
    wrong = turn(api, group, "shot", number=2, plays=not_his)
    assert (wrong.status_code, wrong.data["field"]) == (422, "club_id")
    for student in fresh[2:5]:
        assert api("POST", f"/groups/{group}/students", {"student_id": str(student.pk)})
    full = api("POST", f"/groups/{group}/students", {"student_id": str(fresh[5].pk)})
    assert "All 6 bays" in full.data["title"]
    left = api("DELETE", f"/groups/{group}/bays/1").data
    assert ([bay["number"] for bay in left["bays"]], left["up"]) == ([2, 3, 4, 5, 6], 2)
    stranger = Api(make_coach("Lower Marrowdale", "tobin"))
    assert stranger("GET", f"/groups/{group}").status_code == 404
    over = api("POST", f"/groups/{group}/end").data
    assert over["over"]
    assert turn(api, group, "up", number=2).status_code == 409
    assert api("GET", "/groups").data == []
    # Everybody is free again.
    free = api("POST", "/groups", {"students": [str(s.pk) for s in three[:2]]})
    assert free.status_code == 201


def test_a_revoked_monitor_leaves_the_group_and_takes_nothing_with_it(
    api: Api, three: list[Student], group: str, monitor: str
) -> None:
    feed(monitor, sent("0001", timezone.now()))
    before = api("GET", f"/groups/{group}/change").data["change"]
    api("DELETE", f"/devices/{api('GET', '/devices').data[0]['id']}")
    assert feed(monitor, sent("0002", timezone.now())).status_code == 401
    after = api("GET", f"/groups/{group}").data
    assert (after["monitor"], after["bays"][0]["balls"]) == (None, 1)
    assert after["change"] != before
    refused = api("PUT", f"/groups/{group}/monitor", {"device_id": 1})
    assert refused.status_code in (404, 422)


def test_a_monitor_is_taken_only_when_asked_twice(
    api: Api, three: list[Student], group: str, monitor: str, coach: Coach
) -> None:
    others = [make_student(coach, f"Other {i}") for i in range(2)]
    second = api("POST", "/groups", {"students": [str(s.pk) for s in others]}).data["id"]
    (device,) = api("GET", "/devices").data
    body = {"device_id": device["id"]}
    asked = api("PUT", f"/groups/{second}/monitor", body)
    assert (asked.status_code, NAMES[0] in asked.data["title"]) == (409, True)
    assert api("PUT", f"/groups/{second}/monitor", body | {"take": True}).status_code == 200
    assert api("GET", f"/groups/{group}").data["monitor"] is None
    # Somebody alone takes it on the range view: the group has it no more, and says so.
    alone = {"student_id": str(three[2].pk), "plays": plays(three[2]), "take": True}
    assert api("PUT", f"/devices/{device['id']}/plays", alone).status_code == 200
    assert api("GET", f"/groups/{second}").data["monitor"] is None


def test_same_for_all_takes_the_nearest_that_each_has(
    api: Api, coach: Coach, three: list[Student], group: str
) -> None:
    body_scale = coach.academy.scales.get(key="body")
    api("PATCH", f"/students/{three[1].pk}", {"scale_id": body_scale.pk})
    club = three[2].clubs.get(label="56")
    api("PATCH", f"/clubs/{club.pk}", {"label": "55", "loft_deg": 55})
    said = turn(api, group, "shot", number=1, everybody=True).data
    shots = {bay["number"]: bay["plays"] for bay in said["bays"]}
    assert shots[2]["swing"] == "hip"  # 8:00 is an arm of 60 degrees, hip of 65
    assert shots[3]["club_id"] == str(club.pk)
    assert said["apart"] == {"2": "swing", "3": "club"}


def test_a_tablet_is_told_of_every_ball_and_asks_for_little(
    api: Api, three: list[Student], group: str, django_assert_max_num_queries: Any
) -> None:
    seen = api("GET", f"/groups/{group}/change").data["change"]
    wedge: Club = three[1].clubs.get(label="56")
    now = timezone.now().isoformat()
    api("PUT", f"/students/{three[1].pk}/balls", ball(wedge, "x", 61, hit_at=now))
    assert api("GET", f"/groups/{group}/change").data["change"] != seen
    state = api("GET", f"/groups/{group}").data
    assert [bay["balls"] for bay in state["bays"]] == [0, 1, 0]
    assert state["bays"][1]["latest"][0]["carry_yd"] == 61
    with django_assert_max_num_queries(12):
        api("GET", f"/groups/{group}")


def test_a_ball_of_nobodys_turn_waits_for_a_coach(
    api: Api, three: list[Student], group: str, monitor: str
) -> None:
    feed(monitor, sent("0001", timezone.now() - timedelta(minutes=30)))
    waits = FeedBall.objects.get()
    assert "no student or no shot was set" in waits.question
    assert whose() == {name: [] for name in NAMES}


def test_booked_together_it_is_one_session_that_moves_as_one(api: Api, three: list[Student]) -> None:
    at = timezone.now() + timedelta(days=1)
    body = {"students": [str(s.pk) for s in three], "starts_at": at.isoformat()}
    booked = api("POST", "/appointments/together", body)
    assert booked.status_code == 201
    assert len({row["together"] for row in booked.data}) == 1
    taken = api("POST", "/appointments", {"student_id": str(three[0].pk), "starts_at": at.isoformat()})
    assert "already has a session then" in taken.data["title"]
    twice = api("POST", "/appointments/together", body | {"students": [str(three[0].pk)] * 2})
    assert twice.status_code == 422
    later = (at + timedelta(hours=2)).isoformat()
    one = booked.data[1]["id"]
    assert api("PATCH", f"/appointments/{one}", {"starts_at": later}).status_code == 200
    week = api("GET", "/calendar?days=7").data["appointments"]
    assert len({row["starts_at"] for row in week}) == 1
    address = api("POST", "/calendar/link").data["url"].removeprefix("http://testserver")
    text = api.client.get(address).content.decode()
    assert text.count("BEGIN:VEVENT") == 1
    assert all(name.split()[0] in text for name in NAMES)
    api("POST", f"/appointments/{one}/cancel")
    text = api.client.get(address).content.decode()
    assert text.count("STATUS:CANCELLED") == 1
    # Started from the booking, twice: it is one group.
    coming = api("GET", "/calendar?days=7").data["appointments"]
    start = {
        "students": [row["student_id"] for row in coming],
        "together": coming[0]["together"],
    }
    first, second = (api("POST", "/groups", start).data["id"] for _ in range(2))
    assert first == second


def test_what_was_booked_and_moved_together_is_taken_back_together(api: Api, three: list[Student]) -> None:
    at = timezone.now() + timedelta(days=1)
    body = {"students": [str(s.pk) for s in three], "starts_at": at.isoformat()}
    booked = api("POST", "/appointments/together", body).data
    later = (at + timedelta(hours=2)).isoformat()
    assert api("PATCH", f"/appointments/{booked[0]['id']}", {"starts_at": later}).status_code == 200

    def starts() -> set[str]:
        rows = api("GET", "/calendar?days=7").data["appointments"]
        return {f"{row['student_id']} {row['starts_at'][:16]}" for row in rows}

    assert len(starts()) == 3
    moved, made = api("GET", f"/students/{three[2].pk}/history").data["entries"][:2]
    assert api("POST", f"/history/{moved['id']}/undo").status_code == 200
    assert {one.split()[1] for one in starts()} == {at.isoformat()[:16]}
    # In another's history it is the same booking.
    made = api("GET", f"/students/{three[0].pk}/history").data["entries"]
    booking = next(entry for entry in made if entry["did"]["code"] == "log-session-booked")
    assert api("POST", f"/history/{booking['id']}/undo").status_code == 200
    assert starts() == set()


def test_a_group_is_started_again_as_last_time(api: Api, three: list[Student], group: str) -> None:
    assert api("GET", "/groups/before").data == []  # this one is not over
    assert api("POST", f"/groups/{group}/end").status_code == 200
    (again,) = api("GET", "/groups/before").data
    assert [one["name"] for one in again["students"]] == [student.name for student in three]
    body = {"students": [one["id"] for one in again["students"]]}
    second = api("POST", "/groups", body).data["id"]
    assert api("POST", f"/groups/{second}/end").status_code == 200
    assert len(api("GET", "/groups/before").data) == 1  # the same students are one group
    assert api("POST", f"/students/{three[0].pk}/archive").status_code == 200
    assert api("GET", "/groups/before").data == []


def test_a_weekly_series_keeps_its_hour_and_is_booked_whole_or_not_at_all(
    api: Api, three: list[Student]
) -> None:
    """Over the end of summer time, at the academy's clock."""
    first, second, _ = three
    Academy.objects.update(time_zone="Europe/Berlin")
    year = timezone.now().year + 1
    starts = datetime(year, 10, 20, 17, tzinfo=ZoneInfo("Europe/Berlin"))
    body = {"student_id": str(first.pk), "starts_at": starts.isoformat(), "weeks": 4}
    assert api("POST", "/appointments", body).status_code == 201
    rows = Appointment.objects.filter(student=first, withdrawn_at=None)
    local = [row.starts_at.astimezone(ZoneInfo("Europe/Berlin")) for row in rows]
    assert [at.date() - local[0].date() for at in local] == [timedelta(weeks=week) for week in range(4)]
    assert {at.hour for at in local} == {17}
    assert len({at.utcoffset() for at in local}) == 2
    # The coach is taken in the third week: none of the other student's weeks is booked.
    refused = api("POST", "/appointments", body | {"student_id": str(second.pk), "weeks": 3})
    assert (refused.status_code, refused.data["field"]) == (422, "starts_at")
    assert not Appointment.objects.filter(student=second).exists()
    assert api("POST", "/appointments", body | {"weeks": 0}).status_code == 422
    entry = last(api, first)
    assert sentence_of(entry).startswith("Booked 4 weekly sessions from ")
    assert undo(api, entry).status_code == 200
    assert not rows.all().exists()
    # Of a group each week moves on its own.
    both = {"students": [str(first.pk), str(second.pk)], "starts_at": starts.isoformat(), "weeks": 2}
    made = api("POST", "/appointments/together", both).data
    assert len(made) == 2
    later = (starts + timedelta(hours=1)).isoformat()
    assert api("PATCH", f"/appointments/{made[0]['id']}", {"starts_at": later}).status_code == 200
    hours = {row.starts_at.astimezone(ZoneInfo("Europe/Berlin")).hour for row in rows.all()}
    assert hours == {17, 18}
