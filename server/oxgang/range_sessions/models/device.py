"""Launch monitors that may send balls, and what they sent."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Academy, Coach, Student
from oxgang.core.flight.checks import moment_question


class Device(models.Model):
    """A launch monitor of an academy. Only the hash of its token is kept.

    A token made anew takes the old one's place; a revoked device has none. `plays_for` is the
    student whose balls it measures until `plays_until`; `plays` says what is being hit (the fields
    of `feeds.plays.Plays`); a ball goes there as it arrives when `straight`. `change` grows with
    every ball and every change, so that a view need only ask whether it has moved.
    """

    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="devices")
    name = models.CharField(max_length=60)
    token_hash = models.CharField(max_length=64, unique=True, null=True)
    made_by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    made_at = models.DateTimeField()
    revoked_at = models.DateTimeField(null=True, blank=True)
    last_heard_at = models.DateTimeField(null=True, blank=True)
    plays_for = models.ForeignKey(Student, null=True, on_delete=models.SET_NULL, related_name="+")
    plays = models.JSONField(default=dict)
    straight = models.BooleanField(default=True)
    plays_since = models.DateTimeField(null=True, blank=True)
    plays_until = models.DateTimeField(null=True, blank=True)
    plays_by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    change = models.PositiveBigIntegerField(default=0)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["academy", "name"], name="device_name_in_academy")]

    def __str__(self) -> str:
        return self.name


class FeedBall(models.Model):
    """One ball as a device sent it. A `Ball` that points at it, and is not undone, has taken it.

    Until then it is listed, unless a coach discarded it.
    """

    device = models.ForeignKey(Device, on_delete=models.CASCADE, related_name="sent")
    uid = models.CharField(max_length=48)
    hit_at = models.DateTimeField()
    received_at = models.DateTimeField()
    measured = models.JSONField()
    extra = models.JSONField(default=dict)
    question = models.CharField(max_length=300, blank=True)
    discarded_at = models.DateTimeField(null=True, blank=True)
    # A coach has said whose it is: nothing moves it by itself any more.
    by_hand = models.BooleanField(default=False)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["device", "uid"], name="sent_once_a_device")]

    def __str__(self) -> str:
        return f"{self.device} {self.uid}"

    @property
    def ball_uid(self) -> str:
        """The id of the ball that this becomes, the same on every tablet that takes it.

        What was undone and is taken again is another ball.
        """
        undone = self.times_undone
        return self.name + (f"~{undone}" if undone else "")

    @property
    def times_undone(self) -> int:
        """How often it was somebody's ball before; a list counts that for all its rows at once."""
        counted: int | None = getattr(self, "undone", None)
        return self.balls.exclude(withdrawn_at=None).count() if counted is None else counted

    @property
    def late(self) -> bool:
        """Whether its moment is days off its arrival."""
        return bool(moment_question(self.hit_at, self.received_at))

    @property
    def name(self) -> str:
        """How the ids of all balls that this becomes begin."""
        return f"d{self.device_id}-{self.uid}"
