"""The shots that a student plays or works on, as the coach chose them."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Club, Student
from oxgang.academy.models.words import word_field
from oxgang.core.ground.played import Play
from oxgang.core.words.shots import Spin, Tempo, Trajectory


class PlayedShot(models.Model):
    """One shot: a cell and its adjustment [inches]. A row that says neither stays, so that undo works.

    `arm_deg` is that of the scale in which it was chosen, so that a later change of scale loses
    nothing.
    """

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="shots_played")
    club = models.ForeignKey(Club, on_delete=models.CASCADE, related_name="+")
    swing = models.CharField(max_length=24)
    arm_deg = models.FloatField(null=True, blank=True)
    trajectory = word_field(Trajectory)
    spin = word_field(Spin)
    tempo = word_field(Tempo)
    ball_position_in = models.FloatField(default=0)
    grip_down_in = models.FloatField(default=0)
    state = word_field(Play, default=Play.NEITHER.value)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=[
                    "student",
                    "club",
                    "swing",
                    "trajectory",
                    "spin",
                    "tempo",
                    "ball_position_in",
                    "grip_down_in",
                ],
                name="shot_played_once",
            )
        ]

    def __str__(self) -> str:
        return f"{self.club.label} {self.swing} {self.trajectory}"
