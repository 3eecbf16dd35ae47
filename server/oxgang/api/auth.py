"""Who is asking: the session's coach. CSRF is checked on every write."""

from __future__ import annotations

import logging
from typing import Final, cast

from django.db import OperationalError
from django.http import HttpRequest
from django.utils import timezone
from ninja.security import SessionAuth

from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.services.log import record_export
from oxgang.academy.services.second_factor import FactorMissing, has_factor
from oxgang.api.account.sessions import refuse_without_proof
from oxgang.api.rights import Right, address_of, refuse_without_right, right_for, wants_proof
from oxgang.core.errors import OxgangError, ProblemCode

# Whose page asks: two coaches at one tablet must not write in each other's name.
PAGE_OF: Final = "X-Oxgang-Coach"
log = logging.getLogger(__name__)


class CoachRequest(HttpRequest):
    """A request that `CoachSession` let pass."""

    coach: Coach


class CoachSession(SessionAuth):
    """Lets a signed-in coach pass; `request.coach` is then that coach."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Coach | None:
        coach = signed_in_coach(request)
        meant = request.headers.get(PAGE_OF)
        if coach is not None and meant is not None and meant != str(coach.pk):
            raise OtherCoach(
                f"{coach.name} is signed in here now. Nothing was read or saved for anyone else."
            )
        if coach is not None:
            _refuse_without_factor(request, coach)
            refuse_without_right(request, coach)
            if wants_proof(request.method or "GET", address_of(request)):
                refuse_without_proof(request)
            cast(CoachRequest, request).coach = coach
        return coach


def _refuse_without_factor(request: HttpRequest, coach: Coach) -> None:
    """Where the academy asks for a second factor, nothing else is done before there is one."""
    if not coach.academy.second_factor or right_for("GET", address_of(request)) is Right.OWN:
        return
    if not has_factor(coach):
        raise FactorMissing("Your academy requires a second factor. Set it up under your name.")


class OtherCoach(OxgangError):
    """The request comes from a page of a coach who is no longer the one signed in."""

    code = ProblemCode.OTHER_COACH


def signed_in_coach(request: HttpRequest) -> Coach | None:
    """The coach of this session with the academy, or None. One query beside the session's two."""
    if not request.user.is_authenticated:
        return None
    here = Coach.objects.select_related("academy", "user").filter(left_at=None)
    return here.filter(user=request.user).first()


def took_away(request: CoachRequest, student: Student, what: str, *, version: int | None = None) -> None:
    """Write down that a file of a student left the academy.

    The one thing that reading an address writes: whose data went where is asked for later. On a
    full disk the file goes out all the same, for it may be the last copy.
    """
    try:
        did = AuditAction.TAKEN_AWAY if version is None else AuditAction.CARD_TAKEN_AWAY
        values = {"what": what, "version": version}
        record_export(student, did, values, by=request.coach, now=timezone.now())
    except OperationalError:
        log.exception("Not in the log: %s of student %s was taken away", what, student.pk)
