"""Swing-length scales of an academy: copies of the built-in ones, and its own."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models.academy import Academy
from oxgang.core import swing


class SwingScale(models.Model):
    """A scale. `key` names the built-in scale it began as; it is empty for an own one."""

    academy = models.ForeignKey(Academy, on_delete=models.PROTECT, related_name="scales")
    key = models.CharField(max_length=32, blank=True)
    name = models.CharField(max_length=80)
    idea = models.CharField(max_length=200, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["academy", "name"], name="scale_name_in_academy")
        ]

    def __str__(self) -> str:
        return self.name

    def as_core(self) -> swing.Scale:
        """The scale as core knows it, short to long."""
        positions = sorted(self.positions.all(), key=lambda p: p.order)
        return swing.Scale(
            self.key,
            self.name,
            self.idea,
            tuple(swing.Position(p.label, p.arm_deg, p.cue) for p in positions),
        )


class SwingPosition(models.Model):
    """One swing length of a scale."""

    scale = models.ForeignKey(SwingScale, on_delete=models.CASCADE, related_name="positions")
    order = models.PositiveSmallIntegerField()
    label = models.CharField(max_length=24)
    arm_deg = models.FloatField()
    cue = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["order"]
        constraints = [
            models.UniqueConstraint(fields=["scale", "label"], name="position_label_in_scale")
        ]

    def __str__(self) -> str:
        return self.label
