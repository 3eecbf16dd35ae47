from __future__ import annotations

from datetime import date

from ninja import Schema

from oxgang.api.messages import Values
from oxgang.api.scales.schemas import PositionOut
from oxgang.api.students.schemas import ClubOut
from oxgang.core.carry.matrix import Basis, Doubt
from oxgang.core.carry.why import Reason
from oxgang.core.flight.launch import Side
from oxgang.core.ground.played import Play
from oxgang.core.keeping.events import EventKind
from oxgang.core.words.shots import Spin, Strike, Tempo, Trajectory


class CellOut(Schema):
    """A cell with its furrow: where the middle 80 % of solid balls land. Yards.

    `back_in` and `down_in` are the adjustment of one that is hit with one [inches].
    """

    club: str
    swing: str
    trajectory: Trajectory
    spin: Spin
    tempo: Tempo
    carry_yd: float
    carry_lo_yd: float
    carry_hi_yd: float
    shot_sd_yd: float
    furrow_from_yd: float
    furrow_to_yd: float
    balls: int
    mishits: int
    basis: Basis
    last_measured: date | None
    doubts: list[Doubt]
    re_expressed: int
    imported_yd: float | None
    back_in: float
    down_in: float
    play: Play


class KeyOut(Schema):
    club: str
    swing: str
    trajectory: Trajectory
    spin: Spin
    tempo: Tempo


class ConflictOut(Schema):
    """Two measured cells out of order: the longer swing or lesser loft carries less. Yards."""

    shorter: KeyOut
    longer: KeyOut
    shorter_yd: float
    longer_yd: float


class AgainstOut(Schema):
    """A cell's own balls against what all others say of it [yd]; the number stays with its own."""

    key: KeyOut
    balls: int
    own_yd: float
    others_yd: float
    others_half_yd: float
    back_in: float
    down_in: float


class BallsOut(Schema):
    """Balls of a cell in a row, by their numbers in it, and their mean [yd]."""

    from_day: date
    to_day: date
    from_ball: int
    to_ball: int
    carry_yd: float


class SplitOut(Schema):
    """Two groups of a cell's balls that contradict each other; `recent` are only the last few."""

    key: KeyOut
    first: BallsOut
    second: BallsOut
    back_in: float
    down_in: float
    recent: bool


class SuspectOut(Schema):
    """A solid ball that looks like a mishit, and the usual carry of its cell. Yards.

    `might_be` are the strikes that would explain it, the likeliest first.
    """

    uid: str
    cell: KeyOut
    carry_yd: float
    usual_yd: float
    might_be: list[Strike]


class StretchOut(Schema):
    from_yd: int
    to_yd: int
    width: int


class GroundOut(Schema):
    """`unsure` is what no measured cell covers; `fallow` what no estimate covers well either;
    `unplayed` what no played shot does. `plays` is the shot for each yardage of the axis, by its
    place among cells, variants and adjustments in a row; `near` is the shot to add to, or take off
    from, where there is none."""

    from_yd: int
    to_yd: int
    tolerance_yd: float
    axis_from_yd: int
    axis_to_yd: int
    covered: int
    covered_measured: int
    fallow: list[StretchOut]
    unsure: list[StretchOut]
    best: list[list[int]]
    covered_played: int
    unplayed: list[StretchOut]
    plays: list[int | None]
    near: list[int | None]


class MatrixOut(Schema):
    """`chosen` is whether a coach has said which shots are played; else a proposal stands in.
    `waiting` is how many balls wait for a review and are not in it (in a live one they are).

    `variants` are the cells of a spin or tempo that some cell has balls of, estimated; `adjustments`
    those hit with an adjustment.
    """

    day: date
    chosen: bool
    clubs: list[ClubOut]
    positions: list[PositionOut]
    cells: list[CellOut]
    ground: GroundOut
    variants: list[CellOut]
    adjustments: list[CellOut]
    conflicts: list[ConflictOut]
    against: list[AgainstOut]
    splits: list[SplitOut]
    suspects: list[SuspectOut]
    spread: float
    waiting: int


class ReasonOut(Schema):
    """Where a number stands [yd] once a reason has had its say; the last is the number."""

    reason: Reason
    stands_yd: float


class NeighbourOut(Schema):
    club: str
    arm_deg: float
    trajectory: Trajectory
    carry_yd: float
    balls: int
    share: float


class ShownOut(Schema):
    """Measured launch and spin of the cell: medians of so many balls, window and grade."""

    launches: int
    launch_deg: float | None
    lo_deg: float
    hi_deg: float
    side: Side | None
    spins: int
    spin_rpm: float | None
    grade: Spin | None


class BeforeOut(Schema):
    kind: EventKind
    on: date


class HistoryOut(Schema):
    """One day's solid balls of the cell: their median in standard conditions [yd].

    `before` is the event since which they say less.
    """

    day: date
    balls: int
    carry_yd: float
    before: BeforeOut | None


class RunSeenOut(Schema):
    """How far a ball runs where the student's totals were read [yd], and on how many balls that rests."""

    run_yd: float
    sd_yd: float
    balls: int


class StartOut(Schema):
    """How a ball of the cell starts in standard conditions and runs on medium turf: as the chain has it."""

    launch_deg: float
    spin_rpm: float
    ball_speed_mps: float
    run_yd: float
    run_sd_yd: float
    seen: RunSeenOut | None


class AdjustmentOut(Schema):
    """The cell hit with an adjustment: its number, what that adds [yd], half of that interval, and how
    many adjusted balls of the student stand behind it (0: the rule of thumb)."""

    cell: CellOut
    adds_yd: float
    adds_half_yd: float
    taught: int


class SetUpOut(Schema):
    """A set-up at address: the values of "recipe-words", and how the swing ends."""

    values: Values
    follow_through: str


class WhyOut(Schema):
    """Why a cell's number is what it is, and how it is hit."""

    steps: list[ReasonOut]
    rule_yd: float
    strongest: list[NeighbourOut]
    shown: ShownOut
    history: list[HistoryOut]
    set_up: SetUpOut
    start: StartOut | None
    adjustments: list[AdjustmentOut]


class WedgeOut(Schema):
    club: str
    balls: int
    solid: int
    scatter: float
    scatter_lo: float
    scatter_hi: float
    best_chance: float


class LineOut(Schema):
    """A stock cell beside the arithmetic: its part of the club's longest measured swing (`of`)."""

    club: str
    swing: str
    of: str
    fraction: float
    arithmetic_yd: float
    carry_yd: float
    follows: bool | None


class SwapOut(Schema):
    """Low of the swing below, stock, and high of the swing above [yd]."""

    club: str
    swing: str
    low_swing: str
    low_yd: float
    stock_yd: float
    high_swing: str
    high_yd: float
    follows: bool | None


class CompareOut(Schema):
    """The best wedge, the fraction arithmetic and the swap rule beside the matrix."""

    wedges: list[WedgeOut]
    arithmetic: list[LineOut]
    swaps: list[SwapOut]
