from __future__ import annotations

from dataclasses import replace
from datetime import date
from uuid import UUID

from django.http import HttpRequest
from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import bag_of, club_of, student_of
from oxgang.api.auth import coach_of
from oxgang.api.balls.schemas import BallIn, BallMark, BallOut, Recorded, Usual
from oxgang.api.fields import Label
from oxgang.api.matrix.out import cell_out
from oxgang.core.carry.enough import balls_more
from oxgang.core.errors import ConfirmationNeeded, InputError
from oxgang.core.flight.checks import check_shot, moment_question
from oxgang.core.flight.launch import Mark, with_net_launch
from oxgang.core.words.shots import (
    BallType,
    CellKey,
    Lie,
    Shot,
    Spin,
    Tempo,
    Trajectory,
    with_measured,
)
from oxgang.matrix.selectors.matrix import cell_of, speed_of
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors.balls import ball_of, balls_in_cell, balls_of_day, usual_of
from oxgang.range_sessions.selectors.devices import sent_ball
from oxgang.range_sessions.services.balls import (
    local_day,
    mark_ball,
    record_balls,
    restore_ball,
    withdraw_ball,
)
from oxgang.range_sessions.services.imports import match_club

router = Router(tags=["balls"])


def _recorded(student: Student, uid: str) -> dict[str, object]:
    ball = ball_of(student, uid)
    found = cell_of(student, ball, local_day(student, timezone.now()))
    if found is None:
        return {"ball": ball, "cell": None, "more_balls": None}
    cell, spread = found
    more = balls_more(cell, spread, student.tolerance_yd)
    return {"ball": ball, "cell": cell_out(cell), "more_balls": more}


@router.get("/students/{student_id}/balls", response=list[BallOut])
def balls_on_day(
    request: HttpRequest, student_id: UUID, day: Query[date | None] = None
) -> list[Ball]:
    """The balls of a day, oldest first; without a day, today's."""
    student = student_of(coach_of(request).academy, student_id)
    return list(balls_of_day(student, day or local_day(student, timezone.now())))


@router.get("/students/{student_id}/usual", response=Usual)
def usual(request: HttpRequest, student_id: UUID) -> Usual:
    """The lie and the ball with which a session of the student starts."""
    found = usual_of(student_of(coach_of(request).academy, student_id))
    return Usual() if found is None else Usual(lie=Lie(found[0]), ball=BallType(found[1]))


@router.get("/students/{student_id}/cell-balls", response=list[BallOut])
def balls_of_cell(
    request: HttpRequest,
    student_id: UUID,
    club: Label,
    swing: Label,
    trajectory: Trajectory,
    spin: Spin = Spin.CHECK,
    tempo: Tempo = Tempo.NORMAL,
) -> list[Ball]:
    """All balls of one cell, oldest first."""
    student = student_of(coach_of(request).academy, student_id)
    return balls_in_cell(student, club, swing, trajectory, spin, tempo)


@router.put("/students/{student_id}/balls", response=Recorded)
def record(request: HttpRequest, student_id: UUID, data: BallIn) -> dict[str, object]:
    """Store a ball. Sending the same ball again changes nothing."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    club = club_of(coach.academy, data.club_id)
    if club.student_id != student.pk:
        raise InputError("This club is in another student's bag.", field="club_id")
    now = timezone.now()
    sent = None
    if data.feed_id is not None:
        sent = sent_ball(coach.academy, data.feed_id, data.uid)
    arrived = sent.received_at if sent else now
    # A tablet whose clock is ahead must not put balls into tomorrow.
    hit_at = min(sent.hit_at if sent else data.hit_at, now)
    known = Ball.objects.filter(student=student, uid=data.uid).exists()
    if data.moment == "arrival":
        hit_at = arrived
    elif data.moment == "unasked" and not known and (asked := moment_question(hit_at, arrived)):
        raise ConfirmationNeeded(asked, field="hit_at")
    # A page that was open when a new club came may still send the old one.
    hit_on = local_day(student, hit_at)
    if not club.used_on(hit_on):
        club = match_club(bag_of(student), club.label, hit_on) or club
    cell = CellKey(club.label, data.swing, data.trajectory, data.spin, data.tempo)
    shot = Shot(
        cell=cell,
        id=data.uid,
        hit_at=hit_at,
        strike=data.strike,
        ball=data.ball,
        lie=data.lie,
        carry_yd=data.carry_yd,
        total_yd=data.total_yd,
        temperature_c=data.temperature_c,
        headwind_mps=data.headwind_mps,
        ball_position_in=data.ball_position_in,
        grip_down_in=data.grip_down_in,
        extra={} if data.read == "typed" else {"read": data.read},
    )
    if sent is not None:
        shot = with_measured(replace(shot, extra=sent.extra), sent.measured)
    if data.net is not None:
        mark = Mark(
            data.net.tape_height_m + data.net.above_m, data.net.distance_m, data.net.ball_height_m
        )
        shot = with_net_launch(shot, mark, speed_of(student, cell, local_day(student, now)))
    check_shot(shot, confirmed=data.confirmed)
    record_balls(student, [(shot, club)], by=coach, now=now, sent=sent)
    return _recorded(student, shot.id)


@router.patch("/students/{student_id}/balls/{uid}", response=Recorded)
def mark(request: HttpRequest, student_id: UUID, uid: str, data: BallMark) -> dict[str, object]:
    """Put a ball right: its strike, its cell, its trim, or why it is excluded."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    changes = {k: v for k, v in data.dict(exclude_unset=True).items() if v is not None}
    mark_ball(ball_of(student, uid), changes, by=coach, now=timezone.now())
    return _recorded(student, uid)


@router.delete("/students/{student_id}/balls/{uid}", response=Recorded)
def withdraw(request: HttpRequest, student_id: UUID, uid: str) -> dict[str, object]:
    """Undo a ball."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    withdraw_ball(ball_of(student, uid), by=coach, now=timezone.now())
    return _recorded(student, uid)


@router.post("/students/{student_id}/balls/{uid}/restore", response=Recorded)
def restore(request: HttpRequest, student_id: UUID, uid: str) -> dict[str, object]:
    """Take an undo back."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    restore_ball(ball_of(student, uid), by=coach, now=timezone.now())
    return _recorded(student, uid)
