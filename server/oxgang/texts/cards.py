"""What a student reads of shots in another language: their names, and the cues that Oxgang brought along.

What a coach wrote stays as it was written.
"""

from __future__ import annotations

import re
from dataclasses import replace
from typing import Final

from oxgang.core.flight.recipes import RECIPES
from oxgang.core.ground.card import CardCell
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.core.words.swing import BUILT_IN
from oxgang.texts.language import Language
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


def swing_name(label: str, words: Texts) -> str:
    """A swing of ours in another language; a coach's own as it stands."""
    return words.named(f"swing-{_slug(label)}", label)


def height_name(height: Trajectory, words: Texts) -> str:
    return words.named(f"height-{height}", height)


def spin_name(spin: Spin, words: Texts) -> str:
    return words.named(f"spin-{spin}", spin)


def tempo_name(tempo: Tempo, words: Texts) -> str:
    return words.named(f"tempo-{tempo}", tempo)


def key_name(key: CellKey, words: Texts) -> str:
    """The short name of a shot in another language: "56 halb flach"."""
    parts = [key.club, swing_name(key.swing, words)]
    parts += [] if key.trajectory is Trajectory.STOCK else [height_name(key.trajectory, words)]
    parts += [] if key.spin is Spin.CHECK else [spin_name(key.spin, words)]
    parts += [] if key.tempo is Tempo.NORMAL else [tempo_name(key.tempo, words)]
    return " ".join(parts)


def shot_name(cell: CardCell, words: Texts) -> str:
    """The same with its adjustments: "56 halb flach, Ball 3 in weiter hinten"."""
    if words.language == Language.ENGLISH:
        return cell.name
    how = []
    if cell.back_in:
        way = "adjusted-back" if cell.back_in > 0 else "adjusted-forward"
        how.append(words.format(way, {"inches": f"{abs(cell.back_in):g}"}))
    if cell.down_in:
        how.append(words.format("adjusted-down", {"inches": f"{cell.down_in:g}"}))
    return ", ".join([key_name(cell.key, words), *how])


def in_shots(message: Message, words: Texts) -> Message:
    """A message that names a shot as the card does in English, with the words of another language."""
    shot = message.values.get("shot")
    if words.language == Language.ENGLISH or not isinstance(shot, str):
        return message
    name, _, how = shot.partition(", ")
    swings = [p.label for scale in BUILT_IN for p in scale.positions]
    known = {label: swing_name(label, words) for label in swings}
    known |= {height: height_name(height, words) for height in Trajectory}
    known |= {spin: spin_name(spin, words) for spin in Spin}
    known |= {tempo: tempo_name(tempo, words) for tempo in Tempo}
    longest_first = sorted(known, key=len, reverse=True)
    pattern = rf"(?<= )({'|'.join(re.escape(one) for one in longest_first)})(?= |$)"
    named = re.sub(pattern, lambda found: known[found[0]], name)
    return replace(message, values={**message.values, "shot": ", ".join([named, how]) if how else named})


def _slug(label: str) -> str:
    return re.sub(r"[^a-z0-9]+", "-", label.casefold()).strip("-")
