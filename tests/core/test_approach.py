"""The ground short of a green takes its share of a run."""

from __future__ import annotations

from dataclasses import replace
from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st
from oxgang.core.pick.approach import FAIRWAY, ROUGH, UNSURE, approached
from oxgang.core.pick.choice import Reach
from oxgang.core.pick.pattern import Pattern
from oxgang.core.pick.situation import Situation, band_of, edges_of
from oxgang.core.words.green import PinAt
from oxgang.core.words.shots import Lie

from tests.core.picks import picked, shot

SURE = {"ball_sd_yd": 0.0, "mean_sd_yd": 0.0}


def ends(pattern: Pattern, there: Situation) -> tuple[float, float, float]:
    (found,) = approached([pattern], there)
    return found.carry_yd, found.run_yd, found.run_sd_yd


@given(st.floats(52.5, 80), st.floats(-3, 25), st.sampled_from([-3.0, 0.0, 2.0, 6.0]))
def test_a_ball_that_lands_on_the_green_runs_as_it_did(carry: float, run: float, raised: float) -> None:
    there = Situation(pin_yd=60, front_yd=8, raised_m=raised)
    one = shot(carry, run, **SURE)
    assert ends(one, there) == pytest.approx((carry, run, one.run_sd_yd))


def test_fairway_and_rough_short_of_it_take_more_of_a_run_and_make_it_less_sure() -> None:
    there = Situation(pin_yd=60, front_yd=8)  # the green begins at 52
    # Four yards of fairway take 5.2 of the ten.
    carry, run, sd = ends(shot(48, 10, **SURE), there)
    assert (carry, run) == pytest.approx((48, 4 + 10 - 4 * FAIRWAY))
    (unsure,) = approached([shot(48, 10, **SURE)], there)
    assert unsure.run_off_yd == pytest.approx(4 * UNSURE)
    assert sd <= shot(48, 10, **SURE).run_sd_yd
    assert ends(shot(30, 10, **SURE), there)[1] == pytest.approx(10 / FAIRWAY)
    rough = replace(there, trouble=(band_of("rough:46-52"),))
    assert ends(shot(48, 10, **SURE), rough)[1] == pytest.approx(4 + 10 - 4 * ROUGH)
    # A ball that comes back comes back.
    assert ends(shot(48, -2, **SURE), there)[1] == pytest.approx(-2)


@given(st.floats(30, 75), st.floats(0, 20), st.floats(0.5, 6))
def test_a_raised_green_is_never_reached_by_more_of_a_run(carry: float, run: float, raised: float) -> None:
    level = Situation(pin_yd=60, front_yd=8)
    one = shot(carry, run, bank_run_yd=run / 3, **SURE)
    up = ends(one, replace(level, raised_m=raised))
    short = carry < 52
    assert up[0] >= carry - 1e-6 if short else up[0] == pytest.approx(carry)
    assert up[1] <= ends(one, level)[1] + 1e-6
    # One that comes down in the middle of a bank of three metres stays short of the green.
    if raised >= 3 and 43 <= up[0] <= 48 and run <= 12:
        assert up[0] + up[1] < 52


def test_picks_for_raised_greens_land_on_them() -> None:
    """Three of four balls to a green of four metres used to be landed well short of it."""
    short, asked = 0, 0
    for pin, at in product(range(40, 100, 10), PinAt):
        front, back = edges_of(at)
        there = Situation(pin_yd=pin, front_yd=front, back_yd=back, raised_m=4.0)
        found = picked(there)
        if found.reach is Reach.ON:
            asked += 1
            short += found.patterns[found.best].carry_yd < there.green[0] - 2
    assert asked > 12
    assert short <= 2
    # From rough with a flag at 55: a shot of 28 yards that runs 23 is nobody's pick.
    down = picked(Situation(pin_yd=55, lie=Lie.ROUGH_DOWN))
    assert down.patterns[down.best].carry_yd > 36
