"""An academy and its people. The academy is the wall: no query looks over it."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from oxgang.core.flight.recipes import School
from oxgang.core.practice.load import BALL_LIMIT, JUNIOR_LIMIT
from oxgang.core.units import UNITS

# A link that was handed out ends within this, unless the academy says otherwise.
LINK_DAYS = 730
IDLE_HOURS = 336


class PersonRole(models.TextChoices):
    """What a person of the academy may do: everything; teach; log and see."""

    HEAD = "head"
    COACH = "coach"
    ASSISTANT = "assistant"


class Academy(models.Model):
    """A golf academy: standard conditions, and what a new student starts with."""

    name = models.CharField(max_length=120)
    altitude_m = models.FloatField(default=0)
    time_zone = models.CharField(max_length=64, default="UTC")
    # Where people outside reach Oxgang, as "https://academy.example"; empty is where a coach does.
    public_address = models.CharField(max_length=200, blank=True)
    units = models.CharField(max_length=8, choices=[(u, u) for u in UNITS], default="yd")
    scale = models.ForeignKey("SwingScale", null=True, on_delete=models.SET_NULL, related_name="+")
    school = models.CharField(max_length=10, default=School.SHALLOW)
    # Tolerance by level, yards; a level that is not there has the trade's usual one.
    tolerances = models.JSONField(default=dict)
    ball_limit = models.PositiveSmallIntegerField(default=BALL_LIMIT)
    junior_limit = models.PositiveSmallIntegerField(default=JUNIOR_LIMIT)
    # How a card begins: the fields of `core.ground.card.Look`.
    card = models.JSONField(default=dict)
    # Whether everybody who signs in needs a second factor.
    second_factor = models.BooleanField(default=False)
    # A sign-in that nobody uses for so many hours ends.
    idle_hours = models.PositiveSmallIntegerField(default=IDLE_HOURS)
    # Links to cards end within so many days; archived students are proposed for erasure after so
    # many months, 0 is never; so are pictures.
    link_days = models.PositiveSmallIntegerField(default=LINK_DAYS)
    keep_months = models.PositiveSmallIntegerField(default=0)
    picture_months = models.PositiveSmallIntegerField(default=0)

    def __str__(self) -> str:
        return self.name


class Coach(models.Model):
    """A person who signs in, and the academy whose students this person sees.

    One who has left has `left_at`; what he or she did keeps the name.
    """

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="coach")
    academy = models.ForeignKey(Academy, on_delete=models.PROTECT, related_name="coaches")
    name = models.CharField(max_length=120)
    role = models.CharField(max_length=9, choices=PersonRole.choices, default=PersonRole.COACH)
    # Units of one's own for every screen; empty is each student's.
    units = models.CharField(max_length=8, choices=[(u, u) for u in UNITS], blank=True)
    left_at = models.DateTimeField(null=True, blank=True)
    # Of new sign-ins and changed factors the person has read what is older than this.
    told_at = models.DateTimeField(null=True, blank=True)

    def __str__(self) -> str:
        return self.name
