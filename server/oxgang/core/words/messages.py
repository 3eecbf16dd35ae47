"""What is told to a coach: a code with its values. The words are made at the edge (`oxgang.texts`).

Values carry their units in their names (`carry_yd`, `share`), days are ISO texts, so that they can
be kept in a database and sent as they are.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum

Value = str | int | float | None


@dataclass(frozen=True, slots=True)
class Message:
    """A code, whose message the texts have, and what stands in it."""

    code: StrEnum
    values: Mapping[str, Value] = field(default_factory=dict)

    @classmethod
    def of(cls, code: StrEnum, **values: Value) -> Message:
        """A code with its values."""
        return cls(code, values)

    def as_data(self) -> dict[str, object]:
        """As it is kept and sent."""
        return {"code": self.code.value, "values": dict(self.values)}
