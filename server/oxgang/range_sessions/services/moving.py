"""Balls that were logged for the wrong student become the right one's."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import datetime

from django.db import transaction

from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.selectors.people import bag_of, known_swings
from oxgang.academy.services.log import Changed, created, record_entry
from oxgang.core.errors import InputError
from oxgang.core.words.measurements import MEASURED
from oxgang.core.words.shots import BallType, Grooves, Lie, Spin, Strike, Tempo, Trajectory
from oxgang.range_sessions.feeds.plays import Plays
from oxgang.range_sessions.models import Ball, FeedBall
from oxgang.range_sessions.selectors.balls import ball_of
from oxgang.range_sessions.services.balls import moved_on, record_balls

MOST = 60


@transaction.atomic
def move_balls(
    source: Student,
    uids: Sequence[str],
    to: Student,
    plays: Plays | None = None,
    *,
    club_id: str = "",
    swing: str = "",
    by: Coach,
    now: datetime,
) -> int:
    """Balls of one student were another's.

    What was measured, the strike and the moment stay; the balls wait for a review with the other
    student. Moving one twice changes nothing. Returns how many were moved.

    Parameters
    ----------
    plays
        The shot that the other one hits; each ball's own when None, with the club and swing of that
        name in the other's bag and scale, or the `club_id` and `swing` given.

    Raises
    ------
    NotFound
        When the first student never had such a ball.
    InputError
        For too many at once, to the same student, or a club or swing that the other has not.
    """
    if source.pk == to.pk:
        raise InputError("These balls already belong to this student.", field="to_id")
    if not 1 <= len(uids) <= MOST:
        raise InputError(f"Move 1 to {MOST} balls at a time.", field="balls")
    moved: list[Changed] = []
    for uid in uids:
        ball = ball_of(source, uid)
        own = plays or _own_shot(ball, to, club_id, swing)
        moved += _moved(ball, to, own, by=by, now=now)
        if ball.sent_id is not None:
            FeedBall.objects.filter(pk=ball.sent_id).update(by_hand=True)
    _write_down(source, to, moved, by=by, now=now)
    return len(moved) // 2


def move_ball(ball: Ball, to: Student, plays: Plays, *, by: Coach, now: datetime) -> bool:
    """Move one ball. False when it is not this student's any more. Call it in a transaction."""
    moved = _moved(ball, to, plays, by=by, now=now)
    _write_down(ball.student, to, moved, by=by, now=now)
    return bool(moved)


def _own_shot(ball: Ball, to: Student, club_id: str, swing: str) -> Plays:
    """The shot that a ball was hit with, in the bag and scale of another student."""
    label = ball.club.label.casefold()
    club = next(
        (c for c in bag_of(to) if (str(c.pk) == club_id if club_id else c.label.casefold() == label)), None
    )
    if club is None:
        raise InputError(f'{to.name} has no "{ball.club.label}" in the bag. Choose a club.', field="club_id")
    position = known_swings(to).get((swing or ball.swing).casefold())
    if position is None:
        raise InputError(f'"{swing or ball.swing}" is not a swing of {to.name}. Choose one.', field="swing")
    return Plays(
        club_id=str(club.pk),
        swing=position.label,
        trajectory=Trajectory(ball.trajectory),
        spin=Spin(ball.spin),
        tempo=Tempo(ball.tempo),
        lie=Lie(ball.lie),
        ball=BallType(ball.ball),
        temperature_c=ball.temperature_c,
        headwind_mps=ball.headwind_mps,
        ball_position_in=ball.ball_position_in,
        grip_down_in=ball.grip_down_in,
        grooves=Grooves(ball.grooves),
        wet=ball.wet,
    )


def _moved(ball: Ball, to: Student, plays: Plays, *, by: Coach, now: datetime) -> list[Changed]:
    """What moving a ball changes: it is gone from one student and comes to the other. Nothing when
    it is not the first one's any more."""
    if ball.withdrawn_at is not None:
        return []
    club = next((c for c in bag_of(to) if str(c.pk) == plays.club_id), None)
    if club is None:
        raise InputError(f"The club is not in the bag of {to.name}.", field="club_id")
    ball.withdrawn_at = now
    ball.save(update_fields=["withdrawn_at"])
    gone = Changed(Ball, [ball.pk], {"withdrawn_at": None}, {"withdrawn_at": now})
    if ball.sent is not None:
        moved_on(ball.sent.device_id)
    back = Ball.objects.filter(student=to, uid=ball.uid).first()
    if back is not None:
        # It was this student's before, and was moved away: it is the same ball again.
        came = Changed(Ball, [back.pk], {"withdrawn_at": back.withdrawn_at}, {"withdrawn_at": None})
        back.withdrawn_at = None
        back.save(update_fields=["withdrawn_at"])
        return [gone, came]
    measured = {name: getattr(ball, name) for name in MEASURED if getattr(ball, name) is not None}
    shot = plays.shot(
        ball.uid,
        club.label,
        ball.hit_at or now,
        measured,
        strike=Strike(ball.strike),
        excluded=ball.excluded,
        extra=ball.extra,
    )
    if ball.hit_at is None:
        shot = replace(shot, hit_at=None, hit_on=ball.hit_on)
    record_balls(to, [(shot, club)], by=by, now=now, sent=ball.sent, told=False)
    return [gone, created(Ball.objects.get(student=to, uid=ball.uid), "withdrawn_at")]


def _write_down(source: Student, to: Student, moved: list[Changed], *, by: Coach, now: datetime) -> None:
    """One entry with each of the two: taking either back takes the whole move back."""
    if not moved:
        return
    balls = len(moved) // 2
    out = {"balls": balls, "to": to.name}
    record_entry(source, AuditAction.BALLS_MOVED_OUT, out, by=by, now=now, changes=moved)
    came = {"balls": balls, "from": source.name}
    record_entry(to, AuditAction.BALLS_MOVED_IN, came, by=by, now=now, changes=moved)
