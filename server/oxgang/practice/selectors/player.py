"""What a student can be asked, and what he should score: from the matrix of the day."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from datetime import datetime

import numpy as np

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import local_day
from oxgang.core.ground.played import Play
from oxgang.core.practice.forms import Call, Field
from oxgang.core.practice.par import Par, Player, Shot, on_net, par_of
from oxgang.core.practice.scoring import Scoring
from oxgang.core.units import units_of
from oxgang.core.words.shots import CellKey, Lie
from oxgang.matrix.selectors.cached import CachedMatrix, cached_matrix
from oxgang.matrix.selectors.played import PlayedNow, played_in
from oxgang.practice.models import Round

NET_LOOK_BACK = 10


def matrix_now(student: Student, now: datetime) -> CachedMatrix:
    """The student's matrix of today."""
    return cached_matrix(student, local_day(student, now))


def field_of(student: Student, cached: CachedMatrix, played: PlayedNow | None = None) -> Field:
    """What the student can be asked. A query or two for the shots played."""
    found = cached.found
    shots = played or played_in(student, found)
    return Field(
        shots=[shots.shots[i] for i in shots.answering if not _adjusted(shots, i)],
        carries={cell.key: cell.carry_yd for cell in found.matrix.every if not cell.adjusted},
        clubs=[club.label for club in found.clubs],
        from_yd=float(student.from_yd),
        to_yd=float(student.to_yd),
        tolerance_yd=student.tolerance_yd,
        units=units_of(student.units),
    )


def learning_in(shots: PlayedNow) -> list[CellKey]:
    """The shots in work."""
    return [cell.key for cell in shots.cells_of(Play.WORK)]


def _adjusted(shots: PlayedNow, place: int) -> bool:
    shot = shots.shots[place]
    return bool(shot.back_in or shot.down_in)


def player_of(student: Student, cached: CachedMatrix, keys: Collection[CellKey]) -> Player:
    """How the student hits these shots. Five queries, unless somebody asked before."""
    matrix, picking = cached.found.matrix, cached.picking(student)
    places = [i for i, cell in enumerate(matrix.every) if not cell.adjusted and cell.key in set(keys)]
    rows = matrix.rows[places]
    shots = []
    for i in places:
        cell = matrix.every[i]
        share = picking.contact.share_of(
            cell.key.trajectory, Lie.FAIRWAY, balls=cell.balls, mishits=cell.mishits
        )
        shots.append(Shot(cell.key, cell.carry_yd, cell.shot_sd_yd / cell.carry_yd, share))
    covariance = matrix.fit.posterior.covariance[np.ix_(rows, rows)]
    return Player(shots, covariance, picking.contact.kinds, _on_net(student))


def _on_net(student: Student) -> float:
    met, of = 0, 0
    rounds = Round.objects.filter(student=student, form="net", withdrawn_at=None)
    for results in rounds.values_list("results", flat=True)[:NET_LOOK_BACK]:
        for result in results:
            met += sum(bool(ball.get("met")) for ball in result["balls"])
            of += len(result["balls"])
    return on_net(met, of)


def par_for(
    student: Student, cached: CachedMatrix, calls: Sequence[Call], scoring: Scoring, tolerance_yd: float
) -> Par:
    """What the student should score for these calls."""
    player = player_of(student, cached, {call.shot for call in calls if call.shot is not None})
    return par_of(
        calls,
        player,
        scoring,
        tolerance_yd=tolerance_yd,
        baseline=cached.picking(student).baseline,
    )
