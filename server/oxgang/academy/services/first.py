"""The first start: an academy and its head coach, by a code that only the server's owner has."""

from __future__ import annotations

import hmac
import secrets
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path
from typing import Final

from django.conf import settings
from django.db import transaction

from oxgang.academy.errors import NotFound
from oxgang.academy.models import AuditAction, Coach
from oxgang.academy.services.academies import add_coach, checked_name, open_academy
from oxgang.academy.services.log import record_academy_entry
from oxgang.academy.services.settings import checked_altitude, checked_units, checked_zone
from oxgang.core.errors import InputError
from oxgang.core.units import units_of

FILE: Final = "first-start"
PRIVATE: Final = 0o600


@dataclass(frozen=True, slots=True, kw_only=True)
class Beginning:
    """What an academy begins with, and the person who begins it."""

    academy: str
    time_zone: str
    altitude_m: float
    units: str
    name: str
    log_in: str
    password: str


def _file() -> Path:
    return Path(settings.ENV.data) / FILE


def first_code() -> str:
    """The code of the first start, made and kept beside the database; "" once there is a coach."""
    if Coach.objects.exists():
        _file().unlink(missing_ok=True)
        return ""
    file = _file()
    if not file.exists():
        file.touch(mode=PRIVATE)
        file.write_text(secrets.token_urlsafe(16), encoding="ascii")
    return file.read_text(encoding="ascii").strip()


def check_code(code: str) -> None:
    """Refuse a code that is not that of the first start, or one that was used.

    Raises
    ------
    NotFound
        Saying what to do.
    """
    right = first_code()
    if not right or not hmac.compare_digest(right.encode(), code.encode()):
        raise NotFound(
            "This address doesn't start a new academy. If Oxgang is set up, sign in. If not, use the "
            "address that `oxgang serve` printed."
        )


def begin(code: str, beginning: Beginning, *, now: datetime) -> Coach:
    """Open the first academy, with its head coach. Used once; what cannot be leaves nothing.

    Raises
    ------
    NotFound
        For a code that is not right, or not any more.
    InputError
        For a value that cannot be, beside its field.
    """
    with transaction.atomic():
        check_code(code)
        zone = checked_zone(beginning.time_zone)
        checked_altitude(beginning.altitude_m)
        try:
            name = checked_name(beginning.academy, "academy")
        except InputError as error:
            raise InputError(error.template, field="academy") from None
        academy = open_academy(
            name,
            altitude_m=beginning.altitude_m,
            time_zone=zone,
            units=units_of(checked_units(beginning.units)),
        )
        coach = add_coach(academy, name=beginning.name, log_in=beginning.log_in, password=beginning.password)
        record_academy_entry(academy, AuditAction.ACADEMY_BEGUN, {"person": coach.name}, by=coach, now=now)
    _file().unlink(missing_ok=True)
    return coach
