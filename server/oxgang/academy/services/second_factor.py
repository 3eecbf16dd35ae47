"""A second factor at sign-in: six digits that a phone shows (RFC 6238), or a recovery code."""

from __future__ import annotations

import secrets
from datetime import datetime
from typing import Final

from django.db import transaction
from django_otp import match_token
from django_otp.plugins.otp_static.models import StaticDevice, StaticToken
from django_otp.plugins.otp_totp.models import TOTPDevice

from oxgang.academy.models import AuditAction, Coach
from oxgang.academy.services.log import record_academy_entry
from oxgang.core.errors import InputError, OxgangError, ProblemCode

RECOVERY_CODES: Final = 8
NAME: Final = "phone"


class FactorNeeded(OxgangError):
    """The password was right; the second factor is still asked for."""

    code = ProblemCode.FACTOR_NEEDED


class FactorMissing(OxgangError):
    """The academy asks for a second factor, and this person has none yet."""

    code = ProblemCode.FACTOR_MISSING


def has_factor(coach: Coach) -> bool:
    """Whether sign-in asks for six digits."""
    found: bool = TOTPDevice.objects.filter(user=coach.user, confirmed=True).exists()
    return found


def codes_left(coach: Coach) -> int:
    """How many recovery codes are left."""
    left: int = StaticToken.objects.filter(device__user=coach.user).count()
    return left


@transaction.atomic
def begin(coach: Coach) -> TOTPDevice:
    """A secret for the person's phone, which holds once a code of it was typed.

    Raises
    ------
    InputError
        When the person has one already.
    """
    if has_factor(coach):
        raise InputError("You have a second factor. Take it away before you set another.")
    TOTPDevice.objects.filter(user=coach.user, confirmed=False).delete()
    device: TOTPDevice = TOTPDevice.objects.create(user=coach.user, name=NAME, confirmed=False)
    return device


@transaction.atomic
def confirm(coach: Coach, code: str, *, now: datetime) -> list[str]:
    """Turn the second factor on. Returns recovery codes, each good once, shown once.

    Raises
    ------
    InputError
        When the code is not the one that the phone shows.
    """
    device = TOTPDevice.objects.filter(user=coach.user, confirmed=False).first()
    if device is None or not device.verify_token(_plain(code)):
        raise InputError(
            "That is not the code of this moment. Look at the phone again, and at its clock.",
            field="code",
        )
    device.confirmed = True
    device.save(update_fields=["confirmed"])
    codes = _new_codes(coach)
    record_academy_entry(coach.academy, AuditAction.FACTOR_SET, {"person": coach.name}, by=coach, now=now)
    return codes


@transaction.atomic
def take_away(coach: Coach, *, by: Coach, now: datetime) -> None:
    """No second factor any more: by the person, or by a head coach for a lost phone."""
    TOTPDevice.objects.filter(user=coach.user).delete()
    StaticDevice.objects.filter(user=coach.user).delete()
    record_academy_entry(coach.academy, AuditAction.FACTOR_ENDED, {"person": coach.name}, by=by, now=now)


def check(coach: Coach, code: str) -> None:
    """Let the second factor of a sign-in pass; wrong ones make django-otp wait longer each time.

    Raises
    ------
    FactorNeeded
        Without a code, or with a wrong one.
    """
    if not has_factor(coach):
        return
    if not code:
        raise FactorNeeded("Type the six digits that your phone shows.", field="code")
    if match_token(coach.user, _plain(code)) is None:
        raise FactorNeeded(
            "That is not the code of this moment. After several wrong ones it takes longer before "
            "the next is looked at. A recovery code works too.",
            field="code",
        )


def _plain(code: str) -> str:
    return code.replace(" ", "").replace("-", "").lower()


def _new_codes(coach: Coach) -> list[str]:
    StaticDevice.objects.filter(user=coach.user).delete()
    device = StaticDevice.objects.create(user=coach.user, name="recovery", confirmed=True)
    codes = [secrets.token_hex(5) for _ in range(RECOVERY_CODES)]
    StaticToken.objects.bulk_create(StaticToken(device=device, token=code) for code in codes)
    return [f"{code[:5]}-{code[5:]}" for code in codes]
