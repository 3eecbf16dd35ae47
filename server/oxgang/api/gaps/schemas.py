from __future__ import annotations

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import Label
from oxgang.api.matrix.schemas import CellOut, GroundOut, KeyOut, StretchOut
from oxgang.api.students.schemas import ClubOut
from oxgang.core.ground.fills import Way
from oxgang.core.ground.stages import Stage


class CoverageOut(Schema):
    """Shares of the whole yardages: by measured cells, by all that count, by chance of one ball."""

    measured: float
    all: float
    chance: float


class FillOut(Schema):
    """A way to close a gap; `later` is one for after the student's stage and longest swing.

    `leaves` is all that still lies fallow then; `between` is the other swing length of a swing
    between two.
    """

    way: Way
    key: KeyOut
    between: str
    carry_yd: float
    carry_lo_yd: float
    carry_hi_yd: float
    furrow_from_yd: float
    furrow_to_yd: float
    closes: int
    ball_position_in: float
    taught: int
    grip_down_in: float
    leaves: list[StretchOut]
    later: bool


class GapOut(Schema):
    gap: StretchOut
    fills: list[FillOut]


class GapsOut(Schema):
    """`smallest` and `spare` are positions in the matrix's cells."""

    coverage: CoverageOut
    gaps: list[GapOut]
    smallest: list[int]
    spare: list[int]
    stage: Stage
    measured: int


class WhatIfClub(Schema):
    label: str = Field(max_length=24)
    loft_deg: float
    bounce_deg: float | None = None


class WhatIfIn(Schema):
    clubs: list[WhatIfClub] = Field(max_length=14)


class WhatIfOut(Schema):
    """The matrix and ground that another bag would have, unhit clubs estimated."""

    clubs: list[ClubOut]
    cells: list[CellOut]
    ground: GroundOut
    coverage: CoverageOut


class SearchIn(Schema):
    number: int
    staying: list[Label] = Field(max_length=14)


class GappingOut(Schema):
    lofts: list[float]
    covered: float


class LookedUp(Schema):
    """A shot for a yardage in today's air and wind: carry, run and total [yd]."""

    cell: CellOut
    today_yd: float
    run_yd: float
    run_sd_yd: float
    taught: int
    total_yd: float
    chance: float
