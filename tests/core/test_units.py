"""The reader's units: against the standards' own figures, and in sentences."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st
from oxgang.core.errors import InputError
from oxgang.core.flight.checks import problem_with, question_about
from oxgang.core.ground.gaps import checked_tolerance
from oxgang.core.pick.situation import Situation, checked
from oxgang.core.units import SETS, STORED, UNITS, in_units, quantity, shown, units_of, whole, whole_run
from oxgang.core.words.measurements import MEASUREMENTS
from oxgang.core.words.shots import CellKey, Shot
from oxgang.texts.messages import texts

from tests.units import METRES, YARDS

SAID = json.loads((Path(__file__).parents[1] / "message_examples.json").read_text())


def test_each_unit_is_what_the_standards_say() -> None:
    """NIST SP 811 (2008), appendix B.8: mile an hour 0.44704 m/s, yard 0.9144 m, foot 0.3048 m,
    inch 2.54 cm, kilometre an hour 0.277 777 8 m/s; degrees Fahrenheit (t - 32)/1.8."""
    yards, metres = SETS["yd-f"], SETS["m-kmh"]
    assert yards.speed.of(0.44704) == pytest.approx(1)
    assert metres.speed.of(0.2777778) == pytest.approx(1)
    assert metres.carry.of(1) == pytest.approx(0.9144)
    assert yards.near.of(0.3048) == pytest.approx(1)
    assert metres.adjustment.of(1) == pytest.approx(2.54)
    assert yards.small.of(0.0254) == pytest.approx(1)
    for celsius, fahrenheit in ((0, 32), (100, 212), (-40, -40), (20, 68)):
        assert yards.air.of(celsius) == pytest.approx(fahrenheit)


def test_a_set_has_one_system() -> None:
    for name, units in SETS.items():
        signs = {getattr(units, kind).sign for kind in ("carry", "near", "small", "adjustment", "speed")}
        metric = {"m", "cm", "m/s", "km/h"}
        assert signs <= metric if name.startswith("m") else not signs & metric
    assert units_of("ells") == "yd"


@given(st.floats(-1e4, 1e4), st.sampled_from(UNITS))
def test_a_quantity_in_a_sentence_is_told_to_three_figures(value: float, name: str) -> None:
    units = SETS[units_of(name)]
    shown = in_units(f"It is {quantity(value)}.", units)
    number, sign = shown.removeprefix("It is ").removesuffix(".").split(" ")
    assert sign == units.carry.sign
    assert float(number) == pytest.approx(units.carry.of(value), rel=0.006, abs=1e-300)


def test_what_a_person_writes_is_no_quantity() -> None:
    for words in ("⟪carry abc⟫", "⟪yd 3⟫", "⟪carry ⟫", "⟪carry 1e⟫"):
        assert in_units(words) == words
    assert quantity(float("nan")) == "nan"


def test_an_error_is_told_in_the_readers_units() -> None:
    with pytest.raises(InputError) as wide:
        checked_tolerance(22)
    assert wide.value.sentence == str(wide.value)
    assert "22 yd is outside 0.5 yd" in wide.value.sentence
    assert "20.1 m is outside 0.457 m" in wide.value.sentence_in(SETS["m"])
    with pytest.raises(InputError) as windy:
        checked(Situation(pin_yd=60, headwind_mps=31))
    assert "69.3 mph" in windy.value.sentence_in(SETS["yd"])
    assert "112 km/h" in windy.value.sentence_in(SETS["m-kmh"])


def test_every_bound_and_question_of_a_ball_is_told_in_one_system() -> None:
    asked = [problem_with(m.name, m.hi + 1) for m in MEASUREMENTS]
    cell = CellKey("56", "9:00")
    asked.append(question_about(Shot(cell=cell, carry_yd=155)))
    asked.append(question_about(Shot(cell=cell, carry_yd=60, ball_speed_mps=80)))
    asked.append(question_about(Shot(cell=cell, carry_yd=60, ball_position_in=14)))
    assert all(asked)
    for sentence in asked:
        assert not METRES.search(in_units(sentence, SETS["yd"])), sentence
        assert not YARDS.search(in_units(sentence, SETS["m"])), sentence
        assert "⟪" not in in_units(sentence, STORED)


def test_no_message_names_the_other_system() -> None:
    """Every message there is (tests/core/test_messages.py keeps the list whole), in every set."""
    for name in UNITS:
        other = YARDS if name.startswith("m") else METRES
        for example in SAID:
            said = texts(name).format(example["code"], example["values"])
            assert not other.search(said), (name, said)


# What `Number.prototype.toFixed` gives (ECMA-262, 21.1.3.3: of two as near the larger, of the exact
# binary value), and never "-0".
ROUNDED = [
    (66.5, 0, "67"),
    (67.5, 0, "68"),
    (-2.5, 0, "-3"),
    (-0.4, 0, "0"),
    (1.005, 2, "1.00"),
    (0.05, 1, "0.1"),
]


@pytest.mark.parametrize(("value", "digits", "text"), ROUNDED)
def test_what_is_shown_is_rounded_as_the_page_rounds(value: float, digits: int, text: str) -> None:
    """Paper said 66 where the phone said 67."""
    assert shown(value, digits) == text


@pytest.mark.parametrize(("carry", "run"), [(40.4, 5.5), (39.6, 5.6), (28.49, 2.02), (61.0, 0.2)])
def test_carry_and_run_add_up_as_they_are_shown(carry: float, run: float) -> None:
    assert whole(carry) + whole_run(carry, run) == whole(carry + run)
    assert abs(whole_run(carry, run) - run) <= 1
