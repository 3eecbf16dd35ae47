"""Which measured values are refused and which are asked about."""

from __future__ import annotations

import math
from datetime import date, datetime, timedelta
from functools import lru_cache
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.errors import ConfirmationNeeded, InputError
from oxgang.core.flight.air import Air
from oxgang.core.flight.ball import GRAVITY_MPS2
from oxgang.core.flight.chain import TYPICAL, Start, contact_of
from oxgang.core.flight.conditions import carry_from_launch
from oxgang.core.units import quantity, yd_from_m
from oxgang.core.words.measurements import ADJUSTMENTS, BY_NAME, MEASURED
from oxgang.core.words.shots import CellKey, Shot

Array = NDArray[np.float64]

# Oxgang is about pitches from 30 to 100 yards; a carry beyond this is more likely a slip.
ASK_OVER_YD: Final = 150.0
TYPICAL_START: Final = TYPICAL.start(CellKey("", ""))
# A ball that grabs draws back a few yards; a total further below its carry than this is a slip [yd].
# Common practice, no published source.
DRAWN_BACK_YD: Final = 10.0
# A ball moved or a grip down further than this [inches] is more likely a slip.
ASK_OVER_IN: Final = 6.0
# A ball speed whose flight carries so many times the measured carry, or so small a share of it, was
# more likely sent in another unit (m/s for mph is 2.2 times, km/h for mph 1.6).
SPEED_FITS: Final = (0.5, 1.7)
# Without air a ball carries this many times its measured carry when the speed is plausible; only
# outside is the flight computed.
VACUUM_FITS: Final = (0.75, 1.6)


# Days nearer the ends of what a computer can count have no neighbours.
YEARS: Final = (1900, 2199)
NO_SUCH_DAY: Final = f"Give a day of the years {YEARS[0]} to {YEARS[1]}"


# A ball whose moment is longer ago than this waited over a weekend without network, or its clock is
# wrong: the coach knows which.
LATE_AFTER: Final = timedelta(days=2)


def moment_question(hit_at: datetime, arrived_at: datetime) -> str:
    """A question when a ball's moment is days off its arrival, both aware, else ""."""
    if arrived_at - hit_at <= LATE_AFTER:
        return ""
    return f"By its clock this ball was hit on {hit_at:%-d %B %Y}. Use that day, or today?"


def in_calendar(when: date) -> bool:
    """Whether a day, or a moment, is one that a coach can mean."""
    return YEARS[0] <= when.year <= YEARS[1]


def problem_with(name: str, value: float) -> str:
    """Why `value` cannot be the measured quantity `name`, or "" when it can."""
    m = BY_NAME[name]
    if not math.isfinite(value):
        return f"The {m.label} is not a number."
    if value < 0 <= m.lo:
        return f"A {m.label} cannot be negative."
    if not m.lo <= value <= m.hi:
        given, lo, hi = (m.sentence_of(v) for v in (value, m.lo, m.hi))
        return f"A {m.label} of {given} is outside {lo} to {hi}."
    if name in ("carry_yd", "total_yd") and value == 0:
        return f"A {m.label} of 0 is not a shot. Mark the ball as a mishit with its real carry."
    return ""


def long_carry(distance_yd: float) -> str:
    """The question about an unlikely distance [yd]."""
    return f"{quantity(distance_yd)} is long for a wedge. Save it?"


def speed_question(
    ball_speed_mps: float | None,
    carry_yd: float | None,
    *,
    launch_deg: float | None = None,
    spin_rpm: float | None = None,
    typical: Start = TYPICAL_START,
) -> str:
    """A question when a ball speed [m/s] and a carry [yd] cannot belong together, else ""."""
    if ball_speed_mps is None or carry_yd is None:
        return ""
    launch = typical.launch_deg if launch_deg is None else launch_deg
    vacuum_m = ball_speed_mps**2 * math.sin(2 * math.radians(launch)) / GRAVITY_MPS2
    if VACUUM_FITS[0] <= yd_from_m(vacuum_m) / carry_yd <= VACUUM_FITS[1]:
        return ""
    spin = typical.spin_per_mps * ball_speed_mps if spin_rpm is None else spin_rpm
    flown = _flown_yd(round(2 * ball_speed_mps) / 2, round(launch), round(spin, -2))
    if flown is None:
        speed = quantity(ball_speed_mps, "speed")
        return f"A ball speed of {speed} at {launch:.0f} degrees does not fly."
    if SPEED_FITS[0] <= flown / carry_yd <= SPEED_FITS[1]:
        return ""
    return (
        f"A ball speed of {quantity(ball_speed_mps, 'speed')} carries about "
        f"{quantity(round(flown))}, not {quantity(carry_yd)}. Is the unit right?"
    )


def plainly_fit(ball_speed_mps: Array, carry_yd: Array, launch_deg: Array) -> NDArray[np.bool_]:
    """Which balls `speed_question` asks nothing about, without computing a flight; nan is none.

    All of shape (n,): speeds [m/s], carries [yd], launches [degrees].
    """
    vacuum_m = ball_speed_mps**2 * np.sin(2 * np.radians(launch_deg)) / GRAVITY_MPS2
    with np.errstate(divide="ignore", invalid="ignore"):
        ratio = yd_from_m(1.0) * vacuum_m / carry_yd
    fits = (ratio >= VACUUM_FITS[0]) & (ratio <= VACUUM_FITS[1])
    return np.asarray(np.isnan(ball_speed_mps) | np.isnan(carry_yd) | fits)


@lru_cache(maxsize=8192)
def _flown_yd(ball_speed_mps: float, launch_deg: float, spin_rpm: float) -> float | None:
    """Roughly how far such a ball carries [yd]; rounded by the caller, since files are long."""
    try:
        return carry_from_launch(ball_speed_mps, launch_deg, min(spin_rpm, 15_000.0), air=Air())
    except InputError:
        return None


def impossible(shot: Shot) -> str:
    """Why the distances of a ball cannot be its own, or "": its total far below its carry, or a
    carry that its ball speed does not fly."""
    if (
        shot.total_yd is not None
        and shot.carry_yd is not None
        and shot.total_yd < shot.carry_yd - DRAWN_BACK_YD
    ):
        return (
            f"A total of {quantity(shot.total_yd)} is below the carry of {quantity(shot.carry_yd)}. "
            "Are the two the other way round?"
        )
    return speed_question(
        shot.ball_speed_mps,
        shot.carry_yd,
        launch_deg=shot.launch_deg or None,
        spin_rpm=shot.spin_rpm,
        typical=TYPICAL.start(shot.cell, contact_of(shot)),
    )


def question_about(shot: Shot) -> str:
    """What is unlikely about a ball, as a question to the coach, or ""."""
    for name in ADJUSTMENTS:
        inches = getattr(shot, name)
        if abs(inches) > ASK_OVER_IN:
            label = BY_NAME[name].label
            return (
                f"A {label} of {quantity(inches, 'adjustment')} is a different shot, not an adjustment. "
                "Save it anyway?"
            )
    distance = shot.carry_yd if shot.carry_yd is not None else shot.total_yd
    if distance is not None and distance > ASK_OVER_YD:
        return long_carry(distance)
    return impossible(shot)


def check_shot(shot: Shot, *, confirmed: bool = False) -> None:
    """Check a ball before it is stored.

    Raises
    ------
    InputError
        When a value cannot be right, with the field it concerns.
    ConfirmationNeeded
        When the carry or total is unlikely and `confirmed` is false.
    """
    if shot.carry_yd is None and shot.total_yd is None and shot.launch_deg is None:
        raise InputError("A ball needs a carry, a total or a launch.", field="carry_yd")
    for name in (*MEASURED, *ADJUSTMENTS):
        value = getattr(shot, name)
        if value is None:
            continue
        if sentence := problem_with(name, value):
            raise InputError(sentence, field=name)
    if not confirmed and (question := question_about(shot)):
        raise ConfirmationNeeded(question, field="carry_yd")
