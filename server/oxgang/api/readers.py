"""In which units an answer is read: one rule for the page and for what the server says itself."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja.renderers import JSONRenderer

from oxgang.academy.models import Coach, Student
from oxgang.academy.selectors.people import students_at
from oxgang.core.units import OPENS, SETS, UnitSet, in_units, units_of


def units_for(coach: Coach | None, student: Student | None) -> UnitSet:
    """A coach's own units, else the student's, else the academy's."""
    academy = coach.academy.units if coach else ""
    chosen = (coach and coach.units) or (student.units if student else academy)
    return SETS[units_of(chosen)]


def reader_of(request: HttpRequest) -> UnitSet:
    """The units in which the answer to a request is read. A query or two."""
    asking = getattr(request, "auth", None)
    coach = asking if isinstance(asking, Coach) else None
    match = request.resolver_match
    identity = match.kwargs.get("student_id") if match else None
    found = students_at(coach).filter(pk=identity) if coach and identity else None
    return units_for(coach, found.only("units").first() if found is not None else None)


class InReadersUnits(JSONRenderer):
    """Answers as JSON, the quantities in their sentences in the units of whoever asked."""

    json_dumps_params = {"ensure_ascii": False}

    def render(self, request: HttpRequest, data: Any, *, response_status: int) -> str:
        text: str = super().render(request, data, response_status=response_status)
        return in_units(text, reader_of(request)) if OPENS in text else text
