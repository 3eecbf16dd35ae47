"""A student with something of everything, for tests that ask every address."""

from __future__ import annotations

import io
import json
from datetime import date, timedelta
from typing import Any, NamedTuple

from django.utils import timezone
from oxgang.academy.models import Coach, PersonRole, StandardKind, Student
from oxgang.academy.services.academies import add_coach
from oxgang.academy.services.people import invite
from oxgang.academy.services.standards import keep_standard
from oxgang.core.keeping.events import EventKind
from oxgang.matrix.models import CardLink, PublishedMatrix
from oxgang.practice.services.homework import MOST_ROWS
from oxgang.range_sessions.feeds.plays import Plays
from oxgang.range_sessions.models import Device
from oxgang.range_sessions.services.appointments import AppointmentFields, make_appointment
from oxgang.range_sessions.services.bays import open_group, set_shot
from oxgang.range_sessions.services.events import EventFields, add_event
from PIL import Image

from tests.server.conftest import Api, make_student
from tests.server.steps import ball, hit

# Where what is known differs by address.
BY_PATH = " by path"
SET_UP = {"ball_in": 0, "lean_deg": 5, "face_open_deg": 0, "weight_lead_pct": 60}
# What fits a field where 60 or "56" would not.
FITS: dict[str, Any] = {
    "bounce_deg": 8,
    "tolerance_yd": 4,
    "from_yd": 30,
    "to_yd": 100,
    "used_until": None,
    "used_from": None,
    "stage": "",
    "swing": "9:00",
    "club": "56",
    "yardage": 62,
    "number": 1,
    "solid": 0.7,
    "cells": 0.7,
    "launches": 0.7,
    "over_balls": 20,
    "temperature_c": 18,
    "headwind_mps": 2,
    "distance_m": 3,
    "height_m": 2,
    "tape_height_m": 1.2,
    "arm_deg": 80,
    "protocol": "first map",
    "strike": "solid",
    "total_yd": None,
    "was": None,
    "feed_id": None,
    "school": "shallow",
    "excluded": "",
    "read": "laser",
    "net": None,
    "landing": None,
    "right_yd": 5,
    "left_yd": 30,
    "green_yd": 4,
    "to": 1,
    "trajectory": "stock",
    "tempo": "normal",
    "club_speed_mps": 25,
    "recipes": {"stock": SET_UP},
    "spin": "check",
    "lie": "fairway",
    "ball_position_in": 2,
    "grip_down_in": 1,
    "confirmed": True,
    "moment": "as said",
    "keep": None,
    "seen": None,
    "trouble": "bunker:30-40",
    "raised_m": 1,
    "to_right_mps": 1,
    "width_yd": 18,
    "front_yd": 8,
    "back_yd": 10,
    "call": 0,
    "points": None,
    "code": "2718",
    "faults": [],
}


class World(NamedTuple):
    """A student with everything an address can ask for: who asks, and what is known by name."""

    api: Api
    known: dict[str, Any]


def everything(api: Api, student: Student, coach: Coach) -> dict[str, Any]:
    """A student with something of each kind; what is known of it, by the names of the schema."""
    wedge = student.clubs.get(label="56")
    now = timezone.now()
    hit(api, student, wedge, [44, 45, 43, 44, 45], hit_at="2026-05-20T10:00:00Z")
    hit(api, student, wedge, [60, 61, 59, 60, 62], swing="10:00", hit_at="2026-05-20T11:00:00Z")
    api("POST", f"/students/{student.pk}/review", {})
    api("POST", f"/students/{student.pk}/versions", {"picks": False})
    api("PUT", f"/students/{student.pk}/balls", ball(wedge, "zero", 60))
    api("POST", f"/students/{student.pk}/links", {})
    token = api("POST", "/devices", {"name": "Bay 3"}).data["token"]
    soon = AppointmentFields(starts_at=now + timedelta(days=1))
    booked = make_appointment(student, soon, by=coach, now=now)
    lesson = EventFields(kind=EventKind.TECHNIQUE, on=date(2026, 5, 31))
    event = add_event(student, lesson, by=coach, now=now)
    url, tomorrow = f"/students/{student.pk}", (now + timedelta(days=1)).date().isoformat()
    lessons = api("PUT", f"{url}/lessons/2026-05-31", {"note": "seen"}).data["lessons"]
    word = api("POST", "/lesson-words", {"kind": "cue", "text": "Slow"}).data
    row = {"form": "blocked", "balls": 3, "shot": {"club": "56", "swing": "9:00"}}
    routine = api("PUT", "/routines", {"name": "Winter", "rows": [row]}).data[0]
    sent = {"title": "Alone", "rows": [row] * MOST_ROWS, "due_on": tomorrow}
    homework = api("POST", f"{url}/homework", sent).data[0]
    call = {"yardage_yd": 44, "shot": row["shot"]}
    one = {"uid": "ball-zero", "form": "blocked", "calls": [call], "ended_at": now.isoformat()}
    results = [{"call": 0, "balls": [{"carry_yd": 44}]}]
    assert api("PUT", f"{url}/rounds", one | {"results": results}).status_code == 200
    still = io.BytesIO()
    Image.new("RGB", (9, 9)).save(still, "PNG")
    picture = api.upload(f"{url}/pictures", still.getvalue(), swing="9:00").json()
    ended: dict[str, Any] = {"finish": "green", "past_yd": 1, "right_yd": 2, "played_at": now.isoformat()}
    ended |= {"uid": "course-zero", "version": PublishedMatrix.objects.get().pk, "place": 0, "pin_yd": 44}
    phone = api("POST", f"{url}/links", {}).data["url"].rpartition("/")[2]
    put = api.client.put(f"/c/{phone}/course", json.dumps(ended), content_type="application/json")
    assert put.status_code == 200, put.content
    second = add_coach(coach.academy, name="Tobin", log_in="tobin", password="six-long-words-too")
    others = [make_student(coach, f"Beside {i}") for i in range(5)]
    beside = others[0]
    group = open_group([student, beside], by=coach, now=now)
    plays = Plays(club_id=str(beside.clubs.get(label="56").pk), swing="9:00")
    set_shot(group, "shot-1", 2, plays, at=now, by=coach, now=now)
    look = {"step": 5, "order": "short-first", "cues": True, "run": False}
    hill = {"name": "Hill", "targets": [{"name": "Flag", "distance_yd": 60}]}
    range_picture = api("POST", "/range-pictures", hill).data["id"]
    kind = StandardKind.CARD
    standard = keep_standard(kind, "Wall", look, house=True, by=coach, now=now)
    invited, _ = invite("Rhona", PersonRole.COACH, by=coach, now=now)
    return FITS | {
        "group_id": str(group.pk),
        "standard_id": standard.pk,
        "person_id": second.pk,
        "coach_id": second.pk,
        "other_id": str(beside.pk),
        "to_id": str(beside.pk),
        "time_zone": "UTC",
        "public_address": "",
        "tolerances": {"club": 3},
        "together": None,
        "plays": None,
        "students": [str(one.pk) for one in others[1:3]],
        BY_PATH: {
            "/api/people/links/{link_id}": {"link_id": invited.pk},
            "/api/people/{person_id}/hand-over": {"to": coach.pk, "students": []},
            "/api/students/{student_id}/erase": {"name": student.name},
            "/api/range-pictures": {"name": "Low field"},
            "/api/range-pictures/{picture_id}": {"picture_id": range_picture},
            "/api/groups/{group_id}/students": {"student_id": str(others[3].pk)},
            "/api/groups/{group_id}/moves": {"balls": ["ball-zero"]},
            "/api/students/{student_id}/course/{uid}": {"uid": "course-zero"},
            "/api/students/{student_id}/pictures/{picture_id}/marks": {
                "shoulder": {"x": 8, "y": 2},
                "hands": {"x": 1, "y": 4},
                "line": None,
                "touch": 1,
            },
            "/api/students/{student_id}/merge": {"from_id": str(others[4].pk)},
            "/api/students/{student_id}/balls-of-another": {
                "balls": ["ball-zero"],
                "club_id": None,
                "swing": "",
            },
        },
        "token": token,
        "day": "2026-05-31",
        "looked_at": lessons[0]["changed_at"],
        "word_id": word["id"],
        "routine_id": routine["id"],
        "homework_id": homework["id"],
        "picture_id": picture["id"],
        "due_on": tomorrow,
        "student_id": str(student.pk),
        "club_id": str(wedge.pk),
        "scale_id": student.scale_id,
        "event_id": str(event.pk),
        "entry_id": event.entry_id,
        "appointment_id": str(booked.pk),
        "uid": "ball-zero",
        "link_id": CardLink.objects.order_by("pk")[0].pk,
        "device_id": Device.objects.get().pk,
        "starts_at": (now + timedelta(days=2)).isoformat(),
        "label": "50",
        "longest": "",
        "estimates_yd": 3,
        "sides": "yardage",
        "step": 5,
        "shots": [{"club": "56", "swing": "9:00", "play": "played"}],
        "items": [{"club": "56", "swing": "9:00", "balls": 5}],
    }
