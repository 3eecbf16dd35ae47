"""A card on paper, in the student's words and unit."""

from __future__ import annotations

from dataclasses import dataclass

from oxgang.core.ground.card import Card, CardCell
from oxgang.core.units import m_from_yd, shown
from oxgang.texts.cards import in_language, shot_name
from oxgang.texts.messages import Texts


@dataclass(frozen=True, slots=True)
class Paper:
    """A card in the student's words and unit."""

    card: Card
    words: Texts

    def unit(self, yards: float) -> float:
        return m_from_yd(yards) if self.card.metres else yards

    def distance(self, yards: float) -> str:
        return shown(self.unit(yards))

    def name(self, cell: CardCell) -> str:
        return shot_name(cell, self.words)

    def cue(self, cell: CardCell) -> str:
        return in_language(self.card.cue(cell), self.words) if self.card.look.cues else ""

    def say(self, code: str, **values: str | int) -> str:
        return self.words.format(f"paper-{code}", values)
