"""What was seen in a lesson, and an academy's own words for it."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Academy, Coach, Student
from oxgang.academy.models.words import word_field
from oxgang.core.words.lesson import When

MAX_LINE = 200
MAX_NOTE = 2000


class Lesson(models.Model):
    """A student's lesson of a day.

    `seen` has a `Seen` for each checkpoint that was looked at, `faults` the faults found: codes of
    `core.words.lesson`, or names of the academy's own words. `cue` and `drill` are codes of texts
    or the coach's own words.
    """

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="lessons")
    day = models.DateField()
    seen = models.JSONField(default=dict)
    faults = models.JSONField(default=list)
    cue = models.CharField(max_length=MAX_LINE, blank=True)
    drill = models.CharField(max_length=MAX_LINE, blank=True)
    note = models.TextField(max_length=MAX_NOTE, blank=True)
    by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    changed_at = models.DateTimeField()
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-day"]
        constraints = [models.UniqueConstraint(fields=["student", "day"], name="one_lesson_a_day")]

    def __str__(self) -> str:
        return f"lesson of {self.day}"


class WordKind(models.TextChoices):
    """What an academy can add to."""

    CHECKPOINT = "checkpoint"
    FAULT = "fault"
    CUE = "cue"
    DRILL = "drill"


class OwnWord(models.Model):
    """A checkpoint, fault, cue or drill of an academy's own. `part` is that of a checkpoint."""

    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="lesson_words")
    # Whose own it is; nobody's is the house's.
    owner = models.ForeignKey(Coach, null=True, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=10, choices=WordKind.choices)
    part = word_field(When, blank=True)
    text = models.CharField(max_length=MAX_LINE)
    archived_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["academy", "kind", "text"],
                condition=models.Q(archived_at=None),
                name="own_word_once",
            )
        ]

    def __str__(self) -> str:
        return self.text

    @property
    def name(self) -> str:
        """What a lesson calls it by."""
        return f"own-{self.pk}"
