"""Who changed what and when."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models.academy import Academy, Coach
from oxgang.academy.models.student import Student


class Entry(models.Model):
    """One action of a coach, in words, with what each row was before and is after it.

    `changes` is a list of {"row": "app.Model", "ids": [...], "before": {...}, "after": {...}};
    with "batch" in place of "ids" it means the rows that point at that entry. `key` gathers small
    actions of one kind, such as the balls of a session. An entry without changes cannot be undone.
    """

    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="+")
    student = models.ForeignKey(Student, null=True, on_delete=models.CASCADE, related_name="log")
    coach = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField()
    words = models.CharField(max_length=300)
    key = models.CharField(max_length=60, blank=True)
    count = models.PositiveIntegerField(default=1)
    changes = models.JSONField(default=list)
    undoes = models.OneToOneField(
        "self", null=True, on_delete=models.SET_NULL, related_name="undone_by"
    )

    class Meta:
        indexes = [
            models.Index(fields=["student", "-at"]),
            models.Index(fields=["student", "key"]),
            models.Index(
                fields=["academy", "-at"], condition=models.Q(student=None), name="log_of_academy"
            ),
        ]

    def __str__(self) -> str:
        return self.words
