"""Set-up recipes: two schools, three trajectories, and the delivery each gives.

The recipes are common practice, no published source; they are where a coach starts from and edits.
How a set-up changes the attack angle is a rule of thumb, stated as constants.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from oxgang.core.errors import InputError
from oxgang.core.flight.impact import Delivery
from oxgang.core.words.complete import complete
from oxgang.core.words.shots import Trajectory


class School(StrEnum):
    """The two schools of setting up to a pitch. Oxgang takes no side."""

    SHALLOW = "shallow"
    BALL_BACK = "ball-back"


@dataclass(frozen=True, slots=True, kw_only=True)
class Recipe:
    """How a student sets up for one trajectory.

    `ball_in`: ball from the middle of the stance [inches], + towards the lead foot. `lean_deg`:
    lean of the shaft to the target at impact [degrees]. `face_open_deg`: how far the face is laid
    open [degrees]. `weight_lead_pct`: weight on the lead side [%]. The stance, the
    distance from the ball and the follow-through are words.
    """

    ball_in: float
    lean_deg: float
    face_open_deg: float
    weight_lead_pct: float
    stance: str = ""
    distance: str = ""
    follow_through: str = ""


class Handle(StrEnum):
    """How the shaft stands at address: what a student can see and copy. Lean at impact is more, and is
    for the coach and the flight."""

    LEVEL = "level"
    AHEAD = "ahead"
    WELL_AHEAD = "well ahead"


# The hands lead by about so much more at impact than at address, and from so much lean at address on
# a handle is called ahead, and well ahead [degrees]. Judgement.
MORE_AT_IMPACT_DEG: Final = 10.0
AHEAD_DEG: Final = 4.0
WELL_AHEAD_DEG: Final = 9.0


def handle_of(recipe: Recipe) -> Handle:
    """Where the handle is at address."""
    lean = recipe.lean_deg - MORE_AT_IMPACT_DEG
    if lean < AHEAD_DEG:
        return Handle.LEVEL
    return Handle.AHEAD if lean < WELL_AHEAD_DEG else Handle.WELL_AHEAD


LIMITS: Final = {
    "ball_in": (-8.0, 4.0),
    "lean_deg": (-10.0, 25.0),
    "face_open_deg": (0.0, 30.0),
    "weight_lead_pct": (40.0, 85.0),
}

# Attack angle [degrees] with the ball in the middle and an even stance, and what moving them does.
NEUTRAL_ATTACK_DEG: Final = -3.5
ATTACK_PER_INCH_DEG: Final = 0.9
ATTACK_PER_WEIGHT_DEG: Final = -0.08
NEUTRAL_WEIGHT_PCT: Final = 55.0

_LONG = "Arms long, club head below the hands."
_HINGE = "Some re-hinge, chest to the target."
_FOLDED = "Arms folded, handle near the lead pocket, club vertical."
_STANCE = "Narrower than full, shoulders level."
_CLOSER = "A touch closer, handle raised."
_NORMAL = "Normal."
_FURTHER = "A touch further, handle lower."


def _recipe(ball_in: float, lean_deg: float, face_open_deg: float, weight_pct: float, *words: str) -> Recipe:
    distance, follow_through = words
    return Recipe(
        ball_in=ball_in,
        lean_deg=lean_deg,
        face_open_deg=face_open_deg,
        weight_lead_pct=weight_pct,
        stance=_STANCE,
        distance=distance,
        follow_through=follow_through,
    )


RECIPES: Final = complete(
    School,
    {
        School.SHALLOW: complete(
            Trajectory,
            {
                Trajectory.LOW: _recipe(-1.7, 17, 0, 60, _CLOSER, _LONG),
                Trajectory.STOCK: _recipe(0, 12, 2, 55, _NORMAL, _HINGE),
                Trajectory.HIGH: _recipe(1.7, 6, 6, 50, _FURTHER, _FOLDED),
            },
        ),
        School.BALL_BACK: complete(
            Trajectory,
            {
                Trajectory.LOW: _recipe(-4.5, 20, 0, 70, _CLOSER, _LONG),
                Trajectory.STOCK: _recipe(-3, 15, 0, 65, _NORMAL, _LONG),
                Trajectory.HIGH: _recipe(-1, 9, 4, 60, _FURTHER, _HINGE),
            },
        ),
    },
)


def checked_recipe(recipe: Recipe) -> Recipe:
    """The recipe, once a student can stand like it.

    Raises
    ------
    InputError
        When a number is outside `LIMITS`.
    """
    for name, (lo, hi) in LIMITS.items():
        value = getattr(recipe, name)
        if not lo <= value <= hi:
            words = name.rsplit("_", 1)[0].replace("_", " ")
            raise InputError(f"{words} of {value:g} is outside {lo:g} to {hi:g}.", field=name)
    return recipe


def delivery_of(recipe: Recipe, *, loft_deg: float, club_speed_mps: float) -> Delivery:
    """The delivery that a recipe gives with a club [degrees] at a club speed [m/s]."""
    attack = (
        NEUTRAL_ATTACK_DEG
        + ATTACK_PER_INCH_DEG * recipe.ball_in
        + ATTACK_PER_WEIGHT_DEG * (recipe.weight_lead_pct - NEUTRAL_WEIGHT_PCT)
    )
    return Delivery(
        club_speed_mps=club_speed_mps,
        loft_deg=loft_deg,
        lean_deg=recipe.lean_deg,
        face_open_deg=recipe.face_open_deg,
        attack_deg=round(attack, 2),
    )
