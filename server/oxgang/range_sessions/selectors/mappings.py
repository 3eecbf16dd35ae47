"""Mappings of foreign files: remembered ones, and guesses with the student's own names."""

from __future__ import annotations

from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.people import bag_of, known_swings
from oxgang.core.units import SETS, units_of
from oxgang.files.days import DayOrder
from oxgang.files.foreign import Table
from oxgang.files.mapping import ColumnMapping, Source
from oxgang.files.understand import guessed_mapping
from oxgang.range_sessions.models import StoredMapping


def remembered(academy: Academy, table: Table) -> ColumnMapping | None:
    """The mapping last used for files with this header."""
    stored = StoredMapping.objects.filter(academy=academy, signature=table.signature).first()
    if stored is None:
        return None
    m = stored.mapping
    sources = {target: Source(**source) for target, source in m["sources"].items()}
    days = m.get("days", DayOrder.DAY)
    strikes = m.get("strikes", {})
    return ColumnMapping(sources, m["clubs"], m["swings"], strikes, m["club"], m["swing"], days)


def remembered_names(academy: Academy, signature: str) -> dict[str, str]:
    """What the names of a chart that are not certain were said to be, by "club Wibble"."""
    stored = StoredMapping.objects.filter(academy=academy, signature=signature).first() if signature else None
    return dict(stored.mapping.get("names", {})) if stored else {}


def guessed(student: Student, table: Table) -> ColumnMapping:
    """A guess from columns and values, with the file's clubs and swings named where they are certain."""
    own = student.scale.as_core().positions
    labels = {position.label for position in own}
    return guessed_mapping(
        table,
        [club.as_core() for club in bag_of(student)],
        own,
        unit=SETS[units_of(student.units)].carry.sign,
        others=[p for p in known_swings(student).values() if p.label not in labels],
    )
