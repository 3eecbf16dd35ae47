"""Arm angles for swing lengths that no scale names, guessed from how far their balls went."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping, Sequence
from statistics import median
from typing import Final

import numpy as np

from oxgang.core.carry.fractions import arm_of_share
from oxgang.core.carry.prior import LOFT_PER_DEG, REFERENCE_LOFT_DEG
from oxgang.core.words.shots import Shot
from oxgang.core.words.swing import BUILT_IN, Position

# The longest swing of a file is taken as a full one when nothing else is known.
LONGEST_DEG: Final = 165.0


def positions_seen(shots: Sequence[Shot], lofts: Mapping[str, float]) -> list[Position]:
    """The swing lengths of a file that is in no single built-in scale, short to long.

    A label that some built-in scale has keeps that arm angle. Any other gets the one at which the
    rule of thumb, scaled to the file's longest swing, carries as far as its balls.

    Parameters
    ----------
    lofts
        Loft [degrees] of each club in `shots`.
    """
    known = {p.label: p for scale in reversed(BUILT_IN) for p in scale.positions}
    carries: dict[str, list[float]] = defaultdict(list)
    for shot in shots:
        distance = shot.carry_yd or shot.total_yd
        if distance:
            to_reference = LOFT_PER_DEG * (lofts[shot.cell.club] - REFERENCE_LOFT_DEG)
            carries[shot.cell.swing].append(distance * float(np.exp(to_reference)))
    centres = {label: median(values) for label, values in carries.items()}
    full = max(centres.values(), default=1.0)
    positions = []
    for label in dict.fromkeys(shot.cell.swing for shot in shots):
        share = centres.get(label, full) / full
        guess = min(LONGEST_DEG, arm_of_share(share))
        positions.append(known.get(label) or Position(label, guess))
    return sorted(positions, key=lambda p: p.arm_deg)
