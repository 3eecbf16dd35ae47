"""The addresses by which other devices of the same network reach this machine."""

from __future__ import annotations

import io
import os
import socket
from ipaddress import ip_address

import ifaddr
import segno
import typer

from oxgang.cli.report import fail

# Every address of the machine is listened on.
EVERY_ADDRESS = "0.0.0.0"


def lan_addresses() -> list[str]:
    """The IPv4 addresses of this machine that others of its network can reach, private ones first."""
    found = {
        str(ip.ip)
        for adapter in ifaddr.get_adapters()
        for ip in adapter.ips
        if isinstance(ip.ip, str) and not ip_address(ip.ip).is_loopback
    }
    return sorted(found, key=lambda ip: (ip_address(ip).is_link_local, not ip_address(ip).is_private, ip))


def open_to_lan(port: int) -> str:
    """Allow this machine's addresses and names, and print a link and its QR code for each address.

    Returns
    -------
    str
        The names that requests may use, by comma.
    """
    addresses = lan_addresses()
    if not addresses:
        fail("This machine has no address in a network. Join one, or serve without --lan.")
    links = [f"http://{address}:{port}" for address in addresses]
    os.environ["OXGANG_LAN"] = ",".join(links)
    name = socket.gethostname()
    for link in links:
        code = io.StringIO()
        segno.make(link, error="l").terminal(out=code, compact=True)
        typer.echo(f"\n  {link}\n{code.getvalue()}")
    typer.echo(
        "Phones and tablets on this network can open these addresses. Without HTTPS a phone saves nothing\n"
        "for offline use: send the card as a file (Card, On the phone) instead."
    )
    return ",".join([*addresses, name, f"{name}.local"])
