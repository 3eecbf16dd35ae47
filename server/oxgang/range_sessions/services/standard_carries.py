"""Standard carries of stored balls: made on storing, and anew when what a shot starts with changes."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from math import hypot
from typing import Any
from uuid import UUID

from django.db import connection, transaction
from django.db.models import Q

from oxgang.academy.models import Student
from oxgang.academy.selectors.chain import chain_of
from oxgang.academy.selectors.people import rows_of
from oxgang.academy.services.log import touch
from oxgang.core.carry.noise import REPORTED_SD
from oxgang.core.flight.standard import to_standard
from oxgang.core.words.shots import Shot
from oxgang.range_sessions.models.ball import Ball, renew
from oxgang.range_sessions.selectors.balls import balls_of

AT_ONCE = 1000
# So many balls are converted while the coach waits, about half a second.
SOON = 2000
# What `normalize_carry` sets, columns of the same names.
NORMALIZED = ("standard_yd", "standard_sd", "run_yd", "read_sd")


def convert_carries(student: Student) -> bool:
    """Convert a student's carries anew, after what they are converted by has changed: at once where the
    balls are few, else by the keeper. Returns whether they are converted."""
    if balls_of(student).count() > SOON:
        rows_of([student.pk]).update(moved=True)
        return False
    normalize_all_carries(student)
    return True


def normalize_all_carries(student: Student) -> int:
    """Convert a student's carries anew, those too that are undone. Returns how many.

    They are worked out before the first is written, and written in one go: nobody sees some by the old
    set-ups and some by the new ones, and no other writer waits for the flights.
    """
    while True:
        edited = _edited(student)
        done = _converted(student)
        with transaction.atomic():
            # Who writes here first keeps the others out until the end.
            touch({student.pk})
            if _edited(student) != edited:
                continue
            _write(done)
            renew({student.pk})
        return len(done)


def _edited(student: Student) -> UUID:
    return rows_of([student.pk]).values_list("balls_edited", flat=True)[0]


def _converted(student: Student) -> list[tuple[Any, ...]]:
    """What `NORMALIZED` has to be of each ball, and the ball's number."""
    last, done = 0, []
    measured = Q(carry_yd__isnull=False) | Q(total_yd__isnull=False)
    balls = Ball.objects.filter(measured, student=student).select_related("club").order_by("pk")
    while some := list(balls.filter(pk__gt=last)[:AT_ONCE]):
        last = some[-1].pk
        normalize_carry(student, some, {ball.club_id: ball.club.loft_deg for ball in some})
        done += [(*(getattr(ball, name) for name in NORMALIZED), ball.pk) for ball in some]
    return done


def _write(rows: Sequence[tuple[Any, ...]]) -> None:
    """One prepared statement for all: `bulk_update` takes ten times as long."""
    quote = connection.ops.quote_name
    columns = ", ".join(f"{quote(name)} = %s" for name in NORMALIZED)
    with connection.cursor() as cursor:
        cursor.executemany(f"UPDATE {quote(Ball._meta.db_table)} SET {columns} WHERE id = %s", rows)


def normalize_carry(student: Student, balls: list[Ball], lofts: Mapping[Any, float]) -> None:
    """Set the carries in standard conditions [yd] of balls, given the lofts [degrees] of clubs by their keys.
    Nothing is stored."""
    # By their ids: a bag may have had two clubs of one label.
    shots = [ball.as_core(club_label=str(ball.club_id)) for ball in balls]
    by_id = {str(key): loft for key, loft in lofts.items()}
    found = standard_of(student, shots, [ball.reported for ball in balls], by_id)
    for ball, values in zip(balls, found, strict=True):
        for name, value in zip(NORMALIZED, values, strict=True):
            setattr(ball, name, value)


def standard_of(
    student: Student, shots: Sequence[Shot], reported: Sequence[bool], lofts: Mapping[str, float]
) -> list[tuple[float | None, float, float | None, float]]:
    """`NORMALIZED` of shots, given the lofts [degrees] of their clubs. What a student reports is trusted
    less."""
    chain = chain_of(student, lofts)
    standards = to_standard(shots, student.academy.altitude_m, chain)
    return [
        (one.carry_yd, hypot(one.sd, REPORTED_SD) if own_word else one.sd, one.run_yd, one.read_sd)
        for one, own_word in zip(standards, reported, strict=True)
    ]
