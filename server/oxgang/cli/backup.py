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
from tempfile import TemporaryDirectory
from typing import Annotated

import typer

from oxgang.cli.copies import write_backup, write_dated
from oxgang.cli.database import (
    DATABASE,
    UnusableBackup,
    check,
    check_version,
    contents,
    copy,
    drop_sessions,
    keep_private,
    reason,
)
from oxgang.cli.report import fail
from oxgang.cli.sealing import is_sealed, read_passphrase, unseal
from oxgang.cli.server import Data, set_up_django
from oxgang.cli.upgrade import UpgradeFailed, bring_up

File = Annotated[Path, typer.Argument(help="the backup file")]
Passphrase = Annotated[
    Path | None, typer.Option(help="a file with the passphrase of an encrypted FILE in its first line")
]


def backup(
    file: File,
    data: Data = Path("oxgang-data"),
    keep: Annotated[
        int | None, typer.Option(help="FILE is a folder: write a dated one, keep so many", min=1)
    ] = None,
    passphrase_file: Passphrase = None,
) -> None:
    """Write the database to FILE while the server runs; an old FILE stays until it is whole.

    Nobody is signed in by a backup: it holds no sessions. With --passphrase-file it is encrypted in
    the age format, which `restore`, `check` and other programs open.
    """
    source = data / DATABASE
    if not source.is_file():
        fail(f"{data}: there is no Oxgang database here. Give its folder with --data.")
    if keep is None and file.is_dir():
        fail(f"{file}: is a folder. Give the name of a file, or --keep for dated ones in it.")
    try:
        words = read_passphrase(passphrase_file) if passphrase_file else ""
        written = (
            write_backup(source, file, words) if keep is None else write_dated(source, file, keep, words)
        )
    except (OSError, sqlite3.Error, UnusableBackup) as error:
        kept = f" {file} is as it was." if file.is_file() else ""
        fail(f"{file}: the backup was not written ({reason(error)}).{kept}")
    held = "encrypted" if words else contents(written)
    typer.echo(f"{written}: {written.stat().st_size / 1e6:.1f} MB, {held}.")


def check_command(file: File, passphrase_file: Passphrase = None) -> None:
    """Rehearse a restore of FILE: a copy is brought up to this version and every table is read.

    Nothing but a temporary folder is written.
    """
    try:
        with TemporaryDirectory(prefix="oxgang-check-") as folder:
            plain = _opened(file, passphrase_file, Path(folder))
            check(plain)
            check_version(plain)
            ready = Path(folder) / DATABASE
            copy(plain, ready)
            set_up_django("demo", Path(folder), "127.0.0.1")
            bring_up(Path(folder), keep_copy=False)
            check(ready)
            held = contents(ready)
    except (OSError, sqlite3.Error, UnusableBackup, UpgradeFailed) as error:
        fail(f"{file}: could not be restored ({reason(error)}).")
    typer.echo(f"{file}: can be restored. It holds {held}.")


def restore(file: File, data: Data = Path("oxgang-data"), passphrase_file: Passphrase = None) -> None:
    """Put the database back from FILE; what it replaces is kept beside it. The server may run.

    A copy of FILE is brought up to this version and checked before anything is replaced. Everybody
    signs in again afterwards.
    """
    with TemporaryDirectory(prefix="oxgang-restore-") as folder:
        try:
            plain = _opened(file, passphrase_file, Path(folder))
            check(plain)
            check_version(plain)
        except UnusableBackup as error:
            fail(f"{file}: {error} Nothing was changed.")
        _restore(plain, file, data)


def _opened(file: Path, passphrase_file: Path | None, folder: Path) -> Path:
    if not is_sealed(file):
        return file
    if passphrase_file is None:
        raise UnusableBackup("is encrypted. Give the file of its passphrase with --passphrase-file.")
    return unseal(file, read_passphrase(passphrase_file), folder / "plain.sqlite3")


def _restore(plain: Path, file: Path, data: Path) -> None:
    current = data / DATABASE
    kept = None
    rehearsal = data / f".restoring-{os.getpid()}"
    try:
        data.mkdir(parents=True, exist_ok=True)
        keep_private(data)
        rehearsal.mkdir()
        ready = rehearsal / DATABASE
        copy(plain, ready)
        set_up_django("demo", rehearsal, "127.0.0.1")
        bring_up(rehearsal, keep_copy=False)
        again = _erase_again(data, current)
        # One of an older release has sessions.
        drop_sessions(ready)
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
    if again:
        who = "1 student who was" if again == 1 else f"{again} students who were"
        typer.echo(f"{who} erased since that backup: erased again.")
    if kept is not None:
        typer.echo(f"What it replaced is saved in {kept}.")


def _erase_again(data: Path, current: Path) -> int:
    """Whoever was erased after the backup stays erased. Django is set up for the copy."""
    from django.utils import timezone

    from oxgang.academy.erasures import erasures_of
    from oxgang.practice.services.erasing import erase_again

    return erase_again(erasures_of(data, current), now=timezone.now())
