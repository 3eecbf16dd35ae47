"""Which faults a lesson's looks and the balls speak for.

Two witnesses: what the coach saw at the checkpoints (`words.lesson.CAUSES`), and what the student's
balls did. A share of mishits counts as a sign where so many of so few would be unlikely for a
student who mishits as often as is usual (binomial tail); a mean off its line where its t interval
leaves the line out. Thresholds are judgement.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from scipy.special import bdtrc

from oxgang.core.pick.mishits import KINDS, usual_contact
from oxgang.core.practice.means import mean_interval
from oxgang.core.words.green import USUAL_HANDICAP
from oxgang.core.words.lesson import CAUSES, Checkpoint, Fault, Seen
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import Strike

# So unlikely by chance is a sign.
UNLIKELY: Final = 0.05
# Fewer balls than this are no sign of anything, of strikes or of a mean.
FEWEST: Final = 6
# So far past the middle of their cell is struck too hard [yd]: common practice, four yards or more.
HARD_YD: Final = 4.0
# So many of good balls are that long by their scatter alone: 7 % of 40 to 60 yards. Judgement.
LONG_BY_CHANCE: Final = 0.1
# A mean further to the side than this is a miss [share of the carry].
ASIDE: Final = 0.04
# Balls that lie so far back are a reason for digging [degrees of attack].
STEEP_DEG: Final = -8.0


class Sign(StrEnum):
    """Why a fault is proposed."""

    SEEN = "sign-seen"
    STRIKES = "sign-strikes"
    LONG = "sign-long"
    LEAD_SIDE = "sign-lead-side"
    ABOVE = "sign-above"
    BELOW = "sign-below"
    STEEP = "sign-steep"


@dataclass(frozen=True, slots=True)
class BallSeen:
    """What one ball says of the swing: its strike, how far past the middle of its cell it carried
    [yd], how far to the lead side it finished [share of the carry], how far above (+) the middle of
    the launch window it started as parts of the half window, and the attack angle [degrees]."""

    strike: Strike
    past_yd: float | None = None
    lead_side: float | None = None
    launch_off: float | None = None
    attack_deg: float | None = None


@dataclass(frozen=True, slots=True)
class Likely:
    """A fault that something speaks for; `strength` counts what does, a sign of the balls as 2."""

    fault: Fault
    strength: int
    because: tuple[Message, ...]


def likely_faults(
    seen: Mapping[Checkpoint, Seen],
    balls: Sequence[BallSeen],
    handicap: float | None = None,
    most: int = 3,
) -> list[Likely]:
    """The faults that looks and balls speak for, the likeliest first; at most so many.

    One look alone is not enough for a fault; one sign of the balls is.

    Parameters
    ----------
    handicap
        Whose usual mishits the balls are held against; `USUAL_HANDICAP` for None.
    """
    found = []
    usual = usual_contact(USUAL_HANDICAP if handicap is None else handicap).share
    from_balls = _signs(balls, {kind.kind: usual * kind.share for kind in KINDS})
    for fault, causes in CAUSES.items():
        looks = [c for c, wrong in causes.items() if seen.get(c) is wrong]
        because = [*from_balls.get(fault, ())]
        strength = 2 * len(because) + len(looks)
        if looks:
            because.append(Message.of(Sign.SEEN, checks=",".join(_wrong(c, causes[c]) for c in looks)))
        if strength >= 2:
            found.append(Likely(fault, strength, tuple(because)))
    found.sort(key=lambda likely: -likely.strength)
    return found[:most]


def _signs(balls: Sequence[BallSeen], usual: Mapping[Strike, float]) -> dict[Fault, list[Message]]:
    signs: dict[Fault, list[Message]] = {}
    n = len(balls)
    for strike, fault in ((Strike.FAT, Fault.FAT), (Strike.THIN, Fault.THIN)):
        k = sum(ball.strike is strike for ball in balls)
        if _too_many(k, n, usual[strike]):
            message = Message.of(Sign.STRIKES, strike=strike.value, hits=k, balls=n)
            signs.setdefault(fault, []).append(message)
    solid = [ball for ball in balls if ball.strike in (Strike.SOLID, Strike.HARD)]
    past = [ball.past_yd for ball in solid if ball.past_yd is not None]
    hard = sum(ball.strike is Strike.HARD or (ball.past_yd or 0.0) >= HARD_YD for ball in solid)
    if past and _too_many(hard, len(solid), usual[Strike.HARD] + LONG_BY_CHANCE):
        signs.setdefault(Fault.HARD, []).append(Message.of(Sign.LONG, hits=hard, balls=len(solid)))
    aside = _mean_of(ball.lead_side for ball in solid)
    low = _mean_of(ball.launch_off for ball in solid)
    if aside is not None and aside[1] > 0 and aside[0] > ASIDE:
        # Low and to the lead side is turned over, else pulled across.
        fault = Fault.HOOK if low is not None and low[2] < 0 else Fault.ACROSS
        signs.setdefault(fault, []).append(Message.of(Sign.LEAD_SIDE, share=aside[0]))
    if low is not None and low[1] > 1:
        signs.setdefault(Fault.FLOATS, []).append(Message.of(Sign.ABOVE))
    if low is not None and low[2] < -1:
        signs.setdefault(Fault.DIGS, []).append(Message.of(Sign.BELOW))
    steep = _mean_of(ball.attack_deg for ball in balls)
    if steep is not None and steep[2] < STEEP_DEG:
        signs.setdefault(Fault.DIGS, []).append(Message.of(Sign.STEEP, attack_deg=round(steep[0], 1)))
    return signs


def _wrong(checkpoint: Checkpoint, seen: Seen) -> str:
    """What was wrong at a checkpoint, as the texts name it within "check"."""
    return f"{checkpoint.removeprefix('check-')}.{seen}"


def _too_many(hits: int, balls: int, usual: float) -> bool:
    return balls >= FEWEST and bool(bdtrc(hits - 1, balls, usual) < UNLIKELY)


def _mean_of(values: Iterable[float | None]) -> tuple[float, float, float] | None:
    """The mean of what is known and its two-sided t interval; None for too few."""
    known = [value for value in values if value is not None]
    return mean_interval(known, 1 - UNLIKELY) if len(known) >= FEWEST else None
