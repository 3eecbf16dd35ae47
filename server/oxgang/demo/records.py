"""What the demo's scenario is written in: a student, visits, lessons, homework, sessions."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import timedelta

from oxgang.core.keeping.events import EventKind
from oxgang.core.practice.load import BALL_LIMIT
from oxgang.core.words.bag import Club


@dataclass(frozen=True, slots=True, kw_only=True)
class Visit:
    """One session: how long ago, and what was hit."""

    days_ago: int
    clubs: tuple[str, ...]
    swings: tuple[str, ...]
    trajectories: tuple[str, ...] = ("stock",)
    balls: int = 5
    lie: str = "mat"
    ball: str = "premium"
    # Share of mishits on that day; None is the student's own.
    mishit: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class DemoEvent:
    """Something that happened: how long ago, and to which club."""

    kind: EventKind
    days_ago: int
    club: str = ""
    remark: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class DemoLesson:
    """A lesson: how long ago, what was seen at which checkpoints, faults, cue, drill, words."""

    days_ago: int
    seen: dict[str, str]
    faults: tuple[str, ...] = ()
    cue: str = ""
    drill: str = ""
    remark: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class DemoRound:
    """A test that was taken: how long ago, which, from which seed."""

    days_ago: int
    trial: str
    seed: int


@dataclass(frozen=True, slots=True, kw_only=True)
class DemoHomework:
    """Homework: sent so long ago, due in so many days, and how many of its rows came back."""

    sent_ago: int
    due_in: int
    title: str
    # Club and swing of a blocked row; the second row is random.
    shot: tuple[str, str]
    done: int = 0
    cues: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class DemoCourse:
    """A round on the course: how long ago, how many pitches, and a club that is hit short there by a
    share of its carry."""

    days_ago: int
    shots: int
    club: str = ""
    short: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class DemoSession:
    """A session to come: in how many days, at which hour; `check_up` balls of the planner's."""

    in_days: int
    hour: int
    coach: int = 0
    minutes: int = 45
    check_up: int = 0
    remark: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class DemoStudent:
    """A student with a simulated swing.

    `full_56_yd` is the full carry of a 56-degree wedge; `spread` the relative scatter of solid
    balls; `mishit` the share of balls struck badly; `taper` how much less than the rule of thumb
    the short swings carry (1 follows the rule).
    """

    name: str
    scale: str
    clubs: tuple[Club, ...] = ()
    hand: str = "right"
    units: str = "yd"
    tolerance_yd: float = 2.5
    notes: str = ""
    handicap: float | None = None
    ball_limit: int = BALL_LIMIT
    # Who has agreed to records, pictures and the phone for a junior.
    guardian: str = ""
    full_56_yd: float = 85
    spread: float = 0.05
    mishit: float = 0.1
    taper: float = 1.0
    # How wide the solid balls are as a share of the carry, and how far to the right on average; None
    # where nobody has measured a side.
    width: float | None = None
    bias: float = 0.0
    visits: tuple[Visit, ...] = ()
    events: tuple[DemoEvent, ...] = ()
    # How many of the proposed shots the coach has chosen, and shots in work (club, swing, height).
    plays: int = 0
    works: tuple[tuple[str, str, str], ...] = ()
    # Days ago on which the card was published.
    published: tuple[int, ...] = ()
    sessions: tuple[DemoSession, ...] = ()
    lessons: tuple[DemoLesson, ...] = ()
    rounds: tuple[DemoRound, ...] = ()
    course: tuple[DemoCourse, ...] = ()
    homework: tuple[DemoHomework, ...] = ()


def ago(days: int) -> timedelta:
    """A number of days as a timedelta."""
    return timedelta(days=days)
