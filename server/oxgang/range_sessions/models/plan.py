"""What a student is to hit next."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Coach, Student


class StoredPlan(models.Model):
    """A student's plan: items of club, swing, trajectory, spin, tempo, balls, reason, lie, note.

    A student has one plan at a time; `homework` is one to take home.
    """

    student = models.OneToOneField(Student, on_delete=models.CASCADE, related_name="plan")
    title = models.CharField(max_length=60)
    homework = models.BooleanField(default=False)
    items = models.JSONField(default=list)
    made_by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    made_at = models.DateTimeField()

    def __str__(self) -> str:
        return f"{self.student}: {self.title}"
