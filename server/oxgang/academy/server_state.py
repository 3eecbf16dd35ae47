"""What the keeper knows of the server: its last backup, and whether the database is whole.

It stands in a file beside the database, so that it can be read when the database cannot.
"""

from __future__ import annotations

import json
from datetime import datetime, timedelta
from enum import StrEnum
from typing import Any, Final

from django.conf import settings

# A night may be missed; two are not.
OLD: Final = timedelta(hours=50)


class ServerTrouble(StrEnum):
    """What a head coach and whoever watches the server have to know."""

    DAMAGED = "server-damaged"
    NO_BACKUP = "server-no-backup"
    OLD_BACKUP = "server-old-backup"


def note(**what: Any) -> None:
    """Remember something for `troubles`; a disk that is full remembers nothing."""
    file, noted = settings.ENV.data / "keeper.json", _noted()
    if noted | what == noted:
        return
    try:
        part = file.with_suffix(".part")
        part.write_text(json.dumps(noted | what), encoding="utf-8")
        part.replace(file)
    except OSError:
        return


def _noted() -> dict[str, Any]:
    try:
        found = json.loads((settings.ENV.data / "keeper.json").read_text(encoding="utf-8"))
    except (OSError, ValueError):
        return {}
    return found if isinstance(found, dict) else {}


def noted(name: str) -> Any:
    """What was noted last under a name; None for nothing."""
    return _noted().get(name)


def troubles(now: datetime) -> list[ServerTrouble]:
    """What is wrong. Backups are looked at only where the server writes some."""
    noted = _noted()
    found = [ServerTrouble.DAMAGED] if noted.get("damaged") else []
    if settings.ENV.backups is None:
        return found
    try:
        last = datetime.fromisoformat(noted["backup"])
    except (KeyError, TypeError, ValueError):
        return [*found, ServerTrouble.NO_BACKUP]
    return [*found, ServerTrouble.OLD_BACKUP] if now - last > OLD else found
