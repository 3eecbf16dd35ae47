from __future__ import annotations

from uuid import UUID

from django.utils import timezone
from ninja import Router

from oxgang.academy.selectors.people import local_day, student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import made
from oxgang.api.review.schemas import (
    Reopen,
    Reviewed,
    ReviewIn,
    ReviewOut,
    SuspicionOut,
    VerdictOut,
)
from oxgang.core.keeping.drift.scopes import Reach, Suspicion
from oxgang.core.keeping.drift.verdict import Verdict
from oxgang.core.keeping.events import Touch, touched
from oxgang.core.practice.check_up import CHECK_UP_BALLS
from oxgang.core.words.messages import Message
from oxgang.core.words.swing import express
from oxgang.matrix.selectors.as_data import cell_data, suspect_data
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.matrix.selectors.review import review_of
from oxgang.range_sessions.selectors.balls import days_of
from oxgang.range_sessions.services.review import reopen, review

router = Router(tags=["review"])


@router.get("/students/{student_id}/review", response=ReviewOut)
def look(request: CoachRequest, student_id: UUID) -> ReviewOut:
    """The balls that wait, and what they would change."""
    student = student_of(request.coach, student_id)
    found = review_of(student, local_day(student, timezone.now()))
    return made(
        ReviewOut,
        balls=found.balls,
        moved=[
            {
                "before": cell_data(m.before),
                "after": cell_data(m.after),
                "new_balls": m.new_balls,
                "chance": m.chance,
                "real": m.real,
            }
            for m in found.moved
        ],
        suspects=[suspect_data(s) for s in found.suspects],
        conflicts=found.conflicts,
        verdict=found.verdict and _verdict(found.verdict, found.before),
        days=days_of(student),
    )


def _verdict(verdict: Verdict, before: StudentMatrix) -> VerdictOut:
    whole, day = verdict.shift, verdict.strikes
    lo, hi = whole.interval()
    struck = day.struck
    return made(
        VerdictOut,
        shift={"share": whole.share, "lo": lo, "hi": hi, "changed": whole.changed},
        nothing=verdict.nothing,
        suspicions=[_suspicion(s, before, verdict.only) for s in verdict.shown],
        advice=verdict.advice,
        balls=verdict.balls or CHECK_UP_BALLS,
        since=verdict.since,
        bad_day=day.bad,
        wild=day.wild,
        solid=struck.solid,
        struck=struck.balls,
        usual_solid=struck.usual_solid / struck.usual_balls if struck.usual_balls else None,
        scatter=day.scatter,
        scattered=day.scattered,
        conditions=struck.conditions if day.by_conditions else None,
    )


def _suspicion(found: Suspicion, before: StudentMatrix, only: str) -> SuspicionOut:
    scope = found.scope
    arm = scope.arm_deg
    swing = "" if arm is None else express("", arm, before.positions)
    # A cell is shown with its height; of a swing length all heights are meant.
    shots = touched(scope.club, swing, scope.trajectory)
    if scope.reach is Reach.STUDENT:
        shots = Message(Touch.TOGETHER_BY_ONE, {"only": only}) if only else Message(Touch.TOGETHER)
    return made(
        SuspicionOut,
        touched=shots.as_data(),
        club_id=next((c.pk for c in before.clubs if c.label == scope.club), None),
        swing=swing,
        trajectory=scope.trajectory,
        probability=found.probability,
        share=found.share,
        lo=found.lo,
        hi=found.hi,
        balls=found.balls,
    )


@router.post("/students/{student_id}/review", response=Reviewed)
def keep(request: CoachRequest, student_id: UUID, data: ReviewIn) -> Reviewed:
    """Let waiting balls into the matrix, or set some aside with a reason."""
    coach = request.coach
    student = student_of(coach, student_id)
    return Reviewed(accepted=review(student, aside=data.aside, keep=data.keep, by=coach, now=timezone.now()))


@router.post("/students/{student_id}/reopen", response=Reviewed)
def open_again(request: CoachRequest, student_id: UUID, data: Reopen) -> Reviewed:
    """Take a day's balls out of the matrix for another review."""
    coach = request.coach
    student = student_of(coach, student_id)
    return Reviewed(accepted=reopen(student, data.day, by=coach, now=timezone.now()))
