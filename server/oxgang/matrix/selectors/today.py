"""A student's cells in today's air and wind, with the run after the carry."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from oxgang.core.carry.cells import Cell
from oxgang.core.flight.air import Air
from oxgang.core.flight.conditions import SPIN_PER_MPS, TYPICAL_LAUNCH_DEG, home_air
from oxgang.core.flight.run import run_of
from oxgang.core.flight.trajectory import SPIN_RANGE_RPM, fly, speed_for_carry

# Shorter and longer carries than this [yd] are no pitch to fly.
FLYING_YD = (3.0, 180.0)
PRECISION_YD = 0.01


@dataclass(frozen=True, slots=True)
class Today:
    """A cell at home and as it carries today, and its run [yd] on medium turf."""

    home: Cell
    cell: Cell
    run_yd: float


def today_of(
    cells: Sequence[Cell], *, altitude_m: float, temperature_c: float, headwind_mps: float
) -> list[Today]:
    """Cells that fly, today: at the typical launch and spin of each."""
    flying = [c for c in cells if FLYING_YD[0] <= c.carry_yd <= FLYING_YD[1]]
    if not flying:
        return []
    launch = np.array([TYPICAL_LAUNCH_DEG[c.key.trajectory] for c in flying])
    ratio = np.array([SPIN_PER_MPS[c.key.spin] for c in flying])
    speed = speed_for_carry(
        [c.carry_yd for c in flying],
        launch,
        ratio,
        density=home_air(altitude_m).density(),
        precision_yd=PRECISION_YD,
    )
    flown = fly(
        speed,
        launch,
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
