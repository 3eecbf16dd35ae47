"""What every request passes: its size, and that daily use keeps a session alive."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from oxgang.api.problems import problem, signed_out
from oxgang.config.limits import limit_of, too_large
from oxgang.core.errors import ProblemCode

Next = Callable[[HttpRequest], HttpResponse]
# When the session was last made to last longer.
RENEWED: Final = "renewed"


class BodyLimits:
    """Refuses a body that is too large, or a file from somebody unknown, before it is read."""

    def __init__(self, get_response: Next) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        limit = limit_of(request.path)
        try:
            length = int(request.META.get("CONTENT_LENGTH") or 0)
        except ValueError:
            length = 0
        if limit.upload and request.method == "POST" and not request.user.is_authenticated:
            return signed_out()
        if length > limit.most:
            status = 422 if limit.upload else 413
            return problem(
                status, ProblemCode.TOO_LARGE, too_large(limit), "file" if limit.upload else ""
            )
        return self.get_response(request)


class KeepSession:
    """Moves the end of a session ahead once a day, so that none ends in the middle of a lesson."""

    def __init__(self, get_response: Next) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        today = timezone.now().date().isoformat()
        if request.user.is_authenticated and request.session.get(RENEWED) != today:
            request.session[RENEWED] = today
        return self.get_response(request)
