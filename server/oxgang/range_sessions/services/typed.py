"""A ball as a coach typed it: its day, its club of that day, its values, then it is stored."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from datetime import datetime
from enum import StrEnum

from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.selectors.people import bag_of, local_day, match_club
from oxgang.core.errors import ConfirmationNeeded, InputError
from oxgang.core.flight.checks import check_shot, moment_question
from oxgang.core.flight.landing import Landing, with_landing
from oxgang.core.flight.launch import NetHit, with_net_launch
from oxgang.core.words.shots import Shot, with_measured
from oxgang.range_sessions.models import Ball, FeedBall
from oxgang.range_sessions.services.balls import record_balls


class Moment(StrEnum):
    """What the coach said of a moment that is days off: nothing yet, that it is right, that the
    ball is of the day on which it arrived."""

    UNASKED = "unasked"
    AS_SAID = "as said"
    ARRIVAL = "arrival"


@dataclass(frozen=True, slots=True, kw_only=True)
class TypedBall:
    """`shot` has the cell under the club's label and what was typed; its moment is `hit_at`.

    `sent` is the device's ball whose values it takes, `mark` where it hit a net, `landing` where it
    was seen to land. `confirmed` keeps an unlikely value.
    """

    shot: Shot
    club: Club
    hit_at: datetime
    moment: Moment = Moment.UNASKED
    sent: FeedBall | None = None
    mark: NetHit | None = None
    landing: Landing | None = None
    confirmed: bool = False


def record_typed(
    student: Student,
    typed: TypedBall,
    *,
    by: Coach,
    now: datetime,
    speed: Callable[[Shot], float | None],
) -> None:
    """Store a typed ball. One whose id the student has already changes nothing.

    Parameters
    ----------
    speed
        Ball speed [m/s] of a shot's cell, for a launch read from a net; asked only then.

    Raises
    ------
    ConfirmationNeeded
        When its moment is days off, or a value unlikely, and nobody has said what is meant.
    InputError
        When a value cannot be, or the club is in another bag.
    """
    if typed.club.student_id != student.pk:
        raise InputError("This club is in another student's bag.", field="club_id")
    sent, uid = typed.sent, typed.shot.id
    arrived = sent.received_at if sent else now
    # A tablet whose clock is ahead must not put balls into tomorrow.
    hit_at = min(sent.hit_at if sent else typed.hit_at, now)
    if typed.moment is Moment.ARRIVAL:
        hit_at = arrived
    elif typed.moment is Moment.UNASKED:
        known = Ball.objects.filter(student=student, uid=uid).exists()
        if not known and (question := moment_question(hit_at, arrived)):
            raise ConfirmationNeeded(question, field="hit_at")
    # A page that was open when a new club came may still send the old one.
    club, hit_on = typed.club, local_day(student, hit_at)
    if not club.used_on(hit_on):
        club = match_club(bag_of(student), club.label, hit_on) or club
    cell = replace(typed.shot.cell, club=club.label)
    shot = replace(typed.shot, cell=cell, hit_at=hit_at)
    if sent is not None:
        shot = with_measured(replace(shot, extra=sent.extra), sent.measured)
    if typed.mark is not None:
        shot = with_net_launch(shot, typed.mark, speed(shot))
    if typed.landing is not None:
        shot = with_landing(shot, typed.landing)
    check_shot(shot, confirmed=typed.confirmed)
    record_balls(student, [(shot, club)], by=by, now=now, sent=sent)
