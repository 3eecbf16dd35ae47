from __future__ import annotations

from datetime import date, datetime
from typing import Annotated
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.academy.selectors.standards import Ownership
from oxgang.api.fields import Moment, SmallInt
from oxgang.api.messages import WeekMessage
from oxgang.core.practice.forms import BALLS_RANGE, SEED_RANGE, NetTarget, PracticeForm, Step
from oxgang.core.practice.scoring import Scoring
from oxgang.core.practice.trials import Trial
from oxgang.core.practice.week import DAYS_RANGE
from oxgang.core.words.measurements import REFUSE_OVER_YD
from oxgang.core.words.shots import BallType, Lie, Spin, Strike, Tempo, Trajectory
from oxgang.practice.models.homework import MAX_TITLE
from oxgang.practice.services.homework import MAX_CUE, MOST_ROWS
from oxgang.practice.services.rounds import MOST_PLAYED

MOST_CALLS = BALLS_RANGE[1]
Yardage = Annotated[float, Field(ge=0, le=REFUSE_OVER_YD)]
Uid = Annotated[str, Field(min_length=8, max_length=48, pattern=r"^[A-Za-z0-9-]+$")]
Seed = Annotated[int, Field(ge=SEED_RANGE[0], le=SEED_RANGE[1])]


class ShotKey(Schema):
    """Which shot."""

    club: str = Field(max_length=24)
    swing: str = Field(max_length=24)
    trajectory: Trajectory = Trajectory.STOCK
    spin: Spin = Spin.CHECK
    tempo: Tempo = Tempo.NORMAL


class RowBody(Schema):
    """So many balls of a form; `wanted` is the score that the coach wants of it."""

    form: PracticeForm
    balls: int = Field(ge=BALLS_RANGE[0], le=BALLS_RANGE[1])
    shot: ShotKey | None = None
    swing: str = Field("", max_length=24)
    step: Step = Step.NARROW
    from_yd: Yardage | None = None
    to_yd: Yardage | None = None
    cue: str = Field("", max_length=MAX_CUE)
    wanted: float | None = Field(None, ge=0, le=MOST_CALLS)


class CallBody(Schema):
    """What is called for `balls` balls; it is met between `lo_yd` and `hi_yd`. A phone leaves out
    what a call does not have."""

    yardage_yd: Yardage | None = None
    shot: ShotKey | None = None
    mark: NetTarget | None = None
    balls: int = Field(1, ge=1, le=2)
    given: bool = False
    lo_yd: float | None = Field(None, ge=-REFUSE_OVER_YD, le=2 * REFUSE_OVER_YD)
    hi_yd: float | None = Field(None, ge=-REFUSE_OVER_YD, le=2 * REFUSE_OVER_YD)


class ParOut(Schema):
    """What the student should score: par, the mean behind it, and on what share of days a score of
    0, 1, 2 and so on would be worse than that score; none for strokes."""

    scoring: Scoring
    par: int
    mean: float
    beats: list[float]


class RoundRequest(Schema):
    """A test, or a row of one's own; the seed makes the same order again."""

    trial: Trial | None = None
    row: RowBody | None = None
    shot: ShotKey | None = None
    seed: Seed | None = None


class CallsOut(Schema):
    trial: Trial | None
    form: PracticeForm
    scoring: Scoring
    seed: int
    tolerance_yd: float
    calls: list[CallBody]
    par: ParOut


class StruckBody(Schema):
    """A ball; `uid` is that of one that was recorded already and is not recorded again."""

    carry_yd: Yardage | None = None
    met: bool | None = None
    strike: Strike = Strike.SOLID
    uid: str | None = Field(None, max_length=64)


class ResultBody(Schema):
    """The balls of a call, by its place; `shot` is the one that was taken, if another."""

    call: int = Field(ge=0, le=MOST_CALLS)
    shot: ShotKey | None = None
    balls: list[StruckBody] = Field(max_length=2)


class RoundIn(Schema):
    """A round as it was called and hit. `points` is a score without its balls."""

    uid: Uid
    form: PracticeForm
    trial: Trial | None = None
    scoring: Scoring = Scoring.WITHIN
    seed: Seed = 0
    calls: list[CallBody] = Field(min_length=1, max_length=MOST_CALLS)
    results: list[ResultBody] = Field(max_length=MOST_CALLS)
    ended_at: Moment
    homework_id: UUID | None = None
    row: int | None = Field(None, ge=0, lt=MOST_ROWS)
    points: float | None = Field(None, ge=0, le=MOST_CALLS)
    lie: Lie = Lie.MAT
    ball: BallType = BallType.RANGE


class RoundRefused(Schema):
    """A round that was refused, told by the phone that keeps it: why, and what was hit, in words."""

    uid: Uid
    why: str = Field(max_length=300)
    played: str = Field(max_length=MOST_PLAYED)


class RoundOut(Schema):
    """A round against its par: `better` is on what share of days the student would do worse."""

    uid: str
    day: date
    ended_at: datetime
    trial: Trial | None
    form: PracticeForm
    scoring: Scoring
    points: float | None
    of: int
    par: int | None
    better: float | None
    reported: bool
    score_only: bool
    clock_off: bool
    by: str
    seen: bool


class RoundSaved(Schema):
    """`balls` went into review; of `left_out` the shot is in the bag or the scale no more."""

    round: RoundOut
    balls: int
    left_out: int


class DifferenceOfTwo(Schema):
    value: float
    lo: float
    hi: float
    first: int
    second: int
    real: bool


class NormOut(Schema):
    """Shares of what is possible: the quarters and the middle of so many students."""

    lower: float
    middle: float
    upper: float
    students: int


class TrialOut(Schema):
    """A test with the student's par today, and how others of the level do."""

    trial: Trial
    form: PracticeForm
    scoring: Scoring
    balls: int
    par: ParOut | None
    norm: NormOut | None


class RoutineOut(Schema):
    id: int
    name: str
    rows: list[RowBody]
    ownership: Ownership


class RoutineIn(Schema):
    """`house` keeps it for all coaches: a head coach's to do. `was` is the rows of that name when the
    page was read."""

    house: bool = False
    name: str = Field(max_length=MAX_TITLE)
    rows: list[RowBody] = Field(max_length=MOST_ROWS)
    was: list[RowBody] | None = Field(None, max_length=MOST_ROWS)


class WeekPart(Schema):
    row: RowBody
    because: WeekMessage


class DayOut(Schema):
    day: date
    balls: int
    parts: list[WeekPart]


class PracticePage(Schema):
    """Forms and tests, the last rounds, what is lost from blocked to random (a share of balls),
    what a night costs [yd], the academy's own protocols. `problem` says why nothing can be called.
    """

    forms: list[PracticeForm]
    steps: list[Step]
    trials: list[TrialOut]
    rounds: list[RoundOut]
    lost: DifferenceOfTwo | None
    overnight: DifferenceOfTwo | None
    routines: list[RoutineOut]
    ball_limit: int
    problem: str


class WeekIn(Schema):
    days: int = Field(3, ge=DAYS_RANGE[0], le=DAYS_RANGE[1])


RoutineId = SmallInt
