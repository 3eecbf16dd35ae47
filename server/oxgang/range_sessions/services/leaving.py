"""What ends with a person who leaves: tokens that he or she made, and calendar addresses."""

from __future__ import annotations

from datetime import datetime

from django.db import transaction

from oxgang.academy.models import Coach
from oxgang.academy.services.people import leave
from oxgang.range_sessions.models import CalendarLink, Device
from oxgang.range_sessions.services.devices import revoke_token


@transaction.atomic
def leave_with_tokens(coach: Coach, *, by: Coach, now: datetime) -> None:
    """`academy.services.people.leave`, and whatever the person could still reach Oxgang by."""
    leave(coach, by=by, now=now)
    CalendarLink.objects.filter(coach=coach, revoked_at=None).update(revoked_at=now)
    for device in Device.objects.filter(made_by=coach, revoked_at=None):
        revoke_token(device, by=by, now=now)
