"""A file's balls on their way in: gathered in a table of the connection's own, then stored in one statement.

While they are worked out nobody waits and nobody sees them. A server that dies takes them along, since such a
table ends with its connection.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field
from datetime import date, datetime
from typing import Any, Final

from django.db import connection

from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.selectors.people import bag_of, known_swings, rows_of
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.core.errors import InputError
from oxgang.range_sessions.models import Ball, RangeSession
from oxgang.range_sessions.services.balls import sessions_of, write_down
from oxgang.range_sessions.services.insert import insert_into

_TABLE: Final = "arriving_balls"
# What a ball has only once it is stored.
_LATER: Final = ("id", "session_id", "entry_id")


@contextmanager
def gathering() -> Iterator[None]:
    """An empty table for the balls of one file; it is gone at the end."""
    # With a key of its own it is read in order without being sorted.
    columns = [
        f"{_quoted(str(f.column))} {'integer PRIMARY KEY' if f.primary_key else f.db_type(connection)}"
        for f in Ball._meta.concrete_fields
    ]
    with connection.cursor() as cursor:
        cursor.execute(f"DROP TABLE IF EXISTS {_TABLE}")
        cursor.execute(f"CREATE TEMPORARY TABLE {_TABLE} ({', '.join(columns)})")
    try:
        yield
    finally:
        with connection.cursor() as cursor:
            cursor.execute(f"DROP TABLE IF EXISTS {_TABLE}")


def gather(columns: Mapping[str, Sequence[Any]], first: int) -> None:
    """Add balls by `columns_of`, numbered from `first` on."""
    # Most of what can be known of a ball stands in no file: what is left out is null.
    there = {name: values for name, values in columns.items() if any(v is not None for v in values)}
    insert_into(_TABLE, Ball, {**there, "id": range(first, first + len(columns["uid"]))})


@dataclass(frozen=True)
class Basis:
    """What gathered balls rest on: `names` the bag and the swings, `carries` by what they are converted."""

    student: Student = field(compare=False)
    names: tuple[object, ...]
    carries: tuple[object, ...]


def basis_of(student: Student) -> Basis:
    """As it is in the database at this moment.

    Raises
    ------
    InputError
        When the student is there no more.
    """
    now = rows_of([student.pk]).select_related("academy", "scale").first()
    if now is None:
        raise InputError("This student is no longer in Oxgang. Nothing was imported.", field="file")
    bag = [(club.pk, club.label, club.loft_deg) for club in bag_of(now, everything=True)]
    swings = sorted((name, p.label, p.arm_deg) for name, p in known_swings(now).items())
    carries = (now.balls_edited, now.moved, now.academy.altitude_m)
    return Basis(now, (now.academy.time_zone, *bag, *swings), carries)


@retry_on_conflict
def store_gathered(basis: Basis, *, by: Coach, now: datetime) -> int | None:
    """Store what was gathered, in its order, under one entry of the log; a ball that the student has by now
    changes nothing. Returns how many were new; None, and nothing is stored, when `basis_of` says
    something else by now."""
    student = basis.student
    balls, sessions = (_quoted(model._meta.db_table) for model in (Ball, RangeSession))
    if basis_of(student) != basis:
        return None
    owner = Ball._meta.get_field("student").get_db_prep_value(student.pk, connection)
    with connection.cursor() as cursor:
        cursor.execute(
            f"DELETE FROM {_TABLE} WHERE EXISTS (SELECT 1 FROM {balls} b"
            f" WHERE b.student_id = %s AND b.uid = {_TABLE}.uid)",
            [owner],
        )
        cursor.execute(f"SELECT hit_on, COUNT(*) FROM {_TABLE} GROUP BY hit_on")
        found = {_day(day): count for day, count in cursor.fetchall()}
        if not found:
            return 0
        sessions_of(student, found, by)
        new: int = sum(found.values())
        entry = write_down(student, new, found, AuditAction.BALLS_FROM_FILE, by=by, now=now)
        plain = [_quoted(str(f.column)) for f in Ball._meta.concrete_fields if f.attname not in _LATER]
        cursor.execute(
            f"INSERT INTO {balls} ({', '.join(plain)}, session_id, entry_id)"
            f" SELECT {', '.join(f'a.{name}' for name in plain)}, s.id, %s FROM {_TABLE} a"
            f" JOIN {sessions} s ON s.student_id = %s AND s.day = a.hit_on ORDER BY a.id",
            [entry.pk, owner],
        )
    return new


def _day(value: date | str) -> date:
    return value if isinstance(value, date) else date.fromisoformat(value)


def _quoted(name: str) -> str:
    quoted: str = connection.ops.quote_name(name)
    return quoted
