"""Whose a standard is: the house's, offered to everybody, or a coach's own beside it."""

from __future__ import annotations

from typing import Literal

from django.db.models import Q, QuerySet

from oxgang.academy.models import Coach, Standard

Ownership = Literal["house", "mine", "other"]


def offered_to(coach: Coach) -> Q:
    """What a coach is offered: what the house has, and the coach's own."""
    return Q(owner=None) | Q(owner=coach)


def ownership(owner_id: int | None, coach: Coach) -> Ownership:
    """Whose something is, as a coach sees it."""
    if owner_id is None:
        return "house"
    return "mine" if owner_id == coach.pk else "other"


def standards_for(coach: Coach) -> QuerySet[Standard]:
    """Set-ups and card forms that a coach is offered, the house's first."""
    found = Standard.objects.filter(offered_to(coach), academy=coach.academy, archived_at=None)
    return found.order_by("kind", "owner_id", "name")
