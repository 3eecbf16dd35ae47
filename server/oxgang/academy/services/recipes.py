"""Keeping a student's recipes."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, dataclass
from datetime import datetime

from django.db import transaction

from oxgang.academy.errors import ChangedMeanwhile
from oxgang.academy.models import AuditAction, Coach, StoredRecipe, Student
from oxgang.academy.selectors.recipes import recipes_of
from oxgang.academy.services.log import changed, fields_of, record_entry
from oxgang.core.flight.recipes import RECIPES, Recipe, School, checked_recipe
from oxgang.core.words.shots import Trajectory

FIELDS = (*Recipe.__dataclass_fields__, "in_use")


@dataclass(frozen=True, slots=True)
class Setups:
    """A school and a recipe for each trajectory."""

    school: School
    recipes: Mapping[Trajectory, Recipe]


@transaction.atomic
def keep_recipes(
    student: Student, wanted: Setups, *, by: Coach, now: datetime, was: Setups | None = None
) -> None:
    """Keep the school and the recipes; one equal to the school's follows it.

    Raises
    ------
    InputError
        When a recipe is outside its limits.
    ChangedMeanwhile
        When they are not what the coach saw (`was`).
    """
    stands = Setups(School(student.school), recipes_of(student))
    if was is not None and stands != was and stands != wanted:
        raise ChangedMeanwhile(
            "Someone else changed the set-ups. Save again to keep yours, or reload to see theirs."
        )
    before = fields_of(student, ["school"])
    student.school = wanted.school
    student.save(update_fields=["school"])
    done = changed(student, before)
    for trajectory, recipe in wanted.recipes.items():
        checked_recipe(recipe)
        stored = student.recipes.filter(trajectory=trajectory).first()
        own = recipe != RECIPES[wanted.school][trajectory]
        if stored is None:
            if not own:
                continue
            stored = StoredRecipe.objects.create(
                student=student, trajectory=trajectory, in_use=False, **asdict(recipe)
            )
        was_stored = fields_of(stored, FIELDS)
        for name, value in asdict(recipe).items():
            setattr(stored, name, value)
        stored.in_use = own
        stored.save()
        done += changed(stored, was_stored)
    if done:
        record_entry(student, AuditAction.SETUPS_CHANGED, by=by, now=now, changes=done)
