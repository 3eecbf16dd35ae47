"""SQLite files of Oxgang: copied in one consistent moment, checked, compared with this version."""

from __future__ import annotations

import ast
import errno
import os
import sqlite3
from contextlib import closing
from importlib.resources import files
from pathlib import Path
from typing import Final

DATABASE: Final = "oxgang.sqlite3"
HEADER: Final = b"SQLite format 3\x00"
APPS: Final = ("academy", "range_sessions", "matrix", "practice")
BUSY_S: Final = 30
# Nobody else on the machine reads an academy's records.
PRIVATE_FILE: Final = 0o600
PRIVATE_FOLDER: Final = 0o700


class UnusableBackup(Exception):
    """A file that cannot be restored; the message is a sentence."""


class OtherVersion(UnusableBackup):
    """A file of a newer Oxgang, or of one from before release 0.1."""


def keep_private(data: Path) -> None:
    """The data folder and all that is in it belong to whoever runs Oxgang, and new files too."""
    os.umask(0o077)
    data.chmod(PRIVATE_FOLDER)
    for file in data.iterdir():
        if file.is_file():
            file.chmod(PRIVATE_FILE)


def copy(source: Path, target: Path, *, alone: bool = False) -> None:
    """One consistent moment of a database that may be in use, into another.

    `alone` makes the target a single file that needs no others beside it, without sessions.
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
            _drop_sessions(written)


def drop_sessions(file: Path) -> None:
    """Whoever gets hold of a copy is signed in nowhere by it."""
    with closing(sqlite3.connect(file, timeout=BUSY_S)) as database:
        _drop_sessions(database)


def _drop_sessions(database: sqlite3.Connection) -> None:
    # What is deleted is overwritten in the file too.
    database.execute("PRAGMA secure_delete=ON")
    tables = {name for (name,) in database.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
    with database:
        for table in tables & {"django_session", "academy_signin"}:
            database.execute(f"DELETE FROM {table}")


def check(file: Path) -> None:
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
        with closing(read_only(file)) as database:
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


def is_whole(database: Path) -> bool:
    """Whether SQLite finds a database that is in use undamaged."""
    try:
        with closing(read_only(database, in_use=True)) as read:
            (found,) = read.execute("PRAGMA quick_check(1)").fetchone()
    except sqlite3.OperationalError:
        return True  # busy, or being replaced: that is no damage
    except sqlite3.DatabaseError:
        return False
    return bool(found == "ok")


def check_version(file: Path, *, in_use: bool = False) -> None:
    """Check that this Oxgang knows all that a database holds; `in_use` is one being written.

    Raises
    ------
    OtherVersion
        For a database of a newer version, or of one before release 0.1.
    """
    for app in APPS:
        known, replaced = _migrations(app)
        with closing(read_only(file, in_use=in_use)) as database:
            held = {
                name
                for (name,) in database.execute("SELECT name FROM django_migrations WHERE app = ?", (app,))
            }
        if held - known - replaced:
            raise OtherVersion("comes from a newer Oxgang than this one. Update Oxgang, then try again.")
        if held and not held & known and held != replaced:
            raise OtherVersion("comes from an Oxgang before release 0.1. Upgrade it with release 0.1 first.")


def _migrations(app: str) -> tuple[set[str], set[str]]:
    """Names of an app's migrations, and of those of release 0.1 that they stand for.

    They are read, not imported: an import settles Django's settings before the folder is known.
    """
    known: set[str] = set()
    replaced: set[str] = set()
    for file in files(f"oxgang.{app}.migrations").iterdir():
        if not file.name[:4].isdigit():
            continue
        known.add(file.name.removesuffix(".py"))
        for node in ast.walk(ast.parse(file.read_text(encoding="utf-8"))):
            if isinstance(node, ast.Assign) and ast.unparse(node.targets[0]) == "replaces":
                replaced |= {name for _, name in ast.literal_eval(node.value)}
    return known, replaced


def read_only(file: Path, *, in_use: bool = False) -> sqlite3.Connection:
    """A connection that writes nothing; beside a file that is not in use not even a lock."""
    how = "" if in_use else "&immutable=1"
    return sqlite3.connect(f"{file.absolute().as_uri()}?mode=ro{how}", uri=True)


def contents(file: Path) -> str:
    """How much a database holds, in words."""
    with closing(sqlite3.connect(file.absolute().as_uri() + "?mode=ro", uri=True)) as database:
        counts = [
            database.execute(f"SELECT count(*) FROM {table}").fetchone()[0]
            for table in ("academy_student", "range_sessions_ball")
        ]
    return f"{counts[0]} students and {counts[1]:,} balls"


def reason(error: Exception) -> str:
    """Why something could not be written, in words."""
    if isinstance(error, OSError) and error.errno in (errno.ENOSPC, errno.EFBIG, errno.EDQUOT):
        return "the disk is full"
    if isinstance(error, sqlite3.OperationalError) and "full" in str(error):
        return "the disk is full"
    return str(error).rstrip(".")
