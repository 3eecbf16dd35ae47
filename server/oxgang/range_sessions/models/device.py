"""Launch monitors that may send balls, and what they sent."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Academy, Coach
from oxgang.range_sessions.models.ball import Ball


class Device(models.Model):
    """A launch monitor of an academy. Only the hash of its token is kept.

    A token made anew takes the old one's place; a revoked device has none.
    """

    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="devices")
    name = models.CharField(max_length=60)
    token_hash = models.CharField(max_length=64, unique=True, null=True)
    made_by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    made_at = models.DateTimeField()
    revoked_at = models.DateTimeField(null=True, blank=True)
    last_heard_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["academy", "name"], name="device_name_in_academy")
        ]

    def __str__(self) -> str:
        return self.name


class FeedBall(models.Model):
    """One ball as a device sent it, until a coach gives it to a student and a cell."""

    device = models.ForeignKey(Device, on_delete=models.CASCADE, related_name="sent")
    uid = models.CharField(max_length=48)
    hit_at = models.DateTimeField()
    received_at = models.DateTimeField()
    measured = models.JSONField()
    extra = models.JSONField(default=dict)
    question = models.CharField(max_length=200, blank=True)
    ball = models.ForeignKey(Ball, null=True, on_delete=models.SET_NULL, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["device", "uid"], name="sent_once_a_device")]

    def __str__(self) -> str:
        return f"{self.device} {self.uid}"

    @property
    def ball_uid(self) -> str:
        """The id of the ball that this becomes, the same on every tablet that takes it."""
        return f"d{self.device_id}-{self.uid}"
