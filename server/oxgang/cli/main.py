"""The `oxgang` command: file commands need nothing but the core, server commands start Django."""

from __future__ import annotations

from typing import Annotated

import typer

from oxgang import __version__
from oxgang.cli import backup, card, files, people, server
from oxgang.cli.flight import flight
from oxgang.cli.monitor import monitor

app = typer.Typer(
    name="oxgang",
    no_args_is_help=True,
    add_completion=False,
    pretty_exceptions_enable=False,
    rich_markup_mode=None,
)


def _print_version(wanted: bool) -> None:
    if wanted:
        typer.echo(f"oxgang {__version__}")
        raise typer.Exit


@app.callback()
def _main(
    version: Annotated[
        bool, typer.Option("--version", callback=_print_version, is_eager=True, help="print the version")
    ] = False,
) -> None:
    """Wedge distance matrices for golf academy coaches."""


app.command()(files.matrix)
app.command()(files.read)
app.command()(files.gaps)
app.command()(files.plan)
app.command()(files.play)
app.command()(files.pick)
app.command()(flight)
app.command()(monitor)
app.command()(card.card)
app.command()(server.demo)
app.command()(server.serve)
app.command()(backup.backup)
app.command()(backup.restore)
app.command("keeper", hidden=True)(server.keeper_command)
app.command("check")(backup.check_command)
app.command()(server.upgrade)
app.command("add-coach")(people.add_coach_command)
app.command("unlock")(people.unlock_command)
app.command("reset-password")(people.reset_password_command)
app.command("head-coach")(people.head_coach_command)
