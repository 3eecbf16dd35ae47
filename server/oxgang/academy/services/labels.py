"""Two clubs of one label are not in a bag at the same time."""

from __future__ import annotations

from oxgang.academy.models import Club
from oxgang.core.errors import InputError
from oxgang.core.words import bag


def check_label_free(club: Club) -> None:
    """Check a club, stored or not, against the others of its bag.

    Raises
    ------
    InputError
        When another club of this label is in use at the same time.
    """
    if club.archived_at is not None:
        return
    for rival in club.student.clubs.filter(archived_at=None).exclude(pk=club.pk):
        if rival.label.casefold() == club.label.casefold() and bag.periods_overlap(
            club.used_from, club.used_until, rival.used_from, rival.used_until
        ):
            raise InputError(
                f'This bag already has a club labelled "{rival.label}". Give one of them '
                "another label, or end the use of the old one.",
                field="label",
            )
