"""A student's cells in the air: how fast the ball of one leaves, and all of them today."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.cells import Cell
from oxgang.core.flight.air import Air
from oxgang.core.flight.conditions import SPIN_PER_MPS, TYPICAL_LAUNCH_DEG, home_air
from oxgang.core.flight.run import run_of
from oxgang.core.flight.trajectory import SPIN_RANGE_RPM, fly, speed_for_carry

# Shorter and longer carries than this [yd] are no pitch to fly.
FLYING_YD: Final = (3.0, 180.0)
PRECISION_YD: Final = 0.01


@dataclass(frozen=True, slots=True)
class Today:
    """A cell at home and as it carries today, and its run [yd] on medium turf."""

    home: Cell
    cell: Cell
    run_yd: float


def speeds_of(
    cells: Sequence[Cell], altitude_m: float, precision_yd: float = PRECISION_YD
) -> NDArray[np.float64]:
    """Ball speeds [m/s] at the typical launch and spin of each cell, shape (n,)."""
    return speed_for_carry(
        [cell.carry_yd for cell in cells],
        np.array([TYPICAL_LAUNCH_DEG[cell.key.trajectory] for cell in cells]),
        np.array([SPIN_PER_MPS[cell.key.spin] for cell in cells]),
        density=home_air(altitude_m).density(),
        precision_yd=precision_yd,
    )


def today_of(
    cells: Sequence[Cell], *, altitude_m: float, temperature_c: float, headwind_mps: float
) -> list[Today]:
    """Cells that fly, today: at the typical launch and spin of each."""
    flying = [c for c in cells if FLYING_YD[0] <= c.carry_yd <= FLYING_YD[1]]
    if not flying:
        return []
    speed = speeds_of(flying, altitude_m)
    ratio = np.array([SPIN_PER_MPS[c.key.spin] for c in flying])
    flown = fly(
        speed,
        np.array([TYPICAL_LAUNCH_DEG[c.key.trajectory] for c in flying]),
        np.minimum(ratio * speed, SPIN_RANGE_RPM[1]),
        density=Air(temperature_c, altitude_m).density(),
        headwind_mps=headwind_mps,
    )
    runs = run_of(flown)
    result = []
    for i, cell in enumerate(flying):
        share = float(flown.carry_yd[i]) / cell.carry_yd
        now = replace(
            cell,
            carry_yd=cell.carry_yd * share,
            carry_lo_yd=cell.carry_lo_yd * share,
            carry_hi_yd=cell.carry_hi_yd * share,
            shot_sd_yd=cell.shot_sd_yd * share,
        )
        result.append(Today(cell, now, float(runs.run_yd[i])))
    return result
