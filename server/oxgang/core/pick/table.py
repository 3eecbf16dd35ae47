"""The picks that a phone carries: for every yard or metre, lie, wind, green and pin the shot, two
others and the reason, worked out where the student's numbers are.

It is made by the same functions as a pick, for all distances of a pattern at once, so that a phone
without a network says what the server says.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from functools import cache
from itertools import islice, product
from typing import Final

import numpy as np

from oxgang.core.pick.approach import Ends, ends_of
from oxgang.core.pick.changes import BREEZE_MPS
from oxgang.core.pick.choice import Goal, PickReason, decide, goal_of
from oxgang.core.pick.mishits import Contact
from oxgang.core.pick.outcome import Outcome, balls_of, outcomes
from oxgang.core.pick.pattern import Pattern
from oxgang.core.pick.plane import plane_of
from oxgang.core.pick.rules import ROOM_YD, Verdict, verdict_on
from oxgang.core.pick.situation import Situation, edges_of
from oxgang.core.pick.strokes import Baseline
from oxgang.core.words.complete import complete
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.shots import Lie
from oxgang.core.words.swing import Limit


class Wind(StrEnum):
    """What a student can say of the wind without an instrument."""

    NONE = "none"
    INTO = "into"
    DOWN = "down"


# A breeze that moves branches is about 5 m/s (Beaufort 3 to 4, from memory).
LIES: Final = (Lie.FAIRWAY, Lie.ROUGH_UP, Lie.ROUGH_DOWN)
WINDS: Final = complete(Wind, {Wind.NONE: 0.0, Wind.INTO: BREEZE_MPS, Wind.DOWN: -BREEZE_MPS})
# A shot that finishes further from the pin [yd] is asked only when it is among the nearest.
NEAR_YD: Final = 15.0
NEAREST: Final = 4
# A place in the table as one letter; nobody carries so many shots.
LETTERS: Final = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/"
NONE: Final = "-"
OTHERS: Final = 2
# Each answer is so many letters: shot, two others, reason, how many of ten finish on the green.
ANSWER: Final = 3 + OTHERS
REASONS: Final = (
    PickReason.FEWEST,
    PickReason.EITHER,
    PickReason.GOAL,
    PickReason.RULE,
    PickReason.SMOOTHER,
    PickReason.NOT_HARD,
    PickReason.ROBUST,
    PickReason.BY_RUN,
)


@dataclass(frozen=True, slots=True)
class Answer:
    """What the table says of a ball: places of shots, the reason, how many of ten balls finish on
    the green."""

    shot: int
    others: tuple[int, ...]
    why: PickReason
    on_green: int


def situation_at(pin_yd: float, lie: Lie, wind: Wind, firmness: Firmness, pin_at: PinAt) -> Situation:
    """The situation that a row of the table means: a green of usual size, no trouble, standard air."""
    front, back = edges_of(pin_at)
    return Situation(
        pin_yd=pin_yd, front_yd=front, back_yd=back, firmness=firmness, lie=lie, headwind_mps=WINDS[wind]
    )


def row_name(lie: Lie, wind: Wind, firmness: Firmness, pin_at: PinAt) -> str:
    """What a row of the table is called: "fairway none medium middle"."""
    return " ".join((lie, wind, firmness, pin_at))


def table_of(
    patterns_in: Callable[[Situation], Sequence[Pattern]],
    places: Callable[[Pattern], int],
    pins_yd: Sequence[float],
    baseline: Baseline,
    contact: Contact,
    limit: Limit,
    lies: Sequence[Lie] = LIES,
) -> Iterator[tuple[str, str]]:
    """Name ("fairway none medium middle") and answers of each row, one for each distance.

    Parameters
    ----------
    patterns_in
        What the shots do in a situation, whatever its pin.
    places
        The place by which the phone knows a shot.
    pins_yd
        The distances [yd], in order.
    """
    if not pins_yd:
        return
    goal = goal_of(baseline.handicap)
    for lie, wind, firmness in product(lies, WINDS, Firmness):
        patterns = patterns_in(situation_at(pins_yd[0], lie, wind, firmness, PinAt.MIDDLE))
        if not patterns:
            for pin_at in PinAt:
                yield row_name(lie, wind, firmness, pin_at), NONE * ANSWER * len(pins_yd)
            continue
        for pin_at in PinAt:
            first = situation_at(pins_yd[0], lie, wind, firmness, pin_at)
            ends = ends_of(patterns, first, [pin - first.front_yd for pin in pins_yd])
            near = _near(ends, pins_yd)
            asked = ends.of(patterns, (i for some in near for i in some))
            pins = np.repeat(np.asarray(pins_yd, float), [len(some) for some in near])
            balls = balls_of(asked, contact.kinds, pins)
            found = zip(asked, outcomes(balls, plane_of(first, baseline)), strict=True)
            verdicts = _verdicts(first, baseline, contact)
            row = []
            for pin, some in zip(pins_yd, near, strict=True):
                mine = list(islice(found, len(some)))
                row.append(_answer(mine, places, verdicts(pin), goal, limit))
            yield row_name(lie, wind, firmness, pin_at), "".join(row)


def _answer(
    shots: Sequence[tuple[Pattern, Outcome]],
    places: Callable[[Pattern], int],
    verdict: Verdict,
    goal: Goal,
    limit: Limit,
) -> str:
    if not shots:
        return NONE * ANSWER
    patterns, outcomes = [p for p, _ in shots], [o for _, o in shots]
    order, best, either, why = decide(patterns, outcomes, verdict, goal, limit)
    others = [i for i in range(len(order)) if i not in (best, either)]
    if either is not None:
        others.insert(0, either)
    named = [places(patterns[order[i]]) for i in (best, *others[:OTHERS])]
    letters = "".join(LETTERS[at] for at in named).ljust(1 + OTHERS, NONE)
    tenths = int(10 * outcomes[order[best]].on + 0.5)
    return f"{letters}{LETTERS[REASONS.index(why)]}{LETTERS[tenths]}"


def _verdicts(first: Situation, baseline: Baseline, contact: Contact) -> Callable[[float], Verdict]:
    """What the rules say at each pin [yd]; all that moves is whether there is room to run."""

    @cache
    def at(roomy: bool) -> Verdict:
        pin = ROOM_YD if roomy else 0.0
        return verdict_on(replace(first, pin_yd=pin), mishits=contact.share, handicap=baseline.handicap)

    return lambda pin_yd: at(pin_yd >= ROOM_YD)


def _near(ends: Ends, pins_yd: Sequence[float]) -> list[list[int]]:
    """The places of the shots that are worth asking about at each pin, in their order."""
    finish = ends.carry_yd + ends.run_yd
    n = len(finish) // len(pins_yd)
    found = []
    for at, pin in enumerate(pins_yd):
        off = np.abs(finish[at * n : (at + 1) * n] - pin)
        close = np.argsort(off, kind="stable")
        some = {*close[:NEAREST].tolist(), *np.flatnonzero(off <= NEAR_YD).tolist()}
        found.append([at * n + i for i in sorted(some)])
    return found


def answer_in(row: str, at: int) -> Answer | None:
    """The answer for a distance by its place; None where no shot flies there."""
    letters = row[ANSWER * at : ANSWER * (at + 1)]
    if letters[0] == NONE:
        return None
    others = tuple(LETTERS.index(letter) for letter in letters[1 : 1 + OTHERS] if letter != NONE)
    return Answer(
        LETTERS.index(letters[0]),
        others,
        REASONS[LETTERS.index(letters[1 + OTHERS])],
        LETTERS.index(letters[-1]),
    )
