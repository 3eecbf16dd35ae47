"""A shot that all others speak against: what it says itself, and what its neighbours then know."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from oxgang.core.carry.matrix import Cell, Doubt
from oxgang.core.words.shots import Trajectory

from tests.core.builders import TODAY, cell, hit, matrix

HIGH = Trajectory.HIGH
# Eight ordinary shots of a day, five balls each.
ORDINARY = [
    hit(carry + off, club, swing, trajectory=height)
    for club, swing, height, carry in (
        ("56", "9:00", HIGH, 48),
        ("60", "9:00", Trajectory.STOCK, 49),
        ("56", "9:00", Trajectory.STOCK, 55),
        ("52", "9:00", Trajectory.STOCK, 62),
        ("47", "9:00", Trajectory.STOCK, 69),
        ("56", "10:00", Trajectory.STOCK, 66),
        ("56", "8:00", Trajectory.STOCK, 43),
        ("56", "9:00", Trajectory.LOW, 59),
    )
    for off in (-1, 0, 1, 1, -1)
]


def test_a_shot_against_all_others_is_as_sure_as_its_balls_and_its_neighbours_say_so() -> None:
    """A lob that goes nowhere: its five balls lie within two yards of each other."""
    lob = [hit(float(carry), "60", "9:00", trajectory=HIGH) for carry in (25, 26, 24, 26, 24)]
    again = [
        hit(float(carry), "60", "9:00", trajectory=HIGH, day=TODAY + timedelta(days=7)) for carry in (25, 26)
    ]
    day = matrix([*ORDINARY, *lob])
    week = matrix([*ORDINARY, *lob, *again], day=TODAY + timedelta(days=7))
    own = cell(day, "60", trajectory=HIGH)
    assert own.carry_yd == pytest.approx(25, abs=0.8)
    assert own.half_yd < 2
    assert Doubt.CONFLICT in own.doubts
    for swing in ("8:00", "10:00", "11:00"):
        then, now = cell(day, "60", swing, trajectory=HIGH), cell(week, "60", swing, trajectory=HIGH)
        assert then.carry_lo_yd <= now.carry_yd <= then.carry_hi_yd


@settings(max_examples=15)
@given(seed=st.integers(0, 10_000), off=st.floats(0.55, 1.6))
def test_no_number_jumps_out_of_its_interval_when_a_ball_arrives(seed: int, off: float) -> None:
    """A student of whom one shot is unlike all others, ball by ball over two days."""
    rng = np.random.default_rng(seed)
    odd = [60 * off * (1 + 0.04 * x) for x in rng.standard_normal(8)]
    known = [
        replace(one, carry_yd=(one.carry_yd or 0) * (1 + 0.03 * rng.standard_normal())) for one in ORDINARY
    ]
    before: list[Cell] = []
    for n in range(2, 9):
        balls = [
            hit(c, "52", "9:00", trajectory=HIGH, day=TODAY - timedelta(days=3 * (i < 5)))
            for i, c in enumerate(odd[:n])
        ]
        now = matrix([*known, *balls])
        for was, after in zip(before, now.cells, strict=False):
            room = was.half_yd + after.half_yd
            assert abs(after.carry_yd - was.carry_yd) <= room, (n, was, after)
        before = now.cells
