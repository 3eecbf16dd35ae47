from __future__ import annotations

from datetime import date, datetime
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.api.practice.schemas import CallBody, ParOut, RoundOut, RowBody
from oxgang.practice.models.homework import MAX_CUES, MAX_TITLE
from oxgang.practice.services.homework import MOST_ROWS


class HomeworkIn(Schema):
    title: str = Field(max_length=MAX_TITLE)
    cues: str = Field("", max_length=MAX_CUES)
    rows: list[RowBody] = Field(max_length=MOST_ROWS)
    due_on: date


class HomeworkRow(RowBody):
    """A row with its calls and par; `done` is the newest round of it that came back."""

    seed: int
    calls: list[CallBody]
    par: ParOut
    done: RoundOut | None


class HomeworkOut(Schema):
    id: UUID
    title: str
    cues: str
    due_on: date
    made_at: datetime
    by: str
    late: bool
    closed: bool
    rows: list[HomeworkRow]
