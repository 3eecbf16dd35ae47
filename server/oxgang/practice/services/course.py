"""Shots on the course: logged by the student's phone, deleted by a coach."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Final

from django.db import transaction

from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.selectors.people import local_day
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import BORN, Changed, append_to_entry, changed, fields_of, record_entry
from oxgang.core.errors import InputError
from oxgang.core.pick.table import LIES, Wind, situation_at
from oxgang.core.practice.course_shot import Ended, checked_pin
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.shots import Lie
from oxgang.matrix.selectors.cached import cached_matrix, carry_cache_forward
from oxgang.practice.models import CourseLog
from oxgang.practice.selectors.course import card_shot, promise_for
from oxgang.practice.services.rounds import when_it_was

# Two rounds of every hole; more comes from a link in other hands.
MOST_A_DAY: Final = 120


@dataclass(frozen=True, slots=True, kw_only=True)
class Played:
    """A shot as a phone tells it: by which version of the card, and its place there; pin and lie, and
    where it finished."""

    uid: str
    version: int
    place: int
    pin_yd: float
    lie: Lie
    wind: Wind
    firmness: Firmness
    pin_at: PinAt
    ended: Ended
    played_at: datetime


def log_course_shot(student: Student, played: Played, *, now: datetime) -> CourseLog:
    """Keep a shot that the student played on the course, once: the same `uid` again changes nothing.

    Nothing of it enters the matrix. What the pick promised is worked out by the numbers of the day,
    before anything is written: nobody's ball waits for it.

    Raises
    ------
    InputError
        For a distance or lie that no card answers, a shot that is on no card of the student, or too many
        on one day.
    """
    there = CourseLog.objects.filter(student=student, uid=played.uid).first()
    if there is not None:
        return there
    pin = checked_pin(played.pin_yd)
    if played.lie not in LIES:
        raise InputError("The card has no shots from this lie.", field="lie")
    known = card_shot(student, played.version, played.place)
    if known is None:
        raise InputError(
            "This shot isn't on your card. Open the card once online, then log it again.", field="place"
        )
    version, shot = known
    at, _ = when_it_was(played.played_at, now)
    day, revision = local_day(student, at), student.revision
    cached = cached_matrix(student, day)
    situation = situation_at(pin, played.lie, played.wind, played.firmness, played.pin_at)
    promise, balls = promise_for(student, cached, shot, situation)
    row = CourseLog(
        student=student,
        uid=played.uid,
        version=version,
        shot=shot.name,
        pin_yd=pin,
        lie=played.lie,
        wind=played.wind,
        firmness=played.firmness,
        pin_at=played.pin_at,
        finish=played.ended.finish,
        left_yd=played.ended.left_yd,
        past_yd=played.ended.past_yd,
        right_yd=played.ended.right_yd,
        promise=promise.as_data() if promise else {},
        balls=balls,
        played_at=at,
        day=day,
        received_at=now,
    )
    made = _stored(row, now)
    carry_cache_forward(student, day, cached, revision)
    return made


@retry_on_conflict
def _stored(row: CourseLog, now: datetime) -> CourseLog:
    """The row as it is kept; the one that another request kept meanwhile."""
    mine = CourseLog.objects.filter(student=row.student)
    there = mine.filter(uid=row.uid).first()
    if there is not None:
        return there
    if mine.filter(received_at__gt=now - timedelta(days=1)).count() >= MOST_A_DAY:
        raise InputError(f"More than {MOST_A_DAY} shots arrived today. Ask your coach.")
    batch = Changed(CourseLog, None, {"withdrawn_at": BORN}, {"withdrawn_at": None})
    key = f"course {row.day}"
    row.entry = append_to_entry(
        row.student, key, AuditAction.COURSE_LOGGED, {}, 1, by=None, now=now, change=batch
    )
    # Anew where somebody was quicker: a row that was not stored has no number.
    row.pk = None
    row.save(force_insert=True)
    return row


@transaction.atomic
def remove_course_shot(row: CourseLog, *, by: Coach, now: datetime) -> None:
    """Take a shot away; the log brings it back. Twice changes nothing."""
    if row.withdrawn_at is not None:
        return
    before = fields_of(row, ["withdrawn_at"])
    row.withdrawn_at = now
    row.save(update_fields=["withdrawn_at"])
    values = {"shot": row.shot, "day": row.day.isoformat()}
    record_entry(
        row.student, AuditAction.COURSE_REMOVED, values, by=by, now=now, changes=changed(row, before)
    )
