"""The open endpoint for launch monitors, and the devices that may use it."""

from __future__ import annotations

from datetime import timedelta
from typing import cast

from django.http import HttpRequest
from django.utils import timezone
from ninja import Query, Router
from ninja.security import HttpBearer

from oxgang.api.auth import coach_of
from oxgang.api.feed.schemas import DeviceIn, DeviceMade, DeviceOut, TakenIn, WaitingOut
from oxgang.api.fields import Moment
from oxgang.range_sessions.feeds.monitor import read_feed
from oxgang.range_sessions.models import Device
from oxgang.range_sessions.selectors.devices import (
    device_by_token,
    device_of,
    devices_of,
    waiting_balls,
)
from oxgang.range_sessions.services.devices import make_token, revoke_token, take_in

router = Router(tags=["devices"])

# A view that starts to listen sees what came in just before.
LOOK_BACK = timedelta(minutes=10)
FURTHEST_BACK = timedelta(days=31)


class DeviceToken(HttpBearer):
    """Lets a device pass, for sending balls and nothing else."""

    def authenticate(self, request: HttpRequest, token: str) -> Device | None:
        return device_by_token(token)


@router.post("/feed/balls", auth=DeviceToken(), response=TakenIn)
def receive(request: HttpRequest) -> dict[str, int]:
    """Balls from a launch monitor: one object, or {"balls": [...]}. See docs/monitor.md.

    A ball whose id the device already sent changes nothing. A request with a malformed ball is
    answered 400, naming the field, and nothing of it is stored.
    """
    device = cast(Device, request.auth)  # type: ignore[attr-defined]
    now = timezone.now()
    balls = read_feed(request.body, now=now, altitude_m=device.academy.altitude_m)
    new = take_in(device, balls, now=now)
    return {"new": new, "known": len(balls) - new}


@router.get("/devices", response=list[DeviceOut])
def devices(request: HttpRequest) -> list[Device]:
    """The academy's devices."""
    return list(devices_of(coach_of(request).academy))


@router.post("/devices", response=DeviceMade)
def make(request: HttpRequest, data: DeviceIn) -> dict[str, object]:
    """A new token for a device. It is shown once; a device of this name loses its old one."""
    device, token = make_token(data.name, by=coach_of(request), now=timezone.now())
    return {"device": device, "token": token}


@router.delete("/devices/{device_id}", response=DeviceOut)
def revoke(request: HttpRequest, device_id: int) -> Device:
    """Take a device's token away."""
    coach = coach_of(request)
    device = device_of(coach.academy, device_id)
    revoke_token(device, by=coach, now=timezone.now())
    return device


@router.get("/devices/{device_id}/balls", response=WaitingOut)
def waiting(
    request: HttpRequest, device_id: int, since: Query[Moment | None] = None
) -> dict[str, object]:
    """Balls of a device that no student has yet, received after a moment."""
    device = device_of(coach_of(request).academy, device_id)
    now = timezone.now()
    since = now - LOOK_BACK if since is None else min(max(since, now - FURTHEST_BACK), now)
    return {"now": now, "balls": waiting_balls(device, since)}
