"""Shots as rows of the balls' table, column by column: quicker than ball by ball, and a file has many."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from datetime import date, datetime
from operator import attrgetter
from typing import Any
from zoneinfo import ZoneInfo

from oxgang.academy.models import Club, Student
from oxgang.academy.selectors.people import known_swings, local_day
from oxgang.core.words.measurements import ADJUSTMENTS, MEASURED
from oxgang.core.words.shots import Shot
from oxgang.core.words.swing import Position
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.services.standard_carries import NORMALIZED, standard_of

# What a ball takes over from a shot as it is.
_ALIKE = ("strike", "ball", "lie", "grooves", "wet", *MEASURED, *ADJUSTMENTS)


def named_by(shot: Shot, club: Club) -> Shot:
    """The shot by the label that its club has in the bag."""
    if shot.cell.club == club.label:
        return shot
    return replace(shot, cell=replace(shot.cell, club=club.label))


def columns_of(
    student: Student,
    hits: Sequence[tuple[Shot, Club]],
    *,
    now: datetime,
    accepted: bool = False,
    reported: bool = False,
) -> dict[str, list[Any]]:
    """What is stored of balls, by `attname`, each of shape (n,); session and entry are not there yet."""
    shots, clubs = [shot for shot, _ in hits], [club for _, club in hits]
    swings, today = known_swings(student), local_day(student, now)
    columns: dict[str, list[Any]] = {
        field.attname: [field.get_default()] * len(hits)
        for field in Ball._meta.concrete_fields
        if field.has_default() or field.empty_strings_allowed or field.null
    }
    columns |= {
        "student_id": [student.pk] * len(hits),
        "accepted": [accepted] * len(hits),
        "reported": [reported] * len(hits),
        "session_id": [None] * len(hits),
        "club_id": [club.pk for club in clubs],
        "uid": [shot.id for shot in shots],
        "hit_on": [_day(student, shot, today) for shot in shots],
        "hit_at": [_moment(student, shot) for shot in shots],
        "swing": [shot.cell.swing for shot in shots],
        "arm_deg": [_arm(swings, shot) for shot in shots],
        "trajectory": [shot.cell.trajectory for shot in shots],
        "spin": [shot.cell.spin for shot in shots],
        "tempo": [shot.cell.tempo for shot in shots],
        "excluded": [shot.excluded[:200] for shot in shots],
        "extra": [dict(shot.extra) for shot in shots],
        **{name: list(map(attrgetter(name), shots)) for name in _ALIKE},
    }
    lofts = {club.label: club.loft_deg for club in clubs}
    if len(lofts) < len({club.pk for club in clubs}):
        # Two clubs of one label: by their ids.
        shots = [replace(shot, cell=replace(shot.cell, club=str(club.pk))) for shot, club in hits]
        lofts = {str(club.pk): club.loft_deg for club in clubs}
    found = standard_of(student, shots, [reported] * len(hits), lofts)
    columns |= zip(NORMALIZED, map(list, zip(*found, strict=True)), strict=True)
    columns.pop(Ball._meta.pk.attname, None)
    return columns


def _arm(swings: Mapping[str, Position], shot: Shot) -> float | None:
    position = swings.get(shot.cell.swing.casefold())
    return position.arm_deg if position else None


def _moment(student: Student, shot: Shot) -> datetime | None:
    if shot.hit_at is None:
        return None
    if shot.hit_at.tzinfo is None:
        return shot.hit_at.replace(tzinfo=ZoneInfo(student.academy.time_zone))
    return shot.hit_at


def _day(student: Student, shot: Shot, today: date) -> date:
    if shot.hit_at is not None and shot.hit_at.tzinfo is not None:
        return local_day(student, shot.hit_at)
    return shot.hit_on or today
