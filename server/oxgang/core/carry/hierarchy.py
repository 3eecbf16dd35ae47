"""A hierarchy of three levels in closed form: leaves under branches under one root.

Each leaf is normal about its branch, each branch about the root, the root about what is believed
beforehand. What is seen of a leaf need not be normal: the mode is found by Newton's method, each
step an exact pass up and down the tree, and the posterior is taken as normal there (Laplace). How
far leaves and branches differ is not known: they are tried on a grid and weighed by their marginal
likelihood, so that like leaves are drawn together and unlike ones left alone.

References
----------
Gelman, Carlin, Stern, Dunson, Vehtari and Rubin (2013), Bayesian Data Analysis, third edition,
sections 5.4 (normal hierarchy, marginal posterior of its deviation on a grid) and 13.3 (Laplace).
Tests compare with their eight schools (Rubin 1981).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

MOST_STEPS = 20
NEAR = 1e-7


class Leaves(Protocol):
    """What is seen of each leaf: log likelihood, its slope and its (positive) curvature, each of
    the shape of `at`, whose last axis is the leaves."""

    def seen(self, at: Array) -> tuple[Array, Array, Array]: ...


@dataclass(frozen=True, slots=True)
class Tree:
    """Which branch each leaf hangs on, shape (n,), and what is believed of the root."""

    branch: NDArray[np.intp]
    branches: int
    root_mean: float
    root_sd: float


@dataclass(frozen=True, slots=True)
class Climbed:
    """Posterior means and variances at each point of the grid: leaves (k, n), branches (k, m), root
    (k,); `weight` of each point, shape (k,)."""

    weight: Array
    leaf: Array
    leaf_variance: Array
    branch: Array
    branch_variance: Array
    root: Array
    root_variance: Array


def climb(leaves: Leaves, tree: Tree, leaf_sd: Array, branch_sd: Array) -> Climbed:
    """The posterior of a hierarchy.

    Parameters
    ----------
    leaf_sd, branch_sd
        How far leaves differ from their branch and branches from the root: the points of the grid,
        shape (k,), each as likely beforehand.
    """
    n, m, k = len(tree.branch), tree.branches, len(leaf_sd)
    hangs = np.zeros((n, m))
    hangs[np.arange(n), tree.branch] = 1.0
    tight, own = leaf_sd[:, None] ** 2, branch_sd[:, None] ** 2
    believed = 1 / tree.root_sd**2
    x = np.full((k, n), tree.root_mean)
    for _ in range(MOST_STEPS):
        _, slope, bend = leaves.seen(x)
        drawn = bend * x + slope
        damped = 1 / (1 + bend * tight)
        branch_bend, branch_drawn = (bend * damped) @ hangs, (drawn * damped) @ hangs
        shared = 1 / (1 + branch_bend * own)
        root_bend = (branch_bend * shared).sum(1) + believed
        root = ((branch_drawn * shared).sum(1) + tree.root_mean * believed) / root_bend
        branch = (branch_drawn * own + root[:, None]) * shared
        wanted = (drawn * tight + branch[:, tree.branch]) * damped
        moved = np.abs(wanted - x).max(initial=0.0)
        x = wanted
        if moved < NEAR:
            break
    likely, _, bend = leaves.seen(x)
    damped = 1 / (1 + bend * tight)
    branch_bend = (bend * damped) @ hangs
    shared = 1 / (1 + branch_bend * own)
    root_bend = (branch_bend * shared).sum(1) + believed
    root_variance = 1 / root_bend
    branch_variance = own * shared + shared**2 * root_variance[:, None]
    leaf_variance = tight * damped + damped**2 * branch_variance[:, tree.branch]
    off_leaf, off_branch = x - branch[:, tree.branch], branch - root[:, None]
    evidence = (
        likely.sum(1)
        - (off_leaf**2 / tight).sum(1) / 2
        - (off_branch**2 / own).sum(1) / 2
        - believed * (root - tree.root_mean) ** 2 / 2
        + np.log(damped).sum(1) / 2
        + np.log(shared).sum(1) / 2
        - np.log(root_bend) / 2
    )
    weight = np.exp(evidence - evidence.max())
    return Climbed(weight / weight.sum(), x, leaf_variance, branch, branch_variance, root, root_variance)
