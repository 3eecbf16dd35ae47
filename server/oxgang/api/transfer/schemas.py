"""The file of one student, version 1. `docs/student.schema.json` is made from this."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Final, Literal, Self
from uuid import UUID

from ninja import Schema
from pydantic import AliasChoices, ConfigDict, Field, field_validator, model_validator

from oxgang.academy.services.students import HANDICAPS
from oxgang.api.data_inventory.schemas import MergedOut
from oxgang.api.fields import BallPosition, GripDown, Moment
from oxgang.api.plan.schemas import PlanItem
from oxgang.api.transfer.practice import (
    MOST_COURSE,
    MOST_LESSONS,
    MOST_PICTURES,
    MOST_ROUNDS,
    CoursePart,
    HomeworkPart,
    LessonPart,
    PicturePart,
    RoundPart,
)
from oxgang.core.flight.impact import Friction
from oxgang.core.ground.card import Order
from oxgang.core.ground.gaps import GROUND_LIMITS_YD
from oxgang.core.ground.played import WIDTHS_YD, Play
from oxgang.core.keeping.events import EventKind
from oxgang.core.practice.portal import Shows
from oxgang.core.units import Units
from oxgang.core.words.measurements import REFUSE_OVER_YD
from oxgang.core.words.shots import BallType, Grooves, Lie, Spin, Strike, Tempo, Trajectory
from oxgang.matrix.selectors.published import LEVEL_BEFORE
from oxgang.range_sessions.models.imported_carry import MAX_SOURCE
from oxgang.range_sessions.services.plans import MOST_ITEMS
from oxgang.texts.language import Language

FORMAT: Final = "oxgang-student"
MOST_PLAYED: Final = 2000
VERSION: Final = 1


class _Strict(Schema):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class AcademyPart(_Strict):
    name: str
    altitude_m: float
    time_zone: str


class NoCriteriaPart(_Strict):
    """The usual criteria."""


class CriteriaPart(_Strict):
    """A student's own criteria, as the form takes them; the service checks their bounds."""

    solid: float
    over_balls: int
    cells: float
    launches: float


class StudentPart(_Strict):
    id: UUID
    name: str = Field(min_length=1, max_length=120)
    hand: Literal["right", "left"]
    units: Units
    language: Language = Language.ENGLISH
    tolerance_yd: float
    from_yd: int
    to_yd: int
    school: Literal["shallow", "ball-back"]
    stage: Literal["", "contact", "distance", "trajectory"]
    criteria: NoCriteriaPart | CriteriaPart
    ball_limit: int
    notes: str = Field(max_length=10_000)
    friction: Friction | Literal[""] = ""
    longest: str = Field("", max_length=24)
    estimates_yd: float | None = Field(None, ge=WIDTHS_YD[0], le=WIDTHS_YD[1])
    shots_chosen: bool = False
    handicap: float | None = Field(None, ge=HANDICAPS[0], le=HANDICAPS[1])


class PositionPart(_Strict):
    label: str = Field(max_length=24)
    arm_deg: float
    cue: str = Field(max_length=200)


class ScalePart(_Strict):
    key: str = Field(max_length=32)
    name: str = Field(max_length=80)
    idea: str = Field(max_length=200)
    positions: list[PositionPart] = Field(min_length=1)
    longest: str = Field("", max_length=24)


class ClubPart(_Strict):
    """`id` is how the other parts of the file name it."""

    id: str
    label: str = Field(max_length=24)
    loft_deg: float
    bounce_deg: float | None
    note: str = Field(max_length=200)
    used_from: date | None
    used_until: date | None
    archived: bool


class EventPart(_Strict):
    kind: EventKind
    on: date
    at: Moment | None = None
    club: str | None
    replaced: str | None
    swing: str = Field(max_length=24)
    arm_deg: float | None
    trajectory: Trajectory | Literal[""]
    note: str = Field(max_length=200)


class BallPart(_Strict):
    """As `shots.csv` names the columns, with the club's id, and whether it was reviewed."""

    uid: str = Field(min_length=1, max_length=64)
    club: str
    hit_on: date
    hit_at: Moment | None
    swing: str = Field(max_length=24)
    arm_deg: float | None
    trajectory: Trajectory
    spin: Spin
    tempo: Tempo
    strike: Strike
    ball: BallType
    lie: Lie
    accepted: bool = Field(validation_alias=AliasChoices("accepted", "kept"))
    excluded: str = Field(max_length=200)
    withdrawn: bool
    extra: dict[str, str]
    ball_position_in: BallPosition = 0.0
    grip_down_in: GripDown = 0.0
    grooves: Grooves = Grooves.CLEAN
    wet: bool = False
    reported: bool = False
    measured: dict[str, float] = Field(description="carry_yd, launch_deg and the others of shots.csv")


class ImportedCarryPart(_Strict):
    club: str
    swing: str = Field(max_length=24)
    arm_deg: float
    trajectory: Trajectory
    spin: Spin
    tempo: Tempo
    carry_yd: float
    imported_on: date = Field(validation_alias=AliasChoices("imported_on", "told_on"))
    source: str = Field("", max_length=MAX_SOURCE)
    total_yd: float | None = None
    standard_sd: float = Field(0.0, ge=0, le=1)


class PlayedPart(_Strict):
    """A shot that is played or in work: a cell by the club's id, and its adjustment."""

    club: str
    swing: str = Field(max_length=24)
    arm_deg: float | None
    trajectory: Trajectory
    spin: Spin
    tempo: Tempo
    ball_position_in: BallPosition = 0.0
    grip_down_in: GripDown = 0.0
    state: Play


class PlanPart(_Strict):
    title: str = Field(max_length=60)
    homework: bool
    items: list[PlanItem] = Field(max_length=MOST_ITEMS)


class CellKeyPart(_Strict):
    club: str = Field(max_length=24)
    swing: str = Field(max_length=24)
    trajectory: Trajectory
    spin: Spin
    tempo: Tempo


class CardCellPart(_Strict):
    key: CellKeyPart
    carry_yd: float = Field(gt=0, le=REFUSE_OVER_YD)
    carry_lo_yd: float = Field(ge=0, le=REFUSE_OVER_YD)
    carry_hi_yd: float = Field(gt=0, le=800)
    shot_sd_yd: float = Field(ge=0, le=200)
    balls: int = Field(ge=0)
    measured: bool
    play: Play = Play.PLAYED
    back_in: BallPosition = 0.0
    down_in: GripDown = 0.0
    run_yd: float | None = Field(None, ge=-50, le=REFUSE_OVER_YD)
    reported: bool = False
    run_balls: int = Field(0, ge=0)


class LookPart(_Strict):
    step: int = Field(ge=1, le=50)
    order: Order
    cues: bool
    run: bool


class RecipeWords(_Strict):
    ball_in: float
    lean_deg: float
    face_open_deg: float
    weight_lead_pct: float
    stance: str = Field(max_length=200)
    distance: str = Field(max_length=200)
    follow_through: str = Field(max_length=200)


class RecipePart(RecipeWords):
    trajectory: Trajectory


# The phone's table of picks (core/pick/table.py): rows by name, some letters a distance.
PickRow = Annotated[str, Field(max_length=2000, pattern="^[A-Za-z0-9+/-]*$")]
PickName = Annotated[str, Field(max_length=60)]
MOST_PICK_ROWS: Final = 200


class CardPart(_Strict):
    """A version as it was handed out; it never changes. `level` is that of its intervals."""

    student: str = Field(max_length=120)
    academy: str = Field(max_length=120)
    day: str = Field(json_schema_extra={"format": "date"})
    units: Units
    tolerance_yd: float = Field(gt=0, le=50)
    level: float = Field(LEVEL_BEFORE, gt=0, lt=1)
    from_yd: int = Field(ge=GROUND_LIMITS_YD[0], le=GROUND_LIMITS_YD[1])
    to_yd: int = Field(ge=GROUND_LIMITS_YD[0], le=GROUND_LIMITS_YD[1])
    clubs: list[tuple[str, float]]
    positions: list[tuple[str, str]]
    arms: list[float] = Field(default_factory=list)
    cells: list[CardCellPart]
    look: LookPart | None = None
    recipes: dict[Trajectory, RecipeWords] = Field(default_factory=dict)
    picks: dict[PickName, PickRow] = Field(default_factory=dict, max_length=MOST_PICK_ROWS)

    @field_validator("day")
    @classmethod
    def _is_a_day(cls, day: str) -> str:
        return date.fromisoformat(day).isoformat()

    @model_validator(mode="after")
    def _is_one_card(self) -> Self:
        """Its shots are of its own clubs and swings, and its ends are in order."""
        if self.from_yd >= self.to_yd:
            raise ValueError(f"from {self.from_yd} to {self.to_yd} yards is no range of distances")
        if self.arms and len(self.arms) != len(self.positions):
            raise ValueError(f"{len(self.positions)} swings and {len(self.arms)} arm angles")
        labels = ({label for label, _ in self.clubs}, {label for label, _ in self.positions})
        for key in (cell.key for cell in self.cells):
            for name, known in zip((key.club, key.swing), labels, strict=True):
                if name not in known:
                    raise ValueError(f'"{name}" is not on this card')
        return self


class VersionPart(_Strict):
    number: int = Field(ge=1, le=1_000_000)
    note: str = Field(max_length=300)
    content: CardPart
    published_at: Moment


class ConsentPart(_Strict):
    """Who answers for the student, and what was agreed to there; the next academy confirms it."""

    junior: bool = False
    guardian: str = Field("", max_length=120)
    contact: str = Field("", max_length=200)
    records_on: date | None = None
    pictures_on: date | None = None
    phone_on: date | None = None
    note: str = Field("", max_length=200)


class StudentFile(_Strict):
    """Everything of one student, to move between academies."""

    format: Literal["oxgang-student"] = FORMAT
    version: Literal[1] = VERSION
    made_at: Moment
    academy: AcademyPart
    student: StudentPart
    scale: ScalePart
    clubs: list[ClubPart]
    recipes: list[RecipePart]
    events: list[EventPart]
    balls: list[BallPart]
    imported_carries: list[ImportedCarryPart] = Field(
        validation_alias=AliasChoices("imported_carries", "told")
    )
    played: list[PlayedPart] = Field(default_factory=list, max_length=MOST_PLAYED)
    plan: PlanPart | None
    homework: PlanPart | None = None
    versions: list[VersionPart]
    lessons: list[LessonPart] = Field(default_factory=list, max_length=MOST_LESSONS)
    homeworks: list[HomeworkPart] = Field(default_factory=list, max_length=MOST_LESSONS)
    rounds: list[RoundPart] = Field(default_factory=list, max_length=MOST_ROUNDS)
    course: list[CoursePart] = Field(default_factory=list, max_length=MOST_COURSE)
    pictures: list[PicturePart] = Field(default_factory=list, max_length=MOST_PICTURES)
    shows: list[Shows] | None = None
    consent: ConsentPart | None = None


class BroughtIn(Schema):
    """Whom the file became, with what is in it; `merged` is what of it was new for a known student."""

    id: UUID
    name: str
    clubs: int
    balls: int
    versions: int
    merged: MergedOut | None
