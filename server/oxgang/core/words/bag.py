"""Clubs: what a bag may hold."""

from __future__ import annotations

import re
from dataclasses import dataclass
from datetime import date
from typing import Final

from oxgang.core.errors import InputError

# A pitch is played with a short iron or a wedge; outside this a loft is a slip of the key.
LOFT_RANGE_DEG: Final = (30.0, 70.0)
BOUNCE_RANGE_DEG: Final = (-4.0, 20.0)
MAX_LABEL: Final = 24
# What a label says of a loft where nothing else does [degrees]. Common practice.
LOFT_OF_LABEL: Final = {"pw": 46.0, "aw": 50.0, "gw": 50.0, "sw": 56.0, "lw": 60.0}


@dataclass(frozen=True, slots=True)
class Club:
    """A club: its label, loft and bounce [degrees], and a note."""

    label: str
    loft_deg: float
    bounce_deg: float | None = None
    note: str = ""


@dataclass(frozen=True, slots=True)
class Bag:
    """A bag as many players have it, to begin from."""

    name: str
    clubs: tuple[Club, ...]


def _bag(name: str, **lofts: float) -> Bag:
    return Bag(name, tuple(Club(label.strip("_"), loft) for label, loft in lofts.items()))


# Common practice, no published source: the number stamped on the club is what counts.
USUAL_BAGS: Final = (
    _bag("four by loft", _60=60, _56=56, _52=52, _47=47),
    _bag("four by name", LW=60, SW=56, GW=51, PW=46),
    _bag("three, strong set", SW=55, GW=49, PW=44),
    _bag("two, beginner or junior", SW=56, PW=46),
)


def checked_club(club: Club) -> Club:
    """The club with its label adjusted, once it can be in a bag.

    Raises
    ------
    InputError
        For an empty or overlong label, or a loft or bounce that no pitching club has.
    """
    label = " ".join(club.label.split())
    if not label:
        raise InputError("Give the club a label, for example 56.", field="label")
    if len(label) > MAX_LABEL:
        raise InputError(f"Keep the label to {MAX_LABEL} characters.", field="label")
    lo, hi = LOFT_RANGE_DEG
    if not lo <= club.loft_deg <= hi:
        raise InputError(
            f"A loft of {club.loft_deg:g} degrees is outside {lo:g} to {hi:g}. "
            "Check the number stamped on the club.",
            field="loft_deg",
        )
    lo, hi = BOUNCE_RANGE_DEG
    if club.bounce_deg is not None and not lo <= club.bounce_deg <= hi:
        raise InputError(
            f"A bounce of {club.bounce_deg:g} degrees is outside {lo:g} to {hi:g}.",
            field="bounce_deg",
        )
    return Club(label, club.loft_deg, club.bounce_deg, club.note.strip())


def loft_of_label(label: str) -> float | None:
    """The loft [degrees] that a label names: "56", "56°", "SW"; None where it names none."""
    lo, hi = LOFT_RANGE_DEG
    for part in re.findall(r"[0-9]+|[a-z]+", label.casefold()):
        loft = float(part) if part.isdigit() else LOFT_OF_LABEL.get(part)
        if loft is not None and lo <= loft <= hi:
            return loft
    return None


def periods_overlap(
    a_from: date | None, a_until: date | None, b_from: date | None, b_until: date | None
) -> bool:
    """Whether two periods of use share a day. None is open-ended; `until` is the last day."""
    starts_before_b_ends = a_from is None or b_until is None or a_from <= b_until
    b_starts_before_a_ends = b_from is None or a_until is None or b_from <= a_until
    return starts_before_b_ends and b_starts_before_a_ends
