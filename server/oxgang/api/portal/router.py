"""What a student sees, and private links to it."""

from __future__ import annotations

from uuid import UUID

import segno
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Coach, Student
from oxgang.academy.selectors.consent import agreed
from oxgang.academy.selectors.people import student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.card.address import public_base
from oxgang.api.fields import made
from oxgang.api.portal.schemas import CodeIn, LinkIn, LinkMade, LinkOut, SharingOut, ShownIn
from oxgang.core.errors import InputError
from oxgang.core.practice.portal import Shows, usual_parts
from oxgang.matrix.models import CardLink
from oxgang.matrix.services.publishing import make_link, revoke_link
from oxgang.practice.selectors.portal import chosen_for
from oxgang.practice.services.sharing import (
    NEEDS_CODE,
    TRIES_IN_ALL,
    checked_code,
    renew_link,
    set_code,
    share,
)

router = Router(tags=["portal"])


def _link(link: CardLink) -> LinkOut:
    return made(
        LinkOut,
        id=link.pk,
        made_at=link.made_at,
        expires_at=link.expires_at,
        revoked_at=link.revoked_at,
        opened_at=link.opened_at,
        opened=link.opened,
        made_by=link.made_by.name if link.made_by else "",
        with_code=bool(link.code),
        locked=bool(link.code) and link.wrong_codes >= TRIES_IN_ALL,
    )


def _made(request: HttpRequest, coach: Coach, link: CardLink, token: str) -> LinkMade:
    base, reached = public_base(request, coach.academy)
    url = f"{base}/c/{token}"
    qr = segno.make(url, error="m").svg_data_uri(scale=5, border=2)
    return LinkMade(link=_link(link), url=url, qr=qr, reached=reached)


def _found(student: Student, link_id: int) -> CardLink:
    link = CardLink.objects.filter(student=student, pk=link_id).first()
    if link is None:
        raise NotFound("There is no such link here.")
    return link


def links_of(student: Student) -> list[LinkOut]:
    """The student's private links, newest first."""
    rows = CardLink.objects.filter(student=student).select_related("made_by")
    return [_link(one) for one in rows.order_by("-made_at")]


@router.get("/students/{student_id}/links", response=list[LinkOut])
def links(request: CoachRequest, student_id: UUID) -> list[LinkOut]:
    """The private links to the student's own place, newest first."""
    student = student_of(request.coach, student_id)
    return links_of(student)


@router.post("/students/{student_id}/links", response=LinkMade)
def new_link(request: CoachRequest, student_id: UUID, data: LinkIn) -> LinkMade:
    """A private link for so many days, with its QR code. It is shown once."""
    coach = request.coach
    student = student_of(coach, student_id)
    checked_code(data.code)
    if not data.code and not agreed(student).phone:
        raise InputError(NEEDS_CODE, field="code")
    link, token = make_link(student, data.days, by=coach, now=timezone.now())
    if data.code:
        set_code(link, data.code, by=coach, now=timezone.now())
    return _made(request, coach, link, token)


@router.put("/students/{student_id}/links/{link_id}/code", response=LinkOut)
def code(request: CoachRequest, student_id: UUID, link_id: int, data: CodeIn) -> LinkOut:
    """Ask for another code from now on, or for none; wrong tries are forgotten."""
    coach = request.coach
    link = _found(student_of(coach, student_id), link_id)
    set_code(link, data.code, by=coach, now=timezone.now())
    return _link(link)


@router.post("/students/{student_id}/links/{link_id}/renew", response=LinkMade)
def renew(request: CoachRequest, student_id: UUID, link_id: int) -> LinkMade:
    """A new address in the place of a link's, for as long again; the old one is dead."""
    coach = request.coach
    link = _found(student_of(coach, student_id), link_id)
    token = renew_link(link, by=coach, now=timezone.now())
    return _made(request, coach, link, token)


@router.delete("/students/{student_id}/links/{link_id}", response=LinkOut)
def end_link(request: CoachRequest, student_id: UUID, link_id: int) -> LinkOut:
    """Revoke a link: it shows nothing any more."""
    coach = request.coach
    link = _found(student_of(coach, student_id), link_id)
    revoke_link(link, by=coach, now=timezone.now())
    return _link(link)


def _sharing(student: Student) -> SharingOut:
    shown, usual = chosen_for(student), usual_parts(student.ball_limit)
    return SharingOut(
        shows=[part for part in Shows if part in shown],
        usual=[part for part in Shows if part in usual],
        parts=list(Shows),
    )


@router.get("/students/{student_id}/sharing", response=SharingOut)
def sharing(request: CoachRequest, student_id: UUID) -> SharingOut:
    """What the student sees behind the private link."""
    return _sharing(student_of(request.coach, student_id))


@router.put("/students/{student_id}/sharing/{part}", response=SharingOut)
def put_sharing(request: CoachRequest, student_id: UUID, part: Shows, data: ShownIn) -> SharingOut:
    """Choose whether the student sees one part."""
    coach = request.coach
    student = student_of(coach, student_id)
    share(student, part, data.shown, by=coach, now=timezone.now())
    return _sharing(student)
