"""Reads of published versions and of the card they make."""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.db.models import QuerySet
from scipy.special import ndtr

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Student
from oxgang.academy.tokens import hash_of
from oxgang.core.carry.cells import INTERVAL_Z
from oxgang.core.ground.card import Card, CardCell
from oxgang.core.keeping.review import CHANCE
from oxgang.core.words.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.matrix.models import CardLink, PublishedMatrix


@dataclass(frozen=True, slots=True)
class Difference:
    """A cell in two versions [yd] and how often as large a difference comes by chance."""

    key: CellKey
    before_yd: float | None
    after_yd: float | None
    chance: float

    @property
    def real(self) -> bool:
        return self.chance < CHANCE


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


def card_of(version: PublishedMatrix) -> Card:
    """The card of a version."""
    c = version.content
    return Card(
        student=c["student"],
        academy=c["academy"],
        version=version.number,
        day=c["day"],
        note=version.note,
        metres=c["units"] == "m",
        from_yd=c["from_yd"],
        to_yd=c["to_yd"],
        tolerance_yd=c["tolerance_yd"],
        clubs=tuple((label, loft) for label, loft in c["clubs"]),
        positions=tuple((label, cue) for label, cue in c["positions"]),
        cells=tuple(_cell(cell) for cell in c["cells"]),
    )


def _cell(data: dict[str, Any]) -> CardCell:
    k = data["key"]
    key = CellKey(
        k["club"], k["swing"], Trajectory(k["trajectory"]), Spin(k["spin"]), Tempo(k["tempo"])
    )
    return CardCell(**{**data, "key": key})


def differences(before: PublishedMatrix, after: PublishedMatrix) -> list[Difference]:
    """Every cell that either version measured, in the order of the later one."""
    old = {cell.key: cell for cell in card_of(before).cells}
    new = {cell.key: cell for cell in card_of(after).cells}
    found = []
    for key in [*new, *(k for k in old if k not in new)]:
        a, b = old.get(key), new.get(key)
        if not ((a and a.measured) or (b and b.measured)):
            continue
        chance = 1.0
        if a and b:
            change = math.log(b.carry_yd / a.carry_yd)
            variance = _variance(a) + _variance(b)
            chance = 2 * float(ndtr(-abs(change) / math.sqrt(variance)))
        carries = [cell.carry_yd if cell else None for cell in (a, b)]
        found.append(Difference(key, carries[0], carries[1], chance))
    return found


def _variance(cell: CardCell) -> float:
    return (math.log(cell.carry_hi_yd / cell.carry_yd) / INTERVAL_Z) ** 2 + 1e-9


def student_of_link(token: str, now: datetime) -> Student | None:
    """Whose card a link shows; None for one that is unknown, revoked or past its day."""
    link = (
        CardLink.objects.filter(token_hash=hash_of(token), revoked_at=None, expires_at__gt=now)
        .select_related("student__academy")
        .first()
    )
    if link is None or link.student.archived_at is not None:
        return None
    return link.student
