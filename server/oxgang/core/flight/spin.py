"""Spin grades. Which one a ball was hit for is the coach's word; what was measured says how it came out
and never makes a shot of its own."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from statistics import median
from typing import Final

from oxgang.core.flight.chain import SPIN_SHARE, Chain, contact_of
from oxgang.core.flight.launch import Side, in_window
from oxgang.core.words.shots import CellKey, Shot, Spin, Strike

# Shares of the spin that the student's recipe, club and contact give, halfway between neighbouring
# grades: a range ball from a mat spins less without being another shot.
RELEASE_BELOW: Final = (SPIN_SHARE[Spin.RELEASE] + SPIN_SHARE[Spin.CHECK]) / 2
GRAB_FROM: Final = (SPIN_SHARE[Spin.CHECK] + SPIN_SHARE[Spin.GRAB]) / 2


@dataclass(frozen=True, slots=True)
class Shown:
    """What was measured of a cell's launch and spin beside the carry.

    Medians and how many balls stand behind each; None where nothing was measured.
    """

    launches: int
    launch_deg: float | None
    lo_deg: float
    hi_deg: float
    side: Side | None
    spins: int
    spin_rpm: float | None
    grade: Spin | None


def grade_of(share: float) -> Spin:
    """The grade of a measured spin, as a share of what the chain gives the shot."""
    if share < RELEASE_BELOW:
        return Spin.RELEASE
    return Spin.GRAB if share >= GRAB_FROM else Spin.CHECK


def spin_share(shot: Shot, chain: Chain) -> float | None:
    """Measured spin over what the chain gives a check shot of this cell and contact; None where
    spin or ball speed were not measured."""
    if shot.spin_rpm is None or not shot.ball_speed_mps:
        return None
    check = replace(shot.cell, spin=Spin.CHECK)
    typical = chain.start(check, contact_of(shot), back_in=shot.ball_position_in)
    return shot.spin_rpm / shot.ball_speed_mps / typical.spin_per_mps


def shown(chain: Chain, key: CellKey, shots: Sequence[Shot]) -> Shown:
    """A cell's measured launch against its window, and its grade by measured spin.

    Parameters
    ----------
    shots
        The cell's balls; of the solid unadjusted ones what was measured.
    """
    counting = [s for s in shots if s.strike is Strike.SOLID and not (s.excluded or s.adjusted)]
    window = chain.window_of(key.club, key.trajectory)
    launches = [s.launch_deg for s in counting if s.launch_deg is not None]
    spins = [s.spin_rpm for s in counting if s.spin_rpm is not None]
    graded = [share for s in counting if (share := spin_share(s, chain)) is not None]
    launch = median(launches) if launches else None
    return Shown(
        launches=len(launches),
        launch_deg=launch,
        lo_deg=window[0],
        hi_deg=window[1],
        side=None if launch is None else in_window(launch, window),
        spins=len(spins),
        spin_rpm=median(spins) if spins else None,
        grade=grade_of(median(graded)) if graded else None,
    )
