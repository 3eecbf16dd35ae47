"""What a student is to practise alone, and by when."""

from __future__ import annotations

import uuid

from django.db import models

from oxgang.academy.models import Coach, Student

MAX_TITLE = 80
MAX_CUES = 300


class Homework(models.Model):
    """Rows of practice to take home.

    `rows` is a list as `api.practice.schemas` has it, each with the calls that its seed made, so
    that the phone needs nobody to call them; a row may have a score that is wanted.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="homeworks")
    title = models.CharField(max_length=MAX_TITLE)
    cues = models.CharField(max_length=MAX_CUES, blank=True)
    rows = models.JSONField(default=list)
    due_on = models.DateField()
    made_at = models.DateTimeField()
    by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    # A coach has looked at what came back and is done with it.
    closed_at = models.DateTimeField(null=True, blank=True)
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-made_at"]
        indexes = [models.Index(fields=["student", "-made_at"])]

    def __str__(self) -> str:
        return self.title
