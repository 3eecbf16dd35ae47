"""An academy's own protocols of practice."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Academy, Coach


class Routine(models.Model):
    """Rows of practice under a name, for any student of the academy."""

    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="routines")
    # Whose own it is; nobody's is the house's.
    owner = models.ForeignKey(Coach, null=True, on_delete=models.CASCADE, related_name="+")
    name = models.CharField(max_length=80)
    rows = models.JSONField(default=list)
    archived_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["name", "pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["academy", "name"],
                condition=models.Q(archived_at=None),
                name="routine_name_in_academy",
            )
        ]

    def __str__(self) -> str:
        return self.name
