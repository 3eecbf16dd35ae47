"""Backing up and restoring the database, with the server running.

Both go through SQLite's online backup: a backup is one consistent moment while balls are written,
and a restore is one transaction that the running server sees whole or not at all.
"""

from __future__ import annotations

import errno
import os
import sqlite3
from contextlib import closing
from datetime import UTC, datetime
from importlib.resources import files
from pathlib import Path
from typing import Annotated, Final

import typer

from oxgang.cli.report import fail
from oxgang.cli.server import Data, start_django

DATABASE: Final = "oxgang.sqlite3"
HEADER: Final = b"SQLite format 3\x00"
APPS: Final = ("academy", "range_sessions", "matrix")
BUSY_S: Final = 30
File = Annotated[Path, typer.Argument(help="the backup file")]


class UnusableBackup(Exception):
    """A file that cannot be restored; the message is a sentence."""


def backup(file: File, data: Data = Path("oxgang-data")) -> None:
    """Write the database to FILE while the server runs; an old FILE stays until it is whole."""
    source = data / DATABASE
    if not source.is_file():
        fail(f"{data}: there is no Oxgang database here. Give its folder with --data.")
    if file.is_dir():
        fail(f"{file}: is a folder. Give the name of a file.")
    part = file.with_name(f".{file.name}.{os.getpid()}.part")
    try:
        _copy(source, part, alone=True)
        _check(part)
        with part.open("rb+") as written:
            os.fsync(written.fileno())
        part.replace(file)
    except (OSError, sqlite3.Error, UnusableBackup) as error:
        part.unlink(missing_ok=True)
        kept = f" {file} is as it was." if file.exists() else ""
        fail(f"{file}: the backup was not written ({_reason(error)}).{kept}")
    typer.echo(f"{file}: {file.stat().st_size / 1e6:.1f} MB, {_contents(file)}.")


def restore(file: File, data: Data = Path("oxgang-data")) -> None:
    """Put the database back from FILE; what it replaces is kept beside it. The server may run."""
    try:
        _check(file)
        _check_version(file)
    except UnusableBackup as error:
        fail(f"{file}: {error} Nothing was changed.")
    current = data / DATABASE
    kept = None
    try:
        data.mkdir(parents=True, exist_ok=True)
        if current.is_file():
            stamp = f"{datetime.now(UTC):%Y%m%d-%H%M%S-%f}"
            kept = data / f"replaced-{stamp}.sqlite3"
            _copy(current, kept, alone=True)
            _check(kept)
        _copy(file, current)
    except (OSError, sqlite3.Error, UnusableBackup) as error:
        where = f" What was there is kept in {kept}." if kept and kept.exists() else ""
        fail(f"{file}: was not restored ({_reason(error)}).{where}")
    # A backup of an earlier version is brought up to this one.
    start_django("demo", data, "127.0.0.1")
    typer.echo(f"Restored {_contents(current)}.")
    if kept is not None:
        typer.echo(f"What it replaced is kept in {kept}.")


def _copy(source: Path, target: Path, *, alone: bool = False) -> None:
    """One consistent moment of a database that may be in use, into another.

    `alone` makes the target a single file that needs no others beside it.
    """
    with (
        closing(sqlite3.connect(source.absolute().as_uri() + "?mode=ro", uri=True)) as read,
        closing(sqlite3.connect(target, timeout=BUSY_S)) as written,
    ):
        read.execute(f"PRAGMA busy_timeout={1000 * BUSY_S}")
        read.backup(written, pages=-1)
        written.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        if alone:
            written.execute("PRAGMA journal_mode=DELETE")


def _check(file: Path) -> None:
    """Check that a file is a whole Oxgang database.

    Raises
    ------
    UnusableBackup
        With a sentence.
    """
    try:
        with file.open("rb") as content:
            header = content.read(len(HEADER))
    except OSError as error:
        raise UnusableBackup(f"cannot be read ({error.strerror}).") from None
    if header != HEADER:
        raise UnusableBackup("is not an Oxgang backup.")
    try:
        with closing(_read(file)) as database:
            (found,) = database.execute("PRAGMA integrity_check(1)").fetchone()
            tables = {name for (name,) in database.execute("SELECT name FROM sqlite_master")}
            broken = database.execute("PRAGMA foreign_key_check").fetchone()
    except sqlite3.DatabaseError as error:
        raise UnusableBackup(f"is damaged ({error}).") from None
    if found != "ok":
        raise UnusableBackup(f"is damaged ({found.splitlines()[-1]}).")
    if not {"django_migrations", "academy_academy", "range_sessions_ball"} <= tables:
        raise UnusableBackup("is a database, but not one of Oxgang.")
    if broken is not None:
        raise UnusableBackup(f"is damaged (a row of {broken[0]} belongs to nothing).")


def _check_version(file: Path) -> None:
    """Check that this Oxgang knows all that a backup holds.

    Raises
    ------
    UnusableBackup
        For one of a newer version.
    """
    for app in APPS:
        known = {
            entry.name.removesuffix(".py")
            for entry in files(f"oxgang.{app}.migrations").iterdir()
            if entry.name[:4].isdigit()
        }
        with closing(_read(file)) as database:
            held = {
                name
                for (name,) in database.execute(
                    "SELECT name FROM django_migrations WHERE app = ?", (app,)
                )
            }
        if held - known:
            raise UnusableBackup(
                "comes from a newer Oxgang than this one. Update Oxgang, then restore it."
            )


def _read(file: Path) -> sqlite3.Connection:
    # Immutable: a backup is one file, and nothing may be written beside it.
    return sqlite3.connect(file.absolute().as_uri() + "?mode=ro&immutable=1", uri=True)


def _contents(file: Path) -> str:
    with closing(sqlite3.connect(file.absolute().as_uri() + "?mode=ro", uri=True)) as database:
        counts = [
            database.execute(f"SELECT count(*) FROM {table}").fetchone()[0]
            for table in ("academy_student", "range_sessions_ball")
        ]
    return f"{counts[0]} students and {counts[1]:,} balls"


def _reason(error: Exception) -> str:
    if isinstance(error, OSError) and error.errno in (errno.ENOSPC, errno.EFBIG, errno.EDQUOT):
        return "the disk is full"
    if isinstance(error, sqlite3.OperationalError) and "full" in str(error):
        return "the disk is full"
    return str(error).rstrip(".")
