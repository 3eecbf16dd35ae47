"""What a review shows: the balls that wait, and the matrix without and with them."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from oxgang.academy.models import Student
from oxgang.core.carry.conflicts import Conflict, Suspect
from oxgang.core.keeping.drift.verdict import StrikeCount, Verdict, strike_counts, verdict_on
from oxgang.core.keeping.review import Moved, compare
from oxgang.core.words.shots import CellKey, Strike
from oxgang.matrix.selectors.matrix import StudentMatrix, matrix_of
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors.balls import waiting_of


@dataclass(frozen=True, slots=True)
class Review:
    """The balls that wait, every cell they move, and what is odd.

    `verdict` says what has moved and what to do; None is too few balls. `positions` name the swing
    of an arm angle.
    """

    balls: list[Ball]
    moved: list[Moved]
    suspects: list[Suspect]
    conflicts: list[Conflict]
    verdict: Verdict | None
    before: StudentMatrix


def review_of(student: Student, day: date) -> Review:
    """The review of all balls that wait, as of a day."""
    balls = list(waiting_of(student))
    before = matrix_of(student, day)
    after = matrix_of(student, day, live=True)
    uids = {ball.uid for ball in balls}
    live = after.evidence.balls
    new = list(live.some(live.counts & live.among(uids)))
    carries: dict[CellKey, list[float]] = defaultdict(list)
    for hit in new:
        carries[hit.cell].append(hit.carry_yd or 0.0)
    return Review(
        balls,
        compare(before.matrix, after.matrix, carries),
        [s for s in after.matrix.suspects if s.uid in uids],
        after.matrix.conflicts,
        verdict_on(before.evidence, new, _struck(before, balls)),
        before,
    )


def _struck(before: StudentMatrix, balls: Sequence[Ball]) -> StrikeCount:
    now = [ball for ball in balls if not ball.excluded]
    return strike_counts(
        before.hits,
        [(Strike(ball.strike), ball.carry_yd, ball.standard_yd) for ball in now],
    )
