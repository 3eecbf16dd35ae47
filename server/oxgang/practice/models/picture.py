"""A still of a student in a position."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Coach, Student
from oxgang.academy.models.words import word_field
from oxgang.core.words.shots import Trajectory


class Picture(models.Model):
    """A student's own position at a swing length, at one height or at all (empty).

    The picture is in the database, so that a backup, an erasure and a killed server treat it as
    everything else that is kept of a student; at most 400 kB each.
    """

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="pictures")
    swing = models.CharField(max_length=24)
    trajectory = word_field(Trajectory, blank=True)
    content = models.BinaryField()
    width = models.PositiveSmallIntegerField()
    height = models.PositiveSmallIntegerField()
    taken_on = models.DateField()
    by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    withdrawn_at = models.DateTimeField(null=True, blank=True)
    # A newer one of the same position took its place: what was measured on it stays in the series.
    replaced = models.BooleanField(default=False)
    # What was touched on it (`core.keeping.positions.Marks`, in points of the picture), and the lead
    # arm's angle that it gives [degrees].
    marks = models.JSONField(default=dict)
    arm_deg = models.FloatField(null=True)
    arm_sd_deg = models.FloatField(null=True)

    class Meta:
        ordering = ["pk"]
        indexes = [models.Index(fields=["student", "swing"])]

    def __str__(self) -> str:
        return f"{self.swing} {self.trajectory}".strip()
