"""A student's clubs."""

from __future__ import annotations

import uuid
from datetime import date

from django.db import models

from oxgang.academy.models.student import Student
from oxgang.core.words import bag


class Club(models.Model):
    """A club in a student's bag, in use between two days (None is open-ended)."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="clubs")
    label = models.CharField(max_length=bag.MAX_LABEL)
    loft_deg = models.FloatField()
    bounce_deg = models.FloatField(null=True, blank=True)
    note = models.CharField(max_length=200, blank=True)
    used_from = models.DateField(null=True, blank=True)
    used_until = models.DateField(null=True, blank=True)
    archived_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        indexes = [models.Index(fields=["student", "label"])]

    def __str__(self) -> str:
        return self.label

    def used_on(self, day: date) -> bool:
        """Whether the club is in the bag on a day."""
        return (
            self.archived_at is None
            and (self.used_from is None or self.used_from <= day)
            and (self.used_until is None or day <= self.used_until)
        )

    def as_core(self) -> bag.Club:
        """The club as core knows it."""
        return bag.Club(self.label, self.loft_deg, self.bounce_deg, self.note)
