"""What the page computes without a network, by the examples that its own tests read."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from oxgang.core.flight.landing import (
    Landing,
    Spot,
    Target,
    gap_to,
    height_at,
    reading_sd,
    with_landing,
)
from oxgang.core.pick.situation import Situation, pin_at
from oxgang.core.practice.forms import Call
from oxgang.core.practice.scoring import RoundBall, met
from oxgang.core.words.shots import CellKey, Shot

EXAMPLES = json.loads((Path(__file__).parents[1] / "offline_examples.json").read_text(encoding="utf-8"))


@pytest.mark.parametrize("example", EXAMPLES["met"], ids=str)
def test_a_call_is_met_as_on_the_page(example: dict[str, Any]) -> None:
    call = Call(example["at"], None, None, example["balls"])
    balls = [RoundBall(carry, struck) for carry, struck in example["hit"]]
    assert met(call, balls, example["tolerance"]) is example["met"]


@pytest.mark.parametrize("example", EXAMPLES["pin"], ids=str)
def test_the_pin_stands_as_on_the_page(example: dict[str, Any]) -> None:
    there = Situation(pin_yd=60, front_yd=example["front"], back_yd=example["back"])
    assert pin_at(there) == example["at"]


@pytest.mark.parametrize("example", EXAMPLES["landing"], ids=str)
def test_a_touch_is_read_as_on_the_page(example: dict[str, Any]) -> None:
    spot = Spot(*example["spot"])
    targets = [Target(f"{i}", *of) for i, of in enumerate(example["targets"])]
    gap = gap_to(spot, targets)
    assert gap == pytest.approx(example["gap"])
    assert height_at(spot, targets) == pytest.approx(example["height"], abs=1e-4)
    assert reading_sd(gap, example["finger"]) == pytest.approx(example["read"], abs=1e-4)
    ball = with_landing(Shot(cell=CellKey("56", "9:00")), Landing(spot, example["aim"]))
    assert (ball.carry_yd, ball.offline_yd) == pytest.approx((example["carry"], example["offline"]))
