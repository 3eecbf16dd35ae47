"""Pictures of the academy's ranges: where the targets stand."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models.academy import Academy
from oxgang.core.flight import landing


class RangePicture(models.Model):
    """A range from above. `targets` are those of `core.flight.landing.Target`, one value, so that a
    change of the picture is one change in the log. Balls keep where they landed, whatever becomes of
    the picture."""

    academy = models.ForeignKey(Academy, on_delete=models.PROTECT, related_name="range_pictures")
    name = models.CharField(max_length=landing.MAX_NAME)
    targets = models.JSONField(default=list)
    left_yd = models.FloatField(null=True, blank=True)
    right_yd = models.FloatField(null=True, blank=True)
    far_yd = models.FloatField(null=True, blank=True)
    archived_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["academy", "name"],
                condition=models.Q(archived_at=None),
                name="range_picture_name_in_academy",
            )
        ]

    def __str__(self) -> str:
        return self.name

    def as_core(self) -> landing.RangePicture:
        """The picture as core knows it."""
        return landing.RangePicture(
            self.name,
            tuple(landing.Target(**target) for target in self.targets),
            self.left_yd,
            self.right_yd,
            self.far_yd,
        )
