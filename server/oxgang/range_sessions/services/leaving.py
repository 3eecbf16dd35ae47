"""What ends with a coach who leaves, and what goes along with students who get another coach."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from django.db import transaction

from oxgang.academy.models import Coach, Student
from oxgang.academy.services.log import Changed, changed, fields_of
from oxgang.academy.services.ownership import hand_over
from oxgang.academy.services.people import leave
from oxgang.range_sessions.models import Appointment, CalendarLink, Device
from oxgang.range_sessions.services.appointments import clash_of
from oxgang.range_sessions.services.devices import revoke_token


@dataclass(frozen=True, slots=True)
class HandedOver:
    """How many students and booked sessions went to the other coach, and the sessions that did not."""

    students: int
    sessions: int
    stayed: Sequence[Appointment]


@transaction.atomic
def hand_over_with_sessions(
    students: Sequence[Student],
    to: Coach | None,
    *,
    by: Coach,
    now: datetime,
    was: Mapping[str, object] | None = None,
) -> HandedOver:
    """Students belong to another coach from now on, and so do their booked sessions.

    A session stays with the coach of before where the other is booked at that time, or where somebody
    who is not handed over comes to it too.

    Raises
    ------
    ChangedMeanwhile, InputError
        As `hand_over`.
    """
    going = {student.pk for student in students}
    went: list[Appointment] = []
    stayed: list[Appointment] = []

    def along(student: Student, to: Coach) -> list[Changed]:
        done: list[Changed] = []
        to_come = student.appointments.filter(coach=student.coach_id, withdrawn_at=None, starts_at__gt=now)
        for session in to_come.select_related("student__academy", "coach"):
            before = fields_of(session, ["coach_id"])
            others = Appointment.objects.filter(together=session.together, withdrawn_at=None)
            alone = session.together is None or not others.exclude(student__in=going).exists()
            session.coach = to
            if not alone or clash_of(session) is not None:
                session.refresh_from_db()
                stayed.append(session)
                continue
            session.changed_at = now
            session.save(update_fields=["coach", "changed_at"])
            done += changed(session, before)
            went.append(session)
        return done

    count = hand_over(students, to, by=by, now=now, was=was, along=along)
    return HandedOver(count, len(went), stayed)


@transaction.atomic
def leave_with_tokens(coach: Coach, *, by: Coach, now: datetime) -> None:
    """`academy.services.people.leave`, and whatever the person could still reach Oxgang by."""
    leave(coach, by=by, now=now)
    CalendarLink.objects.filter(coach=coach, revoked_at=None).update(revoked_at=now)
    for device in Device.objects.filter(made_by=coach, revoked_at=None):
        revoke_token(device, by=by, now=now)
