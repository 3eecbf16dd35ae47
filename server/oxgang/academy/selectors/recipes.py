"""A student's recipes: the edited ones, and the school's where none is."""

from __future__ import annotations

from oxgang.academy.models import Student
from oxgang.core.flight.recipes import RECIPES, Recipe, School
from oxgang.core.words.shots import Trajectory


def recipes_of(student: Student) -> dict[Trajectory, Recipe]:
    """The recipe of each trajectory. One query."""
    stored = {Trajectory(r.trajectory): r.as_core() for r in student.recipes.filter(in_use=True)}
    return RECIPES[School(student.school)] | stored
