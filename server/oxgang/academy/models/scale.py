"""Swing-length scales of an academy: copies of the built-in ones, and its own."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models.academy import Academy
from oxgang.core.words import swing


class SwingScale(models.Model):
    """A scale. `key` names the built-in scale it began as; it is empty for an own one.

    `positions` are its swing lengths, short to long: label, arm_deg, cue. One value, so that a
    change of the scale is one change in the log, and can be taken back. `longest` is the position
    at which control ends; empty is the last one below a full swing.
    """

    academy = models.ForeignKey(Academy, on_delete=models.PROTECT, related_name="scales")
    key = models.CharField(max_length=32, blank=True)
    name = models.CharField(max_length=80)
    idea = models.CharField(max_length=200, blank=True)
    positions = models.JSONField(default=list)
    longest = models.CharField(max_length=24, blank=True)
    # An own scale that was taken back.
    archived_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["academy", "name"],
                condition=models.Q(archived_at=None),
                name="scale_name_in_academy",
            )
        ]

    def __str__(self) -> str:
        return self.name

    def as_core(self) -> swing.Scale:
        """The scale as core knows it, short to long."""
        positions = tuple(swing.Position(**position) for position in self.positions)
        return swing.Scale(self.key, self.name, self.idea, positions, self.longest)
