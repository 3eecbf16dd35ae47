from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from oxgang.academy.selectors.people import student_of
from oxgang.api.auth import coach_of
from oxgang.api.matrix.router import cell_out
from oxgang.api.review.schemas import Reopen, Reviewed, ReviewIn, ReviewOut
from oxgang.matrix.selectors.review import review_of
from oxgang.range_sessions.selectors.balls import days_of
from oxgang.range_sessions.services.balls import local_day
from oxgang.range_sessions.services.review import reopen, review

router = Router(tags=["review"])


@router.get("/students/{student_id}/review", response=ReviewOut)
def look(request: HttpRequest, student_id: UUID) -> dict[str, object]:
    """The balls that wait, and what they would change."""
    student = student_of(coach_of(request).academy, student_id)
    found = review_of(student, local_day(student, timezone.now()))
    whole = found.shift
    lo, hi = whole.interval() if whole else (0.0, 0.0)
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
        "shift": whole and {"share": whole.share, "lo": lo, "hi": hi, "changed": whole.changed},
        "days": days_of(student),
    }


@router.post("/students/{student_id}/review", response=Reviewed)
def keep(request: HttpRequest, student_id: UUID, data: ReviewIn) -> dict[str, int]:
    """Let waiting balls into the matrix, or set some aside with a reason."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    return {"kept": review(student, aside=data.aside, keep=data.keep, by=coach)}


@router.post("/students/{student_id}/reopen", response=Reviewed)
def open_again(request: HttpRequest, student_id: UUID, data: Reopen) -> dict[str, int]:
    """Take a day's balls out of the matrix for another review."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    return {"kept": reopen(student, data.day, by=coach)}
