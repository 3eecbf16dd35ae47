"""Which shot for a yardage: one rule for card, look-up, phone and file."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from oxgang.core.ground.coverage import probability
from oxgang.core.ground.gaps import covers, expected_miss_yd
from oxgang.core.ground.played import Candidate, cost_of

# A shot whose chance is this share of the best one's is as good: then the order decides.
AS_GOOD: Final = 0.85
# A player adds to the nearest shot, or takes off, at most so many tolerances; beyond that there is no
# shot. Common practice, no published source.
ADDS: Final = 2.0


@dataclass(frozen=True, slots=True)
class Answer:
    """The shot for a yardage, by its place in what was asked, and its chance of coming within the
    tolerance; None when none reaches it. `others` reach it too, the likeliest first. `nearest` is
    the shot whose carry is nearest, and `adds` says whether it answers with a few yards more or less;
    `shorter` and `longer` are those next to it in order of carry.
    """

    yardage: float
    shot: int | None
    chance: float
    others: tuple[int, ...]
    nearest: int | None
    shorter: int | None
    longer: int | None
    adds: bool = False


def answer_at(shots: Sequence[Candidate], yardage: float, tolerance_yd: float) -> Answer:
    """The shot for a yardage among those that are played.

    Of the shots that come within the tolerance about as often as the best one, the one that is
    preferred (`played.cost_of`): the swing that a student repeats best, not the one that happens to
    be a yard nearer.
    """
    if not shots:
        return Answer(yardage, None, 0.0, (), None, None, None)
    order = sorted(range(len(shots)), key=lambda i: shots[i].carry_yd)
    nearest = min(order, key=lambda i: abs(shots[i].carry_yd - yardage))
    chance = {
        i: probability(shots[i], yardage, tolerance_yd)
        for i in order
        if covers(shots[i].carry_yd, yardage, tolerance_yd)
    }
    if not chance:
        shorter = [i for i in order if shots[i].carry_yd < yardage]
        longer = [i for i in order if shots[i].carry_yd >= yardage]
        return Answer(
            yardage,
            None,
            0.0,
            (),
            nearest,
            shorter[-1] if shorter else None,
            longer[0] if longer else None,
            covers(shots[nearest].carry_yd, yardage, ADDS * tolerance_yd),
        )
    enough = AS_GOOD * max(chance.values())
    shot = min(
        (i for i in chance if chance[i] >= enough),
        key=lambda i: (cost_of(shots[i]), expected_miss_yd(shots[i], yardage)),
    )
    others = sorted((i for i in chance if i != shot), key=lambda i: -chance[i])
    at = order.index(shot)
    return Answer(
        yardage,
        shot,
        chance[shot],
        tuple(others),
        nearest,
        order[at - 1] if at else None,
        order[at + 1] if at + 1 < len(order) else None,
    )
