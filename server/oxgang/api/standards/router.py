"""Standards of the house, and a coach's own beside them."""

from __future__ import annotations

from django.utils import timezone
from ninja import Router

from oxgang.academy.models import Coach, StandardKind
from oxgang.academy.selectors.standards import ownership, standards_for
from oxgang.academy.services.standards import archive_standard, keep_standard
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import made
from oxgang.api.standards.schemas import StandardIn, StandardOut
from oxgang.core.errors import InputError
from oxgang.core.flight.recipes import Recipe, checked_recipe
from oxgang.core.ground.card import checked_step

router = Router(tags=["standards"])


def _standards(coach: Coach) -> list[StandardOut]:
    return [
        made(
            StandardOut,
            id=row.pk,
            kind=row.kind,
            name=row.name,
            ownership=ownership(row.owner_id, coach),
            by=row.owner.name if row.owner else "",
            set_ups=row.content if row.kind == StandardKind.SET_UP else None,
            card=row.content if row.kind == StandardKind.CARD else None,
        )
        for row in standards_for(coach).select_related("owner")
    ]


@router.get("/standards", response=list[StandardOut])
def standards(request: CoachRequest) -> list[StandardOut]:
    """Set-ups and card forms that the coach is offered, the house's first."""
    return _standards(request.coach)


@router.put("/standards", response=list[StandardOut])
def keep(request: CoachRequest, data: StandardIn) -> list[StandardOut]:
    """Keep one under a name; one's own of that name takes the new content."""
    coach = request.coach
    content = data.set_ups if data.kind is StandardKind.SET_UP else data.card
    if content is None:
        raise InputError("There's nothing to save.", field="name")
    if data.set_ups is not None:
        for recipe in data.set_ups.recipes.values():
            checked_recipe(Recipe(**recipe.dict()))
    if data.card is not None:
        checked_step(data.card.step)
    plain = content.model_dump(mode="json")
    was = None if data.was is None else data.was.model_dump(mode="json")
    keep_standard(data.kind, data.name, plain, house=data.house, by=coach, now=timezone.now(), was=was)
    return _standards(coach)


@router.delete("/standards/{standard_id}", response=list[StandardOut])
def take_away(request: CoachRequest, standard_id: int) -> list[StandardOut]:
    """Take one off the list. History brings it back."""
    coach = request.coach
    archive_standard(standard_id, by=coach, now=timezone.now())
    return _standards(coach)
