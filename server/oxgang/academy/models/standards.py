"""What an academy, or one of its coaches, has made its own."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models.academy import Academy, Coach


class StandardKind(models.TextChoices):
    """What can be kept under a name: the set-ups of a school, how a card looks."""

    SET_UP = "set-up"
    CARD = "card"


class Standard(models.Model):
    """A standard of the house, or (with an owner) a coach's own beside it.

    `content` is by kind: the school and recipes by trajectory; or paper, sides and the fields of
    `core.ground.card.Look`.
    """

    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="standards")
    owner = models.ForeignKey(Coach, null=True, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=6, choices=StandardKind.choices)
    name = models.CharField(max_length=80)
    content = models.JSONField(default=dict)
    changed_at = models.DateTimeField()
    archived_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["kind", "name", "pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["academy", "kind", "name"],
                condition=models.Q(archived_at=None),
                name="standard_name_in_academy",
            )
        ]

    def __str__(self) -> str:
        return self.name
