"""Totals: what they share of what is not known of the ground, and what teaches it."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import numpy as np
import pytest
from oxgang.core.carry.balls import Hit
from oxgang.core.carry.ground_run import BALL_SD, DAY_SD, GROUND_SD, READ_YD, ground_run
from oxgang.core.carry.hits import standard_hits
from oxgang.core.carry.matrix import Doubt
from oxgang.core.words.shots import CellKey, Shot
from scipy import stats

from tests.core.builders import ARMS, LOFTS, TODAY, cell, matrix

DAYS = [TODAY - timedelta(days=n) for n in (3, 9)]


def test_what_balls_teach_is_the_normal_posterior_of_their_days() -> None:
    """Against scipy's joint normal law of the ground and of the balls."""
    runs, carries, more = np.array([8.0, 12.0, 1.0]), np.array([50.0, 60.0, 90.0]), 0.6
    may = np.array([8.0, 12.0, 11.7])  # a long shot by its carry
    days = [DAYS[0], DAYS[0], DAYS[1]]
    found = ground_run(zip((d.toordinal() for d in days), carries, runs, runs + more * may, strict=True))
    noise = np.diag(BALL_SD**2 + (READ_YD / may) ** 2)
    noise += DAY_SD**2 * np.equal.outer(np.array(days), np.array(days))
    grid = np.linspace(-1.5, 2.0, 4001)
    weight = stats.norm(0, GROUND_SD).pdf(grid) * [
        stats.multivariate_normal(np.full(3, f), noise).pdf(np.full(3, more)) for f in grid
    ]
    weight /= weight.sum()
    assert found.more == pytest.approx(weight @ grid, abs=2e-3)
    assert found.sd == pytest.approx(np.sqrt(weight @ grid**2 - (weight @ grid) ** 2), abs=2e-3)
    assert found.balls == 3
    assert (ground_run([]).more, ground_run([]).sd) == (0.0, GROUND_SD)


def shots(carry: float, club: str, *, factor: float, both: bool = False) -> list[Shot]:
    """Five balls of a club that run so many times as far as the flight has it: totals, or both."""
    found = []
    for i, by in enumerate((-2, -1, 0, 1, 2)):
        ball = Shot(
            cell=CellKey(club, "9:00"),
            id=f"{club}{i}{both}",
            hit_on=DAYS[0],
            carry_yd=carry + by,
            total_yd=99,
        )
        (hit,) = hits([ball])
        total = carry + by + factor * (hit.run_yd or 0.0)
        found.append(replace(ball, carry_yd=ball.carry_yd if both else None, total_yd=total))
    return found


def hits(balls: list[Shot]) -> list[Hit]:
    return standard_hits(balls, LOFTS, ARMS, 0.0)


@pytest.mark.parametrize("factor", [0.6, 1.0, 1.7])
def test_totals_alone_hold_the_truth_and_five_carries_beside_them_settle_it(factor: float) -> None:
    alone = hits(shots(58, "56", factor=factor))
    taught = [*alone, *hits(shots(52, "60", factor=factor, both=True))]
    only, both = cell(matrix(alone)), cell(matrix(taught))
    assert only.carry_lo_yd <= 58 <= only.carry_hi_yd
    assert both.carry_lo_yd <= 58 <= both.carry_hi_yd
    assert abs(both.carry_yd - 58) < max(1.0, 0.6 * abs(only.carry_yd - 58))
    assert both.half_yd < 0.85 * only.half_yd
    assert all(hit.from_total for hit in alone)
    assert only.doubts == (Doubt.TOTALS,)
    # More totals do not make the ground better known.
    more = hits([*shots(58, "56", factor=factor), *shots(58, "56", factor=factor)])
    assert cell(matrix(more)).half_yd > 0.85 * only.half_yd


def test_odd_totals() -> None:
    nothing = hits([Shot(cell=CellKey("56", "9:00"), hit_on=DAYS[0], carry_yd=58, total_yd=50)])
    assert cell(matrix(nothing)).balls == 1  # a ball that came back
    one = cell(matrix(hits([Shot(cell=CellKey("56", "9:00"), hit_on=DAYS[0], total_yd=62)])))
    assert 45 < one.carry_yd < 62
    short = hits([Shot(cell=CellKey("56", "9:00"), hit_on=DAYS[0], total_yd=5)])
    assert np.isfinite(cell(matrix(short)).carry_yd)
    # A monitor's total is what its maker believes of the ground.
    (monitor,) = hits(
        [Shot(cell=CellKey("56", "9:00"), hit_on=DAYS[0], carry_yd=58, total_yd=70, ball_speed_mps=24)]
    )
    assert monitor.run_yd is None


def test_a_run_is_said_as_the_balls_have_shown_it() -> None:
    runs, carries = np.full(9, 8.0), np.full(9, 50.0)
    days = [DAYS[i % 2].toordinal() for i in range(9)]
    ground = ground_run(zip(days, carries, runs, runs * 1.5, strict=True))
    seen = ground.seen(50.0, 8.0)
    # Nearly half as much again, as far as nine balls of two days say so.
    assert seen.balls == 9
    assert seen.run_yd == pytest.approx(8 * (1 + ground.more))
    assert 10.5 < seen.run_yd < 12
    assert seen.sd_yd == pytest.approx(8 * ground.sd)
    assert ground.seen(90.0, 1.0).run_yd == pytest.approx(1 + ground.more * 11.7)
    few = ground_run(zip(days[:4], carries[:4], runs[:4], runs[:4], strict=True))
    assert (ground.claimed, few.claimed) == (True, False)
