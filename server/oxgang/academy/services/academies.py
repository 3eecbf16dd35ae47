"""Opening an academy and letting coaches in."""

from __future__ import annotations

from dataclasses import asdict
from urllib.parse import urlsplit
from zoneinfo import ZoneInfo, available_timezones

from django.contrib.auth.models import User
from django.db import transaction

from oxgang.academy.models import Academy, Coach, PersonRole, SwingScale
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.passwords import check_password_rules
from oxgang.core.errors import InputError
from oxgang.core.units import Units
from oxgang.core.words.swing import BUILT_IN, Scale

MAX_ADDRESS = 200
MAX_NAME = 120


def checked_name(name: str, field: str) -> str:
    """The name of an academy or a person (`field`, for the sentence) without needless blanks.

    Raises
    ------
    InputError
        For none, or one too long.
    """
    name = " ".join(name.split())
    if not name:
        raise InputError(f"Give the {field} a name.", field="name")
    if len(name) > MAX_NAME:
        raise InputError(f"Keep the name to {MAX_NAME} characters.", field="name")
    return name


@transaction.atomic
def open_academy(name: str, *, altitude_m: float = 0, time_zone: str = "UTC", units: Units = "yd") -> Academy:
    """A new academy with its own copies of the built-in swing-length scales."""
    name = checked_name(name, "academy")
    if time_zone not in available_timezones():
        raise InputError(f'"{time_zone}" is not a time zone such as UTC.', field="time_zone")
    academy = Academy.objects.create(
        name=name, altitude_m=altitude_m, time_zone=str(ZoneInfo(time_zone)), units=units
    )
    for scale in BUILT_IN:
        create_scale(academy, scale)
    return academy


def set_public_address(academy: Academy, address: str) -> None:
    """Where people outside reach Oxgang; empty is where a coach does.

    Raises
    ------
    InputError
        When it is no address such as https://academy.example.
    """
    academy.public_address = checked_address(address)
    academy.save(update_fields=["public_address"])


def checked_address(address: str) -> str:
    """A public address without its last slash, or "" for none.

    Raises
    ------
    InputError
        When it is no address such as https://academy.example.
    """
    address = address.strip().rstrip("/")
    try:
        parts = urlsplit(address)
        known = parts.scheme in ("http", "https") and parts.hostname and not parts.query
    except ValueError:
        known = False
    if address and not known:
        raise InputError(
            f'"{address}" is not an address such as https://academy.example.',
            field="public_address",
        )
    if len(address) > MAX_ADDRESS:
        raise InputError(f"Keep the address to {MAX_ADDRESS} characters.", field="public_address")
    return address


def create_scale(academy: Academy, scale: Scale) -> SwingScale:
    """Store a scale with its positions."""
    return SwingScale.objects.create(
        academy=academy,
        key=scale.key,
        name=scale.name,
        idea=scale.idea,
        positions=[asdict(p) for p in scale.positions],
        longest=scale.longest,
    )


@retry_on_conflict
def add_coach(
    academy: Academy, *, name: str, log_in: str, password: str, role: PersonRole | None = None
) -> Coach:
    """A person with a log-in. The first one of an academy is its head coach, later ones coaches,
    where no role is given.

    Raises
    ------
    InputError
        When the log-in is taken or the password is too weak.
    """
    log_in = log_in.strip().lower()
    if not log_in:
        raise InputError("Give the coach a username.", field="log_in")
    if User.objects.filter(username=log_in).exists():
        raise InputError(f'The username "{log_in}" is taken.', field="log_in")
    user = User(username=log_in)
    check_password_rules(password, user, academy, name)
    user.set_password(password)
    user.save()
    if role is None:
        role = PersonRole.COACH if academy.coaches.exists() else PersonRole.HEAD
    return Coach.objects.create(user=user, academy=academy, name=name.strip() or log_in, role=role)
