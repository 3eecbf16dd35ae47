"""Commands that start the server. Django is imported only once its environment is set."""

from __future__ import annotations

import os
import secrets
import sys
from pathlib import Path
from typing import Annotated

import typer

from oxgang.cli.database import DATABASE, PRIVATE_FILE, keep_private
from oxgang.cli.report import fail
from oxgang.cli.upgrade import UpgradeFailed, bring_up
from oxgang.core.errors import OxgangError

Data = Annotated[Path, typer.Option(help="folder of the database")]
Host = Annotated[str, typer.Option(help="address to listen on")]
Lan = Annotated[bool, typer.Option("--lan", help="answer phones and tablets on this network")]
Port = Annotated[int, typer.Option(help="port to listen on", min=1, max=65535)]


def demo(
    data: Data = Path("var/demo"),
    host: Host = "127.0.0.1",
    port: Port = 8000,
    fresh: Annotated[bool, typer.Option(help="throw the demo's data away first")] = False,
    serve: Annotated[bool, typer.Option(help="start the server when loaded")] = True,
    lan: Lan = False,
) -> None:
    """The demo academy, ready to try. The data is made up and kept between starts."""
    if fresh:
        for file in data.glob("oxgang.sqlite3*"):
            file.unlink()
    host, names = _open(host, port, lan=lan and serve)
    start_django("demo", data, names)
    from django.utils import timezone

    from oxgang.academy.models import Academy
    from oxgang.academy.selectors.people import student_of
    from oxgang.demo.scenario import ACADEMY, COACHES, PASSWORD
    from oxgang.demo.season import load_demo
    from oxgang.matrix.services.stored import renew

    if not Academy.objects.exists():
        academy = load_demo(now=timezone.now())
        for student in academy.students.values_list("pk", flat=True):
            renew(student_of(academy, student), timezone.now())
    if not serve:
        return
    log_ins = " or ".join(log_in for log_in, _ in COACHES)
    typer.echo(f"\n  {ACADEMY} (demo)\n  http://{host}:{port}")
    typer.echo(f"  log-in: {log_ins}   password: {PASSWORD}\n  Ctrl+C stops it.\n")
    _listen(host, port)


def serve(
    data: Data = Path("oxgang-data"),
    host: Host = "127.0.0.1",
    port: Port = 8000,
    names: Annotated[str, typer.Option(help="host names it answers to, by comma")] = "",
    https: Annotated[bool, typer.Option(help="it stands behind an HTTPS proxy")] = False,
    proxy: Annotated[str, typer.Option(help="address of the proxy in front, if any")] = "",
    address: Annotated[
        str | None, typer.Option(help="address for phones, in links and QR codes (saved)")
    ] = None,
    workers: Annotated[int, typer.Option(help="processes that share the port", min=1, max=16)] = 1,
    log: Annotated[Path | None, typer.Option(help="write the log here, and turn it over")] = None,
    backups: Annotated[Path | None, typer.Option(help="a folder for a backup each night")] = None,
    keep: Annotated[int, typer.Option(help="how many nightly backups to keep", min=1)] = 14,
    lan: Lan = False,
) -> None:
    """Start for real: makes a secret key, serves, and says where the first account is made."""
    use_secret_key(data)
    os.environ["OXGANG_HTTPS"] = str(https)
    if log is not None:
        os.environ["OXGANG_LOG"] = str(log.resolve())
    if backups is not None:
        os.environ["OXGANG_BACKUPS"] = str(backups.resolve())
        os.environ["OXGANG_BACKUPS_KEEP"] = str(keep)
    host, allowed = _open(host, port, lan=lan)
    start_django("prod", data, f"{names},{allowed}" if names else allowed)
    from oxgang.academy.services.first import first_code

    if address is not None:
        _keep_address(address)
    typer.echo(f"Oxgang on http://{host}:{port}")
    if code := first_code():
        typer.echo(
            "There is no account yet. Create the academy and its first coach in a browser at\n"
            f"  {(address or f'http://{host}:{port}').rstrip('/')}/start#{code}\n"
            "or with `oxgang add-coach` in a terminal. The address is good once."
        )
    _listen(host, port, proxy=proxy, https=https, workers=workers)


def _open(host: str, port: int, *, lan: bool) -> tuple[str, str]:
    """The address to listen on and the names that requests may use: with `lan` all of this machine."""
    if not lan:
        return host, host
    from oxgang.cli.lan import EVERY_ADDRESS, open_to_lan

    return EVERY_ADDRESS, open_to_lan(port)


def _keep_address(address: str) -> None:
    from oxgang.academy.models import Academy
    from oxgang.academy.services.academies import set_public_address

    try:
        for academy in Academy.objects.all():
            set_public_address(academy, address)
    except OxgangError as error:
        fail(error.sentence)


def use_secret_key(data: Path) -> None:
    """The key of a data folder, made with it if need be. Ends the command where that cannot be."""
    own_folder(data)
    file = data / "secret-key"
    try:
        if not file.exists():
            file.touch(mode=PRIVATE_FILE)
            file.write_text(secrets.token_urlsafe(50), encoding="ascii")
        key = file.read_text(encoding="ascii").strip()
    except OSError as error:
        fail(f"{file}: cannot be read or written ({error.strerror}).")
    os.environ.setdefault("OXGANG_SECRET_KEY", key)


def own_folder(data: Path) -> None:
    """Make a data folder that nobody else reads. Ends the command where that cannot be."""
    try:
        data.mkdir(parents=True, exist_ok=True)
        keep_private(data)
    except OSError as error:
        fail(f"{data}: cannot be made one's own ({error.strerror}).")


def set_up_django(mode: str, data: Path, names: str) -> None:
    """Set Django up with a data folder, which is made if need be. No database is touched."""
    os.environ["OXGANG_MODE"] = mode
    os.environ["OXGANG_DATA"] = str(data.resolve())
    os.environ["OXGANG_HOSTS"] = f"{names},127.0.0.1,localhost"
    os.environ["DJANGO_SETTINGS_MODULE"] = "oxgang.config.settings"
    own_folder(data)
    import django

    try:
        django.setup()
    except ValueError as error:
        fail(f"The server cannot start with {data}: {error}")


def start_django(mode: str, data: Path, names: str) -> None:
    """Set Django up with a data folder, and bring its database up to this version."""
    set_up_django(mode, data, names)
    try:
        bring_up(data)
    except UpgradeFailed as error:
        fail(f"The server cannot start with {data}: {error}")


def upgrade(data: Data = Path("oxgang-data")) -> None:
    """Bring the database up to this version: a copy first, and a look at every table after it."""
    if not (data / DATABASE).is_file():
        fail(f"{data}: there is no Oxgang database here. Give its folder with --data.")
    use_secret_key(data)
    before = set(data.glob("before-upgrade-*.sqlite3"))
    start_django("prod", data, "127.0.0.1")
    made = sorted(set(data.glob("before-upgrade-*.sqlite3")) - before)
    if made:
        typer.echo(f"{data}: brought up to this version. The database of before is {made[0]}.")
    else:
        typer.echo(f"{data}: is of this version already.")


def keeper_command(parent: Annotated[int, typer.Argument(help="process id of the server")]) -> None:
    """Keeps what the list of students shows fresh. The server starts it."""
    import django

    django.setup()
    from oxgang.cli.keeper import keep

    keep(parent)


def _listen(host: str, port: int, *, proxy: str = "", https: bool = False, workers: int = 1) -> None:
    from oxgang.cli.keeper import KeeperProcess
    from oxgang.config.listen import listen

    keeper = KeeperProcess([sys.executable, "-m", "oxgang", "keeper", str(os.getpid())])
    try:
        listen(host, port, proxy=proxy, https=https, workers=workers)
    except OSError as error:
        fail(f"http://{host}:{port} cannot be opened ({error.strerror}).")
    finally:
        keeper.stop()
