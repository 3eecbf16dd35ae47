"""A ball that was logged for the wrong student becomes the right one's."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from django.db import transaction

from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.selectors.people import bag_of
from oxgang.academy.services.log import Changed, record_entry
from oxgang.core.errors import InputError
from oxgang.core.words.measurements import MEASURED
from oxgang.core.words.shots import Strike
from oxgang.range_sessions.feeds.plays import Plays
from oxgang.range_sessions.models import Ball, FeedBall
from oxgang.range_sessions.selectors.balls import ball_of
from oxgang.range_sessions.services.balls import moved_on, record_balls, restore_ball

MOST = 60


@transaction.atomic
def move_balls(
    source: Student,
    uids: Sequence[str],
    to: Student,
    plays: Plays,
    *,
    by: Coach,
    now: datetime,
) -> int:
    """Balls of one student were another's, hit with the shot that the other one hits.

    What was measured, the strike and the moment stay; the ball waits for a review with the other
    student. Moving one twice changes nothing. Returns how many were moved.

    Raises
    ------
    NotFound
        When the first student never had such a ball.
    InputError
        For too many at once, or to the same student.
    """
    if source.pk == to.pk:
        raise InputError("The balls are this student's already.", field="to")
    if not 1 <= len(uids) <= MOST:
        raise InputError(f"Move 1 to {MOST} balls at a time.", field="balls")
    moved = 0
    for uid in uids:
        ball = ball_of(source, uid)
        moved += move_ball(ball, to, plays, by=by, now=now)
        if ball.sent_id is not None:
            FeedBall.objects.filter(pk=ball.sent_id).update(by_hand=True)
    return moved


def move_ball(ball: Ball, to: Student, plays: Plays, *, by: Coach, now: datetime) -> bool:
    """Move one ball. False when it is not this student's any more. Call it in a transaction."""
    if ball.withdrawn_at is not None:
        return False
    club = next((c for c in bag_of(to) if str(c.pk) == plays.club_id), None)
    if club is None:
        raise InputError(f"The club is not in the bag of {to.name}.", field="club_id")
    ball.withdrawn_at = now
    ball.save(update_fields=["withdrawn_at"])
    gone = Changed(Ball, [ball.pk], {"withdrawn_at": None}, {"withdrawn_at": now})
    record_entry(
        ball.student,
        AuditAction.BALLS_MOVED_OUT,
        {"balls": 1, "to": to.name},
        by=by,
        now=now,
        changes=[gone],
    )
    known = Ball.objects.filter(student=to, uid=ball.uid).select_related("sent", "club", "student")
    back = known.first()
    if back is not None:
        # It was this student's before, and was moved away: it is the same ball again.
        restore_ball(back, by=by, now=now)
        return True
    measured = {name: getattr(ball, name) for name in MEASURED if getattr(ball, name) is not None}
    moment = ball.hit_at or now
    shot = plays.shot(
        ball.uid,
        club.label,
        moment,
        measured,
        strike=Strike(ball.strike),
        excluded=ball.excluded,
        extra=ball.extra,
    )
    record_balls(to, [(shot, club)], by=by, now=now, sent=ball.sent)
    if ball.sent is not None:
        moved_on(ball.sent.device_id)
    return True
