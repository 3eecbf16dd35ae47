"""Robust scatter and suggested mishits, against certified and published values."""

import numpy as np
import pytest
from oxgang.core.words.strikes import medians_by, modified_z, robust_sigma, suspects, suspects_by
from scipy import stats
from statsmodels.robust.scale import mad

# Michelson's speed of light, NIST StRD univariate "Michelso": certified standard deviation
# 0.0790105478190518. Values from memory, so that the certified ones check them.
MICHELSO = (
    299
    + np.array(
        [
            850,
            740,
            900,
            1070,
            930,
            850,
            950,
            980,
            980,
            880,
            1000,
            980,
            930,
            650,
            760,
            810,
            1000,
            1000,
            960,
            960,
            960,
            940,
            960,
            940,
            880,
            800,
            850,
            880,
            900,
            840,
            830,
            790,
            810,
            880,
            880,
            830,
            800,
            790,
            760,
            800,
            880,
            880,
            880,
            860,
            720,
            720,
            620,
            860,
            970,
            950,
            880,
            910,
            850,
            870,
            840,
            840,
            850,
            840,
            840,
            840,
            890,
            810,
            810,
            820,
            800,
            770,
            760,
            740,
            750,
            760,
            910,
            920,
            890,
            860,
            880,
            720,
            840,
            850,
            850,
            780,
            890,
            840,
            780,
            810,
            760,
            810,
            790,
            810,
            820,
            850,
            870,
            870,
            810,
            740,
            810,
            940,
            950,
            800,
            810,
            870,
        ]
    )
    / 1000
)
CERTIFIED_SD = 0.0790105478190518


def test_scatter_against_nist_scipy_and_statsmodels() -> None:
    assert MICHELSO.std(ddof=1) == pytest.approx(CERTIFIED_SD, rel=1e-9)
    # The MAD of 100 normal values has a standard error of 12 %: two of them.
    assert robust_sigma(MICHELSO) == pytest.approx(CERTIFIED_SD, rel=0.24)
    for n in (2, 3, 5, 18):
        x = np.random.default_rng(n).normal(62, 3, n)
        assert robust_sigma(x) == pytest.approx(stats.median_abs_deviation(x, scale="normal"))
        assert robust_sigma(x) == pytest.approx(float(mad(x)))


def test_modified_z_on_the_published_example() -> None:
    # Iglewicz and Hoaglin (1993): the score is 0.6745 (x - median) / MAD; worked by hand here.
    x = [2.1, 2.6, 2.4, 2.5, 2.3, 2.1, 2.3, 2.6, 8.2, 8.3]
    median, mad_by_hand = 2.45, 0.15
    assert modified_z(x)[8] == pytest.approx(0.6744897 * (8.2 - median) / mad_by_hand, rel=1e-6)
    assert suspects(x).nonzero()[0].tolist() == [8, 9]


def test_many_cells_at_once_are_the_cells_one_by_one() -> None:
    rng = np.random.default_rng(5)
    index = rng.integers(0, 30, 300)
    values = rng.standard_t(2, 300)
    values[index == 4] = 1.0  # no scatter at all
    for i in set(index.tolist()):
        own = index == i
        assert medians_by(values, index, 31)[i] == np.median(values[own])
        assert (suspects_by(values, index, 31)[own] == suspects(values[own])).all()
    assert np.isnan(medians_by(values, index, 31)[30])
