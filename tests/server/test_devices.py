"""Devices: tokens, the open endpoint, balls taken into a cell; the simulated monitor end to end."""

from __future__ import annotations

import json
import threading
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from django.db import IntegrityError, connections
from django.test import Client
from django.utils import timezone
from oxgang.academy.models import Club, Coach, Student
from oxgang.core.flight.launch import launch_from_mark
from oxgang.monitor.faults import FAULTS
from oxgang.monitor.player import Swing, balls
from oxgang.monitor.queue import Queue
from oxgang.monitor.sender import Sender
from oxgang.range_sessions.models import Ball, Device, FeedBall
from oxgang.range_sessions.services import devices

from tests.server.conftest import Api, make_coach, make_student
from tests.server.steps import sentence_of, undo

SENT = {"id": "ball-0001", "carry_yd": 61.5, "ball_speed_mph": 58, "launch_deg": 31.0}


def token_of(api: Api, name: str = "Bay 3") -> str:
    return str(api("POST", "/devices", {"name": name}).data["token"])


def feed(token: str, body: object) -> Any:
    raw = body if isinstance(body, bytes) else json.dumps(body).encode()
    return Client().post(
        "/api/feed/balls",
        raw,
        content_type="application/json",
        headers={"Authorization": f"Bearer {token}"},
    )


def test_a_token_sends_balls_once_and_nothing_else(api: Api, coach: Coach) -> None:
    token = token_of(api)
    assert token not in json.dumps(list(Device.objects.values()), default=str)
    assert feed(token, SENT).json() == {"new": 1, "known": 0}
    assert feed(token, {"balls": [SENT, SENT | {"id": "ball-0002"}]}).json() == {
        "new": 1,
        "known": 1,
    }
    headers = {"Authorization": f"Bearer {token}"}
    assert Client().get("/api/students", headers=headers).status_code == 401
    newer = token_of(api)  # the same device again: the old token is gone
    assert feed(token, SENT).status_code == 401
    (device,) = api("GET", "/devices").data
    assert api("DELETE", f"/devices/{device['id']}").data["revoked_at"]
    assert feed(newer, SENT).status_code == 401
    assert FeedBall.objects.count() == 2
    stranger = Api(make_coach("Lower Marrowdale", "tobin"))
    assert stranger("GET", f"/devices/{device['id']}/balls").status_code == 404
    assert stranger("DELETE", f"/devices/{device['id']}").status_code == 404


@pytest.mark.parametrize(
    ("body", "field"),
    [
        (b'{"id": "half', "body"),
        ([1], "body"),
        ({"balls": 3}, "balls"),
        ({"balls": [SENT, SENT | {"launch_deg": "high"}]}, "balls[1].launch_deg"),
        (SENT | {"id": None}, "id"),
        (SENT | {"launch_deg": 88}, "launch_deg"),
        (SENT | {"carry_yd": True}, "carry_yd"),
        (SENT | {"hit_at": "yesterday"}, "hit_at"),
        (SENT | {"hit_at": "0001-01-01T00:00:00+14:00"}, "hit_at"),
        ({"id": "ball-0001", "launch_deg": 30}, "carry_yd"),
        ({"id": "ball-0001", "launch_deg": 0.1, "ball_speed_mps": 20}, "launch_deg"),
    ],
)
def test_a_malformed_request_names_its_field_and_stores_nothing(api: Api, body: object, field: str) -> None:
    refused = feed(token_of(api), body)
    assert (refused.status_code, refused.json()["field"]) == (400, field)
    assert not FeedBall.objects.exists()


def test_a_token_in_other_hands_does_not_fill_the_disk(api: Api, monkeypatch: pytest.MonkeyPatch) -> None:
    token = token_of(api)
    monkeypatch.setattr(devices, "MOST_A_DAY", 5)
    for n in range(5):
        assert feed(token, SENT | {"id": f"ball-{n}"}).status_code == 200
    refused = feed(token, SENT | {"id": "ball-6"})
    assert (refused.status_code, "in a day" in refused.json()["title"]) == (429, True)
    # What was stored already is acknowledged again, and tomorrow is another day.
    assert feed(token, SENT | {"id": "ball-4"}).json() == {"new": 0, "known": 1}
    FeedBall.objects.update(received_at=timezone.now() - timedelta(days=2))
    assert feed(token, SENT | {"id": "ball-6"}).status_code == 200


def test_a_sent_ball_goes_to_one_cell_with_all_that_was_measured(
    api: Api, student: Student, wedge: Club, coach: Coach
) -> None:
    token = token_of(api)
    no_spin = {"id": "ball-0003", "ball_speed_mps": 24.0, "launch_deg": 32.0, "vendor": "none"}
    mixed_up = {"id": "ball-0004", "carry_yd": 45, "ball_speed_mps": 67, "launch_deg": 31}
    feed(token, {"balls": [SENT, no_spin, mixed_up]})
    device = Device.objects.get()
    waiting = api("GET", f"/devices/{device.pk}/balls").data["balls"]
    assert "Is the unit right?" in waiting[2]["question"]
    assert waiting[1]["extra"] == {
        "vendor": "none",
        "carry": "from flight",
        "typical spin_rpm": "5267",
    }
    cell = {"club_id": str(wedge.pk), "swing": "9:00", "hit_at": "2026-05-31T10:00:00Z"}
    body = cell | {"uid": waiting[0]["ball_uid"], "feed_id": waiting[0]["id"]}
    # A number that is another ball's by now (the database was restored) is not that ball.
    wrong = body | {"feed_id": waiting[1]["id"]}
    assert api("PUT", f"/students/{student.pk}/balls", wrong).status_code == 404
    for _ in range(2):  # a second tablet sends the same
        taken = api("PUT", f"/students/{student.pk}/balls", body).data["ball"]
    assert (taken["carry_yd"], taken["launch_deg"]) == (61.5, 31.0)
    assert Ball.objects.count() == 1
    assert len(api("GET", f"/devices/{device.pk}/balls").data["balls"]) == 2
    other = make_student(coach, "Bryn Calloway")
    stolen = body | {"club_id": str(other.clubs.get(label="56").pk)}
    refused = api("PUT", f"/students/{other.pk}/balls", stolen)
    assert (refused.status_code, refused.data["field"]) == (422, "feed_id")
    assert "already went to Ansel Quill" in refused.data["title"]
    asked = cell | {"uid": waiting[2]["ball_uid"], "feed_id": waiting[2]["id"]}
    assert api("PUT", f"/students/{student.pk}/balls", asked).status_code == 409
    kept = api("PUT", f"/students/{student.pk}/balls", asked | {"confirmed": True})
    assert kept.status_code == 200


def test_a_mark_on_the_net_becomes_a_launch_and_no_carry(api: Api, student: Student, wedge: Club) -> None:
    query = "club=56&swing=9:00&trajectory=stock&distance_m=3"
    plan = api("GET", f"/students/{student.pk}/net-plan?{query}").data
    assert plan["lo_m"] < plan["tape_m"] < plan["hi_m"]
    net = {"tape_height_m": plan["tape_m"], "above_m": 0.1, "distance_m": 3}
    body = {"club_id": str(wedge.pk), "swing": "9:00", "uid": "net-1", "net": net}
    body |= {"hit_at": "2026-05-31T10:00:00Z", "moment": "as said"}
    ball = api("PUT", f"/students/{student.pk}/balls", body).data["ball"]
    launch = launch_from_mark(plan["tape_m"] + 0.1, 3, ball_speed_mps=plan["ball_speed_mps"])
    assert ball["launch_deg"] == pytest.approx(launch, abs=0.01)
    assert ball["carry_yd"] is None
    exported = api("GET", f"/students/{student.pk}/shots.csv").content
    again = make_student(student.academy.coaches.get(), "Bryn Calloway")
    assert b'"stored": true' in api.upload(f"/students/{again.pk}/shots", exported).getvalue()
    assert Ball.objects.filter(student=again, launch_deg=ball["launch_deg"]).count() == 1
    far = api("PUT", f"/students/{student.pk}/balls", body | {"net": net | {"distance_m": 99}})
    assert (far.status_code, far.data["field"]) == (422, "distance_m")


@pytest.mark.django_db(transaction=True)
def test_the_simulated_monitor_loses_and_doubles_nothing(live_server: Any, tmp_path: Path) -> None:
    api = Api(make_coach("Wexholt Hill", "ilse"))
    tokens = [token_of(api)]
    sentence_of: list[str] = []
    sender = Sender(
        live_server.url,
        lambda: tokens[-1],
        Queue(tmp_path / "queue.jsonl"),
        sentence_of.append,
        frozenset(FAULTS),
        seed=3,
    )
    played = balls(Swing(), seed=3)
    sent = [next(played) for _ in range(40)]
    for number, ball in enumerate(sent):
        if number == 20:  # the token is revoked: the balls wait on the device's disk
            api("DELETE", f"/devices/{Device.objects.get().pk}")
        if number == 30:
            tokens.append(token_of(api))
        sender.hit(ball, now=datetime(2026, 5, 31, 10, 0, number, tzinfo=UTC))
        if number == 29:
            assert FeedBall.objects.count() <= 20
            assert len(Queue(tmp_path / "queue.jsonl").balls) >= 10
    assert sender.flush()
    assert any("refused (401)" in line for line in sentence_of)
    assert any("refused (400)" in line for line in sentence_of)
    stored = FeedBall.objects.order_by("hit_at").values_list("uid", flat=True)
    assert list(stored) == [ball["id"] for ball in sent]


def plays(api: Api, student: Student, swing: str = "9:00", **more: Any) -> Any:
    wedge = student.clubs.get(label="56")
    body = {"student_id": str(student.pk), "plays": {"club_id": str(wedge.pk), "swing": swing}}
    return api("PUT", f"/devices/{Device.objects.get().pk}/plays", body | {"take": True} | more)


def sent(number: int, **more: Any) -> dict[str, Any]:
    return {"id": f"ball-{number:04d}", "carry_yd": 60 + number % 5, **more}


def waiting(api: Api, after: int = 0) -> Any:
    return api("GET", f"/devices/{Device.objects.get().pk}/balls?after={after}").data


def test_every_ball_goes_to_whom_the_device_plays_for_whoever_looks(
    api: Api, student: Student, coach: Coach
) -> None:
    """Sixty of a hundred were taken and forty skipped when the view was cut off for a while."""
    token = token_of(api)
    bryn = make_student(coach, "Bryn Calloway")
    assert plays(api, student).data["student"] == "Ansel Quill"
    feed(token, {"balls": [sent(i) for i in range(100)]})
    assert student.balls.count() == 100
    assert waiting(api) == {"balls": [], "left": 0}
    # Another view of the same student changes the shot; one of another student does not steal it.
    assert plays(api, student, "10:00", take=False).status_code == 200
    refused = plays(api, bryn, take=False)
    assert (refused.status_code, refused.data["code"]) == (409, "changed-meanwhile")
    assert "sends to Ansel Quill" in refused.data["title"]
    feed(token, sent(100))
    assert student.balls.get(uid__endswith="ball-0100").swing == "10:00"
    # Carried to the next mat.
    assert plays(api, bryn).status_code == 200
    feed(token, sent(101))
    assert [b.uid[-4:] for b in bryn.balls.all()] == ["0101"]
    device = Device.objects.get()
    api("POST", f"/devices/{device.pk}/let-go", {"student_id": str(student.pk)})
    assert api("GET", "/devices").data[0]["student"] == "Bryn Calloway"
    api("POST", f"/devices/{device.pk}/let-go", {"student_id": str(bryn.pk)})
    feed(token, sent(102))
    assert len(waiting(api)["balls"]) == 1
    words = [sentence_of(e) for e in api("GET", "/history").data["entries"]]
    assert words[:2] == ["Bay 3 no longer sends to Bryn Calloway", "Bay 3 sends to Bryn Calloway"]


def test_waiting_balls_are_all_listed_oldest_first_until_somebody_decides(
    api: Api, student: Student, wedge: Club
) -> None:
    """After eleven minutes none of a hundred was shown."""
    token = token_of(api)
    feed(token, {"balls": [sent(i) for i in range(150)]})
    FeedBall.objects.update(received_at=timezone.now() - timedelta(days=40))
    found: list[Any] = []
    after = 0
    while page := waiting(api, after)["balls"]:
        assert len(page) <= 60
        found += page
        after = page[-1]["id"]
    assert [ball["ball_uid"][-4:] for ball in found] == [f"{i:04d}" for i in range(150)]
    assert api("GET", "/devices").data[0]["waiting"] == 150
    device = Device.objects.get().pk
    some = {"balls": [ball["id"] for ball in found[:148]]}
    assert api("POST", f"/devices/{device}/discard", some).data == {"discarded": 148}
    assert api("POST", f"/devices/{device}/discard", some).data == {"discarded": 0}
    assert waiting(api)["left"] == 0
    assert len(waiting(api)["balls"]) == 2
    assert len(api("GET", f"/devices/{device}/discarded").data) == 60
    entry = api("GET", "/history").data["entries"][0]
    assert sentence_of(entry) == "Deleted 148 balls of Bay 3"
    assert undo(api, entry).status_code == 200
    assert api("GET", "/devices").data[0]["waiting"] == 150


def test_asking_whether_anything_is_new_is_one_small_answer(
    api: Api, student: Student, django_assert_max_num_queries: Any
) -> None:
    token = token_of(api)
    plays(api, student)
    with django_assert_max_num_queries(4):
        answer = api.client.get("/api/devices/change")
    assert len(answer.content) < 100
    assert sum(len(f"{k}: {v}") for k, v in answer.items()) + len(answer.content) < 1000
    before = answer.json()["change"]
    seen = [before]
    feed(token, sent(1))
    seen.append(api("GET", "/devices/change").data["change"])
    api("DELETE", f"/students/{student.pk}/balls/{Ball.objects.get().uid}")
    seen.append(api("GET", "/devices/change").data["change"])
    plays(api, student, "8:00")
    seen.append(api("GET", "/devices/change").data["change"])
    assert len(set(seen)) == 4
    assert api("GET", "/devices/change").data["change"] == seen[-1]


@pytest.mark.django_db(transaction=True)
def test_two_students_at_once_never_share_a_ball(coach: Coach) -> None:
    """Decided by the database: the second is told."""
    api = Api(coach)
    students = [make_student(coach, name) for name in ("Ansel Quill", "Bryn Calloway")]
    feed(token_of(api), {"balls": [sent(i) for i in range(12)]})
    balls = waiting(api)["balls"]
    answers: list[tuple[int, str]] = []

    def take(student: Student) -> None:
        mine = Api(coach)
        wedge = student.clubs.get(label="56")
        for ball in balls:
            body = {"club_id": str(wedge.pk), "swing": "9:00", "hit_at": ball["hit_at"]}
            body |= {"uid": ball["ball_uid"], "feed_id": ball["id"]}
            answer = mine("PUT", f"/students/{student.pk}/balls", body)
            answers.append((answer.status_code, answer.data.get("code", "")))
        connections.close_all()

    both = [threading.Thread(target=take, args=(student,)) for student in students]
    for thread in both:
        thread.start()
    for thread in both:
        thread.join()
    assert sorted(answers) == [(200, "")] * 12 + [(422, "taken-already")] * 12
    assert Ball.objects.count() == 12
    one = Ball.objects.earliest("pk")
    other = next(s for s in students if s.pk != one.student_id)
    one.pk, one.student, one.uid = None, other, "stolen"
    with pytest.raises(IntegrityError):
        one.save(force_insert=True)


def test_an_undone_ball_of_a_device_can_go_to_whom_it_belongs(
    api: Api, student: Student, coach: Coach
) -> None:
    bryn = make_student(coach, "Bryn Calloway")
    token = token_of(api)
    plays(api, student)
    feed(token, sent(1))
    mine = Ball.objects.get()
    api("DELETE", f"/students/{student.pk}/balls/{mine.uid}")
    (back,) = waiting(api)["balls"]
    assert back["undone"] == 1
    body = {"club_id": str(bryn.clubs.get(label="56").pk), "swing": "9:00"}
    body |= {"uid": back["ball_uid"], "feed_id": back["id"], "hit_at": back["hit_at"]}
    for _ in range(2):
        assert api("PUT", f"/students/{bryn.pk}/balls", body).status_code == 200
    assert bryn.balls.count() == 1
    again = api("POST", f"/students/{student.pk}/balls/{mine.uid}/restore")
    assert (again.status_code, again.data["code"]) == (422, "taken-already")
    entry = next(
        e for e in api("GET", f"/students/{student.pk}/history").data["entries"] if "Undid" in sentence_of(e)
    )
    assert undo(api, entry).data["code"] == "changed-meanwhile"


def test_balls_of_another_time_wait_for_a_coach(api: Api, student: Student) -> None:
    token = token_of(api)
    plays(api, student)
    Device.objects.update(plays_since=timezone.now() - timedelta(minutes=5))
    ago = (timezone.now() - timedelta(minutes=9)).isoformat()
    long_ago = "1970-01-01T00:00:07Z"
    feed(token, {"balls": [sent(1, hit_at=ago), sent(2, hit_at=long_ago), sent(3)]})
    assert [b.uid[-4:] for b in student.balls.all()] == ["0003"]
    early, wrong_clock = waiting(api)["balls"]
    assert "before the device was set" in early["question"]
    assert "1 January 1970" in wrong_clock["question"]
    assert (early["late"], wrong_clock["late"]) == (False, True)
    wedge = student.clubs.get(label="56")
    body = {"club_id": str(wedge.pk), "swing": "9:00", "hit_at": long_ago, "confirmed": True}
    body |= {"uid": wrong_clock["ball_uid"], "feed_id": wrong_clock["id"]}
    asked = api("PUT", f"/students/{student.pk}/balls", body)
    assert (asked.status_code, asked.data["field"]) == (409, "hit_at")
    today = api("PUT", f"/students/{student.pk}/balls", body | {"moment": "arrival"})
    assert today.data["ball"]["hit_on"] == timezone.now().date().isoformat()
    # Overnight, and after hours without a ball, nobody is assumed to stand there.
    Device.objects.update(plays_until=timezone.now())
    feed(token, sent(4))
    assert len(waiting(api)["balls"]) == 2
    assert api("GET", "/devices").data[0]["plays_for"] is None


def test_what_a_ball_says_beside_its_numbers_is_bounded(api: Api) -> None:
    """20,000 extra keys a ball were kept."""
    token = token_of(api)
    keys = {f"k{i}": i for i in range(41)}
    refused = feed(token, sent(1) | keys)
    assert (refused.status_code, "at most 40" in refused.json()["title"]) == (400, True)
    many = feed(token, sent(1) | {f"key-{i}": "x" * 20 for i in range(20_000)})
    assert many.status_code == 413
    assert feed(token, sent(1) | dict(list(keys.items())[:40])).status_code == 200
    assert len(FeedBall.objects.get().extra) == 40
