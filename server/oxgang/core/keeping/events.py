"""What happens to a student and makes old numbers doubtful: a new club, a lesson, a winter.

An event widens what it touches and leaves the rest. How far each kind may move the carries is
common practice, no published source; the balls hit afterwards overrule it.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from enum import StrEnum
from typing import Final

from oxgang.core.carry.noise import Change
from oxgang.core.errors import InputError
from oxgang.core.words.complete import complete
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import CellKey, Trajectory


class EventKind(StrEnum):
    NEW_CLUB = "new club"
    BENT = "club bent"
    GROOVES = "new grooves"
    BALL = "other ball"
    TECHNIQUE = "technique"
    SCHOOL = "other school"
    INJURY = "injury"
    GROWTH = "growth"
    BREAK = "season break"
    RESET = "numbers moved"

    @property
    def splits_the_day(self) -> bool:
        """Whether, said of today, it holds from now on: what a student changes in a lesson. A new
        club or ball is that of the whole day, a numbers' reset speaks of all its balls."""
        return self in (EventKind.TECHNIQUE, EventKind.SCHOOL, EventKind.INJURY)

    @property
    def compares(self) -> bool:
        """Whether strikes and spread are worth comparing across it."""
        return self is not EventKind.RESET


class Touch(StrEnum):
    """Which shots are meant."""

    EVERYTHING = "touch-everything"
    CLUB = "touch-club"
    SWINGS = "touch-swings"
    SHOTS = "touch-shots"
    # Of new balls: all carries together, or as far as the one club that was hit can tell.
    TOGETHER = "touch-together"
    TOGETHER_BY_ONE = "touch-together-by-one"


@dataclass(frozen=True, slots=True)
class Effect:
    """How far the carries may have moved, together and cell by cell [log carry].

    `of_club` is whether the event belongs to one club, `new_loft` whether that may have another
    loft after it.
    """

    sd: float
    own_sd: float
    of_club: bool = False
    new_loft: bool = False


EFFECTS: Final = complete(
    EventKind,
    {
        # The new club stands as a club of its own; the old one's balls stay with the old one.
        EventKind.NEW_CLUB: Effect(0.0, 0.0, of_club=True, new_loft=True),
        # A bend of 2 degrees is worth 5 to 6 % of carry.
        EventKind.BENT: Effect(0.06, 0.01, of_club=True, new_loft=True),
        EventKind.GROOVES: Effect(0.02, 0.01, of_club=True),
        EventKind.BALL: Effect(0.03, 0.0),
        EventKind.TECHNIQUE: Effect(0.05, 0.03),
        EventKind.SCHOOL: Effect(0.06, 0.04),
        EventKind.INJURY: Effect(0.08, 0.02),
        EventKind.GROWTH: Effect(0.06, 0.01),
        EventKind.BREAK: Effect(0.05, 0.02),
        # A coach says so after a drift: nearly all of the old level goes, the shape stays.
        EventKind.RESET: Effect(0.15, 0.02),
    },
)
MAX_NOTE: Final = 200


@dataclass(frozen=True, slots=True)
class Happened:
    """An event on a day, and what it touches: all of it where nothing is named.

    `club` is the club's name in the matrix; a swing is given by its arm angle [degrees]. `at` is
    the moment of the day from which it holds, where one is known.
    """

    kind: EventKind
    on: date
    club: str = ""
    swing: str = ""
    arm_deg: float | None = None
    trajectory: Trajectory | None = None
    at: datetime | None = None

    def change(self) -> Change | None:
        """What it does to the carry model; None for an event that moves no carry by itself."""
        effect = EFFECTS[self.kind]
        if not effect.sd:
            return None
        return Change(self.on, self.club, self.arm_deg, self.trajectory, effect.sd, effect.own_sd, self.at)

    @property
    def touched(self) -> Message:
        """What it touches: a shot, a club, a swing length, everything."""
        return touched(self.club, self.swing, self.trajectory)


def touches(event: Happened, key: CellKey) -> bool:
    """Whether an event moved a cell, by what it names."""
    return (
        event.club in ("", key.club)
        and event.swing in ("", key.swing)
        and event.trajectory in (None, key.trajectory)
    )


def touched(club: str = "", swing: str = "", trajectory: Trajectory | None = None) -> Message:
    """Shots by what is named of them; what is empty is meant in all its kinds."""
    if not (club or swing or trajectory):
        return Message(Touch.EVERYTHING)
    if club and not swing:
        return Message(Touch.CLUB, {"club": club})
    if swing and not club:
        return Message(Touch.SWINGS, {"swing": swing})
    shot = " ".join(part for part in (club, swing, trajectory) if part)
    return Message(Touch.SHOTS, {"shot": shot})


def changes_of(events: list[Happened]) -> list[Change]:
    """The changes that events make, in their order."""
    return [change for event in events if (change := event.change()) is not None]


def check_event(kind: EventKind, on: date, *, club: bool, first_ball: date | None, today: date) -> None:
    """Check that an event can be.

    Parameters
    ----------
    club
        Whether a club is named.
    first_ball
        The day of the student's first ball; None when there is none.

    Raises
    ------
    InputError
        In the future, before the first ball (it would touch nothing), or without its club.
    """
    if on > today:
        raise InputError(f"{on:%-d %B %Y} is in the future. Add it once it has happened.", field="on")
    if first_ball is None:
        raise InputError("No balls yet, so there's no carry to change.", field="on")
    if on < first_ball:
        raise InputError(
            f"The first ball is from {first_ball:%-d %B %Y}. A change before that affects no carry.",
            field="on",
        )
    if EFFECTS[kind].of_club and not club:
        raise InputError("Choose a club.", field="club_id")
