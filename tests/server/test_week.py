"""A week of an academy, day by day: twelve students, two coaches, a monitor, phones, slips and repairs.

Every ball that was acknowledged is there once and under whom it belongs, at every evening; what two
places say of a student is one number; and the last day is taken back whole.
"""

from __future__ import annotations

import random
from collections import Counter
from collections.abc import Iterator
from datetime import datetime, timedelta
from typing import Any
from unittest.mock import patch
from uuid import UUID

import pytest
from django.utils import timezone
from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.services.academies import add_coach
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api, make_student
from tests.server.steps import listed
from tests.server.test_devices import feed, token_of
from tests.server.test_groups import turn
from tests.server.test_portal import link, played_row

SEED = 20_26
STUDENTS, DAYS, BALLS = 12, 7, 1_000
SWINGS = {"7:30": 0.62, "8:00": 0.7, "9:00": 0.82, "10:00": 0.92}
SHOT = {"swing": "9:00", "trajectory": "stock", "spin": "check", "tempo": "normal"}


class Clock:
    """The server's clock, as the test sets it."""

    def __init__(self, at: datetime) -> None:
        self.at = at

    def __call__(self) -> datetime:
        self.at += timedelta(milliseconds=20)
        return self.at

    def forward(self, **more: float) -> None:
        self.at += timedelta(**more)


@pytest.fixture
def clock() -> Iterator[Clock]:
    monday = timezone.now().replace(hour=7, minute=0, second=0) - timedelta(days=DAYS + 1)
    moving = Clock(monday)
    with patch("django.utils.timezone.now", moving):
        yield moving


class Week:
    """The academy, and what it was told that every ball is: uid to student and carry."""

    def __init__(self, head: Coach, clock: Clock) -> None:
        self.clock, self.draw = clock, random.Random(SEED)
        self.head = Api(head)
        second = add_coach(head.academy, name="Tobin", log_in="tobin", password="six-long-words")
        self.coaches = [self.head, Api(second)]
        self.second = second
        self.students = [make_student(head, f"Student {name}") for name in "ABCDEFGHIJKL"]
        self.full = {one.pk: self.draw.uniform(80, 105) for one in self.students}
        self.clubs: dict[UUID, dict[str, Club]] = {
            one.pk: {club.label: club for club in one.clubs.all()} for one in self.students
        }
        self.told: dict[str, tuple[UUID, float]] = {}
        self.token = token_of(self.head)
        self.number = 0

    def carry(self, student: Student, swing: str, label: str) -> float:
        mean = self.full[student.pk] * SWINGS[swing] * (0.93 if label == "60" else 1)
        return round(self.draw.gauss(mean, 0.045 * mean), 1)

    def type_balls(self, api: Api, student: Student, count: int) -> None:
        """By hand; now and then the answer was lost and the ball is sent again."""
        swing, label = self.draw.choice(list(SWINGS)), self.draw.choice(["56", "60"])
        club = self.clubs[student.pk][label]
        for _ in range(count):
            self.number += 1
            self.clock.forward(seconds=25)
            uid, carry = f"week-{self.number}", self.carry(student, swing, label)
            body: dict[str, Any] = {"uid": uid, "hit_at": self.clock.at.isoformat(), "club_id": str(club.pk)}
            body |= {"swing": swing, "carry_yd": carry, "strike": "solid"}
            for _ in range(2 if self.draw.random() < 0.1 else 1):
                assert api("PUT", f"/students/{student.pk}/balls", body).status_code == 200
            self.told[uid] = (student.pk, carry)

    def from_file(self, api: Api, student: Student, count: int) -> None:
        """A file of a monitor; every now and then it is brought in twice."""
        rows = ["id,date,club,swing,trajectory,carry_yd,strike"]
        swing, label = self.draw.choice(list(SWINGS)), self.draw.choice(["56", "60"])
        for _ in range(count):
            self.number += 1
            uid, carry = f"file-{self.number}", self.carry(student, swing, label)
            rows.append(f"{uid},{self.clock.at.date()},{label},{swing},stock,{carry},solid")
        before = set(Ball.objects.values_list("uid", flat=True))
        for _ in range(2 if self.draw.random() < 0.3 else 1):
            answer = api.upload(f"/students/{student.pk}/shots", "\n".join(rows).encode())
            assert b'"stored"' in b"".join(answer.streaming_content)
        new = Ball.objects.filter(student=student).exclude(uid__in=before)
        found = [(uid, float(carry or 0)) for uid, carry in new.values_list("uid", "carry_yd")]
        assert sorted(carry for _, carry in found) == sorted(float(row.split(",")[5]) for row in rows[1:])
        self.told |= {uid: (student.pk, carry) for uid, carry in found}

    def take_out(self, api: Api, student: Student) -> None:
        """The last ball was nothing; sometimes it was, after all."""
        mine = [uid for uid, (owner, _) in self.told.items() if owner == student.pk]
        url = f"/students/{student.pk}/balls/{mine[-1]}"
        assert api("DELETE", url).status_code == 200
        if self.draw.random() < 0.5:
            assert api("POST", f"{url}/restore").status_code == 200
        else:
            del self.told[mine[-1]]

    def group(self, api: Api, some: list[Student], balls: int) -> None:
        """Side by side with the monitor, which goes with whoever is up and sends four balls at a time;
        now and then the answer was lost, and it sends them again."""
        body = {"students": [str(one.pk) for one in some]}
        group = api("POST", "/groups", body).data["id"]
        (device,) = api("GET", "/devices").data
        assert api("PUT", f"/groups/{group}/monitor", {"device_id": device["id"]}).status_code == 200
        for number, student in enumerate(some, 1):
            plays = {"club_id": str(self.clubs[student.pk]["56"].pk), "swing": "9:00"}
            assert turn(api, group, "shot", number=number, plays=plays).status_code == 200
        for run in range(balls // 4):
            student = some[run % len(some)]
            assert turn(api, group, "up", number=run % len(some) + 1).status_code == 200
            sent = []
            for _ in range(4):
                self.clock.forward(seconds=30)
                self.number += 1
                carry = self.carry(student, "9:00", "56")
                one: dict[str, Any] = {"id": f"sent-{self.number}", "hit_at": self.clock.at.isoformat()}
                sent.append(one | {"carry_yd": carry})
                self.told[f"d{device['id']}-sent-{self.number}"] = (student.pk, carry)
            for _ in range(2 if self.draw.random() < 0.2 else 1):
                assert feed(self.token, {"balls": sent}).status_code == 200
            self.clock.forward(seconds=5)
        assert api("POST", f"/groups/{group}/end").status_code == 200

    def wrong_student(self, api: Api, source: Student, to: Student) -> None:
        """Three balls were another one's: noticed in the evening."""
        mine = [uid for uid, (owner, _) in self.told.items() if owner == source.pk and "week" in uid][-3:]
        body = {"to_id": str(to.pk), "balls": mine}
        assert api("PUT", f"/students/{source.pk}/balls-of-another", body).status_code == 200
        for uid in mine:
            self.told[uid] = (to.pk, self.told[uid][1])

    def lesson(self, api: Api, student: Student) -> None:
        url = f"/students/{student.pk}"
        day = self.clock.at.date().isoformat()
        assert api("PUT", f"{url}/lessons/{day}", {"note": f"slow feet, {self.number}"}).status_code == 200

    def home_and_back(self, api: Api, student: Student) -> None:
        """Homework for the phone, which plays a row and sends it twice."""
        url = f"/students/{student.pk}"
        rows = [{"form": "blocked", "balls": 5, "shot": {**SHOT, "club": "56"}}]
        due = (self.clock.at.date() + timedelta(days=4)).isoformat()
        body = {"title": "At home", "rows": rows, "due_on": due}
        assert api("POST", f"{url}/homework", body).status_code == 200
        phone = link(api, student)
        self.number += 1
        played = played_row(phone.get().json(), uid=f"phone-{self.number}")
        answers = [phone.put(played) for _ in range(2)]
        assert [answer.status_code for answer in answers] == [200, 200]
        assert [answer.json()["balls"] for answer in answers] == [5, 0]
        for ball in Ball.objects.filter(student=student, reported=True).exclude(uid__in=self.told):
            self.told[ball.uid] = (student.pk, float(ball.carry_yd or 0))

    def review(self, api: Api, student: Student, publish: bool) -> None:
        url = f"/students/{student.pk}"
        assert api("POST", f"{url}/review", {}).status_code == 200
        if publish:
            assert api("POST", f"{url}/versions", {"picks": False}).status_code in (200, 422)

    def evening(self) -> None:
        """Nothing is lost, nothing is double, nobody has another's."""
        rows = Ball.objects.filter(withdrawn_at=None).values_list("uid", "student_id", "carry_yd")
        assert {uid: (owner, carry) for uid, owner, carry in rows} == self.told

    def agreed(self) -> None:
        """Two places say one number."""
        owners = Counter(owner for owner, _ in self.told.values())
        while self.head("POST", "/students/catch-up").data["behind"]:
            pass
        page = {row["id"]: row for row in listed(self.head)["rows"]}
        for student in self.students:
            url = f"/students/{student.pk}"
            matrix = self.head("GET", f"{url}/matrix").data
            row, ground = page[str(student.pk)], matrix["ground"]
            assert row["balls"] == owners[student.pk]
            counted = sum(cell["balls"] for cell in [*matrix["cells"], *matrix["variants"]])
            assert counted + matrix["waiting"] == owners[student.pk]
            assert row["state"] != "broken", row
            yards = student.to_yd - student.from_yd + 1
            assert row["covered"] * yards == pytest.approx(ground["covered_played"])

    def seen_of(self, student: Student) -> dict[str, Any]:
        """What the coach's views show of a student, at one moment."""
        url = f"/students/{student.pk}"
        views = ("matrix", "played", "lessons", "homework", "plan", "events", "versions", "recipes")
        return {view: self.head("GET", f"{url}/{view}").data for view in views}


def busy_day(week: Week, day: int, some: list[Student]) -> None:
    head, second = week.coaches
    week.clock.forward(hours=2)
    for at, student in enumerate(some[3:]):
        api = week.coaches[at % 2]
        if at in (0, 1):
            week.type_balls(api, student, 8)
        else:
            week.from_file(api, student, 36)
        week.take_out(api, student)
    week.group(head, some[:3], 24)
    week.wrong_student(second, some[4], some[5])
    week.lesson(second, some[day % 6])
    for at, student in enumerate(some):
        week.review(week.coaches[at % 2], student, publish=at % 4 == day % 4)
    if day % 2:
        week.home_and_back(head, some[0])


def test_a_week_of_an_academy(coach: Coach, clock: Clock) -> None:
    week = Week(coach, clock)
    for day in range(DAYS - 1):
        start = clock.at
        some = week.students[:8] if day % 2 else week.students[4:]
        busy_day(week, day, some)
        if day == 2:
            body = {"to": week.second.pk, "students": [str(some[6].pk)]}
            assert week.head("POST", f"/people/{coach.pk}/hand-over", body).data["students"] == 1
        if day == 3:
            bent = {"kind": "club bent", "on": clock.at.date().isoformat(), "loft_deg": 57}
            bent["club_id"] = str(week.clubs[some[1].pk]["56"].pk)
            assert week.head("POST", f"/students/{some[1].pk}/events", bent).status_code == 200
        week.evening()
        if day % 2:
            week.agreed()
        clock.at = start + timedelta(days=1)
    assert len(week.told) > BALLS - 150

    # The last day, and all of it taken back: what the views show is what they showed the evening before.
    evening = clock.at
    before = {student.pk: week.seen_of(student) for student in week.students}
    told, last = dict(week.told), newest(week)
    clock.at = evening + timedelta(hours=3)
    busy_day(week, DAYS - 1, week.students[2:10])
    week.evening()
    week.agreed()
    assert len(week.told) > BALLS
    undo_since(week, last)
    clock.at = evening
    week.told = told
    assert {student.pk: week.seen_of(student) for student in week.students} == before
    week.evening()
    week.agreed()


def entries(week: Week) -> dict[int, dict[str, Any]]:
    """What can be taken back, of all students, by its number."""
    return {
        entry["id"]: entry
        for student in week.students
        for entry in week.head("GET", f"/students/{student.pk}/history").data["entries"]
        if entry["can_undo"] and not entry["undone"]
    }


def newest(week: Week) -> int:
    return max(entries(week))


def undo_since(week: Week, last: int) -> None:
    """Newest first. What stands in two histories is taken back in one of them."""
    done = Counter(
        week.head("POST", f"/history/{number}/undo").status_code
        for number in sorted(entries(week), reverse=True)
        if number > last
    )
    # The three balls of the wrong student stand in two histories.
    assert set(done) == {200, 409}
    assert done[409] == 1
