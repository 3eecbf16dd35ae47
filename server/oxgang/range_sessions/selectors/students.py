"""The list of students with what has been hit."""

from __future__ import annotations

from datetime import date
from uuid import UUID

from django.db.models import Count, Max, Q

from oxgang.academy.models import Academy, Club
from oxgang.academy.selectors.people import students_of
from oxgang.range_sessions.models import Ball

NEVER: tuple[int, date | None] = (0, None)


def student_rows(academy: Academy, *, archived: bool = False) -> list[dict[str, object]]:
    """One row a student: clubs, balls and the last day on the range. Three queries."""
    students = list(students_of(academy, archived=archived))
    hit: dict[UUID, tuple[int, date | None]] = {
        row["student"]: (row["balls"], row["last_hit"])
        for row in Ball.objects.filter(student__academy=academy, withdrawn_at=None)
        .values("student")
        .annotate(balls=Count("pk"), last_hit=Max("hit_on"))
    }
    clubs = dict(
        Club.objects.filter(student__academy=academy, archived_at=None)
        .values_list("student")
        .annotate(n=Count("pk", filter=Q(used_until=None)))
    )
    return [
        {
            "id": student.pk,
            "name": student.name,
            "hand": student.hand,
            "scale": student.scale.name,
            "clubs": clubs.get(student.pk, 0),
            "balls": hit.get(student.pk, NEVER)[0],
            "last_hit": hit.get(student.pk, NEVER)[1],
            "archived": archived,
        }
        for student in students
    ]
