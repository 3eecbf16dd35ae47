"""Versions and the printed card."""

from __future__ import annotations

from dataclasses import asdict, replace
from typing import Any
from uuid import UUID

from django.http import HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import Query, Router

from oxgang.academy.selectors.people import local_day, student_of, texts_of
from oxgang.api.auth import CoachRequest, took_away
from oxgang.api.card.schemas import (
    CardPreview,
    DifferenceOut,
    Face,
    PublishIn,
    SheetOut,
    VersionOut,
)
from oxgang.api.fields import Line, made
from oxgang.api.matrix.schemas import KeyOut
from oxgang.core.errors import InputError
from oxgang.core.ground.card import (
    STEP_YD,
    Card,
    CardOptions,
    Order,
    checked_step,
    reached_by,
    thin,
)
from oxgang.core.keeping.versions import differences
from oxgang.core.practice.portal import Shows
from oxgang.files.card import MOST_SIDES, Form, Side, lay_card, write_card
from oxgang.files.lettering import BOLD, ITALIC, REGULAR
from oxgang.files.marks import Box, Rule, Sheet, Text
from oxgang.matrix.models import PublishedMatrix
from oxgang.matrix.selectors.cached import cached_matrix, carry_cache_forward
from oxgang.matrix.selectors.card import live_card
from oxgang.matrix.selectors.card_file import card_file
from oxgang.matrix.selectors.pick_table import pick_table
from oxgang.matrix.selectors.played import played_in
from oxgang.matrix.selectors.published import card_of, version_of, versions_of
from oxgang.matrix.services.publishing import publish
from oxgang.practice.selectors.portal import shows_of
from oxgang.texts.language import Language

router = Router(tags=["card"])

FACES = {REGULAR: Face.REGULAR, BOLD: Face.BOLD, ITALIC: Face.ITALIC}


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
def versions(request: CoachRequest, student_id: UUID) -> list[VersionOut]:
    """The student's published versions, newest first."""
    student = student_of(request.coach, student_id)
    return [_version(v) for v in versions_of(student)]


@router.post("/students/{student_id}/versions", response=VersionOut)
def new_version(request: CoachRequest, student_id: UUID, data: PublishIn) -> VersionOut:
    """Publish the reviewed matrix as the next version. It never changes after that."""
    coach = request.coach
    student = student_of(coach, student_id)
    last = versions_of(student).first()
    usual = card_of(last).look if last else CardOptions()
    asked = data.model_dump(include={"step", "order", "cues", "run"}, exclude_none=True)
    look = replace(usual, **asked)
    checked_step(look.step)
    day, since = local_day(student, timezone.now()), student.revision
    cached = cached_matrix(student, day) if data.picks else None
    # Worked out before the write: it takes seconds, and nobody else can write meanwhile.
    picks = None if cached is None else pick_table(student, cached)
    version = publish(student, data.note, by=coach, now=timezone.now(), look=look, picks=picks)
    if cached is not None:
        # A version moves no number: the next one need not work it out anew.
        carry_cache_forward(student, day, cached, since)
    return _version(version)


def _look(step: int, order: Order, cues: bool, run: bool) -> CardOptions:
    return CardOptions(checked_step(step), order, cues, run)


@router.get("/students/{student_id}/card", response=CardPreview)
def preview(
    request: CoachRequest,
    student_id: UUID,
    form: Query[Form] = Form.POCKET,
    sides: Line = "yardage,club",
    step: int = STEP_YD,
    order: Order = Order.SHORT_FIRST,
    cues: bool = True,
    run: bool = False,
) -> CardPreview:
    """The card as it would be published now, drawn; what a coach should know before, and what
    moved since the last one."""
    student = student_of(request.coach, student_id)
    wanted = _sides(sides)
    cached = cached_matrix(student, local_day(student, timezone.now()))
    found, look = cached.found, _look(step, order, cues, run)
    card = live_card(student, found, played_in(student, found), look, runs=cached.runs if run else None)
    last = versions_of(student).first()
    return made(
        CardPreview,
        sheets=[_sheet(sheet) for sheet in lay_card(card, form, wanted, texts_of(student))],
        thin=[message.as_data() for message in thin(card)],
        moved=_differences(card_of(last), card) if last else [],
        played=len(card.played),
        reached=reached_by(card),
        next=(last.number if last else 0) + 1,
        publishable=bool(card.played) and found.matrix.known,
    )


def _sheet(sheet: Sheet) -> SheetOut:
    return made(
        SheetOut,
        width=sheet.width,
        height=sheet.height,
        texts=[
            {
                "x": mark.x,
                "y": sheet.height - mark.y,
                "text": mark.text,
                "face": FACES[mark.font],
                "size": mark.size,
                "align": mark.align,
                "grey": mark.grey,
            }
            for mark in sheet.marks
            if isinstance(mark, Text)
        ],
        rules=[
            {
                "x1": mark.x1,
                "y1": sheet.height - mark.y1,
                "x2": mark.x2,
                "y2": sheet.height - mark.y2,
                "width": mark.width,
                "dash": mark.dash,
            }
            for mark in sheet.marks
            if isinstance(mark, Rule)
        ],
        boxes=[
            {
                "x": mark.x,
                "y": sheet.height - mark.y - mark.height,
                "width": mark.width,
                "height": mark.height,
                "fill": mark.fill,
            }
            for mark in sheet.marks
            if isinstance(mark, Box)
        ],
    )


def _sides(text: str) -> list[Side]:
    try:
        wanted = [Side(side) for side in text.split(",") if side]
    except ValueError:
        raise InputError("Sides are yardage, club and ground.", field="sides") from None
    if not wanted:
        raise InputError("Choose at least one side.", field="sides")
    return wanted[:MOST_SIDES]


def _differences(before: Card, after: Card) -> list[DifferenceOut]:
    return [
        DifferenceOut(
            key=KeyOut(**asdict(d.key)),
            back_in=d.back_in,
            down_in=d.down_in,
            before_yd=d.before_yd,
            after_yd=d.after_yd,
            before=d.before,
            after=d.after,
            real=d.real,
        )
        for d in differences(before, after)
    ]


@router.get("/students/{student_id}/versions/{number}/compare", response=list[DifferenceOut])
def compare(
    request: CoachRequest, student_id: UUID, number: int, to: Query[int | None] = None
) -> list[DifferenceOut]:
    """What moved from a version to a later one (the newest without `to`)."""
    student = student_of(request.coach, student_id)
    return _differences(card_of(version_of(student, number)), card_of(version_of(student, to)))


@router.get("/students/{student_id}/card.html", include_in_schema=False)
def card_html(
    request: CoachRequest, student_id: UUID, language: Query[Language | None] = None
) -> HttpResponse:
    """The newest version as one file that needs no network, in the student's language or another."""
    student = student_of(request.coach, student_id)
    version = version_of(student, None)
    text = card_file(student, version, picks=Shows.PICK in shows_of(student), language=language)
    took_away(request, student, "card-file", version=version.number)
    name = f"{slugify(student.name) or 'student'}-card-v{version.number}.html"
    response = HttpResponse(text, "text/html; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    return response


@router.get("/students/{student_id}/card.pdf", include_in_schema=False)
def card_pdf(
    request: CoachRequest,
    student_id: UUID,
    form: Query[Form] = Form.POCKET,
    sides: Line = "yardage,club",
    number: Query[int | None] = None,
    step: int | None = None,
    order: Order | None = None,
    cues: bool | None = None,
    run: bool | None = None,
) -> HttpResponse:
    """The printed card of a version, in real size; its looks are those it was published with,
    unless others are asked for."""
    student = student_of(request.coach, student_id)
    wanted = _sides(sides)
    version = version_of(student, number)
    card = card_of(version)
    asked: dict[str, Any] = {"step": step, "order": order, "cues": cues, "run": run}
    look = replace(card.look, **{k: v for k, v in asked.items() if v is not None})
    checked_step(look.step)
    card = replace(card, look=look)
    response = HttpResponse(write_card(card, form, wanted, texts_of(student)), "application/pdf")
    took_away(request, student, "card", version=version.number)
    name = f"{slugify(student.name) or 'student'}-card-v{version.number}.pdf"
    response["Content-Disposition"] = f'inline; filename="{name}"'
    return response
