"""What the tests of the pick are made from: the student of docs/pick.md, and patterns by hand."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import cache
from pathlib import Path
from typing import Any

from oxgang.core.carry.matrix import Cell
from oxgang.core.carry.surfaces import common_factor
from oxgang.core.carry.today import struck_from
from oxgang.core.flight.chain import Chain
from oxgang.core.ground.played import Candidate, candidates_of
from oxgang.core.pick.choice import Picked, pick
from oxgang.core.pick.mishits import Contact, usual_contact
from oxgang.core.pick.pattern import Pattern, patterns_of, usual_lateral
from oxgang.core.pick.situation import Situation
from oxgang.core.pick.strokes import baseline_for
from oxgang.core.words.shots import CellKey, Lie, Trajectory
from oxgang.core.words.swing import CLOCK, controlled
from oxgang.files.bag import read_bag
from oxgang.files.matrix import read_matrix

EXAMPLES = Path(__file__).resolve().parents[2] / "docs/examples"
CLUBS = [row for _, row in read_bag((EXAMPLES / "pick-bag.csv").read_bytes()).rows]
LOFTS = {club.label: club.loft_deg for club in CLUBS}
BOUNCES = {club.label: club.bounce_deg for club in CLUBS}
ARMS = {p.label: p.arm_deg for p in CLOCK.positions}
LIMIT = controlled(CLOCK)
CELLS = [
    Cell(
        row.key,
        row.carry_yd,
        row.carry_lo_yd or 0,
        row.carry_hi_yd or 0,
        row.shot_sd_yd,
        row.balls,
        0,
        row.basis,
        None,
    )
    for _, row in read_matrix((EXAMPLES / "pick-matrix.csv").read_bytes()).rows
]


@cache
def _struck(lie: Lie) -> Any:
    return struck_from(CELLS, Chain(LOFTS), altitude_m=0.0, lie=lie, factor=common_factor(lie))


def patterns(
    there: Situation,
    *,
    handicap: float = 18.0,
    contact: Contact | None = None,
    bounces: dict[str, float | None] | None = None,
    which: Callable[[Candidate], bool] = lambda _: True,
) -> list[Pattern]:
    struck = _struck(there.lie)
    found = patterns_of(
        struck,
        candidates_of(struck.standard, LOFTS, ARMS),
        there,
        altitude_m=0.0,
        contact=contact or usual_contact(handicap),
        lateral=usual_lateral(handicap),
        bounces=BOUNCES if bounces is None else bounces,
    )
    return [p for p in found if which(p.shot)]


def picked(
    there: Situation,
    *,
    handicap: float = 18.0,
    contact: Contact | None = None,
    **more: Any,
) -> Picked:
    contact = contact or usual_contact(handicap)
    shots = patterns(there, handicap=handicap, contact=contact, **more)
    return pick(shots, there, baseline_for(handicap), contact, LIMIT)


def least(found: Picked) -> dict[Trajectory, float]:
    """What the best shot of each height costs."""
    costs: dict[Trajectory, list[float]] = {t: [] for t in Trajectory}
    for pattern, outcome in zip(found.patterns, found.outcomes, strict=True):
        costs[pattern.shot.key.trajectory].append(outcome.cost)
    return {t: min(of) for t, of in costs.items() if of}


def shot(carry: float, run: float = 5.0, **more: Any) -> Pattern:
    """A stock shot with a pattern by hand."""
    key = more.pop("key", CellKey("54", "9:00"))
    arm = more.pop("arm_deg", ARMS[key.swing])
    candidate = Candidate(
        key, carry, carry - 1, carry + 1, 3.0, more.pop("measured", True), LOFTS[key.club], arm
    )
    made = Pattern(candidate, 8, carry, 3.0, 1.0, run, 2.5, 3.0, 0.0, 0.15, 12.0, 45.0)
    return replace(made, **more)
