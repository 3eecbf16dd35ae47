"""Commands that read and write the open formats. They need no server and no database.

What they do is loaded when they are called, so that `oxgang --help` answers at once.
"""

from __future__ import annotations

from datetime import datetime
from pathlib import Path
from typing import Annotated

import typer

from oxgang.core.ground.gaps import FROM_YD, TO_YD, TOLERANCE_YD
from oxgang.core.words.green import BACK_YD, FRONT_YD, USUAL_HANDICAP, WIDTH_YD, Firmness
from oxgang.core.words.shots import Lie

Shots = Annotated[Path, typer.Argument(help="shots.csv")]
Bag = Annotated[Path, typer.Option(help="bag.csv")]


def matrix(
    shots: Shots,
    bag: Bag,
    scale: Annotated[str, typer.Option(help="clock, fraction, body, zones, one-swing or a scale.csv")] = "",
    as_of: Annotated[
        datetime | None,
        typer.Option(formats=["%Y-%m-%d"], help="day of the matrix, by default that of the last ball"),
    ] = None,
    output: Annotated[Path | None, typer.Option("-o", "--output", help="matrix.csv")] = None,
) -> None:
    """The wedge distance matrix of the balls in SHOTS.csv."""
    from oxgang.cli import formats

    formats.matrix(shots, bag, scale, as_of, output)


def plan(
    shots: Shots,
    bag: Bag,
    balls: Annotated[int, typer.Option(help="how many balls there are")],
    scale: Annotated[str, typer.Option(help="as for oxgang matrix")] = "",
    as_of: Annotated[
        datetime | None, typer.Option(formats=["%Y-%m-%d"], help="the day it is made for")
    ] = None,
    output: Annotated[Path | None, typer.Option("-o", "--output", help="plan.csv")] = None,
) -> None:
    """What to hit next: the balls that narrow the matrix most from 30 to 100 yards."""
    from oxgang.cli import formats

    formats.plan(shots, bag, balls, scale, as_of, output)


def read(
    file: Annotated[Path, typer.Argument(help="any table of balls, or a chart: CSV, workbook or JSON")],
    bag: Bag,
    scale: Annotated[str, typer.Option(help="as for oxgang matrix")] = "",
) -> None:
    """What Import would understand of a file: its rows, what is wrong, what it would ask, as JSON."""
    from oxgang.cli import reading

    reading.read(file, bag, scale)


def gaps(
    matrix_csv: Annotated[Path, typer.Argument(metavar="MATRIX.csv")],
    from_yd: Annotated[int, typer.Option("--from")] = FROM_YD,
    to_yd: Annotated[int, typer.Option("--to")] = TO_YD,
    tolerance_yd: Annotated[float, typer.Option("--tolerance")] = TOLERANCE_YD,
) -> None:
    """Coverage, gaps and overlaps of a matrix, as JSON."""
    from oxgang.cli import formats

    formats.gaps(matrix_csv, from_yd, to_yd, tolerance_yd)


def play(
    matrix_csv: Annotated[Path, typer.Argument(metavar="MATRIX.csv")],
    bag: Bag,
    from_yd: Annotated[int, typer.Option("--from")] = FROM_YD,
    to_yd: Annotated[int, typer.Option("--to")] = TO_YD,
    tolerance_yd: Annotated[float, typer.Option("--tolerance")] = TOLERANCE_YD,
    most: Annotated[int | None, typer.Option("--most", help="so many shots")] = None,
    longest: Annotated[str, typer.Option(help="the longest controlled swing")] = "",
    scale: Annotated[str, typer.Option(help="as for oxgang matrix")] = "",
) -> None:
    """The few shots to play of a matrix, and what each number of them covers, as JSON."""
    from oxgang.cli import formats

    formats.play(matrix_csv, bag, from_yd, to_yd, tolerance_yd, most, longest, scale)


def pick(
    matrix_csv: Annotated[Path, typer.Argument(metavar="MATRIX.csv")],
    pin: Annotated[float, typer.Option(help="yards to the pin")],
    front: Annotated[float, typer.Option(help="yards from its front to the pin")] = FRONT_YD,
    back: Annotated[float, typer.Option(help="yards from the pin to its back")] = BACK_YD,
    width: Annotated[float, typer.Option(help="yards across the green")] = WIDTH_YD,
    green: Annotated[Firmness, typer.Option(help="how firm it is")] = Firmness.MEDIUM,
    raised_m: Annotated[float, typer.Option(help="the green above the ball, m")] = 0.0,
    lie: Annotated[Lie, typer.Option()] = Lie.FAIRWAY,
    headwind_mps: Annotated[float, typer.Option(help="m/s, + is into the wind")] = 0.0,
    crosswind_mps: Annotated[float, typer.Option(help="m/s, + is to the right")] = 0.0,
    temperature_c: Annotated[float, typer.Option(help="degrees C")] = 20.0,
    altitude_m: Annotated[float, typer.Option(help="metres above where the matrix holds")] = 0.0,
    trouble: Annotated[
        list[str] | None,
        typer.Option(help="bunker, water, rough or out, and where: bunker:45-53; may be repeated"),
    ] = None,
    handicap: Annotated[float, typer.Option()] = USUAL_HANDICAP,
    lateral_share: Annotated[
        float | None, typer.Option(help="how wide solid balls are, as a share of the carry")
    ] = None,
    mishits: Annotated[float | None, typer.Option(help="the share of mishits")] = None,
    bag: Annotated[
        Path | None, typer.Option(help="bag.csv, by default lofts are read off the labels")
    ] = None,
) -> None:
    """The shot for a ball and a pin, with what each shot of a matrix would cost, as JSON."""
    from oxgang.cli import picking

    picking.pick(
        matrix_csv,
        picking.situation_of(
            pin,
            front,
            back,
            width,
            green,
            raised_m,
            lie,
            headwind_mps,
            crosswind_mps,
            temperature_c,
            altitude_m,
            trouble or [],
        ),
        handicap,
        lateral_share,
        mishits,
        bag,
    )
