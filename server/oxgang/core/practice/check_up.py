"""A check-up: what is due, with so many balls, and how much of it that settles."""

from __future__ import annotations

from typing import Final

from oxgang.core.carry.ageing import halves_after
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Matrix
from oxgang.core.practice.protocols import Protocol, Wish, plan_for

# What a coach asks for between two lessons. Common practice, no published source.
CHECK_UP_BALLS: Final = 15


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
