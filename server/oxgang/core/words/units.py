"""Unit conversions. The one place where a yard is so many metres.

References
----------
International yard and pound agreement (1959): 1 yd = 0.9144 m exactly; 1 mile = 1760 yd.
"""

from __future__ import annotations

from typing import Final, Literal

Units = Literal["yd", "m"]

M_PER_YD: Final = 0.9144
MPS_PER_MPH: Final = 1760 * M_PER_YD / 3600  # 0.44704 exactly


def yd_from_m(metres: float) -> float:
    """Length in yards [yd] from metres [m]."""
    return metres / M_PER_YD


def m_from_yd(yards: float) -> float:
    """Length in metres [m] from yards [yd]."""
    return yards * M_PER_YD


def mps_from_mph(mph: float) -> float:
    """Speed in metres a second [m/s] from miles an hour [mph]."""
    return mph * MPS_PER_MPH
