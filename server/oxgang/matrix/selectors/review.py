"""What a review shows: the balls that wait, and the matrix without and with them."""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from oxgang.academy.models import Student
from oxgang.core.carry.conflicts import Conflict, Suspect
from oxgang.core.carry.hits import Hit
from oxgang.core.keeping.drift.sessions import FEWEST_STANDING
from oxgang.core.keeping.drift.verdict import Struck, Verdict, judge
from oxgang.core.keeping.events import changes_of
from oxgang.core.keeping.review import Moved, compare
from oxgang.core.words.shots import CellKey, Strike
from oxgang.matrix.selectors.matrix import StudentMatrix, matrix_of
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors.balls import waiting_of

# Fewer new balls do not tell whether anything has moved.
FEWEST_NEW = 8
# The usual share of solid balls is that of the last so many.
USUAL_OVER = 200


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
    new = [hit for hit in after.hits if hit.uid in uids and hit.counts]
    carries: dict[CellKey, list[float]] = defaultdict(list)
    for hit in new:
        carries[hit.cell].append(hit.carry_yd or 0.0)
    return Review(
        balls,
        compare(before.matrix, after.matrix, carries),
        [s for s in after.matrix.suspects if s.uid in uids],
        after.matrix.conflicts,
        _verdict(before, new, balls, day),
        before,
    )


def _verdict(
    before: StudentMatrix, new: Sequence[Hit], balls: Sequence[Ball], day: date
) -> Verdict | None:
    standing = [hit for hit in before.hits if hit.counts and not hit.told]
    last = max((hit.day for hit in standing if hit.day), default=None)
    if last is None or len(new) < FEWEST_NEW or len(standing) < FEWEST_STANDING:
        return None
    newest = max((hit.day for hit in new if hit.day), default=day)
    return judge(
        standing,
        new,
        _struck(before.hits, balls),
        stood_on=min(last, newest),
        day=newest,
        changes=changes_of(before.events),
    )


def _struck(earlier: Sequence[Hit], balls: Sequence[Ball]) -> Struck:
    """The strikes of the balls that wait, the usual ones, and what conditions took or gave."""
    now = [ball for ball in balls if not ball.excluded]
    usual = [h for h in earlier if not h.excluded and not h.told][-USUAL_OVER:]
    brought = [
        math.log(ball.home_yd / ball.carry_yd)
        for ball in now
        if ball.strike == Strike.SOLID and ball.home_yd and ball.carry_yd
    ]
    return Struck(
        solid=sum(ball.strike == Strike.SOLID for ball in now),
        balls=len(now),
        usual_solid=sum(h.strike is Strike.SOLID for h in usual),
        usual_balls=len(usual),
        conditions=math.expm1(sum(brought) / len(brought)) if brought else 0.0,
    )
