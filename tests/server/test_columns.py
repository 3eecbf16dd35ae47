"""Balls that this process has in columns are those that are stored, whatever was done to them."""

from __future__ import annotations

from collections.abc import Callable
from datetime import UTC, datetime

from django.db import connection, transaction
from django.test.utils import CaptureQueriesContext
from oxgang.academy.models import Student
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors import columns

from tests.server.conftest import Api

DAY = datetime.now(UTC).date()


def balls(student: Student, *, anew: bool) -> list[object]:
    if anew:
        columns._kept.clear()
    return [[*matrix_of(student, DAY, live=live).hits] for live in (True, False)]


def test_nothing_that_is_done_to_balls_is_missed(api: Api, student: Student) -> None:
    url = f"/students/{student.pk}"
    club = {c.label: str(c.pk) for c in student.clubs.all()}

    def hit(uid: str, carry: float = 60, at: str = "10:00:00") -> None:
        ball = {
            "uid": uid,
            "hit_at": f"{DAY}T{at}Z",
            "club_id": club["56"],
            "swing": "9:00",
            "carry_yd": carry,
        }
        assert api("PUT", f"{url}/balls", ball).status_code == 200

    def undo() -> None:
        entry = api("GET", f"{url}/history").data["entries"][0]["id"]
        assert api("POST", f"/history/{entry}/undo", {}).status_code == 200

    def rolled_back() -> None:
        with transaction.atomic():
            hit("ball-gone-1")
            balls(student, anew=False)
            transaction.set_rollback(True)
        hit("ball-0009", 71)

    def stretched() -> None:
        for position in student.scale.positions:
            position["arm_deg"] += 3
        student.scale.save(update_fields=["positions"])

    hit("ball-0001")
    steps: dict[str, Callable[[], object]] = {
        "hit": lambda: hit("ball-0002", 61),
        "hit earlier": lambda: hit("ball-0003", 62, "09:00:00"),
        "struck": lambda: api("PATCH", f"{url}/balls/ball-0001", {"strike": "fat"}),
        "another club": lambda: api("PATCH", f"{url}/balls/ball-0002", {"club_id": club["60"]}),
        "excluded": lambda: api("PATCH", f"{url}/balls/ball-0003", {"excluded": "wind"}),
        "withdrawn": lambda: api("DELETE", f"{url}/balls/ball-0002"),
        "back": lambda: api("POST", f"{url}/balls/ball-0002/restore"),
        "confirmed": lambda: api("POST", f"{url}/review", {}),
        "undone": undo,
        "rolled back": rolled_back,
        "loft": lambda: api("PATCH", f"/clubs/{club['56']}", {"loft_deg": 55}),
        "another scale": stretched,
    }
    before = balls(student, anew=True)
    for name, step in steps.items():
        step()
        student = Student.objects.select_related("academy", "scale").get(pk=student.pk)
        kept = balls(student, anew=False)
        assert kept == balls(student, anew=True), name
        assert kept != before, name
        before = kept


def test_one_more_ball_reads_one_ball(api: Api, student: Student) -> None:
    club = str(student.clubs.all()[0].pk)
    for i in range(4):
        ball = {"uid": f"ball-{i:04d}", "hit_at": f"{DAY}T10:00:0{i}Z", "club_id": club}
        api("PUT", f"/students/{student.pk}/balls", {**ball, "swing": "9:00", "carry_yd": 60})
        with CaptureQueriesContext(
            connection,
        ) as asked:
            matrix_of(student, DAY, live=True)
    read = [q["sql"] for q in asked if '"range_sessions_ball"."carry_yd"' in q["sql"]]
    last = Ball.objects.order_by("-pk")[1].pk
    assert [f'"id" > {last}' in sql for sql in read] == [True]
