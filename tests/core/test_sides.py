"""Sides: closed forms, simulated students, and a change of side that is real."""

from __future__ import annotations

import numpy as np
import pytest
from oxgang.core.carry.sides import CLAIMED_FROM, SideBalls, Sides, side_of
from oxgang.core.keeping.drift.sides import side_trend
from oxgang.core.words.shots import CellKey

KEYS = [CellKey(club, swing) for club in ("60", "56", "52") for swing in ("8:00", "9:00", "10:00")]
USUAL = 0.055


def test_width_and_bias_are_those_of_the_closed_forms() -> None:
    """Gelman et al., Bayesian Data Analysis (3rd ed. 2013), sections 2.5 and 2.6: a normal mean with
    known variance, and a variance with known mean under a scaled inverse chi squared prior."""
    y = np.random.default_rng(1).normal(0.01, 0.07, 25)
    known_mean = side_of(y, np.zeros(25), width=0.05, weight=12, bias=0.01, bias_sd=1e-6)
    wanted = np.sqrt((12 * 0.05**2 + ((y - 0.01) ** 2).sum()) / (12 + 25))
    assert known_mean.width == pytest.approx(wanted, rel=1e-3)
    assert known_mean.bias == pytest.approx(0.01, abs=1e-6)
    known_width = side_of(y, np.zeros(25), width=0.06, weight=1e6, bias=0.03, bias_sd=0.02)
    precision = 25 / 0.06**2 + 1 / 0.02**2
    assert known_width.bias == pytest.approx((y.sum() / 0.06**2 + 0.03 / 0.02**2) / precision, abs=1e-4)
    assert known_width.bias_sd == pytest.approx(precision**-0.5, rel=1e-2)


def test_what_the_eye_adds_is_not_the_students() -> None:
    rng = np.random.default_rng(2)
    read = np.full(300, 0.05)
    seen = rng.normal(0, np.hypot(0.04, read))
    assert side_of(seen, read, width=USUAL, weight=12).width == pytest.approx(0.04, rel=0.15)
    assert side_of(seen, 0 * read, width=USUAL, weight=12).width == pytest.approx(0.064, rel=0.1)


def student(rng: np.random.Generator, balls: int) -> tuple[SideBalls, list[float], list[float]]:
    """A student of own width and bias, clubs and shots about them; the truth of each shot."""
    width, bias = USUAL * np.exp(rng.normal(0, 0.25)), rng.normal(0, 0.02)
    clubs = {key.club: (width * np.exp(rng.normal(0, 0.1)), bias + rng.normal(0, 0.01)) for key in KEYS}
    true = [
        (clubs[k.club][0] * np.exp(rng.normal(0, 0.1)), clubs[k.club][1] + rng.normal(0, 0.007)) for k in KEYS
    ]
    shot = np.repeat(np.arange(len(KEYS) - 1), balls)
    read = rng.uniform(0.015, 0.05, len(shot))
    widths, biases = np.array(true).T
    share = rng.normal(biases[shot], np.hypot(widths[shot], read))
    return SideBalls(KEYS, shot, share, read, np.zeros(len(shot), dtype=np.int64)), [*widths], [*biases]


@pytest.mark.parametrize(("balls", "share"), [(8, 0.8), (30, 0.6)])
def test_intervals_hold_the_truth_of_simulated_students(balls: int, share: float) -> None:
    rng = np.random.default_rng(balls)
    held: list[tuple[bool, bool]] = []
    errors: list[tuple[float, float]] = []
    for _ in range(80):
        seen, widths, biases = student(rng, balls)
        sides = Sides(seen, USUAL)
        for i in (0, 4):
            one = sides.shot(KEYS[i])
            held.append((one.width_lo <= widths[i] <= one.width_hi, one.bias_lo <= biases[i] <= one.bias_hi))
            # Against what the level says: nothing of the student's own.
            errors.append((abs(np.log(one.width / widths[i])), abs(np.log(USUAL / widths[i]))))
    assert np.mean(held, axis=0) == pytest.approx([0.9, 0.9], abs=0.07)
    own, level = np.mean(errors, axis=0)
    assert own < share * level


def test_a_shot_without_balls_is_what_its_club_is_and_nothing_is_claimed_of_few() -> None:
    seen, _, _ = student(np.random.default_rng(7), CLAIMED_FROM - 1)
    sides = Sides(seen, USUAL)
    hit, never = sides.shot(KEYS[0]), sides.shot(KEYS[-1])
    assert (hit.balls, hit.claimed, sides.club("60").claimed, never.balls) == (7, False, True, 0)
    assert never.bias == pytest.approx(sides.club("52").bias, abs=1e-9)
    assert never.bias_sd > sides.club("52").bias_sd
    nobody = Sides(seen.some(np.zeros(len(seen.share), dtype=bool)), USUAL)
    assert nobody.student.width == pytest.approx(USUAL, rel=1e-3)


def sessions(rng: np.random.Generator, moved: float) -> SideBalls:
    """Ten sessions of fifteen balls, each with an aim of its own; the last four moved to the right."""
    day = np.repeat(np.arange(10), 15)
    aim = rng.normal(0, 0.006, 10) + moved * (np.arange(10) >= 6)
    share = rng.normal(aim[day], USUAL)
    shot = rng.integers(0, 3, len(day))
    return SideBalls(KEYS[:3], shot, share, np.zeros(len(day)), day + 740_000)


def test_a_change_of_side_is_told_when_it_is_real() -> None:
    rng = np.random.default_rng(11)
    still = [side_trend(sessions(rng, 0.0), USUAL) for _ in range(150)]
    assert sum(one.since is not None for one in still) <= 3
    moved = [side_trend(sessions(rng, way * 0.06), USUAL) for way in (1, -1) for _ in range(25)]
    assert sum(one.since is not None for one in moved) >= 42
    assert {np.sign(one.share) for one in moved[:25] if one.since} == {1}
    assert {np.sign(one.share) for one in moved[25:] if one.since} == {-1}
