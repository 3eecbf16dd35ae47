from __future__ import annotations

from datetime import date

from ninja import Schema

from oxgang.api.scales.schemas import PositionOut
from oxgang.api.students.schemas import ClubOut


class CellOut(Schema):
    """A cell with its furrow: where the middle 80 % of solid balls land. Yards."""

    club: str
    swing: str
    trajectory: str
    spin: str
    tempo: str
    carry_yd: float
    carry_lo_yd: float
    carry_hi_yd: float
    shot_sd_yd: float
    furrow_from_yd: float
    furrow_to_yd: float
    balls: int
    mishits: int
    basis: str
    last_measured: date | None
    doubts: list[str]


class StretchOut(Schema):
    from_yd: int
    to_yd: int
    width: int


class GroundOut(Schema):
    from_yd: int
    to_yd: int
    tolerance_yd: float
    axis_from_yd: int
    axis_to_yd: int
    covered: int
    covered_measured: int
    fallow: list[StretchOut]
    best: list[list[int]]


class MatrixOut(Schema):
    day: date
    clubs: list[ClubOut]
    positions: list[PositionOut]
    cells: list[CellOut]
    ground: GroundOut
