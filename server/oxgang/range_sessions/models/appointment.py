"""Sessions to come, and links by which a calendar program follows them."""

from __future__ import annotations

import uuid

from django.db import models

from oxgang.academy.models import Coach, Entry, Student


class Appointment(models.Model):
    """A session to come. `check_up` is how many balls the planner's check-up gets; 0 is none.

    A cancelled one stays, so that calendars that have it learn of it.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="appointments")
    coach = models.ForeignKey(Coach, on_delete=models.CASCADE, related_name="appointments")
    starts_at = models.DateTimeField()
    minutes = models.PositiveSmallIntegerField()
    check_up = models.PositiveSmallIntegerField(default=0)
    note = models.CharField(max_length=200, blank=True)
    # Sessions of several students at once, on neighbouring mats, have the same value.
    together = models.UUIDField(null=True, blank=True)
    changed_at = models.DateTimeField()
    withdrawn_at = models.DateTimeField(null=True, blank=True)
    entry = models.ForeignKey(Entry, null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        ordering = ["starts_at", "id"]
        indexes = [
            models.Index(fields=["student", "starts_at"]),
            models.Index(fields=["coach", "starts_at"]),
            models.Index(
                fields=["together"],
                condition=models.Q(together__isnull=False),
                name="booked_together",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.student} {self.starts_at:%Y-%m-%d %H:%M}"


class CalendarLink(models.Model):
    """A private address of a coach's calendar. Only the hash of its token is kept."""

    coach = models.ForeignKey(Coach, on_delete=models.CASCADE, related_name="+")
    token_hash = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField()
    revoked_at = models.DateTimeField(null=True, blank=True)

    def __str__(self) -> str:
        return f"calendar of {self.coach}"
