"""How long a sign-in lasts, and whether its password was typed just now.

A session ends by itself at the latest `LONGEST_S` after the sign-in, on a shared tablet `SHARED_S`
after it, and sooner when nobody uses it for as long as the academy says. All three are kept as the
session's own expiry, so that every process and the database agree.
"""

from __future__ import annotations

import time
from typing import Final

from django.contrib.auth import login
from django.http import HttpRequest
from django.utils import timezone

from oxgang.academy.errors import ProofNeeded
from oxgang.academy.models import AuditAction, Coach
from oxgang.academy.services import sign_ins, throttle
from oxgang.academy.services.log import record_academy_entry

LONGEST_S: Final = 30 * 24 * 3600
SHARED_S: Final = 12 * 3600
USUAL_IDLE_S: Final = 14 * 24 * 3600
# The end is moved ahead so many times in the time without use after which a session ends.
STEPS: Final = 24
# A password that was typed so long ago is asked for once more where much hangs on it.
FRESH_S: Final = 15 * 60
# Keys of a session: its last moment, the time without use, when that was last moved, when the
# password was typed, and the entry of its own sign-in.
ENDS, IDLE, MOVED, PROVED, ENTRY = "ends", "idle", "moved", "proved", "entry"


def start(request: HttpRequest, coach: Coach, *, shared: bool = False) -> None:
    """Sign a person in, whose password was typed now."""
    now = timezone.now()
    login(request, coach.user, backend="django.contrib.auth.backends.ModelBackend")
    session, clock = request.session, now.timestamp()
    session[ENDS] = clock + (SHARED_S if shared else LONGEST_S)
    session[IDLE] = coach.academy.idle_hours * 3600
    session[PROVED] = clock
    _move(request, clock)
    sign_ins.signed_in(request, coach, now)
    where = throttle.address_of(request)
    entry = record_academy_entry(coach.academy, AuditAction.SIGNED_IN, {"where": where}, by=coach, now=now)
    session[ENTRY] = entry.pk


def keep(request: HttpRequest) -> None:
    """Move the end of a session in use ahead, now and then."""
    session, clock = request.session, time.time()
    session.setdefault(ENDS, clock + LONGEST_S)  # one of an earlier release
    if clock - session.get(MOVED, 0) > session.get(IDLE, USUAL_IDLE_S) / STEPS:
        _move(request, clock)


def _move(request: HttpRequest, clock: float) -> None:
    session = request.session
    session[MOVED] = clock
    session.set_expiry(max(1, int(min(session.get(IDLE, USUAL_IDLE_S), session[ENDS] - clock))))


def prove(request: HttpRequest) -> None:
    """The password was typed again."""
    request.session[PROVED] = time.time()


def refuse_without_proof(request: HttpRequest) -> None:
    """Refuse what a browser that was left open must not do.

    Raises
    ------
    ProofNeeded
        When the password was not typed lately.
    """
    if time.time() - request.session.get(PROVED, 0) > FRESH_S:
        raise ProofNeeded("Type your password again to do this.")
