"""The few shots a student plays: what may be proposed, and what speaks for one before another.

Nobody carries forty numbers onto a course: a beginner plays three or four shots, a club player six
to ten. A shot is played, in work, or neither; the coach decides, the tool proposes. The order in
which shots are preferred is common practice, no published source.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Final, Protocol

from oxgang.core.carry.matrix import Basis
from oxgang.core.errors import InputError
from oxgang.core.ground.gaps import Carrying, covers
from oxgang.core.units import quantity
from oxgang.core.words.shots import CellKey, Trajectory
from oxgang.core.words.swing import Limit, is_full


class Play(StrEnum):
    """Whether a shot is on the card, being learnt, or neither."""

    PLAYED = "played"
    WORK = "work"
    NEITHER = "neither"


# Which one shot of a matrix is meant: its cell and its adjustment [inches back, inches down].
Name = tuple[CellKey, float, float]

# What is less preferred costs more; a part never outweighs the one above it. Stock before low and
# high (another spin or tempo, an adjustment), measured before estimated, part swings before a full one,
# then less loft, a shorter swing and the tighter balls.
COST_NOT_STOCK: Final = 8.0
COST_ESTIMATED: Final = 4.0
COST_FULL: Final = 2.0
COST_LOFT: Final = 0.5
COST_SWING: Final = 0.3
COST_SCATTER: Final = 0.2
# Over these the last three run from nothing to all they cost.
LOFTS_DEG: Final = (40.0, 66.0)
ARMS_DEG: Final = (30.0, 170.0)
SCATTERS: Final = (0.0, 0.15)
# Half intervals of estimates that a coach may let in [yd].
WIDTHS_YD: Final = (0.25, 20.0)


class Numbered(Carrying, Protocol):
    """A cell or a row of a matrix file."""

    @property
    def basis(self) -> Basis: ...
    @property
    def back_in(self) -> float: ...
    @property
    def down_in(self) -> float: ...


class Known(Protocol):
    """A shot of which it is known whether its number is measured, and how sure it is [yd]."""

    @property
    def measured(self) -> bool: ...
    @property
    def half_yd(self) -> float: ...


@dataclass(frozen=True, slots=True)
class Candidate:
    """A shot with its number [yd], and what decides whether it is preferred: loft and arm angle
    [degrees], adjustment [inches]."""

    key: CellKey
    carry_yd: float
    carry_lo_yd: float | None
    carry_hi_yd: float | None
    shot_sd_yd: float
    measured: bool
    loft_deg: float
    arm_deg: float
    back_in: float = 0.0
    down_in: float = 0.0

    @property
    def name(self) -> Name:
        return self.key, self.back_in, self.down_in

    @property
    def stock(self) -> bool:
        """Whether it is hit as usual: stock height, usual spin and tempo, without an adjustment."""
        plain = self.key.trajectory is Trajectory.STOCK and self.key.usual
        return plain and not (self.back_in or self.down_in)

    @property
    def half_yd(self) -> float:
        """Half of the interval of its carry [yd]; 0 when nothing is known of it."""
        if self.carry_lo_yd is None or self.carry_hi_yd is None:
            return 0.0
        return (self.carry_hi_yd - self.carry_lo_yd) / 2


def candidates_of(
    cells: Sequence[Numbered], lofts: Mapping[str, float], arms: Mapping[str, float]
) -> list[Candidate]:
    """The shots of a matrix, in its order.

    Parameters
    ----------
    lofts, arms
        Loft of each club and arm angle of each swing length [degrees].
    """
    return [
        Candidate(
            c.key,
            c.carry_yd,
            c.carry_lo_yd,
            c.carry_hi_yd,
            c.shot_sd_yd,
            c.basis is not Basis.ESTIMATED,
            lofts[c.key.club],
            arms[c.key.swing],
            c.back_in,
            c.down_in,
        )
        for c in cells
    ]


def cost_of(shot: Candidate) -> float:
    """How little a shot is preferred: 0 is as good as it gets, and of two equals the lower is
    taken. Beginnings of the order weigh more than all that follow."""
    return (
        COST_NOT_STOCK * (not shot.stock)
        + COST_ESTIMATED * (not shot.measured)
        + COST_FULL * is_full(shot.arm_deg)
        + COST_LOFT * _part(shot.loft_deg, LOFTS_DEG)
        + COST_SWING * _part(shot.arm_deg, ARMS_DEG)
        + COST_SCATTER * _part(shot.shot_sd_yd / max(shot.carry_yd, 1.0), SCATTERS)
    )


def _part(value: float, over: tuple[float, float]) -> float:
    lo, hi = over
    return min(1.0, max(0.0, (value - lo) / (hi - lo)))


def let_in(shot: Known, estimates_yd: float | None) -> bool:
    """Whether a shot's number is one to play by: measured, or estimated within the width that the
    coach lets in (None: no estimate)."""
    return shot.measured or (estimates_yd is not None and shot.half_yd <= estimates_yd)


def checked_width(estimates_yd: float) -> float:
    """The width [yd] up to which estimates may be played by, once it is one.

    Raises
    ------
    InputError
        Outside a quarter of a yard to twenty yards.
    """
    lo, hi = WIDTHS_YD
    if not lo <= estimates_yd <= hi:
        raise InputError(
            f"Allow estimated shots of ± {quantity(lo)} to {quantity(hi)}.", field="estimates_yd"
        )
    return estimates_yd


def may_be_proposed(
    shots: Sequence[Candidate],
    limit: Limit,
    *,
    from_yd: int,
    to_yd: int,
    tolerance_yd: float,
    estimates_yd: float | None,
    bag: Collection[float] | None = None,
) -> list[int]:
    """Which shots a proposal may take, by their places.

    Nothing beyond the longest controlled swing. A full swing only of the least lofted wedge, and
    only where nothing else reaches; the most lofted club's full never: that is the coach's own
    choice.
    """
    ground = [
        i
        for i, shot in enumerate(shots)
        if let_in(shot, estimates_yd) and yards_of(shot, from_yd, to_yd, tolerance_yd)
    ]
    lofts = {shot.loft_deg for shot in shots} if bag is None else set(bag)
    least, most = (min(lofts), max(lofts)) if lofts else (0.0, 0.0)

    def part(shot: Candidate) -> bool:
        return shot.arm_deg <= limit.arm_deg and not is_full(shot.arm_deg)

    within = [i for i in ground if part(shots[i])]
    if not limit.full_too or least == most:
        return within
    full = [i for i in ground if is_full(shots[i].arm_deg) and shots[i].loft_deg == least]
    reached = {y for i in within for y in yards_of(shots[i], from_yd, to_yd, tolerance_yd)}
    return within + [i for i in full if set(yards_of(shots[i], from_yd, to_yd, tolerance_yd)) - reached]


def yards_of(shot: Carrying, from_yd: int, to_yd: int, tolerance_yd: float) -> range:
    """The whole yardages of the ground that a shot covers."""
    lo = max(from_yd, math.floor(shot.carry_yd - tolerance_yd))
    hi = min(to_yd, math.ceil(shot.carry_yd + tolerance_yd))
    while lo <= hi and not covers(shot.carry_yd, lo, tolerance_yd):
        lo += 1
    while hi >= lo and not covers(shot.carry_yd, hi, tolerance_yd):
        hi -= 1
    return range(lo, hi + 1)


def worth_of(
    shots: Sequence[Candidate],
    played: Collection[int],
    *,
    from_yd: int,
    to_yd: int,
    tolerance_yd: float,
) -> list[int]:
    """How many whole yardages each shot is worth: of one that is played (by its place) those that
    no other played shot covers, of another those it would add."""
    runs = [yards_of(shot, from_yd, to_yd, tolerance_yd) for shot in shots]
    covered = Counter(y for i in played for y in runs[i])
    kept = set(played)
    return [sum(covered[y] == (i in kept) for y in run) for i, run in enumerate(runs)]
