"""What a student's shots start with: set-ups, friction, school."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from typing import Final

from oxgang.academy.models import StoredRecipe, Student
from oxgang.academy.selectors.recipes import recipes_of
from oxgang.core.flight.chain import Chain
from oxgang.core.flight.impact import Friction
from oxgang.core.flight.recipes import School

# A handicap up to this finds the friction of a practised strike, where nothing is said. Common
# practice, no published source.
PRACTISED_UP_TO: Final = 4.0


# What carries in standard conditions rest on, by the name of the model: the chain, and how a ball was meant.
CONVERTED_BY: Final[Mapping[str, Collection[str]]] = {
    "Ball": {"spin"},
    "Club": {"loft_deg"},
    "Student": {"school", "friction", "handicap"},
    "StoredRecipe": {field.name for field in StoredRecipe._meta.concrete_fields},
}


def skill_of(student: Student) -> Friction:
    """The friction that a student finds: as the coach says, else by the handicap."""
    if student.friction:
        return Friction(student.friction)
    practised = student.handicap is not None and student.handicap <= PRACTISED_UP_TO
    return Friction.PRACTISED if practised else Friction.ORDINARY


def windows_of(student: Student, lofts: Mapping[str, float]) -> Chain:
    """The chain as far as launch windows need it: those of the school. No query."""
    return Chain(lofts, skill=skill_of(student), school=School(student.school))


def chain_of(student: Student, lofts: Mapping[str, float]) -> Chain:
    """What the student's shots start with, as the set-ups have it. One query.

    Parameters
    ----------
    lofts
        Loft of each club [degrees], by the name under which the shots have it.
    """
    return Chain(lofts, recipes_of(student), skill_of(student), {}, School(student.school))
