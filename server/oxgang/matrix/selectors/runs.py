"""How far a student's balls run: in standard conditions on medium turf, and as the balls of which carry
and total were read have shown it."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from oxgang.academy.models import Student
from oxgang.core.carry.ground_run import RunSeen
from oxgang.core.carry.matrix import Cell
from oxgang.core.carry.today import flying_of, runs_of, starts_of
from oxgang.core.flight.conditions import standard_air
from oxgang.core.ground.played import Name
from oxgang.matrix.selectors.matrix import StudentMatrix, chain_in


def standard_runs(student: Student, found: StudentMatrix, cells: Sequence[Cell]) -> dict[Name, float]:
    """How far the balls of these cells run in standard conditions [yd]; a ball that does not fly has none."""
    if not cells:
        return {}
    chain, altitude = chain_in(student, found), student.academy.altitude_m
    flying = flying_of(cells, chain, altitude)
    if not flying:
        return {}
    starts = starts_of(flying, chain, altitude)
    runs = runs_of(flying, starts, density=standard_air(altitude).density())
    return {cell.name: float(runs.run_yd[i]) for i, cell in enumerate(flying)}


def runs_seen(student: Student, found: StudentMatrix, cells: Collection[Cell]) -> dict[Name, RunSeen]:
    """How far the balls of these cells run where the student's totals were read; nothing where too few
    were."""
    ground = found.matrix.fit.hits.ground
    if not ground.claimed:
        return {}
    carries = {cell.name: cell.carry_yd for cell in cells}
    runs = standard_runs(student, found, list(cells))
    return {name: ground.seen(carries[name], run) for name, run in runs.items()}
