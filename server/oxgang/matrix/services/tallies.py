"""Keeping what a student did by month, for the head coach's figures."""

from __future__ import annotations

import math

from django.db import transaction

from oxgang.core.keeping import figures
from oxgang.core.keeping.due import State
from oxgang.matrix.models import Tally
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.matrix.services.summary import Row

MEASURED = ("balls", "solid", "scatter", "spare")
SEEN = ("covered", "due")


@transaction.atomic
def keep_tallies(row: Row, found: StudentMatrix) -> None:
    """Write a student's months anew where they have changed; what the list says of the student now
    goes into the month of the day."""
    student, month = row.student, row.day.replace(day=1)
    stored = {t.month: t for t in Tally.objects.filter(student=student)}
    wanted = {t.month: t for t in figures.tallies_of(found.hits)}
    if not student.archived_at:
        wanted.setdefault(month, figures.Tally(month))
    for old in stored.keys() - wanted.keys():
        # Its balls are gone; what was seen of the student then stays.
        wanted[old] = figures.Tally(old)
    made: list[Tally] = []
    changed: list[Tally] = []
    for when, tally in wanted.items():
        one = stored.get(when) or Tally(student=student, academy_id=student.academy_id, month=when)
        before = [getattr(one, name) for name in (*MEASURED, *SEEN)]
        one.balls, one.solid, one.spare = tally.balls, tally.solid, tally.freedom
        one.scatter = math.sqrt(tally.squares / tally.freedom) if tally.freedom else None
        if when == month and not student.archived_at:
            one.covered, one.due = row.covered, _due(row.due.state)
        if one.pk is None:
            made.append(one)
        elif before != [getattr(one, name) for name in (*MEASURED, *SEEN)]:
            changed.append(one)
    Tally.objects.bulk_create(made)
    Tally.objects.bulk_update(changed, [*MEASURED, *SEEN])


def _due(state: State) -> bool | None:
    """Whether something was due; of who has no numbers yet that cannot be said."""
    return None if state in (State.NO_BAG, State.NO_BALLS) else state is State.DUE
