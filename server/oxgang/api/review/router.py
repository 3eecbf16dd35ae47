from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from oxgang.academy.selectors.people import student_of
from oxgang.api.auth import coach_of
from oxgang.api.matrix.out import cell_out
from oxgang.api.review.schemas import Reopen, Reviewed, ReviewIn, ReviewOut
from oxgang.core.keeping.drift.scopes import Reach, Suspicion
from oxgang.core.keeping.drift.verdict import Verdict
from oxgang.core.keeping.events import EventKind, Happened
from oxgang.core.words.swing import express
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.matrix.selectors.review import review_of
from oxgang.range_sessions.selectors.balls import days_of
from oxgang.range_sessions.services.balls import local_day
from oxgang.range_sessions.services.review import reopen, review

router = Router(tags=["review"])

# Suspicions after the first few say nothing.
SHOWN = 4


@router.get("/students/{student_id}/review", response=ReviewOut)
def look(request: HttpRequest, student_id: UUID) -> dict[str, object]:
    """The balls that wait, and what they would change."""
    student = student_of(coach_of(request).academy, student_id)
    found = review_of(student, local_day(student, timezone.now()))
    return {
        "balls": found.balls,
        "moved": [
            {
                "before": cell_out(m.before),
                "after": cell_out(m.after),
                "new_balls": m.new_balls,
                "chance": m.chance,
                "real": m.real,
            }
            for m in found.moved
        ],
        "suspects": found.suspects,
        "conflicts": found.conflicts,
        "verdict": found.verdict and _verdict(found.verdict, found.before),
        "days": days_of(student),
    }


def _verdict(verdict: Verdict, before: StudentMatrix) -> dict[str, object]:
    whole, day = verdict.shift, verdict.strikes
    lo, hi = whole.interval()
    struck = day.struck
    return {
        "shift": {"share": whole.share, "lo": lo, "hi": hi, "changed": whole.changed},
        "nothing": verdict.nothing,
        "suspicions": [_suspicion(s, before, verdict.only) for s in verdict.suspicions[:SHOWN]],
        "advice": verdict.advice,
        "balls": verdict.balls,
        "since": verdict.since,
        "bad_day": day.bad,
        "wild": day.wild,
        "solid": struck.solid,
        "struck": struck.balls,
        "usual_solid": struck.usual_solid / struck.usual_balls if struck.usual_balls else None,
        "scatter": day.scatter,
        "conditions": struck.conditions if day.by_conditions else None,
    }


def _suspicion(found: Suspicion, before: StudentMatrix, only: str) -> dict[str, object]:
    scope = found.scope
    arm = scope.arm_deg
    swing = "" if arm is None else express("", arm, before.positions)
    # A cell is shown with its height; of a swing length all heights are meant.
    whole = Happened(EventKind.RESET, before.day, scope.club, swing, arm, scope.trajectory)
    words = whole.touched
    if scope.reach is Reach.STUDENT:
        words = "all carries together" + (f" (only the {only} was hit)" if only else "")
    return {
        "words": words,
        "club_id": next((c.pk for c in before.clubs if c.label == scope.club), None),
        "swing": swing,
        "trajectory": scope.trajectory or "",
        "probability": found.probability,
        "share": found.share,
        "lo": found.lo,
        "hi": found.hi,
        "balls": found.balls,
    }


@router.post("/students/{student_id}/review", response=Reviewed)
def keep(request: HttpRequest, student_id: UUID, data: ReviewIn) -> dict[str, int]:
    """Let waiting balls into the matrix, or set some aside with a reason."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    return {"kept": review(student, aside=data.aside, keep=data.keep, by=coach, now=timezone.now())}


@router.post("/students/{student_id}/reopen", response=Reviewed)
def open_again(request: HttpRequest, student_id: UUID, data: Reopen) -> dict[str, int]:
    """Take a day's balls out of the matrix for another review."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    return {"kept": reopen(student, data.day, by=coach, now=timezone.now())}
