"""Mishits and width are the student's own as far as they are known."""

from __future__ import annotations

import numpy as np
import pytest
from oxgang.core.carry.sides import SideBalls
from oxgang.core.pick.mishits import Contact, own_contact, usual_contact
from oxgang.core.pick.pattern import Lateral, own_lateral, usual_lateral
from oxgang.core.words.shots import CellKey, Lie, Strike, Trajectory

from tests.core.builders import hit


def test_mishits_are_the_students_own_as_far_as_they_are_known() -> None:
    usual = usual_contact(18)
    assert usual.share == pytest.approx(0.04 + 18 * 0.008)
    solid = [hit(60.0) for _ in range(60)]
    fat = [hit(20.0, strike=Strike.FAT) for _ in range(20)]
    mine = own_contact([*solid, *fat], {solid[0].cell: 60.0}, 18)
    assert mine.share == pytest.approx((20 + 20 * usual.share) / 100)
    kinds = {kind.kind: kind for kind in mine.kinds}
    assert kinds[Strike.FAT].share == pytest.approx((20 + 8 * 0.36) / 28)
    assert kinds[Strike.FAT].finish == pytest.approx((8 * 0.55 + 20 / 3) / 28)
    assert sum(kind.share for kind in mine.kinds) == pytest.approx(1)
    # A cell's own ball by ball; low less, high more; a stated share is nobody's.
    assert mine.share_of(Trajectory.STOCK, Lie.FAIRWAY, balls=30) < mine.share
    assert mine.share_of(Trajectory.STOCK, Lie.FAIRWAY, balls=3, mishits=9) > 1.3 * mine.share
    by_height = [usual.share_of(t, Lie.FAIRWAY) for t in Trajectory]
    assert by_height == sorted(set(by_height))
    stated = Contact(0.2, stated=True)
    assert {stated.share_of(t, Lie.FAIRWAY, balls=50) for t in Trajectory} == {0.2}
    assert own_contact([], {}, 18).share == pytest.approx(usual.share)


def test_how_wide_is_measured_or_the_usual_of_the_level() -> None:
    key = CellKey("56", "9:00")

    def lateral(*sides: float) -> Lateral:
        n = len(sides)
        place = np.zeros(n, dtype=np.intp)
        return own_lateral(SideBalls([key], place, np.array(sides), np.zeros(n), place), 18)

    usual = usual_lateral(18).share
    assert lateral().share_of(key) == lateral().share == pytest.approx(usual, rel=0.01)
    rng = np.random.default_rng(5)
    balls = rng.normal(0.02, 0.09, 400)
    mine = lateral(*balls)
    assert mine.share == pytest.approx(0.09, rel=0.1)
    assert mine.balls == 400
    assert mine.share_of(key) == pytest.approx(0.09, rel=0.1)
    assert mine.bias_of(key) == pytest.approx(0.02, abs=0.01)
    # Of few balls nothing is claimed; one shank measures nothing.
    assert lateral(*[0.1] * 7).bias_of(key) == 0
    assert lateral(*balls, 0.9).share == mine.share
