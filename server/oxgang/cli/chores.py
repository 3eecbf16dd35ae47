"""What the keeper does once a night: a backup, and clearing away what is over."""

from __future__ import annotations

import logging
import sqlite3
from datetime import datetime, timedelta
from pathlib import Path
from typing import TYPE_CHECKING, Final

from oxgang.academy.server_state import note
from oxgang.cli.copies import clear_old_copies, newest, write_dated
from oxgang.cli.database import UnusableBackup, is_whole, reason

if TYPE_CHECKING:
    from oxgang.config.environment import Environment

# Nobody is on the range then.
HOUR_UTC: Final = 2
A_DAY: Final = timedelta(hours=20)
AGAIN: Final = timedelta(minutes=30)
# One-time links that are over are kept so long, so that the log can be understood.
LINKS_KEPT: Final = timedelta(days=90)
log = logging.getLogger(__name__)


class Chores:
    """The night's work, done when its hour has come and not twice a day."""

    def __init__(self, environment: Environment) -> None:
        self._data = environment.data
        self._database = environment.database
        self._backups = environment.backups
        self._keep = environment.backups_keep
        self._cleared: datetime | None = None
        self._tried: datetime | None = None

    def do(self, now: datetime) -> None:
        """Whatever is due. A backup that fails is logged, and tried again after a while."""
        if self._cleared is None or now - self._cleared > A_DAY:
            self._cleared = now
            clear(self._data, now)
            note(damaged=not is_whole(self._database))
        if self._backups is None or (self._tried and now - self._tried < AGAIN):
            return
        last = newest(self._backups, now) if self._backups.is_dir() else None
        if last is not None:
            note(backup=last.isoformat())
        due = last is None or (now.hour == HOUR_UTC and now - last > timedelta(hours=2))
        if not due and last is not None and now - last <= timedelta(hours=26):
            return
        self._tried = now
        try:
            write_dated(self._database, self._backups, self._keep)
            note(backup=now.isoformat())
        except (OSError, sqlite3.Error, UnusableBackup) as error:
            log.error("The nightly backup was not written: %s", reason(error))


def clear(data: Path, now: datetime) -> None:
    """Sessions and sign-ins that are over, old one-time links, old copies."""
    from django.core.management import call_command

    from oxgang.academy.models import EntryLink
    from oxgang.academy.services.sign_ins import clean

    call_command("clearsessions", verbosity=0)
    clean()
    EntryLink.objects.filter(expires_at__lt=now - LINKS_KEPT).delete()
    clear_old_copies(data, now)
