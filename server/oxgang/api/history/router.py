from __future__ import annotations

from uuid import UUID

from django.db.models import Q, QuerySet
from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Coach, Entry
from oxgang.academy.selectors.log import entry_of, log_of, log_of_academy
from oxgang.academy.selectors.people import student_of
from oxgang.academy.services.log import undo
from oxgang.api.account.sessions import refuse_without_proof
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import page_number
from oxgang.api.history.schemas import EntryOut, LogOut
from oxgang.api.messages import did_of
from oxgang.api.rights import PROVED_ACTIONS, SIGN_IN_ACTIONS, leads, refuse_undo

router = Router(tags=["history"])

PAGE = 100


def _entry(row: Entry) -> EntryOut:
    undone = hasattr(row, "undone_by")
    return EntryOut(
        id=row.pk,
        at=row.at,
        by=row.coach.name if row.coach else "",
        did=did_of(row),
        can_undo=bool(row.changes) and not undone,
        undone=undone,
        undoes=row.undoes_id is not None,
    )


def _page(rows: QuerySet[Entry], page: int) -> LogOut:
    first = (page_number(page) - 1) * PAGE
    return LogOut(entries=[_entry(row) for row in rows[first : first + PAGE]], total=rows.count())


def _academy_log(coach: Coach) -> QuerySet[Entry]:
    rows = log_of_academy(coach.academy)
    return rows if leads(coach) else rows.exclude(~Q(coach=coach), code__in=SIGN_IN_ACTIONS)


@router.get("/students/{student_id}/history", response=LogOut)
def history(request: CoachRequest, student_id: UUID, page: Query[int] = 1) -> LogOut:
    """Who changed what and when, newest first."""
    return _page(log_of(student_of(request.coach, student_id)), page)


@router.get("/history", response=LogOut)
def history_of_academy(request: CoachRequest, page: Query[int] = 1) -> LogOut:
    """What was done to scales and devices, and who signed in, newest first. Sign-ins of others are
    for head coaches."""
    return _page(_academy_log(request.coach), page)


@router.post("/history/{entry_id}/undo", response=LogOut)
def take_back(request: CoachRequest, entry_id: int) -> LogOut:
    """Take an action back, or do it again when it was a taking back."""
    coach = request.coach
    entry = entry_of(coach.academy, entry_id)
    refuse_undo(entry, coach)
    if entry.code in PROVED_ACTIONS:
        refuse_without_proof(request)
    undo(entry, by=coach, now=timezone.now())
    if entry.student is None:
        return _page(_academy_log(coach), 1)
    return _page(log_of(entry.student), 1)
