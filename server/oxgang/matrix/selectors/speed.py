"""How fast the ball of a cell leaves."""

from __future__ import annotations

from datetime import date

from oxgang.academy.models import Student
from oxgang.core.flight.conditions import SPIN_PER_MPS, TYPICAL_LAUNCH_DEG, home_air
from oxgang.core.flight.trajectory import speed_for_carry
from oxgang.core.words.shots import CellKey
from oxgang.matrix.selectors.matrix import matrix_of


def speed_of(student: Student, key: CellKey, day: date) -> float | None:
    """Ball speed [m/s] at the typical launch and spin of a cell; None while it has no carry."""
    cell = next((c for c in matrix_of(student, day, live=True).cells if c.key == key), None)
    if cell is None:
        return None
    speed = speed_for_carry(
        cell.carry_yd,
        TYPICAL_LAUNCH_DEG[key.trajectory],
        SPIN_PER_MPS[key.spin],
        density=home_air(student.academy.altitude_m).density(),
    )
    return float(speed[0])
