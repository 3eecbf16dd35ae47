"""`oxgang monitor`: a simulated launch monitor that sends balls to a running Oxgang."""

from __future__ import annotations

import os
import time
from datetime import UTC, datetime
from pathlib import Path
from typing import Annotated

import typer

from oxgang.cli.report import fail
from oxgang.core.errors import OxgangError
from oxgang.monitor.faults import FAULTS
from oxgang.monitor.queue import Queue

RETRIES_AT_END = 60


def monitor(
    token: Annotated[str, typer.Option(help="device token, by default OXGANG_TOKEN")] = "",
    token_file: Annotated[Path | None, typer.Option(help="file read at each try")] = None,
    url: Annotated[str, typer.Option(help="where Oxgang is")] = "http://127.0.0.1:8000",
    count: Annotated[int, typer.Option("--balls", help="0 goes on until stopped", min=0)] = 0,
    rate: Annotated[float, typer.Option(help="balls a minute", min=0.1)] = 6.0,
    seed: Annotated[int, typer.Option(help="which student and day it plays")] = 1,
    club_speed_mps: Annotated[float, typer.Option(help="club speed, m/s")] = 25.0,
    loft_deg: Annotated[float, typer.Option(help="loft of the club, degrees")] = 56.0,
    tempo: Annotated[float, typer.Option(help="share of the speed, 1 is normal")] = 1.0,
    mishits: Annotated[float, typer.Option(help="share of mishits", min=0, max=1)] = 0.1,
    headwind_mps: Annotated[float, typer.Option(help="m/s, + is into the wind")] = 0.0,
    faults: Annotated[str, typer.Option(help=f"by comma: {', '.join(FAULTS)}")] = "",
    queue: Annotated[Path, typer.Option(help="file of what waits")] = Path("monitor-queue.jsonl"),
) -> None:
    """Play a student in front of a launch monitor and send each ball to Oxgang."""
    # It flies its balls: numpy and scipy only when they are needed.
    from oxgang.monitor.player import Swing, balls
    from oxgang.monitor.sender import Sender

    wanted = frozenset(part.strip() for part in faults.split(",") if part.strip())
    if unknown := wanted - set(FAULTS):
        fail(f"There is no fault {', '.join(sorted(unknown))}. Known: {', '.join(FAULTS)}.")
    if not (token or token_file or os.environ.get("OXGANG_TOKEN")):
        fail("Give --token, --token-file or OXGANG_TOKEN. Make one in the app under Devices.")

    def current_token() -> str:
        if token_file and token_file.exists():
            return token_file.read_text(encoding="utf-8").strip()
        return token or os.environ.get("OXGANG_TOKEN", "")

    swing = Swing(
        club_speed_mps=club_speed_mps * tempo,
        loft_deg=loft_deg,
        mishits=mishits,
        headwind_mps=headwind_mps,
    )
    try:
        sender = Sender(url.rstrip("/"), current_token, Queue(queue), typer.echo, wanted, seed)
    except (OSError, ValueError) as error:
        fail(f"{queue}: cannot be read ({error}).")
    started = datetime.now(UTC).strftime("%m%d%H%M%S")
    try:
        for number, ball in enumerate(balls(swing, seed), start=1):
            # The day is part of the id, so that another run's balls are other balls.
            ball["id"] = f"{ball['id']}-{started}"
            typer.echo(f"{ball['carry_yd']:6.1f} yd  {ball['launch_deg']:4.1f} deg  ", nl=False)
            sender.hit(ball, now=datetime.now(UTC))
            if count and number >= count:
                break
            time.sleep(60 / rate)
        for _ in range(RETRIES_AT_END):
            if sender.flush():
                break
            time.sleep(1)
    except OxgangError as error:
        fail(error.sentence)
    except KeyboardInterrupt:
        typer.echo("stopped")
    if sender.queue.balls:
        typer.echo(f"{len(sender.queue.balls)} balls wait in {queue} for the next start.")
