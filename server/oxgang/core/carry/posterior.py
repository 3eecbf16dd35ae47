"""The posterior of log carry: Gaussian process regression in closed form.

References
----------
Rasmussen and Williams (2006), algorithm 2.1 and section 5.4.2 (leave-one-out in closed form).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray
from scipy.linalg import cho_solve, solve_triangular
from scipy.linalg.lapack import dpotrf, dpotri

from oxgang.core.carry.prior import CELL_SDS, CELL_WEIGHTS

Array = NDArray[np.float64]

# A group this many of its own predicted standard deviations from what all the others say is not
# believed as it stands: its variance grows until it is this far. Such rounds are made at most.
SURPRISE: Final = 4.0
SURPRISE_ROUNDS: Final = 3


@dataclass(frozen=True, slots=True)
class Posterior:
    """Mean and covariance of log carry at the points asked for, and how they came about.

    `weights` has shape (points, groups): how much each group's mean moves each point's mean.
    `surprise` has shape (groups,): how far each group was from what the others said, in predicted
    standard deviations; `widened` is the variance added to it for that. `aside` has shape
    (points,): how far the means would move if every group were believed as it stands.
    """

    mean: Array
    covariance: Array
    weights: Array
    surprise: Array
    widened: Array
    aside: Array


def cell_square(prior_mean: Array, prior: Array, same: NDArray[np.bool_], mean: Array, noise: Array) -> float:
    """How much variance of log carry belongs to each cell alone: a weighted mean of `CELL_SDS`.

    Each is weighed by how likely it makes the balls (Rasmussen and Williams 2006, equation 5.8).

    Parameters
    ----------
    prior_mean, prior
        Of the groups' points without that part, shapes (g,) and (g, g).
    same
        Which groups are of one cell, shape (g, g).
    mean, noise
        As `posterior` takes them.
    """
    squares = np.square(CELL_SDS)
    evidence = np.log(CELL_WEIGHTS)
    if len(mean):
        off, rest = mean - prior_mean, prior + noise
        for i, square in enumerate(squares):
            factor = _cholesky(rest + square * same)
            solved = solve_triangular(factor, off, lower=True, check_finite=False)
            # One wild group must not make all cells look irregular.
            far = np.minimum(np.abs(solved), SURPRISE)
            evidence[i] -= np.log(np.diagonal(factor)).sum() + float(far @ far) / 2
    weight = np.exp(evidence - evidence.max())
    return float(weight @ squares / weight.sum())


def posterior(prior_mean: Array, prior: Array, at: NDArray[np.intp], mean: Array, noise: Array) -> Posterior:
    """Log carry of all points given the means of groups of balls.

    Parameters
    ----------
    prior_mean, prior
        Mean, shape (n,), and covariance, shape (n, n), of the points.
    at
        The point of each group, shape (g,).
    mean, noise
        Means of the groups, shape (g,), and the covariance of their errors, shape (g, g).
    """
    n = len(prior_mean)
    if not len(mean):
        return Posterior(prior_mean, prior, np.zeros((n, 0)), np.zeros(0), np.zeros(0), np.zeros(n))
    total = prior[np.ix_(at, at)] + noise
    off = mean - prior_mean[at]
    surprise, widened = np.zeros(len(mean)), np.zeros(len(mean))
    believed = factor = _cholesky(total)
    for _ in range(SURPRISE_ROUNDS):
        solved = cho_solve((factor, True), off, check_finite=False)
        alone = 1 / _inverse_diagonal(factor)
        far = np.abs(solved) * np.sqrt(alone)
        surprise = np.maximum(surprise, far)
        if not (far > SURPRISE).any():
            break
        # The left-out residual, solved * alone, stays as it is: with this much more variance it
        # stands `SURPRISE` deviations off.
        wider = np.where(far > SURPRISE, (solved * alone / SURPRISE) ** 2 - alone, 0.0)
        widened += wider
        total[np.diag_indices_from(total)] += wider
        factor = _cholesky(total)
    cross = prior[:, at]
    weights = cho_solve((factor, True), cross.T, check_finite=False).T
    left = prior - weights @ cross.T
    moved = weights @ off
    aside = np.zeros(n)
    if widened.any():
        aside = np.abs(cross @ cho_solve((believed, True), off, check_finite=False) - moved)
    return Posterior(prior_mean + moved, (left + left.T) / 2, weights, surprise, widened, aside)


def _cholesky(matrix: Array) -> Array:
    factor, fault = dpotrf(matrix, lower=1)
    if fault:
        raise np.linalg.LinAlgError("covariance is not positive definite")
    return np.asarray(factor)


def _inverse_diagonal(factor: Array) -> Array:
    inverse, _ = dpotri(factor, lower=1)
    return np.asarray(np.diagonal(inverse))
