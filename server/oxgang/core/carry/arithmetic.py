"""The fraction arithmetic beside the measurement: what the school that trusts it would write.

A three-quarter swing carries three quarters of the full carry, a half swing half. Common practice,
no published source.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from oxgang.core.carry.fractions import fraction_of
from oxgang.core.carry.matrix import Basis, Cell
from oxgang.core.words.shots import Trajectory
from oxgang.core.words.swing import Position


@dataclass(frozen=True, slots=True)
class Line:
    """One stock cell: the arithmetic's carry and the student's [yd].

    `fraction` is its part of the club's longest measured swing (`of`). `follows` is whether the
    arithmetic is inside the cell's interval; None where the cell is not measured, since an estimate
    proves nothing.
    """

    club: str
    swing: str
    of: str
    fraction: float
    arithmetic_yd: float
    carry_yd: float
    follows: bool | None


def arithmetic(cells: Sequence[Cell], positions: Sequence[Position]) -> list[Line]:
    """Every stock cell beside what the arithmetic makes of the club's longest measured swing, which
    says nothing about itself and is left out. A club that is not measured has none.

    What a full swing would carry is not told from a part of it: nobody has seen that.
    """
    arm = {p.label: p.arm_deg for p in positions}
    lines = []
    stock = [c for c in cells if c.key.trajectory is Trajectory.STOCK and c.key.usual]
    for club in dict.fromkeys(c.key.club for c in stock):
        own = sorted((c for c in stock if c.key.club == club), key=lambda c: arm[c.key.swing])
        measured = [c for c in own if c.measured]
        if not measured:
            continue
        longest = measured[-1]
        whole = float(fraction_of(arm[longest.key.swing]))
        for cell in own[: own.index(longest)]:
            part = float(fraction_of(arm[cell.key.swing])) / whole
            guess = longest.carry_yd * part
            follows = cell.carry_lo_yd <= guess <= cell.carry_hi_yd if cell.measured else None
            swing, of = cell.key.swing, longest.key.swing
            lines.append(Line(club, swing, of, part, guess, cell.carry_yd, follows))
    return lines


@dataclass(frozen=True, slots=True)
class Swap:
    """A low shot and the high one two swing lengths up beside the stock shot between them [yd]: by
    the rule of the trade all three carry alike. `follows` is whether both do, within their
    intervals; None where one of the three is not measured."""

    club: str
    swing: str
    low_swing: str
    low_yd: float
    stock_yd: float
    high_swing: str
    high_yd: float
    follows: bool | None


def swaps(cells: Sequence[Cell], positions: Sequence[Position]) -> list[Swap]:
    """The swap rule beside the student's own, for every stock cell with a swing on either side.

    Low goes a swing length further and high one shorter: low of the swing below and high of the
    swing above carry what this one carries stock. Common practice, no published source.
    """
    at = {(c.key.club, c.key.swing, c.key.trajectory): c for c in cells if c.key.usual}
    labels = [p.label for p in sorted(positions, key=lambda p: p.arm_deg)]
    found = []
    for club in dict.fromkeys(c.key.club for c in cells):
        for below, swing, above in zip(labels, labels[1:], labels[2:], strict=False):
            low = at.get((club, below, Trajectory.LOW))
            stock = at.get((club, swing, Trajectory.STOCK))
            high = at.get((club, above, Trajectory.HIGH))
            if low is None or stock is None or high is None:
                continue
            three = (low, stock, high)
            follows = None
            if all(c.basis is Basis.MEASURED for c in three):
                # They carry alike when no interval stands clear of another.
                follows = max(c.carry_lo_yd for c in three) <= min(c.carry_hi_yd for c in three)
            found.append(
                Swap(club, swing, below, low.carry_yd, stock.carry_yd, above, high.carry_yd, follows)
            )
    return found
