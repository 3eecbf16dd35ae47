"""A student's cells in the air: how the ball of one starts, how far it runs, and all of them
today."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.matrix import Cell
from oxgang.core.carry.surfaces import OwnFactor
from oxgang.core.errors import InputError
from oxgang.core.flight.air import Air
from oxgang.core.flight.chain import USUAL_CONTACT, Chain
from oxgang.core.flight.conditions import standard_air
from oxgang.core.flight.impact import LIES, Contact
from oxgang.core.flight.run import Run, run_of_shots
from oxgang.core.flight.trajectory import SPIN_RANGE_RPM, fly, speed_for_carry
from oxgang.core.words.green import Firmness
from oxgang.core.words.intervals import log_ends, log_sd_of
from oxgang.core.words.shots import Lie

Array = NDArray[np.float64]

# Shorter and longer carries than this [yd] are no pitch to fly.
FLYING_YD: Final = (3.0, 180.0)
PRECISION_YD: Final = 0.01
# The ball speed scatters by half of what the carry does, within these bounds.
SPEED_OF_CARRY: Final = 0.5
SPEED_SD_RANGE: Final = (0.01, 0.06)


@dataclass(frozen=True, slots=True)
class Today:
    """A cell in standard conditions and as it carries today, its run [yd] and the deviation of one shot's."""

    standard: Cell
    cell: Cell
    run_yd: float
    run_sd_yd: float


@dataclass(frozen=True, slots=True)
class Starts:
    """How the balls of cells start: ball speed [m/s], launch [degrees], spin [rpm for each m/s],
    arrays of shape (n,)."""

    speed_mps: Array
    launch_deg: Array
    spin_per_mps: Array


def from_lie(cell: Cell, lie: Lie, factor: OwnFactor) -> Cell:
    """A cell hit from a lie: shorter, less sure, scattering more."""
    carry = cell.carry_yd * factor.share
    lo, hi = log_ends(carry, float(np.hypot(log_sd_of(cell.carry_yd, cell.carry_hi_yd), factor.sd)))
    return replace(
        cell,
        carry_yd=carry,
        carry_lo_yd=lo,
        carry_hi_yd=hi,
        shot_sd_yd=carry * float(np.hypot(cell.shot_sd_yd / cell.carry_yd, LIES[lie].scatter)),
    )


def starts_of(
    cells: Sequence[Cell],
    chain: Chain,
    altitude_m: float,
    precision_yd: float = PRECISION_YD,
    contact: Contact = USUAL_CONTACT,
) -> Starts:
    """How the balls of these cells start: as the chain has them, fast enough for their standard carry."""
    at = [chain.start(cell.key, contact, back_in=cell.back_in) for cell in cells]
    launch = np.array([one.launch_deg for one in at])
    ratio = np.array([one.spin_per_mps for one in at])
    speed = speed_for_carry(
        [cell.carry_yd for cell in cells],
        launch,
        ratio,
        density=standard_air(altitude_m).density(),
        precision_yd=precision_yd,
    )
    return Starts(speed, launch, ratio)


def start_of(cell: Cell, chain: Chain, altitude_m: float) -> Starts | None:
    """How the balls of one cell start; None where no ball speed gives its carry."""
    if not FLYING_YD[0] <= cell.carry_yd <= FLYING_YD[1]:
        return None
    try:
        return starts_of([cell], chain, altitude_m)
    except InputError:
        return None


def flying_of(
    cells: Sequence[Cell], chain: Chain, altitude_m: float, contact: Contact = USUAL_CONTACT
) -> list[Cell]:
    """The cells that a ball speed gives, found by halving: one that none does stops no other."""
    some = [c for c in cells if FLYING_YD[0] <= c.carry_yd <= FLYING_YD[1]]
    if not some:
        return []
    try:
        starts_of(some, chain, altitude_m, contact=contact)
    except InputError:
        if len(some) == 1:
            return []
        middle = len(some) // 2
        return [
            *flying_of(some[:middle], chain, altitude_m, contact),
            *flying_of(some[middle:], chain, altitude_m, contact),
        ]
    return some


def runs_of(
    cells: Sequence[Cell],
    starts: Starts,
    *,
    density: float,
    headwind_mps: float = 0.0,
    firmness: Firmness = Firmness.MEDIUM,
    landing_height_m: float = 0.0,
) -> Run:
    """How far the balls of these cells run, over each one's own scatter, where the landing place is
    so much higher [m]."""
    return run_of_shots(
        starts.speed_mps,
        starts.launch_deg,
        starts.spin_per_mps,
        density=density,
        headwind_mps=headwind_mps,
        firmness=firmness,
        landing_height_m=landing_height_m,
        speed_sd=speed_sd_of(cells),
    )


def speed_sd_of(cells: Sequence[Cell]) -> Array:
    """How the ball speed of cells scatters, as a share, shape (n,)."""
    scatter = np.array([SPEED_OF_CARRY * c.shot_sd_yd / c.carry_yd for c in cells])
    return np.asarray(np.clip(scatter, *SPEED_SD_RANGE))


@dataclass(frozen=True, slots=True)
class ShotsFromLie:
    """The cells of a student that fly when they are struck from a lie: as they stand at
    home (`home`), as they carry from the lie (`cells`), and how their balls start."""

    lie: Lie
    standard: Sequence[Cell]
    cells: Sequence[Cell]
    starts: Starts


def struck_from(
    cells: Sequence[Cell],
    chain: Chain,
    *,
    altitude_m: float,
    lie: Lie = Lie.FAIRWAY,
    factor: OwnFactor | None = None,
) -> ShotsFromLie | None:
    """Cells struck from a lie, those that a ball speed gives; None where none does.

    Parameters
    ----------
    factor
        What the lie does to the student's carries; nothing when None.
    """
    contact = USUAL_CONTACT if factor is None else Contact(lie=lie)
    here = [c if factor is None else from_lie(c, lie, factor) for c in cells]
    flying = flying_of(here, chain, altitude_m, contact)
    if not flying:
        return None
    kept = {id(c) for c in flying}
    standard = [c for c, moved in zip(cells, here, strict=True) if id(moved) in kept]
    return ShotsFromLie(lie, standard, flying, starts_of(flying, chain, altitude_m, contact=contact))


def moved(cell: Cell, share: float) -> Cell:
    """A cell that carries this share of what it does."""
    return replace(
        cell,
        carry_yd=cell.carry_yd * share,
        carry_lo_yd=cell.carry_lo_yd * share,
        carry_hi_yd=cell.carry_hi_yd * share,
        shot_sd_yd=cell.shot_sd_yd * share,
    )


def today_of(
    cells: Sequence[Cell],
    chain: Chain,
    *,
    altitude_m: float,
    temperature_c: float,
    headwind_mps: float,
    firmness: Firmness = Firmness.MEDIUM,
    lie: Lie = Lie.FAIRWAY,
    factor: OwnFactor | None = None,
) -> list[Today]:
    """Cells that fly, today: at the start that the chain gives each, from a lie.

    Parameters
    ----------
    factor
        What the lie does to the student's carries; nothing when None.
    """
    struck = struck_from(cells, chain, altitude_m=altitude_m, lie=lie, factor=factor)
    if struck is None:
        return []
    starts, density = struck.starts, Air(temperature_c, altitude_m).density()
    flown = fly(
        starts.speed_mps,
        starts.launch_deg,
        np.minimum(starts.spin_per_mps * starts.speed_mps, SPIN_RANGE_RPM[1]),
        density=density,
        headwind_mps=headwind_mps,
    )
    runs = runs_of(struck.cells, starts, density=density, headwind_mps=headwind_mps, firmness=firmness)
    return [
        Today(
            struck.standard[i],
            moved(cell, float(flown.carry_yd[i]) / cell.carry_yd),
            float(runs.run_yd[i]),
            float(runs.sd_yd[i]),
        )
        for i, cell in enumerate(struck.cells)
    ]
