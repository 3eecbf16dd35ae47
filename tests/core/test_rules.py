"""What is refused, what is asked about, and how swings stand in another scale."""

from dataclasses import replace
from datetime import date

import pytest
from oxgang.core.errors import ConfirmationNeeded, InputError
from oxgang.core.flight.checks import check_shot
from oxgang.core.ground.gaps import checked_range, checked_tolerance
from oxgang.core.units import MPS_PER_MPH, m_from_yd, yd_from_m
from oxgang.core.words.bag import Club, checked_club, periods_overlap
from oxgang.core.words.shots import CellKey, Shot
from oxgang.core.words.swing import BUILT_IN, CLOCK, FRACTION, Position, checked_positions, express

BALL = Shot(cell=CellKey("56", "9:00"), carry_yd=61)


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"carry_yd": -3}, "carry_yd"),
        ({"carry_yd": float("nan")}, "carry_yd"),
        ({"carry_yd": 0}, "carry_yd"),
        ({"carry_yd": 900}, "carry_yd"),
        ({"carry_yd": None}, "carry_yd"),
        ({"launch_deg": 95}, "launch_deg"),
        ({"spin_rpm": -1}, "spin_rpm"),
    ],
)
def test_impossible_balls_are_refused_beside_their_field(changes: dict[str, float], field: str) -> None:
    with pytest.raises(InputError) as caught:
        check_shot(replace(BALL, **changes), confirmed=True)  # type: ignore[arg-type]
    assert caught.value.field == field
    assert caught.value.sentence.endswith(".")


def test_a_long_carry_is_asked_about_not_refused() -> None:
    long = replace(BALL, carry_yd=150.5)
    with pytest.raises(ConfirmationNeeded, match="Save it"):
        check_shot(long)
    check_shot(long, confirmed=True)
    check_shot(replace(BALL, carry_yd=150))


@pytest.mark.parametrize(
    "club", [Club("56", 5), Club("56", 95), Club(" ", 56), Club("56", 56, 40), Club("x" * 30, 56)]
)
def test_clubs_that_cannot_be(club: Club) -> None:
    with pytest.raises(InputError):
        checked_club(club)


def test_two_clubs_of_one_label_must_not_be_in_use_together() -> None:
    march, april = date(2026, 3, 31), date(2026, 4, 1)
    assert not periods_overlap(None, march, april, None)
    assert periods_overlap(None, april, april, None)
    assert periods_overlap(None, None, april, None)


def test_scales_are_ordered_and_every_built_in_one_is_usable() -> None:
    for scale in BUILT_IN:
        assert checked_positions(scale.positions) == scale.positions
    with pytest.raises(InputError, match="at least one"):
        checked_positions([])
    with pytest.raises(InputError, match="Two positions"):
        checked_positions([Position("half", 90), Position("Half", 80)])
    with pytest.raises(InputError, match="outside"):
        checked_positions([Position("half", 400)])


def test_a_swing_of_another_scale_stands_at_the_nearest_arm_angle() -> None:
    # Domain facts: half is 90 degrees by arm angle, as is 9:00; common practice.
    assert express("9:00", 90, FRACTION.positions) == "half"
    assert express("three-quarter", 135, CLOCK.positions) == "10:00"
    assert express("9:00", 90, CLOCK.positions) == "9:00"
    assert express("my own", None, CLOCK.positions) == "my own"


@pytest.mark.parametrize("value", [0, -1, 11, float("nan"), float("inf")])
def test_tolerances_a_student_cannot_be_held_to(value: float) -> None:
    with pytest.raises(InputError):
        checked_tolerance(value)
    with pytest.raises(InputError):
        checked_range(100, 30)


def test_units_are_the_published_ones() -> None:
    # International yard and pound agreement (1959): exact.
    assert m_from_yd(100) == pytest.approx(91.44, abs=1e-12)
    assert yd_from_m(m_from_yd(61.3)) == pytest.approx(61.3)
    assert pytest.approx(0.44704, abs=1e-12) == MPS_PER_MPH
