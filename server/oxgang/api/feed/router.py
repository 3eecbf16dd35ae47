"""The open endpoint for launch monitors, and the devices that may use it."""

from __future__ import annotations

from datetime import datetime
from typing import cast

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router
from ninja.security import HttpBearer

from oxgang.academy.models import Academy
from oxgang.academy.selectors.people import student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.feed.schemas import (
    ChangeOut,
    DeviceIn,
    DeviceMade,
    DeviceOut,
    Discarded,
    DiscardIn,
    LetGo,
    PlaysBody,
    PlaysIn,
    SentOut,
    TakenIn,
    WaitingOut,
)
from oxgang.api.fields import SmallInt, made
from oxgang.range_sessions.feeds.monitor import read_feed
from oxgang.range_sessions.feeds.plays import Plays
from oxgang.range_sessions.models import Device, FeedBall
from oxgang.range_sessions.selectors.devices import (
    PAGE,
    change_in,
    device_by_token,
    device_of,
    devices_of,
    discarded_balls,
    playing,
    waiting_balls,
    waiting_counts,
)
from oxgang.range_sessions.services.devices import (
    discard,
    let_go,
    make_token,
    revoke_token,
    set_plays,
    take_in,
)

router = Router(tags=["devices"])


class DeviceToken(HttpBearer):
    """Lets a device pass, for sending balls and nothing else."""

    def authenticate(self, request: HttpRequest, token: str) -> Device | None:
        return device_by_token(token)


@router.post("/feed/balls", auth=DeviceToken(), response=TakenIn)
def receive(request: HttpRequest) -> TakenIn:
    """Balls from a launch monitor: one object, or {"balls": [...]}. See docs/monitor.md.

    A ball whose id the device already sent changes nothing. A request with a malformed ball is
    answered 400, naming the field, and nothing of it is stored.
    """
    device = cast(Device, request.auth)  # type: ignore[attr-defined]
    now = timezone.now()
    balls = read_feed(request.body, now=now, altitude_m=device.academy.altitude_m)
    new = take_in(device, balls, now=now)
    return TakenIn(new=new, known=len(balls) - new)


def _out(device: Device, waiting: int, now: datetime) -> DeviceOut:
    plays_for = playing(device, now)
    return DeviceOut(
        id=device.pk,
        name=device.name,
        made_at=device.made_at,
        revoked_at=device.revoked_at,
        last_heard_at=device.last_heard_at,
        plays_for=plays_for.pk if plays_for else None,
        student=plays_for.name if plays_for else "",
        by=device.plays_by.name if plays_for and device.plays_by else "",
        plays=PlaysBody.model_validate(device.plays) if plays_for else None,
        straight=device.straight,
        waiting=waiting,
    )


def _one(academy: Academy, device_id: int) -> DeviceOut:
    device = device_of(academy, device_id)
    return _out(device, waiting_balls(device).count(), timezone.now())


@router.get("/devices", response=list[DeviceOut])
def devices(request: CoachRequest) -> list[DeviceOut]:
    """The academy's devices, whom they play for, and how many balls wait."""
    academy, now = request.coach.academy, timezone.now()
    counts = waiting_counts(academy)
    return [_out(device, counts.get(device.pk, 0), now) for device in devices_of(academy)]


@router.get("/devices/change", response=ChangeOut)
def change(request: CoachRequest) -> ChangeOut:
    """Asked every moment by every view that shows a device: nothing but whether to ask more."""
    return ChangeOut(change=change_in(request.coach.academy))


@router.post("/devices", response=DeviceMade)
def make(request: CoachRequest, data: DeviceIn) -> DeviceMade:
    """A new token for a device. It is shown once; a device of this name loses its old one."""
    coach = request.coach
    device, token = make_token(data.name, by=coach, now=timezone.now())
    return DeviceMade(device=_one(coach.academy, device.pk), token=token)


@router.delete("/devices/{device_id}", response=DeviceOut)
def revoke(request: CoachRequest, device_id: int) -> DeviceOut:
    """Take a device's token away."""
    coach = request.coach
    revoke_token(device_of(coach.academy, device_id), by=coach, now=timezone.now())
    return _one(coach.academy, device_id)


@router.put("/devices/{device_id}/plays", response=DeviceOut)
def play(request: CoachRequest, device_id: int, data: PlaysIn) -> DeviceOut:
    """Say whose balls a device measures, and which shot they are."""
    coach = request.coach
    device = device_of(coach.academy, device_id)
    student = student_of(coach, data.student_id)
    body = data.plays.model_dump() | {"club_id": str(data.plays.club_id)}
    set_plays(
        device,
        student,
        Plays(**body),
        straight=data.straight,
        take=data.take,
        by=coach,
        now=timezone.now(),
    )
    return _one(coach.academy, device_id)


@router.post("/devices/{device_id}/let-go", response=DeviceOut)
def stop_playing(request: CoachRequest, device_id: int, data: LetGo) -> DeviceOut:
    """The device plays for this student no more."""
    coach = request.coach
    device = device_of(coach.academy, device_id)
    student = student_of(coach, data.student_id)
    let_go(device, student, by=coach, now=timezone.now())
    return _one(coach.academy, device_id)


@router.get("/devices/{device_id}/balls", response=WaitingOut)
def waiting(request: CoachRequest, device_id: int, after: SmallInt = 0) -> WaitingOut:
    """Balls of a device that nobody has and nobody discarded, oldest first, behind an id."""
    found = waiting_balls(device_of(request.coach.academy, device_id), after)
    page = list(found[:PAGE])
    return made(WaitingOut, balls=page, left=max(0, found.count() - len(page)))


@router.get("/devices/{device_id}/discarded", response=list[SentOut])
def discarded(request: CoachRequest, device_id: int) -> list[FeedBall]:
    """The newest discarded balls of a device."""
    return list(discarded_balls(device_of(request.coach.academy, device_id)))


@router.post("/devices/{device_id}/discard", response=Discarded)
def throw_away(request: CoachRequest, device_id: int, data: DiscardIn) -> Discarded:
    """Take waiting balls off the list. History brings them back."""
    coach = request.coach
    device = device_of(coach.academy, device_id)
    return Discarded(discarded=discard(device, data.balls, by=coach, now=timezone.now()))
