"""A session: what one student hit on one day."""

from __future__ import annotations

import uuid

from django.db import models

from oxgang.academy.models import Coach, Student


class RangeSession(models.Model):
    """One student's balls of one day. Two tablets on the same day share it."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="sessions")
    day = models.DateField()
    coach = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["student", "day"], name="one_session_a_day")]

    def __str__(self) -> str:
        return f"{self.student} {self.day}"
