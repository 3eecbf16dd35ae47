"""What the commands of `cli.files` do. Apart from them: it loads numpy and scipy."""

from __future__ import annotations

import json
import math
from collections.abc import Mapping
from dataclasses import asdict, replace
from datetime import date, datetime
from pathlib import Path

import typer

from oxgang.cli.report import fail, read_records, read_rows, report_problems, scale_of
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.guess import positions_seen
from oxgang.core.carry.hits import standard_hits
from oxgang.core.carry.matrix import Basis
from oxgang.core.errors import InputError
from oxgang.core.flight.standard import usual_altitude
from oxgang.core.ground.gaps import FROM_YD, TO_YD, covered_yardages, fallow, overlaps
from oxgang.core.ground.played import candidates_of
from oxgang.core.ground.proposal import MOST_SHOTS, propose
from oxgang.core.practice.plan import plan_balls
from oxgang.core.words.bag import Club
from oxgang.core.words.measurements import REFUSE_OVER_YD
from oxgang.core.words.shots import Shot, Trajectory
from oxgang.core.words.swing import Scale, controlled, recognised
from oxgang.files.bag import read_bag
from oxgang.files.matrix import MatrixRow, read_matrix, write_matrix
from oxgang.files.shots import read_shots
from oxgang.files.tables import RowProblem, write_table
from oxgang.texts.messages import texts


def matrix(shots: Path, bag: Path, scale: str, as_of: datetime | None, output: Path | None) -> None:
    """The matrix of a file of balls, as matrix.csv."""
    evidence, lofts, order = _known(shots, bag, scale, as_of)
    built = evidence.matrix()
    cells = [*built.cells, *built.adjustments]
    cells.sort(
        key=lambda cell: (
            lofts[cell.key.club],
            order.index(cell.key.swing),
            list(Trajectory).index(cell.key.trajectory),
            cell.adjusted,
        )
    )
    _write(write_matrix(cells), output)


def plan(
    shots: Path,
    bag: Path,
    balls: int,
    scale: str,
    as_of: datetime | None,
    output: Path | None,
) -> None:
    """So many balls where they do most, as plan.csv."""
    evidence, _, _ = _known(shots, bag, scale, as_of)
    built = evidence.matrix()
    try:
        planned = plan_balls(built, balls, from_yd=FROM_YD, to_yd=TO_YD, evidence=evidence)
    except InputError as error:
        fail(error.sentence)
    words = texts()
    rows = (
        (p.key.club, p.key.swing, p.key.trajectory, p.key.spin, p.balls, words.say(p.why)) for p in planned
    )
    columns = ("club", "swing", "trajectory", "spin", "balls", "reason")
    _write(write_table(columns, rows), output)


def gaps(matrix_csv: Path, from_yd: int, to_yd: int, tolerance_yd: float) -> None:
    """Coverage, gaps and overlaps of a matrix.csv, as JSON."""
    _check_ground(from_yd, to_yd, tolerance_yd)
    cells = read_records(matrix_csv, read_matrix)
    measured = [cell for cell in cells if cell.basis is Basis.MEASURED]
    total = to_yd - from_yd + 1

    def share(some: list[MatrixRow]) -> float:
        ploughed = covered_yardages(some, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd)
        return len(ploughed) / total

    uncovered = fallow(cells, from_yd=from_yd, to_yd=to_yd, tolerance_yd=tolerance_yd)
    result = {
        "from_yd": from_yd,
        "to_yd": to_yd,
        "tolerance_yd": tolerance_yd,
        "coverage": {"measured": share(measured), "all": share(cells)},
        "gaps": [asdict(stretch) for stretch in uncovered],
        "overlaps": [[asdict(a), asdict(b)] for a, b in overlaps(cells)],
    }
    typer.echo(json.dumps(result))


def play(
    matrix_csv: Path,
    bag: Path,
    from_yd: int,
    to_yd: int,
    tolerance_yd: float,
    most: int | None,
    longest: str,
    scale: str,
) -> None:
    """The shots to play of a matrix.csv, and the best coverage of each number, as JSON."""
    _check_ground(from_yd, to_yd, tolerance_yd)
    if most is not None and not 1 <= most <= MOST_SHOTS:
        fail(f"--most {most} must be 1 to {MOST_SHOTS} shots.")
    clubs = read_records(bag, read_bag)
    lofts = {club.label.casefold(): club.loft_deg for club in clubs}
    rows = read_rows(matrix_csv, read_matrix)
    report_problems(
        matrix_csv,
        [
            RowProblem(line, "club", f'"{row.key.club}" is not in {bag}.')
            for line, row in rows
            if row.key.club.casefold() not in lofts
        ],
    )
    cells = [row for _, row in rows]
    by_label = {row.key.club: lofts[row.key.club.casefold()] for row in cells}
    chosen = scale_of(scale) or scale_seen(cells, by_label)
    arms = {position.label: position.arm_deg for position in chosen.positions}
    report_problems(
        matrix_csv,
        [
            RowProblem(line, "swing", f'"{row.key.swing}" is not a position of {chosen.name}.')
            for line, row in rows
            if row.key.swing not in arms
        ],
    )
    if longest and longest not in arms:
        fail(f'--longest "{longest}" is not a position of {chosen.name}: {", ".join(arms)}.')
    shots = candidates_of(cells, by_label, arms)
    found = propose(
        shots,
        controlled(chosen, longest),
        from_yd=from_yd,
        to_yd=to_yd,
        tolerance_yd=tolerance_yd,
        estimates_yd=math.inf,
        bag=[club.loft_deg for club in clubs],
        price=0.0,
    )
    number = found.pays if most is None else most
    curve = [count / found.yards for count in found.covered]
    curve += [curve[-1] if curve else 0.0] * (number - len(curve))
    result = {
        "most": number,
        "coverage": curve[number - 1] if number else 0.0,
        "shots": [_shot(cells[i]) for i in found.shots(number)],
        "by_number": [[n, share] for n, share in enumerate(curve, 1)],
    }
    typer.echo(json.dumps(result))


def _shot(row: MatrixRow) -> dict[str, object]:
    adjustment = {"ball_position_in": row.back_in, "grip_down_in": row.down_in}
    return {
        **asdict(row.key),
        "carry_yd": row.carry_yd,
        "basis": row.basis,
        **{name: inches for name, inches in adjustment.items() if inches},
    }


def scale_seen(cells: list[MatrixRow], lofts: Mapping[str, float]) -> Scale:
    """The scale of a matrix: the built-in one that has its swings, else one made of how far they
    carry.

    Parameters
    ----------
    lofts
        Loft of each of its clubs [degrees].
    """
    if known := recognised(row.key.swing for row in cells):
        return known
    balls = [Shot(cell=row.key, carry_yd=row.carry_yd) for row in cells]
    return Scale("", "the matrix's own swings", "", tuple(positions_seen(balls, lofts)))


def _check_ground(from_yd: int, to_yd: int, tolerance_yd: float) -> None:
    if from_yd > to_yd:
        fail(f"--from {from_yd} is beyond --to {to_yd}. Give the shorter yardage first.")
    if from_yd < 0 or to_yd > REFUSE_OVER_YD:
        fail(f"Give --from and --to between 0 and {REFUSE_OVER_YD:g} yards.")
    if not 0 < tolerance_yd <= REFUSE_OVER_YD:
        fail(f"--tolerance {tolerance_yd:g} must be more than 0 yards, at most {REFUSE_OVER_YD:g}.")


def _known(
    shots: Path, bag: Path, scale: str, as_of: datetime | None
) -> tuple[Evidence, dict[str, float], list[str]]:
    """What a file tells, the lofts of its clubs, and its swings from short to long."""
    clubs = read_records(bag, read_bag)
    rows = read_rows(shots, read_shots)
    known = {club.label.casefold(): club for club in clubs}
    report_problems(
        shots,
        [
            RowProblem(line, "club", f'"{shot.cell.club}" is not in {bag}.')
            for line, shot in rows
            if shot.cell.club.casefold() not in known
        ],
    )
    balls = [_relabelled(shot, known) for _, shot in rows]
    lofts = {club.label: club.loft_deg for club in clubs}
    chosen = scale_of(scale) or recognised(shot.cell.swing for shot in balls)
    positions = chosen.positions if chosen else positions_seen(balls, lofts)
    order = [position.label for position in positions]
    report_problems(
        shots,
        [
            RowProblem(line, "swing", f'"{shot.cell.swing}" is not a position of {scale}.')
            for line, shot in rows
            if shot.cell.swing not in order
        ],
    )
    arms = {position.label: position.arm_deg for position in positions}
    hits = standard_hits(balls, lofts, arms, usual_altitude(balls))
    newest = max((shot.hit_on for shot in balls if shot.hit_on), default=date.max)
    day = as_of.date() if as_of else newest
    return Evidence(hits, clubs, positions, day), lofts, order


def _write(text: str, output: Path | None) -> None:
    if output is None:
        typer.echo(text, nl=False)
        return
    try:
        output.write_text(text, encoding="utf-8", newline="")
    except OSError as error:
        fail(f"{output}: cannot be written ({error.strerror}).")


def _relabelled(shot: Shot, bag: Mapping[str, Club]) -> Shot:
    """The shot with its club written as the bag writes it."""
    label = bag[shot.cell.club.casefold()].label
    return replace(shot, cell=replace(shot.cell, club=label))
