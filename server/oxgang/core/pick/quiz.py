"""Situations to decide with a student: ten balls, drawn from a seed, each to be answered first."""

from __future__ import annotations

from collections.abc import Sequence
from random import Random
from typing import Final

from oxgang.core.pick.situation import Band, Situation, Trouble, edges_of
from oxgang.core.words.green import CLEAR_YD, DEEP_YD, Firmness, PinAt
from oxgang.core.words.shots import Lie

QUESTIONS: Final = 10
# What a round asks of a pitch: mostly fairway, little wind, now and then something in the way.
# Judgement.
_LIES: Final = (Lie.FAIRWAY, Lie.FAIRWAY, Lie.FAIRWAY, Lie.ROUGH_UP, Lie.ROUGH_DOWN)
_WINDS: Final = (0.0, 0.0, 0.0, 3.0, 6.0, -3.0, -6.0)
_RAISED: Final = (0.0, 0.0, 0.0, 2.0, -2.0)
_TROUBLE: Final = (None, None, "bunker short", "water short", "bunker long", "rough long")


def quiz(
    seed: int, finishes_yd: Sequence[float], *, from_yd: int, to_yd: int, questions: int = QUESTIONS
) -> list[Situation]:
    """Situations in which some shot can be right: the same for the same seed and student.

    Parameters
    ----------
    finishes_yd
        Where the student's shots finish on a plain day [yd]; pins stand within reach of them.
    from_yd, to_yd
        The student's ground.
    """
    drawn = Random(seed)  # a game, nothing secret
    reach = [at for at in finishes_yd if from_yd <= at <= to_yd] or [(from_yd + to_yd) / 2]
    asked = []
    for n in range(questions):
        pin_at = list(PinAt)[n % len(PinAt)]
        front, back = edges_of(pin_at)
        near = drawn.choice(reach) + drawn.randint(-5, 5)
        pin = float(round(min(to_yd, max(from_yd, near))))
        asked.append(
            Situation(
                pin_yd=pin,
                front_yd=front,
                back_yd=back,
                lie=drawn.choice(_LIES),
                firmness=drawn.choice(list(Firmness)),
                raised_m=drawn.choice(_RAISED),
                headwind_mps=drawn.choice(_WINDS),
                trouble=_trouble(drawn.choice(_TROUBLE), pin, front, back),
            )
        )
    drawn.shuffle(asked)
    return asked


def _trouble(text: str | None, pin: float, front: float, back: float) -> tuple[Band, ...]:
    if text is None:
        return ()
    kind, where = text.split()
    if where == "short":
        far = pin - front - CLEAR_YD
        return (Band(Trouble(kind), max(0.0, far - DEEP_YD), far),)
    near = pin + back + CLEAR_YD
    return (Band(Trouble(kind), near, near + DEEP_YD),)
