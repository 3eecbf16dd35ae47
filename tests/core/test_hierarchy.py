"""The hierarchy behind the scatter, against a textbook example and against integration."""

from dataclasses import dataclass

import numpy as np
import pytest
from numpy.typing import NDArray
from oxgang.core.carry.hierarchy import Tree, climb
from oxgang.core.carry.scatter import STUDENT_SD, scatter_of
from scipy.stats import chi2

Array = NDArray[np.float64]


@dataclass
class Means:
    """Normal leaves of known deviation."""

    values: Array
    sds: Array

    def seen(self, at: Array) -> tuple[Array, Array, Array]:
        off = self.values - at
        bend = np.broadcast_to(1 / self.sds**2, at.shape)
        return -(off**2) * bend / 2, off * bend, bend


def test_eight_schools() -> None:
    """Rubin (1981), as in Gelman et al., Bayesian Data Analysis, third edition, section 5.5: eight
    coaching experiments with a flat prior on the deviation between schools. The posterior means are
    those that are widely published for it (11.4, 7.9, 6.1, 7.6, 5.1, 6.1, 10.7, 8.5; the mean of
    all about 8, the deviation about 6.6); from memory."""
    schools = Means(
        np.array([28.0, 8.0, -3.0, 7.0, -1.0, 1.0, 18.0, 12.0]),
        np.array([15.0, 10.0, 16.0, 11.0, 9.0, 11.0, 10.0, 18.0]),
    )
    apart = np.linspace(0.05, 60, 600)
    one = Tree(np.zeros(8, dtype=np.intp), 1, 0.0, 1e4)
    found = climb(schools, one, apart, np.full(600, 1e-3))
    effects = found.weight @ found.leaf
    assert effects == pytest.approx([11.4, 7.9, 6.1, 7.6, 5.1, 6.1, 10.7, 8.5], abs=0.15)
    assert found.weight @ found.root == pytest.approx(8, abs=0.15)
    assert found.weight @ apart == pytest.approx(6.6, abs=0.15)


def test_scatter_of_one_cell_is_what_integration_gives() -> None:
    """One club, one cell: the posterior of its deviation by scipy's chi-square on a fine grid, with
    the cell's, the club's and the student's log deviations adding up (ours is the mode)."""
    square, freedom = 9 * 0.02**2, 9.0
    found = scatter_of(np.array([square]), np.array([freedom]), np.zeros(1, dtype=np.intp), 1)
    logs = np.linspace(np.log(0.005), np.log(0.3), 4001)
    likely = chi2.logpdf(square / np.exp(2 * logs), freedom) - 2 * logs
    total = 0.0
    middle = 0.0
    for cell in (0.1, 0.3):
        for club in (0.1, 0.25, 0.5):
            sd = np.sqrt(cell**2 + club**2 + 0.55**2)
            density = np.exp(likely - (logs - np.log(STUDENT_SD)) ** 2 / 2 / sd**2) / sd
            total += density.sum()
            middle += (density * logs).sum()
    assert np.log(found.cell[0]) == pytest.approx(middle / total, abs=0.05)


@pytest.mark.parametrize("true", [0.02, 0.05, 0.10])
def test_ten_balls_show_a_tight_and_a_wild_student_as_they_are(true: float) -> None:
    rng = np.random.default_rng(3)
    club = np.repeat(np.arange(4), 18)
    shown = []
    for _ in range(60):
        squares, freedom = np.zeros(72), np.zeros(72)
        for cell in (2, 20, 38, 56, 3, 4, 5):
            freedom[cell], squares[cell] = 9, true**2 * rng.chisquare(9)
        shown.append(scatter_of(squares, freedom, club, 4).cell[freedom > 0] / true)
    ratios = np.concatenate(shown)
    assert np.mean(ratios) == pytest.approx(1, abs=0.1)
    assert np.mean(np.abs(ratios - 1) < 0.3) > 0.85


def test_nothing_known_all_alike_and_all_wild() -> None:
    club = np.zeros(3, dtype=np.intp)
    nothing = scatter_of(np.zeros(3), np.zeros(3), club, 1)
    assert nothing.cell == pytest.approx(np.full(3, STUDENT_SD))
    assert nothing.cell_square[0] > STUDENT_SD**2
    alike = scatter_of(np.zeros(3), np.array([4.0, 0, 0]), club, 1)
    assert 0.004 < alike.cell[0] < alike.cell[1] < STUDENT_SD
    wild = scatter_of(np.full(3, 10.0), np.full(3, 4.0), club, 1)
    assert np.isfinite(wild.cell_square).all()
    assert wild.cell[0] > 0.3
