"""Writing balls: recording, marking, undoing."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from datetime import date, datetime
from zoneinfo import ZoneInfo

from django.db import transaction

from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.selectors.people import day_at, known_swings
from oxgang.academy.services.log import BORN, Changed, changed, fields_of, gather, in_words, note
from oxgang.core.errors import InputError
from oxgang.core.home import at_home
from oxgang.core.shots import MEASURED, Shot, Strike
from oxgang.core.swing import Position
from oxgang.range_sessions.models import Ball, FeedBall, RangeSession

CHUNK = 1000
# What a coach may change of a ball.
MARKS = ("strike", "excluded")


def local_day(student: Student, moment: datetime) -> date:
    """The day at the academy of an aware moment."""
    return day_at(student.academy, moment)


@transaction.atomic
def record_balls(
    student: Student,
    hits: Sequence[tuple[Shot, Club]],
    *,
    by: Coach,
    now: datetime,
    sent: FeedBall | None = None,
    kept: bool = False,
    source: str = "",
) -> int:
    """Store at most `CHUNK` balls; one whose id the student already has changes nothing.

    `sent` is the device's ball that the single ball in `hits` takes; `kept` balls enter the matrix
    without a review; `source` names where they come from when nobody typed them.

    Raises
    ------
    InputError
        When the device's ball already went to another student.

    Returns
    -------
    int
        How many were new.
    """
    if sent is not None and sent.ball is not None and sent.ball.student_id != student.pk:
        raise InputError("This ball already went to another student.", field="feed_id")
    wanted = [shot.id for shot, _ in hits]
    stored = set(Ball.objects.filter(student=student, uid__in=wanted).values_list("uid", flat=True))
    fresh = [(shot, club) for shot, club in hits if shot.id not in stored]
    if not fresh:
        return 0
    swings = known_swings(student)
    today = local_day(student, now)
    days = {_day(student, shot, today) for shot, _ in fresh}
    sessions = _sessions(student, days, by)
    homes = at_home([shot for shot, _ in fresh], student.academy.altitude_m)
    balls = []
    for (shot, club), home in zip(fresh, homes, strict=True):
        day = _day(student, shot, today)
        ball = Ball(
            student=student,
            session=sessions[day],
            club=club,
            uid=shot.id,
            hit_on=day,
            hit_at=_moment(student, shot),
            swing=shot.cell.swing,
            arm_deg=_arm(swings, shot),
            trajectory=shot.cell.trajectory,
            spin=shot.cell.spin,
            tempo=shot.cell.tempo,
            strike=shot.strike,
            ball=shot.ball,
            lie=shot.lie,
            home_yd=home.carry_yd,
            home_sd=home.sd,
            kept=kept,
            excluded=shot.excluded[:200],
            extra=dict(shot.extra),
        )
        for name in MEASURED:
            setattr(ball, name, getattr(shot, name))
        balls.append(ball)
    Ball.objects.bulk_create(balls, batch_size=CHUNK)
    if sent is not None:
        sent.ball = balls[0]
        sent.save(update_fields=["ball"])
    _write_down(student, balls, days, source, by=by, now=now)
    return len(balls)


def _write_down(
    student: Student,
    balls: Sequence[Ball],
    days: Collection[date],
    source: str,
    *,
    by: Coach,
    now: datetime,
) -> None:
    """One entry in the log for each session, or each file."""
    first, last = min(days), max(days)
    when = f"{first:%-d %b}" if first == last else f"{first:%-d %b} to {last:%-d %b %Y}"
    words = f"Recorded {{}} balls of {when}" + (f" from {source}" if source else "")
    key = f"file {now.isoformat()}" if source else f"balls {first}"
    batch = Changed(Ball, None, {"withdrawn_at": BORN}, {"withdrawn_at": None})
    entry = gather(student, key, words, len(balls), by=by, now=now, change=batch)
    stored = Ball.objects.filter(student=student, uid__in=[ball.uid for ball in balls])
    stored.update(entry=entry)


def _arm(swings: Mapping[str, Position], shot: Shot) -> float | None:
    position = swings.get(shot.cell.swing.casefold())
    return position.arm_deg if position else None


def _moment(student: Student, shot: Shot) -> datetime | None:
    if shot.hit_at is None:
        return None
    if shot.hit_at.tzinfo is None:
        return shot.hit_at.replace(tzinfo=ZoneInfo(student.academy.time_zone))
    return shot.hit_at


def _day(student: Student, shot: Shot, today: date) -> date:
    if shot.hit_at is not None and shot.hit_at.tzinfo is not None:
        return local_day(student, shot.hit_at)
    return shot.hit_on or today


def _sessions(student: Student, days: Iterable[date], by: Coach) -> dict[date, RangeSession]:
    days = set(days)
    known = {s.day: s for s in RangeSession.objects.filter(student=student, day__in=days)}
    missing = [
        RangeSession(student=student, day=day, coach=by) for day in sorted(days - set(known))
    ]
    RangeSession.objects.bulk_create(missing)
    return known | {session.day: session for session in missing}


@transaction.atomic
def mark_ball(ball: Ball, changes: Mapping[str, str], *, by: Coach, now: datetime) -> Ball:
    """Set the strike of a ball, or the reason why it is excluded ("" restores it)."""
    before = fields_of(ball, [name for name in changes if name in MARKS])
    for name, value in changes.items():
        if name == "strike":
            value = Strike(value)
        elif name != "excluded":
            raise InputError(f"{name} of a ball cannot be changed.", field=name)
        setattr(ball, name, value)
    ball.save(update_fields=[*changes])
    if done := changed(ball, before):
        words = f"{_named(ball)}: {in_words(done[0])}"
        note(ball.student, words, by=by, now=now, changes=done)
    return ball


@transaction.atomic
def withdraw_ball(ball: Ball, *, by: Coach, now: datetime) -> None:
    """Undo a ball. Undoing it twice changes nothing."""
    if ball.withdrawn_at is None:
        _withdrawn(ball, now, f"Withdrew {_named(ball)}", by, now)


@transaction.atomic
def restore_ball(ball: Ball, *, by: Coach, now: datetime) -> None:
    """Take an undo back."""
    if ball.withdrawn_at is not None:
        _withdrawn(ball, None, f"Brought back {_named(ball)}", by, now)


def _withdrawn(ball: Ball, at: datetime | None, words: str, by: Coach, now: datetime) -> None:
    before = fields_of(ball, ["withdrawn_at"])
    ball.withdrawn_at = at
    ball.save(update_fields=["withdrawn_at"])
    note(ball.student, words, by=by, now=now, changes=changed(ball, before))


def _named(ball: Ball) -> str:
    carry = ball.carry_yd if ball.carry_yd is not None else ball.total_yd
    yards = "a launch" if carry is None else f"{carry:g} yd"
    return f"{yards} with {ball.club.label} {ball.swing} of {ball.hit_on:%-d %b}"
