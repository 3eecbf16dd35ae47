"""Backing up and restoring the database, with the server running.

Both go through SQLite's online backup: a backup is one consistent moment while balls are written,
and a restore is one transaction that the running server sees whole or not at all.
"""

from __future__ import annotations

import os
import shutil
import sqlite3
from datetime import UTC, datetime
from pathlib import Path
from typing import Annotated

import typer

from oxgang.cli.database import (
    DATABASE,
    PRIVATE_FILE,
    UnusableBackup,
    check,
    check_version,
    contents,
    copy,
    keep_private,
    reason,
)
from oxgang.cli.report import fail
from oxgang.cli.server import Data, set_up_django
from oxgang.cli.upgrade import UpgradeFailed, bring_up

File = Annotated[Path, typer.Argument(help="the backup file")]


def backup(file: File, data: Data = Path("oxgang-data")) -> None:
    """Write the database to FILE while the server runs; an old FILE stays until it is whole."""
    source = data / DATABASE
    if not source.is_file():
        fail(f"{data}: there is no Oxgang database here. Give its folder with --data.")
    if file.is_dir():
        fail(f"{file}: is a folder. Give the name of a file.")
    part = file.with_name(f".{file.name}.{os.getpid()}.part")
    try:
        part.touch(mode=PRIVATE_FILE)
        copy(source, part, alone=True)
        check(part)
        with part.open("rb+") as written:
            os.fsync(written.fileno())
        part.replace(file)
    except (OSError, sqlite3.Error, UnusableBackup) as error:
        part.unlink(missing_ok=True)
        kept = f" {file} is as it was." if file.exists() else ""
        fail(f"{file}: the backup was not written ({reason(error)}).{kept}")
    typer.echo(f"{file}: {file.stat().st_size / 1e6:.1f} MB, {contents(file)}.")


def restore(file: File, data: Data = Path("oxgang-data")) -> None:
    """Put the database back from FILE; what it replaces is kept beside it. The server may run.

    A copy of FILE is brought up to this version and checked before anything is replaced.
    """
    try:
        check(file)
        check_version(file)
    except UnusableBackup as error:
        fail(f"{file}: {error} Nothing was changed.")
    current = data / DATABASE
    kept = None
    rehearsal = data / f".restoring-{os.getpid()}"
    try:
        data.mkdir(parents=True, exist_ok=True)
        keep_private(data)
        rehearsal.mkdir()
        ready = rehearsal / DATABASE
        copy(file, ready)
        set_up_django("demo", rehearsal, "127.0.0.1")
        bring_up(rehearsal, keep_copy=False)
        check(ready)
        if current.is_file():
            stamp = f"{datetime.now(UTC):%Y%m%d-%H%M%S-%f}"
            kept = data / f"replaced-{stamp}.sqlite3"
            copy(current, kept, alone=True)
            check(kept)
        copy(ready, current)
    except (OSError, sqlite3.Error, UnusableBackup, UpgradeFailed) as error:
        where = " Nothing was changed."
        if kept and kept.exists():
            where = f" What was there is kept in {kept}."
        fail(f"{file}: was not restored ({reason(error)}).{where}")
    finally:
        shutil.rmtree(rehearsal, ignore_errors=True)
    typer.echo(f"Restored {contents(current)}.")
    if kept is not None:
        typer.echo(f"What it replaced is kept in {kept}.")
