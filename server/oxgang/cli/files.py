"""Commands that read and write the open formats. They need no server and no database.

What they do is loaded when they are called, so that `oxgang --help` answers at once.
"""

from __future__ import annotations

from datetime import datetime
from pathlib import Path
from typing import Annotated

import typer

from oxgang.core.ground.gaps import FROM_YD, TO_YD, TOLERANCE_YD

Shots = Annotated[Path, typer.Argument(help="shots.csv")]
Bag = Annotated[Path, typer.Option(help="bag.csv")]


def matrix(
    shots: Shots,
    bag: Bag,
    scale: Annotated[
        str, typer.Option(help="clock, fraction, body, zones, one-swing or a scale.csv")
    ] = "",
    as_of: Annotated[
        datetime | None,
        typer.Option(
            formats=["%Y-%m-%d"], help="the day it is made for; else that of the last ball"
        ),
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
