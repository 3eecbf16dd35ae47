"""A second factor at sign-in: six digits that a phone shows (RFC 6238), or a recovery code."""

from __future__ import annotations

import base64
import secrets
from datetime import datetime
from typing import Final

from django.db import transaction

from oxgang.academy.models import AuditAction, Coach, Factor, OtherKey, RecoveryCode
from oxgang.academy.services.log import record_academy_entry
from oxgang.academy.tokens import hash_of
from oxgang.core.errors import InputError, OxgangError, ProblemCode

RECOVERY_CODES: Final = 8
# 80 bits: nobody tries them all, however fast.
CODE_BYTES: Final = 10
GROUP: Final = 4
NAME: Final = "phone"


class FactorNeeded(OxgangError):
    """The password was right; the second factor is still asked for."""

    code = ProblemCode.FACTOR_NEEDED


class FactorMissing(OxgangError):
    """The academy asks for a second factor, and this person has none yet."""

    code = ProblemCode.FACTOR_MISSING


def has_factor(coach: Coach) -> bool:
    """Whether sign-in asks for six digits."""
    found: bool = Factor.objects.filter(user=coach.user, confirmed=True).exists()
    return found


def codes_left(coach: Coach) -> int:
    """How many recovery codes are left."""
    return RecoveryCode.objects.filter(coach=coach).count()


@transaction.atomic
def begin(coach: Coach) -> Factor:
    """A secret for the person's phone, which holds once a code of it was typed.

    Raises
    ------
    InputError
        When the person has one already.
    """
    if has_factor(coach):
        raise InputError("You already have a second factor. Turn it off before you set up another.")
    Factor.objects.filter(user=coach.user, confirmed=False).delete()
    return Factor.made_for(coach.user, NAME)


@transaction.atomic
def confirm(coach: Coach, code: str, *, now: datetime) -> list[str]:
    """Turn the second factor on. Returns recovery codes, each good once, shown once.

    Raises
    ------
    InputError
        When the code is not the one that the phone shows.
    """
    device = Factor.objects.filter(user=coach.user, confirmed=False).first()
    if device is None or not device.verify_token(_plain(code)):
        raise InputError(
            "Wrong code. Check the phone again, and its clock.",
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
    Factor.objects.filter(user=coach.user).delete()
    RecoveryCode.objects.filter(coach=coach).delete()
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
        raise FactorNeeded("Type the six digits from your phone.", field="code")
    if not _passes(coach, _plain(code)):
        raise FactorNeeded(
            "Wrong code. After several wrong codes you have to wait longer. A recovery code works too.",
            field="code",
        )


@transaction.atomic
def _passes(coach: Coach, code: str) -> bool:
    """Whether a code is the phone's or a recovery code, which is used up. A wrong one is counted, of
    either kind, and while too many were wrong neither is looked at."""
    device = Factor.objects.select_for_update().get(user=coach.user, confirmed=True)
    allowed, _ = device.verify_is_allowed()
    if not allowed:
        return False
    if RecoveryCode.objects.filter(coach=coach, code_hash=hash_of(code)).delete()[0]:
        device.throttle_reset()
        return True
    try:
        return bool(device.verify_token(code))
    except OtherKey:
        raise FactorNeeded(
            "This server has a new secret key and can't read your second factor. Use a recovery code, or "
            "ask a head coach to turn your second factor off.",
            field="code",
        ) from None


def _plain(code: str) -> str:
    return code.replace(" ", "").replace("-", "").lower()


def _new_codes(coach: Coach) -> list[str]:
    RecoveryCode.objects.filter(coach=coach).delete()
    made = [secrets.token_bytes(CODE_BYTES) for _ in range(RECOVERY_CODES)]
    codes = [base64.b32encode(one).decode("ascii").lower() for one in made]
    RecoveryCode.objects.bulk_create(RecoveryCode(coach=coach, code_hash=hash_of(code)) for code in codes)
    return ["-".join(code[i : i + GROUP] for i in range(0, len(code), GROUP)) for code in codes]
