"""What a student's card says: for every few yards the shot that is played, and the grid of them."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Final

from oxgang.core.carry.cells import ENOUGH_BALLS
from oxgang.core.carry.ground_run import RunSeen
from oxgang.core.carry.matrix import Basis, Cell
from oxgang.core.errors import InputError
from oxgang.core.flight.recipes import Recipe
from oxgang.core.flight.run import run_band
from oxgang.core.ground.choice import answer_at
from oxgang.core.ground.gaps import covered_yardages
from oxgang.core.ground.played import Candidate, Play, candidates_of
from oxgang.core.units import M_PER_YD, m_from_yd, whole
from oxgang.core.words.intervals import LEVEL
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import CellKey, Trajectory

STEP_YD: Final = 5
# A card may be asked for longer or shorter steps.
STEPS: Final = (1, 2, 5, 10)
# Fewer shots than a beginner plays, and less of the ground than this, make no card yet. Common
# practice, no published source.
FEW_SHOTS: Final = 3
# Finer than anybody reads: what is shown is rounded once, where it is shown.
KEPT_DIGITS: Final = 6
LITTLE_GROUND: Final = 0.25


class Order(StrEnum):
    """Which end of the ground stands on top."""

    SHORT_FIRST = "short-first"
    LONG_FIRST = "long-first"


@dataclass(frozen=True, slots=True)
class CardOptions:
    """What stands on a card beside the shots: a line every so many yards, from which end, the cue
    of each swing, how far the ball runs."""

    step: int = STEP_YD
    order: Order = Order.SHORT_FIRST
    cues: bool = True
    run: bool = False


@dataclass(frozen=True, slots=True)
class CardCell:
    """A published cell: yards; adjustment in inches; whether it was measured, or reported from a chart,
    and whether it is played.

    `run_yd` is how far its ball runs: on medium turf, or as the totals of `run_balls` balls say; None
    where nobody asked.
    """

    key: CellKey
    carry_yd: float
    carry_lo_yd: float
    carry_hi_yd: float
    shot_sd_yd: float
    balls: int
    measured: bool
    # Of versions from before shots were chosen every cell answers.
    play: Play = Play.PLAYED
    back_in: float = 0.0
    down_in: float = 0.0
    run_yd: float | None = None
    reported: bool = False
    run_balls: int = 0

    @property
    def basis(self) -> Basis:
        if self.measured:
            return Basis.MEASURED
        return Basis.REPORTED if self.reported else Basis.ESTIMATED

    @property
    def name(self) -> str:
        """The short name with its adjustment: "56 9:00, ball 3 back"."""
        parts = [str(self.key)]
        if self.back_in:
            parts.append(f"ball {abs(self.back_in):g} in {'back' if self.back_in > 0 else 'forward'}")
        if self.down_in:
            parts.append(f"grip {self.down_in:g} in down")
        return ", ".join(parts)

    def run_ends(self, unit: Callable[[float], float]) -> tuple[int, int] | None:
        """Between what its run usually is, in the reader's unit; None where it was measured, or where
        nobody asked."""
        if self.run_yd is None or self.run_balls:
            return None
        lo, hi = run_band(self.run_yd)
        return whole(unit(lo)), whole(unit(hi))


@dataclass(frozen=True, slots=True)
class CardLine:
    """The shot for a yardage and how far its carry is from it [yd, + is long]; `reached` is False
    where none is played that comes within the tolerance; the shot is then the nearest, and `adds` says
    whether it answers with a few yards more or less.

    `shorter` and `longer` are the shots next to it.
    """

    yardage: float
    cell: CardCell
    off_yd: float
    reached: bool
    chance: float
    shorter: CardCell | None
    longer: CardCell | None
    adds: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Card:
    """A version as a student carries it. Positions are (label, cue), short to long, `arms` their
    arm angles [degrees].

    `level` is that of the intervals when it was frozen; `recipes` are the set-ups of the heights.
    """

    student: str
    academy: str
    version: int
    day: str
    note: str
    metres: bool
    from_yd: int
    to_yd: int
    tolerance_yd: float
    clubs: tuple[tuple[str, float], ...]
    positions: tuple[tuple[str, str], ...]
    cells: tuple[CardCell, ...]
    arms: tuple[float, ...] = ()
    level: float = LEVEL
    look: CardOptions = field(default_factory=CardOptions)
    recipes: Mapping[Trajectory, Recipe] = field(default_factory=dict)

    @property
    def played(self) -> list[CardCell]:
        """The shots that answer a yardage."""
        return [cell for cell in self.cells if cell.play is Play.PLAYED]

    def cue(self, cell: CardCell) -> str:
        """The cue of a shot's swing."""
        return dict(self.positions).get(cell.key.swing, "")


class Thin(StrEnum):
    """Why a card is not one to hand out yet."""

    NO_SHOT = "card-no-shot"
    ESTIMATES = "card-only-estimates"
    FEW_SHOTS = "card-few-shots"
    LITTLE_GROUND = "card-little-ground"
    FEW_BALLS = "card-few-balls"
    WIDE = "card-wide"


def checked_step(step: int) -> int:
    """The step between two lines [yd], once it is one.

    Raises
    ------
    InputError
        When it is none of `STEPS`.
    """
    if step not in STEPS:
        known = ", ".join(str(s) for s in STEPS)
        raise InputError(f"A card has a line every {known}.", field="step")
    return step


def card_cell(
    cell: Cell, play: Play = Play.PLAYED, run_yd: float | None = None, seen: RunSeen | None = None
) -> CardCell:
    """A cell as it is published; a run that was seen stands for the one of the flight."""
    if seen is not None:
        run_yd = seen.run_yd
    return CardCell(
        cell.key,
        round(cell.carry_yd, KEPT_DIGITS),
        round(cell.carry_lo_yd, KEPT_DIGITS),
        round(cell.carry_hi_yd, KEPT_DIGITS),
        round(cell.shot_sd_yd, KEPT_DIGITS),
        cell.balls,
        cell.basis is Basis.MEASURED,
        play,
        cell.back_in,
        cell.down_in,
        None if run_yd is None else round(run_yd, KEPT_DIGITS),
        cell.basis is Basis.REPORTED,
        0 if seen is None else seen.balls,
    )


def by_yardage(card: Card, *, step: int | None = None) -> list[CardLine]:
    """The shot for every so many yards between the student's ends, those of `card.look`.

    In whole yards or metres, whichever the student thinks in. The last one is the student's own
    end, so that nothing between is left out.
    """
    lines = _lines(card, distances(card, card.look.step if step is None else step))
    return lines[::-1] if card.look.order is Order.LONG_FIRST and step is None else lines


def distances(card: Card, step: int) -> list[float]:
    """The distances of a card's lines [yd], every so many yards or metres, short ones first."""
    if not card.metres:
        lo, hi, unit = card.from_yd, card.to_yd, 1.0
    else:
        lo, hi = math.ceil(m_from_yd(card.from_yd)), math.floor(m_from_yd(card.to_yd))
        lo, unit = -(-lo // step) * step, 1 / M_PER_YD
    wanted = list(range(lo, hi + 1, step))
    if not wanted or wanted[-1] != hi:
        wanted.append(hi)
    return [unit * at for at in wanted]


def _lines(card: Card, yardages: Sequence[float]) -> list[CardLine]:
    played, shots = card.played, _shots(card)
    if not shots:
        return []
    lines = []
    for yardage in yardages:
        answer = answer_at(shots, yardage, card.tolerance_yd)
        at = answer.nearest if answer.shot is None else answer.shot
        assert at is not None
        beside = [None if i is None else played[i] for i in (answer.shorter, answer.longer)]
        cell = played[at]
        lines.append(
            CardLine(
                yardage,
                cell,
                cell.carry_yd - yardage,
                answer.shot is not None,
                answer.chance,
                beside[0],
                beside[1],
                answer.adds,
            )
        )
    return lines


def _shots(card: Card) -> list[Candidate]:
    """The played cells with loft and arm angle. A version from before arm angles stood in it has
    its positions in order, which is all that a preference needs."""
    arms = card.arms or [30.0 + 10.0 * i for i in range(len(card.positions))]
    labels = [label for label, _ in card.positions]
    return candidates_of(card.played, dict(card.clubs), dict(zip(labels, arms, strict=True)))


def reached_by(card: Card) -> float:
    """Share of the student's whole yardages that a played shot comes within the tolerance of."""
    found = covered_yardages(
        card.played, from_yd=card.from_yd, to_yd=card.to_yd, tolerance_yd=card.tolerance_yd
    )
    return len(found) / (card.to_yd - card.from_yd + 1)


def thin(card: Card) -> list[Message]:
    """What a coach should know before handing a card out; nothing when it is a good one."""
    played = card.played
    if not played:
        return [Message(Thin.NO_SHOT)]
    found = []
    if not any(cell.measured or cell.reported for cell in played):
        found.append(Message(Thin.ESTIMATES))
    if len(played) < FEW_SHOTS:
        found.append(Message.of(Thin.FEW_SHOTS, shots=len(played)))
    share = reached_by(card)
    if share < LITTLE_GROUND:
        found.append(Message.of(Thin.LITTLE_GROUND, share=share))
    few = sum(cell.measured and cell.balls < ENOUGH_BALLS for cell in played)
    if few:
        found.append(Message.of(Thin.FEW_BALLS, shots=few, of=len(played), enough=ENOUGH_BALLS))
    wide = sum((c.carry_hi_yd - c.carry_lo_yd) / 2 > card.tolerance_yd for c in played)
    if wide:
        found.append(Message.of(Thin.WIDE, shots=wide, of=len(played), tolerance_yd=card.tolerance_yd))
    return found
