"""Order: at one trajectory a longer swing carries no less, and less loft carries no less.

Small violations are repaired by isotonic regression, along the swing lengths and along the lofts in
turn until both hold; large ones are named as conflicts for the coach.

References
----------
Barlow, Bartholomew, Bremner and Brunk (1972), Statistical Inference under Order Restrictions (pool
adjacent violators; scipy.optimize.isotonic_regression). Dykstra and Robertson (1982), Annals of
Statistics 10, 708 (two directions in turn).
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Line = NDArray[np.intp]

MOST_SWEEPS: Final = 200
# Differences of log carry below this are no violation.
FLAT: Final = 1e-10


def repaired(values: Array, variance: Array, lines: Sequence[Sequence[Line]]) -> Array:
    """The nearest values, in weighted least squares, that rise along every line.

    Parameters
    ----------
    values, variance
        Log carries and their variances, shape (n,). Weights are 1 / variance.
    lines
        For each direction the lines of it: positions in `values` in rising order. Lines of one
        direction do not share a position.
    """
    # Half a second to load: only whose carries are out of order waits for it.
    from scipy.optimize import isotonic_regression

    if _rises(values, lines):
        return values
    weight = 1 / variance
    now = values.copy()
    # Dykstra: what a projection took away is given back before the next one in its direction.
    removed = [np.zeros_like(values) for _ in lines]
    for _ in range(MOST_SWEEPS):
        before = now.copy()
        for direction, back in zip(lines, removed, strict=True):
            start = now + back
            now = start.copy()
            for line in direction:
                if (np.diff(start[line]) < 0).any():
                    now[line] = isotonic_regression(start[line], weights=weight[line]).x
            back[:] = start - now
        if np.abs(now - before).max() < FLAT and _rises(now, lines, slack=1e-7):
            break
    return now


def _rises(values: Array, lines: Sequence[Sequence[Line]], slack: float = FLAT) -> bool:
    return all(bool((np.diff(values[line]) >= -slack).all()) for direction in lines for line in direction)
