"""Who answers for a junior, and what was agreed to, with the days."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models.academy import Academy
from oxgang.academy.models.student import Student


class Consent(models.Model):
    """What is written down of a guardian's, or an adult student's own, consent.

    A day is when it was given; empty is not given. Local law decides what is needed.
    """

    student = models.OneToOneField(Student, on_delete=models.CASCADE, related_name="consent")
    junior = models.BooleanField(default=False)
    guardian = models.CharField(max_length=120, blank=True)
    contact = models.CharField(max_length=200, blank=True)
    records_on = models.DateField(null=True, blank=True)
    pictures_on = models.DateField(null=True, blank=True)
    phone_on = models.DateField(null=True, blank=True)
    note = models.CharField(max_length=200, blank=True)

    def __str__(self) -> str:
        return f"consent for {self.student}"


class Erased(models.Model):
    """That a student was erased, and nothing of who it was: a tablet that still holds balls of this
    id is told why they are refused."""

    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="+")
    student = models.UUIDField(unique=True)
    at = models.DateTimeField()

    def __str__(self) -> str:
        return f"erased on {self.at:%Y-%m-%d}"
