"""Keeping a student's recipes."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict

from django.db import transaction

from oxgang.academy.models import Coach, StoredRecipe, Student
from oxgang.core.recipes import RECIPES, Recipe, School, checked_recipe
from oxgang.core.shots import Trajectory


@transaction.atomic
def keep_recipes(
    student: Student, school: School, recipes: Mapping[Trajectory, Recipe], *, by: Coach
) -> None:
    """Keep the school and the recipes; one equal to the school's is not stored but follows it.

    Raises
    ------
    InputError
        When a recipe is outside its limits.
    """
    student.school = school
    student.save(update_fields=["school"])
    for trajectory, recipe in recipes.items():
        checked_recipe(recipe)
        mine = student.recipes.filter(trajectory=trajectory)
        if recipe == RECIPES[school][trajectory]:
            mine.delete()
            continue
        StoredRecipe.objects.update_or_create(
            student=student, trajectory=trajectory, defaults=asdict(recipe)
        )
