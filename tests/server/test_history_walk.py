"""A long random day of two coaches, taken back action by action, and done once more."""

from __future__ import annotations

import random
from collections.abc import Callable
from datetime import timedelta
from typing import Any

import pytest
from django.utils import timezone
from oxgang.academy.models import Coach, Entry, Student
from oxgang.academy.services.academies import add_coach
from oxgang.range_sessions.models import Appointment

from tests.server.conftest import Api
from tests.server.steps import ball, day, undo
from tests.tiers import ALL

ACTIONS = 40


def visible(api: Api, student: Student) -> dict[str, Any]:
    """Everything a coach sees of a student: what was taken back is not there."""
    file = api("GET", f"/students/{student.pk}/student.json").data
    bookings = Appointment.objects.filter(student=student, withdrawn_at=None).order_by("pk")
    return {
        "student": file["student"],
        "clubs": [club for club in file["clubs"] if not club["archived"]],
        "balls": [b for b in file["balls"] if not b["withdrawn"]],
        "events": file["events"],
        "recipes": sorted(file["recipes"], key=lambda recipe: recipe["trajectory"]),
        "imported_carries": file["imported_carries"],
        "plans": [file["plan"], file["homework"]],
        "versions": [v["note"] for v in file["versions"]],
        "bookings": [(b.starts_at, b.minutes, b.check_up, b.note) for b in bookings],
        "cells": api("GET", f"/students/{student.pk}/matrix").data["cells"],
    }


def plan(title: str, homework: bool) -> dict[str, Any]:
    items = [{"club": "56", "swing": "9:00", "balls": 5}]
    return {"title": title, "homework": homework, "items": items}


def one_action(api: Api, student: Student, chance: random.Random, number: int) -> Any:
    """Something a coach does, well or badly: what cannot be is refused and changes nothing."""
    url = f"/students/{student.pk}"
    club = chance.choice(list(student.clubs.order_by("pk")))
    uids = list(student.balls.order_by("pk").values_list("uid", flat=True)) or ["none-such"]
    uid = f"{url}/balls/{chance.choice(uids)}"
    events = list(student.events.filter(withdrawn_at=None).values_list("pk", flat=True))
    booked = list(Appointment.objects.filter(withdrawn_at=None).values_list("pk", flat=True))
    soon = timezone.now() + timedelta(days=1, minutes=chance.choice((0, 45, 90, 200)))
    seen = api("GET", f"{url}/recipes").data
    low = seen["recipes"]["low"] | {"ball_in": chance.choice((-3, -2, 0))}
    actions: list[Callable[[], Any]] = [
        lambda: api("PATCH", url, {"notes": f"note {number}"}),
        lambda: api("PATCH", url, {"tolerance_yd": chance.choice((2, 3, 4))}),
        lambda: api("PATCH", f"/clubs/{club.pk}", {"loft_deg": chance.choice((55, 57, 59))}),
        lambda: api("PATCH", f"/clubs/{club.pk}", {"label": chance.choice(("56", "58", "S"))}),
        lambda: api("POST", f"/clubs/{club.pk}/archive"),
        lambda: api("POST", f"/clubs/{club.pk}/restore"),
        lambda: api("POST", f"{url}/clubs", {"label": f"{number}", "loft_deg": 50}),
        *3 * [lambda: api("PUT", f"{url}/balls", ball(club, f"w{number}", 40 + number / 10))],
        lambda: api("PATCH", uid, {"strike": chance.choice(("fat", "thin", "solid"))}),
        lambda: api("PATCH", uid, {"excluded": chance.choice(("", "a gust"))}),
        lambda: api("PATCH", uid, {"swing": chance.choice(("8:00", "10:00")), "spin": "grab"}),
        lambda: api("PATCH", uid, {"club_id": str(club.pk), "ball_position_in": number % 3}),
        lambda: api("PUT", f"{url}/plan", plan(f"plan {number}", bool(number % 2))),
        lambda: api("DELETE", f"{url}/plan?homework={bool(number % 2)}"),
        lambda: api("POST", f"{url}/versions", {"note": f"version {number}", "picks": False}),
        lambda: api.upload(f"{url}/imported-carries", f"club,swing,carry_yd\n56,9:00,{40 + number}".encode()),
        lambda: api("DELETE", uid),
        lambda: api("POST", f"{uid}/restore"),
        lambda: api("POST", f"{url}/review", {}),
        lambda: api("POST", f"{url}/events", {"kind": "technique", "on": day(0)}),
        lambda: api(
            "POST",
            f"{url}/events",
            {"kind": "new club", "on": day(0), "club_id": str(club.pk), "loft_deg": 54},
        ),
        lambda: api("POST", f"/events/{chance.choice(events or ['x'])}/withdraw"),
        lambda: api(
            "PUT",
            f"{url}/recipes",
            {"school": seen["school"], "recipes": seen["recipes"] | {"low": low}},
        ),
        lambda: api(
            "POST",
            "/appointments",
            {"student_id": str(student.pk), "starts_at": soon.isoformat(), "minutes": 45},
        ),
        lambda: api("POST", f"/appointments/{chance.choice(booked or ['x'])}/cancel"),
    ]
    return chance.choice(actions)()


@pytest.mark.parametrize("seed", range(20 if ALL else 2))
def test_a_random_day_is_taken_back_and_done_once_more(
    api: Api, coach: Coach, student: Student, seed: int
) -> None:
    chance = random.Random(seed)
    tobin = Api(add_coach(coach.academy, name="Tobin", log_in="tobin", password="six-long-words"))
    before = visible(api, student)
    first = Entry.objects.filter(student=student).order_by("-pk")[0].pk
    done = 0
    for number in range(ACTIONS):
        status = one_action(chance.choice((api, tobin)), student, chance, number).status_code
        assert status < 500
        done += status < 300
    assert done > ACTIONS / 2
    after = visible(api, student)
    assert after != before

    def take_back(newest_first: list[int]) -> None:
        for pk in newest_first:
            while later := Entry.objects.filter(undoes=pk).first():
                pk = later.pk  # taken back and done again: the last doing is taken back
            answer = undo(chance.choice((api, tobin)), {"id": pk})
            assert answer.status_code == 200, (Entry.objects.get(pk=pk).code, answer.data)

    # That a file was taken away is written down, and cannot be taken back.
    written = Entry.objects.filter(student=student, pk__gt=first).exclude(changes=[])
    written = written.order_by("-pk")
    actions = list(written.values_list("pk", flat=True))
    take_back(actions)
    assert visible(api, student) == before
    take_back(list(written.filter(pk__gt=actions[0]).values_list("pk", flat=True)))
    assert visible(api, student) == after
