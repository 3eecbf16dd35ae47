"""What is due of a student's numbers, and why."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from oxgang.academy.models import Student
from oxgang.academy.selectors.events import events_of
from oxgang.core.carry.matrix import Cell
from oxgang.core.ground.ground import Strip, covered_share, small_ground
from oxgang.core.ground.played import Play
from oxgang.core.ground.stages import Stage
from oxgang.core.keeping.drift.sessions import trend_of
from oxgang.core.keeping.due import Due, due_of, matters
from oxgang.core.keeping.events import EventKind
from oxgang.core.practice.check_up import moved_by_check
from oxgang.core.words.shots import CellKey
from oxgang.matrix.models import PublishedMatrix
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.matrix.selectors.played import PlayedNow, played_in
from oxgang.matrix.selectors.published import versions_of
from oxgang.matrix.selectors.sides import lead_trend
from oxgang.range_sessions.selectors.balls import waiting_of


@dataclass(frozen=True, slots=True)
class DueNow:
    """What is due, the cells the student plays by and all shots, the ground under them, balls that
    wait, and what the day rests on."""

    due: Due
    played: list[Cell]
    shots: PlayedNow
    strips: list[Strip]
    waiting: int
    last_hit: date | None
    version: PublishedMatrix | None

    @property
    def wide(self) -> list[CellKey]:
        return [w.key for w in self.due.wide]

    @property
    def learning(self) -> list[CellKey]:
        return [w.key for w in self.due.learning]


def due_in(student: Student, found: StudentMatrix, stage: Stage | None = None) -> DueNow:
    """What is due of a student's matrix on its day. Five queries; another for a `stage` of None."""
    version = versions_of(student).first()
    shots = played_in(student, found, stage)
    new = [e for e in events_of(student) if e.kind == EventKind.NEW_CLUB and e.on <= found.day]
    in_bag = {club.pk: club.label for club in found.clubs}
    took = {
        in_bag[e.club_id]: (e.on, found.names.get(e.replaced_id, ""))
        for e in new
        if e.club_id in in_bag and e.replaced_id
    }
    # Of a club that went, what was played, or was hit where nobody has chosen yet.
    gone = {name[0] for name, state in shots.gone if state is Play.PLAYED}
    balls = found.evidence.balls
    hit = {balls.cells[i] for i in set(balls.columns.cell[balls.counts].tolist())}
    of_old = {
        label: {key for key in (gone if shots.chosen else hit) if key.club == old}
        for label, (_, old) in took.items()
    }
    played = matters(
        [*found.cells, *found.matrix.variants],
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        played={c.key for c in shots.cells_of(Play.PLAYED) if not c.adjusted},
        stands_in=of_old,
    )
    learning = [c for c in shots.cells_of(Play.WORK) if not c.adjusted]
    waiting = waiting_of(student).count()
    own = balls.some(balls.own)
    last = own.some(own.by(found.day)).last_day()
    wide = [cell for cell in played if cell.half_yd > student.tolerance_yd]
    strips = small_ground(
        [shots.cells[i] for i in shots.answering],
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        tolerance_yd=student.tolerance_yd,
    )
    due = due_of(
        played,
        as_of=found.day,
        tolerance_yd=student.tolerance_yd,
        clubs=len(found.clubs),
        balls=len(own),
        last_hit=last,
        waiting=waiting,
        events=found.events,
        new_clubs={label: on for label, (on, _) in took.items()},
        trend=trend_of(found.evidence),
        aside=lead_trend(student, found),
        work=[c for c in learning if c not in played],
        chosen=shots.chosen,
        moves=moved_by_check(found.matrix, found.evidence, wide),
        covered=covered_share(strips),
    )
    return DueNow(due, played, shots, strips, waiting, last, version)
