"""Bringing a database up to this version: a copy first, and a look at every table afterwards."""

from __future__ import annotations

import sqlite3
from datetime import UTC, datetime
from pathlib import Path

from oxgang.cli.copies import write_backup
from oxgang.cli.database import DATABASE, OtherVersion, UnusableBackup, check_version, reason


class UpgradeFailed(Exception):
    """The database could not be brought up to this version; the message is a sentence."""


def bring_up(data: Path, *, keep_copy: bool = True) -> None:
    """Apply what this version adds to the database of a folder. Django is set up for it.

    Raises
    ------
    UpgradeFailed
        For a newer database, one from before release 0.1, a migration that fails, or a table or
        column that is missing. Where something was applied, the sentence names the copy of before.
    """
    from django.core.management import call_command
    from django.db import DatabaseError, connection, connections
    from django.db.migrations.exceptions import InconsistentMigrationHistory
    from django.db.migrations.executor import MigrationExecutor

    current, kept = data / DATABASE, None
    try:
        if current.is_file() and current.stat().st_size and _has_migrations(current):
            check_version(current, in_use=True)
        executor = MigrationExecutor(connection)
        waiting = executor.migration_plan(executor.loader.graph.leaf_nodes())
        if waiting and executor.loader.applied_migrations and keep_copy:
            stamp = f"{datetime.now(UTC):%Y%m%d-%H%M%S-%f}"
            kept = write_backup(current, data / f"before-upgrade-{stamp}.sqlite3")
        if waiting:
            call_command("migrate", verbosity=0)
        # A database of release 0.1 has all that version 1 begins with: the new names are noted.
        executor.check_replacements()
        _look_at_every_table()
        if waiting:
            _freeze_versions()
    except OtherVersion as error:
        raise UpgradeFailed(f"the database {error}") from None
    except (
        DatabaseError,
        sqlite3.Error,
        OSError,
        UnusableBackup,
        ValueError,
        InconsistentMigrationHistory,
    ) as error:
        where = f". The previous database is saved in {kept}" if kept else ""
        raise UpgradeFailed(f"it could not be brought up to this version: {reason(error)}{where}") from None
    finally:
        connections.close_all()


def _has_migrations(file: Path) -> bool:
    with sqlite3.connect(f"{file.absolute().as_uri()}?mode=ro", uri=True) as database:
        found = database.execute("SELECT 1 FROM sqlite_master WHERE name = 'django_migrations'").fetchone()
    database.close()
    return found is not None


def _freeze_versions() -> None:
    """What a phone shows of a version that an earlier release published is kept from now on."""
    from oxgang.matrix.selectors.phone import freeze_all

    freeze_all()


def _look_at_every_table() -> None:
    """Read one row of every table with all its columns: one that is missing raises."""
    from django.apps import apps

    for model in apps.get_models(include_auto_created=True):
        model._default_manager.order_by().first()
