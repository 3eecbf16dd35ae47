"""When a cell has balls enough, and how many more it wants."""

from __future__ import annotations

import math
from typing import Final

from oxgang.core.carry.matrix import Cell
from oxgang.core.carry.noise import DAY_SD, UNSEEN_MISHITS
from oxgang.core.words.intervals import Z, log_sd_of

# Beyond this many the day, not the scatter, is what keeps a cell wide.
MOST_MORE: Final = 40


def balls_more(cell: Cell, tolerance_yd: float) -> int | None:
    """How many more solid balls bring a cell's interval within the tolerance [yd].

    0 is enough; None is more than `MOST_MORE`. Balls of this cell alone are counted, at its
    own scatter, hit on another day than those that are there.
    """
    target = (math.log1p(tolerance_yd / cell.carry_yd) / Z) ** 2
    now = log_sd_of(cell.carry_yd, cell.carry_hi_yd) ** 2
    if now <= target:
        return 0
    # Two days halve what a day adds, however many balls are hit.
    day = DAY_SD**2 / 2
    if target <= day:
        return None
    spread = cell.shot_sd_yd / cell.carry_yd
    more = math.ceil(UNSEEN_MISHITS * spread**2 * (1 / (target - day) - 1 / (now - day)))
    return more if more <= MOST_MORE else None
