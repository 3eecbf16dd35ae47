"""A student's own set-up for a trajectory, where it differs from the school's."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models.student import Student
from oxgang.academy.models.words import word_field
from oxgang.core.flight import recipes
from oxgang.core.words.shots import Trajectory


class StoredRecipe(models.Model):
    """One trajectory's recipe, as the coach edited it."""

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="recipes")
    trajectory = word_field(Trajectory)
    ball_in = models.FloatField()
    lean_deg = models.FloatField()
    face_open_deg = models.FloatField()
    weight_lead_pct = models.FloatField()
    stance = models.CharField(max_length=200, blank=True)
    distance = models.CharField(max_length=200, blank=True)
    follow_through = models.CharField(max_length=200, blank=True)
    # False where the trajectory follows the school again; the row stays, so that undo works.
    in_use = models.BooleanField(default=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["student", "trajectory"], name="one_recipe_a_height")]

    def __str__(self) -> str:
        return f"{self.student} {self.trajectory}"

    def as_core(self) -> recipes.Recipe:
        """The recipe as core knows it."""
        return recipes.Recipe(
            ball_in=self.ball_in,
            lean_deg=self.lean_deg,
            face_open_deg=self.face_open_deg,
            weight_lead_pct=self.weight_lead_pct,
            stance=self.stance,
            distance=self.distance,
            follow_through=self.follow_through,
        )
