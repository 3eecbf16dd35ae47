"""Coverage, fills and sets: against a brute count and an exhaustive search."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta
from typing import Any

import numpy as np
import oxgang.core.ground.fills as ways_to_close
import pytest
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Basis, Cell
from oxgang.core.carry.noise import Change
from oxgang.core.carry.prior import Point
from oxgang.core.errors import InputError
from oxgang.core.ground.coverage import coverage, probability
from oxgang.core.ground.fills import ALLOWED, Way, fills_for
from oxgang.core.ground.gaps import Stretch
from oxgang.core.ground.lofts import search_lofts
from oxgang.core.ground.stages import Stage
from oxgang.core.words.swing import CLOCK, controlled
from scipy import stats

from tests.core.builders import CLUBS, CROSS, TODAY, cell, hit, made

GROUND: dict[str, Any] = {"from_yd": 30, "to_yd": 100, "tolerance_yd": 2.5}
CLOCK_LIMIT = controlled(CLOCK)


def brute(cells: list[Cell], chosen: tuple[int, ...], tolerance: float) -> set[int]:
    return {y for y in range(30, 101) if any(abs(cells[i].carry_yd - y) <= tolerance for i in chosen)}


@pytest.mark.parametrize("seed", range(5))
def test_coverage_counts_the_yardages_of_what_is_played_measured_and_known(seed: int) -> None:
    rng = np.random.default_rng(seed)
    cells = [made(round(float(v), 1), measured=bool(rng.integers(2))) for v in rng.uniform(28, 70, 11)]
    counted = coverage(cells, cells[:3], **GROUND)
    assert counted.all == pytest.approx(len(brute(cells, tuple(range(11)), 2.5)) / 71)
    own = tuple(i for i, c in enumerate(cells) if c.basis is Basis.MEASURED)
    assert counted.measured == pytest.approx(len(brute(cells, own, 2.5)) / 71)
    bare = set(range(30, 101)) - brute(cells, (0, 1, 2), 2.5)
    assert counted.played == pytest.approx(1 - len(bare) / 71)
    assert {y for gap in counted.gaps for y in range(gap.from_yd, gap.to_yd + 1)} == bare
    assert counted.chance < coverage(cells, cells, **GROUND).chance


def test_probability_is_that_of_a_normal_ball_and_a_wide_estimate_ploughs_nothing() -> None:
    sure = made(62, sd=3, half=0)
    normal = stats.norm(62, 3)
    assert probability(sure, 60, 2.5) == pytest.approx(normal.cdf(62.5) - normal.cdf(57.5))
    wide = [made(62, half=9, measured=False)]
    assert coverage(wide, wide, **GROUND).all == 0
    bare = coverage([], [], **GROUND)
    assert (bare.gaps, bare.unploughed, bare.chance) == ([Stretch(30, 100)],) * 2 + (0.0,)


@pytest.mark.parametrize("stage", list(Stage))
def test_fills_close_the_gap_within_the_stage_and_the_longest_swing(
    stage: Stage, monkeypatch: pytest.MonkeyPatch
) -> None:
    hits = [*CROSS, *(hit(c, "56", "10:00") for c in (76, 77, 78, 77, 76))]
    evidence = Evidence(hits, CLUBS, CLOCK.positions, TODAY)
    m = evidence.matrix()
    gaps = coverage(m.cells, [], **GROUND).unploughed
    usual: dict[str, Any] = {"gaps": gaps, "played": (), "limit": CLOCK_LIMIT, "tolerance_yd": 2.5}
    for gap in gaps:
        fills = fills_for(gap, m, evidence, **usual, stage=stage)
        for fill in fills:
            assert fill.way in ALLOWED[stage]
            adjusted = bool(fill.ball_position_in or fill.grip_down_in)  # or the plan forgets it
            assert adjusted is (fill.way in (Way.GRIP, Way.ADJUSTMENT))
            assert fill.key.swing not in ("11:00", "full")  # nobody has hit these
            near = [y for y in range(gap.from_yd, gap.to_yd + 1) if abs(fill.carry_yd - y) <= 2.5]
            assert len(near) == fill.closes > 0
            # What it is of use is what it closes, as far as its number is sure.
            assert 0 < fill.use <= sum(gap.width for gap in gaps)
        uses = [round(f.use) for f in fills]
        assert uses == sorted(uses, reverse=True)
    monkeypatch.setattr(ways_to_close, "MOST_EACH", 99)
    between = fills_for(Stretch(66, 70), m, evidence, **usual, stage=Stage.DISTANCE)
    mid = next(f for f in between if f.way is Way.BETWEEN and f.key.club == "56")
    assert cell(m).carry_yd < mid.carry_yd < cell(m, swing="10:00").carry_yd
    changed = replace(evidence, changes=[Change(TODAY - timedelta(days=1))])
    after = fills_for(Stretch(66, 70), m, changed, **usual, stage=Stage.DISTANCE)
    now = next(f for f in after if f.way is Way.BETWEEN and f.key.club == "56")
    assert now.carry_hi_yd - now.carry_lo_yd > 1.2 * (mid.carry_hi_yd - mid.carry_lo_yd)


def test_what_has_changed_widens_what_the_balls_before_it_say() -> None:
    known = Evidence(CROSS, CLUBS, CLOCK.positions, TODAY)
    changed = replace(known, changes=[Change(TODAY - timedelta(days=1))])
    asked = [Point("56", 56.0, 82.5)]
    assert changed.carries(asked)[1] > 1.2 * known.carries(asked)[1]


def test_loft_search_tries_all_and_fills_the_hole() -> None:
    ends = Evidence(CROSS, [CLUBS[0], CLUBS[3]], CLOCK.positions, TODAY)
    steps = list(search_lofts(ends, 2, from_yd=30, to_yd=100, tolerance_yd=2.5))
    tried, total, best = steps[-1]
    assert tried == total > 20
    assert all(48 < loft < 60 or loft <= 44 or loft >= 63 for g in best for loft in g.lofts)
    none = list(search_lofts(ends, 1, from_yd=30, to_yd=100, tolerance_yd=2.5))[-1][2]
    assert best[0].covered >= none[0].covered
    with pytest.raises(InputError):
        next(
            search_lofts(Evidence([], [], CLOCK.positions, TODAY), 9, from_yd=30, to_yd=100, tolerance_yd=2.5)
        )
