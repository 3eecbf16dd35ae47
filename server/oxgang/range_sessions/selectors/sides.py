"""Solid balls of known carry and side, as the model of sides takes them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from uuid import UUID

import numpy as np

from oxgang.academy.models import Student
from oxgang.core.carry.sides import SideBalls
from oxgang.core.flight.standard import read_sd_in
from oxgang.core.words.shots import CellKey, Spin, Strike, Tempo, Trajectory
from oxgang.core.words.swing import Position, express
from oxgang.range_sessions.selectors.balls import balls_of

# The latest balls say how wide a student is now.
LATEST = 3000
_READ = (
    "club_id",
    "swing",
    "arm_deg",
    "trajectory",
    "spin",
    "tempo",
    "carry_yd",
    "offline_yd",
    "hit_on",
    "extra",
)


def side_balls_of(student: Student, names: Mapping[UUID, str], positions: Sequence[Position]) -> SideBalls:
    """The student's latest solid balls of which carry and side were measured. One query.

    Parameters
    ----------
    names
        What each club is called, by its id.
    """
    solid = balls_of(student).filter(strike=Strike.SOLID, excluded="", carry_yd__gt=0)
    rows = solid.exclude(offline_yd=None).reverse().values_list(*_READ)[:LATEST]
    shots: dict[CellKey, int] = {}
    found = []
    for club, swing, arm, height, spin, tempo, carry, side, day, notes in rows:
        if club not in names:
            continue
        kinds = Trajectory(height), Spin(spin), Tempo(tempo)
        key = CellKey(names[club], express(swing, arm, positions), *kinds)
        found.append(
            (shots.setdefault(key, len(shots)), side / carry, read_sd_in(notes) / carry, day.toordinal())
        )
    shot, share, read_sd, days = np.array(found, dtype=float).reshape(-1, 4).T
    return SideBalls(list(shots), shot.astype(np.intp), share, read_sd, days.astype(np.int64))
