"""What part of a full swing a shorter one is, and what part of its carry it carries.

The school of fractions has both alike: half a swing carries half. Swings as simulated carry about a
tenth more than their part (`make bench-model`), and the model starts from there; a tenth costs
estimates of swings that nobody measured an eighth of their error. Common practice, no published source.
"""

from __future__ import annotations

from typing import Final

import numpy as np
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.float64]

# Lead-arm angle [degrees]; the part of a full swing: a half swing is the lead arm level.
FRACTIONS: Final = (
    (0.0, 0.0),
    (45.0, 0.25),
    (60.0, 1 / 3),
    (90.0, 0.5),
    (120.0, 2 / 3),
    (135.0, 0.75),
    (150.0, 0.9),
    (165.0, 1.0),
    (200.0, 1.15),
)
# Lead-arm angle [degrees]; the share of the full carry.
SHARES: Final = (
    (10.0, 0.05),
    (45.0, 0.27),
    (90.0, 0.55),
    (135.0, 0.84),
    (165.0, 1.0),
    (200.0, 1.1),
)


def fraction_of(arm_deg: ArrayLike) -> Array:
    """Part of a full swing at arm angles [degrees], shape as `arm_deg`."""
    return _between(FRACTIONS, arm_deg)


def share_of(arm_deg: ArrayLike) -> Array:
    """Share of the full swing's carry at arm angles [degrees], shape as `arm_deg`."""
    return _between(SHARES, arm_deg)


def arm_of_share(share: float) -> float:
    """The arm angle [degrees] that carries this share of a full swing."""
    arms, shares = zip(*SHARES, strict=True)
    return float(np.interp(share, shares, arms))


def _between(table: tuple[tuple[float, float], ...], arm_deg: ArrayLike) -> Array:
    arms, parts = zip(*table, strict=True)
    return np.asarray(np.interp(np.asarray(arm_deg, dtype=float), arms, parts))
