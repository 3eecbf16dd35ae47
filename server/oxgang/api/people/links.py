"""What is opened by somebody who is not signed in: a one-time link, and the first start."""

from __future__ import annotations

from zoneinfo import available_timezones

from django.contrib.auth import login
from django.contrib.auth.password_validation import password_validators_help_texts
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router
from ninja.utils import check_csrf

from oxgang.academy.models import PersonRole
from oxgang.academy.services import second_factor, sign_ins
from oxgang.academy.services.first import Beginning, begin, check_code
from oxgang.academy.services.people import come_in, open_link
from oxgang.api.account.router import account_of
from oxgang.api.account.schemas import Account
from oxgang.api.people.schemas import BeginningIn, BeginningOut, ComeIn, WelcomeOut
from oxgang.core.errors import InputError

router = Router(tags=["account"])


@router.get("/account/links/{token}", response=WelcomeOut, auth=None)
def welcome(request: HttpRequest, token: str) -> WelcomeOut:
    """What a one-time link is for. Looking does not use it up."""
    link = open_link(token, timezone.now())
    return WelcomeOut(
        academy=link.academy.name,
        name=link.name,
        role=PersonRole(link.role),
        log_in=link.coach.user.get_username() if link.coach else "",
        rules=password_validators_help_texts(),
    )


@router.post("/account/links/{token}", response=Account, auth=None)
def enter(request: HttpRequest, token: str, data: ComeIn) -> Account:
    """Use a one-time link, and be signed in; whoever has a second factor signs in with it."""
    if check_csrf(request):
        raise InputError("This page is too old. Load it again.")
    now = timezone.now()
    coach = come_in(token, log_in=data.log_in, password=data.password, now=now)
    if not second_factor.has_factor(coach):
        login(request, coach.user, backend="django.contrib.auth.backends.ModelBackend")
        sign_ins.signed_in(request, coach, now)
    return account_of(request)


@router.get("/account/start/{code}", response=BeginningOut, auth=None)
def before_the_start(request: HttpRequest, code: str) -> BeginningOut:
    """What the first start chooses from; refused once there is an academy."""
    check_code(code)
    return BeginningOut(zones=sorted(available_timezones()), rules=password_validators_help_texts())


@router.post("/account/start/{code}", response=Account, auth=None)
def first_start(request: HttpRequest, code: str, data: BeginningIn) -> Account:
    """Begin the first academy, and be signed in as its head coach."""
    if check_csrf(request):
        raise InputError("This page is too old. Load it again.")
    now = timezone.now()
    coach = begin(code, Beginning(**data.dict()), now=now)
    login(request, coach.user, backend="django.contrib.auth.backends.ModelBackend")
    sign_ins.signed_in(request, coach, now)
    return account_of(request)
