from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Student
from oxgang.academy.selectors.log import entry_of, log_of
from oxgang.academy.selectors.people import student_of
from oxgang.academy.services.log import undo
from oxgang.api.auth import coach_of
from oxgang.api.fields import page_number
from oxgang.api.history.schemas import LogOut

router = Router(tags=["history"])

PAGE = 100


def _page(student: Student, page: int) -> dict[str, object]:
    rows = log_of(student)
    first = (page_number(page) - 1) * PAGE
    entries = []
    for row in rows[first : first + PAGE]:
        undone = hasattr(row, "undone_by")
        entries.append(
            {
                "id": row.pk,
                "at": row.at,
                "by": row.coach.name if row.coach else "",
                "words": row.words,
                "can_undo": bool(row.changes) and not undone,
                "undone": undone,
                "undoes": row.undoes_id is not None,
            }
        )
    return {"entries": entries, "total": rows.count()}


@router.get("/students/{student_id}/history", response=LogOut)
def history(request: HttpRequest, student_id: UUID, page: Query[int] = 1) -> dict[str, object]:
    """Who changed what and when, newest first."""
    return _page(student_of(coach_of(request).academy, student_id), page)


@router.post("/history/{entry_id}/undo", response=LogOut)
def take_back(request: HttpRequest, entry_id: int) -> dict[str, object]:
    """Take an action back, or do it again when it was a taking back."""
    coach = coach_of(request)
    entry = entry_of(coach.academy, entry_id)
    undo(entry, by=coach, now=timezone.now())
    assert entry.student is not None
    return _page(entry.student, 1)
