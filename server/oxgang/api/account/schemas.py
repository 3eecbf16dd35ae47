from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from ninja import Schema
from pydantic import Field

from oxgang.academy.models import PersonRole
from oxgang.academy.server_state import ServerTrouble
from oxgang.academy.services.throttle import MAX_NAME
from oxgang.api.messages import ActionMessage
from oxgang.core.errors import ProblemCode
from oxgang.core.flight.recipes import School
from oxgang.core.keeping.events import EventKind
from oxgang.core.pick.situation import Trouble
from oxgang.core.practice.protocols import Protocol
from oxgang.core.units import Units
from oxgang.core.words.glossary import Term
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.shots import BallType, Lie, Spin, Strike, Tempo, Trajectory


class LogIn(Schema):
    """`code` is of the second factor, where the person has one."""

    log_in: str = Field(max_length=MAX_NAME)
    password: str = Field(max_length=200)
    code: str = Field("", max_length=40)
    shared: bool = Field(False, description="a tablet that others use too: signed out after 12 hours")


class AcademyOut(Schema):
    id: int
    name: str
    altitude_m: float
    time_zone: str
    units: Units


class CoachOut(Schema):
    """`units` are the person's own for every screen; "" is each student's."""

    id: int
    name: str
    role: PersonRole
    units: Units | Literal[""]
    academy: AcademyOut


class OwnUnits(Schema):
    """The units of every screen; "" is each student's own."""

    units: Units | Literal[""]


class Notice(Schema):
    """Something about the person's ways in that others may have done."""

    at: datetime
    by: str
    did: ActionMessage


class PasswordIn(Schema):
    old: str = Field(max_length=200)
    password: str = Field(max_length=200)


class SignInOut(Schema):
    """A browser in which the person is signed in."""

    id: int
    at: datetime
    seen_at: datetime
    where: str
    browser: str
    here: bool


class SecurityOut(Schema):
    """A person's own ways in. `rules` are what a password must be, in sentences."""

    log_in: str
    rules: list[str]
    factor: bool
    factor_wanted: bool
    codes_left: int
    sign_ins: list[SignInOut]


class FactorOut(Schema):
    """A secret to be put into a phone, by camera or by hand; it holds once a code was typed."""

    qr: str
    secret: str


class FactorCode(Schema):
    code: str = Field(max_length=20)


class FactorSet(Schema):
    """Recovery codes, each good once. They stand here once and nowhere else."""

    codes: list[str]


class OwnPassword(Schema):
    password: str = Field(max_length=200)


class Account(Schema):
    """Who is signed in, and the token that writes need. `erased` are students of the academy who were
    erased lately: a browser forgets what it stored of them. `notices` are what happened to the
    person's ways in, `advise_factor` whether a head coach has no second factor, and `server` what is
    wrong with the server, for head coaches."""

    coach: CoachOut | None
    csrf: str
    demo: bool
    erased: list[UUID]
    notices: list[Notice]
    advise_factor: bool
    server: list[ServerTrouble]


class LoadWords(Schema):
    """When to caution about many balls: so many before the limit, and after every so many."""

    warn_before: int
    rest_every: int


class EventWords(Schema):
    """A kind of event: whether it is of one club, and whether that may have another loft then."""

    kind: EventKind
    of_club: bool
    new_loft: bool


class MeasurementWords(Schema):
    """A number that a ball may come with; `kind` is the part of `UnitSetOut` that it is told in."""

    name: str
    unit: str
    label: str
    kind: str


class Bounds(Schema):
    """The least and the most that may be asked for."""

    least: float
    most: float


class UsualCell(Schema):
    """What a shot is when nothing is said of it."""

    trajectory: Trajectory
    spin: Spin
    tempo: Tempo


class EdgesWords(Schema):
    """How far a green's front and back are from its pin [yd]."""

    front_yd: float
    back_yd: float


class PickWords(Schema):
    """A green of usual size, its edges from a pin at each place [yd], how firm it may be,
    what trouble there is, a breeze that is asked about [m/s], and the lies of a course;
    how deep trouble is put and how clear of the green [yd], how much a raised green is [m], and
    under how many strokes two shots are as good."""

    front_yd: float
    back_yd: float
    width_yd: float
    edges: dict[PinAt, EdgesWords]
    firmness: list[Firmness]
    trouble: list[Trouble]
    breeze_mps: float
    deep_yd: float
    clear_yd: float
    raised_m: float
    as_good: float
    lies: list[Lie]


class BagClub(Schema):
    label: str
    loft_deg: float


class BagWords(Schema):
    """A usual bag to begin from."""

    name: str
    clubs: list[BagClub]


class MeasureOut(Schema):
    """A unit: stored = value * size + zero."""

    sign: str
    size: float
    zero: float


class UnitSetOut(Schema):
    """The units of one reader. Stored are yards, metres (near and small), inches, m/s and °C."""

    name: str
    carry: MeasureOut
    near: MeasureOut
    small: MeasureOut
    adjustment: MeasureOut
    speed: MeasureOut
    air: MeasureOut


class Words(Schema):
    """The trade's words, limits and defaults, so that no other place has to know them.

    `texts` are the messages for what is told by codes, as a Fluent resource; `interval` is the
    level of every interval, in words; `problems` are the codes that an answer may have.
    """

    trajectories: list[Trajectory]
    spins: list[Spin]
    tempos: list[Tempo]
    strikes: list[Strike]
    balls: list[BallType]
    lies: list[Lie]
    protocols: list[Protocol]
    events: list[EventWords]
    measurements: list[MeasurementWords]
    usual: UsualCell
    enough_balls: int
    check_up_balls: int
    session_balls: int
    tolerance_yd: float
    from_yd: int
    to_yd: int
    ball_limit: int
    junior_limit: int
    ask_over_yd: float
    tolerance_range_yd: Bounds
    ground_limits_yd: Bounds
    plan_range: Bounds
    limit_range: Bounds
    m_per_yd: float
    units: dict[Units, UnitSetOut]
    most_file_mb: int
    load: LoadWords
    pick: PickWords
    interval: str
    texts: str
    bags: list[BagWords]
    schools: list[School]
    glossary: list[Term]
    problems: list[ProblemCode]
