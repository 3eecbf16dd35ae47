"""Devices: making and revoking tokens, taking in what they send."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from datetime import datetime

from django.db import transaction

from oxgang.academy.models import Coach
from oxgang.academy.tokens import hash_of
from oxgang.core.errors import InputError
from oxgang.range_sessions.feeds.monitor import SentBall
from oxgang.range_sessions.models import Device, FeedBall

PREFIX = "oxg_"
MAX_NAME = 60


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
    return device, token


@transaction.atomic
def revoke_token(device: Device, *, by: Coach, now: datetime) -> None:
    """Take a device's token away. What it sent stays."""
    device.token_hash = None
    device.revoked_at = now
    device.save(update_fields=["token_hash", "revoked_at"])


@transaction.atomic
def take_in(device: Device, balls: Sequence[SentBall], *, now: datetime) -> int:
    """Keep what a device sent, each id once. Returns how many balls were new."""
    sent = {ball.uid: ball for ball in balls}
    known = set(device.sent.filter(uid__in=sent).values_list("uid", flat=True))
    fresh = [ball for uid, ball in sent.items() if uid not in known]
    FeedBall.objects.bulk_create(
        FeedBall(
            device=device,
            uid=ball.uid,
            hit_at=ball.hit_at,
            received_at=now,
            measured=ball.measured,
            extra=ball.extra,
            question=ball.question,
        )
        for ball in fresh
    )
    device.last_heard_at = now
    device.save(update_fields=["last_heard_at"])
    return len(fresh)
