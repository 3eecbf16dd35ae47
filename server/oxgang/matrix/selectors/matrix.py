"""A student's matrix and ground as they stand on a day."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from oxgang.academy.models import Club, Student
from oxgang.academy.selectors.people import bag_of
from oxgang.core.carry.cells import Basis, Cell, build_matrix
from oxgang.core.gaps import Stretch, best_at, covered_yardages, fallow
from oxgang.core.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.core.swing import Position, express
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors.balls import shots_in_scale

# The axis stretches to the tens beyond the student's shots.
AXIS_STEP_YD = 10


@dataclass(frozen=True, slots=True)
class Ground:
    """What lies under the plough from `from_yd` to `to_yd`, whole yards.

    `best` holds for each whole yardage of the axis (from `axis_from_yd`) the indices of the best
    cells, best first.
    """

    from_yd: int
    to_yd: int
    tolerance_yd: float
    axis_from_yd: int
    axis_to_yd: int
    covered: int
    covered_measured: int
    fallow: list[Stretch]
    best: list[list[int]]


@dataclass(frozen=True, slots=True)
class StudentMatrix:
    """Cells, the clubs and swings they stand under, and the ground."""

    day: date
    clubs: list[Club]
    positions: tuple[Position, ...]
    cells: list[Cell]
    ground: Ground


def matrix_of(student: Student, day: date) -> StudentMatrix:
    """The student's matrix on a day. Two queries beside those that loaded the student."""
    clubs = [c for c in bag_of(student) if c.used_until is None or c.used_until >= day]
    positions = student.scale.as_core().positions
    cells = build_matrix(shots_in_scale(student, positions, day), as_of=day)
    return StudentMatrix(day, clubs, positions, cells, ground_of(student, cells))


def cell_of(student: Student, ball: Ball, day: date) -> Cell | None:
    """The cell in which a ball stands, or None while the cell has no solid ball."""
    positions = student.scale.as_core().positions
    key = CellKey(
        ball.club.label,
        express(ball.swing, ball.arm_deg, positions),
        Trajectory(ball.trajectory),
        Spin(ball.spin),
        Tempo(ball.tempo),
    )
    cells = build_matrix(shots_in_scale(student, positions, day), as_of=day)
    return next((cell for cell in cells if cell.key == key), None)


def ground_of(student: Student, cells: list[Cell]) -> Ground:
    """The student's ground under these cells."""
    lo, hi, tolerance = student.from_yd, student.to_yd, student.tolerance_yd
    measured = [cell for cell in cells if cell.basis is Basis.MEASURED]
    low = min([lo, *(cell.carry_yd - cell.shot_sd_yd for cell in cells)])
    high = max([hi, *(cell.carry_yd + cell.shot_sd_yd for cell in cells)])
    axis_from = max(0, int(low // AXIS_STEP_YD) * AXIS_STEP_YD)
    axis_to = -int(-high // AXIS_STEP_YD) * AXIS_STEP_YD

    def covered(some: list[Cell]) -> int:
        return len(covered_yardages(some, from_yd=lo, to_yd=hi, tolerance_yd=tolerance))

    return Ground(
        from_yd=lo,
        to_yd=hi,
        tolerance_yd=tolerance,
        axis_from_yd=axis_from,
        axis_to_yd=axis_to,
        covered=covered(cells),
        covered_measured=covered(measured),
        fallow=fallow(cells, from_yd=lo, to_yd=hi, tolerance_yd=tolerance),
        best=[best_at(cells, y) for y in range(axis_from, axis_to + 1)],
    )
