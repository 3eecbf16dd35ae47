"""Copies of the database: written whole or not at all, dated, and not kept for ever."""

from __future__ import annotations

import os
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Final

from oxgang.cli.database import PRIVATE_FILE, PRIVATE_FOLDER, check, copy

DATED: Final = "backup-*.sqlite3"
# What Oxgang copied before it changed something is not needed for ever, and holds students who were
# erased since.
COPIES_KEPT: Final = timedelta(days=90)
COPIES: Final = ("replaced-*.sqlite3", "before-upgrade-*.sqlite3")


def write_backup(source: Path, file: Path) -> Path:
    """One consistent moment of a database into a file, which stays what it was until it is whole.

    Raises
    ------
    OSError, sqlite3.Error, UnusableBackup
        When it could not be written whole; nothing is left behind then.
    """
    part = file.with_name(f".{file.name}.{os.getpid()}.part")
    try:
        part.touch(mode=PRIVATE_FILE)
        copy(source, part, alone=True)
        check(part)
        with part.open("rb+") as written:
            os.fsync(written.fileno())
        part.replace(file)
    finally:
        part.unlink(missing_ok=True)
    return file


def write_dated(source: Path, folder: Path, keep: int) -> Path:
    """A backup named by its moment, and only so many of them; others of the folder stay.

    An old one goes only after the new one is whole.
    """
    folder.mkdir(parents=True, exist_ok=True, mode=PRIVATE_FOLDER)
    stamp = f"{datetime.now(UTC):%Y%m%d-%H%M%S-%f}"
    written = write_backup(source, folder / f"backup-{stamp}.sqlite3")
    for old in sorted(folder.glob(DATED))[:-keep]:
        old.unlink(missing_ok=True)
    return written


def newest(folder: Path) -> datetime | None:
    """When the newest dated backup of a folder was written."""
    files = sorted(folder.glob(DATED))
    return datetime.fromtimestamp(files[-1].stat().st_mtime, UTC) if files else None


def clear_old_copies(data: Path, now: datetime) -> int:
    """Delete what Oxgang copied long ago before it changed something. Returns how many files."""
    gone = 0
    for pattern in COPIES:
        for file in data.glob(pattern):
            if now - datetime.fromtimestamp(file.stat().st_mtime, UTC) > COPIES_KEPT:
                file.unlink(missing_ok=True)
                gone += 1
    return gone
