from __future__ import annotations

from datetime import date
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import Line, Seen
from oxgang.api.portal.schemas import LinkOut
from oxgang.practice.selectors.data_inventory import RecordKind
from oxgang.practice.selectors.mentions import MentionKind


class RecordCountOut(Schema):
    kind: RecordKind
    count: int
    first: date | None
    last: date | None


class MentionOut(Schema):
    """A text of another student's record, or of the academy (None), with the student's name in it."""

    kind: MentionKind
    student_id: UUID | None
    student: str
    text: str


class ConsentBody(Schema):
    """Who answers for the student, and the days on which was agreed to what."""

    junior: bool = False
    guardian: str = Field("", max_length=120)
    contact: Line = ""
    records_on: date | None = None
    pictures_on: date | None = None
    phone_on: date | None = None
    note: Line = ""


class ConsentChange(ConsentBody):
    """Only the fields that change are sent."""

    was: Seen | None = Field(None, description="the fields as the coach saw them")


class BackupOut(Schema):
    """A copy of the database: the name of its file, and the day it was made."""

    name: str
    on: date


class DataInventory(Schema):
    """What is kept of a student. `over_on` is the day after which the academy's own rule proposes
    to erase an archived one; `backups` are copies of the database that still hold the student."""

    student_id: UUID
    student: str
    archived: bool
    since: date
    records: list[RecordCountOut]
    mentions: list[MentionOut]
    consent: ConsentBody
    links: list[LinkOut]
    over_on: date | None
    backups: list[BackupOut]
    keep_months: int


class EraseIn(Schema):
    """The student's name, typed."""

    name: str = Field(max_length=200)


class ErasedOut(Schema):
    """`traces` is whether something stands in the write-ahead log a moment longer."""

    balls: int
    sent: int
    traces: bool
    backups: list[BackupOut]


class OverOut(Schema):
    student_id: UUID
    student: str
    archived_on: date


class RetentionOut(Schema):
    """Whom the academy's rule proposes for erasure, and how many pictures are too old."""

    students: list[OverOut]
    pictures: int


class Cleared(Schema):
    pictures: int


class MergeIn(Schema):
    """The other record of the same person."""

    from_id: UUID


class MergedOut(Schema):
    """What came from the other record; `stayed` is what both had."""

    balls: int
    lessons: int
    cards: int
    links: int
    stayed: int
