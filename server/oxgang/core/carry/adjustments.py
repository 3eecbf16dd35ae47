"""What an adjustment of a cell is worth: measured where it has balls, else by the student's other
adjustments, else by the rule of thumb."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

import numpy as np

from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Basis, Cell, Matrix
from oxgang.core.words.intervals import Z, log_ends

# The adjustments that are shown of a cell [inches]: the ball back (- is forward), the grip down.
USUAL_TRIMS: Final = ((3.0, 0.0), (-3.0, 0.0), (0.0, 1.0), (0.0, 2.0))


@dataclass(frozen=True, slots=True)
class Adjusted:
    """A cell hit with an adjustment: its number, and what that adds to the cell's own [yd] with half
    of that interval. `taught` is how many balls with any such adjustment the student has hit: 0 is the
    rule of thumb alone."""

    cell: Cell
    adds_yd: float
    adds_half_yd: float
    taught: int


def adjustments_of(
    matrix: Matrix,
    evidence: Evidence,
    cells: Sequence[Cell],
    adjustments: Sequence[tuple[float, float]] = USUAL_TRIMS,
) -> list[Adjusted]:
    """Cells with adjustments [inches], in order: for each cell those asked for and those it has balls of.

    An adjustment without balls stands off its cell's number by what the model gives the adjustment; a number
    that is held to its own balls takes its adjustments with it.
    """
    known = {c.name: c for c in matrix.adjustments}
    wanted = [
        (cell, back, down)
        for cell in cells
        for back, down in dict.fromkeys([*adjustments, *((b, d) for key, b, d in known if key == cell.key)])
    ]
    if not wanted:
        return []
    bases = [matrix.point(cell.key) for cell, _, _ in wanted]
    points = [
        replace(base, back_in=back, down_in=down) for base, (_, back, down) in zip(bases, wanted, strict=True)
    ]
    fitted = evidence.fitted([*bases, *points])
    at = {point: i for i, point in enumerate(fitted.points)}
    taught = taught_by(evidence)
    covariance, mean = fitted.posterior.covariance, fitted.posterior.mean
    found = []
    for base, point, (cell, back, down) in zip(bases, points, wanted, strict=True):
        b, p = at[base], at[point]
        adds = float(mean[p] - mean[b])
        adds_sd = float(np.sqrt(max(covariance[p, p] + covariance[b, b] - 2 * covariance[p, b], 0)))
        own = known.get((cell.key, back, down))
        if own is None:
            carry = cell.carry_yd * float(np.exp(adds))
            # Never surer than the cell that it is an adjustment of.
            wide = float(np.sqrt(max(covariance[p, p], 0.0)))
            wide = max(wide, np.log(cell.carry_hi_yd / cell.carry_yd) / Z)
            lo, hi = log_ends(carry, wide)
            own = Cell(
                key=cell.key,
                carry_yd=carry,
                carry_lo_yd=lo,
                carry_hi_yd=hi,
                shot_sd_yd=cell.shot_sd_yd * carry / cell.carry_yd,
                balls=0,
                mishits=0,
                basis=Basis.ESTIMATED,
                last_measured=None,
                back_in=back,
                down_in=down,
            )
        moved, gripped = bool(back), bool(down)
        found.append(
            Adjusted(
                own,
                own.carry_yd - cell.carry_yd,
                Z * adds_sd * own.carry_yd,
                max(taught[0] if moved else 0, taught[1] if gripped else 0),
            )
        )
    return found


def taught_by(evidence: Evidence) -> tuple[int, int]:
    """How many balls taught what moving the ball is worth, and what gripping down is."""
    balls = evidence.balls
    hit = np.bincount(
        balls.columns.point[balls.teaches & balls.by(evidence.day)], minlength=len(balls.points)
    )
    moved = sum(n for n, point in zip(hit.tolist(), balls.points, strict=True) if point.back_in)
    gripped = sum(n for n, point in zip(hit.tolist(), balls.points, strict=True) if point.down_in)
    return moved, gripped
