"""Versions, the printed card and private links to the phone card."""

from __future__ import annotations

from dataclasses import asdict
from uuid import UUID

import segno
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import Query, Router

from oxgang.academy.errors import NotFound
from oxgang.academy.selectors.people import student_of
from oxgang.api.auth import coach_of, took_away
from oxgang.api.card.schemas import (
    DifferenceOut,
    LinkIn,
    LinkMade,
    LinkOut,
    PublishIn,
    VersionOut,
)
from oxgang.api.fields import Line
from oxgang.api.matrix.schemas import KeyOut
from oxgang.core.errors import InputError
from oxgang.core.keeping.versions import differences
from oxgang.files.card import Form, Side, write_card
from oxgang.matrix.models import CardLink, PublishedMatrix
from oxgang.matrix.selectors.published import card_of, version_of, versions_of
from oxgang.matrix.services.publishing import make_link, publish, revoke_link

router = Router(tags=["card"])


def _version(version: PublishedMatrix) -> VersionOut:
    by = version.published_by.name if version.published_by else ""
    return VersionOut(
        number=version.number,
        note=version.note,
        published_at=version.published_at,
        by=by,
        level=card_of(version).level,
    )


@router.get("/students/{student_id}/versions", response=list[VersionOut])
def versions(request: HttpRequest, student_id: UUID) -> list[VersionOut]:
    """The student's published versions, newest first."""
    student = student_of(coach_of(request).academy, student_id)
    return [_version(v) for v in versions_of(student)]


@router.post("/students/{student_id}/versions", response=VersionOut)
def new_version(request: HttpRequest, student_id: UUID, data: PublishIn) -> VersionOut:
    """Publish the reviewed matrix as the next version. It never changes after that."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    return _version(publish(student, data.note, by=coach, now=timezone.now()))


@router.get("/students/{student_id}/versions/{number}/compare", response=list[DifferenceOut])
def compare(
    request: HttpRequest, student_id: UUID, number: int, to: Query[int | None] = None
) -> list[DifferenceOut]:
    """What moved from a version to a later one (the newest without `to`)."""
    student = student_of(coach_of(request).academy, student_id)
    found = differences(card_of(version_of(student, number)), card_of(version_of(student, to)))
    return [
        DifferenceOut(
            key=KeyOut(**asdict(d.key)), before_yd=d.before_yd, after_yd=d.after_yd, real=d.real
        )
        for d in found
    ]


@router.get("/students/{student_id}/card.pdf", include_in_schema=False)
def card_pdf(
    request: HttpRequest,
    student_id: UUID,
    form: Query[Form] = Form.POCKET,
    sides: Line = "yardage,club",
    number: Query[int | None] = None,
) -> HttpResponse:
    """The printed card of a version, in real size."""
    student = student_of(coach_of(request).academy, student_id)
    try:
        wanted = [Side(side) for side in sides.split(",") if side]
    except ValueError:
        raise InputError("Sides are yardage, club and ground.", field="sides") from None
    if not wanted:
        raise InputError("Choose at least one side.", field="sides")
    version = version_of(student, number)
    response = HttpResponse(write_card(card_of(version), form, wanted), "application/pdf")
    took_away(request, student, "card", version=version.number)
    name = f"{slugify(student.name) or 'student'}-card-v{version.number}.pdf"
    response["Content-Disposition"] = f'inline; filename="{name}"'
    return response


@router.get("/students/{student_id}/links", response=list[LinkOut])
def links(request: HttpRequest, student_id: UUID) -> list[CardLink]:
    """The private links to the student's card, newest first."""
    student = student_of(coach_of(request).academy, student_id)
    return list(CardLink.objects.filter(student=student).order_by("-made_at"))


@router.post("/students/{student_id}/links", response=LinkMade)
def new_link(request: HttpRequest, student_id: UUID, data: LinkIn) -> LinkMade:
    """A private link for so many days, with its QR code. It is shown once."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    link, token = make_link(student, data.days, by=coach, now=timezone.now())
    url = request.build_absolute_uri(f"/c/{token}")
    qr = segno.make(url, error="m").svg_data_uri(scale=5, border=2)
    return LinkMade(link=LinkOut.from_orm(link), url=url, qr=qr)


@router.delete("/students/{student_id}/links/{link_id}", response=LinkOut)
def end_link(request: HttpRequest, student_id: UUID, link_id: int) -> CardLink:
    """Revoke a link: it shows nothing any more."""
    coach = coach_of(request)
    student = student_of(coach.academy, student_id)
    link = CardLink.objects.filter(student=student, pk=link_id).first()
    if link is None:
        raise NotFound("There is no such link here.")
    revoke_link(link, by=coach, now=timezone.now())
    return link
