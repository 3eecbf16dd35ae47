"""Where people outside reach Oxgang: what a link or a QR code says."""

from __future__ import annotations

from ipaddress import ip_address
from urllib.parse import urlsplit

from django.conf import settings
from django.http import HttpRequest

from oxgang.academy.models import Academy


def public_base(request: HttpRequest, academy: Academy) -> tuple[str, bool]:
    """The address that links begin with, and whether another device can reach it.

    The academy's public address, else the one that the coach has asked at; where that leads a phone to
    itself, this machine's own in its network, if it is let in there.
    """
    base = academy.public_address or request.build_absolute_uri("/").rstrip("/")
    lan: list[str] = settings.ENV.lan_addresses
    if only_here(base) and lan:
        base = lan[0]
    return base, not only_here(base)


def only_here(address: str) -> bool:
    """Whether an address leads a phone to itself: localhost, 127.0.0.1 and the like."""
    host = urlsplit(address).hostname or ""
    if host == "localhost" or host.endswith(".localhost"):
        return True
    try:
        return ip_address(host).is_loopback
    except ValueError:
        return False
