"""Bag what-if: lofts that close the ground best, by the student's own model of unhit clubs."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations, pairwise, product
from typing import Final

import numpy as np

from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.prior import Point
from oxgang.core.errors import InputError
from oxgang.core.words.bag import Club

LOFTS: Final = tuple(float(loft) for loft in range(44, 65))
# Wedges closer than this do the same job.
CLOSEST_DEG: Final = 3.0
MOST_NEW: Final = 4
SHOWN: Final = 5
CHUNK: Final = 1000


@dataclass(frozen=True, slots=True)
class Gapping:
    """Lofts to add [degrees] and the share of the ground that the stock swings then cover."""

    lofts: tuple[float, ...]
    covered: float


def search_lofts(
    evidence: Evidence,
    number: int,
    *,
    from_yd: int,
    to_yd: int,
    tolerance_yd: float,
) -> Iterator[tuple[int, int, list[Gapping]]]:
    """The best lofts for so many more wedges, yielding (tried, of how many, best so far).

    Every combination of whole degrees is tried with the stock carries that the student's model
    gives a club nobody has hit.

    Raises
    ------
    InputError
        For fewer than 1 or more than 4 wedges, or when none fits beside the ones that stay.
    """
    staying, positions = evidence.clubs, evidence.positions
    if not 1 <= number <= MOST_NEW:
        raise InputError(f"Search for 1 to {MOST_NEW} wedges.", field="number")
    free = [loft for loft in LOFTS if all(abs(loft - c.loft_deg) >= CLOSEST_DEG for c in staying)]
    sets = [
        lofts for lofts in combinations(free, number) if all(b - a >= CLOSEST_DEG for a, b in pairwise(lofts))
    ]
    if not sets:
        raise InputError("No loft fits between the other wedges.", field="number")
    ground = np.arange(from_yd, to_yd + 1)
    new = [Club(f"loft {loft:g}", loft) for loft in free]
    points = [Point(club.label, club.loft_deg, p.arm_deg) for club, p in product([*staying, *new], positions)]
    carries, _ = evidence.carries(points)
    near = np.asarray(np.abs(carries[:, None] - ground[None, :]) <= tolerance_yd)
    shape = (len(staying) + len(new), len(positions), len(ground))
    by_club = np.asarray(near.reshape(shape).any(axis=1))
    base = np.asarray(by_club[: len(staying)].any(axis=0))
    own = {loft: by_club[len(staying) + i] for i, loft in enumerate(free)}
    best: list[Gapping] = []
    for start in range(0, len(sets), CHUNK):
        some = sets[start : start + CHUNK]
        covered = np.array([base | np.any([own[loft] for loft in s], axis=0) for s in some])
        found = [Gapping(s, float(c)) for s, c in zip(some, covered.mean(axis=1), strict=True)]
        best = sorted([*best, *found], key=lambda g: (-g.covered, g.lofts))[:SHOWN]
        yield start + len(some), len(sets), best
