"""Who is asking: the session's coach. CSRF is checked on every write."""

from __future__ import annotations

from typing import cast

from django.http import HttpRequest
from ninja.security import SessionAuth

from oxgang.academy.models import Coach


class CoachSession(SessionAuth):
    """Lets a signed-in coach pass; `coach_of(request)` is then that coach."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Coach | None:
        return signed_in_coach(request)


def signed_in_coach(request: HttpRequest) -> Coach | None:
    """The coach of this session with the academy, or None. One query beside the session's two."""
    if not request.user.is_authenticated:
        return None
    return Coach.objects.select_related("academy").filter(user=request.user).first()


def coach_of(request: HttpRequest) -> Coach:
    """The coach whom `CoachSession` let pass."""
    return cast(Coach, request.auth)  # type: ignore[attr-defined]
