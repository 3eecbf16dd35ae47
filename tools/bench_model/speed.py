"""How long the whole matrix takes, and scikit-learn's posterior with the same kernel."""

from __future__ import annotations

import time
from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Matrix
from oxgang.core.carry.posterior import posterior
from oxgang.core.words.swing import CLOCK
from sklearn.gaussian_process import GaussianProcessRegressor
from sklearn.gaussian_process.kernels import Kernel

from tools.bench_model.simulate import TODAY, SimStudent


class OurKernel(Kernel):
    """The fitted model's own covariance for scikit-learn: rows below 0 are groups of balls."""

    def __init__(self, matrix: Matrix) -> None:
        self.matrix = matrix

    def __call__(
        self, x: NDArray[np.float64], y: object = None, eval_gradient: bool = False
    ) -> NDArray[np.float64]:
        fit = self.matrix.fit
        at = fit.at[-x[:, 0].astype(int) - 1]
        if y is None:
            return np.asarray(fit.prior[np.ix_(at, at)] + fit.noise)
        return np.asarray(fit.prior[:, fit.at])

    def diag(self, x: NDArray[np.float64]) -> NDArray[np.float64]:
        return np.diagonal(self.matrix.fit.prior)

    def is_stationary(self) -> bool:
        return False


def speed() -> tuple[float, float, float, float]:
    """Seconds for the whole matrix; ours and scikit-learn's posterior; the largest difference."""
    student = SimStudent(np.random.default_rng(1))
    balls = [student.keys[i] for i in student.rng.integers(0, len(student.keys), 2000)]
    shots = [
        shot for day in range(10) for shot in student.hit(balls[day * 200 : (day + 1) * 200], 3 + 9 * day)
    ]
    hits = student.hits(shots)

    def best_of(call: Callable[[], object], times: int = 15) -> float:
        took = []
        for _ in range(times):
            start = time.perf_counter()
            call()
            took.append(time.perf_counter() - start)
        return float(np.median(took))

    def ours() -> Matrix:
        return Evidence(hits, student.clubs, CLOCK.positions, TODAY).matrix()

    whole = best_of(ours)
    built = ours()
    fit = built.fit
    rows = -np.arange(1, len(fit.at) + 1)[:, None].astype(float)
    off = fit.hits.groups.mean - fit.prior_mean[fit.at]
    cells = np.arange(len(fit.points))[:, None].astype(float)

    def theirs() -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        gp = GaussianProcessRegressor(OurKernel(built), alpha=0.0, optimizer=None)
        gp.fit(rows, off)
        mean, sd = gp.predict(cells, return_std=True)
        return mean, sd

    alone = best_of(lambda: posterior(fit.prior_mean, fit.prior, fit.at, fit.hits.groups.mean, fit.noise))
    mean, sd = theirs()
    own_sd = np.sqrt(np.diagonal(fit.posterior.covariance))
    difference = max(
        float(np.abs(fit.prior_mean + mean - fit.posterior.mean).max()),
        float(np.abs(sd - own_sd).max()),
    )
    return whole, alone, best_of(theirs), difference
