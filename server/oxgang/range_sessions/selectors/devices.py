"""Reads of devices and of what they sent."""

from __future__ import annotations

from datetime import datetime

from django.db.models import QuerySet

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy
from oxgang.academy.tokens import hash_of
from oxgang.range_sessions.models import Device, FeedBall

# A range view that listens shows at most this many waiting balls.
MOST_SHOWN = 60


def devices_of(academy: Academy) -> QuerySet[Device]:
    """The academy's devices by name."""
    return Device.objects.filter(academy=academy).order_by("name")


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


def waiting_balls(device: Device, since: datetime) -> list[FeedBall]:
    """Balls of a device that no student has yet, received after a moment, in the order hit."""
    newest = device.sent.filter(ball=None, received_at__gt=since).order_by("-received_at", "-pk")
    return sorted(newest[:MOST_SHOWN], key=lambda ball: (ball.hit_at, ball.pk))


def sent_ball(academy: Academy, feed_id: int) -> FeedBall:
    """One ball that a device of the academy sent.

    Raises
    ------
    NotFound
        When no device of the academy sent such a ball.
    """
    ball = FeedBall.objects.filter(device__academy=academy, pk=feed_id).first()
    if ball is None:
        raise NotFound("No device here sent such a ball.")
    return ball
