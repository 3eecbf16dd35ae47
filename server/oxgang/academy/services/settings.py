"""The academy's settings, and what follows from a change of one."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import datetime
from math import isfinite
from typing import Any, Final
from uuid import UUID
from zoneinfo import available_timezones

from django.db import transaction

from oxgang.academy.models import Academy, AuditAction, Coach, Student
from oxgang.academy.selectors.people import rows_of, scale_of, students_at
from oxgang.academy.services.academies import checked_address, checked_name
from oxgang.academy.services.edit_conflicts import refuse_if_changed, refuse_if_part_changed
from oxgang.academy.services.log import (
    Changed,
    changed,
    field_changes,
    fields_of,
    record_academy_entry,
    touch,
)
from oxgang.core.errors import InputError
from oxgang.core.flight.air import ALTITUDE_RANGE_M
from oxgang.core.flight.recipes import School
from oxgang.core.ground.card import CardOptions, Order, checked_step
from oxgang.core.ground.gaps import checked_tolerance
from oxgang.core.practice.load import USUAL_TOLERANCE, Level, checked_limit, level_of, tolerance_over
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
    "idle_hours",
    "link_days",
    "keep_months",
    "picture_months",
)
LINK_DAYS_RANGE: Final = (1, 730)
IDLE_HOURS_RANGE: Final = (1, 336)
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
def change_settings(
    academy: Academy,
    changes: Mapping[str, Any],
    *,
    by: Coach,
    now: datetime,
    was: Mapping[str, Any] | None = None,
) -> Follows:
    """Change only the given fields, and of `tolerances` and `card` only the given parts.

    Balls are marked to be brought to new days and standard conditions
    (`range_sessions.services.moved`). A student whose tolerance was that of the level gets the new
    one; one with an own keeps it.

    Raises
    ------
    ChangedMeanwhile
        When one of them is not what the coach saw (`was`).
    InputError
        For a value that cannot be.
    """
    if unknown := [name for name in changes if name not in FIELDS]:
        raise InputError(f"{unknown[0]} is not a setting.", field=unknown[0])
    whole = {name: value for name, value in changes.items() if name not in IN_PARTS}
    refuse_if_changed(academy, was, whole, by=by)
    before = fields_of(academy, changes)
    old = dict(academy.tolerances)
    for name, value in whole.items():
        setattr(academy, name, value)
    for name, now_of in IN_PARTS.items():
        if name in changes:
            parts = now_of(academy)
            refuse_if_part_changed(name, parts, (was or {}).get(name), changes[name])
            setattr(academy, name, parts | dict(changes[name]))
    _check(academy, changes)
    academy.save(update_fields=[*changes])
    done = changed(academy, before)
    if not done:
        return Follows()
    named = set(done[0].after)
    moved = 0
    if named & MOVES_BALLS:
        moved = students_at(academy).update(moved=True)
    followed = _follow(academy, old) if "tolerances" in named else []
    values = {"fields": field_changes(done[0])}
    # What moved every ball is not taken back by a button, but set again.
    changes_ = [] if named & MOVES_BALLS else [*done, *followed]
    record_academy_entry(academy, AuditAction.SETTINGS_CHANGED, values, by=by, now=now, changes=changes_)
    return Follows(moved, sum(len(one.rows or ()) for one in followed))


def tolerance_for(academy: Academy, level: Level) -> float:
    """The academy's tolerance for a level [yd], for the usual distances."""
    return float(academy.tolerances.get(level.value, USUAL_TOLERANCE[level]))


def _tolerances_of(academy: Academy) -> dict[str, Any]:
    return {level.value: tolerance_for(academy, level) for level in Level}


def card_of(academy: Academy) -> dict[str, Any]:
    """How a card begins: step, order, cues, run."""
    usual = CardOptions()
    return {name: academy.card.get(name, getattr(usual, name)) for name in CARD_PARTS}


# Settings of several parts, changed part by part, and what the parts are now.
CARD_PARTS: Final = ("step", "order", "cues", "run")
IN_PARTS: Final[Mapping[str, Callable[[Academy], dict[str, Any]]]] = {
    "tolerances": _tolerances_of,
    "card": card_of,
}


def _follow(academy: Academy, old: Mapping[str, Any]) -> list[Changed]:
    """Students who had the tolerance of their level, and did not choose it, go along."""
    followed: dict[tuple[float, float], list[UUID]] = {}
    for student in students_at(academy):
        level = level_of(student.handicap, student.ball_limit, academy.junior_limit)
        was, now_is = (
            tolerance_over(usual, student.from_yd, student.to_yd)
            for usual in (
                float(old.get(level.value, USUAL_TOLERANCE[level])),
                tolerance_for(academy, level),
            )
        )
        if student.tolerance_yd == was and was != now_is:
            rows_of([student.pk]).update(tolerance_yd=now_is)
            followed.setdefault((was, now_is), []).append(student.pk)
    touch([pk for rows in followed.values() for pk in rows])
    return [
        Changed(Student, rows, {"tolerance_yd": was}, {"tolerance_yd": now_is})
        for (was, now_is), rows in followed.items()
    ]


def _check(academy: Academy, changes: Mapping[str, Any]) -> None:
    academy.name = checked_name(str(academy.name), "academy")
    academy.time_zone = checked_zone(academy.time_zone)
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
        ("idle_hours", IDLE_HOURS_RANGE),
        ("link_days", LINK_DAYS_RANGE),
        ("keep_months", MONTHS_RANGE),
        ("picture_months", MONTHS_RANGE),
    ):
        if not lo <= getattr(academy, name) <= hi:
            raise InputError(f"Give {lo} to {hi}.", field=name)


def checked_zone(name: str) -> str:
    """The time zone of a name, or of a city: "Europe/Berlin", "berlin".

    Raises
    ------
    InputError
        For one that does not exist, and for a city that several regions have.
    """
    wanted = "_".join(name.split()).casefold()
    zones = available_timezones()
    found = [zone for zone in zones if zone.casefold() == wanted]
    found = found or [zone for zone in zones if zone.casefold().rpartition("/")[2] == wanted]
    if len(found) == 1:
        return found[0]
    said = f" It may be {', '.join(sorted(found))}." if found else ""
    raise InputError(
        f'"{name}" is not a time zone. Choose a region and a city, or UTC.{said}',
        field="time_zone",
    )


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
