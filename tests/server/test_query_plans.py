"""What a coach does all day finds its balls by an index: the database itself says how it would look.

Outside check: SQLite's EXPLAIN QUERY PLAN (sqlite.org/eqp.html), where SCAN is a walk through a table.
"""

from __future__ import annotations

import re

from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.utils import timezone
from oxgang.academy.models import Student

from tests.server.conftest import Api

TABLE = "range_sessions_ball"
VIEWS = ("", "matrix", "matrix?live=true", "review", "plan", "gaps", "played", "practice", "today")
OF_A_SHOT = ("cell", "why", "cell-balls")
MORE = ("card", "history", "versions", "usual", "progress", "shots.json", "lessons", "data-inventory")


def walks_through(sql: str) -> list[str]:
    """The lines of the plan of a query that walk through all balls."""
    with connection.cursor() as cursor:
        cursor.execute(f"EXPLAIN QUERY PLAN {sql}".replace("%", "%%"))
        plan = [str(row[-1]) for row in cursor.fetchall()]
    return [line for line in plan if re.match(rf"SCAN ({TABLE}|[A-Z]\d+)\b", line)]


def test_nothing_done_daily_walks_through_all_balls(api: Api, student: Student) -> None:
    url = f"/students/{student.pk}"
    club = student.clubs.get(label="56")
    shot = "club=56&swing=9:00&trajectory=stock"

    def ball(uid: str) -> None:
        body = {"uid": uid, "hit_at": timezone.now().isoformat(), "club_id": str(club.pk)}
        answer = api("PUT", f"{url}/balls", {**body, "swing": "9:00", "carry_yd": 60})
        assert answer.status_code == 200

    for i in range(6):
        ball(f"ball-{i:04d}")
    with CaptureQueriesContext(connection) as asked:
        ball("ball-more")
        api("PATCH", f"{url}/balls/ball-more", {"strike": "fat"})
        api("DELETE", f"{url}/balls/ball-more")
        for view in (*VIEWS, *MORE, *(f"{name}?{shot}" for name in OF_A_SHOT)):
            assert api("GET", f"{url}/{view}".rstrip("/")).status_code == 200, view
        assert api("GET", "/students").status_code == 200
        assert api("POST", f"{url}/review", {}).status_code == 200
    found = {q["sql"] for q in asked if f'"{TABLE}"' in q["sql"] and not q["sql"].startswith("INSERT")}
    assert len(found) > 20
    slow = {sql: lines for sql in found if (lines := walks_through(sql))}
    assert not slow
    # The check sees what it is for.
    assert walks_through(f'SELECT * FROM "{TABLE}" WHERE "carry_yd" > 50')
