"""Who was erased for good, also beside the database: a restored backup honours it.

The file holds ids and days, and nothing of who it was.
"""

from __future__ import annotations

import json
import os
import sqlite3
from collections.abc import Iterable
from contextlib import closing
from datetime import datetime
from pathlib import Path
from typing import Final
from uuid import UUID

FILE: Final = "erased.jsonl"


def remember_erasure(data: Path, student: str, academy: int, at: datetime) -> None:
    """Add one erased student to the file of a data folder; once it returns, it is on the disk."""
    line = json.dumps({"student": student, "academy": academy, "at": at.isoformat()})
    with os.fdopen(os.open(data / FILE, os.O_WRONLY | os.O_CREAT | os.O_APPEND, 0o600), "a") as file:
        file.write(line + "\n")
        file.flush()
        os.fsync(file.fileno())


def erasures_of(data: Path, database: Path) -> dict[UUID, datetime]:
    """Ids of students who were erased, and when: by the file, and by the database if there is one."""
    known: dict[UUID, datetime] = {}
    if (data / FILE).is_file():
        for line in (data / FILE).read_text().splitlines():
            try:
                one = json.loads(line)
                known[UUID(one["student"])] = datetime.fromisoformat(one["at"])
            except (ValueError, KeyError, TypeError):
                continue  # cut off by a full disk: the database has it too
    for student, at in _in_database(database):
        known.setdefault(student, at)
    return known


def _in_database(database: Path) -> Iterable[tuple[UUID, datetime]]:
    if not database.is_file():
        return []
    try:
        with closing(sqlite3.connect(database)) as read:
            rows = read.execute("SELECT student, at FROM academy_erased").fetchall()
    except sqlite3.DatabaseError:
        return []  # damaged: that is why a backup is restored
    return [(UUID(student), datetime.fromisoformat(at).astimezone()) for student, at in rows]
