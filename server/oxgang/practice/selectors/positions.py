"""Reads of how far a student's swings really went, as measured on pictures."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from django.db.models import Q

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import known_swings
from oxgang.core.keeping.positions import Measured, Moved, Seen, moved, said_of
from oxgang.practice.models import Picture


@dataclass(frozen=True, slots=True)
class SeenPosition:
    """A measurement on a day, and as it is said in the student's scale: the position, and how far it is
    from that [degrees]."""

    picture_id: int
    day: date
    arm_deg: float
    sd_deg: float
    said: str
    off_deg: float


@dataclass(frozen=True, slots=True)
class SwingSeries:
    """A swing length's measurements, oldest first, and how the newest stands to those before;
    `meant_deg` is where the scale has it, None for a swing that left the scale."""

    swing: str
    meant_deg: float | None
    seen: list[SeenPosition]
    moved: Moved | None


def positions_of(student: Student) -> list[SwingSeries]:
    """Every swing length of which a picture was measured. Two queries."""
    pictures = Picture.objects.filter(student=student, arm_deg__isnull=False)
    # One that was deleted is not told of; one that a newer picture replaced is.
    pictures = pictures.filter(Q(withdrawn_at=None) | Q(replaced=True)).defer("content")
    swings = known_swings(student)
    positions = student.scale.as_core().positions
    series: dict[str, list[tuple[int, Seen]]] = {}
    for one in pictures.order_by("taken_on", "pk"):
        measured = Measured(one.arm_deg or 0.0, one.arm_sd_deg or 0.0)
        series.setdefault(one.swing, []).append((one.pk, Seen(one.taken_on, measured)))
    found = []
    for swing, every in series.items():
        meant = swings.get(swing.casefold())
        told = [
            SeenPosition(
                picture,
                seen.day,
                seen.measured.arm_deg,
                seen.measured.sd_deg,
                *said_of(seen.measured.arm_deg, positions),
            )
            for picture, seen in every
        ]
        at = None if meant is None else meant.arm_deg
        found.append(SwingSeries(swing, at, told, moved([seen for _, seen in every])))
    return found
