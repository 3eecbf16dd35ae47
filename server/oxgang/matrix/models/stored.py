"""What was computed of a student, kept until the student's revision or the day moves on."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Academy, Student


class Summary(models.Model):
    """One row of the morning's list. `academy`, `archived` and `name` are copies, for the index."""

    student = models.OneToOneField(Student, on_delete=models.CASCADE, related_name="summary")
    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="+")
    archived = models.BooleanField(default=False)
    name = models.CharField(max_length=120)
    revision = models.PositiveIntegerField()
    day = models.DateField()
    state = models.CharField(max_length=16)
    need = models.FloatField()
    reasons = models.JSONField(default=list)
    stage = models.CharField(max_length=10)
    balls = models.PositiveIntegerField()
    waiting = models.PositiveIntegerField()
    clubs = models.PositiveSmallIntegerField()
    last_hit = models.DateField(null=True)
    published_on = models.DateField(null=True)
    matters = models.PositiveSmallIntegerField()
    wide = models.PositiveSmallIntegerField()
    # Of the cells that are due, how many so many balls would settle.
    settles = models.PositiveSmallIntegerField(default=0)
    covered = models.FloatField()
    doubtful = models.FloatField()
    # When the first number stops being true if nothing is hit; None is beyond a year, or now.
    due_on = models.DateField(null=True)
    # Strips of the small ground: from_yd, to_yd and kind of each.
    ground = models.JSONField(default=list)

    class Meta:
        indexes = [
            models.Index(fields=["academy", "archived", "-need", "name"], name="morning"),
            models.Index(fields=["academy", "day"], name="summary_day"),
        ]

    def __str__(self) -> str:
        return f"{self.name}: {self.state}"


class StoredMatrix(models.Model):
    """The matrix as the page gets it, as text."""

    student = models.OneToOneField(Student, on_delete=models.CASCADE, related_name="+")
    revision = models.PositiveIntegerField()
    day = models.DateField()
    content = models.TextField()

    def __str__(self) -> str:
        return f"{self.student} {self.day}"
