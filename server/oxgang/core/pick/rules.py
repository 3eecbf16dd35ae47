"""The trade's rules of thumb at a ball: which fire, and what they ask for.

All of them are common practice, no published source. They stand beside the numbers: where a
student's own pattern says otherwise, both are shown.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from oxgang.core.pick.situation import STAYS_IN, Situation, pin_at
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.shots import Lie, Trajectory

# From what on a wind, a height, an adjustment of room or a doubt counts.
WIND_MPS: Final = 3.0
RAISED_M: Final = 1.0
ROOM_YD: Final = 15.0
HOP_YD: Final = 6.0
DOUBTFUL_MISHITS: Final = 0.25
# A student of this handicap (90 and more) aims at the middle of the green.
MIDDLE_FROM: Final = 18.0
# A rule that only allows a height counts a quarter; so much must speak for one height.
WEAK: Final = 0.25
ENOUGH: Final = 0.5


class Rule(StrEnum):
    """A rule of thumb, by its condition."""

    INTO_WIND = "rule-into-wind"
    BACK_PIN = "rule-back-pin"
    MIDDLE_PIN = "rule-middle-pin"
    CONTACT = "rule-contact"
    FRONT_PIN = "rule-front-pin"
    RAISED = "rule-raised"
    DOWNWIND = "rule-downwind"
    FIRM = "rule-firm"
    FROM_ROUGH = "rule-from-rough"
    NO_ROOM = "rule-no-room"
    NEITHER = "rule-neither"
    # Where practitioners disagree: a low ball that checks, or a high soft one.
    SCHOOLS = "rule-schools"
    # Rules of other things than height.
    SPIN_ROOM = "rule-spin-room"
    NO_SPIN = "rule-no-spin"
    SITTING_DOWN = "rule-sitting-down"
    MIDDLE_OF_GREEN = "rule-middle-of-green"
    PAST_TROUBLE = "rule-past-trouble"


# What a rule of height asks for.
WANTS: Final = {
    Rule.INTO_WIND: Trajectory.LOW,
    Rule.BACK_PIN: Trajectory.LOW,
    Rule.MIDDLE_PIN: Trajectory.LOW,
    Rule.CONTACT: Trajectory.LOW,
    Rule.FRONT_PIN: Trajectory.HIGH,
    Rule.RAISED: Trajectory.HIGH,
    Rule.DOWNWIND: Trajectory.HIGH,
    Rule.FIRM: Trajectory.HIGH,
    Rule.FROM_ROUGH: Trajectory.HIGH,
    Rule.NO_ROOM: Trajectory.HIGH,
    Rule.NEITHER: Trajectory.STOCK,
}


@dataclass(frozen=True, slots=True)
class Verdict:
    """The rules that fire, and the height that they ask for together."""

    fired: tuple[Rule, ...]
    wants: Trajectory


def verdict_on(situation: Situation, *, mishits: float, handicap: float) -> Verdict:
    """What the rules of thumb say of a situation.

    Parameters
    ----------
    mishits
        The share of balls that the student does not strike solidly, from fairway.
    """
    s, at = situation, pin_at(situation)
    over = _over(s)
    room = s.room_yd >= ROOM_YD and not over
    holds = {
        Rule.INTO_WIND: s.headwind_mps >= WIND_MPS,
        Rule.BACK_PIN: at is PinAt.BACK and room,
        Rule.MIDDLE_PIN: at is PinAt.MIDDLE and room,
        Rule.CONTACT: mishits >= DOUBTFUL_MISHITS,
        Rule.FRONT_PIN: at is PinAt.FRONT,
        Rule.RAISED: s.raised_m >= RAISED_M,
        Rule.DOWNWIND: s.headwind_mps <= -WIND_MPS,
        Rule.FIRM: s.firmness is Firmness.FIRM,
        Rule.FROM_ROUGH: s.lie in (Lie.ROUGH_UP, Lie.ROUGH_DOWN),
        Rule.NO_ROOM: over and s.front_yd < HOP_YD,
    }
    heights = [rule for rule, fires in holds.items() if fires]
    low = _votes(heights, Trajectory.LOW)
    high = _votes(heights, Trajectory.HIGH)
    wants = Trajectory.STOCK
    if low - high >= ENOUGH:
        wants = Trajectory.LOW
    elif high - low >= ENOUGH:
        wants = Trajectory.HIGH
    also = {
        Rule.SCHOOLS: at is PinAt.FRONT and not s.lie.startswith("rough"),
        Rule.SPIN_ROOM: s.front_yd < HOP_YD,
        Rule.NO_SPIN: s.lie is Lie.ROUGH_DOWN,
        Rule.SITTING_DOWN: s.lie is Lie.ROUGH_DOWN,
        Rule.MIDDLE_OF_GREEN: handicap >= MIDDLE_FROM,
        Rule.PAST_TROUBLE: over,
    }
    if not low and not high:
        heights.append(Rule.NEITHER)
    return Verdict((*heights, *(rule for rule, fires in also.items() if fires)), wants)


def _votes(rules: Sequence[Rule], height: Trajectory) -> float:
    return sum(WEAK if rule is Rule.MIDDLE_PIN else 1.0 for rule in rules if WANTS[rule] is height)


def _over(s: Situation) -> bool:
    """Whether sand, water or out of bounds must be carried close to the green."""
    front = s.pin_yd - s.front_yd
    return any(
        band.kind in STAYS_IN and band.from_yd < s.pin_yd and band.to_yd > front - ROOM_YD
        for band in s.trouble
    )
