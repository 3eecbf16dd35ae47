"""Carries from a chart, or from a matrix that somebody kept elsewhere."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.models.words import word_field
from oxgang.core.words.shots import Spin, Tempo, Trajectory

MAX_SOURCE = 80


class ImportedCarry(models.Model):
    """A cell's carry without its balls. It counts until the cell has balls enough of its own.

    `imported_on` is the day of the chart, `source` who measured it. Where the chart gives totals, `total_yd`
    is one, `carry_yd` the carry that it makes, and `standard_sd` how unsure that is, of log carry.
    """

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="+")
    club = models.ForeignKey(Club, on_delete=models.CASCADE, related_name="+")
    swing = models.CharField(max_length=24)
    arm_deg = models.FloatField()
    trajectory = word_field(Trajectory)
    spin = word_field(Spin)
    tempo = word_field(Tempo)
    carry_yd = models.FloatField()
    imported_on = models.DateField()
    source = models.CharField(max_length=MAX_SOURCE, blank=True)
    total_yd = models.FloatField(null=True, blank=True)
    standard_sd = models.FloatField(default=0.0)
    withdrawn_at = models.DateTimeField(null=True, blank=True)
    imported_by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["student", "club", "swing", "trajectory", "spin", "tempo"],
                name="imported_once_a_cell",
            )
        ]

    def __str__(self) -> str:
        return f"{self.club} {self.swing}: {self.carry_yd}"
