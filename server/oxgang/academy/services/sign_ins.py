"""Where people are signed in: kept with each sign-in, ended one by one or all at once."""

from __future__ import annotations

from datetime import datetime

from django.contrib.sessions.models import Session
from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Coach, SignIn
from oxgang.academy.services.throttle import address_of


def signed_in(request: HttpRequest, coach: Coach, now: datetime) -> None:
    """Write down a sign-in; one whose session is over is forgotten."""
    if request.session.session_key is None:
        request.session.save()
    clean(coach)
    SignIn.objects.update_or_create(
        session=request.session.session_key,
        defaults={
            "coach": coach,
            "at": now,
            "seen_at": now,
            "where": address_of(request)[:64],
            "browser": request.headers.get("User-Agent", "")[:200],
        },
    )


def seen(request: HttpRequest, coach: Coach, now: datetime) -> None:
    """Once a day: a session that is in use. One from before sign-ins were kept is kept from now."""
    key = request.session.session_key
    if key is None:
        return
    if not SignIn.objects.filter(session=key).update(seen_at=now):
        signed_in(request, coach, now)


def sign_ins_of(coach: Coach) -> list[SignIn]:
    """Where the person is signed in, newest first."""
    live = Session.objects.filter(expire_date__gt=timezone.now()).values("session_key")
    return list(SignIn.objects.filter(coach=coach, session__in=live).order_by("-seen_at", "-pk"))


@transaction.atomic
def end_one(coach: Coach, sign_in_id: int) -> None:
    """Sign out one of the person's own browsers.

    Raises
    ------
    NotFound
        When it is not the person's.
    """
    found = SignIn.objects.filter(coach=coach, pk=sign_in_id).first()
    if found is None:
        raise NotFound("There is no such sign-in here.")
    Session.objects.filter(session_key=found.session).delete()
    found.delete()


@transaction.atomic
def end_all(coach: Coach, *, but: str | None = None) -> int:
    """Sign out everywhere, but for one session. Returns from how many browsers."""
    rows = SignIn.objects.filter(coach=coach).exclude(session=but or "")
    keys = list(rows.values_list("session", flat=True))
    Session.objects.filter(session_key__in=keys).delete()
    rows.delete()
    return len(keys)


def clean(coach: Coach | None = None) -> None:
    """Forget sign-ins whose session is over, of one person or of all."""
    rows = SignIn.objects.all() if coach is None else SignIn.objects.filter(coach=coach)
    rows.exclude(session__in=Session.objects.values("session_key")).delete()
