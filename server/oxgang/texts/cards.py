"""What stands on a card in another language: names of shots, and the cues that Oxgang brought along.

What a coach wrote stays as it was written.
"""

from __future__ import annotations

import re
from typing import Final

from oxgang.core.flight.recipes import RECIPES
from oxgang.core.ground.card import CardCell
from oxgang.core.words.shots import Spin, Tempo, Trajectory
from oxgang.core.words.swing import BUILT_IN
from oxgang.texts.messages import Texts


def _brought() -> dict[str, str]:
    """The cues and follow-throughs of our own, and the message of each."""
    cues = {p.cue: f"cue-{scale.key}-{n}" for scale in BUILT_IN for n, p in enumerate(scale.positions, 1)}
    ways = dict.fromkeys(recipe.follow_through for of in RECIPES.values() for recipe in of.values())
    return cues | {text: f"follow-{n}" for n, text in enumerate(ways, 1)}


BROUGHT: Final = _brought()


def in_language(text: str, words: Texts) -> str:
    """A cue of ours in another language; a coach's own as it stands."""
    code = BROUGHT.get(text)
    said = words.format(code) if code else ""
    return text if not code or said == code else said


def shot_name(cell: CardCell, words: Texts) -> str:
    """The short name of a shot in another language: "56 halb flach, Ball 3 in weiter hinten"."""
    k = cell.key
    parts = [k.club, words.named(f"swing-{_slug(k.swing)}", k.swing)]
    if k.trajectory is not Trajectory.STOCK:
        parts.append(words.named(f"height-{k.trajectory}", k.trajectory))
    if k.spin is not Spin.CHECK:
        parts.append(words.named(f"spin-{k.spin}", k.spin))
    if k.tempo is not Tempo.NORMAL:
        parts.append(words.named(f"tempo-{k.tempo}", k.tempo))
    how = []
    if cell.back_in:
        way = "adjusted-back" if cell.back_in > 0 else "adjusted-forward"
        how.append(words.format(way, {"inches": f"{abs(cell.back_in):g}"}))
    if cell.down_in:
        how.append(words.format("adjusted-down", {"inches": f"{cell.down_in:g}"}))
    return ", ".join([" ".join(parts), *how])


def _slug(label: str) -> str:
    return re.sub(r"[^a-z0-9]+", "-", label.casefold()).strip("-")
