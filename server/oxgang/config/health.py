"""GET /healthz: whether database, disk, keeper and backups are there, for whoever watches the server."""

from __future__ import annotations

import shutil
import time
from typing import Final

from django.conf import settings
from django.db import DatabaseError, connection
from django.http import HttpRequest, JsonResponse
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

from oxgang.academy.server_state import ServerTrouble, troubles

# Less room than this and the next days' balls may not be stored.
ROOM_BYTES: Final = 200 * 1024 * 1024
# The keeper says so every two seconds, and between any two students.
SILENT_S: Final = 60.0


@require_safe
@never_cache
def health(request: HttpRequest) -> JsonResponse:
    """Each part as "ok" or what is wrong; 503 when one of them is not ok."""
    parts = {"database": _database(), "disk": _disk(), "keeper": _keeper(), "backup": _backup()}
    well = all(state == "ok" for state in parts.values())
    return JsonResponse({"ok": well, **parts}, status=200 if well else 503)


def _database() -> str:
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT count(*) FROM academy_academy")
            cursor.fetchone()
    except DatabaseError:
        return "does not answer"
    return "is damaged" if ServerTrouble.DAMAGED in troubles(timezone.now()) else "ok"


def _backup() -> str:
    wrong = {ServerTrouble.NO_BACKUP: "none yet", ServerTrouble.OLD_BACKUP: "is old"}
    return next((wrong[one] for one in troubles(timezone.now()) if one in wrong), "ok")


def _disk() -> str:
    try:
        free = shutil.disk_usage(settings.ENV.data).free
    except OSError:
        return "is not there"
    return "ok" if free >= ROOM_BYTES else "is nearly full"


def _keeper() -> str:
    try:
        silent = time.time() - settings.ENV.keeper_beat.stat().st_mtime
    except OSError:
        return "is not running"
    return "ok" if silent <= SILENT_S else "does not answer"
