"""What every request passes: its size, how its answer is packed, and that daily use keeps a
session alive."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final

from django.core.exceptions import DisallowedHost
from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.middleware.gzip import GZipMiddleware
from django.utils.html import escape

from oxgang.api.account.sessions import keep
from oxgang.api.problems import problem, signed_out
from oxgang.config.limits import limit_of, too_large
from oxgang.core.errors import ProblemCode

Next = Callable[[HttpRequest], HttpResponse]

# Addresses that answer with data, and the one page among them: it holds nothing of a student, and a
# phone keeps it for a dead network.
DATA: Final = ("/api/", "/c/", "/cal/")
PAGE: Final = re.compile(r"/c/[^/]+")
MOST_NAME: Final = 200
# What a phone waits for: matrices and words are text, and ten times smaller packed.
PACKED: Final = ("application/json", "text/")


# What somebody reads who comes by an address that is not allowed: the page of the web, and no more.
UNKNOWN_NAME: Final = """<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Oxgang</title>
<h1>Oxgang doesn't answer at this address</h1>
<p>It runs here, and {name} is not among the addresses that it was started for.</p>
<p>Whoever started it can allow it: <code>oxgang serve --lan</code> for phones and tablets of the same
network, or <code>oxgang serve --names {name}</code> for this name.</p>
</html>
"""


class KnownNames:
    """Answers a request by a name that is not allowed with a page that says what allows it."""

    def __init__(self, get_response: Next) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        try:
            request.get_host()
        except DisallowedHost:
            asked = request.META.get("HTTP_HOST", "")
            name = re.sub(r":\d+$", "", asked)[:MOST_NAME]
            return HttpResponse(UNKNOWN_NAME.format(name=escape(name) or "this name"), status=400)
        return self.get_response(request)


class GZipText(GZipMiddleware):
    """Packs text answers. What is streamed goes out line by line as it is; pictures and PDFs are
    packed already."""

    def process_response(self, request: HttpRequest, response: HttpResponseBase) -> HttpResponseBase:
        if response.streaming or not response.get("Content-Type", "").startswith(PACKED):
            return response
        return super().process_response(request, response)


class OfNobodyElse:
    """Answers with data are kept by no cache on the way, and are no page of their own."""

    def __init__(self, get_response: Next) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        if request.path.startswith(DATA) and not PAGE.fullmatch(request.path):
            response["Cache-Control"] = "no-store"
            if response.get("Content-Type", "").startswith("application/"):
                response.setdefault("Content-Disposition", 'attachment; filename="answer.json"')
        return response


class BodyLimits:
    """Refuses a body that is too large or of another type than is read there, or a file from somebody
    unknown, before it is read."""

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
            return problem(status, ProblemCode.TOO_LARGE, too_large(limit), "file" if limit.upload else "")
        wanted = "multipart/form-data" if limit.upload else "application/json"
        if length and request.path.startswith(DATA) and request.content_type != wanted:
            return problem(415, ProblemCode.MALFORMED, f"Send this as {wanted}. Nothing was saved.")
        return self.get_response(request)


class KeepSession:
    """Moves the end of a session ahead while it is used, so that none ends in the middle of a lesson."""

    def __init__(self, get_response: Next) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.user.is_authenticated:
            keep(request)
        return self.get_response(request)
