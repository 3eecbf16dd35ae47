"""Swing-length scales: those in common use, and re-expressing a swing in another scale.

Arm angles are those of the lead arm from straight down, in degrees; they are common practice, no
published source, and serve the model only: a student's scale is told apart by its labels.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Final

from oxgang.core.errors import InputError

ARM_RANGE_DEG: Final = (10.0, 200.0)
# A swing with the lead arm further than this is a full one [degrees].
FULL_ARM_DEG: Final = 160.0
# Where control ends in a scale that does not say, and for juniors and beginners [degrees].
# Common practice, no published source.
CONTROLLED_ARM_DEG: Final = 150.0
BEGINNERS_ARM_DEG: Final = 120.0
# Two positions this near in arm angle are one swing length [degrees].
SAME_ARM_DEG: Final = 0.5


@dataclass(frozen=True, slots=True)
class Position:
    """One swing length: a label, its arm angle [degrees] and a cue in the student's words."""

    label: str
    arm_deg: float
    cue: str = ""


def same_swing(arm_deg: float, other_deg: float) -> bool:
    """Whether two arm angles [degrees], of two scales perhaps, are one swing length."""
    return abs(arm_deg - other_deg) < SAME_ARM_DEG


@dataclass(frozen=True, slots=True)
class Scale:
    """Swing lengths under one idea, short to long.

    `longest` is the position at which control ends; "" is the last one below a full swing.
    """

    key: str
    name: str
    idea: str
    positions: tuple[Position, ...]
    longest: str = ""


@dataclass(frozen=True, slots=True)
class Limit:
    """A student's longest controlled swing, and whether a full one of the least lofted wedge may
    be thought of beyond it."""

    label: str
    arm_deg: float
    full_too: bool


CLOCK: Final = Scale(
    "clock",
    "Clock, lead arm",
    "Ball at 6, head at 12. 9:00 is the lead arm level with the ground.",
    (
        Position("7:30", 45, "Hands just past the trail thigh."),
        Position("8:00", 60, "Hands to trail pocket height."),
        Position("9:00", 90, "Lead arm level with the ground."),
        Position("10:00", 120, "Lead arm a little above level."),
        Position("11:00", 150, "Lead arm nearly up, still wide."),
        Position("full", 165, "A full, smooth turn."),
    ),
    "11:00",
)
FRACTION: Final = Scale(
    "fraction",
    "Fraction of full",
    "Part of the full swing, matched back and through.",
    (
        Position("quarter", 45, "A quarter back, a quarter through."),
        Position("third", 60, "A third back, a third through."),
        Position("half", 90, "Half back, half through."),
        Position("two-thirds", 120, "Two thirds back and through."),
        Position("three-quarter", 135, "Three quarters back and through."),
        Position("90 %", 150, "Nearly all of it, never hard."),
        Position("full", 165, "A full, smooth swing."),
    ),
    "90 %",
)
BODY: Final = Scale(
    "body",
    "Body reference",
    "Where the hands stop, matched on both sides.",
    (
        Position("knee", 35, "Hands to knee."),
        Position("pocket", 45, "Hands to pocket."),
        Position("hip", 65, "Hands to hip."),
        Position("above hip", 85, "Hands just above the hip."),
        Position("chest", 110, "Hands to chest."),
        Position("shoulder", 130, "Hands to shoulder."),
    ),
    "shoulder",
)
ZONES: Final = Scale(
    "zones",
    "Zones",
    "Nothing that needs control goes into zone 3, above the shoulder.",
    (
        Position("1", 60, "Below the hip."),
        Position("2", 110, "Between hip and shoulder."),
        Position("3", 150, "Above the shoulder: not for control."),
    ),
    "2",
)
ONE_SWING: Final = Scale(
    "one-swing",
    "One swing",
    "The swing never changes, the club sets the distance.",
    (Position("L to L", 90, "Lead arm level back, trail arm level through."),),
)

BUILT_IN: Final = (CLOCK, FRACTION, BODY, ZONES, ONE_SWING)


def built_in(key: str) -> Scale:
    """The built-in scale called `key`.

    Raises
    ------
    InputError
        When no built-in scale has this key.
    """
    for scale in BUILT_IN:
        if scale.key == key:
            return scale
    known = ", ".join(s.key for s in BUILT_IN)
    raise InputError(f'There is no swing scale "{key}". Known scales: {known}.', field="scale")


def recognised(labels: Iterable[str]) -> Scale | None:
    """The built-in scale that has all of these labels, or None."""
    wanted = set(labels)
    for scale in BUILT_IN:
        if wanted <= {position.label for position in scale.positions}:
            return scale
    return None


def checked_positions(positions: Sequence[Position]) -> tuple[Position, ...]:
    """The positions of a scale in order of arm angle, once they can be used as a scale.

    Raises
    ------
    InputError
        For an empty scale, a missing or repeated label, or an arm angle that no arm makes.
    """
    if not positions:
        raise InputError(
            "A swing scale needs at least one position. Add one, for example 9:00 at 90 degrees.",
            field="positions",
        )
    seen: set[str] = set()
    lo, hi = ARM_RANGE_DEG
    for p in positions:
        label = p.label.strip()
        if not label:
            raise InputError("Every position needs a label.", field="positions")
        if label.casefold() in seen:
            raise InputError(f'Two positions are called "{label}".', field="positions")
        seen.add(label.casefold())
        if not lo <= p.arm_deg <= hi:
            raise InputError(
                f'Position "{label}": an arm angle of {p.arm_deg:g} degrees is outside {lo:g} to {hi:g}.',
                field="positions",
            )
    return tuple(sorted(positions, key=_arm))


def is_full(arm_deg: float) -> bool:
    """Whether a swing of this arm angle is a full one."""
    return arm_deg > FULL_ARM_DEG


def controlled(scale: Scale, own: str = "", *, beginner: bool = False) -> Limit:
    """The longest controlled swing of a student of this scale.

    Parameters
    ----------
    own
        The position that the coach has set for the student; one that the scale does not have (any
        more) counts as none.
    beginner
        A junior or a beginner: shorter than the scale's own.

    Raises
    ------
    InputError
        For a scale without positions.
    """
    positions = checked_positions(scale.positions)
    arms = {p.label: p.arm_deg for p in positions}
    if own in arms:
        return Limit(own, arms[own], is_full(arms[own]))
    usual = arms.get(scale.longest)
    if usual is None:
        usual = _last(positions, CONTROLLED_ARM_DEG).arm_deg
    last = _last(positions, min(usual, BEGINNERS_ARM_DEG) if beginner else usual)
    return Limit(last.label, last.arm_deg, not beginner)


def _last(positions: Sequence[Position], arm_deg: float) -> Position:
    """The longest position up to an arm angle; the shortest of all where none is."""
    return max((p for p in positions if p.arm_deg <= arm_deg), default=positions[0], key=_arm)


def _arm(position: Position) -> float:
    return position.arm_deg


def express(label: str, arm_deg: float | None, positions: Sequence[Position]) -> str:
    """The label under which a swing stands in a scale.

    A label of the scale stands for itself. A swing from another scale is re-expressed as the
    position whose arm angle is nearest (the shorter one when two are equally near).
    """
    if any(p.label == label for p in positions) or arm_deg is None or not positions:
        return label
    return min(positions, key=lambda p: (abs(p.arm_deg - arm_deg), p.arm_deg)).label
