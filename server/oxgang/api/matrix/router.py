from __future__ import annotations

from datetime import date
from uuid import UUID

from django.http import HttpResponse
from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Student
from oxgang.academy.selectors.people import local_day, student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import Label, made
from oxgang.api.matrix.schemas import CompareOut, MatrixOut, WhyOut
from oxgang.core.carry.adjustments import adjustments_of
from oxgang.core.carry.arithmetic import arithmetic, swaps
from oxgang.core.carry.ground_run import RunSeen
from oxgang.core.carry.matrix import Cell
from oxgang.core.carry.today import runs_of, start_of
from oxgang.core.carry.wedges import best_wedge
from oxgang.core.carry.why import why
from oxgang.core.flight.chain import Chain
from oxgang.core.flight.conditions import standard_air
from oxgang.core.flight.spin import shown
from oxgang.core.keeping.history import history_of
from oxgang.core.words.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.matrix.selectors.as_data import cell_data
from oxgang.matrix.selectors.matrix import StudentMatrix, chain_in, matrix_of
from oxgang.matrix.selectors.runs import runs_seen
from oxgang.matrix.selectors.stored import computed_text, matrix_text
from oxgang.range_sessions.selectors.balls import balls_in_cell
from oxgang.texts.recipes import recipe_values

router = Router(tags=["matrix"])


def _found(request: CoachRequest, student_id: UUID) -> tuple[Student, StudentMatrix]:
    student = student_of(request.coach, student_id)
    return student, matrix_of(student, local_day(student, timezone.now()))


@router.get("/students/{student_id}/matrix", response=MatrixOut)
def matrix(
    request: CoachRequest,
    student_id: UUID,
    as_of: Query[date | None] = None,
    live: Query[bool] = False,
) -> HttpResponse:
    """The student's matrix and ground, today or as of a day.

    Balls that wait for a review count only when `live`.
    """
    if as_of is None and not live:
        text = matrix_text(request.coach.academy, student_id, timezone.now())
    else:
        student = student_of(request.coach, student_id)
        text = computed_text(student, as_of or local_day(student, timezone.now()), live=live)
    return HttpResponse(text, content_type="application/json")


@router.get("/students/{student_id}/why", response=WhyOut)
def why_cell(
    request: CoachRequest,
    student_id: UUID,
    club: Label,
    swing: Label,
    trajectory: Trajectory,
    spin: Spin = Spin.CHECK,
    tempo: Tempo = Tempo.NORMAL,
) -> WhyOut:
    """What stands behind a cell's number: balls, neighbours, rule of thumb, launch, history."""
    student, found = _found(request, student_id)
    key = CellKey(club, swing, trajectory, spin, tempo)
    if key not in found.matrix:
        raise NotFound("There is no such shot in this matrix.")
    behind = why(found.matrix, key)
    balls = balls_in_cell(student, club, swing, trajectory, spin, tempo)
    shots = [ball.as_core(club_label=club) for ball in balls]
    chain = chain_in(student, found)
    recipe = chain.recipes[trajectory]
    return made(
        WhyOut,
        steps=behind.steps,
        rule_yd=behind.rule_yd,
        strongest=behind.strongest,
        shown=shown(chain, key, shots),
        history=history_of(found.hits, key, found.events),
        set_up={"values": recipe_values(recipe), "follow_through": recipe.follow_through},
        start=_start(student, found, found.matrix[key], chain),
        adjustments=[
            {
                "cell": cell_data(t.cell),
                "adds_yd": t.adds_yd,
                "adds_half_yd": t.adds_half_yd,
                "taught": t.taught,
            }
            for t in adjustments_of(found.matrix, found.evidence, [found.matrix[key]])
        ],
    )


def _start(
    student: Student, found: StudentMatrix, cell: Cell, chain: Chain
) -> dict[str, float | RunSeen | None] | None:
    altitude = student.academy.altitude_m
    starts = start_of(cell, chain, altitude)
    if starts is None:
        return None
    run = runs_of([cell], starts, density=standard_air(altitude).density())
    speed, ratio = float(starts.speed_mps[0]), float(starts.spin_per_mps[0])
    return {
        "launch_deg": float(starts.launch_deg[0]),
        "spin_rpm": speed * ratio,
        "ball_speed_mps": speed,
        "run_yd": float(run.run_yd[0]),
        "run_sd_yd": float(run.sd_yd[0]),
        "seen": runs_seen(student, found, [cell]).get(cell.name),
    }


@router.get("/students/{student_id}/compare", response=CompareOut)
def compare(request: CoachRequest, student_id: UUID) -> CompareOut:
    """The clubs by how tight they are, and the fraction arithmetic beside the measurement."""
    _, found = _found(request, student_id)
    return made(
        CompareOut,
        wedges=best_wedge(found.matrix, found.hits, [c.label for c in found.clubs]),
        arithmetic=arithmetic(found.cells, found.positions),
        swaps=swaps(found.cells, found.positions),
    )
