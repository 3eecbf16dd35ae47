"""Set-up recipes: two schools, three trajectories, and the delivery each gives.

The recipes are common practice, no published source; they are where a coach starts from and edits.
How a set-up changes the attack angle is a rule of thumb, stated as constants.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from oxgang.core.errors import InputError
from oxgang.core.impact import Delivery
from oxgang.core.shots import Trajectory


class School(StrEnum):
    """The two schools of setting up to a pitch. Oxgang takes no side."""

    SHALLOW = "shallow"
    BALL_BACK = "ball-back"


@dataclass(frozen=True, slots=True, kw_only=True)
class Recipe:
    """How a student sets up for one trajectory.

    `ball_in`: ball from the middle of the stance [inches], + towards the lead foot. `lean_deg`:
    lean of the shaft to the target at impact [degrees]. `face_open_deg`: how far the face is laid
    open [degrees]. `weight_lead_pct`: weight on the lead side [%].
    """

    ball_in: float
    lean_deg: float
    face_open_deg: float
    weight_lead_pct: float
    follow_through: str = ""


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
RECIPES: Final = {
    School.SHALLOW: {
        Trajectory.LOW: Recipe(
            ball_in=-1.7, lean_deg=14, face_open_deg=0, weight_lead_pct=60, follow_through=_LONG
        ),
        Trajectory.STOCK: Recipe(
            ball_in=0, lean_deg=8, face_open_deg=2, weight_lead_pct=55, follow_through=_HINGE
        ),
        Trajectory.HIGH: Recipe(
            ball_in=1.7, lean_deg=3, face_open_deg=6, weight_lead_pct=50, follow_through=_FOLDED
        ),
    },
    School.BALL_BACK: {
        Trajectory.LOW: Recipe(
            ball_in=-4.5, lean_deg=18, face_open_deg=0, weight_lead_pct=70, follow_through=_LONG
        ),
        Trajectory.STOCK: Recipe(
            ball_in=-3, lean_deg=13, face_open_deg=0, weight_lead_pct=65, follow_through=_LONG
        ),
        Trajectory.HIGH: Recipe(
            ball_in=-1, lean_deg=7, face_open_deg=4, weight_lead_pct=60, follow_through=_HINGE
        ),
    },
}


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
