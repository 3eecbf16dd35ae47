"""A set-up recipe in words."""

from __future__ import annotations

from oxgang.core.flight.recipes import Recipe, handle_of
from oxgang.texts.messages import Texts

# A ball this near the middle lies in the middle [inches].
MIDDLE_IN = 0.05


def recipe_values(recipe: Recipe) -> dict[str, str | int]:
    """What stands in the message "recipe-words"."""
    return {
        "place": 0 if abs(recipe.ball_in) < MIDDLE_IN else 1 if recipe.ball_in > 0 else 2,
        "inches": f"{abs(recipe.ball_in):g}",
        "handle": handle_of(recipe).value,
        "open": round(recipe.face_open_deg),
        "weight": round(recipe.weight_lead_pct),
    }


def recipe_words(recipe: Recipe, words: Texts) -> str:
    """The set-up at address, as a student copies it: ball, handle, face, weight, and how it ends."""
    return f"{words.format('recipe-words', recipe_values(recipe))}. {recipe.follow_through}".strip()
