"""The academy's settings, and what follows from a change of one."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from math import isfinite
from typing import Any, Final
from zoneinfo import available_timezones

from django.db import transaction

from oxgang.academy.models import Academy, AuditAction, Coach
from oxgang.academy.selectors.people import rows_of, scale_of, students_at
from oxgang.academy.services.academies import checked_address, checked_name
from oxgang.academy.services.log import changed, field_changes, fields_of, record_academy_entry, touch
from oxgang.core.errors import InputError
from oxgang.core.flight.air import ALTITUDE_RANGE_M
from oxgang.core.flight.recipes import School
from oxgang.core.ground.card import CardOptions, Order, checked_step
from oxgang.core.ground.gaps import TOLERANCE_YD, checked_tolerance
from oxgang.core.practice.load import Level, checked_limit, level_of
from oxgang.core.units import UNITS, quantity

# What is changed as one field each; a tolerance is of a level.
FIELDS: Final = (
    "name",
    "time_zone",
    "altitude_m",
    "public_address",
    "units",
    "scale_id",
    "school",
    "tolerances",
    "ball_limit",
    "junior_limit",
    "card",
    "second_factor",
    "link_days",
    "keep_months",
    "picture_months",
)
LINK_DAYS_RANGE: Final = (1, 730)
MONTHS_RANGE: Final = (0, 240)
# Balls lie on another day, or are converted another way, when one of these changes.
MOVES_BALLS: Final = frozenset({"time_zone", "altitude_m"})


@dataclass(frozen=True, slots=True)
class Follows:
    """What a change brought with it: students whose balls get new days and standard carries,
    and students whose tolerance went along with that of their level."""

    moved: int = 0
    tolerances: int = 0


@transaction.atomic
def change_settings(academy: Academy, changes: Mapping[str, Any], *, by: Coach, now: datetime) -> Follows:
    """Change only the given fields.

    Balls are marked to be brought to new days and standard conditions
    (`range_sessions.services.moved`). A student whose tolerance was that of the level gets the new
    one; one with an own keeps it.

    Raises
    ------
    InputError
        For a value that cannot be.
    """
    before = fields_of(academy, changes)
    old = dict(academy.tolerances)
    for name, value in changes.items():
        if name not in FIELDS:
            raise InputError(f"{name} is not a setting.", field=name)
        setattr(academy, name, value)
    _check(academy, changes)
    academy.save(update_fields=[*changes])
    done = changed(academy, before)
    if not done:
        return Follows()
    named = set(done[0].after)
    moved = 0
    if named & MOVES_BALLS:
        moved = students_at(academy).update(moved=True)
    followed = _follow(academy, old) if "tolerances" in named else 0
    values = {"fields": field_changes(done[0])}
    record_academy_entry(academy, AuditAction.SETTINGS_CHANGED, values, by=by, now=now)
    return Follows(moved, followed)


def tolerance_for(academy: Academy, level: Level) -> float:
    """The academy's tolerance for a level [yd]."""
    return float(academy.tolerances.get(level.value, TOLERANCE_YD))


def _follow(academy: Academy, old: Mapping[str, Any]) -> int:
    """Students who had the tolerance of their level, and did not choose it, go along."""
    touched = []
    for student in students_at(academy):
        level = level_of(student.handicap, student.ball_limit, academy.junior_limit)
        was = float(old.get(level.value, TOLERANCE_YD))
        now_is = tolerance_for(academy, level)
        if student.tolerance_yd == was and was != now_is:
            rows_of([student.pk]).update(tolerance_yd=now_is)
            touched.append(student.pk)
    touch(touched)
    return len(touched)


def _check(academy: Academy, changes: Mapping[str, Any]) -> None:
    academy.name = checked_name(str(academy.name), "academy")
    checked_zone(academy.time_zone)
    checked_altitude(academy.altitude_m)
    academy.public_address = checked_address(academy.public_address)
    checked_units(academy.units)
    if changes.get("scale_id") is not None:
        academy.scale = scale_of(academy, changes["scale_id"])
    if academy.school not in set(School):
        raise InputError(f'There is no school "{academy.school}".', field="school")
    academy.tolerances = _tolerances(academy.tolerances)
    for name in ("ball_limit", "junior_limit"):
        try:
            checked_limit(getattr(academy, name))
        except InputError as error:
            raise InputError(error.template, field=name) from None
    academy.card = _card(academy.card)
    for name, (lo, hi) in (
        ("link_days", LINK_DAYS_RANGE),
        ("keep_months", MONTHS_RANGE),
        ("picture_months", MONTHS_RANGE),
    ):
        if not lo <= getattr(academy, name) <= hi:
            raise InputError(f"Give {lo} to {hi}.", field=name)


def checked_zone(name: str) -> str:
    """A time zone, once it is one.

    Raises
    ------
    InputError
        For one that does not exist.
    """
    if name not in available_timezones():
        raise InputError(
            f'"{name}" is not a time zone. They are called by a region and a city, or UTC.',
            field="time_zone",
        )
    return name


def checked_units(name: str) -> str:
    """A set of units, once it is one.

    Raises
    ------
    InputError
        For one that does not exist.
    """
    if name not in UNITS:
        raise InputError(f"Units are one of {', '.join(UNITS)}.", field="units")
    return name


def checked_altitude(metres: float) -> float:
    """An altitude, once there can be a range.

    Raises
    ------
    InputError
        Outside what the air model holds for.
    """
    lo, hi = ALTITUDE_RANGE_M
    if not isfinite(metres) or not lo <= metres <= hi:
        least, most = quantity(lo, "near"), quantity(hi, "near")
        raise InputError(f"Give an altitude of {least} to {most}.", field="altitude_m")
    return metres


def _tolerances(given: Mapping[str, Any]) -> dict[str, float]:
    kept = {}
    for level, value in given.items():
        if level not in set(Level):
            raise InputError(f'There is no level "{level}".', field="tolerances")
        try:
            checked_tolerance(float(value))
        except InputError as error:
            raise InputError(error.template, field="tolerances") from None
        kept[str(level)] = float(value)
    return kept


def _card(given: Mapping[str, Any]) -> dict[str, Any]:
    usual = CardOptions()
    look = CardOptions(
        step=checked_step(int(given.get("step", usual.step))),
        order=Order(given.get("order", usual.order)),
        cues=bool(given.get("cues", usual.cues)),
        run=bool(given.get("run", usual.run)),
    )
    return {"step": look.step, "order": look.order.value, "cues": look.cues, "run": look.run}
