"""What was computed of a student, kept until the student's revision or the day moves on."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Academy, Student


class Summary(models.Model):
    """One row of the morning's list: what it is found and ordered by, and `content` for the page.

    `academy`, `archived` and `name` are copies, for the index.
    """

    student = models.OneToOneField(Student, on_delete=models.CASCADE, related_name="summary")
    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="+")
    archived = models.BooleanField(default=False)
    name = models.CharField(max_length=120)
    revision = models.PositiveIntegerField()
    day = models.DateField()
    state = models.CharField(max_length=16)
    need = models.FloatField()
    waiting = models.PositiveIntegerField()
    reasons = models.JSONField(default=list)
    content = models.TextField()

    class Meta:
        indexes = [
            models.Index(fields=["academy", "archived", "-need", "name"], name="morning"),
            models.Index(fields=["academy", "day"], name="summary_day"),
            # Holds all that counting needs.
            models.Index(
                fields=["academy", "archived", "state", "waiting", "student"], name="summary_counts"
            ),
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


class Tally(models.Model):
    """What a student did in a month, for the head coach's figures.

    `scatter` is the relative spread of single solid balls of one cell on one day, over `spare`
    degrees of freedom; `covered` and `due` are what the list said when the month was last looked
    at, none for months from before that was kept.
    """

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="+")
    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="+", db_index=False)
    month = models.DateField()
    balls = models.PositiveIntegerField(default=0)
    solid = models.PositiveIntegerField(default=0)
    scatter = models.FloatField(null=True)
    spare = models.PositiveIntegerField(default=0)
    covered = models.FloatField(null=True)
    due = models.BooleanField(null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["student", "month"], name="one_tally_a_month")]
        indexes = [models.Index(fields=["academy", "month"], name="tallies_of_month")]

    def __str__(self) -> str:
        return f"{self.month:%Y-%m}: {self.balls}"
