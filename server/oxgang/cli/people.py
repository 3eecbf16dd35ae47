"""Commands for people where nobody can sign in: the first account, a lost password, a lock-out."""

from __future__ import annotations

import os
import sys
from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, Any, TypeVar

import typer

from oxgang.cli.database import DATABASE
from oxgang.cli.report import fail
from oxgang.cli.server import Data, start_django, use_secret_key
from oxgang.core.errors import OxgangError

if TYPE_CHECKING:
    from oxgang.academy.models import Academy

T = TypeVar("T")
LogIn = Annotated[str, typer.Argument(help="the person's log-in")]


def add_coach_command(
    data: Data = Path("oxgang-data"),
    academy: Annotated[str, typer.Option(help="name of the academy")] = "",
    name: Annotated[str, typer.Option(help="the coach's name")] = "",
    log_in: Annotated[str, typer.Option(help="the coach's log-in")] = "",
    new_academy: Annotated[bool, typer.Option(help="open an academy of this name")] = False,
) -> None:
    """Let a coach in. Asks for what is not given; the password is asked for or OXGANG_PASSWORD."""
    use_secret_key(data)
    start_django("prod", data, "127.0.0.1")
    from oxgang.academy.models import Academy

    if not Academy.objects.exists():
        ask_for_first(academy, name, log_in)
        return
    found = _open(academy) if new_academy else _academy(academy)
    _ask_for_person(found, name, log_in)


def ask_for_first(academy_name: str = "", name: str = "", log_in: str = "") -> None:
    """Ask for the first academy, its settings and its head coach, one by one: what cannot be is
    asked again, and nothing is typed twice."""
    from django.db import transaction

    try:
        with transaction.atomic():
            _ask_for_person(_open(academy_name), name, log_in)
    except OxgangError as error:
        fail(error.sentence)


def _academy(name: str) -> Academy:
    """The academy of a name; the only one where none is given. A mistyped one makes no second."""
    from oxgang.academy.models import Academy

    everyone = list(Academy.objects.order_by("name"))
    if not name and len(everyone) == 1:
        return everyone[0]
    found = [a for a in everyone if a.name.casefold() == " ".join(name.split()).casefold()]
    if not found:
        names = ", ".join(f'"{a.name}"' for a in everyone)
        answer = f'There is no academy "{name}" here.' if name else "Choose an academy."
        fail(f"{answer} There is {names}. To open another one, add --new-academy.")
    return found[0]


def _open(name: str) -> Academy:
    """Open an academy, asking for its settings where somebody sits there to answer."""
    from django.db import transaction

    from oxgang.academy.models import Academy
    from oxgang.academy.services.academies import (
        checked_address,
        open_academy,
        set_public_address,
    )
    from oxgang.academy.services.settings import checked_altitude, checked_zone

    asked = sys.stdin.isatty()
    name = name or typer.prompt("Name of the academy")
    if Academy.objects.filter(name__iexact=name.strip()).exists():
        fail(f'There is an academy "{name.strip()}" already.')
    zone, altitude, units, address = "UTC", 0.0, "yd", ""
    if asked:
        zone = _again(lambda: checked_zone(typer.prompt("Time zone, by region and city", default="UTC")))
        altitude = _again(
            lambda: checked_altitude(typer.prompt("Altitude of the range, metres", default=0.0, type=float))
        )
        units = _again(_units)
        address = _again(
            lambda: checked_address(
                typer.prompt(
                    "Where phones reach it, for links and QR codes (https://..., empty for later)",
                    default="",
                    show_default=False,
                )
            )
        )
    with transaction.atomic():
        academy = open_academy(
            name,
            altitude_m=altitude,
            time_zone=zone,
            units="m" if units == "m" else "yd",
        )
        set_public_address(academy, address)
    return academy


def _units() -> str:
    from oxgang.core.errors import InputError

    answer: str = typer.prompt("Yards or metres (yd, m)", default="yd")
    if answer not in ("yd", "m"):
        raise InputError("Type yd or m.")
    return answer


def _ask_for_person(academy: Academy, name: str, log_in: str) -> None:
    from oxgang.academy.services.academies import add_coach

    name = name or typer.prompt("Your name")
    given = os.environ.get("OXGANG_PASSWORD")

    def made() -> str:
        chosen = log_in or typer.prompt("Log-in")
        person = add_coach(academy, name=name, log_in=chosen, password=given or _password())
        return person.user.get_username()

    # What a script gives is not asked again: it would be the same.
    if given and log_in:
        try:
            who = made()
        except OxgangError as error:
            fail(error.sentence)
    else:
        who = _again(made)
    typer.echo(f"{name} can sign in as {who}.")


def _password() -> str:
    """A password, typed twice. The rules are said first; one that breaks them is asked again."""
    from django.contrib.auth.models import User
    from django.contrib.auth.password_validation import password_validators_help_texts

    from oxgang.academy.services.passwords import check_password_rules

    for rule in password_validators_help_texts():
        typer.echo(f"  {rule}")

    def typed() -> str:
        answer: str = typer.prompt("Password", hide_input=True)
        check_password_rules(answer, User())
        if typer.prompt("Password again", hide_input=True) != answer:
            from oxgang.core.errors import InputError

            raise InputError("The two are not the same.")
        return answer

    return _again(typed)


def _again(ask: Callable[[], T]) -> T:
    """Ask until the answer can be used."""
    while True:
        try:
            return ask()
        except OxgangError as error:
            typer.echo(error.sentence, err=True)


def _here(data: Path) -> None:
    if not (data / DATABASE).is_file():
        fail(f"{data}: there is no Oxgang database here. Give its folder with --data.")
    use_secret_key(data)
    start_django("prod", data, "127.0.0.1")


def _found(log_in: str) -> Any:
    from oxgang.academy.services.people import coach_with

    try:
        return coach_with(log_in)
    except OxgangError as error:
        fail(error.sentence)


def unlock_command(name: LogIn, data: Data = Path("oxgang-data")) -> None:
    """Let a coach try again at once after too many wrong passwords."""
    _here(data)
    from oxgang.academy.services.throttle import unlock

    log_in = _found(name).user.get_username()
    unlock(log_in)
    typer.echo(f"{log_in} can try again at once.")


def reset_password_command(
    name: LogIn,
    data: Data = Path("oxgang-data"),
    factor: Annotated[bool, typer.Option(help="turn the second factor off too")] = False,
) -> None:
    """Set a person's password from the machine itself; every browser is signed out."""
    _here(data)
    from django.utils import timezone

    from oxgang.academy.services.people import set_password
    from oxgang.academy.services.second_factor import take_away
    from oxgang.academy.services.sign_ins import end_all
    from oxgang.academy.services.throttle import unlock

    coach = _found(name)
    given = os.environ.get("OXGANG_PASSWORD")
    try:
        set_password(coach, given or _password())
    except OxgangError as error:
        fail(error.sentence)
    end_all(coach)
    unlock(coach.user.get_username())
    if factor:
        take_away(coach, by=coach, now=timezone.now())
    typer.echo(f"{coach.name} has a new password, and is signed out everywhere.")


def head_coach_command(name: LogIn, data: Data = Path("oxgang-data")) -> None:
    """Make a person head coach, one who had left too."""
    _here(data)
    from django.utils import timezone

    from oxgang.academy.services.people import make_head

    try:
        coach = make_head(name, now=timezone.now())
    except OxgangError as error:
        fail(error.sentence)
    typer.echo(f"{coach.name} is head coach of {coach.academy.name}.")
