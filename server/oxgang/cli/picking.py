"""What `oxgang pick` does. Apart from the command: it loads numpy and scipy."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import asdict
from pathlib import Path
from typing import Final

import typer

from oxgang.cli.formats import scale_seen
from oxgang.cli.report import fail, read_records, read_rows, report_problems
from oxgang.core.carry.matrix import Cell
from oxgang.core.carry.scatter import STUDENT_SD
from oxgang.core.carry.sides import LATERAL_RANGE
from oxgang.core.carry.surfaces import common_factor
from oxgang.core.carry.today import struck_from
from oxgang.core.errors import InputError
from oxgang.core.flight.chain import MIDDLE_LOFT_DEG, Chain
from oxgang.core.ground.played import candidates_of
from oxgang.core.pick.choice import Picked
from oxgang.core.pick.choice import pick as picked
from oxgang.core.pick.mishits import MOST_MISHITS, Contact, usual_contact
from oxgang.core.pick.outcome import Outcome
from oxgang.core.pick.pattern import (
    Lateral,
    Pattern,
    checked_share,
    patterns_of,
    usual_lateral,
)
from oxgang.core.pick.situation import Situation, band_of, checked
from oxgang.core.pick.strokes import Baseline, baseline_for
from oxgang.core.words.bag import loft_of_label
from oxgang.core.words.green import Firmness
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import Lie
from oxgang.core.words.swing import controlled
from oxgang.files.bag import read_bag
from oxgang.files.matrix import MatrixRow, read_matrix
from oxgang.files.tables import RowProblem
from oxgang.texts.messages import Texts, texts

# Numbers are printed with so many digits after the point: yards and shares, strokes.
DIGITS: Final = 4


def situation_of(
    pin: float,
    front: float,
    back: float,
    width: float,
    green: Firmness,
    raised_m: float,
    lie: Lie,
    headwind_mps: float,
    crosswind_mps: float,
    temperature_c: float,
    altitude_m: float,
    trouble: list[str],
) -> Situation:
    """The situation of the options; what is none ends the command."""
    try:
        return checked(
            Situation(
                pin_yd=pin,
                front_yd=front,
                back_yd=back,
                width_yd=width,
                firmness=green,
                raised_m=raised_m,
                lie=lie,
                headwind_mps=headwind_mps,
                to_right_mps=crosswind_mps,
                temperature_c=temperature_c,
                altitude_m=altitude_m,
                trouble=tuple(band_of(text) for text in trouble),
            )
        )
    except InputError as error:
        fail(error.sentence)


def pick(
    matrix_csv: Path,
    situation: Situation,
    handicap: float,
    lateral_share: float | None,
    mishits: float | None,
    bag: Path | None,
) -> None:
    """The pick of a matrix.csv for a situation, as JSON."""
    try:
        baseline = baseline_for(handicap)
        lateral = usual_lateral(handicap)
        if lateral_share is not None:
            lateral = Lateral(checked_share(lateral_share, "A lateral share", LATERAL_RANGE, "lateral_share"))
        contact = usual_contact(handicap)
        if mishits is not None:
            checked_share(mishits, "A share of mishits", (0.0, MOST_MISHITS), "mishits")
            contact = Contact(mishits, stated=True)
    except InputError as error:
        fail(error.sentence)
    numbered = read_rows(matrix_csv, read_matrix)
    rows = [row for _, row in numbered]
    if not rows:
        fail(f"{matrix_csv}: there is no shot in it.")
    lofts, bounces = _clubs(matrix_csv, bag, numbered)
    scale = scale_seen(rows, lofts)
    arms = {position.label: position.arm_deg for position in scale.positions}
    factor = common_factor(situation.lie)
    cells = [_cell(row) for row in rows]
    struck = struck_from(cells, Chain(lofts), altitude_m=0.0, lie=situation.lie, factor=factor)
    if struck is None:
        fail(f"{matrix_csv}: no shot in it is a pitch that flies.")
    try:
        shots = candidates_of(struck.standard, lofts, arms)
        patterns = patterns_of(
            struck, shots, situation, altitude_m=0.0, contact=contact, lateral=lateral, bounces=bounces
        )
        found = picked(patterns, situation, baseline, contact, controlled(scale))
    except InputError as error:
        fail(error.sentence)
    typer.echo(json.dumps(_as_json(found, baseline, contact, texts())))


def _as_json(found: Picked, baseline: Baseline, contact: Contact, words: Texts) -> dict[str, object]:
    # As the format has it, by the strokes of where balls finish; what comes down in trouble on its
    # way and stays there is counted in the choice.
    order = sorted(range(len(found.outcomes)), key=lambda i: found.outcomes[i].strokes)
    return {
        "pin_yd": found.situation.pin_yd,
        "baseline": {
            surface.value: [list(knot) for knot in knots] for surface, knots in baseline.knots.items()
        },
        "handicap": baseline.handicap,
        "mishits": [asdict(kind) for kind in contact.kinds],
        "best": order.index(found.best),
        "either": None if found.either is None else order.index(found.either),
        "aim_yd": found.aim_yd if found.off_flag else 0.0,
        "reach": found.reach.value,
        "rules": [{**asdict(ruled), "text": words.sentence(Message(ruled.rule))} for ruled in found.rules],
        "shots": [_shot(found.patterns[i], found.outcomes[i], found.reasons[i], words) for i in order],
    }


def _shot(
    pattern: Pattern, outcome: Outcome, reasons: tuple[Message, ...], words: Texts
) -> dict[str, object]:
    shot = pattern.shot
    adjustment = {"ball_position_in": shot.back_in, "grip_down_in": shot.down_in}
    numbers = {
        "carry_yd": pattern.carry_yd,
        "carry_sd_yd": pattern.carry_sd_yd,
        "run_yd": pattern.run_yd,
        "run_sd_yd": pattern.run_sd_yd,
        "lateral_sd_yd": pattern.lateral_sd_yd,
        "mishit_share": pattern.mishit_share,
        "on_green": outcome.on_green,
        "inside_10ft": outcome.inside_10ft,
        "strokes": outcome.strokes,
        "unsure": outcome.unsure,
        "over_three": outcome.over_three,
        "caught": outcome.caught.share,
        "on_green_caught": outcome.on,
        "strokes_landing": outcome.cost,
        "aim_off_yd": -pattern.drift_yd,
    }
    return {
        **asdict(shot.key),
        **{name: inches for name, inches in adjustment.items() if inches},
        **{name: round(value, DIGITS) for name, value in numbers.items()},
        "reasons": [{"code": message.code, "text": words.sentence(message)} for message in reasons],
    }


def _cell(row: MatrixRow) -> Cell:
    """A row as a cell; one without an interval is known exactly, one without a scatter scatters
    as students do."""
    lo = row.carry_yd if row.carry_lo_yd is None else row.carry_lo_yd
    hi = row.carry_yd if row.carry_hi_yd is None else row.carry_hi_yd
    scatter = row.shot_sd_yd or STUDENT_SD * row.carry_yd
    return Cell(
        row.key,
        row.carry_yd,
        lo,
        hi,
        scatter,
        row.balls,
        0,
        row.basis,
        row.last_measured,
        back_in=row.back_in,
        down_in=row.down_in,
    )


def _clubs(
    matrix_csv: Path, bag: Path | None, numbered: list[tuple[int, MatrixRow]]
) -> tuple[dict[str, float], Mapping[str, float | None]]:
    """Loft and bounce of each club of a matrix [degrees]."""
    labels = {row.key.club for _, row in numbered}
    if bag is None:
        lofts = {label: loft_of_label(label) or MIDDLE_LOFT_DEG for label in labels}
        return lofts, {}
    clubs = {club.label.casefold(): club for club in read_records(bag, read_bag)}
    report_problems(
        matrix_csv,
        [
            RowProblem(line, "club", f'"{row.key.club}" is not in {bag}.')
            for line, row in numbered
            if row.key.club.casefold() not in clubs
        ],
    )
    mine = {label: clubs[label.casefold()] for label in labels}
    return (
        {label: club.loft_deg for label, club in mine.items()},
        {label: club.bounce_deg for label, club in mine.items()},
    )
