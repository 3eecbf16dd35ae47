"""Coverage, fallow and look-up, against a brute count."""

import math
from dataclasses import dataclass
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st
from oxgang.core.ground.gaps import covered_yardages, fallow, overlaps, stretches
from oxgang.core.ground.ground import best_at
from oxgang.core.words.shots import CellKey

KEY = CellKey("56", "9:00")


@dataclass(frozen=True)
class Shot:
    carry_yd: float
    shot_sd_yd: float = 3.0
    key: CellKey = KEY
    carry_lo_yd: float | None = None
    carry_hi_yd: float | None = None


carries = st.lists(st.floats(5, 140).map(lambda v: round(v, 2)), max_size=25)
tolerances = st.sampled_from([0.5, 1.0, 2.3, 2.5, 4.0])


@given(carries, tolerances)
def test_covered_and_fallow_split_the_ground(values: list[float], tolerance: float) -> None:
    cells = [Shot(v) for v in values]
    covered = covered_yardages(cells, from_yd=30, to_yd=100, tolerance_yd=tolerance)
    # In hundredths, so that the outside count knows no binary fractions.
    reach = round(tolerance * 100)
    brute = [y for y in range(30, 101) if any(abs(round(v * 100) - 100 * y) <= reach for v in values)]
    assert covered == brute
    gaps = fallow(cells, from_yd=30, to_yd=100, tolerance_yd=tolerance)
    bare = [y for s in gaps for y in range(s.from_yd, s.to_yd + 1)]
    assert sorted(covered + bare) == list(range(30, 101))
    assert all(b.from_yd - a.to_yd > 1 for a, b in pairwise(stretches(bare)))


@given(carries.filter(bool), st.integers(30, 100))
def test_best_leaves_one_ball_nearest(values: list[float], yardage: int) -> None:
    cells = [Shot(v, 1 + i % 4) for i, v in enumerate(values)]
    best = best_at(cells, [yardage], most=3)[0]
    miss = [math.sqrt((c.carry_yd - yardage) ** 2 + c.shot_sd_yd**2) for c in cells]
    assert [round(miss[i], 9) for i in best] == [round(m, 9) for m in sorted(miss)[:3]]


def test_edges_are_inclusive_and_overlaps_are_within_a_yard() -> None:
    cells = [Shot(62.5), Shot(63.5), Shot(64.6)]
    assert covered_yardages(cells[:1], from_yd=58, to_yd=67, tolerance_yd=2.5) == [
        60,
        61,
        62,
        63,
        64,
        65,
    ]
    assert len(overlaps(cells)) == 1
    assert fallow([], from_yd=30, to_yd=100, tolerance_yd=2.5)[0].width == 71
