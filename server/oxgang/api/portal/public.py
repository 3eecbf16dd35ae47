"""A student's own place behind the private link: one student's, without an account."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.views.decorators.cache import never_cache
from ninja import NinjaAPI, Schema
from ninja.decorators import decorate_view
from pydantic import Field

from oxgang.api import problems
from oxgang.api.course.schemas import CourseSaved, CourseShotIn
from oxgang.api.lessons.router import as_jpeg
from oxgang.api.portal.content import content_of
from oxgang.api.portal.link_access import CodeNeeded, Gone, known, let_in, remember
from oxgang.api.practice.content import hit_of, round_out
from oxgang.api.practice.schemas import RoundIn, RoundRefused, RoundSaved
from oxgang.api.problems import StrictJson
from oxgang.core.practice.portal import Shows
from oxgang.practice.selectors.portal import opened, pictures_of, shows_of
from oxgang.practice.services.course import log_course_shot
from oxgang.practice.services.rounds import save_round, write_refused
from oxgang.practice.services.sharing import CodeLocked, try_code

portal_api = NinjaAPI(
    title="Oxgang, a student's own place",
    urls_namespace="portal",
    parser=StrictJson(),
    docs_url=None,
    openapi_url=None,
)
problems.install(portal_api)
problems.STATUS[Gone] = 404
problems.STATUS[CodeNeeded] = 401
problems.STATUS[CodeLocked] = 429


class Code(Schema):
    code: str = Field(max_length=12)


@portal_api.get("/{token}/portal.json")
@decorate_view(never_cache)
def everything(request: HttpRequest, token: str) -> dict[str, Any]:
    """All that the student sees beside the card."""
    link, now = let_in(request, token), timezone.now()
    opened(link, now)
    return content_of(link.student, now)


@portal_api.post("/{token}/code")
def code(request: HttpRequest, token: str, data: Code, response: HttpResponse) -> dict[str, bool]:
    """Whether the code opens the link; this phone is then not asked again."""
    link = known(token)
    opens = not link.code or try_code(link.pk, data.code, now=timezone.now())
    if opens:
        remember(response, link)
    return {"opens": opens}


@portal_api.put("/{token}/rounds", response=RoundSaved)
def put_round(request: HttpRequest, token: str, data: RoundIn) -> RoundSaved:
    """The student's own report of a round: kept once, its balls into the coach's review."""
    student = let_in(request, token).student
    if not shows_of(student) & {Shows.HOMEWORK, Shows.PRACTICE}:
        raise Gone("Practice is turned off here. Ask your coach.")
    saved = save_round(student, hit_of(student, data), by=None, now=timezone.now())
    return RoundSaved(round=round_out(saved.round), balls=saved.balls, left_out=saved.left_out)


@portal_api.put("/{token}/course", response=CourseSaved)
def put_course_shot(request: HttpRequest, token: str, data: CourseShotIn) -> CourseSaved:
    """A shot that the student logged on the course: kept once."""
    student = let_in(request, token).student
    if Shows.COURSE not in shows_of(student):
        raise Gone("Logging on the course is turned off here. Ask your coach.")
    saved = log_course_shot(student, data.as_core(), now=timezone.now())
    return CourseSaved(uid=saved.uid)


@portal_api.post("/{token}/rounds/refused", response={204: None})
def tell_refused(request: HttpRequest, token: str, data: RoundRefused) -> tuple[int, None]:
    """What was hit in a round that was refused: the coach reads it in the student's history."""
    student = let_in(request, token).student
    write_refused(student, data.uid, data.why, data.played, now=timezone.now())
    return 204, None


@portal_api.get("/{token}/pictures/{picture_id}/still.jpg")
@decorate_view(never_cache)
def picture(request: HttpRequest, token: str, picture_id: int) -> HttpResponse:
    """A position of the student's own, where the coach allows it."""
    student = let_in(request, token).student
    found = pictures_of(student).filter(pk=picture_id).first()
    if found is None or Shows.PICTURES not in shows_of(student):
        raise Gone("There is no such picture here.")
    return as_jpeg(found)
