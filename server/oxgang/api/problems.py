"""Errors as problem+json (RFC 9457): a stable code, one plain sentence, the field it concerns."""

from __future__ import annotations

import logging
from typing import Any, Final

from django.core.exceptions import SuspiciousOperation
from django.db import OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError
from ninja.errors import ValidationError as NinjaValidationError
from ninja.parser import Parser

from oxgang.academy.errors import ChangedMeanwhile, ErasedStudent, NotAllowed, NotFound, ProofNeeded
from oxgang.academy.services.second_factor import FactorMissing
from oxgang.api.readers import reader_of
from oxgang.api.reading import Busy
from oxgang.core.errors import ConfirmationNeeded, OxgangError, ProblemCode
from oxgang.core.units import STORED, UnitSet
from oxgang.files.json_text import read_json
from oxgang.range_sessions.feeds.monitor import MalformedFeed
from oxgang.range_sessions.services.bays import GroupOver
from oxgang.range_sessions.services.devices import TooManyBalls

log = logging.getLogger(__name__)
# How SQLite and the system say that there is no room.
NO_ROOM: Final = ("disk is full", "no space left", "quota exceeded", "file too large")
STATUS: dict[type[OxgangError], int] = {
    NotFound: 404,
    ConfirmationNeeded: 409,
    ChangedMeanwhile: 409,
    NotAllowed: 403,
    FactorMissing: 403,
    ProofNeeded: 403,
    ErasedStudent: 410,
    GroupOver: 409,
    MalformedFeed: 400,
    TooManyBalls: 429,
    Busy: 503,
}


def problem(status: int, code: ProblemCode, sentence: str, field: str = "") -> JsonResponse:
    """A problem+json response."""
    return JsonResponse(
        {
            "type": f"oxgang:{code}",
            "status": status,
            "code": code,
            "title": sentence,
            "field": field,
        },
        status=status,
        content_type="application/problem+json",
    )


def locked_out(request: HttpRequest, response: HttpResponse | None, *args: Any) -> HttpResponse:
    """What a log-in that was tried too often gets."""
    return problem(
        429,
        ProblemCode.TOO_MANY_TRIES,
        "Too many wrong passwords. Wait a quarter of an hour and try again.",
        "password",
    )


def signed_out() -> JsonResponse:
    """What a request without a session gets."""
    return problem(401, ProblemCode.SIGNED_OUT, "You're signed out. Sign in again, nothing is lost.")


class StrictJson(Parser):
    """Bodies are read by the same rules as files. What cannot be read is a 400."""

    def parse_body(self, request: HttpRequest) -> Any:
        return read_json(request.body)


def _reader(request: HttpRequest, error: OxgangError) -> UnitSet:
    """The units of whoever reads an error: asked for only where it has a quantity in it."""
    return STORED if error.sentence == error.template else reader_of(request)


def install(api: NinjaAPI) -> None:
    """Register the handlers on an API."""

    @api.exception_handler(OxgangError)
    def oxgang_error(request: HttpRequest, error: OxgangError) -> HttpResponse:
        status = next((s for kind, s in STATUS.items() if isinstance(error, kind)), 422)
        return problem(status, error.code, error.sentence_in(_reader(request, error)), error.field)

    @api.exception_handler(NinjaValidationError)
    def invalid(request: HttpRequest, error: NinjaValidationError) -> HttpResponse:
        first = error.errors[0]
        places = [str(part) for part in first["loc"] if part not in ("body", "query", "path", "form")]
        field = places[-1] if places else ""
        name = field.replace("_", " ") or "request"
        return problem(422, ProblemCode.UNUSABLE_INPUT, f"{name}: {first['msg']}.", field)

    @api.exception_handler(AuthenticationError)
    def unauthenticated(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
        return signed_out()

    @api.exception_handler(HttpError)
    def http_error(request: HttpRequest, error: HttpError) -> HttpResponse:
        # The token is checked before the session; to a person an expired session is the news.
        if error.status_code == 403 and not request.user.is_authenticated:
            return signed_out()
        if error.status_code == 400:
            return problem(400, ProblemCode.MALFORMED, "The request isn't valid JSON. Nothing was saved.")
        return problem(error.status_code, ProblemCode.REFUSED, str(error))

    @api.exception_handler(SuspiciousOperation)
    def too_much(request: HttpRequest, error: SuspiciousOperation) -> HttpResponse:
        sentence = "The request is too large. Nothing was saved."
        return problem(400, ProblemCode.MALFORMED, sentence)

    @api.exception_handler(Exception)
    def broken(request: HttpRequest, error: Exception) -> HttpResponse:
        return failed(request, error)


def failed(request: HttpRequest, error: BaseException | None = None) -> HttpResponse:
    """What a request gets when the server itself could not go on. Nothing of it was stored."""
    text = str(error).lower()
    if isinstance(error, OperationalError | OSError) and any(word in text for word in NO_ROOM):
        log.error("The disk is full: %s %s", request.method, request.path)
        return problem(
            507,
            ProblemCode.DISK_FULL,
            "The server's disk is full. Nothing was saved on it, but what you typed is still here. Free "
            "up space on the server.",
        )
    if isinstance(error, OperationalError):
        log.error("The database did not answer: %s %s (%s)", request.method, request.path, error)
        return problem(
            503,
            ProblemCode.BUSY,
            "The database is busy. Nothing was saved. Try again in a moment.",
        )
    log.error("Failed: %s %s", request.method, request.path, exc_info=error)
    return problem(
        500,
        ProblemCode.FAILED,
        "Something went wrong on the server. Nothing was changed. Details are in its log.",
    )
