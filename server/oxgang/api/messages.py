"""What is told, on the wire: codes with values; the page makes sentences (`oxgang.texts`)."""

from __future__ import annotations

from typing import Annotated, Final

from ninja import Schema
from pydantic import Field

from oxgang.academy.models import AuditAction, Entry
from oxgang.core.keeping.due import DueCode
from oxgang.core.keeping.events import Touch
from oxgang.core.practice.course import CourseAdvice, Kept
from oxgang.core.practice.faults import Sign
from oxgang.core.practice.plan import Why
from oxgang.core.practice.week import WeekWhy

MOST_VALUES: Final = 16
Value = Annotated[str, Field(max_length=200)] | int | float | None
Values = Annotated[dict[Annotated[str, Field(max_length=40)], Value], Field(max_length=MOST_VALUES)]


class DueMessage(Schema):
    """Why a student's numbers are due, or are not."""

    code: DueCode
    values: Values


class TouchMessage(Schema):
    """Which shots are meant."""

    code: Touch
    values: Values


class PlanMessage(Schema):
    """Why balls are planned."""

    code: Why
    values: Values = {}


class SignMessage(Schema):
    """What speaks for a fault."""

    code: Sign
    values: Values


class WeekMessage(Schema):
    """Why a row is in a week's practice."""

    code: WeekWhy
    values: Values


class CourseMessage(Schema):
    """What shots on the course say, or what to practise."""

    code: Kept | CourseAdvice
    values: Values


class FieldChange(Schema):
    """A field that an action changed."""

    name: str
    before: str | int | float | bool | None
    after: str | int | float | bool | None


class ActionMessage(Schema):
    """What a coach did; `back` when it was taken back."""

    code: AuditAction
    values: Values
    fields: list[FieldChange]
    back: bool


def did_of(row: Entry) -> ActionMessage:
    """What an entry of the log did."""
    values = dict(row.values)
    fields = [
        FieldChange(name=name, before=before, after=after) for name, before, after in values.pop("fields", [])
    ]
    return ActionMessage(code=AuditAction(row.code), values=values, fields=fields, back=row.back)
