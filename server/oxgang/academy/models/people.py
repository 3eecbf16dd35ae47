"""How people come in: one-time links, and where they are signed in."""

from __future__ import annotations

from django.db import models

from oxgang.academy.models.academy import Academy, Coach, PersonRole


class EntryLink(models.Model):
    """A one-time link by which a person comes in: a new one, or one who forgot the password.

    `coach` is whose password it sets anew; without one it is an invitation in `role`. Only the hash
    of its token is kept.
    """

    academy = models.ForeignKey(Academy, on_delete=models.CASCADE, related_name="+")
    coach = models.ForeignKey(Coach, null=True, on_delete=models.CASCADE, related_name="+")
    name = models.CharField(max_length=120, blank=True)
    role = models.CharField(max_length=9, choices=PersonRole.choices, default=PersonRole.COACH)
    token_hash = models.CharField(max_length=64, unique=True)
    made_by = models.ForeignKey(Coach, null=True, on_delete=models.SET_NULL, related_name="+")
    made_at = models.DateTimeField()
    expires_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True, blank=True)
    ended_at = models.DateTimeField(null=True, blank=True)

    def __str__(self) -> str:
        return f"link for {self.name}"


class SignIn(models.Model):
    """Where a person is signed in. `session` is the key of a Django session."""

    coach = models.ForeignKey(Coach, on_delete=models.CASCADE, related_name="sign_ins")
    session = models.CharField(max_length=40, unique=True)
    at = models.DateTimeField()
    seen_at = models.DateTimeField()
    where = models.CharField(max_length=64, blank=True)
    browser = models.CharField(max_length=200, blank=True)

    def __str__(self) -> str:
        return f"{self.coach} from {self.where}"
