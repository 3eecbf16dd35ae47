"""A check-up: what is due, with so many balls, and how much of it that settles."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

import numpy as np

from oxgang.core.carry.ageing import halves, halves_after
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Cell, Matrix
from oxgang.core.practice.protocols import EACH, Protocol, Wish, plan_for
from oxgang.core.words.shots import CellKey

# What a coach asks for between two lessons. Common practice, no published source.
CHECK_UP_BALLS: Final = 15


def moved_by_check(matrix: Matrix, evidence: Evidence, cells: Sequence[Cell]) -> dict[CellKey, float]:
    """How far these cells' numbers may move [yd, at `intervals.LEVEL`] once all of them are hit
    today, with as many balls as one asks of a cell: what is known then against what is known now.

    What balls that contradict each other add to an interval, more of them do not take away.
    """
    if not cells:
        return {}
    points = [matrix.point(cell.key) for cell in cells]
    aims = [(cell.key, point, cell.carry_yd, EACH) for cell, point in zip(cells, points, strict=True)]
    now, after = halves(evidence, points), halves_after(evidence, points, aims)
    moves = np.sqrt(np.maximum(now**2 - after**2, 0.0))
    return {cell.key: float(yards) for cell, yards in zip(cells, moves, strict=True)}


def settled(matrix: Matrix, evidence: Evidence, wish: Wish) -> int:
    """How many of the cells that are due a check-up would bring within the tolerance."""
    due = list(wish.due)
    if not due or wish.tolerance_yd is None:
        return 0
    plan = plan_for(Protocol.CHECK_UP, matrix, wish)
    halves = halves_after(
        evidence,
        [matrix.point(key) for key in due],
        [(p.key, matrix.point(p.key), matrix[p.key].carry_yd, p.balls) for p in plan],
    )
    return int((halves <= wish.tolerance_yd).sum())
