"""A set-up recipe in words."""

from __future__ import annotations

from oxgang.core.flight.recipes import Recipe
from oxgang.texts.messages import Texts

# A ball this near the middle lies in the middle [inches].
MIDDLE_IN = 0.05


def recipe_words(recipe: Recipe, words: Texts) -> str:
    """Where the ball lies, shaft, face and weight, and how it ends."""
    text = words.format(
        "recipe-words",
        {
            "place": 0 if abs(recipe.ball_in) < MIDDLE_IN else 1 if recipe.ball_in > 0 else 2,
            "inches": f"{abs(recipe.ball_in):g}",
            "lean": f"{recipe.lean_deg:g}",
            "open": round(recipe.face_open_deg),
            "weight": round(recipe.weight_lead_pct),
        },
    )
    return f"{text}. {recipe.follow_through}".strip()
