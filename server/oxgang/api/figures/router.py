"""Figures for the head coach."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpResponse
from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Academy
from oxgang.academy.selectors.people import day_at, student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import made
from oxgang.api.figures.schemas import FiguresOut, SideBySide
from oxgang.core.errors import InputError
from oxgang.core.keeping.figures import FEWEST_STUDENTS
from oxgang.files.tables import write_table
from oxgang.matrix.services.stored import MOST_COUNTED
from oxgang.matrix.services.summary import stale_in
from oxgang.practice.selectors.figures import By, Line, lines_of, side_by_side

router = Router(tags=["figures"])

MONTHS_RANGE = (1, 60)
COLUMNS = (
    "by",
    "group",
    "month",
    "students",
    "balls",
    "solid",
    "solid_lo",
    "solid_hi",
    "scatter",
    "scatter_lo",
    "scatter_hi",
    "reached",
    "reached_lo",
    "reached_hi",
    "due",
    "due_lo",
    "due_hi",
    "rounds",
)


def _lines(academy: Academy, by: By, months: int) -> list[Line]:
    lo, hi = MONTHS_RANGE
    if not lo <= months <= hi:
        raise InputError(f"Ask for {lo} to {hi} months.", field="months")
    return lines_of(academy, by, day_at(academy, timezone.now()), months)


@router.get("/figures", response=FiguresOut)
def figures(request: CoachRequest, by: Query[By] = By.COACH, months: Query[int] = 12) -> FiguresOut:
    """By coach or level over months, with intervals; what is too little is hidden."""
    academy = request.coach.academy
    behind = len(stale_in(academy, timezone.now(), MOST_COUNTED))
    return made(
        FiguresOut,
        by=by,
        lines=_lines(academy, by, months),
        fewest_students=FEWEST_STUDENTS,
        behind=behind,
    )


@router.get("/figures/side-by-side", response=SideBySide)
def beside(
    request: CoachRequest,
    student_id: Query[UUID],
    other_id: Query[UUID | None] = None,
    months: Query[int] = 12,
) -> SideBySide:
    """Two students side by side, or one beside those of the same level."""
    academy = request.coach.academy
    lo, hi = MONTHS_RANGE
    if not lo <= months <= hi:
        raise InputError(f"Ask for {lo} to {hi} months.", field="months")
    student = student_of(request.coach, student_id)
    other = None if other_id is None else student_of(request.coach, other_id)
    day = day_at(academy, timezone.now())
    lines = side_by_side(academy, student, other, day, months)
    return made(SideBySide, lines=lines, fewest_students=FEWEST_STUDENTS)


@router.get("/figures/table.csv", include_in_schema=False)
def table(request: CoachRequest, by: Query[By] = By.COACH, months: Query[int] = 12) -> HttpResponse:
    """The same as a file. No single student stands in it."""
    rows = [
        [
            by.value,
            line.name or "all",
            one.month.isoformat(),
            one.students,
            one.balls,
            *_shown(one.solid.value, one.solid.lo, one.solid.hi),
            *_shown(one.spread.value, one.spread.lo, one.spread.hi),
            *_shown(one.covered.value, one.covered.lo, one.covered.hi),
            *_shown(one.due.value, one.due.lo, one.due.hi),
            one.rounds,
        ]
        for line in _lines(request.coach.academy, by, months)
        for one in line.months
    ]
    response = HttpResponse(write_table(COLUMNS, rows), content_type="text/csv; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="figures-by-{by.value}.csv"'
    return response


def _shown(value: float | None, lo: float, hi: float) -> list[object]:
    return ["", "", ""] if value is None else [f"{v:.3f}" for v in (value, lo, hi)]
