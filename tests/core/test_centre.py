"""Centre and spread of a cell, against certified and published values."""

import numpy as np
import pytest
from oxgang.core.carry.centre import PRIOR_SPREAD_SHARE, cell_centre, furrow
from oxgang.core.errors import InputError
from oxgang.core.strikes import modified_z, robust_sigma, suspects
from scipy import stats
from statsmodels.robust.scale import mad

# Michelson's speed of light, NIST StRD univariate "Michelso": certified mean 299.852400000000,
# standard deviation 0.0790105478190518. Values from memory, so the certified ones check them.
MICHELSO = 299 + np.array(
    [
        850, 740, 900, 1070, 930, 850, 950, 980, 980, 880, 1000, 980, 930, 650, 760, 810, 1000,
        1000, 960, 960, 960, 940, 960, 940, 880, 800, 850, 880, 900, 840, 830, 790, 810, 880, 880,
        830, 800, 790, 760, 800, 880, 880, 880, 860, 720, 720, 620, 860, 970, 950, 880, 910, 850,
        870, 840, 840, 850, 840, 840, 840, 890, 810, 810, 820, 800, 770, 760, 740, 750, 760, 910,
        920, 890, 860, 880, 720, 840, 850, 850, 780, 890, 840, 780, 810, 760, 810, 790, 810, 820,
        850, 870, 870, 810, 740, 810, 940, 950, 800, 810, 870,
    ]
) / 1000  # fmt: skip
CERTIFIED_MEAN, CERTIFIED_SD = 299.8524, 0.0790105478190518


def test_centre_and_spread_against_nist_certified_values() -> None:
    assert MICHELSO.mean() == pytest.approx(CERTIFIED_MEAN, abs=1e-9)
    assert MICHELSO.std(ddof=1) == pytest.approx(CERTIFIED_SD, rel=1e-9)
    centre = cell_centre(MICHELSO)
    standard_error = CERTIFIED_SD / np.sqrt(100)
    assert abs(centre.carry_yd - CERTIFIED_MEAN) < 2 * standard_error
    # The MAD of 100 normal values has a standard error of 12 %: two of them.
    assert robust_sigma(MICHELSO) == pytest.approx(CERTIFIED_SD, rel=0.24)
    # NumAcc4: 1001 values around 10000000.2, alternating .1 and .3; certified mean 10000000.2.
    numacc4 = np.array([10000000.2] + [10000000.1, 10000000.3] * 500)
    assert cell_centre(numacc4).carry_yd == pytest.approx(10000000.2, abs=1e-8)


@pytest.mark.parametrize("n", [2, 3, 5, 18])
def test_spread_is_the_one_of_scipy_and_statsmodels(n: int) -> None:
    x = np.random.default_rng(n).normal(62, 3, n)
    assert robust_sigma(x) == pytest.approx(stats.median_abs_deviation(x, scale="normal"))
    assert robust_sigma(x) == pytest.approx(float(mad(x)))


def test_modified_z_on_the_published_example() -> None:
    # Iglewicz and Hoaglin (1993), as worked in the NIST/SEMATECH e-Handbook 1.3.5.17 style: the
    # score is 0.6745 (x - median) / MAD. Numbers worked by hand here.
    x = [2.1, 2.6, 2.4, 2.5, 2.3, 2.1, 2.3, 2.6, 8.2, 8.3]
    median, mad = 2.45, 0.15
    assert modified_z(x)[8] == pytest.approx(0.6744897 * (8.2 - median) / mad, rel=1e-6)
    assert suspects(x).nonzero()[0].tolist() == [8, 9]


def test_one_mishit_left_unmarked_does_not_move_the_centre_far() -> None:
    solid = [60, 61, 61, 62, 60]
    assert cell_centre([*solid, 31]).carry_yd == pytest.approx(cell_centre(solid).carry_yd, abs=1)


def test_equal_balls_are_not_certainty_and_no_balls_are_no_centre() -> None:
    tight = cell_centre([60, 60, 60, 60])
    assert tight.hi_yd - tight.lo_yd > 1
    loose = cell_centre([60])
    assert loose.hi_yd - loose.lo_yd > 3 * (tight.hi_yd - tight.lo_yd) / 2
    assert furrow(60, 3) == pytest.approx((60 - 3.8447, 60 + 3.8447), abs=1e-3)
    with pytest.raises(InputError, match="no centre"):
        cell_centre([])


@pytest.mark.parametrize("n", [1, 3, 5, 10])
def test_ninety_percent_intervals_hold_the_truth(n: int) -> None:
    rng = np.random.default_rng(1993)
    truth, held = 60.0, 0
    trials = 3000
    for _ in range(trials):
        spread = truth * PRIOR_SPREAD_SHARE * rng.uniform(0.7, 1.3)
        centre = cell_centre(rng.normal(truth, spread, n))
        held += centre.lo_yd <= truth <= centre.hi_yd
    assert 0.86 <= held / trials <= 0.96
