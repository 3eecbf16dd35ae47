"""What a review shows: the balls that wait, and the matrix without and with them."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass
from datetime import date

from oxgang.academy.models import Student
from oxgang.core.carry.conflicts import Conflict, Suspect
from oxgang.core.drift import Shift, shift
from oxgang.core.review import Moved, compare
from oxgang.core.shots import CellKey
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors.balls import waiting_of

# Fewer balls on either side do not tell whether the whole student has moved.
FEWEST_FOR_SHIFT = 8


@dataclass(frozen=True, slots=True)
class Review:
    """The balls that wait, every cell they move, and what is odd. `shift` None is too few balls."""

    balls: list[Ball]
    moved: list[Moved]
    suspects: list[Suspect]
    conflicts: list[Conflict]
    shift: Shift | None


def review_of(student: Student, day: date) -> Review:
    """The review of all balls that wait, as of a day."""
    balls = list(waiting_of(student))
    before = matrix_of(student, day)
    after = matrix_of(student, day, live=True)
    uids = {ball.uid for ball in balls}
    new = [hit for hit in after.hits if hit.uid in uids and hit.counts]
    standing = [hit for hit in before.hits if hit.counts and not hit.told]
    carries: dict[CellKey, list[float]] = defaultdict(list)
    for hit in new:
        carries[hit.cell].append(hit.carry_yd or 0.0)
    moved = compare(before.matrix, after.matrix, carries)
    whole = None
    last = max((hit.day for hit in standing if hit.day), default=None)
    if last and len(new) >= FEWEST_FOR_SHIFT and len(standing) >= FEWEST_FOR_SHIFT:
        newest = max((hit.day for hit in new if hit.day), default=day)
        whole = shift(standing, new, stood_on=min(last, newest), day=newest)
    return Review(
        balls,
        moved,
        [s for s in after.matrix.suspects if s.uid in uids],
        after.matrix.conflicts,
        whole,
    )
