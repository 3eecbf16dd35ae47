"""A process beside the server that renews summaries and matrices after writes and each morning."""

from __future__ import annotations

import os
import time

PAUSE_S = 2.0
AT_ONCE = 50


def keep(parent: int) -> None:
    """Renew what is old until the server (its process id) is gone."""
    from django.db import OperationalError
    from django.utils import timezone

    from oxgang.academy.models import Academy
    from oxgang.api.matrix.stored import renewed
    from oxgang.matrix.services.summary import stale_in

    os.nice(10)
    while os.getppid() == parent:
        try:
            done = 0
            for academy in Academy.objects.all():
                for one in stale_in(academy, timezone.now(), AT_ONCE):
                    if os.getppid() != parent:
                        return
                    done += renewed(one.student_id, academy, timezone.now())
        except OperationalError:
            # A backup is being restored, or another writer holds on: try again later.
            done = 0
        if not done:
            time.sleep(PAUSE_S)
