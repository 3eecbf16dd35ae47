"""Many rows of a model in one statement: each different value is prepared for the database once.

`bulk_create` asks every field of every row anew, which is half the time of a file of 100,000 balls.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from types import NoneType
from typing import Any

from django.db import connections, router, transaction
from django.db.models import AutoField, Field, Model

# From so many on it pays.
MANY = 50


def insert(model: type[Model], columns: Mapping[str, Sequence[Any]]) -> None:
    """Store new rows of one model. They are not given their numbers.

    Parameters
    ----------
    columns
        The values of every field but the number, by its `attname`, shape (n,). No field may make its own
        on saving.
    """
    count = len(next(iter(columns.values())))
    if count < MANY:
        rows = zip(*columns.values(), strict=True)
        # On a full disk one statement alone is taken back, and not the whole transaction.
        if count:
            made = [model(**dict(zip(columns, row, strict=True))) for row in rows]
            model._default_manager.bulk_create(made)
        return
    with transaction.atomic(using=router.db_for_write(model), savepoint=False):
        insert_into(model._meta.db_table, model, columns)


def insert_into(table: str, model: type[Model], columns: Mapping[str, Sequence[Any]]) -> None:
    """The same into a table with some of the model's fields, which may be another than its own."""
    connection = connections[router.db_for_write(model)]
    fields = [f for f in model._meta.concrete_fields if f.attname in columns]
    quote = connection.ops.quote_name
    names = ", ".join(quote(field.column or field.name) for field in fields)
    marks = ", ".join(["%s"] * len(fields))
    prepared = [_prepared(field, columns[field.attname], connection) for field in fields]
    with connection.cursor() as cursor:
        cursor.executemany(
            f"INSERT INTO {quote(table)} ({names}) VALUES ({marks})", list(zip(*prepared, strict=True))
        )


def insert_rows(rows: Sequence[Model]) -> None:
    """The same of rows that are there as objects, of one model."""
    fields = [f for f in rows[0]._meta.concrete_fields if not isinstance(f, AutoField)]
    insert(type(rows[0]), {f.attname: [getattr(row, f.attname) for row in rows] for f in fields})


def _prepared(field: Field[Any, Any], values: Sequence[Any], connection: Any) -> list[Any]:
    """A field's values as the database takes them, shape (n,)."""
    save: Callable[[Any], Any] = lambda value: field.get_db_prep_save(value, connection)  # noqa: E731
    # A number and a truth that are equal are not the same; a dict has no hash.
    kinds = set(map(type, values)) - {NoneType}
    if len(kinds) > 1 or not all(kind.__hash__ for kind in kinds):
        return [save(value) for value in values]
    known = {value: save(value) for value in set(values)}
    return list(map(known.__getitem__, values))
