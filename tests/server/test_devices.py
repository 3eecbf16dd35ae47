"""Devices: tokens, the open endpoint, balls taken into a cell; the simulated monitor end to end."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import pytest
from django.test import Client
from oxgang.academy.models import Club, Coach, Student
from oxgang.core.launch import launch_from_mark
from oxgang.monitor.player import Swing, balls
from oxgang.monitor.queue import Queue
from oxgang.monitor.sender import FAULTS, Sender
from oxgang.range_sessions.models import Ball, Device, FeedBall

from tests.server.conftest import Api, make_coach, make_student

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
def test_a_malformed_request_names_its_field_and_stores_nothing(
    api: Api, body: object, field: str
) -> None:
    refused = feed(token_of(api), body)
    assert (refused.status_code, refused.json()["field"]) == (400, field)
    assert not FeedBall.objects.exists()


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
        "typical spin_rpm": "4920",
    }
    cell = {"club_id": str(wedge.pk), "swing": "9:00", "uid": "typed", "feed_id": waiting[0]["id"]}
    body = cell | {"hit_at": "2026-05-31T10:00:00Z"}
    for _ in range(2):  # a second tablet sends the same
        taken = api("PUT", f"/students/{student.pk}/balls", body).data["ball"]
    assert (taken["carry_yd"], taken["launch_deg"]) == (61.5, 31.0)
    assert Ball.objects.count() == 1
    assert len(api("GET", f"/devices/{device.pk}/balls").data["balls"]) == 2
    other = make_student(coach, "Bryn Calloway")
    stolen = body | {"club_id": str(other.clubs.get(label="56").pk)}
    refused = api("PUT", f"/students/{other.pk}/balls", stolen)
    assert (refused.status_code, refused.data["field"]) == (422, "feed_id")
    asked = body | {"feed_id": waiting[2]["id"]}
    assert api("PUT", f"/students/{student.pk}/balls", asked).status_code == 409
    kept = api("PUT", f"/students/{student.pk}/balls", asked | {"confirmed": True})
    assert kept.status_code == 200


def test_a_mark_on_the_net_becomes_a_launch_and_no_carry(
    api: Api, student: Student, wedge: Club
) -> None:
    query = "club=56&swing=9:00&trajectory=stock&distance_m=3"
    plan = api("GET", f"/students/{student.pk}/net-plan?{query}").data
    assert plan["lo_m"] < plan["tape_m"] < plan["hi_m"]
    net = {"tape_height_m": plan["tape_m"], "above_m": 0.1, "distance_m": 3}
    body = {"club_id": str(wedge.pk), "swing": "9:00", "uid": "net-1", "net": net}
    body |= {"hit_at": "2026-05-31T10:00:00Z"}
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
    said: list[str] = []
    sender = Sender(
        live_server.url,
        lambda: tokens[-1],
        Queue(tmp_path / "queue.jsonl"),
        said.append,
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
    assert any("refused (401)" in line for line in said)
    assert any("refused (400)" in line for line in said)
    stored = FeedBall.objects.order_by("hit_at").values_list("uid", flat=True)
    assert list(stored) == [ball["id"] for ball in sent]
