"""What a student's card says: for every few yards one shot, and the grid of a club's carries."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from oxgang.core.carry.cells import Basis, Cell
from oxgang.core.ground.gaps import best_at
from oxgang.core.words.intervals import LEVEL
from oxgang.core.words.shots import CellKey

STEP_YD: Final = 5
# A card may be asked for longer or shorter steps.
STEPS: Final = (1, 5, 10)


@dataclass(frozen=True, slots=True)
class CardCell:
    """A published cell: yards, and whether it was measured."""

    key: CellKey
    carry_yd: float
    carry_lo_yd: float
    carry_hi_yd: float
    shot_sd_yd: float
    balls: int
    measured: bool


@dataclass(frozen=True, slots=True)
class CardLine:
    """The shot for a yardage, and how far its carry is from it [yd, + is long]."""

    yardage: int
    cell: CardCell
    off_yd: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Card:
    """A published version as a student carries it. Positions are (label, cue), short to long.

    `level` is that of the intervals when it was frozen.
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
    level: float = LEVEL


def card_cell(cell: Cell) -> CardCell:
    """A cell as it is published."""
    return CardCell(
        cell.key,
        round(cell.carry_yd, 2),
        round(cell.carry_lo_yd, 2),
        round(cell.carry_hi_yd, 2),
        round(cell.shot_sd_yd, 2),
        cell.balls,
        cell.basis is Basis.MEASURED,
    )


def by_yardage(card: Card, *, step: int = STEP_YD) -> list[CardLine]:
    """The best shot for every so many yards between the student's ends.

    The last yardage is the student's own end, so that nothing between is left out.
    """
    return lines_of(card.cells, from_yd=card.from_yd, to_yd=card.to_yd, step=step)


def lines_of(cells: Sequence[CardCell], *, from_yd: int, to_yd: int, step: int) -> list[CardLine]:
    """As `by_yardage`, of any cells."""
    if not cells:
        return []
    yardages = list(range(from_yd, to_yd + 1, step))
    if yardages[-1] != to_yd:
        yardages.append(to_yd)
    lines = []
    for yardage in yardages:
        (best,) = best_at(cells, yardage, most=1)
        lines.append(CardLine(yardage, cells[best], cells[best].carry_yd - yardage))
    return lines
