"""The picks that a student's phone carries, as they would be published now."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from oxgang.academy.models import Student
from oxgang.core.ground.card import Card, distances
from oxgang.core.pick.table import LETTERS, LIES, table_of
from oxgang.core.words.shots import Lie
from oxgang.matrix.selectors.cached import CachedMatrix
from oxgang.matrix.selectors.card import live_card
from oxgang.matrix.selectors.picking import patterns_in, shots_to_pick
from oxgang.matrix.selectors.played import PlayedNow, played_in


@dataclass(frozen=True, slots=True)
class PickTable:
    """The table of a student at a revision: answers by name of the row (`core.pick.table`)."""

    revision: int
    rows: Mapping[str, str]


def pick_table(student: Student, cached: CachedMatrix) -> PickTable:
    """The whole table; what was worked out of it a moment ago is not done again."""
    played = played_in(student, cached.found)
    rows = {name: row for lie in LIES for name, row in table_part(student, cached, played, lie).items()}
    return PickTable(student.revision, rows)


def table_part(student: Student, cached: CachedMatrix, played: PlayedNow, lie: Lie) -> dict[str, str]:
    """The rows of one lie."""
    # Places are those on the card; no phone names more shots than there are letters.
    shots = list(shots_to_pick(student, played))[: len(LETTERS)]
    name = (lie, *(shot.name for _, shot in shots), student.from_yd, student.to_yd, student.units)
    if name not in cached.tables:
        picking = cached.picking(student)
        card = live_card(student, cached.found, played)
        places = _places(card)
        rows = table_of(
            lambda situation: patterns_in(picking, shots, situation),
            lambda pattern: places[pattern.shot.name],
            distances(card, 1),
            picking.baseline,
            picking.contact,
            picking.limit,
            (lie,),
        )
        cached.tables[name] = dict(rows)
    return cached.tables[name]


def _places(card: Card) -> dict[tuple[object, ...], int]:
    return {(c.key, c.back_in, c.down_in): i for i, c in enumerate(card.played)}
