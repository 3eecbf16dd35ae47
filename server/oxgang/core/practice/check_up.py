"""A check-up: what is due, with so many balls, and how much of it that settles."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from typing import Final

from oxgang.core.carry.ageing import Aim, halves_after, may_move, worth_hitting_on
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Cell, Matrix
from oxgang.core.carry.prior import Point
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
    moves = may_move(evidence, *_each(matrix, cells))
    return {cell.key: float(yards) for cell, yards in zip(cells, moves, strict=True)}


def due_on(matrix: Matrix, evidence: Evidence, cells: Sequence[Cell], *, tolerance_yd: float) -> date | None:
    """The first day on which a check-up could move one of these cells by more than the tolerance if
    nothing is hit before; None when that is more than a year off."""
    return worth_hitting_on(evidence, *_each(matrix, cells), over_yd=tolerance_yd)


def _each(matrix: Matrix, cells: Sequence[Cell]) -> tuple[list[Point], list[Aim]]:
    points = [matrix.point(cell.key) for cell in cells]
    return points, [(cell.key, at, cell.carry_yd, EACH) for cell, at in zip(cells, points, strict=True)]


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
