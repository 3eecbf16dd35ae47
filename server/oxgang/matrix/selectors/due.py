"""What is due of a student's numbers, and why."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from oxgang.academy.models import Student
from oxgang.academy.selectors.events import events_of
from oxgang.core.carry.cells import Cell
from oxgang.core.keeping.drift.sessions import trend_of
from oxgang.core.keeping.due import Due, due_of, matters
from oxgang.core.keeping.events import EventKind
from oxgang.core.words.shots import CellKey
from oxgang.matrix.models import PublishedMatrix
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.matrix.selectors.published import card_of, versions_of
from oxgang.range_sessions.selectors.balls import waiting_of


@dataclass(frozen=True, slots=True)
class DueNow:
    """What is due, the cells the student plays by, balls that wait, and what the day rests on."""

    due: Due
    played: list[Cell]
    waiting: int
    last_hit: date | None
    version: PublishedMatrix | None

    @property
    def wide(self) -> list[CellKey]:
        return [w.key for w in self.due.wide]


def due_in(student: Student, found: StudentMatrix) -> DueNow:
    """What is due of a student's matrix on its day. Three queries."""
    version = versions_of(student).first()
    on_card = {c.key for c in card_of(version).cells if c.measured} if version else set()
    new = [e for e in events_of(student) if e.kind == EventKind.NEW_CLUB and e.on <= found.day]
    in_bag = {club.pk: club.label for club in found.clubs}
    took = {
        in_bag[e.club_id]: (e.on, found.names.get(e.replaced_id, ""))
        for e in new
        if e.club_id in in_bag and e.replaced_id
    }
    of_old = {
        label: {hit.cell for hit in found.hits if hit.counts and hit.cell.club == old}
        for label, (_, old) in took.items()
    }
    played = matters(
        found.cells,
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        on_card=on_card,
        stands_in=of_old,
    )
    balls = [hit for hit in found.hits if not hit.told]
    waiting = waiting_of(student).count()
    last = max((hit.day for hit in balls if hit.day and hit.day <= found.day), default=None)
    due = due_of(
        played,
        as_of=found.day,
        tolerance_yd=student.tolerance_yd,
        clubs=len(found.clubs),
        balls=len(balls),
        last_hit=last,
        waiting=waiting,
        events=found.events,
        new_clubs={label: on for label, (on, _) in took.items()},
        trend=trend_of(found.evidence),
    )
    return DueNow(due, played, waiting, last, version)
