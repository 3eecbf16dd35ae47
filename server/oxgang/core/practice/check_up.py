"""A check-up: what is due, with so many balls, and how much of it that settles."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from oxgang.core.carry.ageing import halves_after
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Cell, Matrix
from oxgang.core.practice.protocols import EACH, Protocol, Wish, plan_for
from oxgang.core.words.shots import CellKey

# What a coach asks for between two lessons. Common practice, no published source.
CHECK_UP_BALLS: Final = 15


def halves_once_checked(matrix: Matrix, evidence: Evidence, cells: Sequence[Cell]) -> dict[CellKey, float]:
    """Half of the interval [yd] of each of these cells once all of them are hit today, with as many
    balls as one asks of a cell."""
    if not cells:
        return {}
    keys = [cell.key for cell in cells]
    points = [matrix.point(key) for key in keys]
    aims = [(cell.key, point, cell.carry_yd, EACH) for cell, point in zip(cells, points, strict=True)]
    return dict(zip(keys, halves_after(evidence, points, aims).tolist(), strict=True))


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
