"""Keeping standards: the house's by a head coach, a coach's own by the coach."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime
from typing import Any, Final

from django.db import transaction

from oxgang.academy.errors import NotAllowed, NotFound
from oxgang.academy.models import AuditAction, Coach, PersonRole, Standard, StandardKind
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.edit_conflicts import refuse_if_replaced
from oxgang.academy.services.log import changed, created, fields_of, record_academy_entry
from oxgang.core.errors import InputError

MAX_NAME: Final = 80
MOST: Final = 60


@retry_on_conflict
def keep_standard(
    kind: StandardKind,
    name: str,
    content: Mapping[str, Any],
    *,
    house: bool,
    by: Coach,
    now: datetime,
    was: Mapping[str, Any] | None = None,
) -> Standard:
    """Keep something under a name; one's own of that name takes the new content.

    Parameters
    ----------
    was
        What the name held when the page was read; None for a new name.

    Raises
    ------
    ChangedMeanwhile
        When the name holds something else by now.
    InputError
        Without a name, when the name is somebody else's, or beyond 60 of a kind.
    NotAllowed
        When a coach would change what is the house's.
    """
    refuse_house(house, by)
    name = " ".join(name.split())
    if not name or len(name) > MAX_NAME:
        raise InputError(f"Give it a name of 1 to {MAX_NAME} characters.", field="name")
    owner = None if house else by
    kept = Standard.objects.filter(academy=by.academy, kind=kind, archived_at=None)
    standard = kept.filter(name__iexact=name).first()
    if standard is None:
        if kept.count() >= MOST:
            raise InputError(f"{MOST} is the limit. Remove one first.", field="name")
        standard = Standard.objects.create(
            academy=by.academy,
            owner=owner,
            kind=kind,
            name=name,
            content=dict(content),
            changed_at=now,
        )
        done = [created(standard)]
    else:
        if standard.owner_id != (owner.pk if owner else None):
            keeper = "the academy" if standard.owner is None else standard.owner.name
            raise InputError(f'"{name}" already belongs to {keeper}. Choose another name.', field="name")
        refuse_if_replaced(name, standard.content, was, dict(content))
        before = fields_of(standard, ["content"])
        standard.content, standard.changed_at = dict(content), now
        standard.save(update_fields=["content", "changed_at"])
        done = changed(standard, before)
    values = {"name": name}
    record_academy_entry(by.academy, AuditAction.STANDARD_CHANGED, values, by=by, now=now, changes=done)
    return standard


@transaction.atomic
def archive_standard(standard_id: int, *, by: Coach, now: datetime) -> None:
    """Take a standard off the list; History brings it back.

    Raises
    ------
    NotFound
        When it is neither the house's nor the coach's own.
    NotAllowed
        When a coach would take away what is the house's.
    """
    standard = Standard.objects.filter(academy=by.academy, pk=standard_id).first()
    if standard is None or standard.owner_id not in (None, by.pk):
        raise NotFound("There is no such template here.")
    refuse_house(standard.owner_id is None, by)
    if standard.archived_at is None:
        before = fields_of(standard, ["archived_at"])
        standard.archived_at = now
        standard.save(update_fields=["archived_at"])
        done, values = changed(standard, before), {"name": standard.name}
        record_academy_entry(by.academy, AuditAction.STANDARD_CHANGED, values, by=by, now=now, changes=done)


def refuse_house(house: bool, by: Coach) -> None:
    """The house's is a head coach's to change.

    Raises
    ------
    NotAllowed
        For anybody else.
    """
    if house and by.role != PersonRole.HEAD:
        raise NotAllowed("Only a head coach can change what the whole academy uses. Save your own instead.")
