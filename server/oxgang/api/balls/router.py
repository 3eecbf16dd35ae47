from __future__ import annotations

from datetime import date
from uuid import UUID

from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.people import club_of, local_day, student_of
from oxgang.academy.selectors.range_pictures import range_pictures_of
from oxgang.api.auth import CoachRequest
from oxgang.api.balls.schemas import (
    BallIn,
    BallMark,
    BallOut,
    BallsMoved,
    CellNow,
    GiveIn,
    LandingIn,
    Recorded,
    Usual,
)
from oxgang.api.fields import Label, made
from oxgang.core.carry.asking import question_about
from oxgang.core.carry.cells import UNSETTLED
from oxgang.core.carry.enough import balls_more
from oxgang.core.flight.landing import Landing, on_picture
from oxgang.core.words.shots import (
    BallType,
    CellKey,
    Lie,
    Shot,
    Spin,
    Tempo,
    Trajectory,
)
from oxgang.matrix.selectors.as_data import cell_data
from oxgang.matrix.selectors.matrix import matrix_of, speed_of
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors.balls import ball_of, balls_in_cell, balls_of_day, usual_of
from oxgang.range_sessions.selectors.devices import sent_ball
from oxgang.range_sessions.services.balls import (
    mark_ball,
    restore_ball,
    withdraw_ball,
)
from oxgang.range_sessions.services.moving import move_balls
from oxgang.range_sessions.services.typed import TypedBall, record_typed

router = Router(tags=["balls"])


def _recorded(student: Student, uid: str) -> Recorded:
    return made(Recorded, ball=ball_of(student, uid))


def _landing(academy: Academy, touch: LandingIn) -> Landing:
    """A touch, by the picture that it was made on."""
    drawn = range_pictures_of(academy).filter(pk=touch.picture_id or 0).first()
    return touch.as_core() if drawn is None else on_picture(touch.as_core(), drawn.as_core())


@router.get("/students/{student_id}/balls", response=list[BallOut])
def balls_on_day(request: CoachRequest, student_id: UUID, day: Query[date | None] = None) -> list[Ball]:
    """The balls of a day, oldest first; without a day, today's."""
    student = student_of(request.coach, student_id)
    return list(balls_of_day(student, day or local_day(student, timezone.now())))


@router.get("/students/{student_id}/usual", response=Usual)
def usual(request: CoachRequest, student_id: UUID) -> Usual:
    """The lie and the ball with which a session of the student starts."""
    found = usual_of(student_of(request.coach, student_id))
    return Usual() if found is None else Usual(lie=Lie(found[0]), ball=BallType(found[1]))


@router.get("/students/{student_id}/cell-balls", response=list[BallOut])
def balls_of_cell(
    request: CoachRequest,
    student_id: UUID,
    club: Label,
    swing: Label,
    trajectory: Trajectory,
    spin: Spin = Spin.CHECK,
    tempo: Tempo = Tempo.NORMAL,
) -> list[Ball]:
    """All balls of one cell, oldest first."""
    student = student_of(request.coach, student_id)
    return balls_in_cell(student, club, swing, trajectory, spin, tempo)


@router.get("/students/{student_id}/cell", response=CellNow)
def cell_now(
    request: CoachRequest,
    student_id: UUID,
    club: Label,
    swing: Label,
    trajectory: Trajectory,
    spin: Spin = Spin.CHECK,
    tempo: Tempo = Tempo.NORMAL,
) -> CellNow:
    """A cell with all balls so far, those that wait for a review too.

    Asked for once the balls are acknowledged: it reads all of the student's, and no ball waits for
    that.
    """
    student = student_of(request.coach, student_id)
    found = matrix_of(student, local_day(student, timezone.now()), live=True)
    matrix = found.matrix
    key = CellKey(club, swing, trajectory, spin, tempo)
    if key not in matrix:
        return made(CellNow, cell=None, more_balls=None, unsettled=False, question=None)
    cell = matrix[key]
    more = balls_more(cell, student.tolerance_yd)
    question = question_about(found.evidence, key, [c.key for c in found.cells], known=matrix.fit)
    return made(
        CellNow,
        cell=cell_data(cell),
        more_balls=more,
        unsettled=not UNSETTLED.isdisjoint(cell.doubts),
        question=question,
    )


@router.put("/students/{student_id}/balls", response=Recorded)
def record(request: CoachRequest, student_id: UUID, data: BallIn) -> Recorded:
    """Store a ball. Sending the same ball again changes nothing."""
    coach = request.coach
    student = student_of(coach, student_id)
    club = club_of(coach, data.club_id)
    now = timezone.now()
    sent = None
    if data.feed_id is not None:
        sent = sent_ball(coach.academy, data.feed_id, data.uid)
    shot = Shot(
        cell=CellKey(club.label, data.swing, data.trajectory, data.spin, data.tempo),
        id=data.uid,
        strike=data.strike,
        ball=data.ball,
        lie=data.lie,
        carry_yd=data.carry_yd,
        total_yd=data.total_yd,
        temperature_c=data.temperature_c,
        headwind_mps=data.headwind_mps,
        ball_position_in=data.ball_position_in,
        grip_down_in=data.grip_down_in,
        grooves=data.grooves,
        wet=data.wet,
        extra={} if data.read == "typed" else {"read": data.read},
    )
    typed = TypedBall(
        shot=shot,
        club=club,
        hit_at=data.hit_at,
        moment=data.moment,
        sent=sent,
        mark=None if data.net is None else data.net.mark(),
        landing=None if data.landing is None else _landing(coach.academy, data.landing),
        confirmed=data.confirmed,
    )
    record_typed(
        student,
        typed,
        by=coach,
        now=now,
        speed=lambda shot: speed_of(student, shot.cell, local_day(student, now)),
    )
    return _recorded(student, shot.id)


@router.patch("/students/{student_id}/balls/{uid}", response=Recorded)
def mark(request: CoachRequest, student_id: UUID, uid: str, data: BallMark) -> Recorded:
    """Put a ball right: its strike, its cell, its adjustment, where it landed, or why it is
    excluded."""
    coach = request.coach
    student = student_of(coach, student_id)
    changes = {k: v for k, v in data.dict(exclude_unset=True).items() if v is not None}
    if data.landing is not None:
        changes["landing"] = _landing(coach.academy, data.landing)
    mark_ball(ball_of(student, uid), changes, by=coach, now=timezone.now())
    return _recorded(student, uid)


@router.put("/students/{student_id}/balls-of-another", response=BallsMoved)
def give(request: CoachRequest, student_id: UUID, data: GiveIn) -> BallsMoved:
    """Balls of this student were hit by another: they become that one's, whenever it is noticed."""
    coach = request.coach
    source, to = (student_of(coach, pk) for pk in (student_id, data.to_id))
    club = "" if data.club_id is None else str(data.club_id)
    moved = move_balls(source, data.balls, to, club_id=club, swing=data.swing, by=coach, now=timezone.now())
    return BallsMoved(moved=moved, balls=data.balls)


@router.delete("/students/{student_id}/balls/{uid}", response=Recorded)
def withdraw(request: CoachRequest, student_id: UUID, uid: str) -> Recorded:
    """Undo a ball."""
    coach = request.coach
    student = student_of(coach, student_id)
    withdraw_ball(ball_of(student, uid), by=coach, now=timezone.now())
    return _recorded(student, uid)


@router.post("/students/{student_id}/balls/{uid}/restore", response=Recorded)
def restore(request: CoachRequest, student_id: UUID, uid: str) -> Recorded:
    """Take an undo back."""
    coach = request.coach
    student = student_of(coach, student_id)
    restore_ball(ball_of(student, uid), by=coach, now=timezone.now())
    return _recorded(student, uid)
