"""A coach's own swing-length scales."""

from __future__ import annotations

from collections.abc import Sequence

from django.db import transaction

from oxgang.academy.models import Coach, SwingScale
from oxgang.academy.services.academies import create_scale, write_positions
from oxgang.academy.services.log import touch
from oxgang.core.errors import InputError
from oxgang.core.swing import Position, Scale, checked_positions

MAX_NAME = 80


@transaction.atomic
def add_scale(name: str, idea: str, positions: Sequence[Position], *, by: Coach) -> SwingScale:
    """A scale of the coach's own."""
    scale = Scale("", _checked_name(name, by, None), idea.strip(), checked_positions(positions))
    return create_scale(by.academy, scale)


@transaction.atomic
def change_scale(
    stored: SwingScale, name: str, idea: str, positions: Sequence[Position], *, by: Coach
) -> SwingScale:
    """Rewrite a scale. Balls keep the swing and the arm angle they were hit with."""
    stored.name = _checked_name(name, by, stored.pk)
    stored.idea = idea.strip()
    stored.save(update_fields=["name", "idea"])
    write_positions(stored, Scale("", name, idea, checked_positions(positions)))
    touch(list(stored.students.values_list("pk", flat=True)))
    return stored


def _checked_name(name: str, by: Coach, own_pk: int | None) -> str:
    name = " ".join(name.split())
    if not name:
        raise InputError("Give the scale a name.", field="name")
    if len(name) > MAX_NAME:
        raise InputError(f"Keep the name to {MAX_NAME} characters.", field="name")
    if by.academy.scales.filter(name__iexact=name).exclude(pk=own_pk or 0).exists():
        raise InputError(f'There is already a scale called "{name}".', field="name")
    return name
