from __future__ import annotations

from datetime import date
from uuid import UUID

from django.http import HttpRequest
from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.selectors.people import student_of
from oxgang.api.auth import coach_of
from oxgang.api.matrix.schemas import CellOut, MatrixOut
from oxgang.core.carry.cells import Cell
from oxgang.core.carry.centre import furrow
from oxgang.matrix.selectors.matrix import StudentMatrix, matrix_of
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
    )


@router.get("/students/{student_id}/matrix", response=MatrixOut)
def matrix(
    request: HttpRequest, student_id: UUID, as_of: Query[date | None] = None
) -> dict[str, object]:
    """The student's matrix and ground, today or as of a day."""
    student = student_of(coach_of(request).academy, student_id)
    found: StudentMatrix = matrix_of(student, as_of or local_day(student, timezone.now()))
    return {
        "day": found.day,
        "clubs": found.clubs,
        "positions": found.positions,
        "cells": [cell_out(cell) for cell in found.cells],
        "ground": found.ground,
    }
