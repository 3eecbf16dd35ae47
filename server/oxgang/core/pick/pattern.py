"""Where the balls of a shot come down and run to, in a situation.

A cell is struck from the lie, flown through the air and wind of the day to the height of the green
and run out there: the one chain that the matrix and Flight use. How a student scatters along is the
cell's own; across it is a share of the carry.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from math import hypot
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.matrix import Cell
from oxgang.core.carry.sides import SideBalls, Sides
from oxgang.core.carry.today import ShotsFromLie, Starts, speed_sd_of
from oxgang.core.errors import InputError
from oxgang.core.flight.air import Air
from oxgang.core.flight.run import AROUND, RUN_SHARE_SD, Run, around, run_of_landings
from oxgang.core.flight.standard import CONVERSION_SHARE_SD
from oxgang.core.flight.trajectory import SPIN_RANGE_RPM, STEP_S, Flights, Wind, fly
from oxgang.core.ground.played import Candidate
from oxgang.core.pick.mishits import Contact
from oxgang.core.pick.situation import Situation
from oxgang.core.units import M_PER_YD
from oxgang.core.words.intervals import sd_of
from oxgang.core.words.shots import CellKey

# How wide a student of a handicap is, as a share of the carry: so much, and so much more for each
# stroke. Judgement: two degrees for the best.
SCRATCH_LATERAL: Final = 0.035
LATERAL_PER_STROKE: Final = 0.0012
# A shot must rise so much higher than a raised green to come down on it.
CLEARS: Final = 1.3
# A path is drawn with so many points.
PATH_POINTS: Final = 24

Path = tuple[tuple[float, float], ...]


@dataclass(frozen=True, slots=True)
class Lateral:
    """How wide a student's solid balls are (deviation as a share of the carry), from how many
    measured balls, and what they say of single shots."""

    share: float
    balls: int = 0
    sides: Sides | None = None

    def share_of(self, key: CellKey) -> float:
        """How wide a shot is when its bias is aimed off, with what is not known of the bias."""
        if self.sides is None or not self.sides.student.claimed:
            return self.share
        side = self.sides.shot(key)
        return hypot(side.width, side.bias_sd)

    def bias_of(self, key: CellKey) -> float:
        """How far to the right a shot starts on average, a share of the carry; 0 where too few balls
        of the student say so."""
        if self.sides is None or not self.sides.student.claimed:
            return 0.0
        return self.sides.shot(key).bias


@dataclass(frozen=True, slots=True)
class Pattern:
    """A shot in a situation. Yards; `ball_sd_yd` is that of single solid balls along, `mean_sd_yd`
    how well their mean is known; `run_sd_yd` is how runs of single balls differ, `run_off_yd` how well
    the run of all of them is known; `drift_yd` what the wind takes it to the right and `bias_yd` how far
    to the right the student's balls of it start: both are aimed off.

    `run_yd` is on the level, `bank_run_yd` up the bank of a raised green or down that of a sunk
    one, as if it did not end. `path` has points (along, up) [yd] where it was asked for.
    """

    shot: Candidate
    balls: int
    carry_yd: float
    ball_sd_yd: float
    mean_sd_yd: float
    run_yd: float
    run_sd_yd: float
    lateral_sd_yd: float
    drift_yd: float
    mishit_share: float
    apex_yd: float
    landing_deg: float
    bank_run_yd: float | None = None
    path: Path = ()
    run_off_yd: float = 0.0
    bias_yd: float = 0.0

    @property
    def carry_sd_yd(self) -> float:
        """Deviation of the next solid ball's carry, what is not known of its mean included [yd]."""
        return hypot(self.ball_sd_yd, self.mean_sd_yd)

    @property
    def finish_yd(self) -> float:
        """Where a solid ball finishes on average [yd]."""
        return self.carry_yd + self.run_yd

    @property
    def finish_sd_yd(self) -> float:
        """The deviation of that along [yd]."""
        return hypot(self.carry_sd_yd, self.run_sd_yd)


def usual_lateral(handicap: float) -> Lateral:
    """How wide a student of this handicap is, before a ball is measured."""
    return Lateral(SCRATCH_LATERAL + LATERAL_PER_STROKE * max(0.0, handicap))


def own_lateral(balls: SideBalls, handicap: float) -> Lateral:
    """How wide a student is, by solid balls of known side."""
    usual = usual_lateral(handicap)
    sides = Sides(balls, usual.share)
    number = sides.student.balls
    return Lateral(sides.student.width if number else usual.share, number, sides)


def patterns_of(
    struck: ShotsFromLie,
    shots: Sequence[Candidate],
    situation: Situation,
    *,
    altitude_m: float,
    contact: Contact,
    lateral: Lateral,
    bounces: Mapping[str, float | None] | None = None,
    paths: bool = False,
) -> list[Pattern]:
    """What the shots do in a situation; those that do not rise to the green are left out.

    Parameters
    ----------
    struck
        The student's cells struck from the situation's lie, in standard conditions.
    shots
        Loft and arm angle of each of them, in their order.
    altitude_m
        The student's home, where the situation has none of its own [m].
    contact, lateral, bounces
        How the student misses, how wide the solid balls are, the bounce of the clubs [degrees].
    """
    s = situation
    there = altitude_m if s.altitude_m is None else s.altitude_m
    rows = _that_rise(struck.starts, s, Air(s.temperature_c, there).density())
    if not len(rows):
        return []
    cells = [struck.cells[i] for i in rows]
    flown, runs, bank = _flown(struck.starts, rows, cells, s, there, paths)
    drawn = _paths(flown, len(rows))
    n, wind = len(rows), bool(s.headwind_mps or s.to_right_mps)
    found = []
    for at, (i, cell) in enumerate(zip(rows, cells, strict=True)):
        carry, drift = float(flown.carry_yd[at]), float(flown.offline_yd[at])
        share = carry / cell.carry_yd
        # Each ball meets its own wind, which is known about as well as it is taken out.
        calm = float(flown.carry_yd[AROUND * n + at]) if wind else carry
        found.append(
            Pattern(
                shots[i],
                cell.balls,
                carry,
                hypot(cell.shot_sd_yd * share, CONVERSION_SHARE_SD * (carry - calm)),
                sd_of(cell.carry_lo_yd, cell.carry_hi_yd) * share,
                float(runs.run_yd[at]),
                float(runs.single_yd[at]),
                hypot(lateral.share_of(cell.key) * carry, CONVERSION_SHARE_SD * drift),
                drift,
                contact.share_of(
                    cell.key.trajectory,
                    s.lie,
                    balls=cell.balls,
                    mishits=cell.mishits,
                    bounce_deg=(bounces or {}).get(cell.key.club),
                ),
                float(flown.apex_yd[at]),
                float(flown.landing_deg[at]),
                None if bank is None else float(bank.run_yd[at]),
                drawn[at],
                RUN_SHARE_SD * abs(float(runs.run_yd[at])),
                lateral.bias_of(cell.key) * carry,
            )
        )
    return found


def _that_rise(starts: Starts, s: Situation, density: float) -> list[int]:
    """The places of the balls that come down on a green so high."""
    n = len(starts.speed_mps)
    if s.raised_m <= 0:
        return list(range(n))
    flown = fly(
        starts.speed_mps,
        starts.launch_deg,
        _spin(starts),
        density=density,
        wind=Wind(s.headwind_mps, s.to_right_mps),
    )
    return [i for i in range(n) if flown.apex_yd[i] * M_PER_YD > CLEARS * s.raised_m]


def _flown(
    starts: Starts,
    rows: list[int],
    cells: Sequence[Cell],
    s: Situation,
    altitude_m: float,
    paths: bool,
) -> tuple[Flights, Run, Run | None]:
    """The flights of the shots and of those around each, then without the wind, in one go; their
    runs, and those on the bank of a green that is raised or sunk."""
    v, up, ratio = (part[rows] for part in (starts.speed_mps, starts.launch_deg, starts.spin_per_mps))
    near = around(v, up, ratio, speed_sd_of(cells))
    n = len(rows)
    blows = np.repeat([1.0, 0.0], [AROUND * n, n])
    first = slice(0, None if s.headwind_mps or s.to_right_mps else AROUND * n)
    flown = fly(
        *(np.concatenate([part, part[:n]])[first] for part in near),
        density=Air(s.temperature_c, altitude_m).density(),
        headwind_mps=s.headwind_mps * blows[first],
        to_right_mps=s.to_right_mps * blows[first],
        landing_height_m=s.raised_m,
        with_path=paths,
        step_s=STEP_S,
    )
    level = run_of_landings(flown, n, firmness=s.firmness)
    if not s.raised_m:
        return flown, level, None
    return flown, level, run_of_landings(flown, n, firmness=s.firmness, slope_deg=s.bank_deg)


def _spin(starts: Starts) -> NDArray[np.float64]:
    return np.minimum(starts.spin_per_mps * starts.speed_mps, SPIN_RANGE_RPM[1])


def _paths(flown: Flights, n: int) -> list[Path]:
    """The first flights as they are drawn: points (along, up) [yd]."""
    if flown.path is None:
        return [()] * n
    found: list[Path] = []
    for at in range(n):
        x, z = flown.path[at, :, 0] / M_PER_YD, flown.path[at, :, 2] / M_PER_YD
        end = int(np.argmax(x >= x[-1])) + 1
        along = np.linspace(0.0, float(flown.carry_yd[at]), PATH_POINTS)
        up = np.interp(along, x[:end], z[:end])
        found.append(tuple((round(float(a), 1), round(float(b), 1)) for a, b in zip(along, up, strict=True)))
    return found


def checked_share(share: float, name: str, bounds: tuple[float, float], field: str) -> float:
    """A share that somebody gave, once it is one.

    Raises
    ------
    InputError
        Outside its bounds.
    """
    lo, hi = bounds
    if not lo <= share <= hi:
        raise InputError(f"{name} of {share:g} is outside {lo:g} to {hi:g}.", field=field)
    return share
