"""Students side by side on neighbouring mats, with one coach and perhaps one monitor."""

from __future__ import annotations

import uuid

from django.db import models

from oxgang.academy.models import Academy, Coach, Student
from oxgang.range_sessions.models.device import Device


class Group(models.Model):
    """Students who hit together on a day. `together` is the booking that it began from.

    `change` grows with every change, so that a tablet need only ask whether it has moved.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="+")
    day = models.DateField()
    together = models.UUIDField(null=True, blank=True)
    made_by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    made_at = models.DateTimeField()
    ended_at = models.DateTimeField(null=True, blank=True)
    device = models.ForeignKey(Device, null=True, on_delete=models.SET_NULL, related_name="groups")
    change = models.PositiveBigIntegerField(default=0)

    class Meta:
        indexes = [models.Index(fields=["academy", "day"], name="groups_of_day")]
        constraints = [
            models.UniqueConstraint(
                fields=["device"],
                condition=models.Q(ended_at=None),
                name="monitor_in_one_group",
            )
        ]

    def __str__(self) -> str:
        return f"group of {self.day}"


class Bay(models.Model):
    """A place of a group and the student who hits there. `day` is the group's while the place is
    taken, and empty when the student has left it or the group is over."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="bays")
    number = models.PositiveSmallIntegerField()
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="+")
    day = models.DateField(null=True)

    class Meta:
        ordering = ["number"]
        constraints = [
            models.UniqueConstraint(
                fields=["group", "number"],
                condition=models.Q(day__isnull=False),
                name="one_student_a_bay",
            ),
            models.UniqueConstraint(
                fields=["student", "day"],
                condition=models.Q(day__isnull=False),
                name="one_bay_a_student",
            ),
        ]

    def __str__(self) -> str:
        return f"bay {self.number}: {self.student}"


class TurnKind(models.TextChoices):
    """What has changed: who hits next, where the monitor stands, what is hit in a bay."""

    UP = "up"
    MONITOR = "monitor"
    SHOT = "shot"


class Turn(models.Model):
    """A change in a group from a moment on, so that a ball which arrives late still goes to
    whoever hit it. `uid` is made where the key was pressed.

    `number` is the bay; none for a monitor means that it goes with whoever is up. `plays` are the
    fields of `feeds.plays.Plays`.
    """

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="turns")
    uid = models.CharField(max_length=64)
    kind = models.CharField(max_length=7, choices=TurnKind.choices)
    number = models.PositiveSmallIntegerField(null=True)
    plays = models.JSONField(default=dict)
    at = models.DateTimeField()
    by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["group", "uid"], name="turn_once")]
        indexes = [models.Index(fields=["group", "at"], name="turns_in_order")]

    def __str__(self) -> str:
        return f"{self.kind} {self.number}"
