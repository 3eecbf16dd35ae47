"""A ball, as it was measured."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any
from uuid import UUID, uuid4

from django.db import models

from oxgang.academy.models import Club, Entry, Student
from oxgang.academy.models.words import word_field
from oxgang.academy.selectors.people import rows_of
from oxgang.core.words.measurements import ADJUSTMENTS, BY_NAME, MEASURED
from oxgang.core.words.shots import (
    BallType,
    CellKey,
    Grooves,
    Lie,
    Shot,
    Spin,
    Strike,
    Tempo,
    Trajectory,
)
from oxgang.range_sessions.models.session import RangeSession

# What the carry model reads of no ball.
UNREAD = frozenset({"entry", "entry_id", "sent", "sent_id", "session", "session_id", "reported", "extra"})


class BallQuerySet(models.QuerySet["Ball"]):
    """Balls; a change of stored ones renews `Student.balls_edited`."""

    def update(self, **values: Any) -> int:
        if values.keys() <= UNREAD:
            return super().update(**values)
        students = set(self.order_by().values_list("student_id", flat=True).distinct())
        done = super().update(**values)
        into = values.get("student_id", values.get("student"))
        renew(students | ({getattr(into, "pk", into)} if into else set()))
        return done

    update.alters_data = True  # type: ignore[attr-defined]


def renew(students: Iterable[UUID]) -> None:
    """Stored balls of these students have changed."""
    rows_of(students).update(balls_edited=uuid4())


class Ball(models.Model):
    """One ball. `uid` is made where the ball is typed, so that sending it twice stores it once.

    `withdrawn_at` is set by undo; the row stays. `swing` and `arm_deg` are those of the scale in
    which the ball was hit, so that a later change of scale loses nothing.
    """

    # Without an index of its own: two of the indexes below begin with the student.
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="balls", db_index=False)
    session = models.ForeignKey(RangeSession, on_delete=models.CASCADE, related_name="balls")
    club = models.ForeignKey(Club, on_delete=models.CASCADE, related_name="balls")
    uid = models.CharField(max_length=64)
    hit_on = models.DateField()
    hit_at = models.DateTimeField(null=True, blank=True)
    swing = models.CharField(max_length=24)
    arm_deg = models.FloatField(null=True, blank=True)
    trajectory = word_field(Trajectory)
    spin = word_field(Spin)
    tempo = word_field(Tempo)
    strike = word_field(Strike)
    ball = word_field(BallType)
    lie = word_field(Lie)
    carry_yd = models.FloatField(BY_NAME["carry_yd"].label, null=True, blank=True)
    total_yd = models.FloatField(BY_NAME["total_yd"].label, null=True, blank=True)
    launch_deg = models.FloatField(BY_NAME["launch_deg"].label, null=True, blank=True)
    spin_rpm = models.FloatField(BY_NAME["spin_rpm"].label, null=True, blank=True)
    ball_speed_mps = models.FloatField(BY_NAME["ball_speed_mps"].label, null=True, blank=True)
    club_speed_mps = models.FloatField(BY_NAME["club_speed_mps"].label, null=True, blank=True)
    attack_deg = models.FloatField(BY_NAME["attack_deg"].label, null=True, blank=True)
    dynamic_loft_deg = models.FloatField(BY_NAME["dynamic_loft_deg"].label, null=True, blank=True)
    apex_yd = models.FloatField(BY_NAME["apex_yd"].label, null=True, blank=True)
    landing_deg = models.FloatField(BY_NAME["landing_deg"].label, null=True, blank=True)
    offline_yd = models.FloatField(BY_NAME["offline_yd"].label, null=True, blank=True)
    temperature_c = models.FloatField(BY_NAME["temperature_c"].label, null=True, blank=True)
    altitude_m = models.FloatField(BY_NAME["altitude_m"].label, null=True, blank=True)
    headwind_mps = models.FloatField(BY_NAME["headwind_mps"].label, null=True, blank=True)
    # An adjustment of the shot, in inches: the ball back of the student's recipe (- is forward), gripped
    # down beyond it. Such a ball teaches what the adjustment is worth.
    ball_position_in = models.FloatField(BY_NAME["ball_position_in"].label, default=0)
    grip_down_in = models.FloatField(BY_NAME["grip_down_in"].label, default=0)
    grooves = word_field(Grooves, default=Grooves.CLEAN)
    wet = models.BooleanField(default=False)
    # Carry in standard conditions and what the conversion adds in uncertainty; made on storing.
    standard_yd = models.FloatField(null=True, blank=True)
    standard_sd = models.FloatField(default=0)
    # How well its carry was read, of log carry: by laser, by eye, by touch.
    read_sd = models.FloatField(default=0)
    # The run that the flight gives a ball whose total was read [yd].
    run_yd = models.FloatField(null=True, blank=True)
    # The student's own word for it: trusted less, and reviewed like any other.
    reported = models.BooleanField(default=False)
    # A ball enters the matrix when a coach has reviewed it.
    accepted = models.BooleanField(default=False)
    excluded = models.CharField(max_length=200, blank=True)
    extra = models.JSONField(default=dict, blank=True)
    withdrawn_at = models.DateTimeField(null=True, blank=True)
    # What a device sent of it. One ball at a time, of one student, has it.
    sent = models.ForeignKey(
        "FeedBall",
        null=True,
        blank=True,
        on_delete=models.SET_NULL,
        related_name="balls",
        db_index=False,
    )
    # Who recorded it and when.
    entry = models.ForeignKey(Entry, null=True, on_delete=models.SET_NULL, related_name="+", db_index=False)

    objects = BallQuerySet.as_manager()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["student", "uid"], name="ball_once_a_student"),
            models.UniqueConstraint(
                fields=["sent"], condition=models.Q(withdrawn_at=None), name="sent_ball_taken_once"
            ),
        ]
        indexes = [
            models.Index(fields=["student", "hit_on"]),
            models.Index(fields=["sent"], condition=models.Q(sent__isnull=False), name="balls_of_devices"),
        ]

    def __str__(self) -> str:
        return self.uid

    def save(self, **how: Any) -> None:
        stored = not self._state.adding
        super().save(**how)
        if stored and not set(how.get("update_fields") or self.__dict__) <= UNREAD:
            renew([self.student_id])

    def as_core(self, *, club_label: str) -> Shot:
        """The ball as core knows it, under the club's label."""
        return Shot(
            cell=CellKey(
                club_label,
                self.swing,
                Trajectory(self.trajectory),
                Spin(self.spin),
                Tempo(self.tempo),
            ),
            id=self.uid,
            hit_on=self.hit_on,
            hit_at=self.hit_at,
            strike=Strike(self.strike),
            ball=BallType(self.ball),
            lie=Lie(self.lie),
            grooves=Grooves(self.grooves),
            wet=self.wet,
            excluded=self.excluded,
            extra=self.extra,
            **{name: getattr(self, name) for name in (*MEASURED, *ADJUSTMENTS)},
        )
