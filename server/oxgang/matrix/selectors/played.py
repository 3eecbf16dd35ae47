"""The shots that a student plays and works on, and what would be proposed."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from uuid import UUID

from django.db.models import QuerySet

from oxgang.academy.models import Student
from oxgang.core.carry.matrix import Cell
from oxgang.core.ground.played import Candidate, Name, Play, candidates_of, let_in
from oxgang.core.ground.proposal import Proposal, propose
from oxgang.core.ground.stages import Stage
from oxgang.core.practice.load import is_beginner
from oxgang.core.words.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.core.words.swing import Limit, Position, controlled, express
from oxgang.matrix.models import PlayedShot
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.matrix.selectors.published import on_the_card
from oxgang.matrix.selectors.standing import standing_of


@dataclass(frozen=True, slots=True)
class PlayedNow:
    """The shots of a student's matrix and which of them are played, on its day.

    `shots` are the matrix's `every`, in its order, with lofts and arm angles. `states` has what is
    played or in work, by name, those of a club that left the bag or a swing that left the scale
    too (`gone`). Unless a coach has `chosen`, a proposal stands in.
    """

    chosen: bool
    cells: list[Cell]
    shots: list[Candidate]
    states: Mapping[Name, Play]
    estimates_yd: float | None

    def places(self, state: Play) -> list[int]:
        """The places of the shots of a state."""
        return [i for i, shot in enumerate(self.shots) if self.states.get(shot.name) is state]

    @property
    def answering(self) -> list[int]:
        """The places of the shots that answer a yardage: played, and measured or let in."""
        return [i for i in self.places(Play.PLAYED) if let_in(self.shots[i], self.estimates_yd)]

    def answering_in(self, every: Sequence[Cell]) -> list[Cell]:
        """The cells of this or another day's matrix that answer a yardage."""
        played = {name for name, state in self.states.items() if state is Play.PLAYED}
        return [c for c in every if c.name in played and let_in(c, self.estimates_yd)]

    def cells_of(self, state: Play) -> list[Cell]:
        """The cells of a state."""
        return [self.cells[i] for i in self.places(state)]

    @property
    def gone(self) -> list[tuple[Name, Play]]:
        """What is played or in work and cannot be hit any more."""
        here = {shot.name for shot in self.shots}
        return [(name, state) for name, state in self.states.items() if name not in here]


def played_in(student: Student, found: StudentMatrix, stage: Stage | None = None) -> PlayedNow:
    """The shots that a student plays, in a matrix. One query; another for a `stage` of None."""
    cells, shots = found.matrix.every, shots_of(found)
    if student.shots_chosen:
        states = _chosen(student, found)
    else:
        proposal = proposal_for(student, found, shots, stage)
        states = {shots[i].name: Play.PLAYED for i in proposal.shots()}
    return PlayedNow(student.shots_chosen, cells, shots, states, student.estimates_yd)


def shots_of(found: StudentMatrix) -> list[Candidate]:
    """Every cell and adjustment of a matrix, as shots."""
    lofts = {club.label: club.loft_deg for club in found.clubs}
    arms = {position.label: position.arm_deg for position in found.positions}
    return candidates_of(found.matrix.every, lofts, arms)


def rows_of(student: Student) -> QuerySet[PlayedShot]:
    """Every shot of which a coach has ever said whether the student plays it."""
    return PlayedShot.objects.filter(student=student).order_by("pk")


def name_of(row: PlayedShot, names: Mapping[UUID, str], positions: Sequence[Position]) -> Name:
    """Which shot a row means, under today's names of clubs and swings."""
    key = CellKey(
        names[row.club_id],
        express(row.swing, row.arm_deg, positions),
        Trajectory(row.trajectory),
        Spin(row.spin),
        Tempo(row.tempo),
    )
    return key, row.ball_position_in, row.grip_down_in


def _chosen(student: Student, found: StudentMatrix) -> dict[Name, Play]:
    return {
        name_of(row, found.names, found.positions): Play(row.state)
        for row in rows_of(student).exclude(state=Play.NEITHER)
        if row.club_id in found.names
    }


def limit_of(student: Student, stage: Stage) -> Limit:
    """The student's longest controlled swing: as the coach says, else by scale and level."""
    beginner = is_beginner(stage, student.ball_limit, student.handicap)
    return controlled(student.scale.as_core(), student.longest, beginner=beginner)


def proposal_for(
    student: Student,
    found: StudentMatrix,
    shots: Sequence[Candidate],
    stage: Stage | None = None,
) -> Proposal:
    """The shots that the student would best play, for each number; those on the card stay while no
    others bring more. One query, another for a `stage` of None."""
    stage = stage or standing_of(student, found.matrix)[0]
    return propose(
        shots,
        limit_of(student, stage),
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        tolerance_yd=student.tolerance_yd,
        estimates_yd=student.estimates_yd,
        held=on_the_card(student),
    )
