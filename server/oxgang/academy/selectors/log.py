"""Reads of who changed what and when."""

from __future__ import annotations

from django.db.models import QuerySet

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, Entry, Student


def log_of(student: Student) -> QuerySet[Entry]:
    """The student's log, newest first."""
    rows = Entry.objects.filter(student=student).select_related("coach", "undone_by")
    return rows.order_by("-at", "-pk")


def log_of_academy(academy: Academy) -> QuerySet[Entry]:
    """What was done to what belongs to no student, newest first."""
    rows = Entry.objects.filter(academy=academy, student=None)
    return rows.select_related("coach", "undone_by").order_by("-at", "-pk")


def entry_of(academy: Academy, entry_id: int) -> Entry:
    """One entry of the academy, of a student or of none.

    Raises
    ------
    NotFound
        When the academy has no such entry.
    """
    rows = Entry.objects.filter(academy=academy, pk=entry_id)
    entry = rows.select_related("academy", "student__academy").first()
    if entry is None:
        raise NotFound("There is no such entry here.")
    return entry
