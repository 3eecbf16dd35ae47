"""An academy at work in any order: two coaches, an assistant, a phone and a monitor at once.

Whatever they do one after the other: no answer is a crash, an acknowledged ball is there exactly once,
every count agrees, nobody of another academy sees any of it, and a student who is taken out, erased
and brought in again is the same. `make fuzz` does it for an hour with other orders each time.
"""

from __future__ import annotations

import json
import os
import time
from collections import Counter
from typing import Any

import pytest
from django.db import transaction
from django.test import Client
from django.utils import timezone
from hypothesis import HealthCheck, Phase, seed, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, rule, run_state_machine_as_test
from oxgang.academy.models import PersonRole, Student
from oxgang.academy.services.academies import add_coach
from oxgang.api.main import api as the_api
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api, make_coach, make_student

# Seconds of `make fuzz`; without it one run of a fixed seed.
FUZZ_S = float(os.environ.get("OXGANG_FUZZ_S", "0"))
EXAMPLES, STEPS = 4, 20
asked: Counter[str] = Counter()

WHO = st.sampled_from(["head", "coach", "assistant"])
WHICH = st.integers(0, 1)
CARRY = st.integers(20, 99)
SWING = st.sampled_from(["8:00", "9:00", "10:00"])
UID = st.integers(0, 30)


class AcademyAtWork(RuleBasedStateMachine):
    """Students and balls are told apart by small numbers, so that steps meet each other."""

    def __init__(self) -> None:
        super().__init__()
        self.block = transaction.atomic()
        self.block.__enter__()
        head = make_coach("Wexholt Hill", "ilse")
        self.api = {"head": Api(head), "stranger": Api(make_coach("Lower Marrowdale", "olin"))}
        for who in (PersonRole.COACH, PersonRole.ASSISTANT):
            made = add_coach(
                head.academy, name=str(who.label), log_in=who.value, password="six-long-words", role=who
            )
            self.api[who.value] = Api(made)
        self.students = [str(make_student(head, name).pk) for name in ("Ansel Quill", "Bo Tarn")]
        self.device = str(self.ask("head", "POST", "/devices", {"name": "Bay 1"}).data["token"])
        self.acknowledged: dict[str, set[str]] = {student: set() for student in self.students}
        self.sent = 0

    def teardown(self) -> None:
        transaction.set_rollback(True)
        self.block.__exit__(None, None, None)

    def ask(self, who: str, method: str, path: str, body: Any = None) -> Any:
        answer = self.api[who](method, path, body)
        match = getattr(answer, "resolver_match", None)
        asked[f"{method} {match.route if match else path}"] += 1
        assert answer.status_code < 500, (who, method, path, answer.content)
        return answer

    def club(self, which: int, label: str = "56") -> str:
        return str(Student.objects.get(pk=self.students[which]).clubs.get(label=label).pk)

    @rule(who=WHO, which=WHICH, uid=UID, carry=CARRY, swing=SWING)
    def hits(self, who: str, which: int, uid: int, carry: int, swing: str) -> None:
        student = self.students[which]
        ball = {"uid": f"ball-{which}-{uid:04d}", "hit_at": timezone.now().isoformat(), "swing": swing}
        body = {**ball, "club_id": self.club(which), "carry_yd": carry}
        if self.ask(who, "PUT", f"/students/{student}/balls", body).status_code == 200:
            self.acknowledged[student].add(ball["uid"])

    @rule(who=WHO, which=WHICH, uid=UID, carry=CARRY)
    def changes(self, who: str, which: int, uid: int, carry: int) -> None:
        url = f"/students/{self.students[which]}/balls/ball-{which}-{uid:04d}"
        self.ask(who, "PATCH", url, {"carry_yd": carry, "strike": "fat"})

    @rule(who=WHO, which=WHICH, uid=UID, back=st.booleans())
    def takes_away_and_back(self, who: str, which: int, uid: int, back: bool) -> None:
        url = f"/students/{self.students[which]}/balls/ball-{which}-{uid:04d}"
        self.ask(who, "POST" if back else "DELETE", f"{url}/restore" if back else url)

    @rule(who=WHO, which=WHICH)
    def confirms(self, who: str, which: int) -> None:
        self.ask(who, "POST", f"/students/{self.students[which]}/review", {})

    @rule(who=WHO, which=WHICH, back=st.integers(0, 2))
    def undoes(self, who: str, which: int, back: int) -> None:
        entries = self.ask(who, "GET", f"/students/{self.students[which]}/history").data["entries"]
        for entry in entries[back : back + 1]:
            self.ask(who, "POST", f"/history/{entry['id']}/undo", {})

    @rule(who=WHO, which=WHICH, swing=SWING)
    def has_the_monitor_play(self, who: str, which: int, swing: str) -> None:
        (device,) = self.ask(who, "GET", "/devices").data
        plays = {"club_id": self.club(which), "swing": swing, "trajectory": "stock"}
        body = {"student_id": self.students[which], "plays": plays, "straight": True, "take": True}
        self.ask(who, "PUT", f"/devices/{device['id']}/plays", body)

    @rule(carry=CARRY, again=st.booleans())
    def monitor_sends(self, carry: int, again: bool) -> None:
        self.sent += not again
        body = {"id": f"mon-{self.sent:04d}", "carry_yd": carry, "launch_deg": 31, "ball_speed_mps": 24}
        headers = {"Authorization": f"Bearer {self.device}"}
        answer = Client().post("/api/feed/balls", json.dumps(body), "application/json", headers=headers)
        asked["POST api/feed/balls"] += 1
        assert answer.status_code == 200, answer.content

    @rule(who=WHO, which=WHICH)
    def publishes_and_a_phone_looks(self, who: str, which: int) -> None:
        url = f"/students/{self.students[which]}"
        self.ask(who, "POST", f"{url}/versions", {"note": "", "picks": False})
        made = self.ask(who, "POST", f"{url}/links", {"days": 30})
        if made.status_code == 200:
            place = "/c/" + made.data["url"].rsplit("/", 1)[1]
            for part in ("", "/card.json", "/portal.json"):
                asked[f"GET /c/…{part}"] += 1
                assert Client().get(place + part).status_code < 500

    @rule(
        who=WHO, which=WHICH, view=st.sampled_from(["matrix", "gaps", "plan", "review", "practice", "today"])
    )
    def looks(self, who: str, which: int, view: str) -> None:
        self.ask(who, "GET", f"/students/{self.students[which]}/{view}")
        self.ask(who, "GET", "/students")

    @rule(who=WHO, which=WHICH, restore=st.booleans())
    def archives(self, who: str, which: int, restore: bool) -> None:
        self.ask(who, "POST", f"/students/{self.students[which]}/{'restore' if restore else 'archive'}")

    @rule(which=WHICH)
    def moves_out_and_in(self, which: int) -> None:
        student = self.students[which]
        before = self.ask("head", "GET", f"/students/{student}/student.json")
        name = before.data["student"]["name"]
        assert self.ask("head", "POST", f"/students/{student}/erase", {"name": name}).status_code == 200
        came = self.api["head"].upload("/student-files", before.content)
        assert came.status_code < 300, came.content
        again = str(came.json()["id"])
        after = self.ask("head", "GET", f"/students/{again}/student.json")
        assert self.balls_of(after.data) == self.balls_of(before.data)
        self.students[which] = again
        self.acknowledged[again] = {ball["uid"] for ball in after.data["balls"]}

    @staticmethod
    def balls_of(file: dict[str, Any]) -> list[dict[str, Any]]:
        """A student's balls, with the names of the clubs in the place of their ids."""
        labels = {club["id"]: club["label"] for club in file["clubs"]}
        return [ball | {"club": labels[ball["club"]]} for ball in file["balls"]]

    @invariant()
    def an_acknowledged_ball_is_there_once(self) -> None:
        for student in self.students:
            kept = Counter(Ball.objects.filter(student_id=student).values_list("uid", flat=True))
            missing = self.acknowledged[student] - set(kept)
            assert (missing, max(kept.values(), default=1)) == (set(), 1)

    @invariant()
    def counts_agree_and_a_stranger_sees_nothing(self) -> None:
        for student in self.students:
            live = Ball.objects.filter(student_id=student, withdrawn_at=None).count()
            assert len(self.ask("head", "GET", f"/students/{student}/shots.json").data["balls"]) == live
            assert self.ask("stranger", "GET", f"/students/{student}").status_code == 404


def run(number: int) -> None:
    quick = settings(
        max_examples=EXAMPLES,
        stateful_step_count=STEPS,
        deadline=None,
        database=None,
        phases=[Phase.generate, Phase.shrink] if FUZZ_S else [Phase.generate],
        suppress_health_check=list(HealthCheck),
    )
    machine = seed(number)(AcademyAtWork)
    run_state_machine_as_test(machine, settings=quick)


@pytest.mark.django_db
def test_an_academy_at_work_in_any_order(capsys: pytest.CaptureFixture[str]) -> None:
    end, number = time.monotonic() + FUZZ_S, 0
    run(number)
    while FUZZ_S and time.monotonic() < end:
        number += 1
        run(time.time_ns())
    known = sum(len(methods) for methods in the_api.get_openapi_schema()["paths"].values())
    with capsys.disabled():
        print(f"\n{number + 1} runs, {len(asked)} of {known} operations asked {sum(asked.values())} times")
    assert len(asked) > 20
