"""What a person is told about the own account: sign-ins from a new place, and changed ways in."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Final

from django.db.models import Q

from oxgang.academy.models import AuditAction, Coach, Entry

# A place from which the person signed in within this is no new one.
KNOWN_FOR: Final = timedelta(days=90)
# Nobody reads more at once, and nothing older.
MOST: Final = 5
TOLD_FOR: Final = timedelta(days=30)
WAYS_IN: Final = (AuditAction.PASSWORD_CHANGED, AuditAction.FACTOR_SET, AuditAction.FACTOR_ENDED)


def notices_for(coach: Coach, now: datetime, own: int | None) -> list[Entry]:
    """Entries of the log that the person has not been told of, newest first; `own` is the sign-in of
    the browser that asks."""
    since = max(coach.told_at or now - TOLD_FOR, now - TOLD_FOR)
    about = Entry.objects.filter(academy=coach.academy_id, student=None, at__gt=since)
    changed = about.filter(code__in=WAYS_IN, values__person=coach.name)
    sign_ins = about.filter(code=AuditAction.SIGNED_IN, coach=coach).exclude(pk=own or 0)
    found = [*changed.select_related("coach"), *(one for one in sign_ins if _is_new_place(one))]
    return sorted(found, key=lambda one: (one.at, one.pk), reverse=True)[:MOST]


def _is_new_place(entry: Entry) -> bool:
    before = Entry.objects.filter(
        Q(at__gt=entry.at - KNOWN_FOR) & (Q(at__lt=entry.at) | Q(at=entry.at, pk__lt=entry.pk)),
        academy=entry.academy_id,
        student=None,
        code=AuditAction.SIGNED_IN,
        coach=entry.coach_id,
    )
    return before.exists() and not before.filter(values__where=entry.values.get("where")).exists()
