"""A version of a student's matrix as it was handed out, and private links to the card."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models import Coach, Student


class PublishedMatrix(models.Model):
    """A version. Its content never changes (see `services.publishing`)."""

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    note = models.CharField(max_length=300, blank=True)
    content = models.JSONField()
    # What a phone shows of it, as it was when it was published (`selectors.phone`).
    phone = models.JSONField(default=dict)
    published_by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    published_at = models.DateTimeField()
    # Published by mistake and taken back: the version before is handed out again.
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["student", "number"], name="version_number_a_student")]

    def __str__(self) -> str:
        return f"{self.student} v{self.number}"


class CardLink(models.Model):
    """A private link to one student's card. Only the hash of its token is kept."""

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="card_links")
    token_hash = models.CharField(max_length=64, unique=True)
    made_by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    made_at = models.DateTimeField()
    expires_at = models.DateTimeField()
    revoked_at = models.DateTimeField(null=True, blank=True)
    # The hash of a code of four to six digits that is asked for first; empty asks for none.
    code = models.CharField(max_length=128, blank=True)
    # Wrong codes since it was set, and until when no more are taken.
    wrong_codes = models.PositiveSmallIntegerField(default=0)
    locked_until = models.DateTimeField(null=True, blank=True)
    opened_at = models.DateTimeField(null=True, blank=True)
    # How often it was opened.
    opened = models.PositiveIntegerField(default=0)

    def __str__(self) -> str:
        return f"card of {self.student}"
