from __future__ import annotations

from ninja import Schema
from pydantic import Field

from oxgang.api.fields import Label
from oxgang.api.matrix.schemas import CellOut, GroundOut, KeyOut, RunSeenOut, StretchOut
from oxgang.api.students.schemas import ClubOut
from oxgang.core.ground.fills import Way
from oxgang.core.ground.played import Play
from oxgang.core.ground.stages import Stage
from oxgang.matrix.selectors.lookup import Role


class CoverageOut(Schema):
    """Shares of the whole yardages: by the shots played, by measured cells, by all that count, by
    chance of one ball of a played shot."""

    played: float
    measured: float
    all: float
    chance: float


class FillOut(Schema):
    """A way to close a gap; `later` is one for after the student's stage and longest swing.

    `leaves` is all that still lies fallow then; `between` is the other swing length of a swing
    between two; `use` is how much of all gaps it closes, by chance; `state` what it is now where it
    is a shot of the matrix.
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
    use: float
    state: Play | None
    ball_position_in: float
    taught: int
    grip_down_in: float
    leaves: list[StretchOut]
    later: bool


class WindowOut(Schema):
    """Between a club's longest part swing and its full one it has no swing: one club down [yd]."""

    club: str
    swing: str
    part_yd: float
    full_yd: float
    down: str
    down_yd: float


class GapOut(Schema):
    gap: StretchOut
    fills: list[FillOut]
    window: WindowOut | None


class GapsOut(Schema):
    """What no played shot covers: `gaps`, the widest first, `small` ones of a yard or two, `fallow`
    all of them from short to long. `played` is how many shots answer, `chosen` by a coach."""

    coverage: CoverageOut
    gaps: list[GapOut]
    small: list[StretchOut]
    fallow: list[StretchOut]
    played: int
    chosen: bool
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

    role: Role
    cell: CellOut
    today_yd: float
    run_yd: float
    run_sd_yd: float
    run_seen: RunSeenOut | None
    taught: int
    total_yd: float
    chance: float
