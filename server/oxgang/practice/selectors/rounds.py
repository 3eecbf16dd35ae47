"""Reads of rounds: scores against par, what is lost and kept, how others of a level do."""

from __future__ import annotations

from collections.abc import Hashable, Iterable, Iterator, Sequence
from datetime import date
from typing import Final

from django.db.models import QuerySet

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, Student
from oxgang.core.practice.compare import (
    Difference,
    Norm,
    Tries,
    norm,
    pairs_of,
    retention,
    transfer,
)
from oxgang.core.practice.forms import Call, PracticeForm
from oxgang.core.practice.par import Par, of_data
from oxgang.core.practice.scoring import RoundBall, Scoring, met
from oxgang.core.practice.trials import Trial
from oxgang.core.words.green import USUAL_HANDICAP
from oxgang.core.words.shots import CellKey, Strike
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.practice.as_data import call_of, key_of, round_balls
from oxgang.practice.models import Round
from oxgang.range_sessions.selectors.balls import balls_of

# What is compared are the last rounds, and the last balls.
LOOK_BACK: Final = 60
BALLS_BACK: Final = 600
# Of rounds by chance: those whose calls come in no order that one could learn.
BY_CHANCE: Final = (PracticeForm.RANDOM, PracticeForm.WORSE)


def rounds_of(student: Student) -> QuerySet[Round]:
    """The student's rounds, newest first."""
    return Round.objects.filter(student=student, withdrawn_at=None).select_related("by")


def round_of(student: Student, uid: str) -> Round:
    """One round.

    Raises
    ------
    NotFound
        When the student has no such one.
    """
    found = rounds_of(student).filter(uid=uid).first()
    if found is None:
        raise NotFound("There is no such round here.")
    return found


def par_in(made: Round) -> Par | None:
    """The par that a round was held against."""
    return of_data(made.par) if made.par else None


def tries_in(rounds: Iterable[Round]) -> Iterator[tuple[Call, CellKey | None, list[RoundBall], Round]]:
    """Each call that was answered, with the shot that was taken."""
    for made in rounds:
        calls = [call_of(call) for call in made.calls]
        for result in made.results:
            call = calls[result["call"]]
            yield call, key_of(result.get("shot")) or call.shot, round_balls(result["balls"]), made


def lost_to_random(rounds: Sequence[Round]) -> Difference | None:
    """What is lost from blocked to random practice, on the same shots."""
    blocked: dict[CellKey, Tries] = {}
    by_chance: dict[CellKey, Tries] = {}
    for call, shot, balls, made in tries_in(rounds):
        if shot is None or call.yardage_yd is None or not balls:
            continue
        if made.form == PracticeForm.BLOCKED:
            into = blocked
        elif made.form in BY_CHANCE:
            into = by_chance
        else:
            continue
        for ball in balls:
            one = Call(call.yardage_yd, shot)
            before = into.get(shot, Tries(0, 0))
            hit = met(one, [ball], made.tolerance_yd)
            into[shot] = Tries(before.met + hit, before.of + 1)
    return transfer(blocked, by_chance)


def retained_overnight(student: Student, found: StudentMatrix) -> Difference | None:
    """How much further off the first ball of a day is than the last of the day before [yd]."""
    carries = {cell.key: cell.carry_yd for cell in found.matrix.every if not cell.adjusted}
    rows = balls_of(student).filter(strike=Strike.SOLID, excluded="").exclude(standard_yd=None)
    misses: list[tuple[Hashable, date, float]] = []
    for ball in reversed(rows.reverse()[:BALLS_BACK]):
        key = ball.as_core(club_label=found.names.get(ball.club_id, "")).cell
        if key in carries and ball.standard_yd is not None:
            misses.append((key, ball.hit_on, abs(ball.standard_yd - carries[key])))
    return retention(pairs_of(misses))


def misses_of(rounds: Iterable[Round], most: int) -> list[float]:
    """How far off the last balls to called yardages were [yd]."""
    found = []
    for call, _, balls, made in tries_in(rounds):
        if made.form in BY_CHANCE and call.yardage_yd is not None:
            found += [abs(b.carry_yd - call.yardage_yd) for b in balls if b.carry_yd is not None]
        if len(found) >= most:
            break
    return found[:most]


def norm_of(academy: Academy, trial: Trial, handicap: float | None) -> Norm | None:
    """How the academy's students of this level score a test that was taken whole. One query."""
    rows = (
        Round.objects.filter(
            student__academy=academy,
            student__archived_at=None,
            trial=trial,
            scoring=Scoring.WITHIN,
            withdrawn_at=None,
            of__gt=0,
        )
        .order_by("ended_at")
        .values_list("student", "student__handicap", "points", "of")
    )
    newest = {
        student: (USUAL_HANDICAP if level is None else level, (points or 0.0) / of)
        for student, level, points, of in rows
    }
    return norm(newest, USUAL_HANDICAP if handicap is None else handicap)
