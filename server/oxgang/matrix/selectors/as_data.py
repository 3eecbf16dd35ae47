"""A matrix and a row of the list as plain data: what is kept as text, and what the API sends."""

from __future__ import annotations

import json
from dataclasses import asdict
from typing import Any

from django.core.serializers.json import DjangoJSONEncoder

from oxgang.academy.models import Club, Student
from oxgang.core.carry.cells import furrow
from oxgang.core.carry.conflicts import Conflict, Suspect
from oxgang.core.carry.matrix import Cell
from oxgang.core.ground.ground import played_ground
from oxgang.core.ground.played import Play
from oxgang.core.words.shots import CellKey
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.matrix.selectors.played import PlayedNow, played_in
from oxgang.range_sessions.selectors.balls import waiting_of

CLUB_FIELDS = ("label", "loft_deg", "bounce_deg", "note", "used_from", "used_until")


def as_text(data: object) -> str:
    """Plain data as JSON."""
    return json.dumps(data, cls=DjangoJSONEncoder, ensure_ascii=False, separators=(",", ":"))


def cell_data(cell: Cell, play: Play = Play.NEITHER) -> dict[str, Any]:
    """A cell with its furrow [yd], and whether it is played."""
    furrow_from, furrow_to = furrow(cell.carry_yd, cell.shot_sd_yd)
    return {
        **asdict(cell.key),
        "carry_yd": cell.carry_yd,
        "carry_lo_yd": cell.carry_lo_yd,
        "carry_hi_yd": cell.carry_hi_yd,
        "shot_sd_yd": cell.shot_sd_yd,
        "furrow_from_yd": furrow_from,
        "furrow_to_yd": furrow_to,
        "balls": cell.balls,
        "mishits": cell.mishits,
        "basis": cell.basis,
        "last_measured": cell.last_measured,
        "doubts": list(cell.doubts),
        "re_expressed": cell.re_expressed,
        "imported_yd": cell.imported_yd,
        "back_in": cell.back_in,
        "down_in": cell.down_in,
        "play": play,
    }


def club_data(club: Club, *, in_use: bool = True) -> dict[str, Any]:
    """A club of a bag."""
    fields = {name: getattr(club, name) for name in CLUB_FIELDS}
    return {"id": club.pk, **fields, "in_use": in_use}


def matrix_data(student: Student, found: StudentMatrix, shots: PlayedNow | None = None) -> dict[str, Any]:
    """A matrix and its ground, with the shots that are played. Up to three queries."""
    now = shots or played_in(student, found)
    under = played_ground(now.shots, now.answering, found.ground)
    ground = asdict(found.ground)
    ground |= {"covered_played": under.covered, "plays": under.plays, "near": under.near}
    ground["unplayed"] = [{**asdict(s), "width": s.width} for s in under.fallow]
    places = {place: state for state in Play for place in now.places(state)}
    every = [cell_data(cell, places.get(i, Play.NEITHER)) for i, cell in enumerate(now.cells)]
    cells, rest = len(found.cells), len(found.matrix.variants)
    for name in ("fallow", "unsure"):
        stretches = getattr(found.ground, name)
        ground[name] = [{**asdict(s), "width": s.width} for s in stretches]
    return {
        "day": found.day,
        "clubs": [club_data(club) for club in found.clubs],
        "positions": [asdict(position) for position in found.positions],
        "cells": every[:cells],
        "ground": ground,
        "variants": every[cells : cells + rest],
        "adjustments": every[cells + rest :],
        "chosen": now.chosen,
        "conflicts": [_conflict(c) for c in found.matrix.conflicts],
        "against": [asdict(a) for a in found.matrix.against],
        "splits": [asdict(s) for s in found.matrix.splits],
        "suspects": [suspect_data(s) for s in found.matrix.suspects],
        "spread": found.matrix.spread,
        "waiting": waiting_of(student).count(),
    }


def _conflict(found: Conflict) -> dict[str, Any]:
    return {**asdict(found), "shorter": _key(found.shorter), "longer": _key(found.longer)}


def suspect_data(found: Suspect) -> dict[str, Any]:
    """A ball that looks like a mishit, with what it might be."""
    return {**asdict(found), "might_be": list(found.might_be)}


def _key(key: CellKey) -> dict[str, Any]:
    return asdict(key)
