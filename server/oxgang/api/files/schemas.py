from __future__ import annotations

from typing import Annotated, Final

from ninja import Schema
from pydantic import ConfigDict, Field

from oxgang.api.chart.schemas import ChartLook
from oxgang.core.words.shots import Strike, Trajectory
from oxgang.files.days import DayOrder
from oxgang.files.limits import MOST_COLUMNS, MOST_IN_A_CELL

# A name as a file has it.
Header = Annotated[str, Field(max_length=MOST_IN_A_CELL)]
MOST_NAMES: Final = 500
# A page shows this many bad rows; the report says how many there are in all.
MOST_SHOWN: Final = 200


class ProblemRow(Schema):
    """A row that cannot be used, and why; told in the reader's units when it is sent."""

    model_config = ConfigDict(populate_by_name=True)

    line: int
    column: str
    reason: str = Field(alias="template")


class FileReport(Schema):
    """What a file holds, before anything of it is stored."""

    rows: int
    new: int
    known: int
    problems: list[ProblemRow]
    problems_total: int
    questions: list[ProblemRow]
    questions_total: int
    as_notes: list[str]


class SourceBody(Schema):
    column: Header
    unit: str = Field("", max_length=10)


class MappingBody(Schema):
    """What each target is in a file; clubs and swings by their name there. See `files.foreign`.
    `person` is whose balls are meant, "*" for everybody's; `odd` takes balls that are asked about, too."""

    sources: dict[str, SourceBody] = Field(max_length=MOST_COLUMNS)
    clubs: dict[str, Header] = Field({}, max_length=MOST_NAMES)
    swings: dict[str, Header] = Field({}, max_length=MOST_NAMES)
    strikes: dict[str, Header] = Field({}, max_length=MOST_NAMES)
    club: Header = ""
    swing: Header = ""
    days: DayOrder = DayOrder.DAY
    person: Header = ""
    odd: bool = False


class ColumnOut(Schema):
    name: str
    sample: list[str]


class PreviewBall(Schema):
    line: int
    club: str
    swing: str
    trajectory: Trajectory
    strike: Strike
    carry_yd: float | None
    total_yd: float | None
    launch_deg: float | None
    spin_rpm: float | None
    ball_speed_mps: float | None


class FileLook(FileReport):
    """A foreign file under a mapping: columns, the mapping, names to match and the first balls.

    `people` are whom the file names as having hit them, where that has to be asked."""

    columns: list[ColumnOut]
    targets: list[str]
    units: dict[str, list[str]]
    mapping: MappingBody
    day_orders: list[DayOrder]
    remembered: bool
    people: list[str]
    file_clubs: list[str]
    file_swings: list[str]
    file_strikes: list[str]
    bag: list[str]
    positions: list[str]
    preview: list[PreviewBall]
    chart: ChartLook | None = None


class CarriesImported(Schema):
    """How many cells of a matrix were taken in, none while there are problems; how
    many were left out because they are only estimated there."""

    accepted: int
    estimated: int
    problems: list[ProblemRow]


class BagReport(Schema):
    clubs: int
    problems: list[ProblemRow]


class BagImported(Schema):
    new: int
    changed: int
