"""A coach's sessions as iCalendar, behind a private address."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_GET

from oxgang.files.calendar import Session, write_calendar
from oxgang.range_sessions.models import Appointment
from oxgang.range_sessions.selectors.appointments import coach_of_link, feed_of

GONE = "This calendar link is off. Create a new one in Oxgang."


@require_GET
@never_cache
def subscription(request: HttpRequest, token: str) -> HttpResponse:
    """The calendar of an address."""
    coach = coach_of_link(token)
    if coach is None:
        return HttpResponse(GONE, status=404, content_type="text/plain; charset=utf-8")
    rows = list(feed_of(coach, timezone.now()))
    sessions = [_session(one, _with(one, rows)) for one in rows if _leads(one, rows)]
    content = write_calendar(f"{coach.academy.name}: {coach.name}", sessions)
    return HttpResponse(content, content_type="text/calendar; charset=utf-8")


def _with(row: Appointment, rows: list[Appointment]) -> list[Appointment]:
    """A session and those booked together with it that are not cancelled."""
    if row.together is None:
        return [row]
    return [
        one for one in rows if one.together == row.together and (one.withdrawn_at is None or one.pk == row.pk)
    ]


def _leads(row: Appointment, rows: list[Appointment]) -> bool:
    """Of sessions booked together the coach has one: that of the first who comes."""
    coming = [one.pk for one in _with(row, rows) if one.withdrawn_at is None]
    return row.withdrawn_at is not None or not coming or row.pk == min(coming)


def _session(row: Appointment, group: list[Appointment]) -> Session:
    names = ", ".join(one.student.name for one in group)
    what = f"check-up, {row.check_up} balls" if row.check_up else "session"
    return Session(
        uid=str(row.pk),
        starts_at=row.starts_at,
        minutes=row.minutes,
        title=f"{names}: {what}",
        description=row.note,
        # Grows with every change of the student's records, and so with every change of this.
        sequence=max(one.student.revision for one in group),
        changed_at=row.changed_at,
        cancelled=row.withdrawn_at is not None or row.student.archived_at is not None,
    )
