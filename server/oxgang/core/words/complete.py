"""Tables keyed by an enum: every member has its row, or the program does not start."""

from __future__ import annotations

from collections.abc import Mapping
from enum import Enum
from typing import TypeVar

Key = TypeVar("Key", bound=Enum)
Row = TypeVar("Row")


def complete(keys: type[Key], table: Mapping[Key, Row]) -> dict[Key, Row]:
    """The table, once it is sure that it has a row for each member of the enum.

    Called where a table is written, so a new member that was forgotten is named at the first import.
    tests/core/test_tables.py finds every table that does without.

    Raises
    ------
    TypeError
        When members are missing; the message names them.

    Examples
    --------
    >>> Side = Enum("Side", [("LEFT", "left"), ("RIGHT", "right")])
    >>> complete(Side, {Side.LEFT: -1})
    Traceback (most recent call last):
    TypeError: this table of Side has no row for right
    """
    if missing := [str(member.value) for member in keys if member not in table]:
        raise TypeError(f"this table of {keys.__name__} has no row for {', '.join(missing)}")
    return dict(table)
