"""The best shots to play for each number of them, and where one more stops paying.

Exact: each shot covers a run of yardages, all runs have one width, so that in order of carry the
best set that ends with a shot follows from the best sets, one shot smaller, that end before it
(dynamic programming, Bellman 1957, Dynamic Programming). Tests hold it against exhaustive search
and against the same choice as an integer programme.
"""

from __future__ import annotations

import itertools
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.ground.played import Candidate, Name, cost_of, may_be_proposed, yards_of
from oxgang.core.words.shots import Trajectory
from oxgang.core.words.swing import Limit

Array = NDArray[np.float64]

# A further shot that adds fewer yardages than this is not worth its learning.
PAYS_YARDS: Final = 2
# Another set must bring so many more yardages than the one on the student's card to replace it:
# numbers move by less than a yard with every ball. Judgement.
REPLACES_YARDS: Final = 3
MOST_SHOTS: Final = 30
# What a step of the ladder costs, beside `played.cost_of`: another height; a club further off in
# the bag than the next, for each; a more lofted club for a longer shot.
STEP_HEIGHT: Final = 3.0
STEP_CLUB: Final = 0.5
STEP_BACK: Final = 1.5
# What a point of cost is worth, in yardages: a low or high shot has to bring about three more than
# the stock one beside it. At 0 a cost only decides between sets that cover as much.
PRICE: Final = 0.25
# A yardage outweighs all costs of a set together.
YARD: Final = 1000.0


@dataclass(frozen=True, slots=True)
class Proposal:
    """The best sets of 1, 2, ... shots and how many whole yardages each covers, never falling.

    A set is the places of its shots in what was asked, in order of carry. `pays` is the number
    after which one more adds less than two yardages; 0 when nothing may be played. `held` is the set
    that stands already, where no other brings three yardages more.
    """

    covered: list[int]
    sets: list[tuple[int, ...]]
    pays: int
    yards: int
    held: tuple[int, ...] = ()

    def shots(self, number: int | None = None) -> tuple[int, ...]:
        """The set of so many shots; without a number the one that stands, or that of `pays`."""
        if number is None and self.held:
            return self.held
        wanted = self.pays if number is None else min(number, len(self.sets))
        return self.sets[wanted - 1] if wanted > 0 else ()


def propose(
    shots: Sequence[Candidate],
    limit: Limit,
    *,
    from_yd: int,
    to_yd: int,
    tolerance_yd: float,
    estimates_yd: float | None = None,
    bag: Collection[float] | None = None,
    price: float = PRICE,
    held: Collection[Name] = (),
) -> Proposal:
    """The shots to play, for each number of them until nothing is added.

    The most ground for what it costs: a shot costs more the less it is preferred
    (`played.cost_of`), and so does a set whose neighbours change height, club and direction, so
    that it reads as a ladder.

    Parameters
    ----------
    estimates_yd
        Estimated shots whose interval reaches no further may be proposed; none when None.
    bag
        Lofts of the student's wedges [degrees], for which is the least and which the most lofted;
        those of the shots when None.
    price
        Distances that a point of cost is worth; at 0 the set with the most ground is taken whatever
        it costs, and costs decide between equals.
    held
        The shots that stand on the student's card.
    """
    places = may_be_proposed(
        shots,
        limit,
        from_yd=from_yd,
        to_yd=to_yd,
        tolerance_yd=tolerance_yd,
        estimates_yd=estimates_yd,
        bag=bag,
    )
    places.sort(key=lambda i: (shots[i].carry_yd, cost_of(shots[i])))
    some = [shots[i] for i in places]
    runs = [yards_of(shot, from_yd, to_yd, tolerance_yd) for shot in some]
    best = _best_sets(some, runs, price)
    covered = [len({y for j in chosen for y in runs[j]}) for chosen in best]
    sets = [tuple(places[j] for j in chosen) for chosen in best]
    pays = _pays(covered)
    stands = [j for j, shot in enumerate(some) if shot.name in held]
    reached = len({y for j in stands for y in runs[j]})
    # Every shot more has to bring something on top of that.
    wanted = reached + REPLACES_YARDS + max(0, pays - len(stands))
    keeps = 0 < len(stands) == len(held) and covered[pays - 1] < wanted
    standing = tuple(places[j] for j in stands) if keeps else ()
    return Proposal(covered, sets, pays, to_yd - from_yd + 1, standing)


def _pays(covered: Sequence[int]) -> int:
    for number, (now, more) in enumerate(itertools.pairwise(covered), 1):
        if more - now < PAYS_YARDS:
            return number
    return len(covered)


def _best_sets(shots: Sequence[Candidate], runs: Sequence[range], price: float) -> list[tuple[int, ...]]:
    """The best sets of at most 1, 2, ... shots, until more of them bring nothing. `shots` ascend,
    `runs` are the yardages that each covers."""
    if not shots:
        return []
    first, last = np.array([r[0] for r in runs]), np.array([r[-1] for r in runs])
    weight = 1 + price * YARD
    cost = weight * np.array([cost_of(shot) for shot in shots])
    # What shot j (across) adds to a set that ends with shot i (down).
    new = last - np.maximum(first, last[:, None] + 1) + 1
    adds = YARD * new - cost - weight * _steps(shots)
    adds[np.tril_indices(len(shots))] = -np.inf
    best = YARD * (last - first + 1) - cost
    before: list[NDArray[np.intp]] = []
    found: list[tuple[int, ...]] = []
    reached, until = -np.inf, 0
    for _ in range(min(MOST_SHOTS, len(shots))):
        end = int(np.argmax(best))
        if best[end] > reached:
            reached, until = float(best[end]), len(found) + 1
            found.append(_traced(end, before))
        else:
            found.append(found[-1])
        table = best[:, None] + adds
        before.append(np.argmax(table, axis=0))
        best = np.max(table, axis=0)
    return found[:until]


def _traced(end: int, before: Sequence[NDArray[np.intp]]) -> tuple[int, ...]:
    chosen = [end]
    for step in reversed(before):
        chosen.append(int(step[chosen[-1]]))
    return tuple(reversed(chosen))


def _steps(shots: Sequence[Candidate]) -> Array:
    """What it costs to follow a shot (down) by another (across), shape (n, n)."""
    lofts = sorted({shot.loft_deg for shot in shots}, reverse=True)
    club = np.array([lofts.index(shot.loft_deg) for shot in shots])
    height = np.array([list(Trajectory).index(shot.key.trajectory) for shot in shots])
    down_the_bag = club - club[:, None]
    return np.asarray(
        STEP_HEIGHT * (height != height[:, None])
        + STEP_CLUB * np.maximum(np.abs(down_the_bag) - 1, 0)
        + STEP_BACK * np.maximum(-down_the_bag, 0)
    )
