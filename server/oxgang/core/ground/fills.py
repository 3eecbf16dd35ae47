"""Closing a gap: other ways to hit what the student owns, each computed on this student's model.

What an adjustment, a grip or a tempo is worth is the rule of thumb until the student has balls of it; a
swing between two and another height come from the fitted model itself.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import pairwise, product
from typing import Final

from scipy.special import ndtr

from oxgang.core.carry.adjustments import adjustments_of
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Basis, Cell, Matrix
from oxgang.core.carry.prior import Point
from oxgang.core.ground.coverage import NARROWEST_YD
from oxgang.core.ground.gaps import Stretch, leaves
from oxgang.core.ground.played import Name
from oxgang.core.ground.stages import Stage
from oxgang.core.words.complete import complete
from oxgang.core.words.intervals import log_ends, sd_of
from oxgang.core.words.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.core.words.swing import Limit

MOST_EACH: Final = 5


class Way(StrEnum):
    """The ways to close a gap, the one to prefer first: play what is measured, hit what is only
    estimated, grip down, a swing between two, another height, the ball moved, another tempo,
    another spin."""

    PLAY = "play"
    KNOWN = "known"
    GRIP = "grip"
    BETWEEN = "between"
    HEIGHT = "height"
    ADJUSTMENT = "adjustment"
    TEMPO = "tempo"
    SPIN = "spin"


# What each stage allows: contact keeps to stock with known swings, trajectory takes all.
ALLOWED: Final = complete(
    Stage,
    {
        Stage.CONTACT: {Way.PLAY, Way.KNOWN, Way.GRIP},
        Stage.DISTANCE: {Way.PLAY, Way.KNOWN, Way.GRIP, Way.BETWEEN, Way.ADJUSTMENT},
        Stage.TRAJECTORY: set(Way),
    },
)


@dataclass(frozen=True, slots=True)
class Fill:
    """One way to close a gap. Carry and interval in yards; `closes` is how many of its yardages,
    `use` how many of all gaps, by the chance that its true carry covers each.

    `key` is the cell hit, or the one it starts from with an adjustment [inches]; a swing between two lies
    between that of the key and `between`. `taught` is how many adjusted balls stand behind an adjustment:
    0 is the rule of thumb.
    """

    way: Way
    key: CellKey
    carry_yd: float
    carry_lo_yd: float
    carry_hi_yd: float
    shot_sd_yd: float
    closes: int = 0
    ball_position_in: float = 0.0
    grip_down_in: float = 0.0
    between: str = ""
    taught: int = 0
    use: float = 0.0


def fills_for(
    gap: Stretch,
    matrix: Matrix,
    evidence: Evidence,
    *,
    gaps: Sequence[Stretch],
    played: Collection[Name],
    limit: Limit,
    tolerance_yd: float,
    stage: Stage,
    later: bool = False,
) -> list[Fill]:
    """Ways to close a gap of the shots that are played, in order of use: the ground of all `gaps`
    that one closes, times how likely; then in the order of `Way`, less loft and the shorter swing.

    Never beyond the longest controlled swing, and never a swing longer than the longest of the
    scale that the student has hit, unless `later` asks what will close it once stage and swing have
    grown.

    Parameters
    ----------
    played
        The shots that are played: they close nothing more.
    """
    loft = {club.label: club.loft_deg for club in evidence.clubs}
    arm = {p.label: p.arm_deg for p in evidence.positions}
    hit = max((arm[c.key.swing] for c in matrix.cells if c.balls), default=0.0)
    longest = limit.arm_deg if later else min(hit, limit.arm_deg)
    allowed = ALLOWED[Stage.TRAJECTORY if later else stage]
    candidates = [
        *_measured(matrix, played, arm, limit.arm_deg),
        *_estimated(matrix.cells, arm, longest),
        *_adjustments(matrix, evidence, played, arm, limit.arm_deg),
        *_modelled(matrix, evidence, longest),
    ]
    yards = [y for stretch in gaps for y in range(stretch.from_yd, stretch.to_yd + 1)]
    found = []
    for fill in candidates:
        if fill.way not in allowed:
            continue
        left = leaves(gap, fill.carry_yd, tolerance_yd)
        closes = gap.width - sum(stretch.width for stretch in left)
        if closes:
            use = sum(_likely(fill, y, tolerance_yd) for y in yards)
            found.append(replace(fill, closes=closes, use=use))
    ways = list(Way)
    found.sort(
        key=lambda f: (
            -round(f.use),
            ways.index(f.way),
            loft.get(f.key.club, 90.0),
            arm.get(f.key.swing, 180.0),
        )
    )
    best: dict[tuple[Way, str], Fill] = {}
    for fill in found:
        best.setdefault((fill.way, fill.key.club), fill)
    return list(best.values())[:MOST_EACH]


def _likely(fill: Fill, yardage: int, tolerance_yd: float) -> float:
    """The chance that a fill's true carry is within the tolerance of a yardage."""
    sd = max(sd_of(fill.carry_lo_yd, fill.carry_hi_yd), NARROWEST_YD)
    off = fill.carry_yd - yardage
    return float(ndtr((tolerance_yd - off) / sd) - ndtr((-tolerance_yd - off) / sd))


def _measured(
    matrix: Matrix, played: Collection[Name], arm: Mapping[str, float], longest: float
) -> list[Fill]:
    """What is measured and not played."""
    return [
        Fill(
            Way.PLAY,
            cell.key,
            cell.carry_yd,
            cell.carry_lo_yd,
            cell.carry_hi_yd,
            cell.shot_sd_yd,
        )
        for cell in matrix.cells
        if cell.basis is Basis.MEASURED
        and arm[cell.key.swing] <= longest
        and (cell.key, 0.0, 0.0) not in played
    ]


def _estimated(cells: Sequence[Cell], arm: dict[str, float], longest: float) -> list[Fill]:
    """Cells of the scale that nobody has hit yet."""
    return [
        Fill(
            Way.KNOWN if cell.key.trajectory is Trajectory.STOCK else Way.HEIGHT,
            cell.key,
            cell.carry_yd,
            cell.carry_lo_yd,
            cell.carry_hi_yd,
            cell.shot_sd_yd,
        )
        for cell in cells
        if cell.basis is Basis.ESTIMATED and arm[cell.key.swing] <= longest
    ]


def _adjustments(
    matrix: Matrix,
    evidence: Evidence,
    played: Collection[Name],
    arm: Mapping[str, float],
    longest: float,
) -> list[Fill]:
    """Gripping down and moving the ball, from measured stock cells, as far as the student's adjustments
    have taught; measured adjustments as they are."""
    stock = [
        c
        for c in matrix.cells
        if c.basis is Basis.MEASURED and c.key.trajectory is Trajectory.STOCK and arm[c.key.swing] <= longest
    ]

    def way(cell: Cell) -> Way:
        if cell.balls:
            return Way.PLAY
        return Way.ADJUSTMENT if cell.back_in else Way.GRIP

    return [
        Fill(
            way(t.cell),
            t.cell.key,
            t.cell.carry_yd,
            t.cell.carry_lo_yd,
            t.cell.carry_hi_yd,
            t.cell.shot_sd_yd,
            ball_position_in=t.cell.back_in,
            grip_down_in=t.cell.down_in,
            taught=t.taught,
        )
        for t in adjustments_of(matrix, evidence, stock)
        if t.cell.name not in played
    ]


def _modelled(matrix: Matrix, evidence: Evidence, longest: float) -> list[Fill]:
    """Swings between two, other tempos and spins: new points of the student's own model."""
    wanted: list[tuple[Way, CellKey, str, Point]] = []
    clubs = evidence.clubs
    reach = [p for p in evidence.positions if p.arm_deg <= longest]
    for club, (a, b) in product(clubs, pairwise(reach)):
        arm = (a.arm_deg + b.arm_deg) / 2
        key = CellKey(club.label, a.label)
        wanted.append((Way.BETWEEN, key, b.label, Point(club.label, club.loft_deg, arm)))
    stock = Trajectory.STOCK
    for club, p in product(clubs, reach):
        for tempo in (Tempo.SLOWER, Tempo.FASTER):
            key = CellKey(club.label, p.label, stock, Spin.CHECK, tempo)
            point = Point(club.label, club.loft_deg, p.arm_deg, stock, Spin.CHECK, tempo)
            wanted.append((Way.TEMPO, key, "", point))
        for spin in (Spin.RELEASE, Spin.GRAB):
            key = CellKey(club.label, p.label, stock, spin)
            point = Point(club.label, club.loft_deg, p.arm_deg, stock, spin)
            wanted.append((Way.SPIN, key, "", point))
    if not wanted:
        return []
    carries, deviations = evidence.carries([point for *_, point in wanted])
    scatters = matrix.fit.hits.scatter_at([point for *_, point in wanted])
    fills = []
    for (way, key, between, _), mean, sd, scatter in zip(wanted, carries, deviations, scatters, strict=True):
        carry = float(mean)
        lo, hi = log_ends(carry, float(sd))
        fills.append(Fill(way, key, carry, lo, hi, carry * float(scatter), between=between))
    return fills
