"""Devices: making and revoking tokens, whom they play for, taking in what they send."""

from __future__ import annotations

import logging
import secrets
from collections.abc import Collection, Sequence
from datetime import datetime, timedelta

from django.db import transaction
from django.db.models import F

from oxgang.academy.errors import ChangedMeanwhile
from oxgang.academy.models import AuditAction, Club, Coach, Student
from oxgang.academy.selectors.people import bag_of, known_swings, local_day, match_club
from oxgang.academy.services.log import Changed, record_academy_entry
from oxgang.academy.tokens import hash_of
from oxgang.core.errors import InputError, OxgangError, ProblemCode
from oxgang.core.flight.checks import check_shot
from oxgang.range_sessions.feeds.monitor import SentBall
from oxgang.range_sessions.feeds.plays import IDLE, Plays, belongs_now
from oxgang.range_sessions.models import Ball, Device, FeedBall, Group
from oxgang.range_sessions.selectors.appointments import start_of
from oxgang.range_sessions.selectors.bays import group_with, lag_of, turns_of
from oxgang.range_sessions.services.balls import moved_on, record_balls
from oxgang.range_sessions.services.moving import move_ball

PREFIX = "oxg_"
MAX_NAME = 60
MOST_A_DAY = 5000
A_DAY = timedelta(days=1)
log = logging.getLogger(__name__)


class TooManyBalls(OxgangError):
    """More than are hit in front of one device in a day: somebody else has its token."""

    code = ProblemCode.TOO_MANY_TRIES


@transaction.atomic
def make_token(name: str, *, by: Coach, now: datetime) -> tuple[Device, str]:
    """A token for a device, shown once. A device of this name gets a new one.

    Raises
    ------
    InputError
        For an empty or overlong name.
    """
    name = " ".join(name.split())
    if not name or len(name) > MAX_NAME:
        raise InputError(f"Give the device a name of 1 to {MAX_NAME} characters.", field="name")
    token = PREFIX + secrets.token_urlsafe(32)
    device, _ = Device.objects.update_or_create(
        academy=by.academy,
        name=name,
        defaults={
            "token_hash": hash_of(token),
            "made_by": by,
            "made_at": now,
            "revoked_at": None,
        },
    )
    record_academy_entry(by.academy, AuditAction.DEVICE_MADE, {"device": name}, by=by, now=now)
    return device, token


@transaction.atomic
def revoke_token(device: Device, *, by: Coach, now: datetime) -> None:
    """Take a device's token away. What it sent stays."""
    device.token_hash = None
    device.revoked_at = now
    device.plays_for = None
    device.save(update_fields=["token_hash", "revoked_at", "plays_for"])
    _leave_group(device)
    moved_on(device.pk)
    record_academy_entry(by.academy, AuditAction.DEVICE_ENDED, {"device": device.name}, by=by, now=now)


@transaction.atomic
def set_plays(
    device: Device,
    student: Student,
    plays: Plays,
    *,
    straight: bool,
    take: bool,
    by: Coach,
    now: datetime,
) -> Device:
    """Say whose balls a device measures from now on, and which shot they are.

    Parameters
    ----------
    straight
        Whether a ball goes there as it arrives; else it waits for a coach.
    take
        Whether the device is to play for this student even if it plays for another one.

    Raises
    ------
    ChangedMeanwhile
        When the device plays for somebody else and is not to be taken.
    InputError
        When club or swing are not the student's, or the device has no token.
    """
    device = Device.objects.select_related("plays_for", "plays_by").get(pk=device.pk)
    if device.revoked_at is not None:
        raise InputError(f"The token of {device.name} is off. Create a new one.")
    other = device.plays_for
    if not take and other is not None and other.pk != student.pk:
        who = f" ({device.plays_by.name})" if device.plays_by else ""
        raise ChangedMeanwhile(f"{device.name} now sends to {other.name}{who}.")
    if student.clubs.filter(pk=plays.club_id, archived_at=None).first() is None:
        raise InputError("There is no such club in this bag.", field="club_id")
    if plays.swing.casefold() not in known_swings(student):
        raise InputError(f'There is no swing "{plays.swing}" here.', field="swing")
    moved = device.plays_for_id != student.pk
    _leave_group(device)
    if moved or device.plays != plays.as_json():
        device.plays_since = now
    device.plays_for, device.plays = student, plays.as_json()
    device.straight, device.plays_by = straight, by
    device.plays_until = _until(student, now)
    device.save()
    moved_on(device.pk)
    if moved:
        record_academy_entry(by.academy, AuditAction.DEVICE_CLAIMED, _whose(device, student), by=by, now=now)
    return device


def _leave_group(device: Device) -> None:
    """A device that somebody takes, or whose token has gone, measures in no group."""
    Group.objects.filter(device=device, ended_at=None).update(device=None, change=F("change") + 1)


@transaction.atomic
def let_go(device: Device, student: Student, *, by: Coach, now: datetime) -> Device:
    """The device plays for this student no more. For another one it goes on."""
    if Device.objects.filter(pk=device.pk, plays_for=student).update(plays_for=None):
        moved_on(device.pk)
        record_academy_entry(by.academy, AuditAction.DEVICE_RELEASED, _whose(device, student), by=by, now=now)
    device.refresh_from_db()
    return device


def _until(student: Student, now: datetime) -> datetime:
    tomorrow = start_of(student.academy, local_day(student, now) + timedelta(days=1))
    return min(now + IDLE, tomorrow)


@transaction.atomic
def take_in(device: Device, balls: Sequence[SentBall], *, now: datetime) -> int:
    """Keep what a device sent, each id once. Returns how many balls were new.

    A ball goes to whom the device plays for, if it was hit there; every other one waits until a
    coach gives it to somebody or discards it.

    Raises
    ------
    TooManyBalls
        For more balls in a day than are hit in front of one device.
    """
    device = Device.objects.select_related("academy", "plays_for__academy", "plays_by").get(pk=device.pk)
    sent = {ball.uid: ball for ball in balls}
    known = set(device.sent.filter(uid__in=sent).values_list("uid", flat=True))
    fresh = [
        FeedBall(
            device=device,
            uid=ball.uid,
            hit_at=ball.hit_at,
            received_at=now,
            measured=ball.measured,
            extra=ball.extra,
            question=ball.question,
        )
        for uid, ball in sent.items()
        if uid not in known
    ]
    # The one before so many: of a season's balls only those few are looked at.
    earlier = device.sent.order_by("-pk").values_list("received_at", flat=True)
    first = earlier[MOST_A_DAY - len(fresh) : MOST_A_DAY - len(fresh) + 1].first() if fresh else None
    if first is not None and first > now - A_DAY:
        raise TooManyBalls(
            f"{device.name} sent more than {MOST_A_DAY:,} balls in a day. Nothing more was saved. Turn "
            "its token off if it isn't yours."
        )
    FeedBall.objects.bulk_create(fresh)
    device.last_heard_at = now
    device.save(update_fields=["last_heard_at"])
    if fresh:
        moved_on(device.pk)
        _give(device, fresh, now)
    return len(fresh)


def _give(device: Device, balls: Sequence[FeedBall], now: datetime) -> None:
    """Give balls to the student for whom the device plays, where they are his or hers."""
    group = group_with(device)
    if group is not None:
        _give_in_group(group, device, balls, now)
        return
    student, coach = device.plays_for, device.plays_by
    until, since = device.plays_until, device.plays_since
    if not device.straight or student is None or coach is None or student.archived_at:
        return
    if until is None or since is None or now >= until:
        return
    plays = Plays.of(device.plays)
    wanted = next((c for c in bag_of(student) if str(c.pk) == plays.club_id), None)
    given = False
    for ball in balls:
        if ball.question or wanted is None:
            continue
        if not belongs_now(ball.hit_at, now, since):
            _ask(ball, "Hit before the device was set to this shot. Who hit it?")
            continue
        given |= _gave(ball, student, plays, wanted, coach, now)
    if given:
        Device.objects.filter(pk=device.pk).update(plays_until=_until(student, now))


def _give_in_group(group: Group, device: Device, balls: Sequence[FeedBall], now: datetime) -> None:
    """Each ball goes to whoever was up when it was hit, with the shot of that moment."""
    turns = turns_of(group)
    lag = lag_of(device, now)
    given = False
    for ball in balls:
        if ball.question:
            continue
        owner = turns.owner_at(min(ball.hit_at + lag, now))
        if owner is None or owner.plays is None:
            _ask(ball, NOBODYS)
            continue
        student, by = owner.bay.student, owner.by or group.made_by
        club = next((c for c in bag_of(student) if str(c.pk) == owner.plays.club_id), None)
        if by is None or club is None:
            _ask(ball, NOBODYS)
            continue
        given |= _gave(ball, student, owner.plays, club, by, now)
    if given:
        until = min(now + IDLE, start_of(group.academy, group.day + timedelta(days=1)))
        Device.objects.filter(pk=device.pk).update(plays_until=until)


NOBODYS = "Hit when no student or no shot was set. Who hit it?"


def _ask(ball: FeedBall, question: str) -> None:
    ball.question = question[:300]
    ball.save(update_fields=["question"])


def _gave(ball: FeedBall, student: Student, plays: Plays, club: Club, by: Coach, now: datetime) -> bool:
    """Give a ball; one that cannot be anybody's waits with the reason."""
    try:
        with transaction.atomic():
            give(ball, student, plays, club=club, by=by, now=now)
    except OxgangError as error:
        _ask(ball, error.template)
        return False
    return True


def resettle(group: Group, device: Device, *, since: datetime, now: datetime) -> int:
    """A turn was told late: the monitor's balls from it on go to whoever was up after all.

    What a coach has put right by hand stays. Returns how many were moved.
    """
    turns, lag = turns_of(group), lag_of(device, now)
    members = {bay.student_id for bay in turns.bays.values()}
    taken = Ball.objects.filter(
        sent__device=device,
        sent__by_hand=False,
        sent__hit_at__gte=since - lag,
        student__in=members,
        withdrawn_at=None,
    )
    moved = 0
    for ball in list(taken.select_related("sent", "club", "student__academy")):
        assert ball.sent is not None
        owner = turns.owner_at(min(ball.sent.hit_at + lag, ball.sent.received_at))
        if owner is None or owner.plays is None or owner.bay.student_id == ball.student_id:
            continue
        by = owner.by or group.made_by
        if by is None:
            continue
        moved += move_ball(ball, owner.bay.student, owner.plays, by=by, now=now)
    return moved


def point_at(device: Device, student: Student, plays: Plays, *, by: Coach, now: datetime) -> None:
    """A device of a group plays for whoever is up there."""
    row = Device.objects.get(pk=device.pk)
    if row.revoked_at is not None:
        return
    if row.plays_for_id != student.pk or row.plays != plays.as_json():
        row.plays_since = now
    row.plays_for, row.plays, row.straight, row.plays_by = student, plays.as_json(), True, by
    row.plays_until = _until(student, now)
    row.save()
    moved_on(row.pk)


def give(ball: FeedBall, student: Student, plays: Plays, *, club: Club, by: Coach, now: datetime) -> str:
    """Make a device's ball a ball of a student. Returns its id.

    Raises
    ------
    TakenAlready
        When somebody has it.
    InputError
        When it cannot be a ball.
    """
    day = local_day(student, ball.hit_at)
    if not club.used_on(day):
        club = match_club(bag_of(student), club.label, day) or club
    shot = plays.shot(ball.ball_uid, club.label, ball.hit_at, ball.measured, extra=ball.extra)
    check_shot(shot, confirmed=True)
    record_balls(student, [(shot, club)], by=by, now=now, sent=ball)
    return shot.id


@transaction.atomic
def discard(device: Device, balls: Collection[int], *, by: Coach, now: datetime) -> int:
    """Take waiting balls off the list. They stay, and can be brought back. Returns how many."""
    rows = list(
        device.sent.filter(pk__in=balls, discarded_at=None)
        .exclude(balls__withdrawn_at=None, balls__isnull=False)
        .values_list("pk", flat=True)
    )
    if not rows:
        return 0
    FeedBall.objects.filter(pk__in=rows).update(discarded_at=now)
    moved_on(device.pk)
    change = Changed(FeedBall, rows, {"discarded_at": None}, {"discarded_at": now})
    values = {"device": device.name, "balls": len(rows)}
    record_academy_entry(
        by.academy, AuditAction.DEVICE_BALLS_DISCARDED, values, by=by, now=now, changes=[change]
    )
    return len(rows)


def _whose(device: Device, student: Student) -> dict[str, object]:
    return {"device": device.name, "student": student.name}
