"""How much each solid ball counts: in full near the middle of its cell, less and less beyond.

Some balls marked solid were not quite, and nearly all of those fell short. A ball short of the
middle counts by how likely it is a solid one of this cell rather than an unmarked mishit, given how
often this student mishits; one beyond it by how far it is out (Hampel's idea of 1974). No single
wild ball moves a number; the coach is shown it.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.scatter import Scatter, scatter_of
from oxgang.core.words.strikes import MAD_TO_SIGMA, medians_by

Array = NDArray[np.float64]
Index = NDArray[np.intp]

# Fewer balls than this have no robust centre.
FEW: Final = 3
# A ball counts in full up to so many deviations beyond the middle, then less and less.
FULL_UNTIL: Final = 2.0
NOTHING_FROM: Final = 4.0
LEAST: Final = 0.02
# Further out than this [deviations, squared] nothing gets any less likely.
FARTHEST: Final = 100.0
# Of so many mishits one goes unmarked, beside these that nobody suspects.
UNMARKED_SHARE: Final = 0.2
UNMARKED_LEAST: Final = 0.01
# How mishits scatter: each distance of log carry short of the solid ones, up to this, is as likely.
MISHIT_REACH: Final = 0.5
# So many balls that lie apart by themselves are held against this share of what they lie apart by.
MANY: Final = 4
WILD_SHARE: Final = 0.75
# How the scatter is found: so many rounds, from at least this; what lies beyond so many deviations
# counts as no more; what the limits cut away of the squares of normal balls (6 %, by integration),
# less what mishits that slip through bring in.
ROUNDS: Final = 4
FIRST_LEAST_SD: Final = 0.03
CUT_AT: Final = 2.5
CUT_SHARE: Final = 0.96


@dataclass(frozen=True, slots=True)
class Cells:
    """The cells and clubs of shot types: an adjustment is no cell of its own. `of_point` is the cell of
    each shot type, `club` the club of each cell, of so many `clubs`."""

    of_point: Index
    club: Index
    clubs: int


@dataclass(frozen=True, slots=True)
class Weighed:
    """Weight of each ball, scatter, and of each cell what its own balls alone say of it: mean
    square and degrees of freedom."""

    weight: Array
    scatter: Scatter
    square: Array
    freedom: Array


def weigh(
    logs: Array,
    hit: NDArray[np.bool_],
    point: Index,
    group: Index,
    groups: int,
    extra: Array,
    cells: Cells,
    mishits: float,
) -> Weighed:
    """How much each ball counts, 0 to 1, and how much the student's balls scatter.

    A ball is held against the middle of its group, or of its shot type where the group is small;
    where both are small it counts in full, and the model judges it.

    Parameters
    ----------
    logs, point, group
        Log carry, shot type and group of each ball, of so many `groups`; shape (b,).
    hit
        False for a ball that was imagined and says nothing of the scatter, shape (b,).
    extra
        What its lie and its reading add to the scatter of each ball, shape (b,).
    mishits
        The student's share of marked mishits.
    """
    number = len(cells.club)
    if not len(logs):
        nothing: Array = np.zeros(number)
        scatter = scatter_of(nothing, nothing, cells.club, cells.clubs)
        return Weighed(np.zeros(0), scatter, nothing, nothing)
    by_group = np.bincount(group, minlength=groups)[group] >= FEW
    judged = by_group | (np.bincount(point)[point] >= FEW)
    # A ball's peers: its group, or its shot type.
    peers = np.where(by_group, group, groups + point)
    peer_sets = groups + int(point.max()) + 1
    centre = medians_by(logs, peers, peer_sets)
    if not by_group.all():
        of_type = medians_by(logs, point, int(point.max()) + 1)
        centre[groups : groups + len(of_type)] = of_type
    in_cell = cells.of_point[point]
    off = logs - centre[peers]
    # To begin with, all are held against what the middle ball does: no wild one has a say.
    middle = float(np.median(np.abs(off[judged]))) if judged.any() else 0.0
    sd: Array = np.full(len(logs), max(MAD_TO_SIGMA * middle, FIRST_LEAST_SD))
    # Where most of some balls lie apart, they are no wild ones among tame ones.
    many = np.bincount(peers, minlength=peer_sets)[peers] >= MANY
    apart = MAD_TO_SIGMA * np.nan_to_num(medians_by(np.abs(off), peers, peer_sets))[peers]
    wild = np.where(many, WILD_SHARE * apart, 0.0)
    unmarked = UNMARKED_LEAST + UNMARKED_SHARE * mishits
    for _ in range(ROUNDS):  # the limits need the scatter, and the scatter the limits
        limit = np.hypot(np.maximum(sd, wild), extra)
        far = off / limit
        beyond = np.clip((NOTHING_FROM - far) / (NOTHING_FROM - FULL_UNTIL), LEAST, 1.0)
        # By how much a mishit is likelier than a solid ball in the very middle, where all count.
        odds = unmarked / (1 - unmarked) / MISHIT_REACH * np.sqrt(2 * np.pi) * limit
        short = np.clip((1 + odds) / (1 + odds * np.exp(np.minimum(far**2, FARTHEST) / 2)), LEAST, 1.0)
        weight = np.where(judged, np.where(far > 0, beyond, short), 1.0)
        weighed = np.bincount(group, weight, groups)
        means = np.bincount(group, weight * logs, groups) / weighed
        from_mean = np.minimum(np.abs(logs - means[group]), CUT_AT * limit)
        # What a lie or a reading adds to the scatter is not the student's.
        own = hit * weight * np.maximum(from_mean**2 - extra**2 * (from_mean / limit) ** 2, 0.0)
        squares = np.asarray(np.bincount(in_cell, own, number) / CUT_SHARE)
        free = hit * weight * (1 - 1 / np.maximum(weighed[group], 1.0))
        freedom = np.asarray(np.bincount(in_cell, free, number), dtype=float)
        scatter = scatter_of(squares, freedom, cells.club, cells.clubs)
        sd = scatter.cell[in_cell]
        total = np.bincount(peers, weight, peer_sets)
        centre = np.bincount(peers, weight * logs, peer_sets) / np.maximum(total, LEAST)
        off = logs - centre[peers]
    return Weighed(weight, scatter, squares / np.maximum(freedom, LEAST), freedom)
