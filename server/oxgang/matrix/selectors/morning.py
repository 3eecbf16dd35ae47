"""The list of students as a coach opens it in the morning."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum
from typing import Any

from django.db.models import Count, Q, QuerySet

from oxgang.academy.models import Academy, Coach
from oxgang.academy.selectors.people import belongs_to, day_at
from oxgang.core.keeping.due import State
from oxgang.matrix.models import Summary
from oxgang.range_sessions.models import Appointment
from oxgang.range_sessions.selectors.appointments import start_of

SIZE_RANGE = (1, 100)


class Show(StrEnum):
    """Which students a coach wants to see."""

    ALL = "all"
    DUE = "due"
    WAITING = "waiting"
    TODAY = "today"
    NEW = "new"
    BACK = "back"


@dataclass(frozen=True, slots=True)
class Morning:
    """A page of rows as they were kept for it; how many there are in all and of each kind."""

    rows: list[str]
    total: int
    counts: dict[str, int]


def morning_of(
    academy: Academy,
    now: datetime,
    *,
    search: str = "",
    show: Show = Show.ALL,
    archived: bool = False,
    page: int = 1,
    size: int = 50,
    back: QuerySet[Any] | None = None,
    mine: Coach | None = None,
) -> Morning:
    """A page of the academy's students, the neediest first. Two queries, whatever its size.

    Parameters
    ----------
    back
        Students of whom something came back that nobody has looked at; nobody when None.
    mine
        Only the students of this coach, and those shared with the coach.
    """
    everyone = Summary.objects.filter(academy=academy, archived=archived)
    if mine is not None:
        everyone = everyone.filter(belongs_to(mine, "student__"))
    kinds = {show: _kind(show, _today(academy, now), back) for show in Show}
    counts = everyone.aggregate(**{show.value: Count("pk", filter=kind) for show, kind in kinds.items()})
    chosen = everyone.filter(kinds[show])
    total = counts[show]
    for word in search.split():
        chosen = chosen.filter(name__icontains=word)
    if search.strip():
        total = chosen.count()
    size = max(SIZE_RANGE[0], min(SIZE_RANGE[1], size))
    first = (page - 1) * size
    ordered = chosen.order_by("-need", "name", "pk").values_list("content", flat=True)
    return Morning(list(ordered[first : first + size]), total, counts)


def _today(academy: Academy, now: datetime) -> QuerySet[Appointment]:
    start = start_of(academy, day_at(academy, now))
    return Appointment.objects.filter(
        student__academy=academy,
        withdrawn_at=None,
        starts_at__gte=start,
        starts_at__lt=start + timedelta(days=1),
    ).values("student")  # type: ignore[return-value]


def _kind(show: Show, today: QuerySet[Appointment], back: QuerySet[Any] | None) -> Q:
    if show is Show.DUE:
        return Q(state=State.DUE)
    if show is Show.NEW:
        return Q(state__in=(State.NO_BAG, State.NO_BALLS))
    if show is Show.WAITING:
        return Q(waiting__gt=0)
    if show is Show.TODAY:
        return Q(student__in=today)
    if show is Show.BACK:
        return Q(pk__in=[]) if back is None else Q(student__in=back)
    return Q(academy__isnull=False)
