"""Who may look into a student's own place: who has the link, and the code where there is one."""

from __future__ import annotations

from typing import Final

from django.conf import settings
from django.core import signing
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from oxgang.academy.tokens import hash_of
from oxgang.core.errors import OxgangError, ProblemCode
from oxgang.matrix.models import CardLink
from oxgang.practice.selectors.portal import link_of

# A phone that knew the code is not asked again for so long.
KNOWN_FOR_S: Final = 400 * 24 * 3600
SALT: Final = "oxgang.code"


class Gone(OxgangError):
    """There is nothing behind this link."""

    code = ProblemCode.NOT_FOUND


class CodeNeeded(OxgangError):
    """The link asks for a code first."""

    code = ProblemCode.CODE_NEEDED


def let_in(request: HttpRequest, token: str) -> CardLink:
    """The link of a token.

    Raises
    ------
    Gone
        For one that is unknown, ended or past its day.
    CodeNeeded
        When this phone has not given its code yet.
    """
    link = known(token)
    if link.code and not _knows(request, link):
        raise CodeNeeded("Type your code.", field="code")
    return link


def known(token: str) -> CardLink:
    """The link of a token, whether or not its code is known.

    Raises
    ------
    Gone
        For one that is unknown, ended or past its day.
    """
    link = link_of(token, timezone.now())
    if link is None:
        raise Gone("This card link has ended. Ask your coach for a new one.")
    return link


def remember(response: HttpResponse, link: CardLink) -> None:
    """This phone knows the code, as long as it is that one."""
    response.set_cookie(
        _name(link),
        signing.dumps(_proof(link), salt=SALT),
        max_age=KNOWN_FOR_S,
        path="/c/",
        secure=settings.SESSION_COOKIE_SECURE,
        httponly=True,
        samesite="Strict",
    )


def _knows(request: HttpRequest, link: CardLink) -> bool:
    cookie = request.COOKIES.get(_name(link))
    if cookie is None:
        return False
    try:
        return bool(signing.loads(cookie, salt=SALT, max_age=KNOWN_FOR_S) == _proof(link))
    except signing.BadSignature:
        return False


def _name(link: CardLink) -> str:
    return f"oxgang-code-{link.pk}"


def _proof(link: CardLink) -> str:
    return hash_of(f"{link.pk} {link.code}")
