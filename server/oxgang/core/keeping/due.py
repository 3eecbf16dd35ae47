"""What is due: cells that a student plays by and that can no longer be trusted, and why.

A cell matters when the student plays it and its carry is one of the yardages that the student
needs. It is wide when its interval reaches further than the student's tolerance, and due when a
check-up could move its number by more than that: one that more balls would leave where it is asks
for nothing. A new club's cells stand in for those of the club that it took the place of. Shots in
work come after those played.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from enum import StrEnum
from typing import Final

from oxgang.core.carry.cells import ENOUGH_BALLS, OLD_AFTER_DAYS
from oxgang.core.carry.matrix import Cell
from oxgang.core.keeping.drift.sessions import Trend
from oxgang.core.keeping.drift.sides import SideTrend
from oxgang.core.keeping.events import EFFECTS, EventKind, Happened, touches
from oxgang.core.words.messages import Message, Value
from oxgang.core.words.shots import CellKey

# A cell this many tolerances wide is as due as can be.
WIDEST: Final = 3.0
# An event older than this has had its sessions or is forgotten, as a reason to say first.
RECENT_DAYS: Final = 270
# What comes before a cell that is merely wide, in the order of the list.
DRIFT_NEED: Final = 0.4
WAITING_NEED: Final = 0.1
# Somebody has to look at it: above all that is merely due.
BROKEN_NEED: Final = 100.0
# Numbers that cover less of the ground than this hold, but are few; one who has them comes first of
# those of whom nothing is due.
FEW_SHARE: Final = 1 / 3
FEW_NEED: Final = 0.01


class State(StrEnum):
    """How a student's numbers stand."""

    NO_BAG = "no bag"
    NO_BALLS = "nothing measured"
    DUE = "due"
    TRUE = "true"


class DueCode(StrEnum):
    """Why something is due, or nothing is."""

    NO_BAG = "due-no-bag"
    NO_BALLS = "due-no-balls"
    NOT_NEEDED = "due-not-needed"
    NO_SHOT = "due-no-shot"
    WAITING = "due-waiting"
    NEW_CLUB = "due-new-club"
    BREAK = "due-break"
    MOVED = "due-moved"
    EVENT = "due-event"
    LONGER = "due-longer"
    SHORTER = "due-shorter"
    LEAD = "due-lead-side"
    TRAIL = "due-trail-side"
    ONE_WIDE = "due-one-wide"
    WIDE = "due-wide"
    KNOWN = "due-known"
    FEW = "due-few"
    HOLDS = "due-holds"
    BROKEN = "due-broken"


@dataclass(frozen=True, slots=True)
class Wide:
    """A cell that matters and is wider than the tolerance [yd]; `moves_yd` is how far a check-up
    may move its number, at `intervals.LEVEL`."""

    key: CellKey
    carry_yd: float
    half_yd: float
    moves_yd: float
    last_measured: date | None
    balls: int


@dataclass(frozen=True, slots=True)
class Due:
    """How a student's numbers stand, what is due and why.

    `need` orders students: 0 is nothing to do. `matters` counts the cells the student plays by,
    `doubtful` is the share of them that is wide. `learning` are shots in work that are wide:
    nothing is due of them, but balls that are left over go there.
    """

    state: State
    need: float
    matters: int
    wide: list[Wide]
    reasons: list[Message]
    learning: list[Wide] = field(default_factory=list)

    @property
    def doubtful(self) -> float:
        return len(self.wide) / self.matters if self.matters else 0.0


def not_computed() -> Due:
    """Of a student whose numbers cannot be computed: first in the list, with a reason that says so."""
    return Due(State.DUE, BROKEN_NEED, 0, [], [Message(DueCode.BROKEN)])


def matters(
    cells: Sequence[Cell],
    *,
    from_yd: float,
    to_yd: float,
    played: Collection[CellKey] | None = None,
    stands_in: Mapping[str, Collection[CellKey]] | None = None,
) -> list[Cell]:
    """The cells a student plays by.

    Parameters
    ----------
    played
        The cells that are played; when None every cell with balls is.
    stands_in
        For a new club, the cells that were played of the club that it took the place of.
    """
    others = {
        (club, key.swing, key.trajectory, key.spin, key.tempo)
        for club, keys in (stands_in or {}).items()
        for key in keys
    }

    def does(cell: Cell) -> bool:
        k = cell.key
        name = (k.club, k.swing, k.trajectory, k.spin, k.tempo)
        return name in others or (bool(cell.balls) if played is None else k in played)

    return [c for c in cells if from_yd <= c.carry_yd <= to_yd and does(c)]


def due_of(
    played: Sequence[Cell],
    *,
    as_of: date,
    tolerance_yd: float,
    clubs: int,
    balls: int,
    last_hit: date | None,
    waiting: int = 0,
    events: Sequence[Happened] = (),
    new_clubs: Mapping[str, date] | None = None,
    trend: Trend | None = None,
    aside: SideTrend | None = None,
    work: Sequence[Cell] = (),
    chosen: bool = False,
    moves: Mapping[CellKey, float] | None = None,
    covered: float = 1.0,
) -> Due:
    """What is due of the cells that matter (see `matters`).

    Parameters
    ----------
    clubs, balls, waiting
        How many clubs are in the bag, how many balls were ever hit, and how many wait for a review.
    new_clubs
        Clubs that took the place of others, with the day.
    trend, aside
        Whether carries, or sides (+ to the lead side), have moved.
    work
        Cells that the student is learning.
    chosen
        Whether a coach has said which shots are played.
    moves
        How far a check-up may move numbers [yd]; as far as their intervals reach where not given.
    covered
        The share of the ground that the shots played cover.
    """
    learning = _wider(work, tolerance_yd, {})
    wait = [Message(DueCode.WAITING, {"balls": waiting})] if waiting else []
    if not clubs:
        return Due(State.NO_BAG, 0.02, 0, [], [Message(DueCode.NO_BAG), *wait])
    if not balls:
        return Due(State.NO_BALLS, 0.05, 0, [], [Message(DueCode.NO_BALLS), *wait])
    if not played and chosen:
        return Due(State.DUE, 0.05, 0, [], [Message(DueCode.NO_SHOT), *wait], learning)
    if not played:
        return Due(State.NO_BALLS, 0.05, 0, [], [Message(DueCode.NOT_NEEDED), *wait], learning)
    wide = _wider(played, tolerance_yd, moves or {})
    due = [w for w in wide if w.moves_yd > tolerance_yd]
    excess = sum(min(w.half_yd / tolerance_yd, WIDEST) - 1 for w in due)
    need = excess / len(played) + (WAITING_NEED if waiting else 0.0)
    reasons = _new_clubs(due, new_clubs or {})
    reasons += _events(due, events, as_of)
    if trend is not None and trend.since is not None:
        need += DRIFT_NEED
        way = DueCode.LONGER if trend.share > 0 else DueCode.SHORTER
        since = trend.since.isoformat()
        reasons.append(Message.of(way, since=since, share=abs(trend.share)))
    if aside is not None and aside.since is not None:
        need += DRIFT_NEED
        way = DueCode.LEAD if aside.share > 0 else DueCode.TRAIL
        reasons.append(Message.of(way, since=aside.since.isoformat(), share=abs(aside.share)))
    if due:
        reasons.append(_wide(played, wide, tolerance_yd, as_of, last_hit))
    drifting = any(moved is not None and moved.since is not None for moved in (trend, aside))
    state = State.DUE if due or drifting else State.TRUE
    if state is State.TRUE and covered < FEW_SHARE:
        need += FEW_NEED
        reasons.append(Message(DueCode.FEW, {"numbers": len(played), "share": covered}))
    elif state is State.TRUE and wide:
        values: dict[str, Value] = {"wide": len(wide), "played": len(played), "tolerance_yd": tolerance_yd}
        reasons.append(Message(DueCode.KNOWN, values))
    reasons += wait
    return Due(state, need, len(played), wide, reasons or [Message(DueCode.HOLDS)], learning)


def _wider(cells: Sequence[Cell], tolerance_yd: float, moves: Mapping[CellKey, float]) -> list[Wide]:
    return [
        Wide(
            c.key,
            c.carry_yd,
            c.half_yd,
            moves.get(c.key, c.half_yd),
            c.last_measured,
            c.balls,
        )
        for c in cells
        if c.half_yd > tolerance_yd
    ]


def _new_clubs(due: Sequence[Wide], new_clubs: Mapping[str, date]) -> list[Message]:
    """New clubs some of whose numbers are due for want of balls."""
    messages = []
    for club, since in new_clubs.items():
        own = [w.balls for w in due if w.key.club == club and w.balls < ENOUGH_BALLS]
        if own:
            day = since.isoformat()
            messages.append(Message.of(DueCode.NEW_CLUB, club=club, since=day, balls=sum(own)))
    return messages


def _events(due: Sequence[Wide], events: Sequence[Happened], as_of: date) -> list[Message]:
    """The events that opened numbers, the newest first. A number was opened by the event that moves
    carries most of those since it was last measured; one measured since is open for another reason."""
    recent = [e for e in events if EFFECTS[e.kind].sd and (as_of - e.on).days <= RECENT_DAYS]
    opened: Counter[Happened] = Counter()
    for w in due:
        since = [e for e in recent if touches(e, w.key) and (not w.last_measured or w.last_measured <= e.on)]
        if since:
            opened[max(since, key=lambda e: (EFFECTS[e.kind].sd, e.on))] += 1
    return [
        _opened(event, numbers)
        for event, numbers in sorted(opened.items(), key=lambda o: o[0].on, reverse=True)
    ]


def _opened(event: Happened, numbers: int) -> Message:
    values: dict[str, Value] = {"on": event.on.isoformat(), "numbers": numbers}
    if event.kind is EventKind.BREAK:
        return Message(DueCode.BREAK, values)
    if event.kind is EventKind.RESET:
        touched = event.touched
        return Message(DueCode.MOVED, {**values, "touched": touched.code, **touched.values})
    return Message(
        DueCode.EVENT,
        {**values, "event": event.kind, "club": event.club, "of_club": int(bool(event.club))},
    )


def _wide(
    played: Sequence[Cell],
    wide: Sequence[Wide],
    tolerance_yd: float,
    as_of: date,
    last_hit: date | None,
) -> Message:
    old = last_hit is not None and (as_of - last_hit).days > OLD_AFTER_DAYS
    values: dict[str, Value] = {
        "tolerance_yd": tolerance_yd,
        "old": int(old),
        "last_hit": last_hit.isoformat() if last_hit else "",
    }
    if len(wide) == 1:
        return Message(DueCode.ONE_WIDE, {**values, "shot": str(wide[0].key)})
    return Message(DueCode.WIDE, {**values, "wide": len(wide), "played": len(played)})
