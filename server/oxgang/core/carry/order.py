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
from dataclasses import dataclass
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

    strings = [_String.of(direction) for direction in lines]
    if _rises(values, strings):
        return values
    weight = 1 / variance
    now = values.copy()
    # Dykstra: what a projection took away is given back before the next one in its direction.
    removed = [np.zeros_like(values) for _ in lines]
    for _ in range(MOST_SWEEPS):
        before = now.copy()
        for direction, string, back in zip(lines, strings, removed, strict=True):
            start = now + back
            now = start.copy()
            for i in string.falling(start):
                line = direction[i]
                now[line] = isotonic_regression(start[line], weights=weight[line]).x
            back[:] = start - now
        if np.abs(now - before).max() < FLAT and _rises(now, strings, slack=1e-7):
            break
    return now


@dataclass(frozen=True, slots=True)
class _String:
    """The lines of a direction as one, to look at all steps at once: from each position to the next,
    and of which line the step is."""

    start: Line
    end: Line
    line: Line

    @staticmethod
    def of(direction: Sequence[Line]) -> _String:
        nothing = [np.zeros(0, dtype=np.intp)]
        return _String(
            np.concatenate([*(line[:-1] for line in direction), *nothing]),
            np.concatenate([*(line[1:] for line in direction), *nothing]),
            np.repeat(np.arange(len(direction)), [len(line) - 1 for line in direction]),
        )

    def falling(self, values: Array) -> list[int]:
        """The lines along which the values fall somewhere."""
        return sorted(set(self.line[values[self.end] - values[self.start] < 0].tolist()))


def _rises(values: Array, strings: Sequence[_String], slack: float = FLAT) -> bool:
    return all(bool((values[s.end] - values[s.start] >= -slack).all()) for s in strings)
