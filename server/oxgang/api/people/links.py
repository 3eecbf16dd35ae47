"""What is opened by somebody who is not signed in: a one-time link, and the first start."""

from __future__ import annotations

from zoneinfo import available_timezones

from django.contrib.auth.password_validation import password_validators_help_texts
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router
from ninja.utils import check_csrf

from oxgang.academy.models import PersonRole
from oxgang.academy.services import second_factor
from oxgang.academy.services.first import Beginning, begin, check_code
from oxgang.academy.services.people import come_in, open_link
from oxgang.api.account.router import account_of
from oxgang.api.account.schemas import Account
from oxgang.api.account.sessions import start
from oxgang.api.people.schemas import BeginningIn, BeginningOut, ComeIn, OneTime, WelcomeOut
from oxgang.core.errors import InputError

router = Router(tags=["account"])


# What lets somebody in stands in a body, never in an address, which others write down.
@router.post("/account/links/look", response=WelcomeOut, auth=None)
def welcome(request: HttpRequest, data: OneTime) -> WelcomeOut:
    """What a one-time link is for. Looking does not use it up."""
    link = open_link(data.token, timezone.now())
    return WelcomeOut(
        academy=link.academy.name,
        name=link.name,
        role=PersonRole(link.role),
        log_in=link.coach.user.get_username() if link.coach else "",
        rules=password_validators_help_texts(),
    )


@router.post("/account/links", response=Account, auth=None)
def enter(request: HttpRequest, data: ComeIn) -> Account:
    """Use a one-time link, and be signed in; whoever has a second factor signs in with it."""
    if check_csrf(request):
        raise InputError("This page is out of date. Reload it.")
    now = timezone.now()
    coach = come_in(data.token, log_in=data.log_in, password=data.password, now=now)
    if not second_factor.has_factor(coach):
        start(request, coach)
    return account_of(request)


@router.post("/account/start/look", response=BeginningOut, auth=None)
def before_the_start(request: HttpRequest, data: OneTime) -> BeginningOut:
    """What the first start chooses from; refused once there is an academy."""
    check_code(data.token)
    return BeginningOut(zones=sorted(available_timezones()), rules=password_validators_help_texts())


@router.post("/account/start", response=Account, auth=None)
def first_start(request: HttpRequest, data: BeginningIn) -> Account:
    """Begin the first academy, and be signed in as its head coach."""
    if check_csrf(request):
        raise InputError("This page is out of date. Reload it.")
    now = timezone.now()
    coach = begin(data.token, Beginning(**data.dict(exclude={"token"})), now=now)
    start(request, coach)
    return account_of(request)
