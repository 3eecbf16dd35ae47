"""What a student sees behind the private link."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Student


class Sharing(models.Model):
    """What a coach has chosen that the student sees; without a row the usual holds."""

    student = models.OneToOneField(Student, on_delete=models.CASCADE, related_name="sharing")
    shows = models.JSONField(default=list)

    def __str__(self) -> str:
        return f"shown to {self.student}"
