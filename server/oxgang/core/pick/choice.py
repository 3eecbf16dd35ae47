"""The pick: one shot for a situation, with its reasons and what it costs against the others.

Strokes decide, with some caution: how the ground runs is not known well, and is the same for all
shots, so that part is added of what a shot may cost over the best wherever the run lies (Hurwicz's
criterion). Where two shots differ by no more than either is uncertain by, the student's goal decides;
where they differ by what nobody notices, the rules of thumb and then the smoother swing. A swing beyond
the student's control is never picked over another that costs no more than a tenth of a stroke extra.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from oxgang.core.carry.cells import ENOUGH_BALLS
from oxgang.core.errors import InputError
from oxgang.core.ground.played import cost_of
from oxgang.core.pick.approach import approached
from oxgang.core.pick.mishits import Contact
from oxgang.core.pick.outcome import Outcome, best_finish, outcomes_of
from oxgang.core.pick.pattern import Pattern
from oxgang.core.pick.plane import plane_of
from oxgang.core.pick.rules import MIDDLE_FROM, WANTS, Rule, Verdict, verdict_on
from oxgang.core.pick.situation import Situation, checked
from oxgang.core.pick.strokes import Baseline
from oxgang.core.words.messages import Message, Value
from oxgang.core.words.shots import Spin, Trajectory
from oxgang.core.words.swing import Limit

# Strokes: what nobody notices, more than which two shots are not alike however little is known of
# them, and what a hard swing must save at least. Judgement.
LEAST_TIE: Final = 0.02
MOST_TIE: Final = 0.05
HARD_TIE: Final = 0.10
# More than which it is not open which of two shots costs less, however the ground runs.
MOST_OPEN: Final = 0.3
# How much of what a shot may cost over the best counts beside what it costs. Judgement, with what
# `make bench-pick` measures at hand.
CAUTION: Final = 0.6
# Of shots that cost alike one is dropped that is so much further from the goal (share of balls).
GOAL_APART: Final = 0.05
# What of a shot's balls is worth a reason (share of balls), and a best finish off the flag [yd].
WORTH_SAYING: Final = 0.04
OFF_FLAG_YD: Final = 2.0
OFF_FLAG_STROKES: Final = 0.01


class Goal(StrEnum):
    """What a student wants of a pitch: on the green and no more than three, or close."""

    ON_GREEN = "on-green"
    CLOSE = "close"


class Reach(StrEnum):
    """Whether some shot finishes on the green, as a rule."""

    ON = "pick-on"
    TOO_FAR = "pick-too-far"
    TOO_NEAR = "pick-too-near"
    BETWEEN = "pick-between"


class PickReason(StrEnum):
    """Why a shot is picked or not."""

    FEWEST = "pick-fewest"
    EITHER = "pick-either"
    BY_RUN = "pick-by-run"
    GOAL = "pick-goal"
    RULE = "pick-rule"
    ROBUST = "pick-robust"
    SMOOTHER = "pick-smoother"
    NOT_HARD = "pick-not-hard"
    COSTS = "pick-costs"
    IN_TROUBLE = "pick-in-trouble"
    LANDS_IN = "pick-lands-in"
    SHORT = "pick-short"
    LONG = "pick-long"
    WIDE = "pick-wide"
    MISHITS = "pick-mishits"
    HARD = "pick-hard"
    ESTIMATED = "pick-estimated"
    FEW_BALLS = "pick-few-balls"
    PLAIN = "pick-plain"


@dataclass(frozen=True, slots=True)
class Ruled:
    """A rule that fired: whether the pick does as it says, and what doing so costs over the pick
    [strokes]; None for no shot that does, or a rule of other things than height. Of the two schools
    it is what the low ball costs over the high one.
    """

    rule: Rule
    agrees: bool | None
    costs: float | None


@dataclass(frozen=True, slots=True)
class Picked:
    """Shots by what they cost, least first, each with what becomes of it and why.

    `best` is the place of the one to play, `either` that of another which is as good. `aim_yd`
    is where the pick would best finish, past the pin, and `aim_saves` what that saves.
    """

    situation: Situation
    patterns: tuple[Pattern, ...]
    outcomes: tuple[Outcome, ...]
    reasons: tuple[tuple[Message, ...], ...]
    best: int
    either: int | None
    reach: Reach
    goal: Goal
    verdict: Verdict
    rules: tuple[Ruled, ...]
    aim_yd: float
    aim_saves: float
    headline: Message

    @property
    def off_flag(self) -> bool:
        """Whether the flag is not the target."""
        return abs(self.aim_yd) >= OFF_FLAG_YD and self.aim_saves >= OFF_FLAG_STROKES


def goal_of(handicap: float) -> Goal:
    """What a student of this handicap wants of a pitch."""
    return Goal.ON_GREEN if handicap >= MIDDLE_FROM else Goal.CLOSE


def pick(
    patterns: Sequence[Pattern],
    situation: Situation,
    baseline: Baseline,
    contact: Contact,
    limit: Limit,
) -> Picked:
    """The shot for a situation among those given.

    Parameters
    ----------
    patterns
        What the shots do at the height and on the turf of the green; the ground short of it is
        taken into account here (`approach`).
    limit
        The student's longest controlled swing.

    Raises
    ------
    InputError
        Without a shot, or for a situation that no ball faces.
    """
    checked(situation)
    if not patterns:
        raise InputError("None of these shots reaches that. Choose measured shots.")
    patterns = approached(patterns, situation)
    plane = plane_of(situation, baseline)
    found = outcomes_of(patterns, contact.kinds, plane)
    verdict = verdict_on(situation, mishits=contact.share, handicap=baseline.handicap)
    goal = goal_of(baseline.handicap)
    order, best, either, why = decide(patterns, found, verdict, goal, limit)
    shots, outcomes = [patterns[i] for i in order], [found[i] for i in order]
    aim, saves = best_finish(shots[best], contact.kinds, plane)
    headline = _headline(shots, outcomes, best, either, why)
    reasons = [tuple(_reasons(shots, outcomes, i, best, limit)) for i in range(len(shots))]
    reasons[best] = (headline, *reasons[best])
    return Picked(
        situation,
        tuple(shots),
        tuple(outcomes),
        tuple(reasons),
        best,
        either,
        _reach(shots, situation),
        goal,
        verdict,
        tuple(_ruled(shots, outcomes, best, verdict)),
        aim,
        saves,
        headline,
    )


def decide(
    patterns: Sequence[Pattern],
    outcomes: Sequence[Outcome],
    verdict: Verdict,
    goal: Goal,
    limit: Limit,
) -> tuple[list[int], int, int | None, PickReason]:
    """The places of shots by what they cost, least first; where in that order the pick is, and
    another that is as good; what decided."""
    order = sorted(range(len(patterns)), key=[outcome.cost for outcome in outcomes].__getitem__)
    shots, found = [patterns[i] for i in order], [outcomes[i] for i in order]
    best, why, either = _chosen(shots, found, verdict, goal, limit)
    if why is PickReason.FEWEST and either is not None:
        near = abs(found[either].cost - found[best].cost) <= MOST_TIE
        why = PickReason.EITHER if near else PickReason.BY_RUN
    return order, best, either, why


def tie_of(a: Outcome, b: Outcome) -> float:
    """How many strokes two shots may differ by and be alike: no more than either is uncertain by."""
    return min(MOST_TIE, max(LEAST_TIE, min(a.by_carry, b.by_carry)))


def _chosen(
    shots: Sequence[Pattern],
    outcomes: Sequence[Outcome],
    verdict: Verdict,
    goal: Goal,
    limit: Limit,
) -> tuple[int, PickReason, int | None]:
    """The place of the pick, what decided, and that of another that is as good."""
    hard = [shot.shot.arm_deg > limit.arm_deg for shot in shots]
    first, why = 0, PickReason.FEWEST
    if hard[first]:
        softer = [
            i
            for i in range(len(shots))
            if not hard[i] and outcomes[i].cost <= outcomes[first].cost + HARD_TIE
        ]
        if softer:
            first, why = softer[0], PickReason.NOT_HARD
    could = [i for i in range(first, len(shots)) if i == first or hard[i] <= hard[first]]
    at_most = _regrets([outcomes[i] for i in could])
    costs = {i: outcomes[i].cost + CAUTION * most for i, most in zip(could, at_most, strict=True)}
    least = min(could, key=costs.__getitem__)
    tied = [i for i in could if i == least or _within(outcomes[least], outcomes[i])]
    off = {i: _off_goal(outcomes[i], goal) for i in tied}
    # Where the goal speaks against the least, the least of those that meet it. A rule or a smoother
    # swing decides only between shots whose difference nobody notices.
    near = [i for i in tied if off[i] <= min(off.values()) + GOAL_APART]
    alike = [i for i in near if costs[i] <= min(costs[j] for j in near) + LEAST_TIE]
    asked = [i for i in alike if shots[i].shot.key.trajectory is verdict.wants] or alike
    best = min(asked, key=lambda i: (cost_of(shots[i].shot), outcomes[i].cost))
    if best != first:
        why = (
            PickReason.GOAL
            if least not in near
            else PickReason.ROBUST
            if first not in alike
            else PickReason.SMOOTHER
            if first in asked
            else PickReason.RULE
        )
    others = [i for i in could if i != best and _alike(outcomes[best], outcomes[i])]
    return best, why, min(others, key=lambda i: outcomes[i].cost, default=None)


def _within(a: Outcome, b: Outcome) -> bool:
    """Whether two shots differ by no more than either is uncertain by."""
    return abs(a.cost - b.cost) <= tie_of(a, b)


def _alike(a: Outcome, b: Outcome) -> bool:
    """Whether it is open which of two shots costs less: by what is not known of them, or because that
    changes with how the ground runs. One that costs much more, as believed, is no other choice."""
    apart = [mine - its for mine, its in zip(a.band, b.band, strict=True)]
    turns = min(apart) < -LEAST_TIE < LEAST_TIE < max(apart)
    return _within(a, b) or (turns and abs(a.cost - b.cost) <= MOST_OPEN)


def _regrets(outcomes: Sequence[Outcome]) -> list[float]:
    """What each shot costs over the best of them at most, however the ground runs [strokes]."""
    least = [min(costs) for costs in zip(*(o.band for o in outcomes), strict=True)]
    return [max(c - at for c, at in zip(o.band, least, strict=True)) for o in outcomes]


def _off_goal(outcome: Outcome, goal: Goal) -> float:
    """How many of a shot's balls miss what the student wants."""
    return outcome.worse if goal is Goal.ON_GREEN else 1 - outcome.near


def _reach(shots: Sequence[Pattern], situation: Situation) -> Reach:
    front, back = situation.green
    finishes = [shot.finish_yd for shot in shots]
    if any(front <= at <= back for at in finishes):
        return Reach.ON
    if max(finishes) < front:
        return Reach.TOO_FAR
    return Reach.TOO_NEAR if min(finishes) > back else Reach.BETWEEN


def _ruled(shots: Sequence[Pattern], outcomes: Sequence[Outcome], best: int, verdict: Verdict) -> list[Ruled]:
    picked = shots[best].shot.key.trajectory
    found = []
    for rule in verdict.fired:
        wanted = WANTS.get(rule)
        if rule is Rule.NO_SPIN:
            found.append(Ruled(rule, shots[best].shot.key.spin is not Spin.GRAB, None))
        elif rule is Rule.SCHOOLS:
            low, high = (_least(shots, outcomes, t) for t in (Trajectory.LOW, Trajectory.HIGH))
            apart = None if low is None or high is None else low - high
            found.append(Ruled(rule, None, apart))
        elif wanted is None:
            found.append(Ruled(rule, None, None))
        else:
            least = _least(shots, outcomes, wanted)
            more = None if least is None else least - outcomes[best].cost
            found.append(Ruled(rule, picked is wanted, more))
    return found


def _least(shots: Sequence[Pattern], outcomes: Sequence[Outcome], height: Trajectory) -> float | None:
    """What the best shot of a height costs [strokes]; None where there is none."""
    each = zip(shots, outcomes, strict=True)
    return min((o.cost for s, o in each if s.shot.key.trajectory is height), default=None)


def _reasons(
    shots: Sequence[Pattern],
    outcomes: Sequence[Outcome],
    at: int,
    best: int,
    limit: Limit,
) -> list[Message]:
    """Why a shot is picked, or what speaks against it."""
    shot, outcome = shots[at], outcomes[at]
    more = outcome.cost - outcomes[best].cost
    if at == best:
        found = _against(shot, outcome, None)[:1]
    else:
        found = [Message.of(PickReason.COSTS, strokes=more)]
        found += _against(shot, outcome, (shots[best], outcomes[best]))[:2] or [Message(PickReason.PLAIN)]
    if shot.shot.arm_deg > limit.arm_deg:
        found.append(Message(PickReason.HARD))
    if not shot.shot.measured:
        found.append(Message(PickReason.ESTIMATED))
    elif shot.balls < ENOUGH_BALLS:
        found.append(Message.of(PickReason.FEW_BALLS, balls=shot.balls))
    return found


def _against(shot: Pattern, outcome: Outcome, other: tuple[Pattern, Outcome] | None) -> list[Message]:
    """What goes wrong with a shot, the most of it first; more than with another where one is
    given."""
    than = other[1] if other else None
    parts = []
    misses = {
        PickReason.LANDS_IN: [o.caught.share for o in (outcome, than) if o],
        PickReason.SHORT: [o.short for o in (outcome, than) if o],
        PickReason.LONG: [o.long for o in (outcome, than) if o],
    }
    for why, (mine, *theirs) in misses.items():
        parts.append((mine - sum(theirs), Message.of(why, share=mine)))
    for kind, share in outcome.trouble.items():
        there = than.trouble.get(kind, 0.0) if than else 0.0
        # In it costs more than short of the green or over it does.
        parts.append((2 * (share - there), Message.of(PickReason.IN_TROUBLE, share=share, kind=kind.value)))
    if other:
        missed = shot.mishit_share - other[0].mishit_share
        parts.append((missed, Message.of(PickReason.MISHITS, share=shot.mishit_share)))
        wider = outcome.near - other[1].near
        parts.append((-wider, Message.of(PickReason.WIDE, share=outcome.near)))
    worth = [(size, message) for size, message in parts if size >= WORTH_SAYING]
    return [message for _, message in sorted(worth, key=lambda part: -part[0])]


def _headline(
    shots: Sequence[Pattern],
    outcomes: Sequence[Outcome],
    best: int,
    either: int | None,
    why: PickReason,
) -> Message:
    """The reason in one sentence, against the next best."""
    other = either
    if other is None:
        other = next((i for i in range(len(shots)) if i != best), None)
    values: dict[str, Value] = {"on_green": outcomes[best].on, "others": len(shots) - 1}
    if other is not None:
        more = outcomes[other].cost - outcomes[best].cost
        values |= {"other": str(shots[other].shot.key), "strokes": more}
    return Message(why, values)
