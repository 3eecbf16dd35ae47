"""What a junior's guardian has agreed to: until it is written down, little is kept and less is shown."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import timedelta
from typing import Final

from oxgang.academy.models import Consent, Student
from oxgang.core.practice.load import Level, level_of

# A link to a junior's card lasts so long at most while nobody has agreed to it.
LINK: Final = timedelta(days=180)


@dataclass(frozen=True, slots=True)
class Agreed:
    """Whether pictures may be kept, and more than the card be on a phone."""

    pictures: bool = True
    phone: bool = True


def agreed(student: Student) -> Agreed:
    """What is agreed to for a student. A junior is who is written down as one, or has a junior's limit
    of balls where nothing is written down; everybody else decides for themselves. One query."""
    consent = Consent.objects.filter(student=student).first()
    if consent is None:
        limit, juniors = student.ball_limit, student.academy.junior_limit
        junior = level_of(student.handicap, limit, juniors) is Level.JUNIOR
        return Agreed(not junior, not junior)
    if not consent.junior:
        return Agreed()
    return Agreed(consent.pictures_on is not None, consent.phone_on is not None)


def first_name(name: str) -> str:
    """The first word of a name."""
    return name.split()[0] if name.split() else name
