"""A process beside the server that renews summaries and matrices after writes and each morning."""

from __future__ import annotations

import logging
import os
import subprocess
import threading
import time
from collections.abc import Sequence
from typing import Final

PAUSE_S: Final = 2.0
BREATHE_S: Final = 0.5
AT_ONCE: Final = 50
# How soon a keeper that has gone is started again: longer each time that it goes at once.
AGAIN_S: Final = (0.5, 2.0, 10.0, 60.0)
LASTED_S: Final = 30.0

log = logging.getLogger(__name__)


class KeeperProcess:
    """A command that is started again whenever it ends, until `stop`."""

    def __init__(self, command: Sequence[str]) -> None:
        self._command = command
        self._stopped = threading.Event()
        self._process: subprocess.Popen[bytes] | None = None
        self._thread = threading.Thread(target=self._run, daemon=True)
        self._thread.start()

    def _run(self) -> None:
        tries = 0
        while not self._stopped.is_set():
            started = time.monotonic()
            # Its environment names the mode and the data; it ends when this process does.
            self._process = subprocess.Popen(self._command)
            self._process.wait()
            if self._stopped.is_set():
                return
            tries = 0 if time.monotonic() - started > LASTED_S else tries + 1
            log.warning("The keeper has gone (%s) and is started again", self._process.returncode)
            self._stopped.wait(AGAIN_S[min(tries, len(AGAIN_S)) - 1] if tries else AGAIN_S[0])

    def stop(self) -> None:
        """End it for good."""
        self._stopped.set()
        if self._process is not None:
            self._process.terminate()


def keep(parent: int) -> None:
    """Renew what is old until the server (its process id) is gone."""
    from django.conf import settings
    from django.db import OperationalError
    from django.utils import timezone

    from oxgang.academy.models import Academy
    from oxgang.cli.chores import Chores
    from oxgang.matrix.services.stored import renewed
    from oxgang.matrix.services.summary import stale_in
    from oxgang.practice.services.erasing import finish_erasures
    from oxgang.range_sessions.services.moved import bring_along

    os.nice(10)
    beat = settings.ENV.keeper_beat
    chores = Chores(settings.ENV)
    while os.getppid() == parent:
        try:
            done = 0
            beat.touch()
            chores.do(timezone.now())
            finish_erasures(timezone.now())
            for academy in Academy.objects.all():
                bring_along(academy, BREATHE_S)
                for one in stale_in(academy, timezone.now(), AT_ONCE):
                    if os.getppid() != parent:
                        return
                    done += renewed(one.student_id, academy, timezone.now())
                    beat.touch()
        except OperationalError:
            # A backup is being restored, or another writer holds on: try again later.
            done = 0
        # While balls come, each makes the same student old again: the next look can wait a little,
        # and the coach's own ball goes first.
        time.sleep(BREATHE_S if done else PAUSE_S)
