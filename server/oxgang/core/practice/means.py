"""Means with their intervals."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from scipy.special import stdtrit

from oxgang.core.words.intervals import LEVEL, tail


def mean_interval(values: Sequence[float], level: float = LEVEL) -> tuple[float, float, float]:
    """The mean of at least two values and its t interval: mean, low, high, in their unit.

    Student (1908), Biometrika 6, 1. From scipy's special functions: `scipy.stats` takes a second to
    load, in every command and server.
    """
    known = np.asarray(values, dtype=float)
    mean, error = float(known.mean()), float(known.std(ddof=1)) / len(known) ** 0.5
    reach = float(stdtrit(len(known) - 1, 1 - tail(level))) * error
    return mean, mean - reach, mean + reach
