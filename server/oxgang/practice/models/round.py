"""A round of practice, as it was called and hit."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Coach, Student
from oxgang.academy.models.words import word_field
from oxgang.core.practice.forms import PracticeForm
from oxgang.core.practice.scoring import Scoring
from oxgang.core.practice.trials import Trial
from oxgang.practice.models.homework import Homework


class Round(models.Model):
    """One round. `uid` is made where it is hit, so that sending it twice stores it once.

    `calls` and `results` are lists as `api.practice.schemas` has them; `par` is the distribution
    that the student's matrix predicted (`core.practice.par.as_data`). `reported` is one that the
    student tells of; `score_only` one of which only the score is known. `clock_off` is whether the
    phone's clock cannot have been right, so that `ended_at` is when it came in.
    """

    uid = models.CharField(max_length=48)
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="rounds")
    homework = models.ForeignKey(Homework, null=True, on_delete=models.SET_NULL, related_name="rounds")
    # Which row of the homework.
    row = models.PositiveSmallIntegerField(null=True)
    trial = word_field(Trial, blank=True)
    form = word_field(PracticeForm)
    scoring = word_field(Scoring)
    seed = models.PositiveIntegerField(default=0)
    tolerance_yd = models.FloatField()
    calls = models.JSONField(default=list)
    results = models.JSONField(default=list)
    par = models.JSONField(default=dict)
    points = models.FloatField(null=True)
    of = models.PositiveSmallIntegerField(default=0)
    score_only = models.BooleanField(default=False)
    reported = models.BooleanField(default=False)
    clock_off = models.BooleanField(default=False)
    day = models.DateField()
    ended_at = models.DateTimeField()
    received_at = models.DateTimeField()
    by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    # A coach has looked at what a student reported.
    seen_at = models.DateTimeField(null=True, blank=True)
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-ended_at", "-pk"]
        constraints = [models.UniqueConstraint(fields=["student", "uid"], name="round_once_a_student")]
        indexes = [models.Index(fields=["student", "-ended_at"])]

    def __str__(self) -> str:
        return f"{self.trial or self.form} {self.day}"
