"""The academy's settings."""

from __future__ import annotations

from zoneinfo import available_timezones

from django.db import transaction
from django.utils import timezone
from ninja import Router

from oxgang.academy.models import Academy
from oxgang.academy.selectors.people import scales_of
from oxgang.academy.services.second_factor import has_factor
from oxgang.academy.services.settings import card_of, change_settings, tolerance_for
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import made
from oxgang.api.settings.schemas import (
    BroughtAlong,
    CardForm,
    SettingsChange,
    SettingsFields,
    SettingsOut,
    SettingsSaved,
)
from oxgang.core.errors import InputError
from oxgang.core.flight.recipes import School
from oxgang.core.ground.card import STEPS
from oxgang.core.practice.load import Level
from oxgang.range_sessions.services.moved import bring_along, keep_wall_clock, left

router = Router(tags=["settings"])

# A page that waits for balls to be brought along waits so long at a time.
AT_A_TIME_S = 1.0


def _out(academy: Academy) -> SettingsOut:
    return made(
        SettingsOut,
        **{
            name: getattr(academy, name)
            for name in SettingsFields.model_fields
            if name not in ("card", "tolerances")
        },
        card=CardForm(**card_of(academy)),
        tolerances={level: tolerance_for(academy, level) for level in Level},
        scales=list(scales_of(academy)),
        zones=sorted(available_timezones()),
        schools=list(School),
        levels=list(Level),
        steps=list(STEPS),
        left=left(academy),
    )


@router.get("/settings", response=SettingsOut)
def settings(request: CoachRequest) -> SettingsOut:
    """The academy's settings, and what can be chosen."""
    return _out(request.coach.academy)


@router.patch("/settings", response=SettingsSaved)
def change(request: CoachRequest, data: SettingsChange) -> SettingsSaved:
    """Change the settings that are sent. What depends on them is recomputed, and said."""
    coach, now = request.coach, timezone.now()
    academy = coach.academy
    sent = data.model_dump(exclude_unset=True, exclude={"was"}, mode="json")
    changes = {k: v for k, v in sent.items() if v is not None or k == "scale_id"}
    if changes.get("second_factor") and not has_factor(coach):
        raise InputError(
            "Set up your own second factor first, under your name. Otherwise you'd be locked out too.",
            field="second_factor",
        )
    was = academy.time_zone
    with transaction.atomic():
        follows = change_settings(academy, changes, by=coach, now=now, was=data.was)
        sessions = keep_wall_clock(academy, was, now) if academy.time_zone != was else 0
    if follows.moved:
        bring_along(academy, AT_A_TIME_S)
    academy.refresh_from_db()
    return SettingsSaved(
        settings=_out(academy),
        moved=follows.moved,
        tolerances=follows.tolerances,
        sessions=sessions,
    )


@router.post("/settings/bring-along", response=BroughtAlong)
def go_on(request: CoachRequest) -> BroughtAlong:
    """Bring more balls to the settings of today, for a moment; the keeper does so too."""
    return BroughtAlong(left=bring_along(request.coach.academy, AT_A_TIME_S))
