"""The card as it would be published now."""

from __future__ import annotations

from oxgang.academy.models import Student
from oxgang.academy.selectors.recipes import recipes_of
from oxgang.core.ground.card import Card, CardOptions, card_cell
from oxgang.core.ground.played import Name, Play, let_in
from oxgang.core.units import in_metres
from oxgang.core.words.intervals import LEVEL
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.matrix.selectors.played import PlayedNow
from oxgang.matrix.selectors.runs import standard_runs


def live_card(
    student: Student,
    found: StudentMatrix,
    played: PlayedNow,
    look: CardOptions | None = None,
    *,
    runs: dict[Name, float] | None = None,
) -> Card:
    """The card of a student's matrix and played shots, of version 0.

    A played shot that is only estimated, and not let in, is in work on it. One query.

    Parameters
    ----------
    runs
        How far the balls of shots run [yd]; what is missing of those played is computed and put
        there: up to three queries, and a flight a shot. None leaves runs out.
    """
    answering = set(played.answering)
    states = {shot.name: played.states.get(shot.name, Play.NEITHER) for shot in played.shots}
    cells, ground = [], found.matrix.fit.hits.ground
    if runs is not None:
        missing = [i for i in sorted(answering) if played.shots[i].name not in runs]
        runs |= standard_runs(student, found, [played.cells[i] for i in missing])
    for i, cell in enumerate(played.cells):
        play = states[played.shots[i].name]
        if play is Play.PLAYED and not let_in(played.shots[i], student.estimates_yd):
            play = Play.WORK
        if play is not Play.NEITHER or i < len(found.cells):
            run = runs.get(played.shots[i].name) if runs and i in answering else None
            seen = ground.seen(cell.carry_yd, run) if ground.claimed and run is not None else None
            cells.append(card_cell(cell, play, run, seen))
    heights = {played.shots[i].key.trajectory for i in answering}
    recipes = recipes_of(student)
    return Card(
        student=student.name,
        academy=student.academy.name,
        version=0,
        day=found.day.isoformat(),
        note="",
        metres=in_metres(student.units),
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        tolerance_yd=student.tolerance_yd,
        level=LEVEL,
        clubs=tuple((club.label, club.loft_deg) for club in found.clubs),
        positions=tuple((p.label, p.cue) for p in found.positions),
        arms=tuple(p.arm_deg for p in found.positions),
        cells=tuple(cells),
        look=look or CardOptions(),
        recipes={t: recipe for t, recipe in recipes.items() if t in heights},
    )
