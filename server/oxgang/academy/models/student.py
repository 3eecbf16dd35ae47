"""A student."""

from __future__ import annotations

import uuid
from uuid import uuid4

from django.db import models

from oxgang.academy.models.academy import Academy, Coach
from oxgang.academy.models.scale import SwingScale
from oxgang.core.flight.recipes import School
from oxgang.core.ground.gaps import FROM_YD, TO_YD, TOLERANCE_YD
from oxgang.core.practice.load import BALL_LIMIT
from oxgang.core.units import UNITS
from oxgang.texts.language import Language


class Hand(models.TextChoices):
    RIGHT = "right"
    LEFT = "left"


class Student(models.Model):
    """A student of an academy. Archived students keep everything and can be brought back."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    academy = models.ForeignKey(Academy, on_delete=models.PROTECT, related_name="students")
    # Whose student this is, and who else has it among theirs.
    coach = models.ForeignKey(
        Coach, null=True, blank=True, on_delete=models.SET_NULL, related_name="students"
    )
    shared_with = models.ManyToManyField(Coach, blank=True, related_name="shared")
    name = models.CharField(max_length=120)
    hand = models.CharField(max_length=5, choices=Hand.choices, default=Hand.RIGHT)
    # Made up, to be looked at; taken away by one action.
    example = models.BooleanField(default=False)
    units = models.CharField(max_length=8, choices=[(u, u) for u in UNITS], default="yd")
    # What the student reads: card, phone, papers.
    language = models.CharField(
        max_length=2, choices=[(one.value, one.value) for one in Language], default=Language.ENGLISH.value
    )
    scale = models.ForeignKey(SwingScale, on_delete=models.PROTECT, related_name="students")
    tolerance_yd = models.FloatField(default=TOLERANCE_YD)
    from_yd = models.PositiveSmallIntegerField(default=FROM_YD)
    to_yd = models.PositiveSmallIntegerField(default=TO_YD)
    school = models.CharField(max_length=10, default=School.SHALLOW)
    # The friction that the student finds; empty follows the handicap.
    friction = models.CharField(max_length=9, blank=True)
    handicap = models.FloatField(null=True, blank=True)
    # Set by hand where the coach overrides what the criteria say; empty follows them.
    stage = models.CharField(max_length=10, blank=True)
    criteria = models.JSONField(default=dict, blank=True)
    # The longest swing that the student controls; empty follows the scale.
    longest = models.CharField(max_length=24, blank=True)
    # Estimated shots may be played where their interval reaches no further; empty lets none in.
    estimates_yd = models.FloatField(null=True, blank=True)
    # Whether a coach has chosen the shots that the student plays; till then a proposal stands in.
    shots_chosen = models.BooleanField(default=False)
    ball_limit = models.PositiveSmallIntegerField(default=BALL_LIMIT)
    notes = models.TextField(blank=True)
    archived_at = models.DateTimeField(null=True, blank=True)
    created_at = models.DateTimeField()
    # Grows with every write that the matrix or the list can show; what was computed of an earlier
    # one is old. `stale` finds those of whom something was.
    revision = models.PositiveIntegerField(default=0)
    stale = models.BooleanField(default=True)
    # Another one whenever a stored ball is changed; new balls alone leave it.
    balls_edited = models.UUIDField(default=uuid4, editable=False)
    # The academy's time zone or altitude is another than the one that the balls were stored under.
    moved = models.BooleanField(default=False)

    class Meta:
        indexes = [
            models.Index(fields=["academy", "name"]),
            models.Index(fields=["academy"], condition=models.Q(stale=True), name="stale_students"),
            models.Index(fields=["academy"], condition=models.Q(moved=True), name="moved_students"),
        ]

    def __str__(self) -> str:
        return self.name
