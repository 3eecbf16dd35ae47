"""Reads of published versions and of the card they make."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from django.db.models import QuerySet

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Student
from oxgang.core.flight.recipes import Recipe
from oxgang.core.ground.card import Card, CardCell, CardOptions, Order
from oxgang.core.ground.played import Name, Play
from oxgang.core.units import in_metres
from oxgang.core.words.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.matrix.models import PublishedMatrix

# Versions from before the level stood in them.
LEVEL_BEFORE = 0.90


def versions_of(student: Student) -> QuerySet[PublishedMatrix]:
    """The student's versions that were not taken back, newest first."""
    versions = PublishedMatrix.objects.filter(student=student, withdrawn_at=None)
    return versions.select_related("published_by").order_by("-number")


def version_of(student: Student, number: int | None) -> PublishedMatrix:
    """One version; the newest without a number.

    Raises
    ------
    NotFound
        When there is none.
    """
    versions = versions_of(student)
    found = versions.first() if number is None else versions.filter(number=number).first()
    if found is None:
        raise NotFound("There is no such version here.")
    return found


def on_the_card(student: Student) -> set[Name]:
    """The shots played on the student's newest card. One query."""
    newest = PublishedMatrix.objects.filter(student=student, withdrawn_at=None).order_by("-number")
    cells = map(_cell, newest.values_list("content__cells", flat=True).first() or ())
    return {(cell.key, cell.back_in, cell.down_in) for cell in cells if cell.play is Play.PLAYED}


def card_of(version: PublishedMatrix) -> Card:
    """The card of a version."""
    c = version.content
    look = c.get("look") or {}
    return Card(
        student=c["student"],
        academy=c["academy"],
        version=version.number,
        day=c["day"],
        note=version.note,
        metres=in_metres(c["units"]),
        from_yd=c["from_yd"],
        to_yd=c["to_yd"],
        tolerance_yd=c["tolerance_yd"],
        level=c.get("level", LEVEL_BEFORE),
        clubs=tuple((label, loft) for label, loft in c["clubs"]),
        positions=tuple((label, cue) for label, cue in c["positions"]),
        arms=tuple(c.get("arms", ())),
        cells=tuple(_cell(cell) for cell in c["cells"]),
        look=CardOptions(**{**look, "order": Order(look["order"])}) if look else CardOptions(),
        recipes={Trajectory(t): Recipe(**r) for t, r in c.get("recipes", {}).items()},
    )


def content_of(card: Card) -> dict[str, Any]:
    """What a version keeps of a card: what `card_of` reads."""
    return {
        "student": card.student,
        "academy": card.academy,
        "day": card.day,
        "units": "m" if card.metres else "yd",
        "tolerance_yd": card.tolerance_yd,
        "level": card.level,
        "from_yd": card.from_yd,
        "to_yd": card.to_yd,
        "clubs": [list(club) for club in card.clubs],
        "positions": [list(position) for position in card.positions],
        "arms": list(card.arms),
        "cells": [asdict(cell) for cell in card.cells],
        "look": asdict(card.look),
        "recipes": {t.value: asdict(recipe) for t, recipe in card.recipes.items()},
    }


def _cell(data: dict[str, Any]) -> CardCell:
    k = data["key"]
    key = CellKey(k["club"], k["swing"], Trajectory(k["trajectory"]), Spin(k["spin"]), Tempo(k["tempo"]))
    play = Play(data.get("play", Play.PLAYED))
    return CardCell(**{**data, "key": key, "play": play})
