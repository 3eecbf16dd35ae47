"""A student's balls in columns, kept by this process and filled up by what came since.

A season's balls are read once. After that a request reads the balls that are new, which is mostly one.
Whatever else happens to stored balls renews `Student.balls_edited`, and all are read anew.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, fields
from threading import Lock
from typing import Any, Final, TypeAlias
from uuid import UUID

import numpy as np
from django.db import connection
from numpy.typing import NDArray

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import rows_of
from oxgang.core.carry.balls import BALL_NR, LIE_NR, STRIKE_NR, Balls, Columns, numbers, objects
from oxgang.core.carry.prior import Point
from oxgang.core.words.shots import BallType, CellKey, Lie, Spin, Strike, Tempo, Trajectory
from oxgang.core.words.swing import Position, express
from oxgang.range_sessions.models import Ball

# Club, swing, arm angle, trajectory, spin, tempo and adjustment as they were stored.
Kind: TypeAlias = tuple[UUID, str, float | None, str, str, str, float, float]
# Students whose balls are kept.
MOST: Final = 24
_KIND: Final = (
    "club_id",
    "swing",
    "arm_deg",
    "trajectory",
    "spin",
    "tempo",
    "ball_position_in",
    "grip_down_in",
)
_READ: Final = (
    *_KIND,
    "pk",
    "hit_on",
    "hit_at",
    "uid",
    "strike",
    "ball",
    "lie",
    "excluded",
    "accepted",
    "standard_yd",
    "standard_sd",
    "read_sd",
    "headwind_mps",
    "run_yd",
    "carry_yd",
    "total_yd",
)


@dataclass(frozen=True, slots=True)
class _Rows:
    """Stored balls in the order in which they were hit, arrays of shape (n,); `kind` is a row of `kinds`,
    `at` the moment in seconds, to sort by."""

    kinds: list[Kind]
    kind: NDArray[np.intp]
    pk: NDArray[np.int64]
    day: NDArray[np.int64]
    moment: NDArray[Any]
    at: NDArray[np.float64]
    uid: NDArray[Any]
    strike: NDArray[np.int8]
    ball: NDArray[np.int8]
    lie: NDArray[np.int8]
    excluded: NDArray[Any]
    accepted: NDArray[np.bool_]
    carry_yd: NDArray[np.float64]
    sd: NDArray[np.float64]
    wind_known: NDArray[np.bool_]
    run_yd: NDArray[np.float64]
    ran_yd: NDArray[np.float64]
    read_sd: NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class _Kept:
    """What was read at a state of the stored balls, up to the ball with the number `last`."""

    edited: UUID
    last: int
    uid: str
    rows: _Rows


_kept: OrderedDict[UUID, _Kept] = OrderedDict()
_lock: Final = Lock()


def balls_in_columns(
    student: Student,
    names: Mapping[UUID, str],
    lofts: Mapping[UUID, float],
    positions: Sequence[Position],
    *,
    live: bool,
) -> Balls:
    """The student's balls as the carry model takes them, in the student's scale. Two queries.

    Only balls that a coach has reviewed, unless `live`. A swing without an angle that is not in the
    scale has no place and is left out.

    Parameters
    ----------
    names, lofts
        What each club is called, and its loft [degrees], by its id.
    """
    rows = _rows_of(student)
    arms = {position.label: position.arm_deg for position in positions}
    cells: dict[CellKey, int] = {}
    points: dict[Point, int] = {}
    places = np.full((len(rows.kinds), 3), -1, dtype=np.intp)
    for i, (club, swing, arm, height, spin, tempo, ball_in, grip_in) in enumerate(rows.kinds):
        stop = arms.get(swing, arm)
        if stop is None:
            continue
        stands = express(swing, arm, positions)
        grades = Trajectory(height), Spin(spin), Tempo(tempo)
        cell = CellKey(names[club], stands, *grades)
        point = Point(names[club], lofts[club], stop, *grades, ball_in, grip_in)
        at = cells.setdefault(cell, len(cells)), points.setdefault(point, len(points))
        places[i] = *at, stands != swing
    of_ball = places[rows.kind].reshape(-1, 3)
    wanted = of_ball[:, 0] >= 0
    if not live:
        wanted &= rows.accepted
    nothing = np.zeros(len(rows.pk), dtype=bool)
    columns = Columns(
        of_ball[:, 0],
        of_ball[:, 1],
        rows.carry_yd,
        rows.uid,
        rows.day,
        rows.strike,
        rows.excluded,
        rows.ball,
        rows.lie,
        rows.sd,
        of_ball[:, 2] == 1,
        nothing,
        nothing,
        rows.wind_known,
        rows.moment,
        rows.run_yd,
        rows.ran_yd,
        rows.read_sd,
    )
    return Balls([*cells], [*points], columns if wanted.all() else columns.take(wanted))


def forget(student: UUID) -> None:
    """Keep nothing of a student who is erased."""
    with _lock:
        _kept.pop(student, None)


def _rows_of(student: Student) -> _Rows:
    """All balls of the student that were not undone, read as far as they are not there."""
    with _lock:
        kept = _kept.get(student.pk)
    if kept is not None and not _holds(student, kept):
        kept = None
    # Before the balls: what is changed between the two is read again.
    edited = kept.edited if kept else rows_of([student.pk]).values_list("balls_edited", flat=True)[0]
    stored = Ball.objects.filter(student=student, withdrawn_at=None)
    read = list(stored.filter(pk__gt=kept.last if kept else 0).values_list(*_READ))
    rows = _with_more(kept.rows if kept else None, read) if read or kept is None else kept.rows
    if len(rows.pk):
        newest = int(np.argmax(rows.pk))
        with _lock:
            _kept[student.pk] = _Kept(edited, int(rows.pk[newest]), rows.uid[newest], rows)
            _kept.move_to_end(student.pk)
            while len(_kept) > MOST:
                _kept.popitem(last=False)
    return rows


def _holds(student: Student, kept: _Kept) -> bool:
    """Whether what was read is still so. A restored backup has its last ball no more, or other edits."""
    # Elsewhere balls are not numbered in the order in which they come to be seen.
    if connection.vendor != "sqlite":
        return False
    last = Ball.objects.filter(student=student, pk=kept.last, uid=kept.uid)
    return last.filter(student__balls_edited=kept.edited).exists()


def _with_more(before: _Rows | None, read: Sequence[tuple[Any, ...]]) -> _Rows:
    kinds: dict[Kind, int] = {kind: i for i, kind in enumerate(before.kinds)} if before else {}
    kind = [kinds.setdefault(row[: len(_KIND)], len(kinds)) for row in read]
    columns = list(zip(*read, strict=True)) if read else [()] * len(_READ)
    of = dict(zip(_READ, columns, strict=True))
    carries, totals = numbers(of["carry_yd"]), numbers(of["total_yd"])
    run = numbers(of["run_yd"])
    fresh = _Rows(
        list(kinds),
        np.array(kind, dtype=np.intp),
        np.array(of["pk"], dtype=np.int64),
        np.array([on.toordinal() for on in of["hit_on"]], dtype=np.int64),
        objects(of["hit_at"]),
        np.array([-np.inf if at is None else at.timestamp() for at in of["hit_at"]], dtype=float),
        objects(of["uid"]),
        np.array([STRIKE_NR[Strike(word)] for word in of["strike"]], dtype=np.int8),
        np.array([BALL_NR[BallType(word)] for word in of["ball"]], dtype=np.int8),
        np.array([LIE_NR[Lie(word)] for word in of["lie"]], dtype=np.int8),
        objects(of["excluded"]),
        np.array(of["accepted"], dtype=bool),
        numbers(of["standard_yd"]),
        numbers(of["standard_sd"]),
        np.array([wind is not None for wind in of["headwind_mps"]], dtype=bool),
        run,
        np.where(np.isnan(run), np.nan, totals - carries),
        numbers(of["read_sd"]),
    )
    names = [field.name for field in fields(_Rows) if field.name != "kinds"]
    parts = [before, fresh] if before else [fresh]
    joined = [np.concatenate([getattr(part, name) for part in parts]) for name in names]
    rows = _Rows(fresh.kinds, *joined)
    order = np.lexsort((rows.pk, rows.at, rows.day))
    return _Rows(rows.kinds, *(getattr(rows, name)[order] for name in names))
