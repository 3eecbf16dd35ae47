"""What a student is to hit next."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Coach, Student


class StoredPlan(models.Model):
    """A student's plan: items of club, swing, trajectory, spin, tempo, balls, reason, lie, note.

    A student has one plan for the next session and one to take home (`homework`) at a time; one
    that was dropped stays, and can be brought back.
    """

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="plans")
    title = models.CharField(max_length=60)
    homework = models.BooleanField(default=False)
    items = models.JSONField(default=list)
    made_by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    made_at = models.DateTimeField()
    dropped_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["student", "homework"], name="one_plan_of_a_kind")]

    def __str__(self) -> str:
        return f"{self.student}: {self.title}"
