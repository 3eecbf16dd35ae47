"""How an academy reads a kind of file."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Academy


class StoredMapping(models.Model):
    """The mapping last used for files with this header (`files.foreign.Table.signature`)."""

    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="+")
    signature = models.CharField(max_length=64)
    mapping = models.JSONField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["academy", "signature"], name="one_mapping_a_header")]

    def __str__(self) -> str:
        return self.signature[:12]
