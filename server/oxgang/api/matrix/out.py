"""Cells and matrices as the page wants them."""

from __future__ import annotations

from oxgang.academy.models import Student
from oxgang.api.matrix.schemas import CellOut
from oxgang.core.carry.cells import Cell, furrow
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.range_sessions.selectors.balls import waiting_of


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


def matrix_out(student: Student, found: StudentMatrix) -> dict[str, object]:
    """A matrix and ground. One query."""
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
