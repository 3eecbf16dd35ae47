"""Writing balls: recording, marking, undoing."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from datetime import date, datetime

from django.db import transaction
from django.db.models import F

from oxgang.academy.models import AuditAction, Club, Coach, Entry, Student
from oxgang.academy.selectors.people import known_swings
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import (
    BORN,
    Changed,
    append_to_entry,
    changed,
    field_changes,
    fields_of,
    record_entry,
)
from oxgang.core.errors import InputError, OxgangError, ProblemCode
from oxgang.core.flight.checks import check_shot, problem_with
from oxgang.core.flight.landing import READ_NOTE, TOUCH, Landing, with_landing
from oxgang.core.words.measurements import ADJUSTMENTS
from oxgang.core.words.shots import Shot
from oxgang.range_sessions.models import Ball, Device, FeedBall, RangeSession
from oxgang.range_sessions.services.ball_rows import columns_of, named_by
from oxgang.range_sessions.services.insert import insert
from oxgang.range_sessions.services.standard_carries import NORMALIZED, normalize_carry

CHUNK = 1000
# What a coach may change of a ball, what follows from it, and what of it the log says.
CELL = ("club_id", "swing", "trajectory", "spin", "tempo")
MARKS = ("strike", "excluded", *CELL, *ADJUSTMENTS, "lie", "ball", "grooves", "wet")
# What follows from where it landed, and is changed only together.
LANDED = ("carry_yd", "offline_yd", "total_yd", "extra")
CORRECTED = (*MARKS, *LANDED, "arm_deg", *NORMALIZED)
SAID = (*MARKS, "carry_yd", "offline_yd", "total_yd")


class TakenAlready(OxgangError):
    """Somebody else has the device's ball."""

    code = ProblemCode.TAKEN_ALREADY


@retry_on_conflict
def record_balls(
    student: Student,
    hits: Sequence[tuple[Shot, Club]],
    *,
    by: Coach | None,
    now: datetime,
    sent: FeedBall | None = None,
    accepted: bool = False,
    reported: bool = False,
    told: bool = True,
) -> int:
    """Store at most `CHUNK` balls; one whose id the student already has changes nothing.

    `sent` is the device's ball that the single ball in `hits` takes; `accepted` balls enter the matrix
    without a review; `reported` ones are the student's own word. Without `told` the caller writes the
    entry of the log.

    Raises
    ------
    TakenAlready
        When the device's ball went to somebody else first, or was discarded.

    Returns
    -------
    int
        How many were new.
    """
    fresh = fresh_of(student, hits)
    if not fresh:
        return 0
    if sent is not None:
        _refuse_if_taken(sent, student)
    columns = columns_of(student, fresh, now=now, accepted=accepted, reported=reported)
    sessions = sessions_of(student, columns["hit_on"], by)
    columns["session_id"] = [sessions[day].pk for day in columns["hit_on"]]
    columns["sent_id"] = [None if sent is None else sent.pk] * len(fresh)
    if told:
        kind = AuditAction.BALLS_REPORTED if reported else AuditAction.BALLS_RECORDED
        entry = write_down(student, len(fresh), set(columns["hit_on"]), kind, by=by, now=now)
        columns["entry_id"] = [entry.pk] * len(fresh)
    insert(Ball, columns)
    if sent is not None:
        moved_on(sent.device_id)
    return len(fresh)


def _refuse_if_taken(sent: FeedBall, student: Student) -> None:
    """Refuse a device's ball that somebody else has. Writers queue, so nobody comes in between."""
    taken = Ball.objects.filter(sent=sent, withdrawn_at=None).select_related("student").first()
    if taken is not None:
        owner = "this student" if taken.student_id == student.pk else taken.student.name
        raise TakenAlready(
            f"This ball already went to {owner}, {taken.swing}. Undo it there first.",
            field="feed_id",
        )
    if FeedBall.objects.filter(pk=sent.pk, discarded_at__isnull=False).exists():
        raise TakenAlready(
            "This ball was deleted in the meantime. Devices lists it under Deleted.", field="feed_id"
        )


def fresh_of(student: Student, hits: Sequence[tuple[Shot, Club]]) -> list[tuple[Shot, Club]]:
    """Balls whose ids the student has not yet, by the labels of their clubs."""
    wanted = [shot.id for shot, _ in hits]
    stored = set(Ball.objects.filter(student=student, uid__in=wanted).values_list("uid", flat=True))
    return [(named_by(shot, club), club) for shot, club in hits if shot.id not in stored]


def moved_on(device: int) -> None:
    """A device's balls or what it plays have changed: the views ask anew."""
    Device.objects.filter(pk=device).update(change=F("change") + 1)


def write_down(
    student: Student,
    balls: int,
    days: Collection[date],
    did: AuditAction,
    *,
    by: Coach | None,
    now: datetime,
) -> Entry:
    """One entry in the log for each session, or each file."""
    first, last = min(days), max(days)
    values = {"first": first.isoformat(), "last": last.isoformat()}
    key = f"file {now.isoformat()}" if did is AuditAction.BALLS_FROM_FILE else f"balls {first}"
    if did is AuditAction.BALLS_REPORTED:
        key = f"reported {first}"
    batch = Changed(Ball, None, {"withdrawn_at": BORN}, {"withdrawn_at": None})
    return append_to_entry(student, key, did, values, balls, by=by, now=now, change=batch)


def sessions_of(student: Student, days: Iterable[date], by: Coach | None) -> dict[date, RangeSession]:
    days = set(days)
    known = {s.day: s for s in RangeSession.objects.filter(student=student, day__in=days)}
    missing = [RangeSession(student=student, day=day, coach=by) for day in sorted(days - set(known))]
    RangeSession.objects.bulk_create(missing)
    return known | {session.day: session for session in missing}


@transaction.atomic
def mark_ball(ball: Ball, changes: Mapping[str, object], *, by: Coach, now: datetime) -> Ball:
    """Put a ball right: its strike, the reason why it is excluded ("" restores it), its cell, its
    adjustment, where it was seen to land (`landing`).

    Raises
    ------
    InputError
        When the club is in another bag, the swing one that the academy has no word for, or its landing
        was measured otherwise.
    """
    student = ball.student
    before, named = fields_of(ball, CORRECTED), _named(ball)
    for name, value in changes.items():
        if isinstance(value, Landing):
            _land(ball, value)
            continue
        if name not in MARKS:
            raise InputError(f"{name} of a ball cannot be changed.", field=name)
        setattr(ball, name, value)
    if "club_id" in changes:
        club = student.clubs.filter(pk=ball.club_id).first()
        if club is None:
            raise InputError("There is no such club in this bag.", field="club_id")
        ball.club = club
    if "swing" in changes:
        position = known_swings(student).get(ball.swing.casefold())
        if position is None:
            raise InputError(f'There is no swing "{ball.swing}" here.', field="swing")
        ball.swing, ball.arm_deg = position.label, position.arm_deg
    for name in ADJUSTMENTS:
        if sentence := problem_with(name, getattr(ball, name)):
            raise InputError(sentence, field=name)
    # The typical launch of another height, or spin, converts the carry otherwise.
    normalize_carry(student, [ball], {ball.club_id: ball.club.loft_deg})
    ball.save(update_fields=[*CORRECTED])
    if done := changed(ball, before):
        shown = {name: value for name, value in done[0].after.items() if name in SAID}
        shown_change = Changed(Ball, [ball.pk], {n: before[n] for n in shown}, shown)
        did = AuditAction.BALL_CLUB_CHANGED if "club_id" in shown else AuditAction.BALL_CHANGED
        values = {**named, "to": ball.club.label, "fields": field_changes(shown_change)}
        record_entry(student, did, values, by=by, now=now, changes=done)
    return ball


def _land(ball: Ball, landing: Landing) -> None:
    """Move a ball's landing, if it was touched on a range picture."""
    if ball.extra.get(READ_NOTE) != TOUCH:
        raise InputError("This ball's carry was not read on a range picture.", field="landing")
    shot = with_landing(ball.as_core(club_label=ball.club.label), landing)
    check_shot(shot, confirmed=True)
    for name in LANDED:
        setattr(ball, name, getattr(shot, name))


@transaction.atomic
def withdraw_ball(ball: Ball, *, by: Coach, now: datetime) -> None:
    """Undo a ball. Undoing it twice changes nothing."""
    if ball.withdrawn_at is None:
        _withdrawn(ball, now, AuditAction.BALL_WITHDRAWN, by, now)


@transaction.atomic
def restore_ball(ball: Ball, *, by: Coach, now: datetime) -> None:
    """Take an undo back."""
    if ball.withdrawn_at is not None:
        _withdrawn(ball, None, AuditAction.BALL_RESTORED, by, now)


def _withdrawn(ball: Ball, at: datetime | None, did: AuditAction, by: Coach, now: datetime) -> None:
    before = fields_of(ball, ["withdrawn_at"])
    if at is None and ball.sent is not None:
        _refuse_if_taken(ball.sent, ball.student)
    ball.withdrawn_at = at
    ball.save(update_fields=["withdrawn_at"])
    if ball.sent is not None:
        moved_on(ball.sent.device_id)
    record_entry(ball.student, did, _named(ball), by=by, now=now, changes=changed(ball, before))


def _named(ball: Ball) -> dict[str, object]:
    """What the log calls a ball by; into a net it is a launch."""
    carry = ball.carry_yd if ball.carry_yd is not None else ball.total_yd
    return {
        "carry_yd": carry,
        "launch": int(carry is None),
        "club": ball.club.label,
        "swing": ball.swing,
        "day": ball.hit_on.isoformat(),
    }
