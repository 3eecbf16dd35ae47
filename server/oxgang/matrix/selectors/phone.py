"""What a phone shows of a version: made once when it is published, and kept with it.

A released version never changes, whatever a later Oxgang would make of the same matrix.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from oxgang.core.flight.recipes import Recipe
from oxgang.core.ground.card import Card, CardCell, by_yardage
from oxgang.core.pick.table import LETTERS, LIES, REASONS, Wind
from oxgang.core.units import m_from_yd, whole, whole_added, whole_run
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.intervals import words as level_words
from oxgang.matrix.models import PublishedMatrix
from oxgang.matrix.selectors.published import card_of
from oxgang.texts.cards import in_language, shot_name
from oxgang.texts.language import Language
from oxgang.texts.messages import Texts, texts
from oxgang.texts.recipes import recipe_words


def freeze(version: PublishedMatrix) -> None:
    """Keep what a phone shows of a version with it, unless it has it already."""
    if not version.phone:
        version.phone = _on_phone(card_of(version), version.content.get("picks"))
        version.save(update_fields=["phone"])


def freeze_all() -> None:
    """Keep it with versions of a release that did not."""
    for version in PublishedMatrix.objects.filter(phone={}).iterator():
        freeze(version)


def on_phone(
    version: PublishedMatrix, *, picks: bool, language: Language = Language.ENGLISH
) -> dict[str, object]:
    """What a phone shows of a version; the table of picks only where it is shown."""
    english = language is Language.ENGLISH
    content = (version.phone if english else None) or _on_phone(
        card_of(version), version.content.get("picks"), language
    )
    # Two records of one student that are put together are numbered anew.
    return {**content, "version": version.number, "picks": content["picks"] if picks else None}


def _on_phone(
    card: Card, picks: Mapping[str, str] | None, language: Language = Language.ENGLISH
) -> dict[str, object]:
    """Every shot that is played once, and for each yard or metre which of them it is."""
    words = texts("m" if card.metres else "yd", language)
    english = language is Language.ENGLISH
    played = card.played
    places = {id(cell): i for i, cell in enumerate(played)}
    heights = list(card.recipes)

    def unit(yards: float) -> float:
        return m_from_yd(yards) if card.metres else yards

    def place(cell: CardCell | None) -> int | None:
        return None if cell is None else places[id(cell)]

    return {
        "student": card.student,
        "academy": card.academy,
        "version": card.version,
        "day": card.day,
        "note": card.note,
        "unit": "m" if card.metres else "yd",
        "level": level_words(card.level),
        "recipes": [_recipe(card.recipes[height], words) for height in heights],
        "shots": [
            {
                "name": cell.name if english else shot_name(cell, words),
                "carry": whole(unit(cell.carry_yd)),
                "half": whole(unit((cell.carry_hi_yd - cell.carry_lo_yd) / 2)),
                "measured": cell.measured,
                "reported": cell.reported,
                "cue": in_language(card.cue(cell), words) if card.look.cues else "",
                "run": None if cell.run_yd is None else whole_run(unit(cell.carry_yd), unit(cell.run_yd)),
                "runs": cell.run_ends(unit),
                **({"run_balls": cell.run_balls} if cell.run_balls else {}),
                "recipe": heights.index(cell.key.trajectory) if cell.key.trajectory in heights else None,
            }
            for cell in played
        ],
        "picks": _picks(picks, words) if picks else None,
        "lines": [
            {
                "at": whole(unit(line.yardage)),
                "shot": place(line.cell),
                "near": line.reached,
                "add": whole_added(unit(line.yardage), unit(line.cell.carry_yd)) if line.adds else None,
                "shorter": place(line.shorter),
                "longer": place(line.longer),
            }
            for line in by_yardage(card, step=1)
        ],
    }


def _recipe(recipe: Recipe, words: Texts) -> str:
    return recipe_words(replace(recipe, follow_through=in_language(recipe.follow_through, words)), words)


def _picks(rows: Mapping[str, str], words: Texts) -> dict[str, object]:
    """The table of picks, what it asks in the order of its rows' names, and its reasons in words.

    Shots are named by their places among those played.
    """
    asks = {
        "lie": ("asked-lie", LIES),
        "wind": ("asked-wind", tuple(Wind)),
        "green": ("asked-green", tuple(Firmness)),
        "pin": ("asked-pin", tuple(PinAt)),
    }
    return {
        "letters": LETTERS,
        "reasons": [words.format(f"{why}.short") for why in REASONS],
        "asks": [
            {
                "name": name,
                "label": words.format(label),
                "options": [{"code": code, "label": words.format(f"{name}-{code}")} for code in codes],
            }
            for name, (label, codes) in asks.items()
        ],
        "rows": dict(rows),
    }
