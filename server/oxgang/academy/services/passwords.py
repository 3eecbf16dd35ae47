"""What a new password must be, beside Django's own rules."""

from __future__ import annotations

from typing import TYPE_CHECKING

from django.contrib.auth.password_validation import UserAttributeSimilarityValidator, validate_password
from django.core.exceptions import ValidationError

from oxgang.core.errors import InputError

if TYPE_CHECKING:
    from django.contrib.auth.models import User

    from oxgang.academy.models import Academy


class NotOneOfOurs(UserAttributeSimilarityValidator):
    """No log-in, name of the person or name of the academy, and nothing like one."""

    def __init__(self) -> None:
        super().__init__(("username", "person", "academy"), max_similarity=0.7)

    def get_help_text(self) -> str:
        return "Your password can't be like your username, your name or the academy's name."


def check_password_rules(password: str, user: User, academy: Academy | None = None, person: str = "") -> None:
    """Whether a password is one.

    Raises
    ------
    InputError
        Saying which rules it breaks.
    """
    coach = getattr(user, "coach", None)
    # The validator compares what it finds on the user.
    user.person = person or getattr(coach, "name", "")  # type: ignore[attr-defined]
    user.academy = getattr(academy or getattr(coach, "academy", None), "name", "")  # type: ignore[attr-defined]
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise InputError(" ".join(error.messages), field="password") from None
