"""A person's own ways in: password, second factor, where one is signed in."""

from __future__ import annotations

from base64 import b32encode

import segno
from django.contrib.auth import update_session_auth_hash
from django.contrib.auth.password_validation import password_validators_help_texts
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from oxgang.academy.models import AuditAction, Coach
from oxgang.academy.services import second_factor, sign_ins
from oxgang.academy.services.log import record_academy_entry
from oxgang.academy.services.people import change_password
from oxgang.api.account.passwords import user_with
from oxgang.api.account.schemas import (
    FactorCode,
    FactorOut,
    FactorSet,
    OwnPassword,
    PasswordIn,
    SecurityOut,
    SignInOut,
)
from oxgang.api.account.sessions import prove
from oxgang.api.auth import CoachRequest
from oxgang.core.errors import InputError

router = Router(tags=["account"])


def _security(request: HttpRequest, coach: Coach) -> SecurityOut:
    here = request.session.session_key
    return SecurityOut(
        log_in=coach.user.get_username(),
        rules=password_validators_help_texts(),
        factor=second_factor.has_factor(coach),
        factor_wanted=coach.academy.second_factor,
        codes_left=second_factor.codes_left(coach),
        sign_ins=[
            SignInOut(
                id=row.pk,
                at=row.at,
                seen_at=row.seen_at,
                where=row.where,
                browser=row.browser,
                here=row.session == here,
            )
            for row in sign_ins.sign_ins_of(coach)
        ],
    )


@router.get("/account/security", response=SecurityOut)
def security(request: CoachRequest) -> SecurityOut:
    """Password rules, second factor, and where the person is signed in."""
    return _security(request, request.coach)


@router.post("/account/password", response=SecurityOut)
def password(request: CoachRequest, data: PasswordIn) -> SecurityOut:
    """A new password. Every other browser is signed out by it; this one stays."""
    coach = request.coach
    if user_with(request, coach.user.get_username(), data.old) != coach.user:
        raise InputError("That isn't your current password.", field="old")
    change_password(coach, data.old, data.password, now=timezone.now())
    prove(request)
    sign_ins.end_all(coach, but=request.session.session_key)
    update_session_auth_hash(request, coach.user)
    sign_ins.signed_in(request, coach, timezone.now())
    return _security(request, coach)


@router.post("/account/proof", response=SecurityOut)
def type_again(request: CoachRequest, data: OwnPassword) -> SecurityOut:
    """Type the own password again, for what is not done from a browser that was left open."""
    coach = request.coach
    if user_with(request, coach.user.get_username(), data.password) != coach.user:
        raise InputError("That isn't your password.", field="password")
    prove(request)
    return _security(request, coach)


@router.post("/account/factor", response=FactorOut)
def begin_factor(request: CoachRequest) -> FactorOut:
    """A secret for the person's phone. Nothing changes until a code of it was typed."""
    device = second_factor.begin(request.coach)
    qr = segno.make(device.config_url, error="m").svg_data_uri(scale=5, border=2)
    return FactorOut(qr=qr, secret=b32encode(device.bin_key).decode("ascii").rstrip("="))


@router.put("/account/factor", response=FactorSet)
def confirm_factor(request: CoachRequest, data: FactorCode) -> FactorSet:
    """Turn the second factor on with a code that the phone shows."""
    return FactorSet(codes=second_factor.confirm(request.coach, data.code, now=timezone.now()))


@router.post("/account/factor/end", response=SecurityOut)
def end_factor(request: CoachRequest) -> SecurityOut:
    """Take the person's own second factor away."""
    coach = request.coach
    second_factor.take_away(coach, by=coach, now=timezone.now())
    return _security(request, coach)


@router.delete("/account/sign-ins/{sign_in_id}", response=SecurityOut)
def end_sign_in(request: CoachRequest, sign_in_id: int) -> SecurityOut:
    """Sign out one other browser of the person's."""
    coach = request.coach
    sign_ins.end_one(coach, sign_in_id)
    return _security(request, coach)


@router.post("/account/sign-out-everywhere", response=SecurityOut)
def sign_out_everywhere(request: CoachRequest) -> SecurityOut:
    """Sign out every browser of the person's but this one."""
    coach = request.coach
    count = sign_ins.end_all(coach, but=request.session.session_key)
    now = timezone.now()
    record_academy_entry(
        coach.academy, AuditAction.SIGNED_OUT_EVERYWHERE, {"browsers": count}, by=coach, now=now
    )
    return _security(request, coach)
