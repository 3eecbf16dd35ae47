"""Converting measured balls to standard conditions: one carry and its added uncertainty for each ball.

Home is the academy's altitude, 20 degrees C, 50 % humidity, no wind, a premium ball from fairway.
Air and wind are taken out by ball flight, from the launch and spin that were measured or that the
chain gives the cell; ball and lie by their factors, whose uncertainty the carry model holds in
common for all balls of a kind. A total becomes a carry by the run estimate.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from math import hypot
from statistics import median
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.errors import InputError
from oxgang.core.flight.air import Air
from oxgang.core.flight.chain import (
    FLYING_LAUNCH_DEG,
    WET_SD,
    WORN_SD,
    Chain,
    contact_of,
    surface_factor,
)
from oxgang.core.flight.conditions import (
    STANDARD_TEMPERATURE_C,
    carry_elsewhere,
    carry_on_level,
    standard_air,
)
from oxgang.core.flight.landing import HEIGHT_NOTE, HEIGHT_RANGE_M, MOST_READ_SD_YD, READ_NOTE, SD_NOTE, noted
from oxgang.core.flight.run import carry_from_total, run_of_carries
from oxgang.core.words.shots import Grooves, Shot

Array = NDArray[np.float64]

# How well the flight takes air and wind out, as a share of what it changes: wind is a guess at one
# height, launch and spin are mostly typical ones. Common practice, no published source.
CONVERSION_SHARE_SD: Final = 0.3
# How well a carry is read, by how (the note "read" of a ball): a laser to the landing mark, marker
# boards by eye [yd]. A typed or monitor carry is taken as it stands. A touch on the range picture says
# itself how well it was read.
READ_SD_YD: Final = {"laser": 1.0, "eye": 3.0}
# A ball that the flight cannot take home keeps its carry and is trusted this much less (log carry).
UNCONVERTED_SD: Final = 0.06
# Launches and spins outside are no pitch that flies: the typical ones are taken.
FLYING_SPIN_PER_MPS: Final = (40.0, 450.0)
# A total shorter than this [yd] is nearly all run: a share of it is carry, and is hardly trusted.
LEAST_TOTAL_YD: Final = 12.0
TOO_SHORT_SHARE: Final = 2 / 3
TOO_SHORT_SD: Final = 0.3
# Shorter carries are not worth a flight.
LEAST_YD: Final = 3.0
# Where many balls share air, wind, launch and spin, the change is computed at this many carries.
NODES: Final = 12
# How exactly the carry is met where it was hit [yd]: no device reads a hundredth.
PRECISION_YD: Final = 0.01
# Conditions are told apart to these steps: launch [degrees], spin for each m/s, wind [m/s].
STEPS: Final = (0.5, 5.0, 0.1)


@dataclass(frozen=True, slots=True)
class StandardCarry:
    """Standard carry [yd], None where only a launch is known; what the conversion adds in
    uncertainty, alike for the balls of a day, and how well this ball was read (both of log carry).

    `run_yd` is the run that the flight gives a ball whose total was read; None for any other.
    """

    carry_yd: float | None
    sd: float = 0.0
    run_yd: float | None = None
    read_sd: float = 0.0


@dataclass(frozen=True, slots=True)
class _Setting:
    """What a ball flew in, told apart by `STEPS`."""

    launch_deg: float
    spin_per_mps: float
    density: float
    headwind_mps: float


def usual_altitude(shots: Sequence[Shot]) -> float:
    """The altitude [m] at which most balls of a file were hit: sea level where none is given."""
    known = [shot.altitude_m for shot in shots if shot.altitude_m is not None]
    return float(median(known)) if known else 0.0


def to_standard(shots: Sequence[Shot], academy_altitude_m: float, chain: Chain) -> list[StandardCarry]:
    """The standard carry of each ball. A ball that cannot be converted is trusted less.

    Parameters
    ----------
    chain
        What the student's shots typically start with, where launch or spin were not measured.
    """
    standard = standard_air(academy_altitude_m).density()
    carries = np.array([shot.carry_yd or np.nan for shot in shots], dtype=float)
    sd, runs = np.zeros(len(shots)), np.full(len(shots), np.nan)
    groups: dict[_Setting, list[int]] = defaultdict(list)
    densities: dict[tuple[float, float], float] = {}
    for i, shot in enumerate(shots):
        at = _place(shot, academy_altitude_m)
        if at not in densities:
            densities[at] = _density(*at)
        if shows_run(shot) or densities[at] != standard or shot.headwind_mps or height_of(shot):
            groups[_setting(shot, densities[at], chain)].append(i)
    for setting, balls in groups.items():
        _from_totals(shots, setting, balls, carries, sd, runs)
        _on_level(shots, setting, balls, carries, sd)
    _to_standard(groups, carries, sd, standard)
    result = []
    for i, shot in enumerate(shots):
        if not np.isfinite(carries[i]):
            result.append(StandardCarry(None))
            continue
        contact = contact_of(shot)
        share = surface_factor(contact).share
        # The ball and the lie have their part in the carry model; what else lay between is the
        # ball's own.
        apart = hypot(WET_SD * shot.wet, WORN_SD * (shot.grooves is Grooves.WORN))
        added = hypot(sd[i], apart)
        read = read_sd_of(shot) / carries[i]
        run = round(float(runs[i]), 3) if np.isfinite(runs[i]) else None
        carry = round(float(carries[i]) / share, 3)
        result.append(StandardCarry(carry, round(added, 5), run, round(float(read), 5)))
    return result


def shows_run(shot: Shot) -> bool:
    """Whether somebody saw where the ball finished. The total of a launch monitor is what its maker
    believes of the ground."""
    return shot.total_yd is not None and (shot.carry_yd is None or shot.ball_speed_mps is None)


def read_sd_of(shot: Shot) -> float:
    """How well its carry, and its side, were read [yd, deviation]; 0 where they are taken as they are."""
    return read_sd_in(shot.extra)


def read_sd_in(notes: Mapping[str, str]) -> float:
    """The same by the notes of a ball [yd]."""
    own = noted(notes, SD_NOTE, 0.0, MOST_READ_SD_YD)
    return READ_SD_YD.get(notes.get(READ_NOTE, ""), 0.0) if own is None else own


def height_of(shot: Shot) -> float:
    """How much higher than the mat the ball landed [m]."""
    return noted(shot.extra, HEIGHT_NOTE, *HEIGHT_RANGE_M) or 0.0


def ran_of(shot: Shot) -> float | None:
    """How far a ball was seen to run [yd]; None where carry or total was not read."""
    if shot.carry_yd is None or shot.total_yd is None:
        return None
    return shot.total_yd - shot.carry_yd


def _place(shot: Shot, academy_altitude_m: float) -> tuple[float, float]:
    temperature = STANDARD_TEMPERATURE_C if shot.temperature_c is None else shot.temperature_c
    altitude = academy_altitude_m if shot.altitude_m is None else shot.altitude_m
    return temperature, altitude


def _density(temperature_c: float, altitude_m: float) -> float:
    try:
        return Air(temperature_c, altitude_m).density()
    except InputError:  # a file from elsewhere may hold anything; such air is not taken out
        return standard_air(0.0).density()


def _setting(shot: Shot, density: float, chain: Chain) -> _Setting:
    typical = chain.start(shot.cell, contact_of(shot), back_in=shot.ball_position_in)
    launch = shot.launch_deg
    if launch is None or not FLYING_LAUNCH_DEG[0] <= launch <= FLYING_LAUNCH_DEG[1]:
        launch = typical.launch_deg
    ratio = typical.spin_per_mps
    if shot.spin_rpm is not None and shot.ball_speed_mps:
        measured = shot.spin_rpm / shot.ball_speed_mps
        if FLYING_SPIN_PER_MPS[0] <= measured <= FLYING_SPIN_PER_MPS[1]:
            ratio = measured
    values = (launch, ratio, shot.headwind_mps or 0.0)
    launch, ratio, wind = (round(v / s) * s for v, s in zip(values, STEPS, strict=True))
    return _Setting(launch, ratio, density, wind)


def _from_totals(
    shots: Sequence[Shot], setting: _Setting, balls: list[int], carries: Array, sd: Array, runs: Array
) -> None:
    start = setting.launch_deg, setting.spin_per_mps
    density, wind = setting.density, setting.headwind_mps
    both = [i for i in balls if shows_run(shots[i]) and (shots[i].carry_yd or 0.0) >= LEAST_YD]
    if both:
        runs[both] = run_of_carries(carries[both], *start, density=density, headwind_mps=wind).run_yd
    totals = {
        i: total for i in balls if shots[i].carry_yd is None and (total := shots[i].total_yd) is not None
    }
    if not totals:
        return
    which, given = np.array([*totals]), np.array([*totals.values()])
    # So short a total is nearly all run: two thirds of it, and hardly trusted.
    carries[which], sd[which] = given * TOO_SHORT_SHARE, TOO_SHORT_SD
    flies = given >= LEAST_TOTAL_YD
    if flies.any():
        try:
            carry, run = carry_from_total(given[flies], *start, density=density, headwind_mps=wind)
        except InputError:
            return
        # What is not known of the ground is the same for all of them: the carry model's part.
        carries[which[flies]], sd[which[flies]] = carry, run.single_yd / carry
        runs[which[flies]] = run.run_yd


def _on_level(shots: Sequence[Shot], setting: _Setting, balls: list[int], carries: Array, sd: Array) -> None:
    """Carries to a higher or lower landing become those on level ground."""
    which = np.array([i for i in balls if height_of(shots[i]) and carries[i] >= LEAST_YD], dtype=np.intp)
    if not len(which):
        return
    heights = np.array([height_of(shots[i]) for i in which])
    level = _level(carries[which], heights, setting)
    lost = ~np.isfinite(level)
    by = np.log(np.where(lost, carries[which], level) / carries[which])
    sd[which] = np.hypot(sd[which], np.where(lost, UNCONVERTED_SD, CONVERSION_SHARE_SD * np.abs(by)))
    carries[which] *= np.exp(by)


def _level(carries: Array, heights: Array, setting: _Setting) -> Array:
    """Carries on level ground; nan where the flight finds none, looked for by halving."""
    try:
        return carry_on_level(
            carries,
            heights,
            setting.launch_deg,
            setting.spin_per_mps,
            density=setting.density,
            headwind_mps=setting.headwind_mps,
        )
    except InputError:
        if len(carries) == 1:
            return np.array([np.nan])
        middle = len(carries) // 2
        halves = (slice(None, middle), slice(middle, None))
        return np.concatenate([_level(carries[half], heights[half], setting) for half in halves])


def _to_standard(
    groups: Mapping[_Setting, list[int]], carries: Array, sd: Array, standard_density: float
) -> None:
    """Fly all settings at once: each at its balls' carries, or at nodes between them."""
    flown: list[tuple[_Setting, NDArray[np.intp], Array]] = []
    for setting, balls in groups.items():
        far = np.array([i for i in balls if carries[i] >= LEAST_YD], dtype=np.intp)
        if not len(far) or (setting.density == standard_density and not setting.headwind_mps):
            continue
        nodes = carries[far]
        if len(far) > NODES:
            nodes = np.linspace(nodes.min(), nodes.max() + LEAST_YD, NODES)
        flown.append((setting, far, nodes))
    if not flown:
        return
    rows = [len(nodes) for _, _, nodes in flown]
    columns = [
        np.repeat([getattr(setting, name) for setting, _, _ in flown], rows)
        for name in ("launch_deg", "spin_per_mps", "density", "headwind_mps")
    ]
    table = np.stack([np.concatenate([nodes for _, _, nodes in flown]), *columns], 1)
    changes = np.split(_change(table, standard_density), np.cumsum(rows)[:-1])
    for (_, far, nodes), change in zip(flown, changes, strict=True):
        here = carries[far]
        by = change if len(far) <= NODES else np.interp(here, nodes, change)
        lost = ~np.isfinite(by)
        known = np.where(lost, 0.0, by)
        carries[far] = here * np.exp(known)
        added = np.where(lost, UNCONVERTED_SD, CONVERSION_SHARE_SD * np.abs(known))
        sd[far] = np.hypot(sd[far], added)


def _change(table: Array, standard_density: float) -> Array:
    """Log of standard carry over carry, for rows of carry, launch, spin ratio, density and wind.

    A row that no ball speed fits is nan: halving finds it.
    """
    carry, launch, ratio, density, wind = table.T
    try:
        there = carry_elsewhere(
            carry,
            launch,
            ratio,
            here_density=density,
            there_density=standard_density,
            here_headwind_mps=wind,
            precision_yd=PRECISION_YD,
        )
    except InputError:
        if len(table) == 1:
            return np.array([np.nan])
        middle = len(table) // 2
        return np.concatenate(
            [_change(table[:middle], standard_density), _change(table[middle:], standard_density)]
        )
    return np.asarray(np.log(there / carry))
