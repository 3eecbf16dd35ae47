"""Balls after a change of the academy's time zone or altitude: their days and standard carries."""

from __future__ import annotations

from datetime import date, datetime, timedelta
from time import monotonic
from zoneinfo import ZoneInfo

from django.db import transaction

from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.people import local_day, rows_of, students_at
from oxgang.academy.services.log import touch
from oxgang.range_sessions.models import Appointment, Ball, RangeSession
from oxgang.range_sessions.services.standard_carries import normalize_all_carries

AT_ONCE = 1000


def keep_wall_clock(academy: Academy, was: str, now: datetime) -> int:
    """Sessions to come stay at the hour on the wall for which they were booked. Returns how many.

    Call it once, after the academy's time zone was changed from `was`.
    """
    old, new = ZoneInfo(was), ZoneInfo(academy.time_zone)
    moved = 0
    with transaction.atomic():
        coming = Appointment.objects.filter(student__academy=academy, starts_at__gt=now - timedelta(days=1))
        for row in coming:
            starts = row.starts_at.astimezone(old).replace(tzinfo=new)
            if starts != row.starts_at:
                row.starts_at, row.changed_at = starts, now
                row.save(update_fields=["starts_at", "changed_at"])
                moved += row.withdrawn_at is None
    return moved


def left(academy: Academy) -> int:
    """How many students' balls are still to be brought to the settings of today."""
    return students_at(academy).filter(moved=True).count()


def bring_along(academy: Academy, for_s: float) -> int:
    """Bring balls to the academy's settings of today, student by student, for about so long.
    Returns how many students are left; the keeper goes on."""
    start = monotonic()
    for student in students_at(academy).filter(moved=True).select_related("academy", "scale"):
        _bring(student)
        if monotonic() - start > for_s:
            break
    return left(academy)


def _bring(student: Student) -> None:
    # First, so that a setting changed meanwhile is seen again.
    rows_of([student.pk]).update(moved=False)
    _to_days(student)
    normalize_all_carries(student)
    touch([student.pk])


@transaction.atomic
def _to_days(student: Student) -> None:
    """Every ball whose moment is known lies on its day at the academy, in that day's session."""
    sessions: dict[date, RangeSession] = {s.day: s for s in student.sessions.all()}
    last = 0
    dated = Ball.objects.filter(student=student, hit_at__isnull=False).order_by("pk")
    while some := list(dated.filter(pk__gt=last)[:AT_ONCE]):
        last = some[-1].pk
        moved = []
        for ball in some:
            assert ball.hit_at is not None
            day = local_day(student, ball.hit_at)
            if day == ball.hit_on:
                continue
            if day not in sessions:
                sessions[day] = RangeSession.objects.create(
                    student=student, day=day, coach=ball.session.coach
                )
            ball.hit_on, ball.session = day, sessions[day]
            moved.append(ball)
        Ball.objects.bulk_update(moved, ["hit_on", "session"])
