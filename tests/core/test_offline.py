"""What the page computes without a network, by the examples that its own tests read."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from oxgang.core.pick.situation import Situation, pin_at
from oxgang.core.practice.forms import Call
from oxgang.core.practice.scoring import RoundBall, met

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
