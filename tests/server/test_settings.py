"""The academy's settings, and what is recomputed when one changes."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta
from typing import Any

import pytest
from django.utils import timezone
from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.selectors.chain import chain_of
from oxgang.core.flight.standard import to_standard
from oxgang.range_sessions.models import Appointment, Ball, RangeSession
from oxgang.range_sessions.services.moved import bring_along, left

from tests.server.conftest import Api, make_student
from tests.server.steps import ball, hit_ago, keep

EVENING = "2026-05-30T23:30:00Z"


def test_another_time_zone_puts_every_ball_on_its_day(api: Api, student: Student, wedge: Club) -> None:
    url = f"/students/{student.pk}"
    for i in range(3):
        body = ball(wedge, f"{i}", 60 + i, hit_at=EVENING)
        assert api("PUT", f"{url}/balls", body).data["ball"]["carry_yd"] == 60 + i
    body = ball(wedge, "noon", 61, hit_at="2026-05-31T10:00:00Z")
    api("PUT", f"{url}/balls", body)
    assert set(Ball.objects.values_list("hit_on", flat=True)) == {
        date(2026, 5, 30),
        date(2026, 5, 31),
    }
    said = api("PATCH", "/settings", {"time_zone": "helsinki"}).data
    assert said["settings"]["time_zone"] == "Europe/Helsinki"
    assert (said["moved"], said["settings"]["left"]) == (1, 0)
    # Half past eleven in the evening UTC is half past two in the morning there.
    assert set(Ball.objects.values_list("hit_on", flat=True)) == {date(2026, 5, 31)}
    assert {b.session.day for b in Ball.objects.all()} == {date(2026, 5, 31)}
    api("PATCH", "/settings", {"time_zone": "UTC"})
    days = Ball.objects.order_by("pk").values_list("hit_on", "session__day")
    assert [str(d) for d, _ in days] == ["2026-05-30"] * 3 + ["2026-05-31"]
    assert all(on == day for on, day in days)
    assert RangeSession.objects.filter(student=student).count() == 2


def test_sessions_to_come_keep_their_hour_on_the_wall(api: Api, student: Student) -> None:
    at = (timezone.now() + timedelta(days=2)).replace(hour=10, minute=0, second=0, microsecond=0)
    body = {"student_id": str(student.pk), "starts_at": at.isoformat()}
    api("POST", "/appointments", body)
    assert api("PATCH", "/settings", {"time_zone": "Asia/Tokyo"}).data["sessions"] == 1
    (shown,) = api("GET", "/calendar?days=7").data["appointments"]
    assert shown["local"] == "10:00"
    assert Appointment.objects.get().starts_at == at - timedelta(hours=9)


def test_another_altitude_brings_every_ball_home_anew(
    api: Api, student: Student, wedge: Club, coach: Coach
) -> None:
    hit_ago(api, student, wedge, [60, 61, 59, 60, 62], days_ago=2)
    keep(api, student)
    shown = f"/students/{student.pk}/cell?club=56&swing=9:00&trajectory=stock"
    before = api("GET", shown).data["cell"]["carry_yd"]
    low = list(Ball.objects.order_by("pk").values_list("standard_yd", flat=True))
    # Typed at the range's own air, whatever its altitude is: standard stays where it was hit.
    api("PATCH", "/settings", {"altitude_m": 1500})
    assert list(Ball.objects.order_by("pk").values_list("standard_yd", flat=True)) == pytest.approx(low)
    assert api("GET", shown).data["cell"]["carry_yd"] == pytest.approx(before, abs=0.2)
    # A ball that came with an altitude of its own is another one at the new altitude.
    Ball.objects.update(altitude_m=0)
    api("PATCH", "/settings", {"altitude_m": 1600})
    high = list(Ball.objects.order_by("pk").values_list("standard_yd", flat=True))
    row = Ball.objects.select_related("club").order_by("pk")[0]
    student.refresh_from_db()
    student.academy.refresh_from_db()
    chain = chain_of(student, {"56": 56.0})
    (wanted,) = to_standard([row.as_core(club_label="56")], 1600, chain)
    assert high[0] == pytest.approx(wanted.carry_yd, abs=0.05)
    assert (high[0] or 0) > (low[0] or 99) + 1  # thin air carries further
    assert api("GET", shown).data["cell"]["carry_yd"] > before + 1


def test_many_students_are_brought_along_bit_by_bit(api: Api, coach: Coach) -> None:
    for i in range(4):
        make_student(coach, f"Student {i}")
    Student.objects.update(moved=True)
    assert bring_along(coach.academy, 0.0) == 3
    assert api("POST", "/settings/bring-along").data == {"left": 0}
    assert left(coach.academy) == 0


def test_who_had_the_tolerance_of_the_level_goes_along(api: Api, coach: Coach) -> None:
    club, low, own = (make_student(coach, name) for name in ("Club", "Low", "Own"))
    for student, handicap, tolerance in ((club, 18, 3), (low, 4, 2.5), (own, 18, 3.5)):
        body = {"handicap": handicap, "tolerance_yd": tolerance}
        api("PATCH", f"/students/{student.pk}", body)
    # The same share of shorter distances: 3 of 65 yards are 1.8 of 40.
    short: dict[str, Any] = {
        "name": "Short",
        "scale_id": club.scale_id,
        "handicap": 18,
        "from_yd": 20,
        "to_yd": 60,
    }
    added = api("POST", "/students", short).data
    assert added["tolerance_yd"] == 1.8
    said = api("PATCH", "/settings", {"tolerances": {"club": 3.4}}).data
    assert (said["tolerances"], said["settings"]["tolerances"]["club"]) == (2, 3.4)
    every = (club.pk, low.pk, own.pk, added["id"])
    assert [Student.objects.get(pk=pk).tolerance_yd for pk in every] == [3.4, 2.5, 3.5, 2.1]


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"time_zone": "Middle/Earth"}, "time_zone"),
        ({"altitude_m": 9000}, "altitude_m"),
        ({"name": "   "}, "name"),
        ({"public_address": "academy"}, "public_address"),
        ({"public_address": "https://[bad"}, "public_address"),
        ({"scale_id": 99999}, ""),
        ({"tolerances": {"club": 0}}, "tolerances"),
        ({"tolerances": {"wizard": 2}}, "[key]"),
        ({"ball_limit": 2}, "ball_limit"),
        ({"junior_limit": 900}, "junior_limit"),
        ({"card": {"step": 7, "order": "short-first", "cues": True, "run": False}}, "step"),
        ({"link_days": 0}, "link_days"),
        ({"keep_months": 500}, "keep_months"),
    ],
)
def test_a_setting_that_cannot_be_is_refused_beside_its_field(
    api: Api, coach: Coach, change: dict[str, object], field: str
) -> None:
    before = api("GET", "/settings").data
    refused = api("PATCH", "/settings", change)
    assert refused.status_code in (404, 422)
    assert refused.data["field"] == field
    assert api("GET", "/settings").data == before


def test_links_end_within_the_academys_limit(api: Api, student: Student) -> None:
    made = api("POST", f"/students/{student.pk}/links", {"days": 300}).data
    address = made["url"].split("/c/")[1]
    assert api.client.get(f"/c/{address}/card.json").status_code != 404
    api("PATCH", "/settings", {"link_days": 30})
    too_long = api("POST", f"/students/{student.pk}/links", {"days": 31})
    assert (too_long.status_code, "1 to 30" in too_long.data["title"]) == (422, True)
    from oxgang.matrix.models import CardLink

    CardLink.objects.update(made_at=datetime(2020, 1, 1, tzinfo=UTC))
    assert api.client.get(f"/c/{address}/card.json").status_code == 404
