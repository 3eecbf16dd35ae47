"""What a coach without a model writes down: medians, and the three-quarter rule."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Mapping, Sequence

import numpy as np
from oxgang.core.carry.prior import Point
from oxgang.core.words.shots import CellKey, Shot, Trajectory

# Fraction arithmetic by arm angle: half at 90, three quarters at 135, full at 165.
FRACTIONS = ((45.0, 0.25), (90.0, 0.5), (135.0, 0.75), (165.0, 1.0))
# Ten yards a four-degree step at three quarters; a step of the scale for low and high.
STEP_YD = 10.0
STEP_DEG = 4.0


def medians(
    shots: Sequence[Shot], centre: Callable[[list[float]], float] = np.median
) -> dict[CellKey, float]:
    """The plain median, or another centre, of the solid balls of each cell."""
    balls: dict[CellKey, list[float]] = defaultdict(list)
    for shot in shots:
        if shot.counts and shot.carry_yd:
            balls[shot.cell].append(shot.carry_yd)
    return {key: float(centre(carries)) for key, carries in balls.items()}


def rule_of_thumb(measured: Mapping[CellKey, float], points: Mapping[CellKey, Point]) -> dict[CellKey, float]:
    """Every cell by arithmetic: fractions of the full swing, ten yards a club and a height."""
    arms, shares = zip(*FRACTIONS, strict=True)

    def share(point: Point) -> float:
        return float(np.interp(point.arm_deg, arms, shares))

    def height(trajectory: Trajectory) -> float:
        return {Trajectory.LOW: STEP_YD, Trajectory.HIGH: -STEP_YD}.get(trajectory, 0.0)

    def full_of(key: CellKey, loft: float) -> float:
        """The full stock carry of a club of this loft that a measured cell implies."""
        point = points[key]
        stock = measured[key] - height(key.trajectory) * share(point) / 0.75
        return stock / share(point) + (point.loft_deg - loft) / STEP_DEG * STEP_YD / 0.75

    lines = {}
    for key, point in points.items():
        near = [k for k in measured if k.club == key.club] or list(measured)
        full = float(np.mean([full_of(k, point.loft_deg) for k in near]))
        lines[key] = max(1.0, (full + height(key.trajectory) / 0.75) * share(point))
    return lines
