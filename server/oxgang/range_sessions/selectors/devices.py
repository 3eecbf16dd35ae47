"""Reads of devices and of what they sent."""

from __future__ import annotations

import re
from datetime import datetime

from django.db.models import Count, Exists, OuterRef, Q, QuerySet, Sum

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, Student
from oxgang.academy.tokens import hash_of
from oxgang.range_sessions.models import Ball, Device, FeedBall

# A view gets the waiting balls in pages of so many.
PAGE = 60


def devices_of(academy: Academy) -> QuerySet[Device]:
    """The academy's devices by name, with whom they play for."""
    devices = Device.objects.filter(academy=academy).select_related("plays_for", "plays_by")
    return devices.order_by("name")


def device_of(academy: Academy, device_id: int) -> Device:
    """One device of the academy.

    Raises
    ------
    NotFound
        When the academy has no such device.
    """
    device = devices_of(academy).filter(pk=device_id).first()
    if device is None:
        raise NotFound("There is no such device here.")
    return device


def device_by_token(token: str) -> Device | None:
    """The device that holds this token now."""
    return Device.objects.select_related("academy").filter(token_hash=hash_of(token)).first()


def change_in(academy: Academy) -> int:
    """A number that is another one when any device of the academy has changed. One query."""
    return Device.objects.filter(academy=academy).aggregate(n=Sum("change"))["n"] or 0


def waiting_balls(device: Device, after: int = 0) -> QuerySet[FeedBall]:
    """Balls of a device that no student has and no coach discarded, oldest first, behind an id."""
    taken = Ball.objects.filter(sent=OuterRef("pk"), withdrawn_at=None)
    undone = Count("balls", filter=Q(balls__withdrawn_at__isnull=False))
    waiting = device.sent.filter(~Exists(taken), discarded_at=None, pk__gt=after)
    return waiting.annotate(undone=undone).order_by("pk")


def waiting_counts(academy: Academy) -> dict[int, int]:
    """How many balls of each device wait. One query."""
    taken = Ball.objects.filter(sent=OuterRef("pk"), withdrawn_at=None)
    waiting = FeedBall.objects.filter(~Exists(taken), device__academy=academy, discarded_at=None)
    return dict(waiting.values_list("device").annotate(n=Count("pk")).order_by())


def playing(device: Device, now: datetime) -> Student | None:
    """For whom a device plays at a moment: until nobody has hit for long, or the day is over."""
    if device.plays_until is None or now >= device.plays_until:
        return None
    return device.plays_for


def discarded_balls(device: Device) -> QuerySet[FeedBall]:
    """The newest discarded balls of a device."""
    return device.sent.filter(discarded_at__isnull=False).order_by("-pk")[:PAGE]


def sent_ball(academy: Academy, feed_id: int, uid: str) -> FeedBall:
    """One ball that a device of the academy sent, known by number and by its own id.

    After a database was restored a number may belong to another ball.

    Raises
    ------
    NotFound
        When no device of the academy sent such a ball.
    """
    ball = FeedBall.objects.filter(device__academy=academy, pk=feed_id).first()
    if ball is None or not re.fullmatch(rf"{re.escape(ball.name)}(~\d+)?", uid):
        raise NotFound("No device sent this ball. Check the unassigned balls again.")
    return ball
