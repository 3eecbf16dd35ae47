"""An academy and its coaches. The academy is the wall: no query looks over it."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class Academy(models.Model):
    """A golf academy with its home conditions."""

    name = models.CharField(max_length=120)
    altitude_m = models.FloatField(default=0)
    time_zone = models.CharField(max_length=64, default="UTC")
    # Where people outside reach Oxgang, as "https://academy.example"; empty is where a coach does.
    public_address = models.CharField(max_length=200, blank=True)

    def __str__(self) -> str:
        return self.name


class Coach(models.Model):
    """A person who signs in, and the academy whose students this person sees."""

    user = models.OneToOneField(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="coach"
    )
    academy = models.ForeignKey(Academy, on_delete=models.PROTECT, related_name="coaches")
    name = models.CharField(max_length=120)

    def __str__(self) -> str:
        return self.name
