from __future__ import annotations

from datetime import date
from uuid import UUID

from django.http import HttpRequest
from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Student
from oxgang.academy.selectors.people import student_of
from oxgang.academy.selectors.recipes import recipes_of
from oxgang.api.auth import coach_of
from oxgang.api.matrix.schemas import CellOut, CompareOut, MatrixOut, WhyOut
from oxgang.core.carry.arithmetic import arithmetic
from oxgang.core.carry.cells import Cell, furrow
from oxgang.core.carry.wedges import best_wedge
from oxgang.core.carry.why import why
from oxgang.core.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.core.spin import shown
from oxgang.matrix.selectors.history import history_of
from oxgang.matrix.selectors.matrix import StudentMatrix, matrix_of
from oxgang.range_sessions.selectors.balls import balls_in_cell, measured_in_cell, waiting_of
from oxgang.range_sessions.services.balls import local_day

router = Router(tags=["matrix"])


def cell_out(cell: Cell) -> CellOut:
    """A cell as the page wants it."""
    furrow_from, furrow_to = furrow(cell.carry_yd, cell.shot_sd_yd)
    return CellOut(
        club=cell.key.club,
        swing=cell.key.swing,
        trajectory=cell.key.trajectory,
        spin=cell.key.spin,
        tempo=cell.key.tempo,
        carry_yd=cell.carry_yd,
        carry_lo_yd=cell.carry_lo_yd,
        carry_hi_yd=cell.carry_hi_yd,
        shot_sd_yd=cell.shot_sd_yd,
        furrow_from_yd=furrow_from,
        furrow_to_yd=furrow_to,
        balls=cell.balls,
        mishits=cell.mishits,
        basis=cell.basis,
        last_measured=cell.last_measured,
        doubts=list(cell.doubts),
        re_expressed=cell.re_expressed,
        told_yd=cell.told_yd,
    )


def _found(request: HttpRequest, student_id: UUID) -> tuple[Student, StudentMatrix]:
    student = student_of(coach_of(request).academy, student_id)
    return student, matrix_of(student, local_day(student, timezone.now()))


@router.get("/students/{student_id}/matrix", response=MatrixOut)
def matrix(
    request: HttpRequest,
    student_id: UUID,
    as_of: Query[date | None] = None,
    live: Query[bool] = False,
) -> dict[str, object]:
    """The student's matrix and ground, today or as of a day.

    Balls that wait for a review count only when `live`.
    """
    student = student_of(coach_of(request).academy, student_id)
    found = matrix_of(student, as_of or local_day(student, timezone.now()), live=live)
    return {
        "day": found.day,
        "clubs": found.clubs,
        "positions": found.positions,
        "cells": [cell_out(cell) for cell in found.cells],
        "ground": found.ground,
        "conflicts": found.matrix.conflicts,
        "suspects": found.matrix.suspects,
        "spread": found.matrix.spread,
        "waiting": waiting_of(student).count(),
    }


@router.get("/students/{student_id}/why", response=WhyOut)
def why_cell(
    request: HttpRequest,
    student_id: UUID,
    club: str,
    swing: str,
    trajectory: Trajectory,
    spin: Spin = Spin.CHECK,
    tempo: Tempo = Tempo.NORMAL,
) -> dict[str, object]:
    """What stands behind a cell's number: balls, neighbours, rule of thumb, launch, history."""
    student, found = _found(request, student_id)
    key = CellKey(club, swing, trajectory, spin, tempo)
    behind = why(found.matrix, key)
    if behind is None:
        raise NotFound("There is no such cell in this matrix.")
    measured = measured_in_cell(balls_in_cell(student, club, swing, trajectory, spin, tempo))
    return {
        "own": behind.own,
        "neighbours": behind.neighbours,
        "rule": behind.rule,
        "strongest": behind.strongest,
        "shown": shown(trajectory, measured.launches_deg, measured.spins),
        "history": history_of(found.hits, key),
        "recipe": recipes_of(student)[trajectory],
    }


@router.get("/students/{student_id}/compare", response=CompareOut)
def compare(request: HttpRequest, student_id: UUID) -> dict[str, object]:
    """The clubs by how tight they are, and the fraction arithmetic beside the measurement."""
    _, found = _found(request, student_id)
    return {
        "wedges": best_wedge(found.matrix, found.hits, [c.label for c in found.clubs]),
        "arithmetic": arithmetic(found.cells, found.positions),
    }
