from __future__ import annotations

from datetime import datetime

from ninja import Schema

from oxgang.api.messages import ActionMessage


class EntryOut(Schema):
    """One action. `can_undo` is whether it can be taken back, `undone` whether it was."""

    id: int
    at: datetime
    by: str
    did: ActionMessage
    can_undo: bool
    undone: bool
    undoes: bool


class LogOut(Schema):
    entries: list[EntryOut]
    total: int
