"""Landings on a range picture: level carries, reading errors, what cannot be a picture."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from oxgang.core.carry.balls import Hit
from oxgang.core.errors import InputError
from oxgang.core.flight.air import Air
from oxgang.core.flight.ball import GRAVITY_MPS2
from oxgang.core.flight.chain import TYPICAL
from oxgang.core.flight.conditions import carry_on_level
from oxgang.core.flight.landing import (
    Landing,
    RangePicture,
    Spot,
    Target,
    checked_picture,
    gap_to,
    reading_sd,
    with_landing,
)
from oxgang.core.flight.standard import height_of, read_sd_of, to_standard
from oxgang.core.flight.trajectory import fly
from oxgang.core.units import M_PER_YD
from oxgang.core.words.shots import CellKey, Shot

from tests.core.builders import cell, hit, matrix

SHOT = Shot(cell=CellKey("56", "9:00"))


@pytest.mark.parametrize("height_m", [-6.0, -0.5, 0.5, 3.0, 6.0])
def test_a_carry_to_a_slope_is_brought_to_level_by_the_flight(height_m: float) -> None:
    speed, launch, ratio = np.array([22.0, 26.0, 31.0]), 34.0, 230.0
    air = Air(12.0, 400.0).density()
    spin = ratio * speed
    level = fly(speed, launch, spin, density=air, headwind_mps=3.0).carry_yd
    there = fly(speed, launch, spin, density=air, headwind_mps=3.0, landing_height_m=height_m)
    found = carry_on_level(there.carry_yd, height_m, launch, ratio, density=air, headwind_mps=3.0)
    assert found == pytest.approx(level, abs=0.03)


def test_without_air_a_level_carry_is_that_of_a_parabola() -> None:
    """Closed form: a projectile, any textbook of mechanics."""
    speed, launch, up = 24.0, np.radians(40.0), 4.0
    flat, rise = speed * np.cos(launch), speed * np.sin(launch)
    there = flat * (rise + np.sqrt(rise**2 - 2 * GRAVITY_MPS2 * up)) / GRAVITY_MPS2
    level = 2 * flat * rise / GRAVITY_MPS2
    found = carry_on_level(there / M_PER_YD, up, 40.0, 200.0, density=0.0)
    assert found == pytest.approx(level / M_PER_YD, abs=0.02)


def test_a_ball_on_a_raised_green_carries_farther_on_level_ground() -> None:
    landing = Landing(Spot(60.0, 3.0), gap_yd=5.0, finger_yd=0.5)
    flat = with_landing(SHOT, landing)
    up = with_landing(SHOT, replace(landing, height_m=3.0))
    seen, raised = to_standard([flat, up], 0.0, TYPICAL)
    assert (flat.carry_yd, up.carry_yd) == (60.1, 60.1)
    assert (raised.carry_yd or 0) - (seen.carry_yd or 0) == pytest.approx(3.0 / M_PER_YD, rel=0.4)
    assert seen.read_sd == pytest.approx(reading_sd(5.0, 0.5) / 60.1, abs=1e-3)
    assert raised.sd > seen.sd == 0
    # Moved to level ground it has no height left.
    assert height_of(with_landing(up, landing)) == 0


@pytest.mark.parametrize("note", ["", "wide", "nan", "-1", "inf", "1e9"])
def test_notes_of_a_file_that_are_no_reading_change_nothing(note: str) -> None:
    ball = replace(SHOT, carry_yd=60.0, extra={"read": "touch", "read_sd_yd": note, "height_m": note})
    wanted = (0.0, -1.0) if note == "-1" else (0.0, 0.0)
    assert (read_sd_of(ball), height_of(ball)) == wanted


def test_touched_landings_are_as_exact_as_they_say() -> None:
    """Against typed numbers: the same eye beside the same flags, written down as whole yards."""
    rng = np.random.default_rng(36)
    flags = [Target(f"{yards}", yards, side) for yards, side in ((40, -6), (58, 4), (76, -8))]
    errors: dict[str, list[float]] = {"touch": [], "typed": []}
    held = {"touch": 0, "typed": 0}
    for _ in range(60):
        truth = float(rng.normal(58, 4))
        touched: list[Hit] = []
        typed: list[Hit] = []
        for _ in range(10):
            spot = Spot(rng.normal(truth, 0.05 * truth), rng.normal(0, 3))
            gap = gap_to(spot, flags)
            seen = spot.distance_yd + rng.normal(0, np.hypot(1.0, 0.4 * gap))
            on_glass = seen + rng.normal(0, 0.8)
            touched.append(hit(on_glass, read_sd=reading_sd(gap, 0.8) / on_glass))
            typed.append(hit(round(seen)))
        for name, balls in (("touch", touched), ("typed", typed)):
            one = cell(matrix(balls))
            errors[name].append(one.carry_yd - truth)
            held[name] += one.carry_lo_yd <= truth <= one.carry_hi_yd
    rms = {name: float(np.sqrt(np.mean(np.square(of)))) for name, of in errors.items()}
    assert rms["touch"] < 1.05 * rms["typed"]
    assert held["touch"] >= 0.82 * 60


GOOD = RangePicture("Hill", (Target("Flag", 60, -4, green_yd=6, height_m=1), Target("Far", 90)))


@pytest.mark.parametrize(
    ("target", "says"),
    [
        (Target("Flag", 0), "0 yd away"),
        (Target("Flag", 400), "400 yd away"),
        (Target(" FAR ", 70), 'two targets called "far"'),
        (Target("  ", 70), "a name"),
        (Target("x" * 41, 70), "40 characters"),
        (Target("Flag", 60, 58), "to the side"),
        (Target("Flag", 60, green_yd=-1), "radius"),
        (Target("Flag", 60, height_m=40), "height"),
        (Target("Flag", float("nan")), "away"),
    ],
)
def test_what_cannot_be_a_target_is_named(target: Target, says: str) -> None:
    assert checked_picture(GOOD) == GOOD
    with pytest.raises(InputError) as refused:
        checked_picture(replace(GOOD, targets=(target, Target("far", 90))))
    assert says in str(refused.value)
    assert refused.value.field == "targets"


def test_a_picture_needs_targets_and_edges_that_are_there() -> None:
    for wrong, field in (
        (replace(GOOD, targets=()), "targets"),
        (replace(GOOD, targets=tuple(Target(f"{i}", 50) for i in range(31))), "targets"),
        (replace(GOOD, left_yd=0.0), "left_yd"),
        (replace(GOOD, far_yd=float("inf")), "far_yd"),
    ):
        with pytest.raises(InputError) as refused:
            checked_picture(wrong)
        assert refused.value.field == field
