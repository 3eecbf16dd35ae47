"""What happened to a student."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models.bag import Club
from oxgang.academy.models.log import Entry
from oxgang.academy.models.student import Student
from oxgang.academy.models.words import word_field
from oxgang.core.keeping import events
from oxgang.core.words.shots import Trajectory


class Event(models.Model):
    """An event on a day. Old balls stay; the carry model leaves open what it touches.

    A new club has `club` in place of `replaced`. `withdrawn_at` is set by undo; the row stays.
    """

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="events")
    kind = word_field(events.EventKind)
    on = models.DateField()
    # The moment of that day from which it holds: balls of the day hit before it are old ones.
    at = models.DateTimeField(null=True, blank=True)
    club = models.ForeignKey(Club, null=True, on_delete=models.CASCADE, related_name="+")
    replaced = models.ForeignKey(Club, null=True, on_delete=models.CASCADE, related_name="+")
    swing = models.CharField(max_length=24, blank=True)
    arm_deg = models.FloatField(null=True)
    trajectory = word_field(Trajectory, blank=True)
    note = models.CharField(max_length=events.MAX_NOTE, blank=True)
    # Who wrote it down and when, and how to take it back.
    entry = models.ForeignKey(Entry, null=True, on_delete=models.SET_NULL, related_name="+")
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["on", "id"]
        indexes = [models.Index(fields=["student", "on"])]

    def __str__(self) -> str:
        return f"{self.kind} {self.on}"
