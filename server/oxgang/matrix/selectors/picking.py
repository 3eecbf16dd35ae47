"""What a pick of a student rests on, and the pick: patterns of the shots that are played."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from oxgang.academy.models import Student
from oxgang.core.carry.matrix import Cell
from oxgang.core.carry.surfaces import OwnFactor, lie_factors
from oxgang.core.carry.today import ShotsFromLie, struck_from
from oxgang.core.flight.chain import Chain
from oxgang.core.ground.played import Candidate, let_in
from oxgang.core.pick.choice import Picked, pick
from oxgang.core.pick.mishits import Contact, own_contact
from oxgang.core.pick.pattern import Lateral, Pattern, own_lateral, patterns_of
from oxgang.core.pick.situation import Situation
from oxgang.core.pick.strokes import Baseline, baseline_for
from oxgang.core.words.shots import Lie
from oxgang.core.words.swing import Limit
from oxgang.matrix.selectors.matrix import StudentMatrix, chain_in
from oxgang.matrix.selectors.played import PlayedNow, limit_of
from oxgang.matrix.selectors.sides import sides_in
from oxgang.matrix.selectors.standing import standing_of

Shots = Sequence[tuple[Cell, Candidate]]


@dataclass(frozen=True, slots=True)
class Picking:
    """How a student hits: what shots start with, strokes to hole out, mishits, how wide, bounces
    [degrees], the longest controlled swing, what lies do; and the shots struck from a lie as far as
    somebody has asked."""

    altitude_m: float
    chain: Chain
    baseline: Baseline
    contact: Contact
    lateral: Lateral
    bounces: dict[str, float | None]
    limit: Limit
    factors: dict[Lie, OwnFactor]
    struck: dict[tuple[object, ...], tuple[ShotsFromLie, list[Candidate]] | None] = field(
        default_factory=dict
    )


def picking_of(student: Student, found: StudentMatrix) -> Picking:
    """How a student hits, by matrix and balls. Five queries."""
    baseline = baseline_for(student.handicap)
    stage, _ = standing_of(student, found.matrix)
    carries = {cell.key: cell.carry_yd for cell in found.matrix.every if not cell.adjusted}
    return Picking(
        student.academy.altitude_m,
        chain_in(student, found),
        baseline,
        own_contact(found.hits, carries, baseline.handicap),
        own_lateral(sides_in(student, found.names), baseline.handicap),
        {club.label: club.bounce_deg for club in found.clubs},
        limit_of(student, stage),
        lie_factors(found.matrix.fit),
    )


def shots_to_pick(student: Student, played: PlayedNow, *, every: bool = False) -> Shots:
    """The shots that are played, or every one whose number is one to play by."""
    places = played.answering
    if every:
        places = [i for i, shot in enumerate(played.shots) if let_in(shot, student.estimates_yd)]
    return [(played.cells[i], played.shots[i]) for i in places]


def patterns_in(
    picking: Picking, shots: Shots, situation: Situation, *, paths: bool = False
) -> list[Pattern]:
    """What the shots do in a situation."""
    struck = _struck(picking, shots, situation.lie)
    if struck is None:
        return []
    return patterns_of(
        struck[0],
        struck[1],
        situation,
        altitude_m=picking.altitude_m,
        contact=picking.contact,
        lateral=picking.lateral,
        bounces=picking.bounces,
        paths=paths,
    )


def pick_in(picking: Picking, shots: Shots, situation: Situation, *, paths: bool = False) -> Picked:
    """The pick of a student's shots.

    Raises
    ------
    InputError
        Without a shot, or for a situation that no ball faces.
    """
    return pick_of(picking, patterns_in(picking, shots, situation, paths=paths), situation)


def pick_of(picking: Picking, patterns: Sequence[Pattern], situation: Situation) -> Picked:
    """The pick among patterns of a situation (`pick_in`)."""
    return pick(patterns, situation, picking.baseline, picking.contact, picking.limit)


def _struck(picking: Picking, shots: Shots, lie: Lie) -> tuple[ShotsFromLie, list[Candidate]] | None:
    name = (lie, *(candidate.name for _, candidate in shots))
    if name not in picking.struck:
        struck = struck_from(
            [cell for cell, _ in shots],
            picking.chain,
            altitude_m=picking.altitude_m,
            lie=lie,
            factor=picking.factors[lie],
        )
        of = {id(cell): candidate for cell, candidate in shots}
        found = None if struck is None else (struck, [of[id(cell)] for cell in struck.standard])
        picking.struck[name] = found
    return picking.struck[name]
