"""A shot on the course, as the student logged it."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Entry, Student
from oxgang.academy.models.words import word_field
from oxgang.core.pick.table import Wind
from oxgang.core.practice.course_shot import Finish
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.shots import Lie
from oxgang.matrix.models import PublishedMatrix

MAX_SHOT_NAME = 80


class CourseLog(models.Model):
    """One shot. `uid` is made on the phone, so that sending it twice stores it once.

    `version` is the card that it was played by and `shot` the shot's name on it. `promise` is what the
    pick promised of it by the numbers of that day (`core.pick.promise`), empty for a shot that the
    matrix did not have; it never changes. `balls` is how many balls the shot rested on. Yards; `past_yd`
    is beyond the hole and `right_yd` to the right of it.
    """

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="course_shots")
    uid = models.CharField(max_length=48)
    version = models.ForeignKey(PublishedMatrix, null=True, on_delete=models.SET_NULL, related_name="+")
    shot = models.CharField(max_length=MAX_SHOT_NAME)
    pin_yd = models.FloatField()
    lie = word_field(Lie)
    wind = word_field(Wind)
    firmness = word_field(Firmness)
    pin_at = word_field(PinAt)
    finish = word_field(Finish)
    left_yd = models.FloatField(null=True)
    past_yd = models.FloatField(null=True)
    right_yd = models.FloatField(null=True)
    promise = models.JSONField(default=dict)
    balls = models.PositiveIntegerField(default=0)
    played_at = models.DateTimeField()
    day = models.DateField()
    received_at = models.DateTimeField()
    entry = models.ForeignKey(Entry, null=True, on_delete=models.SET_NULL, related_name="+", db_index=False)
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-played_at", "-pk"]
        constraints = [models.UniqueConstraint(fields=["student", "uid"], name="course_shot_once_a_student")]
        indexes = [models.Index(fields=["student", "-played_at"])]

    def __str__(self) -> str:
        return f"{self.shot} {self.day}"
