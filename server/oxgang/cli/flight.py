"""`oxgang flight`: one ball through the air, as JSON."""

from __future__ import annotations

import json
from typing import Annotated

import typer

from oxgang.cli.report import fail
from oxgang.core.errors import InputError


def flight(
    ball_speed_mps: Annotated[float, typer.Option(help="ball speed, m/s")],
    launch_deg: Annotated[float, typer.Option(help="launch angle, degrees")],
    spin_rpm: Annotated[float, typer.Option(help="backspin, rpm")],
    temperature_c: Annotated[float, typer.Option(help="degrees C")] = 20.0,
    altitude_m: Annotated[float, typer.Option(help="metres above the sea")] = 0.0,
    humidity: Annotated[float, typer.Option(help="0 to 1")] = 0.5,
    headwind_mps: Annotated[float, typer.Option(help="m/s, + is into the wind")] = 0.0,
    landing_height_m: Annotated[float, typer.Option(help="above the ball, m")] = 0.0,
) -> None:
    """The flight of one ball: carry, apex, landing angle and speed, time."""
    # numpy and scipy only when they are needed.
    from oxgang.core.flight.air import Air
    from oxgang.core.flight.trajectory import Wind, fly

    try:
        flown = fly(
            ball_speed_mps,
            launch_deg,
            spin_rpm,
            air=Air(temperature_c, altitude_m, humidity),
            wind=Wind(headwind_mps),
            landing_height_m=landing_height_m,
        )
    except InputError as error:
        fail(error.sentence)
    names = ("carry_yd", "apex_yd", "landing_deg", "landing_speed_mps", "flight_s")
    typer.echo(json.dumps({name: round(float(getattr(flown, name)[0]), 4) for name in names}))
