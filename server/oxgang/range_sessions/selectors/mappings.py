"""Mappings of foreign files: remembered ones, and guesses with the student's own names."""

from __future__ import annotations

import re

from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.people import bag_of, known_swings
from oxgang.core.units import SETS, units_of
from oxgang.files.days import DayOrder
from oxgang.files.foreign import Table
from oxgang.files.mapping import ColumnMapping, Source, day_orders, guess, plain_name
from oxgang.range_sessions.models import StoredMapping

MOST_NAMES = 40


def remembered(academy: Academy, table: Table) -> ColumnMapping | None:
    """The mapping last used for files with this header."""
    stored = StoredMapping.objects.filter(academy=academy, signature=table.signature).first()
    if stored is None:
        return None
    m = stored.mapping
    sources = {target: Source(**source) for target, source in m["sources"].items()}
    days = m.get("days", DayOrder.DAY)
    return ColumnMapping(sources, m["clubs"], m["swings"], m["club"], m["swing"], days)


def guessed(student: Student, table: Table) -> ColumnMapping:
    """A guess from columns and values, with the file's clubs and swings matched where clear."""
    labels = [club.label for club in bag_of(student)]
    known = known_swings(student)
    sources = guess(
        table,
        unit=SETS[units_of(student.units)].carry.sign,
        clubs=labels,
        swings=[position.label for position in known.values()],
    )
    first = ColumnMapping(sources)
    orders = day_orders(table, sources)
    lofts = {f"{club.loft_deg:g}": club.label for club in bag_of(student)}
    clubs = {}
    for name in names_of(table, first, "club"):
        number = re.search(r"\d\d", name)
        same = next((label for label in labels if plain_name(label) == plain_name(name)), None)
        found = same or (lofts.get(number.group()) if number else None)
        if found and found != name:
            clubs[name] = found
    by_plain = {plain_name(p.label): p.label for p in known.values()}
    swings = {}
    for name in names_of(table, first, "swing"):
        found = by_plain.get(plain_name(name))
        if found and found != name:
            swings[name] = found
    middle = student.scale.as_core().positions
    club = "" if "club" in sources else next(iter(labels), "")
    swing = "" if "swing" in sources else middle[(len(middle) - 1) // 2].label
    return ColumnMapping(sources, clubs, swings, club, swing, next(iter(orders), DayOrder.DAY))


def names_of(table: Table, mapping: ColumnMapping, target: str) -> list[str]:
    """The different names that a file has for clubs or swings, as often first."""
    source = mapping.sources.get(target)
    if source is None or source.column not in table.columns:
        return []
    counts = table.different(source.column)
    return sorted(counts, key=lambda name: -counts[name])[:MOST_NAMES]
