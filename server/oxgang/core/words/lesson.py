"""What a coach looks at in a lesson, and the faults it may show: common practice, no published
source. Lead and trail throughout; the words are in the texts.
"""

from __future__ import annotations

from collections.abc import Mapping
from enum import StrEnum
from typing import Final

from oxgang.core.words.complete import complete


class When(StrEnum):
    """The part of the swing in which a checkpoint is looked at."""

    SETUP = "setup"
    BACK = "back"
    THROUGH = "through"


class Seen(StrEnum):
    """What was seen at a checkpoint; one that was not looked at has nothing."""

    FINE = "fine"
    MUCH = "much"
    LITTLE = "little"


class Checkpoint(StrEnum):
    """The checkpoints that every academy has, in the order of the swing."""

    FEET = "check-feet"
    LEAD_FOOT = "check-lead-foot"
    CLOSE = "check-close"
    BALL = "check-ball"
    HANDLE = "check-handle"
    FACE = "check-face"
    SHOULDERS = "check-shoulders"
    BREASTBONE = "check-breastbone"
    NOSE = "check-nose"
    WEIGHT = "check-weight"
    PLANE = "check-plane"
    TOE = "check-toe"
    HINGE = "check-hinge"
    WIDTH = "check-width"
    LENGTH = "check-length"
    CHEST = "check-chest"
    SPEED = "check-speed"
    RETURNS = "check-returns"
    SOLE = "check-sole"
    TURNED = "check-turned"
    FINISH = "check-finish"


_PARTS: Final = complete(
    When,
    {
        When.SETUP: (Checkpoint.FEET, Checkpoint.WEIGHT),
        When.BACK: (Checkpoint.PLANE, Checkpoint.LENGTH),
        When.THROUGH: (Checkpoint.CHEST, Checkpoint.FINISH),
    },
)


def when_of(checkpoint: Checkpoint) -> When:
    """The part of the swing of a checkpoint."""
    order = list(Checkpoint)
    place = order.index(checkpoint)
    return next(
        part for part, (first, last) in _PARTS.items() if order.index(first) <= place <= order.index(last)
    )


class Fault(StrEnum):
    """A fault by what the ball does. Causes and cue are attributes of its text."""

    FAT = "fault-fat"
    THIN = "fault-thin"
    DIGS = "fault-digs"
    ACROSS = "fault-across"
    HOOK = "fault-hook"
    FLOATS = "fault-floats"
    HARD = "fault-hard"


# What seen at which checkpoints makes a fault likely.
CAUSES: Final[Mapping[Fault, Mapping[Checkpoint, Seen]]] = complete(
    Fault,
    {
        Fault.FAT: {
            Checkpoint.SHOULDERS: Seen.LITTLE,
            Checkpoint.WEIGHT: Seen.LITTLE,
            Checkpoint.PLANE: Seen.LITTLE,
            Checkpoint.CHEST: Seen.LITTLE,
        },
        Fault.THIN: {
            Checkpoint.BREASTBONE: Seen.LITTLE,
            Checkpoint.NOSE: Seen.LITTLE,
            Checkpoint.SOLE: Seen.LITTLE,
            Checkpoint.CHEST: Seen.LITTLE,
        },
        Fault.DIGS: {
            Checkpoint.HANDLE: Seen.MUCH,
            Checkpoint.BALL: Seen.LITTLE,
            Checkpoint.RETURNS: Seen.MUCH,
            Checkpoint.SOLE: Seen.MUCH,
        },
        Fault.ACROSS: {
            Checkpoint.CHEST: Seen.LITTLE,
            Checkpoint.PLANE: Seen.MUCH,
            Checkpoint.FEET: Seen.LITTLE,
        },
        Fault.HOOK: {
            Checkpoint.PLANE: Seen.LITTLE,
            Checkpoint.TURNED: Seen.MUCH,
            Checkpoint.FACE: Seen.LITTLE,
        },
        Fault.FLOATS: {
            Checkpoint.RETURNS: Seen.LITTLE,
            Checkpoint.FACE: Seen.MUCH,
            Checkpoint.HANDLE: Seen.LITTLE,
            Checkpoint.SPEED: Seen.LITTLE,
        },
        Fault.HARD: {
            Checkpoint.LENGTH: Seen.LITTLE,
            Checkpoint.SPEED: Seen.MUCH,
        },
    },
)


class Drill(StrEnum):
    """Drills that every academy has."""

    BRUSH = "drill-brush"
    HOLD = "drill-hold"
    SKID = "drill-skid"
    TURN = "drill-turn"
    AROUND = "drill-around"
    ANGLE = "drill-angle"
    CLUB_MORE = "drill-club-more"
    GATE = "drill-gate"
    RAIL = "drill-rail"


DRILLS: Final[Mapping[Fault, Drill]] = complete(
    Fault,
    {
        Fault.FAT: Drill.BRUSH,
        Fault.THIN: Drill.HOLD,
        Fault.DIGS: Drill.SKID,
        Fault.ACROSS: Drill.TURN,
        Fault.HOOK: Drill.AROUND,
        Fault.FLOATS: Drill.ANGLE,
        Fault.HARD: Drill.CLUB_MORE,
    },
)
