"""Matrices of a moment ago, kept by this process: a card is looked at again and again while a coach
makes it, and nothing of the matrix has changed."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Hashable
from dataclasses import dataclass, field
from datetime import date
from threading import Lock
from typing import Final

from oxgang.academy.models import Entry, Student
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Cell
from oxgang.core.ground.played import Name
from oxgang.matrix.selectors.matrix import StudentMatrix, matrix_of
from oxgang.matrix.selectors.picking import Picking, picking_of

MOST: Final = 16
# Days of all students: a page of progress looks at thirteen.
MOST_DAYS: Final = 400


@dataclass(frozen=True, slots=True)
class CachedMatrix:
    """A matrix, how far the balls of its shots run [yd], how the student hits, as far as somebody
    has asked."""

    found: StudentMatrix
    runs: dict[Name, float] = field(default_factory=dict)
    pickings: list[Picking] = field(default_factory=list)
    tables: dict[tuple[object, ...], dict[str, str]] = field(default_factory=dict)

    def picking(self, student: Student) -> Picking:
        """How the student hits, computed unless it is there."""
        if not self.pickings:
            self.pickings.append(picking_of(student, self.found))
        return self.pickings[0]


_cache: OrderedDict[Hashable, CachedMatrix] = OrderedDict()
_days: OrderedDict[bytes, list[Cell]] = OrderedDict()
_lock: Final = Lock()


def cached_matrix(student: Student, day: date) -> CachedMatrix:
    """The student's matrix on a day, computed unless it is there. One query, or those of
    `matrix_of`.

    It is that of the student's revision and last entry in the log: both, since a restored backup
    counts its revisions anew.
    """
    name = _name(student, day)
    with _lock:
        there = _cache.get(name)
        if there is not None:
            _cache.move_to_end(name)
            return there
    made = CachedMatrix(matrix_of(student, day))
    _put(name, made)
    return made


def carry_cache_forward(student: Student, day: date, cached: CachedMatrix, since: int) -> None:
    """Nothing but one entry that does not touch the numbers was written since revision `since`: the
    matrix is that of now too."""
    student.refresh_from_db(fields=["revision"])
    if student.revision == since + 1:
        _put(_name(student, day), cached)


def cells_on(evidence: Evidence) -> list[Cell]:
    """Every cell of the matrix of an earlier day, computed unless it is there. Later balls change nothing
    of it, and by what it rests on it is known again."""
    name = evidence.fingerprint()
    with _lock:
        there = _days.get(name)
        if there is not None:
            _days.move_to_end(name)
            return there
    made = evidence.matrix().every
    with _lock:
        _days[name] = made
        while len(_days) > MOST_DAYS:
            _days.popitem(last=False)
    return made


def _name(student: Student, day: date) -> Hashable:
    last = Entry.objects.filter(student=student).order_by("-at", "-pk")
    return student.pk, student.revision, day, last.values_list("pk", "at").first()


def _put(name: Hashable, cached: CachedMatrix) -> None:
    with _lock:
        _cache[name] = cached
        _cache.move_to_end(name)
        while len(_cache) > MOST:
            _cache.popitem(last=False)
