"""Copies of the database: written whole or not at all, dated, and not kept for ever."""

from __future__ import annotations

import os
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Final

from oxgang.cli.database import PRIVATE_FILE, PRIVATE_FOLDER, check, copy
from oxgang.cli.sealing import seal

SEALED: Final = ".age"
DATED: Final = "backup-*.sqlite3*"
CLOCKS_DIFFER: Final = timedelta(minutes=5)
# What Oxgang copied before it changed something is not needed for ever, and holds students who were
# erased since.
COPIES_KEPT: Final = timedelta(days=90)
COPIES: Final = ("replaced-*.sqlite3", "before-upgrade-*.sqlite3")


def write_backup(source: Path, file: Path, passphrase: str = "") -> Path:
    """One consistent moment of a database into a file, which stays what it was until it is whole;
    encrypted where there is a passphrase.

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
        if passphrase:
            seal(part, passphrase)
        with part.open("rb+") as written:
            os.fsync(written.fileno())
        part.replace(file)
    finally:
        part.unlink(missing_ok=True)
    return file


def write_dated(source: Path, folder: Path, keep: int, passphrase: str = "") -> Path:
    """A backup named by its moment, and only so many of them; others of the folder stay.

    An old one goes only after the new one is whole, and the new one never. One that says it comes
    from a time to come was written by a wrong clock, so it is no newer than the others.
    """
    folder.mkdir(parents=True, exist_ok=True, mode=PRIVATE_FOLDER)
    stamp = f"{datetime.now(UTC):%Y%m%d-%H%M%S-%f}"
    name = f"backup-{stamp}.sqlite3{SEALED if passphrase else ''}"
    written = write_backup(source, folder / name, passphrase)
    others = [file for file in folder.glob(DATED) if file != written]
    others.sort(key=lambda file: (file.name <= written.name, file.name))
    for old in others[: max(0, len(others) - (keep - 1))]:
        old.unlink(missing_ok=True)
    return written


def newest(folder: Path, now: datetime) -> datetime | None:
    """When the newest dated backup of a folder was written, that is not from a time to come."""
    written = [datetime.fromtimestamp(file.stat().st_mtime, UTC) for file in folder.glob(DATED)]
    return max((at for at in written if at <= now + CLOCKS_DIFFER), default=None)


def clear_old_copies(data: Path, now: datetime) -> int:
    """Delete what Oxgang copied long ago before it changed something. Returns how many files."""
    gone = 0
    for pattern in COPIES:
        for file in data.glob(pattern):
            if now - datetime.fromtimestamp(file.stat().st_mtime, UTC) > COPIES_KEPT:
                file.unlink(missing_ok=True)
                gone += 1
    return gone
