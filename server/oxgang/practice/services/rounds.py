"""Keeping rounds of practice: hit with a coach, or reported by the student."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Any, Final

from django.db import transaction

from oxgang.academy.models import AuditAction, Club, Coach, Entry, Student
from oxgang.academy.selectors.people import bag_of, known_swings, local_day
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import (
    BORN,
    Changed,
    changed,
    created,
    fields_of,
    record_entry,
    record_export,
)
from oxgang.core.errors import InputError
from oxgang.core.pick.strokes import baseline_for
from oxgang.core.practice.forms import BALLS_RANGE, Call, PracticeForm
from oxgang.core.practice.par import as_data
from oxgang.core.practice.scoring import Scoring, checked_result, checked_score, score
from oxgang.core.practice.trials import RULES, Trial
from oxgang.core.words.shots import BallType, CellKey, Lie, Shot
from oxgang.practice.as_data import call_of, key_of, round_balls
from oxgang.practice.models import Homework, Round
from oxgang.practice.selectors.player import matrix_now, par_for
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.services.balls import record_balls

# A phone's clock may be so far ahead, and a round so old when it comes in.
AHEAD: Final = timedelta(minutes=10)
OLDEST: Final = timedelta(days=60)
# Rounds that were refused are told so many times a day, in so many characters.
MOST_REFUSED_A_DAY, MOST_PLAYED = 20, 600
# Nobody plays more in a day; what comes beyond it comes from a link in other hands.
MOST_A_DAY: Final = 60


@dataclass(frozen=True, slots=True, kw_only=True)
class Hit:
    """A round as it comes in: calls and results as `practice.as_data` has them.

    `points` are those of a score that is told without its balls.
    """

    uid: str
    form: PracticeForm
    calls: Sequence[Mapping[str, Any]]
    results: Sequence[Mapping[str, Any]]
    ended_at: datetime
    trial: Trial | None = None
    scoring: Scoring = Scoring.WITHIN
    seed: int = 0
    homework: Homework | None = None
    row: int | None = None
    points: float | None = None
    lie: Lie = Lie.MAT
    ball: BallType = BallType.RANGE


@dataclass(frozen=True, slots=True)
class SavedRound:
    """The round, how many of its balls went into review, and how many could not: their shot is no
    longer in the bag or the scale, or was none."""

    round: Round
    balls: int
    left_out: int = 0
    new: bool = field(default=True)


@retry_on_conflict
def write_refused(student: Student, uid: str, why: str, played: str, *, now: datetime) -> None:
    """Write into the student's history what was hit in a round that was not accepted, once.

    Raises
    ------
    InputError
        After so many on one day.
    """
    told = Entry.objects.filter(student=student, code=AuditAction.ROUND_REFUSED)
    if told.filter(values__uid=uid).exists():
        return
    if told.filter(at__gt=now - timedelta(days=1)).count() >= MOST_REFUSED_A_DAY:
        raise InputError("Too many rounds were refused today. Ask your coach.")
    entry = record_export(student, AuditAction.ROUND_REFUSED, {"uid": uid, "why": why}, by=None, now=now)
    # Longer than the values of the log are.
    entry.values["played"] = played[:MOST_PLAYED]
    entry.save(update_fields=["values"])


@retry_on_conflict
def save_round(student: Student, hit: Hit, *, by: Coach | None, now: datetime) -> SavedRound:
    """Keep a round, once: the same `uid` again changes nothing.

    Its balls go into review like any other; `by` None is the student's own report.

    Raises
    ------
    InputError
        Without a call, for a result of no call, without a ball or of too many, or a score above
        what is possible.
    """
    there = Round.objects.filter(student=student, uid=hit.uid).first()
    if there is not None:
        return SavedRound(there, 0, new=False)
    sent = Round.objects.filter(student=student, received_at__gt=now - timedelta(days=1))
    if by is None and sent.filter(reported=True).count() >= MOST_A_DAY:
        raise InputError(f"More than {MOST_A_DAY} results arrived today. Ask your coach.")
    if not hit.calls:
        raise InputError("A round needs a call.", field="calls")
    calls = [call_of(call) for call in hit.calls]
    if sum(call.balls for call in calls) > BALLS_RANGE[1]:
        raise InputError(f"A round has {BALLS_RANGE[1]} balls at most.", field="calls")
    results = _results(calls, hit.results)
    scoring = RULES[hit.trial].scoring if hit.trial else hit.scoring
    tolerance = student.tolerance_yd
    if hit.points is not None:
        if results:
            raise InputError("Give balls or a score, not both.", field="points")
        if scoring is Scoring.STROKES:
            raise InputError("Strokes are counted from the balls.", field="points")
        points, of = checked_score(hit.points, len(calls)), len(calls)
        answered = list(range(len(calls)))
    else:
        if not results:
            raise InputError("No balls yet.", field="results")
        scored = score(
            calls,
            results,
            scoring,
            tolerance_yd=tolerance,
            baseline=baseline_for(student.handicap),
        )
        points, of = scored.points, scored.of
        answered = [i for i, balls in results.items() if len(balls) == calls[i].balls]
    cached = matrix_now(student, now)
    hit_calls = [calls[i] for i in sorted(answered)]
    par = par_for(student, cached, hit_calls, scoring, tolerance) if hit_calls else None
    ended, off = when_it_was(hit.ended_at, now)
    made = Round.objects.create(
        student=student,
        uid=hit.uid,
        homework=hit.homework,
        row=hit.row if hit.homework else None,
        trial=hit.trial or "",
        form=hit.form,
        scoring=scoring,
        seed=hit.seed,
        tolerance_yd=tolerance,
        calls=list(hit.calls),
        results=list(hit.results),
        par=as_data(par) if par else {},
        points=points if of else None,
        of=of,
        score_only=hit.points is not None,
        reported=by is None,
        clock_off=off,
        day=local_day(student, ended),
        ended_at=ended,
        received_at=now,
        by=by,
    )
    did = AuditAction.PRACTICE_REPORTED if by is None else AuditAction.PRACTISED
    balls, left = _balls(student, hit, calls, ended)
    if balls:
        record_balls(student, balls, by=by, now=now, reported=by is None)
    changes = [created(made, "withdrawn_at"), *_born(student, hit, [shot.id for shot, _ in balls])]
    record_entry(student, did, _values_of(made), by=by, now=now, changes=changes)
    return SavedRound(made, len(balls), left)


def when_it_was(told: datetime, now: datetime) -> tuple[datetime, bool]:
    """When something happened by a phone's clock, and whether that clock cannot have been right; then
    it is when it came in."""
    off = not now - OLDEST <= told <= now + AHEAD
    return (now if off else min(told, now)), off


def _results(calls: Sequence[Call], given: Sequence[Mapping[str, Any]]) -> dict[int, Any]:
    results: dict[int, Any] = {}
    for result in given:
        place = result["call"]
        if not 0 <= place < len(calls):
            raise InputError(f"There is no call {place + 1} in this round.", field="results")
        if place in results:
            raise InputError(f"Call {place + 1} has two results.", field="results")
        results[place] = checked_result(calls[place], round_balls(result["balls"]))
    return results


def _born(student: Student, hit: Hit, made: Sequence[str]) -> list[Changed]:
    """The balls of a round came with it, those that were sent one by one as well: they go with it."""
    sent = [ball.get("uid") for result in hit.results for ball in result["balls"]]
    uids = [*made, *(uid for uid in sent if uid)]
    rows = Ball.objects.filter(student=student, uid__in=uids, withdrawn_at=None)
    ids = list(rows.values_list("pk", flat=True))
    return [Changed(Ball, ids, {"withdrawn_at": BORN}, {"withdrawn_at": None})] if ids else []


def _balls(
    student: Student, hit: Hit, calls: Sequence[Call], ended: datetime
) -> tuple[list[tuple[Shot, Club]], int]:
    """The balls of a round that have a carry and a shot, and how many have none."""
    clubs = {club.label: club for club in bag_of(student)}
    swings = known_swings(student)
    balls: list[tuple[Shot, Club]] = []
    left = 0
    for result in hit.results:
        call = calls[result["call"]]
        key: CellKey | None = key_of(result.get("shot")) or call.shot
        for number, ball in enumerate(round_balls(result["balls"])):
            if ball.carry_yd is None or result["balls"][number].get("uid"):
                continue
            position = None if key is None else swings.get(key.swing.casefold())
            if key is None or key.club not in clubs or position is None:
                left += 1
                continue
            called = {} if call.yardage_yd is None else {"called_yd": f"{call.yardage_yd:g}"}
            shot = Shot(
                cell=replace(key, swing=position.label),
                id=f"{hit.uid}-{result['call']}-{number}",
                hit_at=ended,
                carry_yd=ball.carry_yd,
                strike=ball.strike,
                lie=hit.lie,
                ball=hit.ball,
                extra=called,
            )
            balls.append((shot, clubs[key.club]))
    return balls, left


@transaction.atomic
def take_round_back(made: Round, *, by: Coach, now: datetime) -> None:
    """Take a round away; its balls stay where they are. Twice changes nothing."""
    if made.withdrawn_at is not None:
        return
    before = fields_of(made, ["withdrawn_at"])
    made.withdrawn_at = now
    made.save(update_fields=["withdrawn_at"])
    record_entry(
        made.student,
        AuditAction.PRACTISED,
        _values_of(made),
        by=by,
        now=now,
        changes=changed(made, before),
    )


def _values_of(made: Round) -> dict[str, object]:
    """What the log says of a round."""
    return {
        "what": made.trial or made.form,
        "of": "trial" if made.trial else "form",
        "points": made.points or 0,
        "calls": made.of,
    }
