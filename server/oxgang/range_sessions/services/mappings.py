"""Remembering how a kind of file is read."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict

from django.db import transaction

from oxgang.academy.models import Academy, Coach
from oxgang.files.foreign import Table
from oxgang.files.mapping import ColumnMapping
from oxgang.range_sessions.models import StoredMapping


@transaction.atomic
def remember_names(academy: Academy, signature: str, names: Mapping[str, str]) -> None:
    """The next chart with these names that are not certain is read the same way."""
    StoredMapping.objects.update_or_create(
        academy=academy, signature=signature, defaults={"mapping": {"names": dict(names)}}
    )


@transaction.atomic
def remember(academy: Academy, table: Table, mapping: ColumnMapping, *, by: Coach) -> None:
    """The next file with this header is read the same way."""
    StoredMapping.objects.update_or_create(
        academy=academy, signature=table.signature, defaults={"mapping": asdict(mapping)}
    )
