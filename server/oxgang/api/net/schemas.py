from __future__ import annotations

from ninja import Schema


class NetPlanOut(Schema):
    """Where launch angles of a cell meet a net: angles and heights, and the launch window.

    `ball_speed_mps` is None while the cell has no carry; the heights are then a straight line's.
    """

    ball_speed_mps: float | None
    lo_deg: float
    hi_deg: float
    lo_m: float
    hi_m: float
    tape_m: float
    angles_deg: list[float]
    heights_m: list[float]
